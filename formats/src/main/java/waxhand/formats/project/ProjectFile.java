package waxhand.formats.project;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import waxhand.core.motion.Frames;
import waxhand.core.passes.Work;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.formats.AtomicFile;
import waxhand.formats.FormatException;
import waxhand.formats.TakeFiles;
import waxhand.formats.bvh.BvhReader;

/**
 * Reads and writes .waxhand files: a ZIP with project.json and every raw file byte for byte. Saving
 * is atomic; reading checks every raw file against its checksum.
 */
public final class ProjectFile {
  public static final int VERSION = 1;
  public static final String ENDING = ".waxhand";
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final long MOST_BYTES = Integer.MAX_VALUE - 64;

  private ProjectFile() {}

  /** Replaces the file with the project; on failure the old file stays. */
  public static void save(Project project, Path path, Work work) throws IOException {
    AtomicFile.write(path, stream -> write(project, stream, work));
  }

  private static void write(Project project, OutputStream stream, Work work) throws IOException {
    ZipOutputStream zip = new ZipOutputStream(stream);
    zip.setLevel(Deflater.BEST_SPEED);
    zip.putNextEntry(entry("project.json"));
    zip.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(json(project)));
    zip.closeEntry();
    int done = 0;
    for (Take take : project.takes()) {
      work.check();
      zip.putNextEntry(entry(rawName(take)));
      zip.write(take.raw().bytes());
      zip.closeEntry();
      work.done(++done / (double) project.takes().size());
    }
    zip.finish();
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
    ObjectNode root = JSON.createObjectNode();
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
    return root;
  }

  /**
   * Reads a whole project.
   *
   * @throws FormatException if the file is damaged, newer than this program or no project
   */
  public static Project open(Path path, Work work) throws IOException {
    String name = path.getFileName().toString();
    try {
      return read(name, entries(name, path), work);
    } catch (NoSuchFileException e) {
      throw new FormatException(name, "there is no such file: " + path);
    } catch (ZipException | java.io.EOFException e) {
      throw new FormatException(name, "the project file is damaged: " + e.getMessage());
    }
  }

  private static Map<String, byte[]> entries(String name, Path path) throws IOException {
    Map<String, byte[]> entries = new HashMap<>();
    try (InputStream in = Files.newInputStream(path);
        ZipInputStream zip = new ZipInputStream(in)) {
      ZipEntry entry = zip.getNextEntry();
      while (entry != null) {
        byte[] bytes = zip.readNBytes((int) MOST_BYTES);
        if (zip.read() >= 0) {
          throw new FormatException(name, entry.getName() + " is larger than 2 GB");
        }
        entries.put(entry.getName(), bytes);
        entry = zip.getNextEntry();
      }
    } catch (IllegalArgumentException e) {
      throw new FormatException(name, "the project file is damaged: " + e.getMessage());
    }
    return entries;
  }

  private static Project read(String file, Map<String, byte[]> entries, Work work)
      throws FormatException {
    byte[] bytes = entries.get("project.json");
    if (bytes == null) {
      throw new FormatException(file, "this is no Wax Hand project, or it is cut short");
    }
    try {
      JsonNode root = JSON.readTree(bytes);
      if (!root.path("waxhand").asText().equals("project")) {
        throw new FormatException(file, "project.json does not describe a project");
      }
      if (root.path("version").asInt() > VERSION) {
        throw new FormatException(
            file,
            "made by a newer Wax Hand (file version "
                + root.path("version").asInt()
                + ", this program reads up to "
                + VERSION
                + ")");
      }
      List<Take> takes = new ArrayList<>();
      for (JsonNode node : root.path("takes")) {
        takes.add(take(file, node, entries, work));
      }
      return new Project(root.path("name").asText("untitled"), takes);
    } catch (JsonProcessingException e) {
      throw new FormatException(file, "project.json is damaged: " + e.getOriginalMessage());
    } catch (FormatException e) {
      throw e;
    } catch (IOException | IllegalArgumentException e) {
      throw new FormatException(file, "project.json is damaged: " + e.getMessage());
    }
  }

  private static Take take(String file, JsonNode node, Map<String, byte[]> entries, Work work)
      throws FormatException {
    String raw = node.path("file").asText();
    byte[] bytes = entries.get(raw);
    if (bytes == null) {
      throw new FormatException(file, "the raw file " + raw + " is missing");
    }
    String sum = RawTake.sha256(bytes);
    if (!sum.equals(node.path("sha256").asText())) {
      throw new FormatException(file, "the raw file " + raw + " is damaged: its checksum differs");
    }
    Map<String, String> reading = new HashMap<>();
    node.path("reading").properties().forEach(e -> reading.put(e.getKey(), e.getValue().asText()));
    String bare = raw.substring(raw.lastIndexOf('/') + 1);
    RawTake take = TakeFiles.read(bare, bytes, BvhReader.readingOf(reading), work);
    JsonNode range = node.path("workRange");
    return new Take(
        node.path("id").asText(),
        node.path("name").asText(),
        take,
        ChainJson.read(node.get("plates")),
        new Frames(range.path("from").asInt(), range.path("to").asInt()),
        MarksJson.notes(node),
        MarksJson.dismissed(node));
  }
}
