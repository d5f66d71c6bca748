package waxhand.formats.guess;

import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;

/**
 * Finds the rest pose that some programs write before the motion. It stands still, the motion leaps
 * away from it, and either no joint is turned in it or both halves of the body mirror each other
 * exactly.
 */
public final class RestFrames {
  /** So many frames of rest at most are sought. */
  public static final int MOST = 12;

  /** Turns below this are none, radians. */
  private static final double STILL_RAD = Math.toRadians(0.02);

  private static final double UNTURNED_RAD = Math.toRadians(1);

  /** A joint that turns farther from one frame to the next leaps, radians. */
  private static final double LEAP_RAD = Math.toRadians(8);

  /** So many joints leap at once where a rest pose ends. */
  private static final int LEAPING = 3;

  private RestFrames() {}

  /** How many frames at the start of a take are rest; one frame of motion is always left. */
  public static int count(Clip clip, Body body) {
    int count = still(clip, body);
    boolean ends = count < clip.frames() && count <= MOST;
    boolean is =
        ends
            && (isUnturned(clip, body) && leaping(clip, count - 1, body, UNTURNED_RAD) > 0
                || leaping(clip, count - 1, body, LEAP_RAD) >= LEAPING && isMirrored(clip, body))
            && goesOn(clip, count, body);
    return is ? count : 0;
  }

  /** Whether there is nothing but rest: no joint is turned in any frame of a few. */
  public static boolean isAll(Clip clip, Body body) {
    int count = still(clip, body);
    return count == clip.frames() && count <= MOST && isUnturned(clip, body);
  }

  /** How many frames at the start are alike; one more than {@link #MOST} for any more. */
  private static int still(Clip clip, Body body) {
    int count = 1;
    while (count < Math.min(clip.frames(), MOST + 1)
        && leaping(clip, count - 1, body, STILL_RAD) == 0) {
      count++;
    }
    return count;
  }

  /** After the leap the motion goes on calmly: what leaps there and back is a fault. */
  private static boolean goesOn(Clip clip, int first, Body body) {
    return first + 1 >= clip.frames()
        || leaping(clip, first, body, LEAP_RAD) <= leaping(clip, first - 1, body, LEAP_RAD) / 2;
  }

  /** How many joints turn by more than an angle from a frame to the next. */
  private static int leaping(Clip clip, int frame, Body body, double angle) {
    double[] a = new double[4];
    double[] b = new double[4];
    return (int)
        body.members().stream()
            .filter(
                j -> {
                  clip.rotation(j).read(frame, a, 0);
                  clip.rotation(j).read(frame + 1, b, 0);
                  return angle(a, b) > angle;
                })
            .count();
  }

  private static double angle(double[] a, double[] b) {
    double x = a[3] * b[0] - a[0] * b[3] - a[1] * b[2] + a[2] * b[1];
    double y = a[3] * b[1] - a[1] * b[3] - a[2] * b[0] + a[0] * b[2];
    double z = a[3] * b[2] - a[2] * b[3] - a[0] * b[1] + a[1] * b[0];
    return 2 * Math.asin(Math.min(1, Math.sqrt(x * x + y * y + z * z)));
  }

  private static boolean isUnturned(Clip clip, Body body) {
    double[] q = new double[4];
    double[] none = {0, 0, 0, 1};
    return body.members().stream()
        .allMatch(
            j -> {
              clip.rotation(j).read(0, q, 0);
              return angle(q, none) < UNTURNED_RAD;
            });
  }

  /** Whether the parts of both sides stand at the same distances from the middle, to 1 %. */
  private static boolean isMirrored(Clip clip, Body body) {
    WorldPose pose = new WorldPose(clip.skeleton());
    pose.solve(clip, 0);
    double near = 0.01 * Math.max(1e-9, body.heightM());
    int[] pairs = {0};
    Vector3d across = new Vector3d();
    boolean all =
        body.joints().entrySet().stream()
            .filter(e -> e.getKey().side() == waxhand.core.body.Side.LEFT)
            .filter(e -> !e.getKey().isFinger())
            .filter(e -> body.joint(e.getKey().mirrored()).isPresent())
            .allMatch(
                e -> {
                  int left = e.getValue();
                  int right = body.joint(e.getKey().mirrored()).getAsInt();
                  Vector3d apart = place(pose, left).sub(place(pose, right));
                  pairs[0]++;
                  // all of them are apart along one and the same direction
                  if (across.length() == 0 && apart.length() > near) {
                    across.set(apart).normalize();
                  }
                  return apart.fma(-apart.dot(across), across).length() < near;
                });
    return all && pairs[0] >= 4;
  }

  private static Vector3d place(WorldPose pose, int j) {
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }
}
