package waxhand.formats.guess;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.formats.Up;

/**
 * How a body stands in its file. People stand and walk in most of what is captured, so the
 * direction from feet to head over a few frames tells which axis is up; where the frames do not
 * agree, along which axis something of the body is always as low, and then the rest pose. A rest
 * pose that is no standing body (bones all along one axis, a body that lies) is replaced by one
 * that is: a usual frame of the motion, turned to face +z.
 */
public final class Bearings {
  /** A body whose head is so near to straight over its feet stands, radians. */
  private static final double UPRIGHT_RAD = Math.toRadians(40);

  /** At rest it stands so straight, as a share of the bones' lengths. */
  private static final double STRAIGHT = 0.82;

  /** Facing farther from +z than this is turned, radians. */
  private static final double ASKEW_RAD = Math.toRadians(30);

  private Bearings() {}

  /**
   * The axis that is up.
   *
   * @param frames some frames of the take, in the file's own axes
   */
  public static Up up(Clip frames) {
    Body body = Body.of(frames.skeleton());
    int top = top(body);
    if (top < 0 || ends(body).length == 0) {
      return Up.Y;
    }
    Vector3d rest = along(body, frames.skeleton().restPositions());
    WorldPose pose = new WorldPose(frames.skeleton());
    int y = 0;
    int z = 0;
    double[][] lowest = new double[2][frames.frames()];
    for (int f = 0; f < frames.frames(); f++) {
      pose.solve(frames, f);
      lowest[0][f] = lowest(body, pose, 1);
      lowest[1][f] = lowest(body, pose, 2);
      Vector3d along = along(body, places(pose, frames.skeleton().size()));
      y += leans(along, 1) < UPRIGHT_RAD ? 1 : 0;
      z += leans(along, 2) < UPRIGHT_RAD ? 1 : 0;
    }
    // one that stands along both axes lies down in between, or gets up
    boolean both = Math.min(y, z) > 0.15 * (y + z);
    if (y == z || both) {
      // whatever a body does, something of it is on the ground
      double alongY = spread(lowest[0]);
      double alongZ = spread(lowest[1]);
      if (Math.min(alongY, alongZ) < 0.5 * Math.max(alongY, alongZ)) {
        return alongZ < alongY ? Up.Z : Up.Y;
      }
      return leans(rest, 2) < leans(rest, 1) ? Up.Z : Up.Y;
    }
    return z > y ? Up.Z : Up.Y;
  }

  /** How far down along an axis any part of a body is. */
  private static double lowest(Body body, WorldPose pose, int axis) {
    double lowest = Double.POSITIVE_INFINITY;
    double[] end = new double[3];
    for (Role role : Role.values()) {
      int joint = body.joint(role).orElse(-1);
      if (joint >= 0) {
        lowest = Math.min(lowest, pose.positions()[3 * joint + axis]);
        Vector3dc tip = body.skeleton().joint(joint).tip().orElse(null);
        if (tip != null) {
          pose.point(joint, tip, end, 0);
          lowest = Math.min(lowest, end[axis]);
        }
      }
    }
    return lowest;
  }

  /** Between the tenth and the ninetieth of a hundred values. Not modified. */
  private static double spread(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    int tenth = sorted.length / 10;
    return sorted[sorted.length - 1 - tenth] - sorted[tenth];
  }

  /** The angle between a direction and an axis, whichever way, radians. */
  private static double leans(Vector3d direction, int axis) {
    double length = direction.length();
    return length > 0 ? Math.acos(Math.min(1, Math.abs(direction.get(axis)) / length)) : Math.PI;
  }

  private static int top(Body body) {
    for (Role role : List.of(Role.HEAD, Role.NECK, Role.CHEST, Role.SPINE_1)) {
      if (body.joint(role).isPresent()) {
        return body.joint(role).getAsInt();
      }
    }
    return -1;
  }

  private static int[] ends(Body body) {
    return List.of(Side.LEFT, Side.RIGHT).stream()
        .map(s -> Role.limb(s, true))
        .map(leg -> body.joint(leg.get(2)).isPresent() ? leg.get(2) : leg.get(1))
        .map(body::joint)
        .filter(OptionalInt::isPresent)
        .mapToInt(OptionalInt::getAsInt)
        .toArray();
  }

  /** From the middle of the feet to the head. */
  private static Vector3d along(Body body, Vector3d[] places) {
    Vector3d along = new Vector3d();
    int[] ends = ends(body);
    for (int end : ends) {
      along.sub(places[end]);
    }
    return along.div(Math.max(1, ends.length)).add(places[top(body)]);
  }

  private static Vector3d[] places(WorldPose pose, int joints) {
    Vector3d[] places = new Vector3d[joints];
    for (int j = 0; j < joints; j++) {
      places[j] = new Vector3d(pose.x(j), pose.y(j), pose.z(j));
    }
    return places;
  }

