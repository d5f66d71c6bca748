package waxhand.formats.bvh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.measure.Distance;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** Skeletons of any shape with channels in any order, read, written and read again. */
class BvhRoundTripTest {
  private static final List<String> TURNS = List.of("Xrotation", "Yrotation", "Zrotation");
  private static final List<String> PLACES = List.of("Xposition", "Yposition", "Zposition");

  /** A file with a random tree. */
  private static final class Tree {
    final Random random;
    final StringBuilder text = new StringBuilder("HIERARCHY\n");
    int channels;
    int joints;

    Tree(long seed) {
      random = new Random(seed);
      int roots = 1 + random.nextInt(2);
      for (int r = 0; r < roots; r++) {
        joint("ROOT", 0);
      }
    }

    void joint(String word, int depth) {
      List<String> names = new ArrayList<>(TURNS);
      Collections.shuffle(names, random);
      if (depth == 0 || random.nextInt(4) == 0) {
        List<String> places = new ArrayList<>(PLACES);
        Collections.shuffle(places, random);
        names.addAll(random.nextBoolean() ? 0 : 3, places);
      }
      channels += names.size();
      text.append(word).append(" j").append(joints++).append("\n{\nOFFSET ");
      text.append(numbers(3, 30)).append("\nCHANNELS ").append(names.size()).append(' ');
      text.append(String.join(" ", names)).append('\n');
      int children = depth > 5 ? 0 : random.nextInt(depth < 2 ? 4 : 3);
      for (int c = 0; c < children && joints < 40; c++) {
        joint("JOINT", depth + 1);
      }
      if (children == 0 && random.nextBoolean()) {
        text.append("End Site\n{\nOFFSET ").append(numbers(3, 10)).append("\n}\n");
      }
      text.append("}\n");
    }

    String numbers(int count, double size) {
      StringBuilder line = new StringBuilder();
      for (int i = 0; i < count; i++) {
        line.append(i == 0 ? "" : " ");
        line.append(String.format(Locale.ROOT, "%.5f", size * (2 * random.nextDouble() - 1)));
      }
      return line.toString();
    }

    byte[] file(int frames) {
      text.append("MOTION\nFrames: ").append(frames).append("\nFrame Time: 0.01\n");
      for (int f = 0; f < frames; f++) {
        text.append(numbers(channels, 179)).append('\n');
      }
      return text.toString().getBytes(StandardCharsets.US_ASCII);
    }
  }

  @Provide
  Arbitrary<Unit> units() {
    return Arbitraries.of(Unit.USUAL).map(u -> u).edgeCases(c -> c.add(Unit.of(0.0564)));
  }

  private static RawTake read(byte[] bytes, Unit unit, Up up) throws FormatException {
    Reading reading = Reading.GUESS.withUnit(unit).withUp(up);
    return BvhReader.read("t.bvh", bytes, reading, Work.UNWATCHED);
  }

  @Property(tries = 60)
  void untouchedTakesLeaveByteForByteInTheirNumbers(
      @ForAll @IntRange(min = 1, max = 1_000_000) int seed,
      @ForAll("units") Unit unit,
      @ForAll Up up)
      throws Exception {
    byte[] file = new Tree(seed).file(5);
    RawTake raw = read(file, unit, up);
    byte[] written =
        BvhWriter.write(
            raw.motion().clip(), raw, raw.motion().clip().allFrames(), unit, up, Work.UNWATCHED);
    assertThat(motionOf(written)).isEqualTo(motionOf(file));
  }

  private static List<String> motionOf(byte[] file) {
    String text = new String(file, StandardCharsets.US_ASCII);
    return List.of(text.substring(text.indexOf("Frame Time:")).strip().split("\\s+"));
  }

  @Property(tries = 60)
  void anyUnitAndAxisHoldTheSameMotion(
      @ForAll @IntRange(min = 1, max = 1_000_000) int seed,
      @ForAll("units") Unit unit,
      @ForAll Up up)
      throws Exception {
    Clip clip = read(new Tree(seed).file(4), Unit.CM, Up.Y).motion().clip();
    Clip back = read(BvhWriter.write(clip, unit, up), unit, up).motion().clip();
    assertThat(back.skeleton().size()).isEqualTo(clip.skeleton().size());
    assertThat(back.frames()).isEqualTo(clip.frames());
    samePlaces(clip, 0, back);
  }

  @Property(tries = 30)
  void aRangeHoldsThoseFramesWithTheirDigits(
      @ForAll @IntRange(min = 1, max = 1_000_000) int seed,
      @ForAll @IntRange(max = 11) int from,
      @ForAll @IntRange(min = 1, max = 12) int count)
      throws Exception {
    byte[] file = new Tree(seed).file(12);
    RawTake raw = read(file, Unit.CM, Up.Y);
    Frames run = new Frames(from, from + count).within(Frames.first(12));
    byte[] cut = BvhWriter.write(raw.motion().clip(), raw, run, Unit.CM, Up.Y, Work.UNWATCHED);
    List<String> all = motionOf(file);
    List<String> part = motionOf(cut);
    int width = (all.size() - 3) / 12;
    assertThat(part).hasSize(3 + width * run.count());
    // a joint may look as if its positions meant something else when another frame comes first
    BitSet open = positionsOf(raw, BvhReader.besideOffset(raw));
    for (int n = 0; n < width * run.count(); n++) {
      if (!open.get(n % width)) {
        assertThat(part.get(3 + n)).isEqualTo(all.get(3 + width * run.from() + n));
      }
    }
    Clip back = read(cut, Unit.CM, Up.Y).motion().clip();
    samePlaces(raw.motion().clip(), run.from(), back);
  }

