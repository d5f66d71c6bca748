package waxhand.core.gaps;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;

class GapsTest {
  /** A body whose every joint turns with a period of 1.5 s, and a little noise. */
  private static Motion periodic(int frames, long seed) {
    Clip clip = Samples.swaying(frames, 120, 0, 1).clip();
    Random random = new Random(seed);
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * frames];
      double[] v = new double[3];
      for (int f = 0; f < frames; f++) {
        double t = 2 * Math.PI * f / 180.0;
        for (int i = 0; i < 3; i++) {
          v[i] =
              0.5 * Math.sin(t + j + i) + 0.2 * Math.sin(3 * t + j) + 0.002 * random.nextGaussian();
        }
        Quats.exp(v, 0, q, 4 * f);
      }
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
    }
    return Motion.of(clip);
  }

  private static BitSet arm(Motion motion) {
    BitSet top = new BitSet();
    top.set(motion.clip().skeleton().indexOf("LeftArm"));
    return motion.clip().skeleton().below(top);
  }

  @Test
  void aLikeStretchIsAWholePeriodAway() {
    Motion motion = periodic(1200, 4);
    Frames gap = new Frames(500, 590);
    Optional<Integer> found = new LikeStretch(motion, arm(motion), gap).find();
    assertThat(found).isPresent();
    assertThat(Math.floorMod(found.get() - 499, 180)).isIn(0, 1, 2, 178, 179);
    // a body that never does the like twice lends nothing
    Motion restless = Samples.swaying(1200, 120, 0.5, 3);
    assertThat(new LikeStretch(restless, arm(restless), gap).find()).isEmpty();
  }

  @Test
  void aBorrowedCourseIsNearerToTheTruthThanABridge() {
    Motion motion = periodic(1200, 4);
    Frames gap = new Frames(500, 590);
    int joint = motion.clip().skeleton().indexOf("LeftForeArm");
    double[] truth = new double[4 * 1200];
    motion.clip().rotation(joint).read(motion.clip().allFrames(), truth);
    int like = new LikeStretch(motion, arm(motion), gap).find().orElseThrow();
    double[] course = new double[4 * (gap.count() + 2)];
    System.arraycopy(truth, 4 * like, course, 0, course.length);
    GapFiller filler = new GapFiller(120);
    double[] borrowed = truth.clone();
    filler.borrowed(borrowed, 1200, gap, course);
    double[] bridged = truth.clone();
    filler.rotations(bridged, 1200, gap);
    double worstBorrowed = 0;
    double worstBridged = 0;
    for (int f = gap.from(); f < gap.to(); f++) {
      worstBorrowed = Math.max(worstBorrowed, Quats.angle(borrowed, 4 * f, truth, 4 * f));
      worstBridged = Math.max(worstBridged, Quats.angle(bridged, 4 * f, truth, 4 * f));
    }
    assertThat(worstBorrowed).isLessThan(0.05);
    assertThat(worstBridged).isGreaterThan(3 * worstBorrowed);
    assertThat(Quats.angle(borrowed, 4 * 499, borrowed, 4 * 500)).isLessThan(0.05);
    assertThat(Quats.angle(borrowed, 4 * 589, borrowed, 4 * 590)).isLessThan(0.05);
  }

  @Test
  void aSteadyTurnIsFilledExactlyAndTheEndsOfATakeAreHeld() {
    double[] q = new double[4 * 60];
    for (int f = 0; f < 60; f++) {
      Quats.exp(new double[] {0.03 * f, 0, 0}, 0, q, 4 * f);
    }
    double[] truth = q.clone();
    GapFiller filler = new GapFiller(60);
    for (int f = 20; f < 32; f++) {
      q[4 * f] = 1;
    }
    filler.rotations(q, 60, new Frames(20, 32));
    for (int i = 0; i < q.length; i++) {
      assertThat(q[i]).isCloseTo(truth[i], within(1e-9));
    }
    filler.rotations(q, 60, new Frames(50, 60));
    assertThat(Quats.angle(q, 4 * 59, truth, 4 * 49)).isLessThan(1e-9);
    double[] p = new double[3 * 40];
    for (int f = 0; f < 40; f++) {
      p[3 * f] = f < 10 || f >= 18 ? 0.5 * f : 99;
    }
    filler.places(p, 40, new Frames(10, 18));
    for (int f = 0; f < 40; f++) {
      assertThat(p[3 * f]).isCloseTo(0.5 * f, within(1e-9));
    }
  }

  /**
   * A wild frame inside a frozen stretch does not hide it, and a frozen body inside a lost limb
   * neither.
   */
  @Test
  void stretchesAreFoundThroughWhatLiesInThem() {
    Motion motion = periodic(600, 5);
    Clip clip = motion.clip();
    BitSet arm = arm(motion);
    for (int j = 0; j < clip.skeleton().size(); j++) {
      Frames run = arm.get(j) ? new Frames(200, 280) : new Frames(230, 242);
      clip = clip.withRotation(j, Samples.held(clip.rotation(j), run));
    }
    clip = clip.withTranslation(0, Samples.held(clip.translation(0), new Frames(230, 242)));
    int hand = clip.skeleton().indexOf("LeftHand");
    clip =
        clip.withRotation(
            hand, clip.rotation(hand).with(new Frames(250, 251), new double[] {0, 0, 1, 0}));
    int joints = clip.skeleton().size();
    double[][] rotations = new double[joints][4 * 600];
    double[][] translations = new double[joints][];
    for (int j = 0; j < joints; j++) {
      clip.rotation(j).read(clip.allFrames(), rotations[j]);
    }
    translations[0] = new double[3 * 600];
    clip.translation(0).read(clip.allFrames(), translations[0]);
    List<Gap> gaps =
        new StillStretches(Body.of(clip.skeleton())).find(rotations, translations, 600);
    int top = clip.skeleton().indexOf("LeftArm");
    assertThat(gaps).anyMatch(g -> g.isWholeBody() && g.frames().equals(new Frames(230, 242)));
    assertThat(gaps).anyMatch(g -> g.top() == top && g.frames().equals(new Frames(200, 280)));
    assertThat(gaps).hasSize(2);
  }
}
