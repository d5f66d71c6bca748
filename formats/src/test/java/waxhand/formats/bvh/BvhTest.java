package waxhand.formats.bvh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

class BvhTest {
  private static final String HEAD =
      "HIERARCHY\nROOT Hips\n{\n\tOFFSET 0 0 0\n\tCHANNELS 6 Xposition Yposition Zposition Zrotation"
          + " Xrotation Yrotation\n\tJOINT LeftUpLeg\n\t{\n\t\tOFFSET 9 -2 0\n\t\tCHANNELS 3 Zrotation"
          + " Xrotation Yrotation\n\t\tEnd Site\n\t\t{\n\t\t\tOFFSET 0 -42 0\n\t\t}\n\t}\n}\n";

  private static RawTake read(String text) throws FormatException {
    return read(text, Reading.GUESS);
  }

  private static RawTake read(String text, Reading reading) throws FormatException {
    return BvhReader.read("t.bvh", text.getBytes(StandardCharsets.UTF_8), reading, Work.UNWATCHED);
  }

  private static String take(int frames, String time, String... lines) {
    return HEAD
        + "MOTION\nFrames: "
        + frames
        + "\nFrame Time: "
        + time
        + "\n"
        + String.join("\n", lines)
        + "\n";
  }

  /** A long take of random numbers, written in many shapes of number. */
  private static String longTake(int frames, long seed) {
    Random random = new Random(seed);
    StringBuilder text = new StringBuilder(take(frames, "0.0083333").stripTrailing()).append('\n');
    for (int f = 0; f < frames; f++) {
      for (int i = 0; i < 9; i++) {
        double v =
            i < 3
                ? 90 + random.nextGaussian()
                : 20 * Math.sin(f * 0.05 + i) + random.nextGaussian();
        String[] shapes = {"%.4f", "%.6f", "%.3e", "%+.5f", "%.0f."};
        text.append(String.format(Locale.ROOT, shapes[random.nextInt(5)], v))
            .append(i < 8 ? " " : " \n");
      }
    }
    return text.toString();
  }

  @Test
  void anglesLengthsAndRateComeIn() throws Exception {
    RawTake raw =
        read(
            take(2, "0.0083333", "1 95 2 90 0 0 0 30 0", "1 96 2 90 0 0 0 30 0"),
            Reading.GUESS.withUnit(Unit.CM));
    Clip clip = raw.motion().clip();
    assertThat(clip.rateHz()).isEqualTo(120);
    assertThat(clip.translation(0).at(1, 1)).isCloseTo(0.96, within(1e-12));
    assertThat(clip.rotation(0).at(0, 2)).isCloseTo(Math.sin(Math.PI / 4), within(1e-12));
    assertThat(clip.rotation(1).at(0, 0)).isCloseTo(Math.sin(Math.PI / 12), within(1e-12));
    assertThat(clip.skeleton().joint(1).tip().orElseThrow().y()).isCloseTo(-0.42, within(1e-12));
    assertThat(raw.assumptions()).anyMatch(a -> a.contains("120"));
  }

  @ParameterizedTest
  @CsvSource({
    "0.0083333, 120", "0.00833333, 120", "0.033333, 30", "0.0333667, 29.97002997",
    "0.041667, 24", "0.01, 100", "0.00416667, 240", "0.0123457, 81.0"
  })
  void frameTimesOfFewDigitsAreRecognised(String time, double rate) throws Exception {
    assertThat(read(take(1, time, "0 0 0 0 0 0 0 0 0")).motion().clip().rateHz())
        .isCloseTo(rate, within(2e-3));
  }

  @Test
  void oddButLegalFilesAreRead() throws Exception {
    String odd =
        "\uFEFFhierarchy\r\nroot  My Hips \r\n{\r\noffset 0 0 0\r\nchannels 6 Zrotation YROTATION"
            + " xrotation Xposition Yposition Zposition\r\nJOINT a\r\n{ OFFSET 0 10 0 CHANNELS 0 }\r\n"
            + "JOINT a { OFFSET 0 0 0 CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation"
            + " Yrotation\r\n}\r\n}\r\nROOT other\r\n{ OFFSET 1 0 0 CHANNELS 3 Xrotation Yrotation"
            + " Zrotation End Site { OFFSET 0 5 0 } }\r\nMOTION\r\nFrames : 1\r\nFrame Time:"
            + " 1e-2\r\n1 2\t3 4 5 6 7e0 8\r\n9 1.5E1 11 12\r\n1 2 3";
    RawTake raw = read(odd, Reading.GUESS.withUnit(Unit.M));
    Clip clip = raw.motion().clip();
    assertThat(clip.skeleton().size()).isEqualTo(4);
    assertThat(clip.skeleton().joint(0).name()).isEqualTo("My Hips");
    assertThat(clip.skeleton().joint(1).name()).isEqualTo(clip.skeleton().joint(2).name());
    assertThat(clip.translation(0).at(0, 0)).isEqualTo(4);
    assertThat(clip.hasTranslation(1)).isFalse();
    assertThat(clip.translation(2).at(0, 2)).isEqualTo(9);
    assertThat(clip.translation(3).at(0, 0)).isEqualTo(1);
    assertThat(clip.rateHz()).isEqualTo(100);
    byte[] out = BvhWriter.write(clip, raw, clip.allFrames(), Unit.M, Up.Y, Work.UNWATCHED);
    Motion again =
        BvhReader.read("o.bvh", out, Reading.GUESS.withUnit(Unit.M), Work.UNWATCHED).motion();
    assertThat(Comparison.of(raw.motion(), again, java.util.List.of()).positionRmsMm()).isZero();
  }

