package waxhand.desk.viewport;

import java.util.List;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** Shapes neck and head; the face shows where it looks. */
final class Head {
  // rows of: height over the head's joint, shift to the front, half-width, half-depth, squareness
  private static final Profile SKULL =
      new Profile(
          new double[][] {
            {-0.016, 0.030, 0.018, 0.017, 2.2},
            {-0.003, 0.019, 0.029, 0.034, 2.3},
            {0.018, 0.012, 0.035, 0.043, 2.3},
            {0.045, 0.006, 0.041, 0.051, 2.2},
            {0.070, 0.002, 0.040, 0.051, 2.1},
            {0.088, 0.000, 0.031, 0.041, 2}
          });

  private final Clay clay;

  private Head(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay) {
    new Head(clay).head();
  }

  private void head() {
    OptionalInt head = clay.body.joint(Role.HEAD);
    boolean any = false;
    for (Role role : List.of(Role.NECK, Role.NECK_2)) {
      OptionalInt neck = clay.body.joint(role);
      if (neck.isPresent()) {
        any |= neck(neck.getAsInt(), clay.next(neck.getAsInt()));
      }
    }
    if (!any && head.isPresent()) {
      neck(head.getAsInt(), new Vector3d(0, 0.03 * clay.h, 0));
    }
    if (head.isEmpty()) {
      return;
    }
    int j = head.getAsInt();
    double tip = clay.tip(j).map(t -> t.length()).orElse(0.1 * clay.h) / clay.h;
    double top = Math.max(0.085, Math.min(0.125, tip));
    double s = top / 0.1;
    Loft skull = new Loft(Loft.FINE);
    for (double[] row : SKULL.fine()) {
      clay.flatRing(skull, clay.at(0, row[0] * s, row[1]), row[2], row[3], row[4]);
    }
    clay.add(j, Side.MIDDLE, skull.rounded(0.006 * clay.h, 0.012 * clay.h * s));
    Loft nose = new Loft();
    nose.ring(clay.at(0, 0.040 * s, 0.054), clay.at(0.004, 0, 0), clay.at(0, 0, 0.004), 2);
    nose.ring(clay.at(0, 0.026 * s, 0.059), clay.at(0.006, 0, 0), clay.at(0, 0.001, 0.007), 2);
    nose.ring(clay.at(0, 0.019 * s, 0.058), clay.at(0.008, 0, 0), clay.at(0, 0.001, 0.007), 2);
    clay.add(j, Side.MIDDLE, nose.rounded(0.005 * clay.h, 0.004 * clay.h));
    Loft brow = new Loft();
    brow.ring(clay.at(-0.027, 0.048 * s, 0.045), clay.at(0, 0.005, 0), clay.at(0, 0, 0.006), 2);
    brow.ring(clay.at(0, 0.049 * s, 0.054), clay.at(0, 0.005, 0), clay.at(0, 0, 0.005), 2);
    brow.ring(clay.at(0.027, 0.048 * s, 0.045), clay.at(0, 0.005, 0), clay.at(0, 0, 0.006), 2);
    clay.add(j, Side.MIDDLE, brow.rounded(0.005 * clay.h, 0.005 * clay.h));
    for (double x : new double[] {-1, 1}) {
      Loft ear = new Loft();
      ear.ring(
          clay.at(x * 0.041, 0.020 * s, -0.002), clay.at(0.004, 0, 0), clay.at(0, 0, 0.008), 2);
      ear.ring(
          clay.at(x * 0.044, 0.036 * s, -0.005), clay.at(0.004, 0, 0), clay.at(0, 0, 0.011), 2);
      clay.add(j, Side.MIDDLE, ear.rounded(0.006 * clay.h, 0.006 * clay.h));
    }
  }

  /** The skin of a part of the neck; false where it has no length. */
  private boolean neck(int joint, Vector3d to) {
    if (to.length() < 0.01 * clay.h) {
      return false;
    }
    Loft loft = new Loft();
    double below = Math.max(0.45 * to.length(), 0.03 * clay.h) / to.length();
    clay.flatRing(loft, new Vector3d(to).mul(-below), 0.039, 0.037, 2);
    clay.flatRing(loft, new Vector3d(to).mul(0.25), 0.033, 0.033, 2);
    clay.flatRing(loft, new Vector3d(to).mul(1.15), 0.032, 0.034, 2);
    clay.add(joint, Side.MIDDLE, loft.rounded(0.01 * clay.h, 0.01 * clay.h));
    return true;
  }
}
