package waxhand.cli;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.BiConsumer;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.formats.Reading;
import waxhand.formats.TakeFiles;
import waxhand.formats.Unit;
import waxhand.formats.Up;

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
    return spec.commandLine().getOut();
  }

  PrintWriter err() {
    return spec.commandLine().getErr();
  }

  /** What a verb does with one of many takes. */
  interface OnTake {
    void run(Path file, ObjectNode node) throws IOException;
  }

  /**
   * Does it for every take; one that fails is reported, in its node too, and the rest is done.
   *
   * @param failed told of each failure: the take and the reason
   * @return how many failed
   */
  int each(List<Path> files, ArrayNode nodes, OnTake work, BiConsumer<Path, String> failed) {
    int failures = 0;
    for (Path file : files) {
      ObjectNode node = nodes.addObject().put("take", file.toString());
      try {
        work.run(file, node);
      } catch (IOException | IllegalArgumentException e) {
        failures++;
        String reason = Main.words(e);
        node.put("error", reason);
        failed.accept(file, reason);
        err().println("waxhand: " + reason);
      }
    }
    return failures;
  }

  RawTake read(Path path) throws IOException {
    return read(path, Reading.GUESS);
  }

  RawTake read(Path path, Reading reading) throws IOException {
    Progress progress = new Progress("reading " + path.getFileName());
    try {
      return TakeFiles.read(path, reading, progress);
    } finally {
      progress.end();
    }
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
      throw wrong("--unit is '" + text + "'; it must be m, cm, mm or in");
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
