package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;

class ThinPassTest {
  private static final Motion IN = Samples.stepping(1000, 120, 0, 3);
  private static final ThinPass THIN = ThinPass.KIND.defaults();

  private static ThinPass thin(double degrees, double mm) {
    return (ThinPass)
        ThinPass.KIND.of(Map.of("toleranceRad", Math.toRadians(degrees), "toleranceM", mm / 1000));
  }

  private static Motion run(Pass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  @Test
  void nothingIsFartherOffThanAllowedAndTheKeysOpenedAsALayerTellTheSame() {
    for (ThinPass.Keys keys : ThinPass.Keys.values()) {
      for (double[] limits : new double[][] {{1, 5}, {0.3, 100}, {15, 2}}) {
        ThinPass pass = thin(limits[0], limits[1]);
        pass = new ThinPass(keys, pass.toleranceRad(), pass.toleranceM(), true);
        Motion out = run(pass, IN);
        Deviation off = Deviation.of(IN, out, IN.clip().allFrames(), Work.UNWATCHED);
        assertThat(off.worstDegrees()).as("%s", pass).isLessThanOrEqualTo(limits[0] + 1e-6);
        assertThat(off.worstMm()).as("%s", pass).isLessThanOrEqualTo(limits[1] + 1e-6);
        LayerKeys found = LayerKeys.of(pass.prepared(IN, Place.ALL), IN, Work.UNWATCHED);
        assertThat(found.keys()).isLessThan(found.samples() / 4);
        Motion layered =
            Plate.of("l", found.layer()).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
        Deviation same = Deviation.of(out, layered, IN.clip().allFrames(), Work.UNWATCHED);
        assertThat(same.worstDegrees()).isLessThan(1e-5);
        assertThat(same.worstMm()).isLessThan(1e-5);
        assertThat(LayerPass.KIND.of(LayerPass.KIND.plain(found.layer()))).isEqualTo(found.layer());
      }
    }
  }

  @Test
  void keyPosesAreSharedByAllParts() {
    ThinPass poses = new ThinPass(ThinPass.Keys.POSES, Math.toRadians(4), 0.03, false);
    LayerKeys found = LayerKeys.of(poses.prepared(IN, Place.ALL), IN, Work.UNWATCHED);
    int each = found.rows().get(0).curve().keys().size();
    for (LayerRow row : found.rows()) {
      assertThat(row.curve().keys()).hasSize(each);
    }
    assertThat(each).isBetween(3, 200);
  }

  @Test
  void keyPosesOfABodyThatGoesFromPoseToPoseAreHardlyMoreThanThose() {
    int[] frames = {0, 70, 150, 260, 330, 450, 520, 640, 700, 810, 880, 999};
    LayerPass posed = LayerPass.KIND.defaults();
    for (Role role : Set.of(Role.LEFT_FOREARM, Role.RIGHT_THIGH, Role.HEAD, Role.CHEST)) {
      for (int i = 0; i < 3; i++) {
        List<CurveKey> keys = new ArrayList<>();
        for (int n = 0; n < frames.length; n++) {
          keys.add(CurveKey.smooth(frames[n], 0.4 * Math.sin(2.1 * n + i + role.ordinal())));
        }
        Channel channel = Channel.of(Channel.Of.TURN, Axis.values()[i]);
        posed = posed.plus(new LayerRow(PartName.of(role), channel, Curve.of(keys)));
      }
    }
    Motion still = IN.with(IN.clip().showing(new int[1000], 120));
    Motion acted = run(posed, still);
    ThinPass poses = new ThinPass(ThinPass.Keys.POSES, Math.toRadians(1), 0.005, false);
    LayerKeys found = LayerKeys.of(poses.prepared(acted, Place.ALL), acted, Work.UNWATCHED);
    assertThat(found.frames().length).isBetween(frames.length - 2, frames.length * 5 / 4);
    Deviation off =
        Deviation.of(acted, run(poses, acted), acted.clip().allFrames(), Work.UNWATCHED);
    assertThat(off.worstDegrees()).isLessThanOrEqualTo(1 + 1e-6);
    assertThat(off.worstMm()).isLessThanOrEqualTo(5 + 1e-6);
  }

  @Test
  void whatRestsHardlyMovesMore() {
    ThinPass coarse = thin(3, 20);
    double held = slide(run(coarse, IN));
    double loose =
        slide(run(new ThinPass(ThinPass.Keys.CURVES, coarse.toleranceRad(), 0.02, false), IN));
    assertThat(held - slide(IN)).isLessThan(0.2);
    assertThat(loose).isGreaterThan(held);
  }

  /** How far the left toes move in a frame while they are low, mm, the mean. */
  private static double slide(Motion motion) {
    Clip clip = motion.clip();
    var pose = new waxhand.core.motion.WorldPose(clip.skeleton());
    int toes = motion.body().joint(Role.LEFT_TOES).orElseThrow();
    double sum = 0;
    int count = 0;
    double x = 0;
    double z = 0;
    boolean before = false;
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(IN.clip(), f);
      boolean low = pose.y(toes) < 0.045;
      pose.solve(clip, f);
      if (low && before) {
        sum += 1000 * Math.hypot(pose.x(toes) - x, pose.z(toes) - z);
        count++;
      }
      x = pose.x(toes);
      z = pose.z(toes);
      before = low;
    }
    return sum / Math.max(1, count);
  }

