package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.node.ArrayNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import waxhand.core.text.Legible;

/** What is said is said in one line, the same everywhere, and nothing obeys it. */
class MessagesTest extends CliTest {
  private static final String HEAD =
      "HIERARCHY\nROOT %s\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
          + " Xrotation Yrotation\n}\nMOTION\nFrames: %d\nFrame Time: 0.01\n";

  private Path take(String name, String joint, int frames) throws IOException {
    String text = String.format(Locale.ROOT, HEAD, joint, frames) + "0 90 0 0 0 0\n".repeat(frames);
    return Files.writeString(folder.resolve(name), text);
  }

  @Test
  void whatTheTerminalWouldObeyIsShown() throws Exception {
    Path take = take("escape\u001b[2J.bvh", "a\u001b[2Jb\u202Ec\u0007", 4);
    for (String verb : new String[] {"info", "survey", "contacts"}) {
      assertThat(run(verb, take)).as(err).isZero();
      assertThat(out.replace("\n", "").codePoints().anyMatch(Legible::isObeyed)).isFalse();
    }
    assertThat(run("info", take)).isZero();
    assertThat(out).contains("a\\u001b[2Jb\\u202ec\\u0007").contains("escape\\u001b[2J.bvh: 1 ");
    assertThat(run("info", take, "--json")).isZero();
    assertThat(json().get("roles").get("hips").asText())
        .as("JSON still holds what the file does")
        .isEqualTo("a\u001b[2Jb\u202Ec\u0007");
    Path none = folder.resolve("none\u001b[2J.bvh");
    assertThat(run("info", none)).isEqualTo(1);
    assertThat(err).contains("none\\u001b[2J.bvh: there is no such file").hasLineCount(1);
    assertThat(run("info", "--\u001b[2J")).isEqualTo(2);
    assertThat(err).doesNotContain("\u001b");
  }

  @Test
  void noMoreThanTwoHundredCharactersAreQuoted() throws Exception {
    String huge = "q".repeat(300_000);
    assertThat(run("info", take("name.bvh", huge, 4))).isZero();
    assertThat(out.lines().mapToInt(String::length).max().getAsInt()).isLessThan(400);
    Path word = Files.writeString(folder.resolve("word.bvh"), "HIERARCHY\nROOT a\n{\n" + huge);
    assertThat(run("info", word)).isEqualTo(1);
    assertThat(err.length()).isLessThan(400);
    Path recipe = folder.resolve("r.json");
    Files.writeString(
        recipe, "{\"waxhand\":\"recipe\",\"version\":1,\"plates\":[{\"pass\":\"" + huge + "\"}]}");
    assertThat(run("clean", word, "--recipe", recipe, "--out", folder.resolve("o.bvh")))
        .isEqualTo(1);
    assertThat(err).contains("plates[0].pass").hasSizeLessThan(600);
  }

  /** Digits, points and groups of another country are in no figure. */
  @Test
  void numbersAreAlikeInEveryLocale() throws Exception {
    Locale before = Locale.getDefault();
    List<String> said = new ArrayList<>();
    try {
      for (String tag : new String[] {"en", "ar-EG-u-nu-arab", "de-DE", "hi-IN-u-nu-deva"}) {
        Locale.setDefault(Locale.forLanguageTag(tag));
        StringBuilder all = new StringBuilder();
        assertThat(simulate("deck-walk", 5, folder.resolve("sim"), 2)).isZero();
        all.append(out);
        Path raw = folder.resolve("sim/raw.bvh");
        Path clean = folder.resolve("sim/clean.bvh");
        Path report = folder.resolve("sim/r.html");
        assertThat(
                run(
                    "clean",
                    raw,
                    raw.resolveSibling("truth.bvh"),
                    "--out",
                    folder.resolve("out"),
                    "--report",
                    report))
            .isZero();
        all.append(out).append(Files.readString(report));
        assertThat(run("convert", raw, clean, "--range", "0:100")).isZero();
        all.append(out).append(Files.readString(clean));
        for (String verb : new String[] {"info", "survey", "contacts"}) {
          assertThat(run(verb, raw)).isZero();
          all.append(out);
        }
        assertThat(run("compare", raw.resolveSibling("truth.bvh"), raw)).isZero();
        said.add(all.append(out).toString());
      }
    } finally {
      Locale.setDefault(before);
    }
    assertThat(said).allSatisfy(each -> assertThat(each).isEqualTo(said.get(0)));
  }

