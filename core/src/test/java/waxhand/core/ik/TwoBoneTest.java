package waxhand.core.ik;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class TwoBoneTest {
  private static final TwoBone LEG =
      new TwoBone(new Vector3d(0, -0.43, 0), new Vector3d(0, -0.42, 0.01), new Vector3d(1, 0, 0));

  private static Vector3d end(TwoBone limb, Vector3d root, TwoBone.Solution s) {
    Vector3d knee = s.upperRotation().transform(new Vector3d(limb.upper())).add(root);
    return s.lowerRotation().transform(new Vector3d(limb.lower())).add(knee);
  }

  @Property(tries = 300)
  void theEndGetsToEveryGoalWithinReach(
      @ForAll @DoubleRange(min = -0.5, max = 0.5) double x,
      @ForAll @DoubleRange(min = -0.6, max = 0.3) double y,
      @ForAll @DoubleRange(min = -0.5, max = 0.5) double z) {
    Vector3d root = new Vector3d(0.3, 1, -0.2);
    Vector3d goal = new Vector3d(root).add(x, y, z);
    double distance = goal.distance(root);
    TwoBone.Solution s = LEG.solve(root, goal, new Vector3d(0.1, 0.05, 1));
    if (distance > 0.02 && distance < 0.84) {
      assertThat(end(LEG, root, s).distance(goal)).isLessThan(1e-7);
      assertThat(s.missM()).isLessThan(1e-7);
    }
    assertThat(s.upperRotation().lengthSquared()).isCloseTo(1, within(1e-9));
  }

  @Test
  void theKneeLiesWhereTheBendPoints() {
    Vector3d root = new Vector3d(0, 1, 0);
    TwoBone.Solution s = LEG.solve(root, new Vector3d(0, 0.4, 0), new Vector3d(0, 0, 1));
    Vector3d knee = s.upperRotation().transform(new Vector3d(LEG.upper())).add(root);
    assertThat(knee.z).isGreaterThan(0.25);
    assertThat(knee.x).isCloseTo(0, within(1e-9));
    // the lower bone only turns about the hinge against the upper one
    Quaterniond bend = new Quaterniond(s.upperRotation()).conjugate().mul(s.lowerRotation());
    assertThat(Math.hypot(bend.y, bend.z)).isLessThan(1e-9);
    assertThat(bend.x / bend.w).isPositive();
  }

  @Test
  void outOfReachItPointsAtTheGoalAndSaysByHowMuchItMisses() {
    Vector3d root = new Vector3d(0, 1, 0);
    Vector3d goal = new Vector3d(0, -1, 0);
    TwoBone.Solution s = LEG.solve(root, goal, new Vector3d(0, 0, 1));
    double length = LEG.upper().length() + LEG.lower().length();
    assertThat(s.missM()).isCloseTo(2 - length, within(1e-6));
    assertThat(end(LEG, root, s).y).isCloseTo(1 - length, within(1e-4));
    // a bend along the line and a goal at the root itself still give finite rotations
    for (Vector3d odd : new Vector3d[] {new Vector3d(0, 1, 0), new Vector3d(root)}) {
      TwoBone.Solution t = LEG.solve(root, odd, new Vector3d(0, -1, 0));
      assertThat(t.upperRotation().isFinite()).isTrue();
      assertThat(t.lowerRotation().isFinite()).isTrue();
    }
  }
}
