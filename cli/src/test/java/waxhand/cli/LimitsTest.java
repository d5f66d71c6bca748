package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Takes at the edge of what can be: whatever can be done with them is done. */
class LimitsTest extends CliTest {
  /** The lines of a good take: skeleton, then one a frame. */
  private List<String> skeleton() throws Exception {
    Path raw = folder.resolve("sim/raw.bvh");
    if (!Files.exists(raw)) {
      assertThat(simulate("deck-walk", 4, folder.resolve("sim"))).isZero();
    }
    List<String> lines = Files.readAllLines(raw);
    return lines.subList(0, lines.indexOf("MOTION"));
  }

  private List<String> frames() throws Exception {
    skeleton();
    List<String> lines = Files.readAllLines(folder.resolve("sim/raw.bvh"));
    return lines.subList(lines.indexOf("MOTION") + 3, lines.size());
  }

  private Path take(String name, List<String> skeleton, List<String> frames, double rate)
      throws Exception {
    List<String> lines = new ArrayList<>(skeleton);
    lines.add("MOTION");
    lines.add("Frames: " + frames.size());
    lines.add(String.format(Locale.ROOT, "Frame Time: %.9f", 1 / rate));
    lines.addAll(frames);
    return Files.write(folder.resolve(name), lines);
  }

  private JsonNode survey(Path take) throws Exception {
    assertThat(run("survey", take, "--json")).as(err).isZero();
    return json();
  }

