package waxhand.desk.viewport;

import java.util.List;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;

/** Shapes a leg with its foot: heel, ball and toes. */
final class Leg {
  // rows of: share along the bone, half-width, half-depth, shift to the front
  private static final double[][] THIGH = {
    {-0.06, 0.046, 0.054, 0},
    {0.12, 0.048, 0.055, 0.002},
    {0.4, 0.044, 0.05, 0.004},
    {0.75, 0.034, 0.038, 0.002},
    {1.0, 0.030, 0.032, 0.002}
  };
  private static final double[][] SHIN = {
    {0.0, 0.0295, 0.031, 0.002},
    {0.12, 0.029, 0.031, -0.002},
    {0.32, 0.032, 0.036, -0.007},
    {0.6, 0.025, 0.028, -0.004},
    {0.88, 0.0175, 0.020, 0},
    {1.0, 0.018, 0.021, 0}
  };

  private final Clay clay;

  private Leg(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay, Side side) {
    List<Role> roles = Role.limb(side, true);
    clay.limb(roles.get(0), THIGH);
    clay.bands(roles.get(0), 0.5, 0.0425, 0.0485, 0.0035);
    clay.limb(roles.get(1), SHIN);
    clay.body.soles().stream()
        .filter(s -> s.side() == side)
        .forEach(s -> new Leg(clay).foot(s, side));
  }

  private void foot(Sole sole, Side side) {
    Vector3d heel = place(sole, 0, sole.foot());
    Vector3d ball = place(sole, 1, sole.foot());
    Vector3d ahead = new Vector3d(ball).sub(heel);
    Vector3d side3 = Clay.across(ahead, Clay.X);
    double ankle = -heel.y / clay.h;
    // share along from heel to ball, half-width, height over the sole
    double[][] rows = {
      {-0.02, 0.018, 0.034},
      {0.06, 0.023, 0.052},
      {0.25, 0.0245, 0.9 * ankle + 0.02},
      {0.45, 0.024, 0.8 * ankle + 0.016},
      {0.7, 0.026, 0.036},
      {1.0, 0.029, 0.026}
    };
    clay.add(
        sole.foot(),
        side,
        shoe(heel, ahead, side3, rows, 2.6).rounded(0.009 * clay.h, 0.006 * clay.h));
    Vector3d from = place(sole, 1, sole.toes());
    Vector3d to = place(sole, 2, sole.toes()).sub(from);
    if (sole.toes() == sole.foot()) {
      to = place(sole, 2, sole.foot()).sub(ball);
      from = ball;
    }
    double[][] tips = {{-0.1, 0.029, 0.026}, {0.3, 0.0285, 0.023}, {0.85, 0.022, 0.017}};
    clay.add(
        sole.toes(),
        side,
        shoe(from, to, side3, tips, 2.5).rounded(0.004 * clay.h, 0.012 * clay.h));
  }

  /** A place of the sole at rest, as seen from a joint. */
  private Vector3d place(Sole sole, int place, int joint) {
    return sole.atRest(place, clay.skeleton, clay.rest).sub(clay.rest[joint]);
  }

  /**
   * A skin that stands on the sole.
   *
   * @param rows of: share along, half-width, height over the sole
   */
  private Loft shoe(Vector3d from, Vector3d along, Vector3d side, double[][] rows, double square) {
    Loft loft = new Loft();
    for (double[] row : new Profile(rows).fine()) {
      double half = 0.5 * row[2] * clay.h;
      Vector3d at = new Vector3d(from).fma(row[0], along).add(0, half, 0);
      loft.ring(
          at, new Vector3d(side).mul(row[1] * clay.h), new Vector3d(Clay.Y).mul(half), square);
    }
    return loft;
  }
}
