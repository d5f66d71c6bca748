package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.formats.bvh.BvhReader;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;

/** Files as others write them: the same take with its text changed. */
class WildTakesTest {
  private static final double RATE = 60;
  private static String text;
  private static Body body;

  @BeforeAll
  static void write() throws FormatException {
    Rehearsal take = Rehearsal.ofMate(MateScene.WATCH_WALK, 4, RATE, 99, Map.of());
    text = new String(BvhWriter.write(take.raw(), Unit.CM, Up.Y), StandardCharsets.ISO_8859_1);
    body = read(text).motion().body();
  }

  private static RawTake read(String text) throws FormatException {
    return read(text, Reading.GUESS);
  }

  private static RawTake read(String text, Reading reading) throws FormatException {
    return BvhReader.read(
        "w.bvh", text.getBytes(StandardCharsets.ISO_8859_1), reading, Work.UNWATCHED);
  }

  private static List<String> rows(String text) {
    List<String> lines = List.of(text.split("\r?\n"));
    int first = 0;
    while (!lines.get(first).startsWith("Frame Time")) {
      first++;
    }
    return lines.subList(first + 1, lines.size());
  }

  private static String head(String text) {
    return text.substring(0, text.indexOf("MOTION"));
  }

  private static String file(String head, List<String> rows) {
    return head
        + "MOTION\nFrames: "
        + rows.size()
        + "\nFrame Time: 0.0166667\n"
        + String.join("\n", rows)
        + "\n";
  }

  /** With every offset and place multiplied. */
  private static String scaled(double by) {
    Matcher offsets = Pattern.compile("OFFSET (\\S+) (\\S+) (\\S+)").matcher(head(text));
    String head =
        offsets.replaceAll(
            m ->
                "OFFSET "
                    + by * Double.parseDouble(m.group(1))
                    + " "
                    + by * Double.parseDouble(m.group(2))
                    + " "
                    + by * Double.parseDouble(m.group(3)));
    List<String> rows = new ArrayList<>();
    for (String row : rows(text)) {
      String[] n = row.trim().split("\\s+");
      for (int i = 0; i < 3; i++) {
        n[i] = Double.toString(by * Double.parseDouble(n[i]));
      }
      rows.add(String.join(" ", n));
    }
    return file(head, rows);
  }

  @Test
  void anySizeIsUnderstoodAndSaid() throws Exception {
    RawTake inches = read(scaled(1 / 2.54));
    assertThat(inches.reading()).containsEntry("unit", "in");
    RawTake odd = read(scaled(0.01 / 0.173));
    assertThat(odd.motion().body().heightM()).isCloseTo(1.75, within(0.01));
    assertThat(odd.remarks()).anyMatch(r -> r.contains("taken to be 1.75 m tall"));
    RawTake set = read(scaled(0.01 / 0.173), Reading.GUESS.withHeight(body.heightM()));
    assertThat(Unit.ofKey(set.reading().get("unit")).orElseThrow().metres())
        .isCloseTo(0.173, within(0.002));
    // what nobody touched leaves with its digits, in whatever unit it came
    byte[] out =
        BvhWriter.write(
            odd.motion().clip(),
            odd,
            odd.motion().clip().allFrames(),
            Unit.ofKey(odd.reading().get("unit")).orElseThrow(),
            Up.Y,
            Work.UNWATCHED);
    assertThat(rows(new String(out, StandardCharsets.ISO_8859_1)))
        .isEqualTo(rows(scaled(0.01 / 0.173)));
  }