  /** First pass over a take, with a report; gives the frames that came out. */
  private int cleaned(Path take) throws Exception {
    Path out = folder.resolve("clean.bvh");
    Path report = folder.resolve("report.html");
    assertThat(run("clean", take, "--out", out, "--report", report)).as(err).isZero();
    assertThat(Files.readString(report))
        .contains("findings before")
        .doesNotContain("NaN")
        .doesNotContain("Infinity");
    assertThat(Files.readString(out)).doesNotContain("NaN");
    assertThat(run("info", out, "--json")).isZero();
    return json().get("frames").asInt();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 5})
  void takesOfAFewFrames(int count) throws Exception {
    Path take = take("few.bvh", skeleton(), frames().subList(0, count), 60);
    JsonNode survey = survey(take);
    assertThat(survey.get("frames").asInt()).isEqualTo(count);
    for (JsonNode finding : survey.get("findings")) {
      assertThat(finding.get("from").asInt()).isBetween(0, count - 1);
      assertThat(finding.get("to").asInt()).isBetween(1, count);
    }
    assertThat(cleaned(take)).isEqualTo(count);
  }

  @Test
  void allFramesEqual() throws Exception {
    List<String> same = new ArrayList<>();
    String first = frames().get(0);
    for (int f = 0; f < 400; f++) {
      same.add(first);
    }
    Path take = take("still.bvh", skeleton(), same, 60);
    for (JsonNode finding : survey(take).get("findings")) {
      // a body that stands as it is from first to last is not frozen; it may stand too low
      assertThat(finding.get("kind").asText()).isIn("float", "sink", "collision", "overbend");
    }
    assertThat(cleaned(take)).isEqualTo(400);
  }

  @ParameterizedTest
  @ValueSource(doubles = {10, 1000})
  void slowAndFastCameras(double rate) throws Exception {
    Path take = take("rate.bvh", skeleton(), frames(), rate);
    assertThat(survey(take).get("frames").asInt()).isEqualTo(frames().size());
    assertThat(cleaned(take)).isEqualTo(frames().size());
  }

  /** Names that say nothing leave what needs no roles: spikes, freezes, jitter. */
  @Test
  void aSkeletonWithoutRoles() throws Exception {
    List<String> lines = new ArrayList<>();
    int n = 0;
    for (String line : skeleton()) {
      boolean joint = line.contains("JOINT ") || line.contains("ROOT ");
      lines.add(joint ? line.replaceAll("(JOINT|ROOT) \\S+", "$1 q" + n++) : line);
    }
    Path take = take("nameless.bvh", lines, frames(), 60);
    Set<String> named = kinds(survey(folder.resolve("sim/raw.bvh")));
    Set<String> nameless = kinds(survey(take));
    assertThat(nameless).contains("spike", "freeze", "jitter").isSubsetOf(named);
    assertThat(cleaned(take)).isEqualTo(frames().size());
    assertThat(run("survey", folder.resolve("clean.bvh"))).isZero();
    assertThat(run("compare", take, folder.resolve("clean.bvh"))).isZero();
  }

  /** One chain of joints, as of a rope: no body at all. */
  @Test
  void oneJointOnly() throws Exception {
    List<String> one =
        List.of(
            "HIERARCHY",
            "ROOT Buoy",
            "{",
            "  OFFSET 0 0 0",
            "  CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation Yrotation",
            "  End Site",
            "  {",
            "    OFFSET 0 10 0",
            "  }",
            "}");
    List<String> frames = new ArrayList<>();
    for (int f = 0; f < 300; f++) {
      double up = f == 150 ? 90 : 100 + 5 * Math.sin(f / 20.0);
      frames.add(
          String.format(Locale.ROOT, "0 %.5f %.5f %.5f 0 0", up, f * 0.5, 10 * Math.sin(f / 30.0)));
    }
    Path take = take("buoy.bvh", one, frames, 60);
    JsonNode survey = survey(take);
    assertThat(kinds(survey)).contains("spike");
    JsonNode spike = survey.get("findings").get(0);
    assertThat(spike.get("parts").get(0).asText()).isEqualTo("Buoy");
    assertThat(spike.get("worst").asInt()).isEqualTo(150);
    assertThat(cleaned(take)).isEqualTo(300);
    assertThat(kinds(survey(folder.resolve("clean.bvh")))).doesNotContain("spike");
  }

  /** Without legs there is no floor to find, and nothing slides, floats or sinks. */
  @Test
  void aBodyWithoutLegs() throws Exception {
    List<String> lines = new ArrayList<>();
    List<Integer> kept = new ArrayList<>();
    int channel = 0;
    int depth = 0;
    int skipped = -1;
    for (String line : skeleton()) {
      String word = line.strip();
      boolean leg =
          word.startsWith("JOINT ")
              && word.matches(
                  "JOINT (Left|Right)UpLeg.*|JOINT (Left|Right)Thigh.*|JOINT (Left|Right)Hip.*");
      if (leg && skipped < 0) {
        skipped = depth;
      }
      if (word.startsWith("CHANNELS ")) {
        int count = Integer.parseInt(word.split(" +")[1]);
        for (int c = 0; c < count; c++) {
          if (skipped < 0) {
            kept.add(channel + c);
          }
        }
        channel += count;
      }
      if (skipped < 0) {
        lines.add(line);
      }
      depth += word.equals("{") ? 1 : word.equals("}") ? -1 : 0;
      if (skipped >= 0 && word.equals("}") && depth == skipped) {
        skipped = -1;
      }
    }
    assertThat(kept).hasSizeLessThan(channel).hasSizeGreaterThan(20);
    List<String> frames = new ArrayList<>();
    for (String frame : frames()) {
      String[] values = frame.strip().split("\\s+");
      frames.add(String.join(" ", kept.stream().map(i -> values[i]).toList()));
    }
    Path take = take("bust.bvh", lines, frames, 60);
    assertThat(kinds(survey(take)))
        .contains("spike", "jitter")
        .doesNotContain("slide", "float", "sink");
    assertThat(cleaned(take)).isEqualTo(frames.size());
  }

  private static Set<String> kinds(JsonNode survey) {
    Set<String> kinds = new TreeSet<>();
    survey.get("findings").forEach(f -> kinds.add(f.get("kind").asText()));
    return kinds;
  }
}
