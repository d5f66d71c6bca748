package waxhand.desk.viewport;

import java.util.List;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** Shapes an arm with its hand, palm and fingers. */
final class Arm {
  // rows of: share along the bone, half-width, half-depth, shift to the front
  private static final double[][] COLLAR = {
    {0.05, 0.03, 0.034, -0.004}, {0.6, 0.034, 0.038, 0}, {0.98, 0.036, 0.038, 0}
  };
  private static final double[][] UPPER_ARM = {
    {0.0, 0.034, 0.036, 0},
    {0.22, 0.033, 0.034, 0},
    {0.5, 0.027, 0.029, 0.002},
    {0.8, 0.023, 0.024, 0},
    {1.0, 0.0225, 0.0225, 0}
  };
  private static final double[][] FOREARM = {
    {0.0, 0.0225, 0.0225, 0},
    {0.2, 0.0255, 0.0255, 0},
    {0.5, 0.0215, 0.022, 0},
    {0.85, 0.0145, 0.0185, 0},
    {1.0, 0.0135, 0.018, 0}
  };
  private static final double[][] PALM = {
    {0.0, 0.0125, 0.0165, 0}, {0.35, 0.0125, 0.023, 0}, {0.95, 0.0105, 0.0255, 0}
  };

  private final Clay clay;

  private Arm(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay, Side side) {
    List<Role> roles = Role.limb(side, false);
    clay.limb(roles.get(0), COLLAR);
    clay.limb(roles.get(1), UPPER_ARM);
    clay.bands(roles.get(1), 0.46, 0.0285, 0.0305, 0.002);
    clay.limb(roles.get(2), FOREARM);
    Arm arm = new Arm(clay);
    if (clay.joint(roles.get(3)).isPresent()) {
      arm.hand(clay.joint(roles.get(3)).getAsInt(), side);
    } else {
      // a forearm that ends without a hand's joint carries the hand itself
      clay.joint(roles.get(2)).ifPresent(j -> arm.mitten(j, side, clay.next(j)));
    }
  }

  private void mitten(int joint, Side side, Vector3d wrist) {
    if (wrist.length() < 0.02 * clay.h) {
      return;
    }
    Vector3d f = Clay.across(wrist, Clay.Z);
    Vector3d s = new Vector3d(wrist).normalize().cross(f);
    double[][] rows = {
      {0.0, 0.0125, 0.0165}, {0.02, 0.0125, 0.023}, {0.055, 0.0105, 0.0255}, {0.092, 0.008, 0.019}
    };
    Loft loft = new Loft();
    for (double[] row : new Profile(rows).fine()) {
      Vector3d at = new Vector3d(wrist).normalize(wrist.length() + row[0] * clay.h);
      loft.ring(
          at, new Vector3d(s).mul(row[1] * clay.h), new Vector3d(f).mul(row[2] * clay.h), 2.2);
    }
    clay.add(joint, side, loft.rounded(0.006 * clay.h, 0.008 * clay.h));
  }

  private void hand(int joint, Side side) {
    Vector3d out = clay.next(joint);
    if (out.length() < 0.02 * clay.h) {
      out = new Vector3d(side == Side.LEFT ? 0.1 * clay.h : -0.1 * clay.h, 0, 0);
    }
    boolean ownFingers = Role.fingers(side).stream().anyMatch(r -> clay.body.joint(r).isPresent());
    Vector3d along = new Vector3d(out).normalize(0.055 * clay.h);
    clay.limb(joint, side, along, PALM);
    if (ownFingers) {
      for (Role role : Role.fingers(side)) {
        clay.body.joint(role).ifPresent(j -> finger(j, side, new Vector3d(), clay.next(j), 0.0068));
      }
      return;
    }
    double[] sideways = {0.019, 0.0065, -0.006, -0.018};
    double[] lengths = {0.042, 0.047, 0.044, 0.035};
    Vector3d unit = new Vector3d(out).normalize();
    for (int f = 0; f < 4; f++) {
      Vector3d from = new Vector3d(along).fma(sideways[f] * clay.h, Clay.Z);
      Vector3d bent = new Vector3d(unit).mul(lengths[f] * clay.h).add(0, -0.012 * clay.h, 0);
      finger(joint, side, from, bent, 0.0068);
    }
    Vector3d thumb = new Vector3d(unit).mul(0.018 * clay.h).fma(0.021 * clay.h, Clay.Z);
    finger(
        joint,
        side,
        thumb,
        new Vector3d(unit).mul(0.032 * clay.h).add(0, -0.008 * clay.h, 0.017 * clay.h),
        0.008);
  }

  private void finger(int joint, Side side, Vector3dc from, Vector3dc to, double radius) {
    if (to.length() < 1e-4) {
      return;
    }
    Vector3d f = Clay.across(to, Clay.Z).mul(radius * clay.h);
    Vector3d s = new Vector3d(to).normalize().cross(f);
    Loft loft = new Loft();
    loft.ring(from, s, f, 2);
    loft.ring(new Vector3d(from).add(to), new Vector3d(s).mul(0.8), new Vector3d(f).mul(0.8), 2);
    clay.add(joint, side, loft.rounded(0.8 * radius * clay.h, 0.8 * radius * clay.h));
  }
}