  @Test
  void everyFaultHasItsPlaceAndReason() {
    String good = "1 95 2 90 0 0 0 30 0";
    assertFault("", "the file is empty");
    assertFault(
        "HIERARCHY\nROOT Hips\n{\n OFFSET 0 x 0", "t.bvh:4:11: expected the offset's y, found 'x'");
    assertFault(
        HEAD, "expected 'ROOT' or 'MOTION', found the end of the file".replace("'ROOT' or ", ""));
    assertFault(take(0, "0.01"), "the take has no frames");
    assertFault(take(-2, "0.01"), "expected a whole number of frames, found '-2'");
    assertFault(
        take(1, "0"),
        "expected a frame time from 0.0005 to 1 s (2000 to 1 frames a second), found '0'");
    assertFault(take(1, "NaN", good), "expected the frame time in seconds, found 'NaN'");
    assertFault(take(2, "0.01"), "the file ends in frame 0: expected 9 numbers, found 0");
    assertFault(take(1, "0.01", good + " 7"), "there are more numbers than 1 frames of 9 need");
    assertFault(
        take(3, "0.01", good, "1 95 2 90 0 0 0 30", good), "t.bvh:20:1: row 1 has 8 numbers");
    assertFault(take(2, "0.01", good, "1 95 here 90"), "expected a number, found 'here'");
    assertFault(
        take(1, "0.01", "1 95 2 90 NaN 0 0 30 0"), "t.bvh:19:11: expected a number, found 'NaN'");
    assertFault(take(1, "0.01", "1 95 2 90 1e999 0 0 30 0"), "expected a number, found '1e999'");
    assertFault(take(1, "0.01", "1 95 2 90 0x1p3 0 0 30 0"), "expected a number, found '0x1p3'");
    assertFault(take(1, "0.01", "1 95 2 90 1f 0 0 30 0"), "expected a number, found '1f'");
    assertFault(take(1, "0.01", "1 95 2 here 0 0 0 30 0"), "expected a number, found 'here'");
    assertFault(
        HEAD.replace("CHANNELS 3 Zrotation", "CHANNELS 3 Wrotation"),
        "expected a channel such as",
        "'Wrotation'");
    assertFault(HEAD.replace("CHANNELS 3 Zrotation", "CHANNELS 3 Xrotation"), "named twice");
    assertFault(HEAD.replace("CHANNELS 3", "CHANNELS -1"), "a number of channels from 0 to 6");
    assertFault("PK\u0003\u0004\u0000\u0000", "zero byte");
    assertFault("some words", "t.bvh:1:1: expected 'HIERARCHY', found 'some'");
    assertFault(
        HEAD.substring(0, HEAD.length() - 4) + "MOTION", "expected 'JOINT', 'End Site' or '}'");
  }

  /** What is whole is read, whatever the file says of itself, and it is said. */
  @Test
  void otherRowsThanSaidAreReadAndTold() throws Exception {
    String good = "1 95 2 90 0 0 0 30 0";
    int[] said = {0, 1, 2, 5, Integer.MAX_VALUE};
    for (int frames : said) {
      for (String cut : new String[] {"", "1.00000 95.00000 2.0", "1 95 -"}) {
        byte[] text = (take(frames, "0.01", good, good) + cut).getBytes(StandardCharsets.UTF_8);
        RawTake raw = BvhReader.read("t.bvh", text, Reading.GUESS, Work.UNWATCHED);
        assertThat(raw.motion().clip().frames()).isEqualTo(2);
        boolean asSaid = frames == 2 && cut.isEmpty();
        assertThat(raw.assumptions().get(0).contains("2 whole rows")).isEqualTo(!asSaid);
        assertThat(String.join("\n", raw.assumptions()).contains("of 9 numbers are there"))
            .isEqualTo(!cut.isEmpty());
        byte[] out =
            BvhWriter.write(
                raw.motion().clip(),
                raw,
                new Frames(0, 2),
                Unit.ofKey(raw.reading().get("unit")).orElseThrow(),
                Up.Y,
                Work.UNWATCHED);
        assertThat(new String(out, StandardCharsets.UTF_8))
            .contains("Frames: 2\n")
            .endsWith(good + "\n" + good + "\n");
      }
    }
  }

  private static void assertFault(String text, String... words) {
    assertThatThrownBy(() -> read(text))
        .isInstanceOf(FormatException.class)
        .satisfies(e -> Arrays.stream(words).forEach(w -> assertThat(e.getMessage()).contains(w)));
  }

