package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;

/** From values that are too high to findings in plain words. */
class MarksTest {
  private static final Frames BLOCK = new Frames(100, 200);

  private static List<Mark> runs(double[] values, int first, int shortest, int gap) {
    BitSet members = new BitSet();
    members.set(3);
    Marks marks = new Marks(BLOCK, members);
    marks.add(FindingKind.FLOAT, 2, BLOCK, 150, 99); // of somebody else
    marks.runs(FindingKind.FLOAT, 3, values, values.length, first, 10, shortest, gap, -1);
    return marks.all();
  }

  private static double[] high(int count, int... at) {
    double[] values = new double[count];
    for (int n = 0; n < at.length; n++) {
      values[at[n]] = 20 + n;
    }
    return values;
  }

  @Test
  void runsAreJoinedOverSmallGapsAndShortOnesDropped() {
    double[] values = high(60, 5, 6, 7, 10, 11, 30, 40, 41, 42);
    List<Mark> joined = runs(values, 120, 3, 2);
    assertThat(joined)
        .extracting(Mark::frames)
        .containsExactly(new Frames(125, 132), new Frames(160, 163));
    assertThat(joined.get(0).worst()).as("the highest value").isEqualTo(131);
    assertThat(joined.get(0).size()).isEqualTo(24);
    assertThat(runs(values, 120, 3, 1)).as("two frames apart are two runs").hasSize(2);
    assertThat(runs(values, 120, 1, 0)).hasSize(4);
    assertThat(runs(values, 120, 4, 0)).isEmpty();
    assertThat(runs(high(20, 17, 18, 19), 120, 3, 2)).as("up to the last value").hasSize(1);
  }

  @Test
  void marksAreCutToTheirBlockSoThatNeighboursAddUp() {
    double[] values = new double[80];
    java.util.Arrays.fill(values, 15);
    values[2] = 99;
    // the window begins 20 frames before the block
    List<Mark> marks = runs(values, 80, 3, 2);
    assertThat(marks).hasSize(1);
    assertThat(marks.get(0).frames()).isEqualTo(new Frames(100, 160));
    assertThat(marks.get(0).worst()).as("within the block").isEqualTo(100);
    assertThat(runs(values, 300, 3, 2)).as("another block's").isEmpty();
    Mark next = new Mark(FindingKind.FLOAT, 3, new Frames(160, 170), 165, 120);
    Mark both = marks.get(0).joined(next);
    assertThat(both.frames()).isEqualTo(new Frames(100, 170));
    assertThat(both.worst()).isEqualTo(165);
    assertThat(both.size()).isEqualTo(120);
  }

  @ParameterizedTest
  @EnumSource(FindingKind.class)
  void everyKindHasASentenceWithPartAndSize(FindingKind kind) {
    Body body = Body.of(Samples.body());
    int foot = body.skeleton().indexOf("LeftFoot");
    Sentences sentences = new Sentences(body, 120);
    Mark mark = new Mark(kind, foot, new Frames(60, 84), 70, 23.4, 0);
    String text = sentences.of(mark, List.of(foot), false, mark.frames());
    assertThat(text).startsWith("Left foot").endsWith(".").doesNotContain("null");
    boolean still = kind == FindingKind.FREEZE || kind == FindingKind.MISSING;
    assertThat(text).contains(kind == FindingKind.FREEZE ? "24" : still ? "0.20 s" : "23");
    if (!still) {
      assertThat(text).contains(kind.unit());
    }
    String whole = sentences.of(mark, List.of(foot), true, mark.frames());
    assertThat(whole).startsWith("The whole body");
  }

  @ParameterizedTest
  @EnumSource(FindingKind.class)
  void severityGrowsWithSizeOnOneScale(FindingKind kind) {
    assertThat(kind.severity(0)).isZero();
    double before = 0;
    for (double size = 0.5; size < 1000; size *= 2) {
      double now = kind.severity(size);
      assertThat(now).isGreaterThan(before).isLessThan(1);
      before = now;
    }
    assertThat(FindingKind.of(kind.key())).contains(kind);
    // a place that is off is put on the scale of a turn
    Mark place = new Mark(FindingKind.SPIKE, 0, BLOCK, 100, 50, Mark.OF_PLACE);
    Mark turn = new Mark(FindingKind.SPIKE, 0, BLOCK, 100, 20);
    assertThat(place.unit()).isEqualTo("mm");
    assertThat(place.severity()).isCloseTo(turn.severity(), within(1e-12));
  }
}
