package waxhand.formats.project;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import waxhand.core.character.Wardrobe;
import waxhand.core.motion.Frames;
import waxhand.core.project.KeptPose;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Trouble;
import waxhand.formats.takes.TakeFiles;

/**
 * Reads and writes .waxhand files: a ZIP with project.json and every raw file byte for byte. Saving
 * is atomic; reading checks every raw file against its checksum.
 */
public final class ProjectFile {
  public static final int VERSION = 1;
  public static final String ENDING = ".waxhand";
  private static final String MAIN = "project.json";
  private static final String LEFT_OUT = "; the take was left out";

  private ProjectFile() {}

  /**
   * Replaces the file with the project; on failure the old file stays. Where a link leads to the
   * file, the file is replaced and the link stays.
   */
  public static void save(Project project, Path path, Work work) throws FormatException {
    Path there = real(path);
    save(project, work, (content, check) -> AtomicFile.write(there, content, check));
  }

  /** Saves so that only the file's owner can read it. */
  public static void savePrivately(Project project, Path path, Work work) throws FormatException {
    save(project, work, (content, check) -> AtomicFile.writePrivately(path, content, check));
  }

  private interface Writer {
    void write(AtomicFile.Content content, AtomicFile.Check<Boolean> check) throws FormatException;
  }

  private static void save(Project project, Work work, Writer writer) throws FormatException {
    long[] unpacked = new long[1];
    try {
      writer.write(
          stream -> unpacked[0] = write(project, stream, Deflater.BEST_SPEED, work),
          written -> requireLoose(unpacked[0], Files.size(written)));
    } catch (TooTight e) {
      writer.write(
          stream -> write(project, stream, Deflater.NO_COMPRESSION, work), written -> true);
    }
  }

