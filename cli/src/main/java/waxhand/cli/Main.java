package waxhand.cli;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.util.concurrent.CancellationException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.ExitCode;

/** Where the command line begins. Exit codes: 0 done, 1 a take or file failed, 2 wrong words. */
@Command(
    name = "waxhand",
    mixinStandardHelpOptions = true,
    version = "Wax Hand 0.1.0",
    description = "Cleans motion capture takes.",
    subcommands = {
      SimulateVerb.class,
      InfoVerb.class,
      ConvertVerb.class,
      SurveyVerb.class,
      ContactsVerb.class,
      CleanVerb.class,
      CompareVerb.class
    })
public final class Main {
  private Main() {}

  /** The command line as an object, for tests. */
  public static CommandLine commandLine() {
    CommandLine line = new CommandLine(new Main());
    line.setExecutionExceptionHandler(
        (e, cmd, parsed) -> {
          cmd.getErr().println("waxhand: " + words(e));
          return ExitCode.SOFTWARE;
        });
    return line;
  }

  /** What a person is told of a failure. */
  static String words(Throwable e) {
    if (e instanceof NoSuchFileException) {
      return e.getMessage() + ": there is no such file";
    }
    if (e instanceof AccessDeniedException) {
      return e.getMessage() + ": you may not read or write it";
    }
    if (e instanceof CancellationException) {
      return "stopped";
    }
    if (e instanceof OutOfMemoryError) {
      return "the take does not fit in memory; give Java more with WAXHAND_MEMORY";
    }
    boolean own = e instanceof IOException || e instanceof IllegalArgumentException;
    return own && e.getMessage() != null ? e.getMessage() : e.toString();
  }

  public static void main(String[] args) {
    System.exit(commandLine().execute(args));
  }
}
