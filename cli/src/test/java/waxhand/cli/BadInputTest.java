package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever comes in, one clear line comes out, nothing is half written, and the code is not 0. */
class BadInputTest extends CliTest {
  private Path raw;
  private String text;

  @BeforeEach
  void aGoodTakeToSpoil() throws Exception {
    assertThat(simulate("crate-lift", 3, folder.resolve("sim"))).isZero();
    raw = folder.resolve("sim/raw.bvh");
    text = Files.readString(raw);
  }

  private Path spoiled(String name, byte[] bytes) throws Exception {
    return Files.write(folder.resolve(name), bytes);
  }

  private Path spoiled(String name, String content) throws Exception {
    return spoiled(name, content.getBytes(StandardCharsets.UTF_8));
  }

  private void isRefused(Path bad, String reason) {
    for (String verb : new String[] {"info", "clean", "convert", "compare"}) {
      Path target = folder.resolve("out.bvh");
      int code =
          switch (verb) {
            case "info" -> run("info", bad);
            case "clean" -> run("clean", bad, "--out", target);
            case "convert" -> run("convert", bad, target);
            default -> run("compare", raw, bad);
          };
      assertThat(code).as(verb).isEqualTo(1);
      assertThat(err).as(verb).contains(bad.getFileName().toString()).containsIgnoringCase(reason);
      assertThat(err).as("no stack trace").doesNotContain("\tat ").doesNotContain("Exception");
      assertThat(err.strip().lines()).as("one line").hasSize(1);
      assertThat(target).as("nothing half written").doesNotExist();
    }
  }

  @Test
  void aTakeIsNotWrittenOverItself() throws Exception {
    for (String verb : new String[] {"clean", "convert"}) {
      assertThat(verb.equals("clean") ? run(verb, raw, "--out", raw) : run(verb, raw, raw))
          .as(verb)
          .isEqualTo(1);
      assertThat(err).as(verb).contains("raw take");
      assertThat(raw).as(verb).hasContent(text);
    }
  }

  @Test
  void brokenTakes() throws Exception {
    int motion = text.indexOf("MOTION");
    isRefused(spoiled("empty.bvh", ""), "empty");
    isRefused(spoiled("head.bvh", text.substring(0, motion)), "MOTION");
    isRefused(spoiled("minus.bvh", text.replaceFirst("Frames: \\d+", "Frames: -3")), "frames");
    isRefused(spoiled("time.bvh", text.replaceFirst("Frame Time: \\S+", "Frame Time: 0")), "time");
    isRefused(spoiled("nan.bvh", nanAtTheEnd()), "NaN");
    isRefused(spoiled("binary.bvh", new byte[] {1, 2, 3, 0, (byte) 200, 7}), "binary or UTF-16");
    isRefused(spoiled("wide.bvh", ("\uFEFF" + text).getBytes(StandardCharsets.UTF_16LE)), "UTF-16");
    isRefused(spoiled("other.txt", text), ".bvh");
  }

  /** Takes whose rows are not as many as they say are read, and every verb says so. */
  @Test
  void otherRowsThanSaid() throws Exception {
    for (Path odd :
        new Path[] {
          spoiled("short.bvh", text.substring(0, text.length() - 40)),
          spoiled("zero.bvh", text.replaceFirst("Frames: \\d+", "Frames: 0")),
          spoiled("many.bvh", text.replaceFirst("Frames: \\d+", "Frames: 2000000000"))
        }) {
      Path target = folder.resolve("rows.bvh");
      assertThat(run("convert", odd, target)).isZero();
      assertThat(err).contains(odd.getFileName() + ": the file says").contains("whole rows");
      assertThat(run("info", target)).isZero();
      assertThat(out + err).doesNotContain("whole rows");
      assertThat(run("info", odd)).isZero();
      assertThat(out).contains("whole rows");
    }
  }

  private String nanAtTheEnd() {
    String stripped = text.stripTrailing();
    return stripped.substring(0, stripped.lastIndexOf(' ')) + " NaN\n";
  }