  /** Which numbers of a frame are positions of these joints. */
  private static BitSet positionsOf(RawTake raw, BitSet joints) throws Exception {
    BitSet positions = new BitSet();
    int at = 0;
    List<List<Channel>> order = BvhHeader.read("file", raw.bytes(), Reading.GUESS).order();
    for (int j = 0; j < order.size(); j++) {
      for (Channel channel : order.get(j)) {
        positions.set(at++, joints.get(j) && !channel.isRotation());
      }
    }
    return positions;
  }

  /** All joints of {@code back} are where they are in {@code clip}, so many frames later. */
  private static void samePlaces(Clip clip, int from, Clip back) {
    WorldPose a = new WorldPose(clip.skeleton());
    WorldPose b = new WorldPose(back.skeleton());
    for (int f = 0; f < back.frames(); f++) {
      a.solve(clip, from + f);
      b.solve(back, f);
      for (int i = 0; i < a.positions().length; i++) {
        assertThat(b.positions()[i]).isCloseTo(a.positions()[i], within(2e-4));
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "0.01, m",
    "1, cm",
    "0.3937007874, in",
    "10, mm",
    "0.1, dm",
    "0.03280839895, ft",
    "0.2, 0.05147"
  })
  void theUnitIsGuessedFromTheSizeOfTheBody(double perCentimetre, String key) throws Exception {
    String text = person(perCentimetre, false);
    RawTake raw =
        BvhReader.read(
            "p.bvh", text.getBytes(StandardCharsets.US_ASCII), Reading.GUESS, Work.UNWATCHED);
    assertThat(raw.assumptions()).anyMatch(a -> a.contains("lengths in"));
    Unit unit = Unit.ofKey(raw.reading().get("unit")).orElseThrow();
    assertThat(unit.metres())
        .isCloseTo(Unit.ofKey(key).orElseThrow().metres(), withinPercentage(5));
    assertThat(raw.motion().body().heightM()).isBetween(1.4, 2.0);
  }

  @ParameterizedTest
  @EnumSource(Up.class)
  void theUpAxisIsGuessedFromTheRestPose(Up up) throws Exception {
    String text = person(1, up == Up.Z);
    RawTake raw =
        BvhReader.read(
            "p.bvh", text.getBytes(StandardCharsets.US_ASCII), Reading.GUESS, Work.UNWATCHED);
    assertThat(raw.assumptions()).anyMatch(a -> a.contains(up.name() + " points up"));
    WorldPose pose = new WorldPose(raw.motion().clip().skeleton());
    pose.solve(raw.motion().clip(), 0);
    int head = raw.motion().clip().skeleton().indexOf("Head");
    assertThat(pose.y(head)).as("the head is up inside, whatever the file says").isGreaterThan(1.3);
    Motion asSaid =
        BvhReader.read(
                "p.bvh",
                text.getBytes(StandardCharsets.US_ASCII),
                Reading.GUESS.withUp(up),
                Work.UNWATCHED)
            .motion();
    assertThat(Distance.overall(raw.motion().with(asSaid.clip()), asSaid)).isZero();
  }

  /** Somebody of 1.7 m who stands, with offsets along y or along z. */
  private static String person(double perCentimetre, boolean zUp) {
    String[][] joints = {
      {"ROOT Hips", "0 0 0"},
      {"JOINT Spine", "0 20 0"},
      {"JOINT Neck", "0 32 0"},
      {"JOINT Head", "0 12 0"}
    };
    StringBuilder text = new StringBuilder("HIERARCHY\n");
    for (int i = 0; i < joints.length; i++) {
      text.append(joints[i][0]).append("\n{\nOFFSET ");
      text.append(offset(joints[i][1], perCentimetre, zUp)).append('\n');
      text.append(
          i == 0
              ? "CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation Yrotation\n"
              : "CHANNELS 3 Zrotation Xrotation Yrotation\n");
    }
    text.append("End Site\n{\nOFFSET ")
        .append(offset("0 18 0", perCentimetre, zUp))
        .append("\n}\n}\n}\n}\n");
    for (String side : List.of("Left", "Right")) {
      String x = side.equals("Left") ? "9" : "-9";
      text.append("JOINT ").append(side).append("UpLeg\n{\nOFFSET ");
      text.append(offset(x + " -4 0", perCentimetre, zUp));
      text.append("\nCHANNELS 3 Zrotation Xrotation Yrotation\nJOINT ").append(side);
      text.append("Leg\n{\nOFFSET ").append(offset("0 -42 0", perCentimetre, zUp));
      text.append("\nCHANNELS 3 Zrotation Xrotation Yrotation\nJOINT ").append(side);
      text.append("Foot\n{\nOFFSET ").append(offset("0 -42 0", perCentimetre, zUp));
      text.append("\nCHANNELS 3 Zrotation Xrotation Yrotation\nEnd Site\n{\nOFFSET ");
      text.append(offset("0 -7 14", perCentimetre, zUp)).append("\n}\n}\n}\n}\n");
    }
    text.append("}\nMOTION\nFrames: 1\nFrame Time: 0.01\n");
    text.append(offset("0 95 0", perCentimetre, zUp)).append(" 0".repeat(30)).append('\n');
    return text.toString();
  }

  private static String offset(String centimetres, double k, boolean zUp) {
    String[] v = centimetres.split(" ");
    double x = k * Double.parseDouble(v[0]);
    double y = k * Double.parseDouble(v[1]);
    double z = k * Double.parseDouble(v[2]);
    return String.format(Locale.ROOT, "%.5f %.5f %.5f", x, zUp ? -z : y, zUp ? y : z);
  }
}