  @Test
  void restRowsAreKeptApartAndAreWrittenWhereTheyAreWanted() throws Exception {
    List<String> rows = new ArrayList<>(rows(text));
    int count = rows.get(0).trim().split("\\s+").length;
    rows.add(0, String.join(" ", java.util.Collections.nCopies(count, "0.000000")));
    RawTake raw = read(file(head(text), rows));
    assertThat(raw.restFrames()).isEqualTo(1);
    assertThat(raw.motion().clip().frames()).isEqualTo(rows.size() - 1);
    assertThat(raw.remarks()).anyMatch(r -> r.contains("rest pose"));
    assertThat(read(text).restFrames()).as("a take that begins moving").isZero();
    RawTake none = read(file(head(text), rows), Reading.GUESS.withRestFrames(0));
    assertThat(none.motion().clip().frames()).isEqualTo(rows.size());
    Frames all = raw.motion().clip().allFrames();
    byte[] with =
        BvhWriter.writeWithRest(raw.motion().clip(), raw, all, Unit.CM, Up.Y, Work.UNWATCHED);
    byte[] without = BvhWriter.write(raw.motion().clip(), raw, all, Unit.CM, Up.Y, Work.UNWATCHED);
    assertThat(rows(new String(with, StandardCharsets.ISO_8859_1))).isEqualTo(rows);
    assertThat(rows(new String(without, StandardCharsets.ISO_8859_1)))
        .isEqualTo(rows.subList(1, rows.size()));
  }