  @Test
  void placesInFilesAreExact() throws Exception {
    String[] lines = text.split("\n");
    int at = 7 + Arrays.asList(lines).indexOf("MOTION");
    lines[at] = lines[at].replaceFirst("^(\\S+ \\S+ )\\S+", "$1oops");
    int column = lines[at].indexOf("oops") + 1;
    Path bad = spoiled("place.bvh", String.join("\n", lines));
    assertThat(run("info", bad)).isEqualTo(1);
    assertThat(err).contains("place.bvh:" + (at + 1) + ":" + column + ":").contains("oops");
  }

  @Test
  void brokenTruthFilesAndStrangeTwins() throws Exception {
    Path truth = folder.resolve("sim/truth.bvh");
    Path bad = spoiled("truth.json", "{\"contacts\": [{\"part\": \"tail\", \"from\": 1}]}");
    assertThat(run("compare", truth, raw, "--truth", bad)).isEqualTo(1);
    assertThat(err).contains("tail").doesNotContain("\tat ");
    assertThat(run("compare", truth, raw, "--truth", spoiled("t.json", "{not json"))).isEqualTo(1);
    assertThat(run("compare", truth, raw, "--truth", folder.resolve("none.json"))).isEqualTo(1);
    Path other =
        spoiled(
            "other.json",
            "{\"contacts\":[{\"part\":\"left-heel\",\"from\":1,\"to\":9999}],"
                + "\"faults\":[{\"kind\":\"spike\",\"part\":\"Hips\",\"from\":1,\"to\":9999}]}");
    for (String verb : new String[] {"survey", "contacts"}) {
      assertThat(run(verb, raw, "--truth", other)).as(verb).isEqualTo(1);
      assertThat(err).contains("other.json: it tells of 9999 frames, but the take has 480");
      assertThat(run(verb, raw, "--truth", folder.resolve("sim/truth.json"))).as(err).isZero();
    }
    Path fingers = folder.resolve("fingers");
    assertThat(
            run("simulate", "--take", "deck-walk", "--fingers", "--seconds", 2, "--out", fingers))
        .isZero();
    assertThat(run("compare", truth, fingers.resolve("raw.bvh"))).isEqualTo(1);
    assertThat(err).contains("joints");
    assertThat(out).as("no figures of what cannot be compared").doesNotContain("mm");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{} | plates",
        "{\"waxhand\": \"recipe\", \"version\": 99, \"plates\": []} | newer",
        "{\"waxhand\": \"recipe\", \"version\": 1, \"plates\": [{\"pass\": \"polish\"}]} | polish",
        "{\"waxhand\": \"recipe\", \"version\": 1, \"plates\": [{\"pass\": \"smooth\", \"settings\":"
            + " {\"cutoffHz\": -4}}]} | cutoffHz",
        "{\"waxhand\": \"recipe\", \"version\": 1, \"plates\": [{\"pass\": \"smooth\", \"settings\":"
            + " {\"shine\": 4}}]} | shine",
        "[1, 2 | JSON"
      })
  void brokenRecipes(String recipe, String reason) throws Exception {
    Path file = spoiled("recipe.json", recipe);
    Path target = folder.resolve("out.bvh");
    assertThat(run("clean", raw, "--recipe", file, "--out", target)).isEqualTo(1);
    assertThat(err).contains("recipe.json").doesNotContain("\tat ");
    if (!reason.equals("plates")) {
      assertThat(err).contains(reason);
    }
    assertThat(target).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"5", "9:5", "a:b", "-4:9", "0:99999", "1:2:3", "3:3"})
  void rangesThatAreNone(String range) {
    Path target = folder.resolve("cut.bvh");
    assertThat(run("convert", raw, target, "--range", range)).isEqualTo(2);
    assertThat(err).contains("range").doesNotContain("\tat ");
    assertThat(target).doesNotExist();
  }

  @Test
  void ordersThatCannotBeSimulated() {
    Path target = folder.resolve("new");
    for (String[] bad :
        new String[][] {
          {"--rate", "0"},
          {"--rate", "1e9"},
          {"--seconds", "-1"},
          {"--seconds", "1e9"},
          {"--rate", "NaN"}
        }) {
      int code = run("simulate", "--take", "deck-walk", bad[0], bad[1], "--out", target);
      assertThat(code).as(bad[0] + " " + bad[1]).isNotZero();
      assertThat(err).isNotBlank().doesNotContain("\tat ");
      assertThat(target).doesNotExist();
    }
  }
}
