package waxhand.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.ExitCode;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.RunLast;
import picocli.CommandLine.TypeConversionException;
import picocli.CommandLine.UnmatchedArgumentException;
import waxhand.formats.disk.Trouble;

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
      KeysVerb.class,
      PoseVerb.class,
      RetargetVerb.class,
      MapVerb.class,
      CompareVerb.class
    })
public final class Main {
  private Main() {}

  /** The command line as an object, for tests. */
  public static CommandLine commandLine() {
    CommandLine line = new CommandLine(new Main());
    line.registerConverter(Path.class, Main::path);
    line.setParameterExceptionHandler((e, words) -> wrong(e));
    line.setExecutionExceptionHandler((e, cmd, parsed) -> failed(cmd, e));
    line.setExecutionStrategy(
        parsed -> {
          try {
            return new RunLast().execute(parsed);
          } catch (OutOfMemoryError | StackOverflowError e) {
            return failed(line, e);
          }
        });
    return line;
  }

  private static Path path(String text) {
    if (text.indexOf('\uFFFD') >= 0) {
      throw new TypeConversionException(
          "this name cannot be read in the present locale; set LC_ALL=C.UTF-8");
    }
    try {
      return Path.of(text);
    } catch (InvalidPathException e) {
      throw new TypeConversionException("this is no name that a file can have");
    }
  }

  private static int failed(CommandLine line, Throwable e) {
    LegibleWriter.of(line.getErr()).println("waxhand: " + Trouble.words(e));
    return ExitCode.SOFTWARE;
  }

  private static int wrong(ParameterException e) {
    CommandLine line = e.getCommandLine();
    PrintWriter err = LegibleWriter.of(line.getErr());
    err.println("waxhand: " + e.getMessage());
    UnmatchedArgumentException.printSuggestions(e, err);
    err.println("See: " + line.getCommandSpec().qualifiedName() + " --help");
    return ExitCode.USAGE;
  }

  public static void main(String[] args) {
    PrintWriter out = utf8(FileDescriptor.out);
    int code = commandLine().setOut(out).setErr(utf8(FileDescriptor.err)).execute(args);
    if (out.checkError()) {
      System.err.println("waxhand: not all that was to be printed could be");
      code = Math.max(code, ExitCode.SOFTWARE);
    }
    System.exit(code);
  }

  /** Whatever the locale, what is printed is the same. */
  private static PrintWriter utf8(FileDescriptor to) {
    return new PrintWriter(
        new OutputStreamWriter(new Printed(new FileOutputStream(to)), StandardCharsets.UTF_8),
        true);
  }

  /** Who stops listening in the middle, as {@code head} does, has heard enough. */
  private static final class Printed extends FilterOutputStream {
    private boolean heard;

    Printed(OutputStream to) {
      super(to);
    }

    @Override
    public void write(byte[] bytes, int from, int count) throws IOException {
      try {
        if (!heard) {
          out.write(bytes, from, count);
        }
      } catch (IOException e) {
        heard = String.valueOf(e.getMessage()).contains("Broken pipe");
        if (!heard) {
          throw e;
        }
      }
    }
  }
}
