package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** An arm that was thrown about is drawn anew, and pulled where it should be. */
class DrawnAnewTest {
  private static final Motion TRUE = Samples.stepping(900, 120, 0.01, 4);
  private static final int HAND = TRUE.body().joint(Role.RIGHT_HAND).orElseThrow();
  private static final int UPPER = TRUE.body().joint(Role.RIGHT_UPPER_ARM).orElseThrow();
  private static final Frames WILD = new Frames(300, 361);
  private static final Frames STRETCH = new Frames(285, 376);
  private static final Motion IN = thrown();

  /** The upper arm is thrown up by 80° within a few frames. */
  private static Motion thrown() {
    double[] q = new double[4 * WILD.count()];
    TRUE.clip().rotation(UPPER).read(WILD, q);
    double[] by = new double[4];
    for (int n = 0; n < WILD.count(); n++) {
      double in = Math.min(1, Math.min(n, WILD.count() - 1 - n) / 6.0);
      Quats.exp(new double[] {0, 0, Math.toRadians(80) * in}, 0, by, 0);
      Quats.multiply(by, 0, q, 4 * n, q, 4 * n);
    }
    Clip clip = TRUE.clip();
    return TRUE.with(clip.withRotation(UPPER, clip.rotation(UPPER).with(WILD, q)));
  }

  private static Motion run(LayerPass layer) {
    Span span = new Span(STRETCH.from(), STRETCH.to(), 0, 0);
    return Plate.of("p", layer).withSpan(span).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  private static LayerPass anew() {
    return DrawnAnew.over(IN, DrawnAnew.joints(IN.body(), HAND), STRETCH).orElseThrow();
  }

  private static double apartRad(Motion a, Motion b, int frame) {
    double[] p = new double[4];
    double[] q = new double[4];
    a.clip().rotation(UPPER).read(frame, p, 0);
    b.clip().rotation(UPPER).read(frame, q, 0);
    return 2 * Math.acos(Math.min(1, Math.abs(Quats.dot(p, 0, q, 0))));
  }

  @Test
  void itComesNearTheTruthIsAsFastAtItsEndsAndTouchesNothingElse() {
    assertThat(anew().rows()).as("three joints of the arm").hasSize(9);
    Motion out = run(anew());
    for (int f = 0; f < 900; f++) {
      for (int j = 0; j < IN.body().skeleton().size(); j++) {
        boolean drawn = STRETCH.contains(f) && DrawnAnew.joints(IN.body(), HAND).get(j);
        if (!drawn) {
          assertThat(Samples.sameBits(out.clip(), IN.clip(), j, f)).as("%d %d", j, f).isTrue();
        }
      }
    }
    for (int f = STRETCH.from(); f < STRETCH.to(); f++) {
      assertThat(apartRad(out, TRUE, f)).as("frame %d", f).isLessThan(Math.toRadians(12));
    }
    assertThat(apartRad(IN, TRUE, 330)).isGreaterThan(Math.toRadians(79));
    // nothing leaps, nor does the speed, where it begins and ends
    for (int end : new int[] {STRETCH.from(), STRETCH.to() - 1}) {
      assertThat(apartRad(out, IN, end)).isLessThan(1e-7);
      assertThat(jolt(out, end)).isLessThan(1.2 * jolt(TRUE, end) + Math.toRadians(0.15));
    }
  }

  /** How much more it turns in the frame behind one than in that before, radians. */
  private static double jolt(Motion motion, int frame) {
    double[] q = new double[12];
    motion.clip().rotation(UPPER).read(new Frames(frame - 1, frame + 2), q);
    double[] way = new double[8];
    Quats.leading(q, 0, q, 4, way, 0);
    Quats.leading(q, 4, q, 8, way, 4);
    double[] v = new double[6];
    Quats.log(way, 0, v, 0);
    Quats.log(way, 4, v, 3);
    return Math.hypot(Math.hypot(v[3] - v[0], v[4] - v[1]), v[5] - v[2]);
  }

  @Test
  void aHandIsPulledOnALayerThatReplacesByKeysOfItsLimb() {
    LayerPass layer = anew();
    Motion out = run(layer);
    PartEdit hand = new PartEdit(layer, IN, out, HAND, 330, 330);
    assertThat(hand.isPulled()).isTrue();
    LayerPass pulled = hand.pulled(new double[] {0.03, 0.02, 0}, new LayerEdit.Hold.Near(30));
    assertThat(LayerEdit.has(pulled, pulled.rows().get(0).part(), Channel.Of.GOAL)).isFalse();
    PartPath was = PartPath.of(out.clip(), HAND, out.clip().allFrames());
    PartPath is = PartPath.of(run(pulled).clip(), HAND, out.clip().allFrames());
    assertThat(is.at(330, 0) - was.at(330, 0)).isCloseTo(0.03, within(0.002));
    assertThat(is.at(330, 1) - was.at(330, 1)).isCloseTo(0.02, within(0.002));
    assertThat(is.at(315, 0)).isNotEqualTo(was.at(315, 0));
    for (int f : new int[] {299, 300, 360, 361}) {
      assertThat(is.at(f, 0)).as("held").isEqualTo(was.at(f, 0));
    }

    // where its limb has no keys it is not, nor a head, nor an elbow
    LayerPass none = LayerPass.KIND.defaults().withMode(LayerPass.Mode.REPLACES);
    assertThat(new PartEdit(none, IN, IN, HAND, 330, 330).isPulled()).isFalse();
    int elbow = IN.body().joint(Role.RIGHT_FOREARM).orElseThrow();
    assertThat(new PartEdit(layer, IN, out, elbow, 330, 330).isPulled()).isFalse();
  }

  @Test
  void aJointThatOnlyTwistsGoesWithItsLimb() {
    Body body = Body.of(Samples.twisting());
    int hand = body.joint(Role.LEFT_HAND).orElseThrow();
    int upper = body.joint(Role.LEFT_UPPER_ARM).orElseThrow();
    int fore = body.joint(Role.LEFT_FOREARM).orElseThrow();
    int twist = body.skeleton().parent(hand);
    assertThat(twist).as("not the forearm itself").isNotEqualTo(fore);
    for (int of : new int[] {hand, twist, fore, upper}) {
      assertThat(DrawnAnew.joints(body, of).stream()).containsExactly(upper, fore, twist, hand);
    }
    int collar = body.joint(Role.LEFT_COLLAR).orElseThrow();
    assertThat(DrawnAnew.joints(body, collar).stream()).containsExactly(collar);
  }

  @Test
  void whatIsTooShortOrAtTheEndsOfATake() {
    BitSet head = DrawnAnew.joints(IN.body(), IN.body().joint(Role.HEAD).orElseThrow());
    assertThat(head.cardinality()).isEqualTo(1);
    assertThat(DrawnAnew.over(IN, head, new Frames(5, 7))).isEmpty();
    LayerPass all = DrawnAnew.over(IN, head, IN.clip().allFrames()).orElseThrow();
    assertThat(all.rows())
        .allSatisfy(
            r -> {
              assertThat(r.curve().slope(0)).as("nothing is known before it").isZero();
              assertThat(r.curve().slopeBefore(899)).isZero();
            });
  }
}
