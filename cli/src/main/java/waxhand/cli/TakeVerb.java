package waxhand.cli;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.NullNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.disk.Trouble;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.disk.WholeFile;
import waxhand.formats.takes.Formats;
import waxhand.formats.takes.TakeFiles;

/** What the verbs share: how takes are read and how figures come out. */
abstract class TakeVerb implements Callable<Integer> {
  static final ObjectMapper JSON = new ObjectMapper();

  @Spec CommandSpec spec;

  @Option(
      names = {"-h", "--help"},
      usageHelp = true,
      description = "Show this help.")
  boolean help;

  PrintWriter out() {
    return LegibleWriter.of(spec.commandLine().getOut());
  }

  /** Why a plate of a chain cannot do what it is there for, if so. */
  static Optional<String> complaint(Evaluator.Stages stages, int k) {
    Motion in = stages.motions().get(k);
    int frames = stages.motions().get(0).clip().frames();
    Plate placed = stages.chain().placed(k, stages.chain().timing(frames, k));
    return stages
        .prepared()
        .get(k)
        .map(ready -> placed.complaint(in, ready))
        .orElseGet(() -> placed.complaint(in));
  }

  /**
   * Where the results of takes go, checked before any of it is written: to a file, the first of
   * several takes in one, or to a folder, all of them.
   *
   * @param target what was asked for
   * @param animation the one that is meant of several in a file, where that was said
   * @param ending of files in a folder; as their takes have where it is empty
   * @param untouchable what else is read. Modified: by the takes, and what they go to.
   * @throws FormatException if anything that is read would be written over
   */
  Targets targets(
      TakeList list,
      Path target,
      String animation,
      Optional<String> ending,
      Untouchable untouchable)
      throws FormatException {
    boolean file = Formats.named(target.toString()).isPresent() && !Files.isDirectory(target);
    List<Path> files = list.files();
    if (file && files.size() > 1) {
      throw wrong("--out is a file, but there are " + files.size() + " takes; give a folder");
    }
    if (!file && Files.exists(target) && !Files.isDirectory(target)) {
      throw wrong(
          "--out is neither a folder nor a " + Formats.endings(Formats.writable()) + " file");
    }
    boolean firsts = file || animation != null;
    List<TakeIn> takes = firsts ? TakeIn.firsts(files) : TakeIn.all(files);
    Targets targets = file ? Targets.one(takes, target) : Targets.in(target, takes, ending);
    files.forEach(take -> untouchable.reads(take, "the raw take"));
    for (TakeIn take : takes) {
      untouchable.claim(targets.of(take));
    }
    return targets;
  }

  PrintWriter err() {
    return LegibleWriter.of(spec.commandLine().getErr());
  }