  @Test
  void whatHasNoMotionOrNoSizeIsReadAndSaid() throws Exception {
    int numbers = rows(text).get(0).trim().split("\\s+").length;
    String still = String.join(" ", Collections.nCopies(numbers, "0"));
    for (int count : new int[] {1, 3}) {
      RawTake rest = read(file(head(text), Collections.nCopies(count, still)));
      assertThat(rest.motion().clip().frames()).isEqualTo(count);
      assertThat(rest.remarks()).contains("nothing moves: the file holds a rest pose alone");
      assertThat(rest.motion().body().joint(Role.LEFT_FOOT)).isPresent();
    }
    RawTake point = read(scaled(0));
    assertThat(point.remarks())
        .contains(
            "all joints are at one place, so no size can be told: lengths are taken to be in"
                + " metres");
    Motion clean =
        new Evaluator(point.motion()).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED).result();
    assertThat(clean.clip().frames()).isEqualTo(point.motion().clip().frames());
  }

  @Test
  void ofTwoBodiesOneIsTakenAndTheOtherIsNeverTouched() throws Exception {
    String one = head(text);
    String two =
        one + one.substring(one.indexOf("ROOT")).replaceAll("(ROOT|JOINT) (\\w+)", "$1 other_$2");
    List<String> rows = rows(text).stream().map(r -> r + " " + r).toList();
    RawTake raw = read(file(two, rows));
    assertThat(raw.remarks()).anyMatch(r -> r.startsWith("2 bodies"));
    Map<String, Body> bodies = Body.named(raw.motion().clip().skeleton());
    assertThat(bodies).hasSize(2);
    assertThat(bodies.values()).allMatch(b -> Math.abs(b.heightM() - body.heightM()) < 0.01);
    String other = List.copyOf(bodies.keySet()).get(1);
    RawTake second = read(file(two, rows), Reading.GUESS.withBody(other));
    assertThat(second.motion().body().name()).isEqualTo(other);
    assertThatThrownBy(() -> read(file(two, rows), Reading.GUESS.withBody("nobody")))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("nobody");
    Plate level =
        Plate.of("l", new LevelPass(OptionalDouble.of(0.1), OptionalDouble.empty(), 0.5, 1, 0));
    Motion moved = level.apply(second.motion(), second.motion().clip().allFrames(), Work.UNWATCHED);
    byte[] out =
        BvhWriter.write(
            moved.clip(), second, moved.clip().allFrames(), Unit.CM, Up.Y, Work.UNWATCHED);
    List<String> written = rows(new String(out, StandardCharsets.ISO_8859_1));
    for (int f = 0; f < rows.size(); f++) {
      String[] was = rows.get(f).trim().split("\\s+");
      String[] is = written.get(f).trim().split("\\s+");
      int half = was.length / 2;
      assertThat(Arrays.copyOf(is, half)).isEqualTo(Arrays.copyOf(was, half));
      assertThat(is[half]).as("the one that was moved").isNotEqualTo(was[half]);
    }
  }

  @Test
  void whatIsWrongWithAnotherBodyIsNotToldOfThisOne() throws Exception {
    Rehearsal bad = Rehearsal.ofMate(MateScene.WATCH_WALK, 4, RATE, 99, Damages.WILD);
    String wild =
        new String(BvhWriter.write(bad.raw(), Unit.CM, Up.Y), StandardCharsets.ISO_8859_1);
    String one = head(text);
    String other = one.substring(one.indexOf("ROOT")).replaceAll("(ROOT|JOINT) ", "$1 other_");
    List<String> rows = new ArrayList<>();
    for (int f = 0; f < rows(text).size(); f++) {
      rows.add(rows(text).get(f) + " " + rows(wild).get(f));
    }
    RawTake first = read(file(one + other, rows));
    assertThat(told(first)).isEqualTo(told(read(text)));
    RawTake second = read(file(one + other, rows), Reading.GUESS.withBody("other_Pelvis"));
    assertThat(told(second)).hasSizeGreaterThan(4).isEqualTo(told(read(wild)));
    // nor has it a part in what is mended
    Clip beside = mended(second);
    Clip alone = mended(read(wild));
    for (int j = 0; j < alone.skeleton().size(); j++) {
      int its = beside.skeleton().indexOf("other_" + alone.skeleton().joint(j).name());
      for (int f = 0; f < alone.frames(); f++) {
        assertThat(alone.rotation(j).sameAt(f, beside.rotation(its)))
            .as("%s in frame %d", alone.skeleton().joint(j).name(), f)
            .isTrue();
      }
    }
  }

  private static Clip mended(RawTake take) {
    return new Evaluator(take.motion())
        .evaluate(Recipe.firstPass().chain(), Work.UNWATCHED)
        .result()
        .clip();
  }

  private static List<String> told(RawTake take) {
    return new Surveyor()
        .survey(take.motion(), Work.UNWATCHED).findings().stream()
            .map(f -> f.frames() + " " + f.wholeBody() + " " + f.text())
            .toList();
  }

  @Test
  void rolesAreFoundByWhateverNamesAndWithoutAny() throws Exception {
    Map<String, UnaryOperator<String>> namings =
        Map.of(
            "numbers", WildTakesTest::numbered,
            "German", WildTakesTest::german,
            "prefix", t -> t.replaceAll("(ROOT|JOINT) (\\w+)", "$1 crew:$2"));
    for (Map.Entry<String, UnaryOperator<String>> naming : namings.entrySet()) {
      Body found = read(naming.getValue().apply(text)).motion().body();
      for (Role role : Role.values()) {
        if (!role.isFinger() && role != Role.NECK_2) {
          assertThat(found.joint(role))
              .as("%s with %s", role, naming.getKey())
              .isEqualTo(body.joint(role));
        }
      }
    }
  }

  private static String numbered(String text) {
    Matcher joints = Pattern.compile("(ROOT|JOINT) \\w+").matcher(text);
    int[] n = {0};
    return joints.replaceAll(m -> m.group(1) + " bone_" + n[0]++);
  }

  /** The mate's joints in another language. */
  private static String german(String text) {
    String[][] words = {
      {"Pelvis", "Becken"},
      {"Back", "Wirbel"},
      {"Neck", "Hals"},
      {"Skull", "Kopf"},
      {"Collar", "Schluesselbein"},
      {"Shoulder", "Oberarm"},
      {"Elbow", "Unterarm"},
      {"Wrist", "Handgelenk"},
      {"Hip", "Oberschenkel"},
      {"Knee", "Unterschenkel"},
      {"Ankle", "Fuss"},
      {"Ball", "Zehen"}
    };
    String changed = text;
    for (String[] word : words) {
      changed = changed.replaceAll("((?:ROOT|JOINT) \\w*)" + word[0], "$1" + word[1]);
    }
    return changed
        .replaceAll("JOINT L_(\\w+)", "JOINT $1_links")
        .replaceAll("JOINT R_(\\w+)", "JOINT $1_rechts");
  }
}
