package waxhand.core.body;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import waxhand.core.Samples;
import waxhand.core.maths.Quats;

class JointRangeTest {
  /** The quick answer for many is that of the angles of each. */
  @Property(tries = 100)
  void whatIsHeldIsWithinBothAngles(@ForAll long seed) {
    Body body = Body.of(Samples.body());
    Random random = new Random(seed);
    for (int joint : body.joints().values()) {
      JointRange range = JointRange.of(body, joint).orElse(null);
      if (range == null) {
        continue;
      }
      double[] q = random.doubles(12, -1, 1).toArray();
      boolean within = true;
      for (int at = 0; at < 12; at += 4) {
        q[at + 3] = 1.5 * random.nextGaussian();
        Quats.normalize(q, at);
        within &= range.swing(q, at) <= range.swingRad() && range.twist(q, at) <= range.twistRad();
      }
      assertThat(range.holdsAll(q, 3)).isEqualTo(within);
    }
  }
}