  /** Prints JSON. What is not known, such as a share of nothing, is null in it. */
  void print(JsonNode node) throws IOException {
    out().println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(finite(node)));
  }

  private static JsonNode finite(JsonNode node) {
    if (node.isDouble() && !Double.isFinite(node.doubleValue())) {
      return NullNode.getInstance();
    }
    if (node instanceof ObjectNode object) {
      object.properties().forEach(e -> e.setValue(finite(e.getValue())));
    } else if (node instanceof ArrayNode array) {
      for (int n = 0; n < array.size(); n++) {
        array.set(n, finite(array.get(n)));
      }
    }
    return node;
  }

  /** What a verb does with one of many takes. */
  interface OnTake {
    void run(TakeIn take, ObjectNode node) throws IOException;
  }

  /**
   * Does it for every take; one that fails, for whatever reason, is reported, in its node too, and
   * the rest is done.
   *
   * @param empty folders without a take, and why
   * @param failed told of each failure: the take and the reason
   * @return how many failed
   */
  int each(
      List<TakeIn> takes,
      Map<Path, String> empty,
      ArrayNode nodes,
      OnTake work,
      BiConsumer<Path, String> failed) {
    int failures = 0;
    for (Map.Entry<Path, String> none : empty.entrySet()) {
      failures++;
      fail(TakeIn.of(none.getKey()), none.getValue(), nodes.addObject(), failed);
    }
    for (TakeIn take : takes) {
      Path file = take.file();
      ObjectNode node = nodes.addObject();
      name(take, node);
      try {
        work.run(take, node);
      } catch (CancellationException e) {
        throw e;
      } catch (Exception | OutOfMemoryError | StackOverflowError e) {
        failures++;
        String reason = Trouble.words(e);
        boolean named = reason.contains(Legible.whole(file.toString()));
        fail(take, named ? reason : file + ": " + reason, node, failed);
      }
    }
    return failures;
  }

  private static void name(TakeIn take, ObjectNode node) {
    node.put("take", take.file().toString());
    take.animation().ifPresent(a -> node.put("animation", a));
  }

  private void fail(TakeIn take, String told, ObjectNode node, BiConsumer<Path, String> failed) {
    node.removeAll();
    name(take, node);
    node.put("error", told);
    failed.accept(take.file(), told);
    err().println("waxhand: " + told);
  }

  /** Reads what is asked of a truth file. */
  interface OfTruth<T> {
    T read(byte[] json) throws IOException;
  }

  <T> T truth(Path file, OfTruth<T> part) throws IOException {
    byte[] bytes = WholeFile.read(file, WholeFile.MOST_TEXT);
    try {
      return part.read(bytes);
    } catch (JsonProcessingException e) {
      JsonLocation at = e.getLocation();
      throw new FormatException(
          file.toString(),
          at == null ? 0 : at.getLineNr(),
          at == null ? 0 : at.getColumnNr(),
          "this is not JSON");
    } catch (IOException e) {
      throw new FormatException(file.toString(), Trouble.words(e));
    }
  }

  /** Refuses a truth that speaks of frames which the take does not have: it is another take's. */
  void requireSame(Path truth, Stream<Frames> told, Motion take) throws FormatException {
    int last = told.mapToInt(Frames::to).max().orElse(0);
    int frames = take.clip().frames();
    if (last > frames) {
      throw new FormatException(
          truth.toString(), "it tells of " + last + " frames, but the take has " + frames);
    }
  }

  RawTake read(Path path) throws IOException {
    return read(path, Reading.GUESS);
  }

  RawTake read(Path path, ReadingOptions how) throws IOException {
    return read(path, how(how));
  }

  RawTake read(TakeIn take, ReadingOptions how) throws IOException {
    return read(take.file(), take.how(how(how)));
  }

  /** What is overruled in reading, checked. */
  Reading how(ReadingOptions options) {
    try {
      return options.reading();
    } catch (IllegalArgumentException e) {
      throw wrong(e.getMessage());
    }
  }

  RawTake read(Path path, Reading reading) throws IOException {
    Progress progress = new Progress("reading", path);
    RawTake raw;
    try {
      raw = TakeFiles.read(path, reading, progress);
    } finally {
      progress.end();
    }
    if (remarksAreSaid()) {
      raw.remarks().forEach(r -> err().println("waxhand: " + path + ": " + r));
    }
    return raw;
  }

  /** Whether what is odd in a take is said beside the results. */
  boolean remarksAreSaid() {
    return true;
  }

  ParameterException wrong(String reason) {
    return new ParameterException(spec.commandLine(), reason);
  }

  /** "A:B", frames from A up to but not with B, counted from 0; either may be left out. */
  Optional<Frames> range(String text, int frames) {
    if (text == null) {
      return Optional.empty();
    }
    String[] ends = text.split(":", -1);
    try {
      int from = ends[0].isEmpty() ? 0 : Integer.parseInt(ends[0]);
      int to = ends[ends.length - 1].isEmpty() ? frames : Integer.parseInt(ends[ends.length - 1]);
      if (ends.length == 2 && from >= 0 && from < to && to <= frames) {
        return Optional.of(new Frames(from, to));
      }
    } catch (NumberFormatException e) {
      throw wrong("--range is '" + text + "'; it must be like 120:480");
    }
    throw wrong("--range is '" + text + "'; the take has frames 0:" + frames);
  }

  Optional<Unit> unit(String text) {
    if (text == null) {
      return Optional.empty();
    }
    Optional<Unit> unit = Unit.ofKey(text);
    if (unit.isEmpty()) {
      throw wrong("--unit is '" + text + "'; it must be m, cm, mm, in, ft or dm");
    }
    return unit;
  }

  Optional<Up> up(String text) {
    if (text == null) {
      return Optional.empty();
    }
    Optional<Up> up = Up.ofKey(text);
    if (up.isEmpty()) {
      throw wrong("--up is '" + text + "'; it must be Y or Z");
    }
    return up;
  }
}
