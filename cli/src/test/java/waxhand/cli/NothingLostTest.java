package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.project.RawTake;

/** Whatever is asked for, nothing that is read is written over, and nothing is left lying about. */
class NothingLostTest extends CliTest {
  private Path raw;

  @BeforeEach
  void capture() throws Exception {
    assertThat(simulate("deck-walk", 5, folder.resolve("sim"), 2)).isZero();
    raw = Files.copy(folder.resolve("sim/raw.bvh"), folder.resolve("in.bvh"));
  }

  /** Every file below the folder, by a checksum of what it holds. */
  private Map<Path, String> everything() throws IOException {
    Map<Path, String> all = new TreeMap<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
        all.put(folder.relativize(file), RawTake.sha256(Files.readAllBytes(file)));
      }
    }
    return all;
  }

  private void changesNothing(String reason, Object... words) throws IOException {
    Map<Path, String> before = everything();
    assertThat(run(words)).isEqualTo(1);
    assertThat(err).contains(reason).hasLineCount(1);
    assertThat(everything()).isEqualTo(before);
  }

  @Test
  void outputsNeverTakeThePlaceOfInputsOrOfEachOther() throws Exception {
    Path out = folder.resolve("o.bvh");
    Path recipe = folder.resolve("r.json");
    Files.writeString(recipe, "{\"waxhand\":\"recipe\",\"version\":1,\"plates\":[]}");
    Path link = Files.createSymbolicLink(folder.resolve("link.bvh"), raw);
    Path hard = Files.createLink(folder.resolve("hard.html"), raw);
    String lost = "the raw take would be overwritten";
    changesNothing(lost, "clean", raw, "--out", out, "--report", raw);
    changesNothing(lost, "clean", raw, "--out", out, "--report", hard);
    changesNothing(lost, "clean", raw, "--out", link);
    changesNothing(lost, "clean", link, "--out", raw);
    changesNothing(lost, "clean", raw, "--out", folder.resolve("sim/../in.bvh"));
    changesNothing(lost, "convert", raw, link, "--unit", "m");
    changesNothing("two results", "clean", raw, "--out", out, "--report", out);
    changesNothing(
        "the recipe", "clean", raw, "--recipe", recipe, "--out", out, "--report", recipe);
    Path notes = Files.writeString(folder.resolve("notes.txt"), "do not forget");
    changesNothing("no report", "clean", raw, "--out", out, "--report", notes);
    changesNothing("no report", "clean", raw, "--out", out, "--report", folder.resolve("sim"));
    changesNothing(
        "another file is there",
        "simulate",
        "--take",
        "crate-lift",
        "--rate",
        30,
        "--seconds",
        1,
        "--out",
        folder.resolve("sim"));
  }

  @Test
  void takesOfOneNameFromSeveralFoldersGetNamesThatDiffer() throws Exception {
    Path d2 = Files.createDirectory(folder.resolve("d2"));
    Path d3 = Files.createDirectory(folder.resolve("d3"));
    Path twin = Files.copy(raw, d2.resolve("b.bvh"));
    Path other = Files.copy(folder.resolve("sim/truth.bvh"), d3.resolve("b.bvh"));
    Path single = Files.copy(raw, d3.resolve("single.bvh"));
    Path tricky = Files.copy(raw, d3.resolve("d2-b.bvh"));
    Map<Path, String> before = everything();
    changesNothing("would be overwritten", "clean", d2, d3, "--out", d2.resolve("../d3"));
    Path out = folder.resolve("out");
    assertThat(run("clean", twin, other, single, tricky, twin, "--out", out, "--json")).isZero();
    assertThat(json()).as("none twice").hasSize(4);
    try (Stream<Path> written = Files.list(out)) {
      assertThat(written.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder("d2-b-2.bvh", "d3-b.bvh", "single.bvh", "d2-b.bvh");
    }
    assertThat(json().get(0).get("out").asText()).endsWith("d2-b-2.bvh");
    assertThat(everything()).containsAllEntriesOf(before);
  }

  /** What a second order does to what the first one wrote. */
  @Test
  void doingTheSameAgainWorks() throws Exception {
    Path c = folder.resolve("c.bvh");
    assertThat(run("convert", raw, c)).isZero();
    Map<Path, String> once = everything();
    assertThat(run("convert", raw, c)).as("equal bytes are not the same file").isZero();
    assertThat(everything()).isEqualTo(once);
    assertThat(run("convert", raw, c, "--unit", "m")).isZero();
    assertThat(everything().get(Path.of("c.bvh"))).isNotEqualTo(once.get(Path.of("c.bvh")));
    Path report = folder.resolve("r.html");
    for (int n = 0; n < 2; n++) {
      assertThat(run("clean", raw, "--out", c, "--report", report)).as(err).isZero();
      assertThat(simulate("deck-walk", 5, folder.resolve("sim"), 2)).as(err).isZero();
    }
    assertThat(
            run(
                "simulate",
                "--take",
                "crate-lift",
                "--rate",
                30,
                "--seconds",
                1,
                "--replace",
                "--out",
                folder.resolve("sim")))
        .isZero();
    assertThat(everything().keySet().stream().map(Path::toString))
        .as("no temporary file is left")
        .noneMatch(name -> name.endsWith(".part"));
  }

  @Test
  void oneTakeDoesNotStopTheRest() throws Exception {
    Files.createDirectory(folder.resolve("empty"));
    String text = Files.readString(raw);
    Path slow = text(folder.resolve("slow.bvh"), text.replaceFirst("(?<=Time: )\\S+", "1e300"));
    Path quick = text(folder.resolve("quick.bvh"), text.replaceFirst("(?<=Time: )\\S+", "1e-300"));
    Path far = text(folder.resolve("far.bvh"), text.stripTrailing() + "e200\n");
    Path report = folder.resolve("r.html");
    int code =
        run(
            "clean",
            slow,
            folder.resolve("empty"),
            quick,
            far,
            folder.resolve("none.bvh"),
            raw,
            "--out",
            folder.resolve("out"),
            "--report",
            report,
            "--json");
    assertThat(code).isEqualTo(1);
    assertThat(err.lines()).hasSize(5);
    assertThat(err)
        .contains(slow + ":", quick + ":", far + ":", "none.bvh: there is no such file")
        .contains("a frame time from 0.0005 to 1 s")
        .contains("empty: there is no take in this folder");
    assertThat(json()).hasSize(6);
    assertThat(json().get(5).get("frames").asInt()).isEqualTo(120);
    for (int n = 0; n < 5; n++) {
      assertThat(json().get(n).has("error")).as("%d", n).isTrue();
      assertThat(json().get(n).has("out")).as("%d", n).isFalse();
    }
    assertThat(Files.readString(report)).contains("1e300").contains("in.bvh").endsWith("</html>\n");
    assertThat(folder.resolve("out/in.bvh")).exists();
  }

  private static Path text(Path file, String text) throws IOException {
    return Files.writeString(file, text);
  }

  /** Numbers that no take has are refused where they stand. */
  @ParameterizedTest
  @CsvSource({
    "Frame Time: \\S+, Frame Time: 1.0001, a frame time from 0.0005 to 1 s",
    "Frame Time: \\S+, Frame Time: 0.000499, a frame time from 0.0005 to 1 s",
    "OFFSET \\S+, OFFSET 10000001, within 10 km",
    "(?s)(Frame Time: \\S+\\s+)\\S+, $11000000.5, within a million degrees"
  })
  void absurdNumbersAreRefusedWithTheirPlace(String what, String by, String reason)
      throws Exception {
    Path bad = text(folder.resolve("bad.bvh"), Files.readString(raw).replaceFirst(what, by));
    assertThat(run("info", bad)).isEqualTo(1);
    assertThat(err).containsPattern("bad\\.bvh:\\d+:\\d+: expected .*" + reason).hasLineCount(1);
  }

  @Test
  void aRateThatIsWrongCanBeSet() throws Exception {
    String text = Files.readString(raw).replaceFirst("(?<=Time: )\\S+", "17");
    Path ms = text(folder.resolve("ms.bvh"), text);
    Path out = folder.resolve("o.bvh");
    assertThat(run("convert", ms, out)).isEqualTo(1);
    assertThat(run("convert", ms, out, "--from-rate", 0.5)).isEqualTo(2);
    assertThat(run("convert", ms, out, "--from-rate", 60)).as(err).isZero();
    assertThat(run("info", out, "--json")).as(err).isZero();
    assertThat(json().get("rateHz").asDouble()).isEqualTo(60);
  }
}
