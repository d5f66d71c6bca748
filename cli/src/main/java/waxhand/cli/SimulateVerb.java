package waxhand.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import waxhand.formats.FormatException;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Room;
import waxhand.formats.disk.WholeFile;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scenario;
import waxhand.rehearsal.scene.Scene;

@Command(
    name = "simulate",
    description = "Rehearses a take: writes truth.bvh, raw.bvh and truth.json.")
final class SimulateVerb extends TakeVerb {
  /** Completion candidates for --take. */
  static final class Takes extends ArrayList<String> {
    private static final long serialVersionUID = 1L;

    Takes() {
      super(Scene.keys());
      addAll(MateScene.keys());
    }
  }

  @Option(
      names = "--take",
      required = true,
      completionCandidates = Takes.class,
      description = "Of the deckhand or the mate, one of ${COMPLETION-CANDIDATES}.")
  String take;

  @Option(
      names = "--seed",
      defaultValue = "1",
      description = "Same seed, same bytes. [${DEFAULT-VALUE}]")
  long seed;

  @Option(
      names = "--rate",
      defaultValue = "120",
      description = "Frames a second. [${DEFAULT-VALUE}]")
  double rate;

  @Option(names = "--seconds", description = "Length; as long as the take usually is.")
  Double seconds;

  @Option(names = "--minutes", description = "Length in minutes.")
  Double minutes;

  @Option(
      names = "--height",
      defaultValue = "1.78",
      description = "The deckhand's height in metres; the mate's is drawn. [${DEFAULT-VALUE}]")
  double height;

  @Option(
      names = "--fingers",
      description = "Give the deckhand fingers and twist joints (60 joints instead of 22).")
  boolean fingers;

  @Option(
      names = "--pictures",
      description = "The mate is captured at so many pictures a second, each shown until the next.")
  Double pictures;

  @Option(
      names = "--convention",
      description =
          "The mate's files are as others have them: names, rest pose and joints drawn by this"
              + " number.")
  Long convention;

  @Option(
      names = "--damage",
      split = ",",
      description =
          "kind=strength, comma separated: leg drift float floor jitter freeze spike dropout"
              + " collision shake twist pop jolt stick, height burst wild flip round, or all but the"
              + " last five; 1 is usual. Kinds not named stay away. Without this option: the"
              + " deckhand has the first eight, the mate what files from elsewhere suffer from.")
  Map<String, Double> damage;

  @Option(names = "--out", required = true, description = "Folder to write to.")
  Path folder;

  @Option(names = "--replace", description = "Write over another rehearsal that is there.")
  boolean replace;

  private Map<String, Double> strengths() {
    if (damage == null) {
      return Scene.ofKey(take).isPresent() ? Damages.USUAL : Damages.WILD;
    }
    Map<String, Double> named = new LinkedHashMap<>(damage);
    Double every = named.remove("all");
    Map<String, Double> strengths = new LinkedHashMap<>();
    if (every != null) {
      Damages.ALL.keySet().forEach(kind -> strengths.put(kind, every));
    }
    strengths.putAll(named);
    return strengths;
  }

  @Override
  public Integer call() throws Exception {
    if (seconds != null && minutes != null) {
      throw wrong("give --seconds or --minutes, not both");
    }
    Scenario scenario =
        Scene.ofKey(take)
            .<Scenario>map(s -> s)
            .or(() -> MateScene.ofKey(take))
            .orElseThrow(() -> wrong("there is no take '" + take + "'; there are " + new Takes()));
    double length =
        minutes != null ? 60 * minutes : seconds != null ? seconds : scenario.usualSeconds();
    Rehearsal rehearsal =
        scenario instanceof Scene scene
            ? ofDeckhand(scene, length)
            : ofMate((MateScene) scenario, length);
    List<String> names = List.of("truth.bvh", "raw.bvh", "truth.json");
    List<byte[]> files =
        List.of(
            BvhWriter.write(rehearsal.truth(), Unit.CM, Up.Y),
            BvhWriter.write(rehearsal.raw(), Unit.CM, Up.Y),
            rehearsal.truthJson());
    for (int i = 0; i < names.size(); i++) {
      requireFree(folder.resolve(names.get(i)), files.get(i));
    }
    for (int i = 0; i < names.size(); i++) {
      byte[] bytes = files.get(i);
      AtomicFile.write(folder.resolve(names.get(i)), stream -> stream.write(bytes));
      out().printf(Locale.ROOT, "%s  %d bytes%n", folder.resolve(names.get(i)), bytes.length);
    }
    return 0;
  }

  private Rehearsal ofDeckhand(Scene scene, double length) throws FormatException {
    if (pictures != null || convention != null) {
      throw wrong("--pictures and --convention are for takes of the mate: " + MateScene.keys());
    }
    Rehearsal.Order order =
        new Rehearsal.Order(scene, length, rate, seed, height, fingers, strengths());
    Room.need(folder.toString(), memoryBytes(length, fingers ? 60 : 22), "this rehearsal");
    return Rehearsal.of(order);
  }

  private Rehearsal ofMate(MateScene scene, double length) throws FormatException {
    if (fingers) {
      throw wrong("--fingers is for takes of the deckhand: " + Scene.keys());
    }
    if (pictures != null && !(pictures >= 1 && pictures < rate)) {
      throw wrong("--pictures must be from 1 to below the rate");
    }
    Room.need(folder.toString(), memoryBytes(length, 30), "this rehearsal");
    Rehearsal mates =
        pictures == null
            ? Rehearsal.ofMate(scene, length, rate, seed, strengths())
            : Rehearsal.pulledDown(scene, length, pictures, rate, seed, strengths());
    return convention == null ? mates : Convention.drawn(convention).of(mates).take();
  }

  /** As measured: the motion, what was done to it, and both as text. */
  private long memoryBytes(double length, int joints) {
    double samples = Math.max(0, length * rate * joints);
    return (long) (samples * (6 * 32 + 60));
  }

  /** The same take again is no loss; another one, or what was captured, would be. */
  private void requireFree(Path path, byte[] bytes) throws IOException {
    boolean same =
        Files.isRegularFile(path)
            && Files.size(path) == bytes.length
            && Arrays.equals(WholeFile.read(path, WholeFile.MOST_BYTES), bytes);
    if (!replace && !same && Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
      throw new FormatException(
          path.toString(), "another file is there; give another --out, or --replace");
    }
  }
}
