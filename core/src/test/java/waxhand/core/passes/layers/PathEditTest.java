package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** A part's path under a hand: where it is dragged it goes, and elsewhere it stays. */
class PathEditTest {
  private static final Motion IN = Samples.stepping(900, 120, 0.01, 4);
  private static final LayerPass EMPTY = LayerPass.KIND.defaults();
  private static final PartName HAND = PartName.of(Role.RIGHT_HAND);
  private static final LayerEdit.Hold NEAR = new LayerEdit.Hold.Near(40, 60);

  private static Motion run(LayerPass pass) {
    return Plate.of("p", pass).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  private static int joint(Role role) {
    return IN.body().joint(role).orElseThrow();
  }

  private static PartPath path(Motion motion, Role role) {
    return PartPath.of(motion.clip(), joint(role), motion.clip().allFrames());
  }

  private static PartEdit edit(LayerPass layer, Role role, int frame) {
    return new PartEdit(layer, IN, run(layer), joint(role), frame, frame);
  }

  private static double apart(PartPath a, PartPath b, int frame) {
    double sum = 0;
    for (int i = 0; i < 3; i++) {
      sum += Math.pow(a.at(frame, i) - b.at(frame, i), 2);
    }
    return Math.sqrt(sum);
  }

  @Test
  void whereALimbLeadsToThePartItIsPulledElsewhereItsParentTurns() {
    LayerPass pulled = edit(EMPTY, Role.RIGHT_HAND, 300).dragged(new double[] {0, -0.06, 0}, NEAR);
    PartPath was = path(IN, Role.RIGHT_HAND);
    PartPath is = path(run(pulled), Role.RIGHT_HAND);
    assertThat(is.at(300, 1) - was.at(300, 1)).isCloseTo(-0.06, within(0.003));
    assertThat(apart(was, is, 259)).isZero();
    assertThat(apart(was, is, 361)).isZero();
    assertThat(apart(was, is, 340)).as("the hold behind is the longer one").isPositive();

    // toes only turn: the foot turns for them
    PartEdit toes = edit(EMPTY, Role.LEFT_TOES, 300);
    assertThat(toes.bender().orElseThrow().part()).isEqualTo(PartName.of(Role.LEFT_FOOT));
    LayerPass turned = toes.dragged(new double[] {0, 0.03, 0}, NEAR);
    PartPath toe = path(run(turned), Role.LEFT_TOES);
    assertThat(toe.at(300, 1) - path(IN, Role.LEFT_TOES).at(300, 1)).isBetween(0.02, 0.035);

    // dragged again from there, it goes on from there
    LayerPass again = edit(pulled, Role.RIGHT_HAND, 300).dragged(new double[] {0, 0.06, 0}, NEAR);
    assertThat(apart(was, path(run(again), Role.RIGHT_HAND), 300)).isLessThan(0.003);
    assertThat(edit(EMPTY.withMode(LayerPass.Mode.REPLACES), Role.HEAD, 300).bender()).isEmpty();
  }

  @Test
  void aKeyBetweenKeysBendsThePathBetweenThemOnlyAndSlidesInTime() {
    LayerPass first = edit(EMPTY, Role.RIGHT_HAND, 300).dragged(new double[] {0, 0.05, 0}, NEAR);
    LayerPass more =
        edit(first, Role.RIGHT_HAND, 320)
            .dragged(new double[] {0.02, 0, 0}, new LayerEdit.Hold.Between());
    assertThat(LayerEdit.isBetween(first, HAND, Channel.Of.GOAL, 320)).isTrue();
    assertThat(LayerEdit.isKey(more, HAND, Channel.Of.GOAL, 320)).isTrue();
    assertThat(apart(path(IN, Role.RIGHT_HAND), path(run(more), Role.RIGHT_HAND), 259)).isZero();

    LayerPass slid = PathEdit.slid(more, HAND, Channel.Of.GOAL, 300, 310);
    assertThat(LayerEdit.isKey(slid, HAND, Channel.Of.GOAL, 300)).isFalse();
    assertThat(LayerEdit.at(slid, HAND, Channel.Of.GOAL, 310)[1]).isCloseTo(0.05, within(1e-12));

    double[] rising = {0, 0.001, 0};
    LayerPass sloped = PathEdit.sloped(more, HAND, 300, rising, rising);
    assertThat(PathEdit.slopes(sloped, HAND, 300, true)).containsExactly(0, 0.001, 0);
    assertThat(LayerEdit.at(sloped, HAND, Channel.Of.GOAL, 300))
        .isEqualTo(LayerEdit.at(more, HAND, Channel.Of.GOAL, 300));
  }

  @Test
  void aStretchIsMadeStraightOrSmoothAndItsEndsStay() {
    Frames run = new Frames(200, 321);
    PartPath part = PartPath.of(IN.clip(), joint(Role.RIGHT_HAND), run);
    LayerPass straight = PathEdit.straightened(EMPTY, HAND, part, 200, 10);
    PartPath was = path(IN, Role.RIGHT_HAND);
    PartPath is = path(run(straight), Role.RIGHT_HAND);
    assertThat(offLine(was)).as("it was bent").isGreaterThan(0.005);
    assertThat(offLine(is)).isLessThan(0.0025);
    for (int f : new int[] {100, 200, 320, 400}) {
      assertThat(apart(was, is, f)).as("frame %d", f).isLessThan(1e-6);
    }

    LayerPass smooth = PathEdit.smoothed(EMPTY, HAND, part, 200, 10, 4);
    PartPath calm = path(run(smooth), Role.RIGHT_HAND);
    assertThat(jerk(calm)).isLessThan(0.4 * jerk(was));
    assertThat(apart(was, calm, 320)).isLessThan(1e-6);
  }

  /** How far the middle of the stretch is from the line between its ends, at most. */
  private static double offLine(PartPath path) {
    double most = 0;
    double[] d = new double[3];
    double length = path.distance(200, 320);
    for (int i = 0; i < 3; i++) {
      d[i] = (path.at(320, i) - path.at(200, i)) / length;
    }
    for (int f = 215; f < 305; f++) {
      double along = 0;
      double all = 0;
      for (int i = 0; i < 3; i++) {
        double v = path.at(f, i) - path.at(200, i);
        along += v * d[i];
        all += v * v;
      }
      most = Math.max(most, Math.sqrt(Math.max(0, all - along * along)));
    }
    return most;
  }

  private static double jerk(PartPath path) {
    double sum = 0;
    for (int f = 215; f < 305; f++) {
      for (int i = 0; i < 3; i++) {
        sum += Math.pow(path.at(f + 1, i) - 2 * path.at(f, i) + path.at(f - 1, i), 2);
      }
    }
    return Math.sqrt(sum);
  }
}