  @Test
  void whatIsNotKnownIsNullInJson() throws Exception {
    Path still = take("still.bvh", "a", 9);
    assertThat(run("compare", still, still, "--json")).isZero();
    assertThat(json().get("kneePops").isNull()).isTrue();
    assertThat(out).doesNotContain("NaN", "Infinity");
    assertThat(run("compare", still, still)).isZero();
    assertThat(out).contains("not known").doesNotContain("NaN", "Infinity");
  }

  /** A verb whose work fails in every way there is. */
  @Command(name = "fail")
  private static final class FailVerb extends TakeVerb {
    final ArrayNode nodes = JSON.createArrayNode();
    final List<Path> files;
    final List<Throwable> faults;

    FailVerb(List<Path> files, List<Throwable> faults) {
      this.files = files;
      this.faults = faults;
    }

    @Override
    public Integer call() {
      List<String> told = new ArrayList<>();
      int failed =
          each(
              TakeIn.firsts(TakeList.of(files).files()),
              Map.of(),
              nodes,
              (take, node) -> {
                node.put("half", "done");
                throwIt(faults.get(files.indexOf(take.file())));
              },
              (file, why) -> told.add(why));
      assertThat(told).hasSize(failed);
      return failed;
    }

    private static void throwIt(Throwable fault) throws IOException {
      if (fault instanceof IOException e) {
        throw e;
      }
      if (fault instanceof Error e) {
        throw e;
      }
      throw (RuntimeException) fault;
    }
  }

  @Test
  void whateverATakeRaisesIsToldAndTheRestGoesOn() {
    List<Throwable> faults =
        List.of(
            new ArrayIndexOutOfBoundsException("Index 5 out of bounds for length 3"),
            new OutOfMemoryError("Java heap space"),
            new StackOverflowError(),
            new IOException("the line broke"),
            new IllegalStateException(new NullPointerException()));
    List<Path> files = new ArrayList<>();
    for (int n = 0; n < faults.size(); n++) {
      files.add(folder.resolve(n + ".bvh"));
    }
    FailVerb verb = new FailVerb(files, faults);
    StringWriter said = new StringWriter();
    CommandLine line = new CommandLine(verb).setErr(new PrintWriter(said));
    assertThat(line.execute()).isEqualTo(faults.size());
    assertThat(said.toString().lines()).hasSize(faults.size());
    assertThat(said.toString())
        .contains("0.bvh: this is a fault of Wax Hand itself (array index out of bounds, cli.")
        .contains("1.bvh: there is not enough memory for this; give Java more: WAXHAND_MEMORY=")
        .contains("3.bvh: the line broke")
        .doesNotContain("Exception", "heap");
    assertThat(verb.nodes).allSatisfy(node -> assertThat(node.has("half")).isFalse());
  }

  /** The program itself, as a process of its own with little memory and no locale to speak of. */
  @Test
  @Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void tooLittleMemoryIsToldBeforehandInOneLine() throws Exception {
    Path big = take("größe.bvh", "a", 1_500_000);
    Path out = folder.resolve("o.bvh");
    for (String[] words :
        new String[][] {
          {"clean", big.toString(), "--out", out.toString()},
          {"simulate", "--take", "deck-walk", "--minutes", "90", "--out", folder + "/sim"}
        }) {
      Process process = program("C.UTF-8", words);
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      assertThat(process.waitFor()).as(said).isEqualTo(1);
      assertThat(said.lines()).as(said).hasSize(1);
      assertThat(said).contains("would need").contains("WAXHAND_MEMORY=");
    }
    assertThat(out).doesNotExist();
    assertThat(folder.resolve("sim")).doesNotExist();
  }

  /**
   * The script sets a locale that has all characters; where it did not, no wrong file is sought.
   */
  @Test
  @Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void aNameThatTheLocaleCannotHoldIsRefusedWithTheCure() throws Exception {
    Process process = program("C", "info", "größe.bvh");
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(said).isEqualTo(2);
    assertThat(said).contains("set LC_ALL=C.UTF-8").doesNotContain("Exception");
    assertThat(Files.readString(Path.of("../waxhand"))).contains("export LC_ALL=C.UTF-8");
  }

  /** The program as a process of its own, with little memory. */
  private static Process program(String locale, String... words) throws IOException {
    List<String> command = new ArrayList<>();
    command.add(System.getProperty("java.home") + "/bin/java");
    command.addAll(List.of("-Xmx64m", "-cp", System.getProperty("java.class.path")));
    command.add("waxhand.cli.Main");
    command.addAll(List.of(words));
    ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
    builder.environment().put("LC_ALL", locale);
    return builder.start();
  }
}
