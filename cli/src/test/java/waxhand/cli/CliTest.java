package waxhand.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Runs the command line in a folder of its own and keeps what it said. */
abstract class CliTest {
  @TempDir Path folder;
  String out;
  String err;

  int run(Object... words) {
    StringWriter o = new StringWriter();
    StringWriter e = new StringWriter();
    CommandLine line = Main.commandLine().setOut(new PrintWriter(o)).setErr(new PrintWriter(e));
    int code = line.execute(Arrays.stream(words).map(Object::toString).toArray(String[]::new));
    out = o.toString();
    err = e.toString();
    return code;
  }

  JsonNode json() throws Exception {
    return new ObjectMapper().readTree(out);
  }

  /** A short take; says whether that worked. */
  int simulate(String take, int seed, Path target) {
    return simulate(take, seed, target, 8);
  }

  int simulate(String take, int seed, Path target, int seconds) {
    return run(
        "simulate",
        "--take",
        take,
        "--seed",
        seed,
        "--rate",
        60,
        "--seconds",
        seconds,
        "--out",
        target);
  }
}
