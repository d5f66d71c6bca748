package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.LayerKeys;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** Few keys on movements of both families, and on bodies of other people's files. */
class ThinOnRehearsalTest {
  private static final double[] SHARES = {0.25, 0.5, 1, 2, 4};

  private record Named(String name, Rehearsal take) {
    @Override
    public String toString() {
      return name;
    }
  }

  private static Rehearsal deckhand(Scene scene, double rateHz, long seed) {
    return Rehearsal.of(
        new Rehearsal.Order(scene, 6, rateHz, seed, 1.78, false, Map.of("jitter", 0.3)));
  }

  static Stream<Named> takes() {
    Rehearsal lunge = Rehearsal.ofMate(MateScene.LUNGE, 4, 60, 73, Map.of("jitter", 0.3));
    Rehearsal dance = Rehearsal.ofMate(MateScene.DANCE, 4, 120, 74, Map.of("jitter", 0.3));
    return Stream.of(
        new Named("deck-walk", deckhand(Scene.DECK_WALK, 120, 71)),
        new Named("crate-lift", deckhand(Scene.CRATE_LIFT, 60, 72)),
        new Named("lunge", lunge),
        new Named("dance, as " + Convention.drawn(75), Convention.drawn(75).of(dance).take()));
  }

  private static ThinPass thin(double share) {
    return new ThinPass(ThinPass.Keys.CURVES, Math.toRadians(share), 0.005 * share, true);
  }

  private static long keys(Motion in, double share) {
    return LayerKeys.of(thin(share).prepared(in, Place.ALL), in, Work.UNWATCHED).keys();
  }

  /** Who allows more gets fewer keys, also where what rests allows no more. */
  @ParameterizedTest
  @MethodSource("takes")
  void aLooserToleranceNeverTakesMoreKeys(Named named) {
    Motion in = Motion.of(named.take().truth());
    long last = Long.MAX_VALUE;
    for (double share : SHARES) {
      long keys = keys(in, share);
      assertThat(keys).as("at %s of the tolerance", share).isLessThan(last);
      last = keys;
    }
  }

  @ParameterizedTest
  @MethodSource("takes")
  void nothingIsTooFarOffAndWhatRestsStays(Named named) {
    for (Motion in : List.of(Motion.of(named.take().truth()), Motion.of(named.take().raw()))) {
      for (double share : new double[] {1, 4}) {
        Motion out = Plate.of("t", thin(share)).apply(in, in.clip().allFrames(), Work.UNWATCHED);
        Deviation off = Deviation.of(in, out, in.clip().allFrames(), Work.UNWATCHED);
        assertThat(off.worstDegrees()).isLessThanOrEqualTo(share + 1e-6);
        assertThat(off.worstMm()).isLessThanOrEqualTo(5 * share + 1e-6).isGreaterThan(share);
        double was = slide(named.take(), in);
        assertThat(slide(named.take(), out) - was).as("mm a frame").isLessThan(0.2);
      }
    }
  }

  /** How far what rests moves from frame to frame, mm, the mean. */
  private static double slide(Rehearsal take, Motion motion) {
    double sum = 0;
    int count = 0;
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    for (Contact contact : take.contacts()) {
      PartPoint point = contact.part().on(motion.body()).orElse(null);
      double[] p = new double[6];
      for (int f = contact.frames().from() + 2;
          point != null && f < contact.frames().to() - 2;
          f++) {
        pose.solve(motion.clip(), f - 1);
        contact.part().place(motion.body(), pose, p, 0);
        pose.solve(motion.clip(), f);
        contact.part().place(motion.body(), pose, p, 3);
        sum += 1000 * Math.hypot(p[3] - p[0], p[5] - p[2]);
        count++;
      }
    }
    assertThat(count).isPositive();
    return sum / count;
  }

  @Test
  void walkingTakesAtLeastEightTimesFewer() {
    Motion in = Motion.of(deckhand(Scene.DECK_WALK, 120, 76).truth());
    LayerKeys found = LayerKeys.of(thin(1).prepared(in, Place.ALL), in, Work.UNWATCHED);
    assertThat(found.keys() * 8).isLessThan(found.samples());
  }
}