  @Test
  void withinSpanAndScopeOnly() {
    Scope arm = new Scope(Set.of(Role.LEFT_FOREARM), Set.of(), Scope.ALL.axes());
    Plate plate = Plate.of("p", thin(2, 20)).withSpan(new Span(200, 500, 0, 0)).withScope(arm);
    Clip out = plate.apply(IN, IN.clip().allFrames(), Work.UNWATCHED).clip();
    int forearm = IN.body().joint(Role.LEFT_FOREARM).orElseThrow();
    for (int j = 0; j < out.skeleton().size(); j++) {
      assertThat(out.rotation(j) == IN.clip().rotation(j)).isEqualTo(j != forearm);
    }
    assertThat(Samples.sameBits(out, IN.clip(), forearm, 200)).isTrue();
    assertThat(Samples.sameBits(out, IN.clip(), forearm, 499)).isTrue();
    assertThat(Samples.sameBits(out, IN.clip(), forearm, 300)).isFalse();
    LayerKeys found = LayerKeys.of(thin(2, 20).prepared(IN, plate.place()), IN, Work.UNWATCHED);
    assertThat(found.rows()).hasSize(3);
    assertThat(found.frames()[0]).isEqualTo(200);
    assertThat(found.frames()[found.frames().length - 1]).isEqualTo(499);
  }

  @Test
  void aFrameAStillTakeAndNoToleranceAtAll() {
    Motion one = IN.with(IN.clip().cut(new Frames(5, 6)));
    assertThat(Samples.sameBits(run(THIN, one).clip(), one.clip())).isTrue();
    assertThat(LayerKeys.of(THIN.prepared(one, Place.ALL), one, Work.UNWATCHED).keys())
        .isEqualTo(LayerKeys.of(THIN.prepared(one, Place.ALL), one, Work.UNWATCHED).samples());
    int[] same = new int[900];
    Motion still = IN.with(IN.clip().showing(same, 120));
    assertThat(Samples.sameBits(run(THIN, still).clip(), still.clip())).isTrue();
    LayerKeys few = LayerKeys.of(THIN.prepared(still, Place.ALL), still, Work.UNWATCHED);
    // both ends, and where blocks meet
    assertThat(few.frames()).hasSize(3);
    assertThat(run(thin(0, 5), IN)).isSameAs(IN);
    double[] a = new double[4];
    double[] b = new double[4];
    Clip out = run(THIN, still).clip();
    out.rotation(3).read(0, a, 0);
    out.rotation(3).read(450, b, 0);
    assertThat(Quats.angle(a, 0, b, 0)).isZero();
  }
}
