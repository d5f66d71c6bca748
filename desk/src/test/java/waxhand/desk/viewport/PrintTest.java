package waxhand.desk.viewport;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Side;

/** Prints on the ground, and where a pixel meets it. */
class PrintTest {
  private static Print print(Side side, double headingRad) {
    return new Print(
        List.of(), Outline.SOLE, side, 1, 0, 2, headingRad, 0.25, 0.18, 1, false, new double[0], 0);
  }

  @Test
  void aPrintHoldsItsBallWhicheverWayItTurnsAndNothingBesideIt() {
    for (double heading = -3; heading < 3; heading += 0.37) {
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        Print print = print(side, heading);
        assertThat(print.holds(print.ball()[0], print.ball()[1])).isTrue();
        assertThat(print.holds(print.ahead()[0], print.ahead()[1])).isFalse();
        double x = 1 + 0.2 * Math.cos(heading);
        double z = 2 - 0.2 * Math.sin(heading);
        assertThat(print.holds(x, z)).isFalse();
      }
    }
  }

  /** The outer edge of a left sole lies to the left, that of a right one to the right. */
  @Test
  void leftAndRightAreMirrored() {
    for (int n = 0; n < Outline.SOLE.count(); n++) {
      double[] left = Print.corner(Outline.SOLE, Side.LEFT, n);
      double[] right = Print.corner(Outline.SOLE, Side.RIGHT, n);
      assertThat(left[0]).isEqualTo(-right[0]);
      assertThat(left[1]).isEqualTo(right[1]);
    }
  }

  @Test
  void aPixelMeetsTheGroundWhereThePlaceThatIsSeenThereLies() {
    for (Aspect aspect : List.of(Aspect.PERSPECTIVE, Aspect.TOP)) {
      Camera camera = aspect.camera(1.8).at(new Vector3d(0.5, 0.3, -0.2));
      for (double[] p : new double[][] {{0.5, 0, 0.1}, {1.1, 0, -0.9}, {-0.4, 0, 0.6}}) {
        double[] at = new double[3];
        assertThat(camera.project(p[0], p[1], p[2], 640, 360, at)).isTrue();
        Vector3d ground = camera.ground(at[0], at[1], 640, 360, new Vector3d(0, 0, 0));
        assertThat(ground.distance(p[0], p[1], p[2])).isLessThan(1e-6);
      }
    }
    // from the side a plane is seen as a line: places move along it alone
    Camera side = Aspect.SIDE.camera(1.8);
    Vector3d near = new Vector3d(0.3, 0, 0.4);
    Vector3d moved = side.ground(400, 200, 640, 360, near);
    assertThat(moved.x).isCloseTo(0.3, within(1e-9));
    assertThat(moved.y).isZero();
    assertThat(moved.z).isNotEqualTo(0.4);
  }
}
