package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.PointRoles;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * A body where a take is the places of joints alone: points that hang on nothing and turn not,
 * known by their names. Its bones are as long as the points are apart in the mean, and turn as they
 * lie: a limb's plane is told by its bend, as far as it is bent, else it swings with what carries
 * it. What places do not tell, the roll of hands and head, is none.
 */
public final class PlacedBody {
  /** A limb that is bent by less does not tell its plane, by more it does, radians. */
  private static final double STRAIGHT_RAD = Math.toRadians(6);

  private static final double BENT_RAD = Math.toRadians(20);

  /** So many frames tell how long bones are. */
  private static final int SAMPLES = 400;

  private static final double SHORT_M = 1e-5;

  private static final Vector3d DOWN = new Vector3d(0, -1, 0);
  private static final Vector3d UP = new Vector3d(0, 1, 0);

  /** A joint that is made: its role, its point (-1 for the middle of the hips), and its carrier. */
  private record Made(Role role, int point, int parent) {}

  private final Clip points;
  private final PointRoles roles;
  private final List<Made> made = new ArrayList<>();
  private final Map<Role, Integer> at = new EnumMap<>(Role.class);
  private Skeleton skeleton;

  /** How far down feet point at rest: the way from ankle to toes, by side. */
  private final Map<Side, Vector3d> feet = new EnumMap<>(Side.class);

  private PlacedBody(Clip points, PointRoles roles) {
    this.points = points;
    this.roles = roles;
  }

  /**
   * The body of a take of points.
   *
   * @return empty where it is none: joints hang on each other, or names tell no hips, legs and
   *     shoulders
   */
  public static Optional<PlacedBody> of(Motion motion) {
    Clip clip = motion.clip();
    Skeleton skeleton = clip.skeleton();
    boolean loose =
        clip.frames() > 0
            && IntStream.range(0, skeleton.size())
                .allMatch(j -> skeleton.parent(j) < 0 && clip.hasTranslation(j));
    if (!loose) {
      return Optional.empty();
    }
    PointRoles roles = PointRoles.of(skeleton.joints().stream().map(Joint::name).toList());
    boolean body =
        List.of(
                Role.LEFT_THIGH,
                Role.RIGHT_THIGH,
                Role.LEFT_SHIN,
                Role.RIGHT_SHIN,
                Role.LEFT_UPPER_ARM,
                Role.RIGHT_UPPER_ARM)
            .stream()
            .allMatch(roles.joints()::containsKey);
    if (!body) {
      return Optional.empty();
    }
    PlacedBody placed = new PlacedBody(clip, roles);
    placed.make();
    return Optional.of(placed);
  }

  /** A motion as it is, or its body where it is of points. */
  public static Motion bodied(Motion motion) {
    return of(motion).map(p -> p.motion(motion)).orElse(motion);
  }

  /** The body of a motion, or of its points. */
  public static Body bodyOf(Motion motion) {
    return of(motion).map(PlacedBody::body).orElse(motion.body());
  }

  // ---- the skeleton --------------------------------------------------------------------------

