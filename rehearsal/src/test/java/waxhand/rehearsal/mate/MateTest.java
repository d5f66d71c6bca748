package waxhand.rehearsal.mate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;

class MateTest {
  /** In the truth resting toes and balls do not move at all, heels hardly; nothing leaps. */
  @ParameterizedTest
  @EnumSource(MateScene.class)
  void restingPartsAreStillAndNothingLeaps(MateScene scene) {
    for (long seed : new long[] {3, 44}) {
      Rehearsal take = Rehearsal.ofMate(scene, 12, 120, seed, Map.of());
      Motion truth = Motion.of(take.truth());
      assertThat(take.contacts()).hasSizeGreaterThan(3);
      assertThat(Comparison.slide(truth, take.contacts())).isLessThan(0.05);
      WorldPose pose = new WorldPose(take.truth().skeleton());
      double[] p = new double[3];
      for (Contact contact : take.contacts()) {
        pose.solve(take.truth(), contact.frames().from());
        contact.part().place(truth.body(), pose, p, 0);
        double highest = scene == MateScene.STAIRS ? 0.9 : 0.03;
        assertThat(p[1]).as(contact.toString()).isBetween(-0.03, highest);
      }
      double fastest = 0;
      double lowest = 1;
      double[] before = new double[pose.positions().length];
      for (int f = 0; f < take.truth().frames(); f++) {
        pose.solve(take.truth(), f);
        for (Sole sole : truth.body().soles()) {
          lowest = Math.min(lowest, sole.lowest(pose));
        }
        for (int i = 0; f > 0 && i < before.length; i++) {
          fastest = Math.max(fastest, Math.abs(pose.positions()[i] - before[i]) * 120);
        }
        System.arraycopy(pose.positions(), 0, before, 0, before.length);
      }
      assertThat(lowest).as("of the soles, metres").isGreaterThan(-0.04);
      assertThat(fastest).as("metres a second").isBetween(0.1, 11.0);
    }
  }
}
