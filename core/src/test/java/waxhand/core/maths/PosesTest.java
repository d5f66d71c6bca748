package waxhand.core.maths;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

class PosesTest {
  private static double[] pose(Random random) {
    double[] pose = new double[Poses.SIZE];
    for (int i = 0; i < 3; i++) {
      pose[i] = 2 * random.nextGaussian();
    }
    for (int i = 3; i < Poses.SIZE; i++) {
      pose[i] = random.nextGaussian();
    }
    Quats.normalize(pose, 3);
    return pose;
  }

  /** What is seen from a pose is where it was, whichever array it is put into. */
  @Property(tries = 100)
  void seenAndBackAgain(@ForAll long seed) {
    Random random = new Random(seed);
    double[] a = pose(random);
    double[] b = pose(random);
    double[] seen = new double[Poses.SIZE];
    Poses.relative(a, b, seen);
    double far = Math.hypot(Math.hypot(b[0] - a[0], b[1] - a[1]), b[2] - a[2]);
    assertThat(Math.hypot(Math.hypot(seen[0], seen[1]), seen[2])).isCloseTo(far, within(1e-12));
    Poses.within(a, seen, seen);
    assertThat(seen).containsExactly(b, within(1e-12));
    double[] same = b.clone();
    Poses.relative(a, same, same);
    Poses.within(a, same, same);
    assertThat(same).containsExactly(b, within(1e-12));
  }

  @Property(tries = 30)
  void aHeadingIsReadAsItWasSet(@ForAll long seed) {
    double heading = Math.PI * (2 * new Random(seed).nextDouble() - 1);
    double[] pose = new double[Poses.SIZE];
    Poses.setHeading(heading, pose);
    assertThat(Poses.heading(pose)).isCloseTo(heading, within(1e-12));
    double[] ahead = {0, 0, 1};
    Quats.rotate(pose, 3, ahead, 0, ahead, 0);
    assertThat(Math.atan2(ahead[0], ahead[2])).isCloseTo(heading, within(1e-12));
  }
}