  /**
   * The skeleton with rest rotations by which it stands and faces +z; itself where it does so
   * already or where that cannot be told.
   *
   * @param frames some frames of the take on this skeleton, y up
   */
  public static Skeleton standing(Skeleton skeleton, Clip frames) {
    Body body = Body.of(skeleton);
    if (top(body) < 0 || ends(body).length < 2) {
      return skeleton;
    }
    Vector3d[] rest = skeleton.restPositions();
    Vector3d along = along(body, rest);
    double bones = bones(body, rest);
    Skeleton posed = skeleton;
    if (!(along.length() > STRAIGHT * bones)) {
      int[] upright = upright(body, frames);
      if (upright.length == 0) {
        return skeleton;
      }
      posed = posed(skeleton, frames, usual(frames, upright));
      along = along(body, posed.restPositions());
    }
    Quaterniond upright =
        leans(along, 1) < UPRIGHT_RAD && along.y > 0
            ? new Quaterniond()
            : new Quaterniond().rotationTo(along, new Vector3d(0, 1, 0));
    Vector3d ahead = ahead(body.on(posed), posed.restPositions());
    upright.transform(ahead);
    double heading = Math.atan2(ahead.x, ahead.z);
    if (Math.hypot(ahead.x, ahead.z) > 1e-6 && Math.abs(heading) > ASKEW_RAD) {
      upright = new Quaterniond().rotateY(-heading).mul(upright);
    }
    return turned(posed, upright);
  }

  /** The lengths of all bones from the feet up to the head. */
  private static double bones(Body body, Vector3d[] rest) {
    Skeleton skeleton = body.skeleton();
    int hips = body.joint(Role.HIPS).orElse(0);
    double trunk = path(skeleton, top(body), hips, rest);
    double legs = 0;
    int[] ends = ends(body);
    for (int end : ends) {
      legs += path(skeleton, end, hips, rest);
    }
    return trunk + legs / Math.max(1, ends.length);
  }

  private static double path(Skeleton skeleton, int joint, int above, Vector3d[] rest) {
    double length = 0;
    for (int j = joint; j > above && skeleton.parent(j) >= 0; j = skeleton.parent(j)) {
      length += rest[j].distance(rest[skeleton.parent(j)]);
    }
    return length;
  }

  /** The frames in which the body stands, of those the ones with the head high over the feet. */
  private static int[] upright(Body body, Clip frames) {
    WorldPose pose = new WorldPose(frames.skeleton());
    double[] high = new double[frames.frames()];
    double highest = 0;
    for (int f = 0; f < high.length; f++) {
      pose.solve(frames, f);
      Vector3d along = along(body, places(pose, frames.skeleton().size()));
      high[f] = leans(along, 1) < UPRIGHT_RAD ? along.y : 0;
      highest = Math.max(highest, high[f]);
    }
    double enough = STRAIGHT * highest;
    return IntStream.range(0, high.length).filter(f -> high[f] > 0 && high[f] >= enough).toArray();
  }

  /** Of some frames the one in which every joint is as it mostly is in them. */
  private static int usual(Clip frames, int[] some) {
    double[] off = new double[some.length];
    double[] q = new double[4 * some.length];
    for (int j = 0; j < frames.skeleton().size(); j++) {
      for (int n = 0; n < some.length; n++) {
        frames.rotation(j).read(some[n], q, 4 * n);
      }
      int at = middle(q, some.length);
      for (int n = 0; n < some.length; n++) {
        double angle = Quats.angle(q, 4 * n, q, 4 * at);
        off[n] += angle * angle;
      }
    }
    int best = 0;
    for (int n = 1; n < some.length; n++) {
      best = off[n] < off[best] ? n : best;
    }
    return some[best];
  }

  /** Which rotation is nearest to all others together, so that one that is wild does not count. */
  private static int middle(double[] q, int count) {
    int best = 0;
    double least = Double.POSITIVE_INFINITY;
    for (int a = 0; a < count; a++) {
      double sum = 0;
      for (int b = 0; b < count; b++) {
        sum += Quats.angle(q, 4 * a, q, 4 * b);
      }
      if (sum < least) {
        least = sum;
        best = a;
      }
    }
    return best;
  }

  private static Skeleton posed(Skeleton skeleton, Clip frames, int frame) {
    double[] q = new double[4];
    return new Skeleton(
        IntStream.range(0, skeleton.size())
            .mapToObj(
                j -> {
                  frames.rotation(j).read(frame, q, 0);
                  Joint joint = skeleton.joint(j);
                  return new Joint(
                      joint.name(),
                      joint.parent(),
                      joint.offset(),
                      new Quaterniond(q[0], q[1], q[2], q[3]).normalize(),
                      joint.moves(),
                      joint.tip());
                })
            .toList());
  }

  /** The skeleton turned as a whole at rest. */
  private static Skeleton turned(Skeleton skeleton, Quaterniond by) {
    if (by.equals(new Quaterniond())) {
      return skeleton;
    }
    return new Skeleton(
        skeleton.joints().stream()
            .map(
                j ->
                    j.parent() >= 0
                        ? j
                        : new Joint(
                            j.name(),
                            -1,
                            j.offset(),
                            new Quaterniond(by).mul(j.rest()).normalize(),
                            j.moves(),
                            j.tip()))
            .toList());
  }

  /** Where a body looks: from its hips' or shoulders' left and what is up in it. */
  private static Vector3d ahead(Body body, Vector3d[] rest) {
    Vector3d left = new Vector3d();
    for (List<Role> pair :
        List.of(
            List.of(Role.LEFT_THIGH, Role.RIGHT_THIGH),
            List.of(Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM))) {
      if (body.joint(pair.get(0)).isPresent() && body.joint(pair.get(1)).isPresent()) {
        left.add(rest[body.joint(pair.get(0)).getAsInt()]);
        left.sub(rest[body.joint(pair.get(1)).getAsInt()]);
      }
    }
    return left.cross(along(body, rest));
  }
}
