package waxhand.desk.viewport;

import java.util.List;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** Shapes pelvis, waist, ribs, neck and head; the face shows where it looks. */
final class Trunk {
  private final Clay clay;

  private Trunk(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay) {
    Trunk trunk = new Trunk(clay);
    trunk.trunk();
    trunk.head();
  }

  private void trunk() {
    int hips = clay.body.joint(Role.HIPS).getAsInt();
    int chest = clay.body.joint(Role.CHEST).getAsInt();
    double thigh =
        clay.body.joint(Role.LEFT_THIGH).stream()
                .mapToDouble(j -> clay.rest[j].y - clay.rest[hips].y)
                .findFirst()
                .orElse(0)
            / clay.h;
    Loft pelvis = new Loft();
    clay.flatRing(pelvis, clay.at(0, thigh - 0.052, -0.002), 0.044, 0.046, 2.2);
    clay.flatRing(pelvis, clay.at(0, thigh - 0.028, -0.006), 0.083, 0.064, 2.4);
    clay.flatRing(pelvis, clay.at(0, thigh + 0.006, -0.008), 0.097, 0.070, 2.5);
    clay.flatRing(pelvis, clay.at(0, thigh + 0.04, -0.004), 0.092, 0.063, 2.4);
    clay.flatRing(pelvis, clay.at(0, thigh + 0.075, 0), 0.079, 0.054, 2.3);
    clay.add(hips, Side.MIDDLE, pelvis.rounded(0.012 * clay.h, 0.02 * clay.h));
    int inner = hips;
    for (Role role : List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3)) {
      OptionalInt j = clay.body.joint(role);
      if (j.isPresent()) {
        waist(j.getAsInt(), inner);
        inner = j.getAsInt();
      }
    }
    Vector3d neck =
        clay.body.joint(Role.NECK).isPresent()
            ? new Vector3d(clay.rest[clay.body.joint(Role.NECK).getAsInt()]).sub(clay.rest[chest])
            : clay.at(0, 0.12, 0);
    double up = neck.y / clay.h;
    Loft ribs = new Loft();
    clay.flatRing(ribs, clay.at(0, -0.06, 0.004), 0.076, 0.052, 2.3);
    clay.flatRing(ribs, clay.at(0, -0.02, 0.005), 0.084, 0.060, 2.4);
    clay.flatRing(ribs, clay.at(0, 0.3 * up, 0.006), 0.093, 0.067, 2.5);
    clay.flatRing(ribs, clay.at(0, 0.58 * up, 0.003), 0.101, 0.066, 2.5);
    clay.flatRing(ribs, clay.at(0, 0.8 * up, -0.004), 0.094, 0.053, 2.4);
    clay.flatRing(ribs, clay.at(0, 0.95 * up, -0.008), 0.058, 0.038, 2.1);
    clay.add(chest, Side.MIDDLE, ribs.rounded(0.012 * clay.h, 0.012 * clay.h));
  }

  private void waist(int joint, int inner) {
    Vector3d to = clay.next(joint);
    double reach = Math.max(0.045 * clay.h, to.length());
    // each a little slimmer than the one below, so that no two skins lie in one surface
    double slim = inner == clay.body.joint(Role.HIPS).orElse(-1) ? 1 : 0.95;
    Loft waist = new Loft();
    clay.flatRing(
        waist,
        new Vector3d(0, (slim < 1 ? 0.1 : -0.3) * reach, 0.001),
        0.073 * slim,
        0.049 * slim,
        2.3);
    clay.flatRing(waist, new Vector3d(to).mul(0.45), 0.070 * slim, 0.047 * slim, 2.3);
    clay.flatRing(waist, new Vector3d(to).mul(0.95), 0.069 * slim, 0.046 * slim, 2.3);
    clay.add(joint, Side.MIDDLE, waist.rounded(0.014 * clay.h, 0.014 * clay.h));
  }

  private void head() {
    OptionalInt neck = clay.body.joint(Role.NECK);
    OptionalInt head = clay.body.joint(Role.HEAD);
    if (neck.isPresent()) {
      Vector3d to = clay.next(neck.getAsInt());
      Loft loft = new Loft();
      clay.flatRing(loft, new Vector3d(to).mul(-0.45), 0.039, 0.037, 2);
      clay.flatRing(loft, new Vector3d(to).mul(0.25), 0.033, 0.033, 2);
      clay.flatRing(loft, new Vector3d(to).mul(1.15), 0.032, 0.034, 2);
      clay.add(neck.getAsInt(), Side.MIDDLE, loft.rounded(0.01 * clay.h, 0.01 * clay.h));
    }
    if (head.isEmpty()) {
      return;
    }
    int j = head.getAsInt();
    double top = clay.tip(j).map(t -> t.y).orElse(0.1 * clay.h) / clay.h;
    double s = top / 0.1;
    Loft skull = new Loft();
    clay.flatRing(skull, clay.at(0, -0.016 * s, 0.030), 0.018, 0.017, 2.2);
    clay.flatRing(skull, clay.at(0, -0.003 * s, 0.019), 0.029, 0.034, 2.3);
    clay.flatRing(skull, clay.at(0, 0.018 * s, 0.012), 0.035, 0.043, 2.3);
    clay.flatRing(skull, clay.at(0, 0.045 * s, 0.006), 0.041, 0.051, 2.2);
    clay.flatRing(skull, clay.at(0, 0.070 * s, 0.002), 0.040, 0.051, 2.1);
    clay.flatRing(skull, clay.at(0, 0.088 * s, 0.000), 0.031, 0.041, 2);
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
}