  /** Whatever the bytes, the reader answers with a take or a FormatException, and soon. */
  @Test
  void damagedBytesNeverDoWorse() {
    byte[] good = longTake(30, 1).getBytes(StandardCharsets.UTF_8);
    Random random = new Random(2);
    int refused = 0;
    for (int n = 0; n < 1500; n++) {
      byte[] bytes = n % 3 == 0 ? Arrays.copyOf(good, random.nextInt(good.length)) : good.clone();
      for (int k = 0; k < n % 5 && bytes.length > 0; k++) {
        bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
      }
      try {
        BvhReader.read("x.bvh", bytes, Reading.GUESS, Work.UNWATCHED);
      } catch (FormatException e) {
        refused++;
        assertThat(e.getMessage()).startsWith("x.bvh:");
      }
    }
    assertThat(refused).isGreaterThan(500);
  }

  @Test
  void deepTreesDoNotOverflow() throws Exception {
    StringBuilder text =
        new StringBuilder("HIERARCHY\nROOT r\n{ OFFSET 0 0 0 CHANNELS 1 Xrotation\n");
    int depth = 15_000;
    text.append("JOINT j\n{ OFFSET 0 1 0 CHANNELS 0\n".repeat(depth))
        .append("}\n".repeat(depth + 1));
    text.append("MOTION\nFrames: 1\nFrame Time: 0.01\n5\n");
    assertThat(read(text.toString()).motion().clip().skeleton().size()).isEqualTo(depth + 1);
  }

  @Test
  void whatNobodyTouchedLeavesWithItsDigits() throws Exception {
    String text = longTake(900, 5);
    RawTake raw = read(text, Reading.GUESS.withUnit(Unit.CM));
    byte[] same =
        BvhWriter.write(
            raw.motion().clip(), raw, new Frames(0, 900), Unit.CM, Up.Y, Work.UNWATCHED);
    assertThat(tokens(new String(same, StandardCharsets.UTF_8))).isEqualTo(tokens(text));

    Scope leg = new Scope(Set.of(Role.LEFT_THIGH), Set.of("LeftUpLeg"), Scope.ALL.axes());
    Plate smooth =
        Plate.of("s", SmoothPass.lowPass(5, 2)).withScope(leg).withSpan(new Span(300, 500, 10, 10));
    Plate level =
        Plate.of("l", new LevelPass(OptionalDouble.of(0.05), OptionalDouble.empty(), 0, 0, 0));
    Motion out = smooth.apply(raw.motion(), new Frames(0, 900), Work.UNWATCHED);
    out = level.apply(out, new Frames(0, 900), Work.UNWATCHED);
    byte[] bytes =
        BvhWriter.write(out.clip(), raw, new Frames(100, 800), Unit.CM, Up.Y, Work.UNWATCHED);
    String[] was = tokens(text.substring(text.indexOf("Time:")));
    String[] is =
        tokens(
            new String(bytes, StandardCharsets.UTF_8)
                .substring(new String(bytes, StandardCharsets.UTF_8).indexOf("Time:")));
    assertThat(is).hasSize(2 + 700 * 9);
    assertThat(is[1]).isEqualTo("0.0083333");
    int changed = 0;
    for (int f = 0; f < 700; f++) {
      for (int i = 0; i < 9; i++) {
        String now = is[2 + 9 * f + i];
        String before = was[2 + 9 * (f + 100) + i];
        boolean touched = i == 1 || (i >= 6 && f + 100 >= 300 && f + 100 < 500);
        if (!touched) {
          assertThat(now).isEqualTo(before);
        } else if (i == 1) {
          assertThat(Double.parseDouble(now))
              .isCloseTo(Double.parseDouble(before) - 5, within(1e-6));
        } else if (!now.equals(before)) {
          changed++;
          assertThat(Math.abs(Double.parseDouble(now) - Double.parseDouble(before))).isLessThan(20);
        }
      }
    }
    assertThat(changed).isGreaterThan(400);
  }

  private static String[] tokens(String text) {
    return text.strip().split("\\s+");
  }

  @Test
  void unitAndAxisChangeTheNumbersNotTheMotion() throws Exception {
    RawTake raw = read(longTake(50, 7), Reading.GUESS.withUnit(Unit.CM));
    for (Up up : Up.values()) {
      for (Unit unit : Unit.USUAL) {
        byte[] bytes =
            BvhWriter.write(raw.motion().clip(), raw, new Frames(0, 50), unit, up, Work.UNWATCHED);
        Reading reading = Reading.GUESS.withUnit(unit).withUp(up);
        Motion again = BvhReader.read("z.bvh", bytes, reading, Work.UNWATCHED).motion();
        assertThat(Comparison.of(raw.motion(), again, java.util.List.of()).positionRmsMm())
            .isLessThan(1e-3);
      }
    }
    assertThat(Reading.keptIn(raw.reading()).unit()).isEqualTo(Optional.of(Unit.CM));
  }
}