  private static Path real(Path path) throws FormatException {
    try {
      return Files.isSymbolicLink(path) && Files.isRegularFile(path) ? path.toRealPath() : path;
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }

  /** What is saved must be opened again: so tight a file would be refused. */
  private static boolean requireLoose(long unpacked, long packed) {
    if (Archive.isTooTight(unpacked, packed)) {
      throw new TooTight();
    }
    return true;
  }

  private static final class TooTight extends RuntimeException {
    private static final long serialVersionUID = 1L;
  }

  /** Gives how many bytes it unpacks to. */
  private static long write(Project project, OutputStream stream, int level, Work work)
      throws IOException {
    ZipOutputStream zip = new ZipOutputStream(stream);
    zip.setLevel(level);
    Map<String, byte[]> entries = entries(project);
    long unpacked = 0;
    int done = 0;
    for (Map.Entry<String, byte[]> each : entries.entrySet()) {
      work.check();
      zip.putNextEntry(entry(each.getKey()));
      zip.write(each.getValue());
      zip.closeEntry();
      unpacked += each.getValue().length;
      work.done(++done / (double) entries.size());
    }
    zip.finish();
    return unpacked;
  }

  /** What stands in the file, by name, in its order. */
  static Map<String, byte[]> entries(Project project) throws IOException {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    entries.put(MAIN, At.JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(json(project)));
    project.takes().forEach(take -> entries.put(rawName(take), take.raw().bytes()));
    CharactersJson.files(project.wardrobe(), entries);
    return entries;
  }

  private static ZipEntry entry(String name) {
    ZipEntry entry = new ZipEntry(name);
    // a fixed time: the same project gives the same bytes
    entry.setTimeLocal(java.time.LocalDateTime.of(2000, 1, 1, 0, 0));
    return entry;
  }

  private static String rawName(Take take) {
    return "raw/" + take.id() + "/" + take.raw().fileName();
  }

  private static ObjectNode json(Project project) {
    ObjectNode root = At.JSON.createObjectNode();
    root.put("waxhand", "project").put("version", VERSION).put("name", project.name());
    for (Take take : project.takes()) {
      ObjectNode node = root.withArray("takes").addObject();
      node.put("id", take.id()).put("name", take.name());
      node.put("file", rawName(take)).put("sha256", take.raw().sha256());
      ObjectNode reading = node.putObject("reading");
      take.raw().reading().entrySet().stream()
          .sorted(Map.Entry.comparingByKey())
          .forEach(e -> reading.put(e.getKey(), e.getValue()));
      node.putObject("workRange")
          .put("from", take.workRange().from())
          .put("to", take.workRange().to());
      node.set("plates", ChainJson.write(take.chain()));
      MarksJson.write(take, node);
    }
    CharactersJson.write(project.wardrobe(), root);
    for (KeptPose kept : project.poses()) {
      ObjectNode node = root.withArray("poses").addObject();
      node.put("name", kept.name());
      PoseJson.write(kept.pose(), node.putObject("turns"));
    }
    return root;
  }

  /**
   * Reads a whole project.
   *
   * @throws FormatException if anything is wrong with it
   */
  public static Project open(Path path, Work work) throws FormatException {
    return open(path, Faults.none(path.toString()), work);
  }

  /**
   * Reads what is sound of a project.
   *
   * @param faults told of what was left out, and why
   * @throws FormatException if it is no project, newer than this program, or nothing of it is sound
   */
  public static Project open(Path path, Faults faults, Work work) throws FormatException {
    return read(path.toString(), Archive.read(path, work), faults, work);
  }

  static Project read(String file, Archive archive, Faults faults, Work work)
      throws FormatException {
    byte[] bytes = archive.entries().get(MAIN);
    if (bytes == null) {
      throw new FormatException(file, "this is no Wax Hand project, or it is cut short");
    }
    At root;
    try {
      root = At.root(MAIN, bytes, faults);
    } catch (FormatException e) {
      throw new FormatException(file, e.getMessage());
    }
    if (!root.get("waxhand").text("").equals("project")) {
      throw new FormatException(file, "project.json does not describe a project");
    }
    Versions.check(root.of(file), VERSION);
    if (archive.broken().isPresent()) {
      faults.add("the file", archive.broken().get() + "; what stands before that is read");
    }
    List<Take> takes = new ArrayList<>();
    FreshIds ids = new FreshIds();
    List<At> items = root.get("takes").items();
    for (At item : items) {
      work.check();
      take(item, ids, archive.entries(), work).ifPresent(takes::add);
      work.done(takes.size() / (double) items.size());
    }
    if (takes.isEmpty() && root.told() > 0) {
      throw new FormatException(file, "nothing of it can be opened: " + root.firstFault());
    }
    List<KeptPose> poses = PoseJson.kept(root.get("poses"));
    Wardrobe wardrobe = CharactersJson.read(root.get("characters"), archive.entries(), work);
    return new Project(root.get("name").text("untitled"), takes, poses, wardrobe);
  }

  private static Optional<Take> take(At node, FreshIds ids, Map<String, byte[]> entries, Work work)
      throws FormatException {
    String name = node.get("file").text("");
    byte[] bytes = entries.get(name);
    if (bytes == null) {
      node.get("file")
          .wrong("the raw file " + node.get("file").quoted() + " is missing" + LEFT_OUT);
      return Optional.empty();
    }
    if (!RawTake.sha256(bytes).equals(node.get("sha256").text(""))) {
      node.get("sha256").wrong("the raw file is damaged: its checksum differs" + LEFT_OUT);
      return Optional.empty();
    }
    RawTake raw;
    try {
      Reading reading = ReadingJson.read(node.get("reading"));
      raw = TakeFiles.read(name.substring(name.lastIndexOf('/') + 1), bytes, reading, work);
    } catch (FormatException e) {
      node.get("file").wrong(e.getMessage() + LEFT_OUT);
      return Optional.empty();
    }
    int frames = raw.motion().clip().frames();
    String id = ids.take(node.get("id"), "take");
    return Optional.of(
        new Take(
            id,
            node.get("name").text(id),
            raw,
            ChainJson.read(node.get("plates")),
            workRange(node.get("workRange"), frames),
            MarksJson.notes(node.get("notes"), frames),
            MarksJson.dismissed(node.get("dismissed"), frames),
            MarksJson.label(node.get("label"))));
  }

  private static Frames workRange(At range, int frames) throws FormatException {
    int told = range.told();
    range.members();
    if (!range.isThere()) {
      return Frames.first(frames);
    }
    int from = range.get("from").demanded().whole(0, frames - 1, 0);
    int to = range.get("to").demanded().whole(1, frames, frames);
    if (range.told() == told && to <= from) {
      range.wrong("it ends at " + to + ", before it begins at " + from);
    }
    return range.told() > told ? Frames.first(frames) : new Frames(from, to);
  }
}