  private void make() {
    int hips = add(Role.HIPS, roles.joints().getOrDefault(Role.HIPS, -1), -1);
    int top = hips;
    List<Role> spine = List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);
    int count = Math.min(roles.spine().size(), spine.size());
    for (int k = 0; k < count; k++) {
      Role role = k == count - 1 ? Role.CHEST : spine.get(k);
      top = add(role, roles.spine().get(k), top);
    }
    int neck = addIfTold(Role.NECK, top);
    addIfTold(Role.HEAD, neck);
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      int carrier = top;
      for (Role role : Role.limb(side, false)) {
        carrier = addIfTold(role, carrier);
      }
      carrier = hips;
      for (Role role : Role.limb(side, true)) {
        carrier = addIfTold(role, carrier);
      }
      feet.put(side, footAtRest(side));
    }
    skeleton = measured();
  }

  private int add(Role role, int point, int parent) {
    made.add(new Made(role, point, parent));
    at.put(role, made.size() - 1);
    return made.size() - 1;
  }

  private int addIfTold(Role role, int parent) {
    Integer point = roles.joints().get(role);
    return point == null ? parent : add(role, point, parent);
  }

  /** Where the toes are from the ankle while the foot is lowest; ahead where there are none. */
  private Vector3d footAtRest(Side side) {
    List<Role> leg = Role.limb(side, true);
    if (!at.containsKey(leg.get(2)) || !at.containsKey(leg.get(3))) {
      return new Vector3d(0, 0, 1);
    }
    int step = Math.max(1, points.frames() / SAMPLES);
    double lowest = Double.POSITIVE_INFINITY;
    double down = 0;
    double ahead = 1;
    WorldPose pose = new WorldPose(points.skeleton());
    for (int f = 0; f < points.frames(); f += step) {
      pose.solve(points, f);
      Vector3d ankle = place(pose, at.get(leg.get(2)));
      Vector3d toes = place(pose, at.get(leg.get(3)));
      if (ankle.y < lowest) {
        lowest = ankle.y;
        down = ankle.y - toes.y;
        ahead = Math.hypot(toes.x - ankle.x, toes.z - ankle.z);
      }
    }
    Vector3d foot = new Vector3d(0, -down, ahead);
    return foot.length() < SHORT_M ? new Vector3d(0, 0, 1) : foot.normalize();
  }

  /** The skeleton with bones as long as they are in the mean. */
  private Skeleton measured() {
    int step = Math.max(1, points.frames() / SAMPLES);
    WorldPose pose = new WorldPose(points.skeleton());
    Vector3d[] offsets = new Vector3d[made.size()];
    Vector3d[] tips = new Vector3d[made.size()];
    for (int j = 0; j < offsets.length; j++) {
      offsets[j] = new Vector3d();
      tips[j] = new Vector3d();
    }
    int count = 0;
    for (int f = 0; f < points.frames(); f += step) {
      pose.solve(points, f);
      Quaterniond[] turns = turns(pose);
      for (int j = 0; j < offsets.length; j++) {
        int parent = made.get(j).parent();
        Vector3d here = place(pose, j);
        offsets[j].add(
            parent < 0
                ? here
                : turns[parent].transformInverse(new Vector3d(here).sub(place(pose, parent))));
        Integer end = roles.ends().get(made.get(j).role());
        if (end != null) {
          tips[j].add(turns[j].transformInverse(point(pose, end).sub(here)));
        }
      }
      count++;
    }
    List<Joint> joints = new ArrayList<>();
    for (int j = 0; j < offsets.length; j++) {
      Made is = made.get(j);
      Optional<org.joml.Vector3dc> tip =
          roles.ends().containsKey(is.role()) ? Optional.of(tips[j].div(count)) : Optional.empty();
      boolean root = is.parent() < 0;
      joints.add(new Joint(is.role().key(), is.parent(), offsets[j].div(count), root, tip));
    }
    return standing(joints);
  }

  /** At rest the hips are over the origin, as high as the legs are long. */
  private static Skeleton standing(List<Joint> joints) {
    Vector3d[] rest = new Skeleton(joints).restPositions();
    double low = Double.POSITIVE_INFINITY;
    for (Vector3d p : rest) {
      low = Math.min(low, p.y);
    }
    Joint root = joints.get(0);
    joints.set(
        0,
        new Joint(root.name(), -1, new Vector3d(0, root.offset().y() - low, 0), true, root.tip()));
    return new Skeleton(joints);
  }

  public Body body() {
    return Body.of(skeleton);
  }

  // ---- its motion ----------------------------------------------------------------------------

  /**
   * The body as it moves.
   *
   * @param of the take of points; what else it holds stays
   */
  public Motion motion(Motion of) {
    int frames = points.frames();
    double[][] q = new double[made.size()][4 * frames];
    double[] p = new double[3 * frames];
    int blocks = Track.chunkCount(frames);
    IntStream.range(0, blocks)
        .parallel()
        .forEach(
            b -> {
              WorldPose pose = new WorldPose(points.skeleton());
              for (int f = b * Track.CHUNK; f < Math.min(frames, (b + 1) * Track.CHUNK); f++) {
                pose.solve(points, f);
                frame(pose, f, q, p);
              }
            });
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < made.size(); j++) {
      rotations.add(Track.of(TrackType.ROTATION, q[j]));
      translations.add(j == 0 ? Track.of(TrackType.TRANSLATION, p) : null);
    }
    return of.with(new Clip(skeleton, points.rateHz(), rotations, translations), body());
  }

  private void frame(WorldPose pose, int f, double[][] q, double[] p) {
    Quaterniond[] turns = turns(pose);
    for (int j = 0; j < turns.length; j++) {
      int parent = made.get(j).parent();
      Quaterniond own =
          parent < 0 ? turns[j] : new Quaterniond(turns[parent]).conjugate().mul(turns[j]);
      q[j][4 * f] = own.x;
      q[j][4 * f + 1] = own.y;
      q[j][4 * f + 2] = own.z;
      q[j][4 * f + 3] = own.w;
    }
    Vector3d hips = place(pose, 0);
    p[3 * f] = hips.x;
    p[3 * f + 1] = hips.y;
    p[3 * f + 2] = hips.z;
  }

  private static Vector3d point(WorldPose pose, int point) {
    return new Vector3d(pose.x(point), pose.y(point), pose.z(point));
  }

  private Vector3d place(WorldPose pose, int joint) {
    int point = made.get(joint).point();
    return point >= 0
        ? point(pose, point)
        : point(pose, roles.joints().get(Role.LEFT_THIGH))
            .add(point(pose, roles.joints().get(Role.RIGHT_THIGH)))
            .mul(0.5);
  }

  /** How each joint is turned in the world; none is at rest. */
  private Quaterniond[] turns(WorldPose pose) {
    Quaterniond[] turns = new Quaterniond[made.size()];
    Vector3d[] places = new Vector3d[made.size()];
    for (int j = 0; j < places.length; j++) {
      places[j] = place(pose, j);
    }
    Vector3d left = places[at.get(Role.LEFT_UPPER_ARM)];
    Vector3d right = places[at.get(Role.RIGHT_UPPER_ARM)];
    Vector3d shoulders = new Vector3d(left).add(right).mul(0.5);
    Vector3d across =
        new Vector3d(places[at.get(Role.LEFT_THIGH)]).sub(places[at.get(Role.RIGHT_THIGH)]);
    int first = made.size() > 1 && isSpine(1) ? 1 : -1;
    Vector3d low = first < 0 ? shoulders : places[first];
    turns[0] = upright(across, new Vector3d(low).sub(places[0]), shoulders, places[0]);
    int top = top();
    Quaterniond chest =
        upright(
            new Vector3d(left).sub(right),
            new Vector3d(at.containsKey(Role.NECK) ? places[at.get(Role.NECK)] : shoulders)
                .sub(places[top]),
            shoulders,
            places[0]);
    for (int j = 1; j <= top; j++) {
      Quaterniond between = new Quaterniond(turns[0]).slerp(chest, j / (double) top);
      Vector3d next = j < top ? places[j + 1] : null;
      turns[j] = next == null ? chest : swung(between, UP, new Vector3d(next).sub(places[j]));
    }
    for (int j = top + 1; j < turns.length; j++) {
      turns[j] = turn(pose, j, turns, places);
    }
    return turns;
  }

  private boolean isSpine(int joint) {
    return List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST)
        .contains(made.get(joint).role());
  }

  private int top() {
    int top = 0;
    while (top + 1 < made.size() && isSpine(top + 1)) {
      top++;
    }
    return top;
  }

  private Quaterniond turn(WorldPose pose, int j, Quaterniond[] turns, Vector3d[] places) {
    Role role = made.get(j).role();
    Quaterniond with = turns[made.get(j).parent()];
    if (role == Role.NECK || role == Role.HEAD) {
      Integer next = role == Role.NECK ? at.get(Role.HEAD) : null;
      Integer end = roles.ends().get(role);
      Vector3d to = next != null ? places[next] : end != null ? point(pose, end) : null;
      return to == null ? with : swung(with, UP, new Vector3d(to).sub(places[j]));
    }
    Side side = role.side();
    List<Role> leg = Role.limb(side, true);
    List<Role> arm = Role.limb(side, false);
    Vector3d out = new Vector3d(side == Side.LEFT ? 1 : -1, 0, 0);
    if (role == leg.get(0)) {
      return hinged(with, DOWN, new Vector3d(1, 0, 0), j, leg, 0, places);
    }
    if (role == arm.get(1)) {
      Vector3d hinge = new Vector3d(0, side == Side.LEFT ? -1 : 1, 0);
      return hinged(with, out, hinge, j, arm, 1, places);
    }
    int place = leg.contains(role) ? leg.indexOf(role) : arm.indexOf(role);
    List<Role> limb = leg.contains(role) ? leg : arm;
    Integer next = place + 1 < limb.size() ? at.get(limb.get(place + 1)) : null;
    Integer end = roles.ends().get(role);
    Vector3d to = next != null ? places[next] : end != null ? point(pose, end) : null;
    Vector3d bone =
        limb == arm ? out : place == 2 ? feet.get(side) : place == 3 ? new Vector3d(0, 0, 1) : DOWN;
    return to == null ? with : swung(with, bone, new Vector3d(to).sub(places[j]));
  }

  /** The upper bone of a limb: as its bend tells, as far as it is bent. */
  private Quaterniond hinged(
      Quaterniond with,
      Vector3d bone,
      Vector3d hinge,
      int joint,
      List<Role> limb,
      int first,
      Vector3d[] places) {
    Integer middle = at.get(limb.get(first + 1));
    Integer end = at.get(limb.get(first + 2));
    if (middle == null) {
      return with;
    }
    Vector3d upper = new Vector3d(places[middle]).sub(places[joint]);
    Quaterniond swung = swung(with, bone, upper);
    if (end == null) {
      return swung;
    }
    Vector3d lower = new Vector3d(places[end]).sub(places[middle]);
    double bend = upper.angle(lower);
    double share = Hermite.smoothstep((bend - STRAIGHT_RAD) / (BENT_RAD - STRAIGHT_RAD));
    if (!(share > 0) || upper.length() < SHORT_M) {
      return swung;
    }
    Vector3d normal = new Vector3d(upper).cross(lower).normalize();
    return swung.slerp(framed(bone, hinge, upper.normalize(), normal), share);
  }

  /** What takes two directions at a right angle to two others. */
  private static Quaterniond framed(Vector3d a, Vector3d b, Vector3d toA, Vector3d toB) {
    Matrix3d from = new Matrix3d(a, b, new Vector3d(a).cross(b));
    Matrix3d to = new Matrix3d(toA, toB, new Vector3d(toA).cross(toB));
    return new Quaterniond().setFromNormalized(to.mul(from.transpose())).normalize();
  }

  /** A turn, turned on the shortest way so that a bone points where it does. */
  private static Quaterniond swung(Quaterniond with, Vector3d bone, Vector3d to) {
    if (to.length() < SHORT_M) {
      return new Quaterniond(with);
    }
    Vector3d is = with.transform(new Vector3d(bone));
    return new Quaterniond().rotationTo(is, to).mul(with).normalize();
  }

  /** A trunk that looks ahead at rest: from side to side, and up as far as that lets it. */
  private static Quaterniond upright(
      Vector3d across, Vector3d up, Vector3d shoulders, Vector3d hips) {
    Vector3d high = up.length() < SHORT_M ? new Vector3d(shoulders).sub(hips) : up;
    Vector3d x = new Vector3d(across);
    if (x.length() < SHORT_M || high.length() < SHORT_M) {
      return new Quaterniond();
    }
    x.normalize();
    Vector3d y = new Vector3d(high).fma(-high.dot(x), x);
    return y.length() < SHORT_M
        ? new Quaterniond()
        : framed(new Vector3d(1, 0, 0), new Vector3d(0, 1, 0), x, y.normalize());
  }
}
