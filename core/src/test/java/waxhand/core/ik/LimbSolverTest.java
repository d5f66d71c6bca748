package waxhand.core.ik;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import waxhand.core.maths.Quats;

class LimbSolverTest {
  private static final double[] HINGE = {1, 0, 0};

  /** A leg that hangs down, its knee bent forwards by an angle: root, middle, end. */
  private static double[] leg(double bendRad) {
    double a = bendRad / 2;
    double s = 0.42 * Math.sin(a);
    double c = 0.42 * Math.cos(a);
    return new double[] {0, 1, 0, 0, 1 - c, s, 0, 1 - 2 * c, 0};
  }

  private static double[] turned(double[] q, int at, double[] v) {
    double[] out = new double[3];
    Quats.rotate(q, at, v, 0, out, 0);
    return out;
  }

  /** Where knee and ankle come to. */
  private static double[][] places(double[] leg, double[] root, double[] turns) {
    double[] upper =
        turned(turns, 0, new double[] {leg[3] - leg[0], leg[4] - leg[1], leg[5] - leg[2]});
    double[] lower =
        turned(turns, 4, new double[] {leg[6] - leg[3], leg[7] - leg[4], leg[8] - leg[5]});
    double[] knee = {root[0] + upper[0], root[1] + upper[1], root[2] + upper[2]};
    return new double[][] {knee, {knee[0] + lower[0], knee[1] + lower[1], knee[2] + lower[2]}};
  }

  @Property(tries = 300)
  void theEndReachesEveryGoalWithinReachAndTheKneeStaysInFront(
      @ForAll @DoubleRange(min = 0.05, max = 2.2) double bend,
      @ForAll @DoubleRange(min = 0.25, max = 0.82) double far,
      @ForAll @DoubleRange(min = -0.6, max = 0.6) double aside,
      @ForAll @DoubleRange(min = -0.6, max = 0.6) double ahead) {
    double[] leg = leg(bend);
    double[] root = {0.03, 1.02, -0.04};
    double k = far / Math.sqrt(1 + aside * aside + ahead * ahead);
    double[] goal = {root[0] + k * aside, root[1] - k, root[2] + k * ahead};
    double[] turns = new double[8];
    double miss = new LimbSolver().solve(leg, 0, root, goal, HINGE, 0, 0, turns);
    double[][] places = places(leg, root, turns);
    assertThat(miss).isLessThan(1e-9);
    for (int i = 0; i < 3; i++) {
      assertThat(places[1][i]).isCloseTo(goal[i], within(1e-9));
    }
    // the knee lies ahead of the line from hip to ankle, as captured
    double[] middle = {(root[0] + goal[0]) / 2, (root[1] + goal[1]) / 2, (root[2] + goal[2]) / 2};
    assertThat(places[0][2] - middle[2]).isGreaterThan(-0.25 * Math.abs(aside) - 1e-6);
  }

  @Test
  void aGoalWhereTheEndAlreadyIsChangesNothing() {
    for (double bend : new double[] {0, 1e-7, 0.001, 0.03, 0.3, 1.5, 2.6}) {
      double[] leg = leg(bend);
      double[] turns = new double[8];
      new LimbSolver()
          .solve(
              leg,
              0,
              new double[] {leg[0], leg[1], leg[2]},
              new double[] {leg[6], leg[7], leg[8]},
              HINGE,
              0,
              0,
              turns);
      for (int bone = 0; bone < 8; bone += 4) {
        double angle = Quats.angle(turns, bone, new double[] {0, 0, 0, 1}, 0);
        assertThat(angle).as("bend " + bend).isLessThan(bend < 0.02 ? 1e-3 : 1e-9);
      }
    }
  }

  /** Pulled away steadily, the knee straightens ever more slowly and never snaps. */
  @Test
  void aKneeThatIsPulledStraightNeverSnaps() {
    double[] leg = leg(0.9);
    double last = Double.NaN;
    double lastStep = Double.NaN;
    double worst = 0;
    for (double far = 0.74; far < 1.2; far += 0.001) {
      double[] turns = new double[8];
      double[] root = {0, 1, 0};
      double[] goal = {0, 1 - far, 0};
      double miss = new LimbSolver().solve(leg, 0, root, goal, HINGE, 0, 0, turns);
      double[][] p = places(leg, root, turns);
      double reach = 1 - p[1][1];
      double bend = 2 * Math.acos(Math.min(1, reach / 0.84));
      assertThat(reach).isLessThan(0.84);
      assertThat(miss).isCloseTo(far - reach, within(1e-9));
      double step = last - bend;
      worst = Math.max(worst, Double.isNaN(lastStep) ? 0 : Math.abs(step - lastStep));
      lastStep = Double.isNaN(last) ? Double.NaN : step;
      last = bend;
    }
    // a hard stop would leap by the whole of the last step, 0.05 rad
    assertThat(worst).isLessThan(0.004);
  }

  @Test
  void theBendIsTurnedAsideByAsMuchAsAsked() {
    double[] leg = leg(1);
    double[] turns = new double[8];
    double[] root = {0, 1, 0};
    new LimbSolver()
        .solve(leg, 0, root, new double[] {leg[6], leg[7], leg[8]}, HINGE, 0.5, 0, turns);
    double[][] p = places(leg, root, turns);
    assertThat(Math.atan2(p[0][0], p[0][2])).isCloseTo(-0.5, within(1e-9));
    assertThat(p[1][1]).isCloseTo(leg[7], within(1e-9));
  }

  @Test
  void goalsBeyondReachOnTheRootAndBonesWithoutLengthGiveNumbers() {
    double[][] legs = {
      leg(0.4), leg(0), {0, 1, 0, 0, 1, 0, 0, 1, 0}, {0, 1, 0, 0, 1, 0, 0, 0.6, 0}
    };
    double[][] goals = {{0, 1, 0}, {0, -9, 0}, {0, 9, 0}, {1e-12, 1, 0}};
    for (double[] leg : legs) {
      for (double[] goal : goals) {
        double[] turns = new double[8];
        new LimbSolver().solve(leg, 0, new double[] {0, 1, 0}, goal, HINGE, 0.2, 0, turns);
        for (double v : turns) {
          assertThat(v).isFinite();
        }
      }
    }
  }

  @Test
  void bonesGrowOnlyWhereTheyMustAndNoFartherThanTheyMay() {
    LimbSolver solver = new LimbSolver();
    double[] leg = leg(0.4);
    double[] root = {0, 1, 0};
    double[] turns = new double[8];
    assertThat(solver.solve(leg, 0, root, new double[] {0, 0.3, 0}, HINGE, 0, 0.1, turns))
        .isLessThan(1e-9);
    assertThat(solver.grown()).isEqualTo(1);
    double reached =
        1 - solver.solve(leg, 0, root, new double[] {0, 0.13, 0}, HINGE, 0, 0.1, turns);
    assertThat(solver.grown()).isBetween(1.02, 1.1);
    assertThat(reached).isCloseTo(1, within(1e-9));
    double short1 = solver.solve(leg, 0, root, new double[] {0, -1, 0}, HINGE, 0, 0.1, turns);
    assertThat(solver.grown()).isEqualTo(1.1);
    assertThat(short1).isCloseTo(2 - 1.1 * 0.84, within(0.002));
  }
}
