package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.motion.Skeleton;

/**
 * The lay figure: for each joint with a role a skin of wax, shaped from the bones around it. Widths
 * follow the height of the body. Bodies without roles get plain tapered bones.
 */
final class FigureParts {
  /**
   * A skin that moves with a joint.
   *
   * @param joint which
   * @param band whether it is a band that tells the sides apart
   */
  record Part(int joint, Side side, boolean band, TriangleMesh mesh) {}

  private static final Vector3dc X = new Vector3d(1, 0, 0);
  private static final Vector3dc Y = new Vector3d(0, 1, 0);
  private static final Vector3dc Z = new Vector3d(0, 0, 1);

  private final Body body;
  private final Skeleton skeleton;
  private final Vector3d[] rest;
  private final double h;
  private final List<Part> parts = new ArrayList<>();

  private FigureParts(Body body) {
    this.body = body;
    this.skeleton = body.skeleton();
    this.rest = skeleton.restPositions();
    this.h = body.heightM();
  }

  static List<Part> of(Body body) {
    FigureParts figure = new FigureParts(body);
    if (body.joint(Role.HIPS).isPresent() && body.joint(Role.CHEST).isPresent()) {
      figure.trunk();
      figure.head();
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        figure.arm(side);
        figure.leg(side);
      }
    }
    figure.bones();
    return figure.parts;
  }

  private void add(int joint, Side side, Loft loft) {
    parts.add(new Part(joint, side, false, loft.mesh()));
  }

  /** A point given by share of height, in a joint's frame. */
  private Vector3d at(double x, double y, double z) {
    return new Vector3d(x, y, z).mul(h);
  }

  private void flatRing(Loft loft, Vector3dc middle, double wide, double deep, double square) {
    loft.ring(middle, new Vector3d(X).mul(wide * h), new Vector3d(Z).mul(deep * h), square);
  }

  // ---- trunk and head ----------------------------------------------------------------------

  private void trunk() {
    int hips = body.joint(Role.HIPS).getAsInt();
    int chest = body.joint(Role.CHEST).getAsInt();
    double thigh =
        body.joint(Role.LEFT_THIGH).stream()
                .mapToDouble(j -> rest[j].y - rest[hips].y)
                .findFirst()
                .orElse(0)
            / h;
    Loft pelvis = new Loft();
    flatRing(pelvis, at(0, thigh - 0.052, -0.002), 0.044, 0.046, 2.2);
    flatRing(pelvis, at(0, thigh - 0.028, -0.006), 0.083, 0.064, 2.4);
    flatRing(pelvis, at(0, thigh + 0.006, -0.008), 0.097, 0.070, 2.5);
    flatRing(pelvis, at(0, thigh + 0.04, -0.004), 0.092, 0.063, 2.4);
    flatRing(pelvis, at(0, thigh + 0.075, 0), 0.079, 0.054, 2.3);
    add(hips, Side.MIDDLE, pelvis.rounded(0.012 * h, 0.02 * h));
    int inner = hips;
    for (Role role : List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3)) {
      OptionalInt j = body.joint(role);
      if (j.isPresent()) {
        waist(j.getAsInt(), inner);
        inner = j.getAsInt();
      }
    }
    Vector3d neck =
        body.joint(Role.NECK).isPresent()
            ? new Vector3d(rest[body.joint(Role.NECK).getAsInt()]).sub(rest[chest])
            : at(0, 0.12, 0);
    double up = neck.y / h;
    Loft ribs = new Loft();
    flatRing(ribs, at(0, -0.06, 0.004), 0.076, 0.052, 2.3);
    flatRing(ribs, at(0, -0.02, 0.005), 0.084, 0.060, 2.4);
    flatRing(ribs, at(0, 0.3 * up, 0.006), 0.093, 0.067, 2.5);
    flatRing(ribs, at(0, 0.58 * up, 0.003), 0.101, 0.066, 2.5);
    flatRing(ribs, at(0, 0.8 * up, -0.004), 0.094, 0.053, 2.4);
    flatRing(ribs, at(0, 0.95 * up, -0.008), 0.058, 0.038, 2.1);
    add(chest, Side.MIDDLE, ribs.rounded(0.012 * h, 0.012 * h));
  }

  private void waist(int joint, int inner) {
    Vector3d to = next(joint);
    double reach = Math.max(0.045 * h, to.length());
    // each a little slimmer than the one below, so that no two skins lie in one surface
    double slim = inner == body.joint(Role.HIPS).orElse(-1) ? 1 : 0.95;
    Loft waist = new Loft();
    flatRing(
        waist,
        new Vector3d(0, (slim < 1 ? 0.1 : -0.3) * reach, 0.001),
        0.073 * slim,
        0.049 * slim,
        2.3);
    flatRing(waist, new Vector3d(to).mul(0.45), 0.070 * slim, 0.047 * slim, 2.3);
    flatRing(waist, new Vector3d(to).mul(0.95), 0.069 * slim, 0.046 * slim, 2.3);
    add(joint, Side.MIDDLE, waist.rounded(0.014 * h, 0.014 * h));
  }

  private void head() {
    OptionalInt neck = body.joint(Role.NECK);
    OptionalInt head = body.joint(Role.HEAD);
    if (neck.isPresent()) {
      Vector3d to = next(neck.getAsInt());
      Loft loft = new Loft();
      flatRing(loft, new Vector3d(to).mul(-0.45), 0.039, 0.037, 2);
      flatRing(loft, new Vector3d(to).mul(0.25), 0.033, 0.033, 2);
      flatRing(loft, new Vector3d(to).mul(1.15), 0.032, 0.034, 2);
      add(neck.getAsInt(), Side.MIDDLE, loft.rounded(0.01 * h, 0.01 * h));
    }
    if (head.isEmpty()) {
      return;
    }
    int j = head.getAsInt();
    double top = skeleton.joint(j).tip().map(t -> t.y()).orElse(0.1 * h) / h;
    double s = top / 0.1;
    Loft skull = new Loft();
    flatRing(skull, at(0, -0.016 * s, 0.030), 0.018, 0.017, 2.2);
    flatRing(skull, at(0, -0.003 * s, 0.019), 0.029, 0.034, 2.3);
    flatRing(skull, at(0, 0.018 * s, 0.012), 0.035, 0.043, 2.3);
    flatRing(skull, at(0, 0.045 * s, 0.006), 0.041, 0.051, 2.2);
    flatRing(skull, at(0, 0.070 * s, 0.002), 0.040, 0.051, 2.1);
    flatRing(skull, at(0, 0.088 * s, 0.000), 0.031, 0.041, 2);
    add(j, Side.MIDDLE, skull.rounded(0.006 * h, 0.012 * h * s));
    Loft nose = new Loft();
    nose.ring(at(0, 0.040 * s, 0.054), at(0.004, 0, 0), at(0, 0, 0.004), 2);
    nose.ring(at(0, 0.026 * s, 0.059), at(0.006, 0, 0), at(0, 0.001, 0.007), 2);
    nose.ring(at(0, 0.019 * s, 0.058), at(0.008, 0, 0), at(0, 0.001, 0.007), 2);
    add(j, Side.MIDDLE, nose.rounded(0.005 * h, 0.004 * h));
    Loft brow = new Loft();
    brow.ring(at(-0.027, 0.048 * s, 0.045), at(0, 0.005, 0), at(0, 0, 0.006), 2);
    brow.ring(at(0, 0.049 * s, 0.054), at(0, 0.005, 0), at(0, 0, 0.005), 2);
    brow.ring(at(0.027, 0.048 * s, 0.045), at(0, 0.005, 0), at(0, 0, 0.006), 2);
    add(j, Side.MIDDLE, brow.rounded(0.005 * h, 0.005 * h));
    for (double x : new double[] {-1, 1}) {
      Loft ear = new Loft();
      ear.ring(at(x * 0.041, 0.020 * s, -0.002), at(0.004, 0, 0), at(0, 0, 0.008), 2);
      ear.ring(at(x * 0.044, 0.036 * s, -0.005), at(0.004, 0, 0), at(0, 0, 0.011), 2);
      add(j, Side.MIDDLE, ear.rounded(0.006 * h, 0.006 * h));
    }
  }

  // ---- limbs -------------------------------------------------------------------------------

  /** From a joint to the next one of its limb, in its frame. */
  private Vector3d next(int joint) {
    Vector3d best = skeleton.joint(joint).tip().map(Vector3d::new).orElse(new Vector3d());
    for (int child : skeleton.children(joint)) {
      Vector3d to = new Vector3d(rest[child]).sub(rest[joint]);
      boolean named = body.role(child).isPresent();
      if ((named || best.length() == 0) && to.length() > 1e-4) {
        best = to;
        if (named && !body.role(child).get().isFinger()) {
          return best;
        }
      }
    }
    return best;
  }

  private static Vector3d across(Vector3dc along, Vector3dc hint) {
    Vector3d unit = new Vector3d(along).normalize();
    Vector3d side = new Vector3d(hint).fma(-unit.dot(hint), unit);
    return side.length() < 1e-6 ? across(along, new Vector3d(0.3, 0.5, 0.8)) : side.normalize();
  }

  /**
   * A tapered limb.
   *
   * @param profile rows of: share along the bone, half-width, half-depth, shift to the front (all
   *     but the first by share of height)
   */
  private void limb(int joint, Side side, Vector3dc along, Vector3dc front, double[][] profile) {
    Vector3d f = across(along, front);
    Vector3d s = new Vector3d(along).normalize().cross(f);
    Loft loft = new Loft();
    for (double[] row : profile) {
      loft.ring(
          new Vector3d(along).mul(row[0]).fma(row[3] * h, f),
          new Vector3d(s).mul(row[1] * h),
          new Vector3d(f).mul(row[2] * h),
          2.1);
    }
    double[] first = profile[0];
    double[] last = profile[profile.length - 1];
    add(joint, side, loft.rounded(0.8 * first[1] * h, 0.8 * last[1] * h));
  }

  /** Rings round a limb: one on the left, two on the right. */
  private void bands(
      int joint,
      Side side,
      Vector3dc along,
      double share,
      double wide,
      double deep,
      double forward) {
    Vector3d f = across(along, Z);
    Vector3d s = new Vector3d(along).normalize().cross(f);
    for (int n = 0; n < (side == Side.LEFT ? 1 : 2); n++) {
      Loft loft = new Loft();
      double middle = share * along.length() + n * 0.014 * h;
      for (double t : new double[] {-0.0035, 0.0035}) {
        Vector3d at = new Vector3d(along).normalize(middle + t * h).fma(forward * h, f);
        loft.ring(at, new Vector3d(s).mul(wide * h), new Vector3d(f).mul(deep * h), 2.1);
      }
      parts.add(new Part(joint, side, true, loft.mesh()));
    }
  }

  private void arm(Side side) {
    List<Role> roles = Role.limb(side, false);
    body.joint(roles.get(0))
        .ifPresent(
            j ->
                limb(
                    j,
                    side,
                    next(j),
                    Z,
                    new double[][] {
                      {0.05, 0.03, 0.034, -0.004}, {0.6, 0.034, 0.038, 0}, {0.98, 0.036, 0.038, 0}
                    }));
    body.joint(roles.get(1))
        .ifPresent(
            j -> {
              limb(
                  j,
                  side,
                  next(j),
                  Z,
                  new double[][] {
                    {0.0, 0.034, 0.036, 0},
                    {0.22, 0.033, 0.034, 0},
                    {0.5, 0.027, 0.029, 0.002},
                    {0.8, 0.023, 0.024, 0},
                    {1.0, 0.0225, 0.0225, 0}
                  });
              bands(j, side, next(j), 0.46, 0.0285, 0.0305, 0.002);
            });
    body.joint(roles.get(2))
        .ifPresent(
            j ->
                limb(
                    j,
                    side,
                    next(j),
                    Z,
                    new double[][] {
                      {0.0, 0.0225, 0.0225, 0},
                      {0.2, 0.0255, 0.0255, 0},
                      {0.5, 0.0215, 0.022, 0},
                      {0.85, 0.0145, 0.0185, 0},
                      {1.0, 0.0135, 0.018, 0}
                    }));
    body.joint(roles.get(3)).ifPresent(j -> hand(j, side));
  }

  private void hand(int joint, Side side) {
    Vector3d out = next(joint);
    if (out.length() < 0.02 * h) {
      out = new Vector3d(side == Side.LEFT ? 0.1 * h : -0.1 * h, 0, 0);
    }
    boolean ownFingers = Role.fingers(side).stream().anyMatch(r -> body.joint(r).isPresent());
    Vector3d along = new Vector3d(out).normalize(0.055 * h);
    limb(
        joint,
        side,
        along,
        Z,
        new double[][] {
          {0.0, 0.0125, 0.0165, 0}, {0.35, 0.0125, 0.023, 0}, {0.95, 0.0105, 0.0255, 0}
        });
    if (ownFingers) {
      for (Role role : Role.fingers(side)) {
        body.joint(role).ifPresent(j -> finger(j, side, new Vector3d(), next(j), 0.0068));
      }
      return;
    }
    double[] sideways = {0.019, 0.0065, -0.006, -0.018};
    double[] lengths = {0.042, 0.047, 0.044, 0.035};
    Vector3d unit = new Vector3d(out).normalize();
    for (int f = 0; f < 4; f++) {
      Vector3d from = new Vector3d(along).fma(sideways[f] * h, Z);
      Vector3d bent = new Vector3d(unit).mul(lengths[f] * h).add(0, -0.012 * h, 0);
      finger(joint, side, from, bent, 0.0068);
    }
    Vector3d thumb = new Vector3d(unit).mul(0.018 * h).fma(0.021 * h, Z);
    finger(
        joint, side, thumb, new Vector3d(unit).mul(0.032 * h).add(0, -0.008 * h, 0.017 * h), 0.008);
  }

  private void finger(int joint, Side side, Vector3dc from, Vector3dc to, double radius) {
    if (to.length() < 1e-4) {
      return;
    }
    Vector3d f = across(to, Z).mul(radius * h);
    Vector3d s = new Vector3d(to).normalize().cross(f);
    Loft loft = new Loft();
    loft.ring(from, s, f, 2);
    loft.ring(new Vector3d(from).add(to), new Vector3d(s).mul(0.8), new Vector3d(f).mul(0.8), 2);
    add(joint, side, loft.rounded(0.8 * radius * h, 0.8 * radius * h));
  }

  private void leg(Side side) {
    List<Role> roles = Role.limb(side, true);
    body.joint(roles.get(0))
        .ifPresent(
            j -> {
              limb(
                  j,
                  side,
                  next(j),
                  Z,
                  new double[][] {
                    {-0.06, 0.046, 0.054, 0},
                    {0.12, 0.048, 0.055, 0.002},
                    {0.4, 0.044, 0.05, 0.004},
                    {0.75, 0.034, 0.038, 0.002},
                    {1.0, 0.030, 0.032, 0.002}
                  });
              bands(j, side, next(j), 0.5, 0.0425, 0.0485, 0.0035);
            });
    body.joint(roles.get(1))
        .ifPresent(
            j ->
                limb(
                    j,
                    side,
                    next(j),
                    Z,
                    new double[][] {
                      {0.0, 0.0295, 0.031, 0.002},
                      {0.12, 0.029, 0.031, -0.002},
                      {0.32, 0.032, 0.036, -0.007},
                      {0.6, 0.025, 0.028, -0.004},
                      {0.88, 0.0175, 0.020, 0},
                      {1.0, 0.018, 0.021, 0}
                    }));
    body.soles().stream().filter(s -> s.side() == side).forEach(s -> foot(s, side));
  }

  private void foot(Sole sole, Side side) {
    Vector3d heel = new Vector3d(sole.heel());
    Vector3d toToes = new Vector3d(rest[sole.toes()]).sub(rest[sole.foot()]);
    Vector3d ball = new Vector3d(sole.ball()).add(toToes);
    Vector3d ahead = new Vector3d(ball).sub(heel);
    Vector3d side3 = across(ahead, X);
    double ankle = -heel.y / h;
    // share along from heel to ball, half-width, height over the sole
    double[][] rows = {
      {-0.02, 0.018, 0.034},
      {0.06, 0.023, 0.052},
      {0.25, 0.0245, 0.9 * ankle + 0.02},
      {0.45, 0.024, 0.8 * ankle + 0.016},
      {0.7, 0.026, 0.036},
      {1.0, 0.029, 0.026}
    };
    Loft loft = new Loft();
    for (double[] row : rows) {
      Vector3d at = new Vector3d(heel).fma(row[0], ahead).add(0, 0.5 * row[2] * h, 0);
      loft.ring(
          at, new Vector3d(side3).mul(row[1] * h), new Vector3d(Y).mul(0.5 * row[2] * h), 2.6);
    }
    add(sole.foot(), side, loft.rounded(0.009 * h, 0.006 * h));
    Vector3d from = new Vector3d(sole.ball());
    Vector3d to = new Vector3d(sole.toe()).sub(from);
    if (sole.toes() == sole.foot()) {
      to = new Vector3d(sole.toe()).sub(ball);
      from = ball;
    }
    Loft toes = new Loft();
    double[][] tips = {{-0.1, 0.029, 0.026}, {0.3, 0.0285, 0.023}, {0.85, 0.022, 0.017}};
    for (double[] row : tips) {
      Vector3d at = new Vector3d(from).fma(row[0], to).add(0, 0.5 * row[2] * h, 0);
      toes.ring(
          at, new Vector3d(side3).mul(row[1] * h), new Vector3d(Y).mul(0.5 * row[2] * h), 2.5);
    }
    add(sole.toes(), side, toes.rounded(0.004 * h, 0.012 * h));
  }

  /** Bones of joints that got no skin and have length: extra limbs, tails, bodies without roles. */
  private void bones() {
    boolean roleless = parts.isEmpty();
    double size = h > 0 ? h : 1;
    for (int j = 0; j < skeleton.size(); j++) {
      int joint = j;
      boolean bare = parts.stream().noneMatch(p -> p.joint() == joint);
      if (!bare || (!roleless && skeleton.parent(j) < 0)) {
        continue;
      }
      if (!roleless && body.role(j).isEmpty() && skeleton.children(j).isEmpty()) {
        continue;
      }
      Vector3d to = next(j);
      if (to.length() > 0.01 * size && (roleless || body.role(j).isPresent())) {
        Vector3d f = across(to, Z).mul(0.015 * size);
        Vector3d s = new Vector3d(to).normalize().cross(f);
        Loft loft = new Loft();
        loft.ring(new Vector3d(), s, f, 2);
        loft.ring(to, new Vector3d(s).mul(0.7), new Vector3d(f).mul(0.7), 2);
        add(j, Side.MIDDLE, loft.rounded(0.01 * size, 0.008 * size));
      }
    }
  }
}
