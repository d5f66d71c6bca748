package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.List;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/**
 * A hand keeps still on a part of the body, or on a prop.
 *
 * @param side of the hand
 * @param part of the {@link Surface}; of a prop its number behind those
 * @param frames while it does
 */
record Touch(Side side, int part, Frames frames) {
  /** A palm that near to a surface may touch it, as a share of the height. */
  private static final double NEAR = 0.06;

  /** It keeps still there where it goes slower than this, heights a second. */
  private static final double STILL = 0.068;

  /** What lasts shorter is passing by, seconds; so are pauses in it. */
  private static final double LEAST_S = 0.25;

  private static final double PAUSE_S = 0.1;

  /** A hand is brought to the body by a bent arm; one that hangs beside it touches nothing. */
  private static final double BENT_RAD = Math.toRadians(40);

  /** A hand comes and leaves over this time, seconds. */
  private static final double EASE_S = 0.3;

  /** How much it counts in a frame, 0 to 1. */
  double weight(int frame, double rateHz) {
    int ease = (int) Math.max(1, Math.round(EASE_S * rateHz));
    int away = Math.max(0, Math.max(frames.from() - frame, frame - frames.to() + 1));
    return away > ease ? 0 : 1 - Hermite.smoothstep((double) away / (ease + 1));
  }

  /** Those of a take, hand by hand. */
  static List<Touch> of(Motion in, Surface surface) {
    List<Touch> all = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      if (surface.hasHand(side)) {
        find(in, surface, side, all);
      }
    }
    return all;
  }

  private static void find(Motion in, Surface surface, Side side, List<Touch> all) {
    Clip clip = in.clip();
    Body body = in.body();
    List<Prop> props = Props.of(in);
    int parts = Surface.count();
    int count = parts + props.size();
    int[] from = new int[count];
    int[] last = new int[count];
    double[][] seen = new double[count][3];
    java.util.Arrays.fill(from, -1);
    int step = (int) Math.max(1, Math.round(0.05 * clip.rateHz()));
    double far = NEAR * body.heightM();
    WorldPose pose = surface.pose();
    double[] palm = new double[3];
    double[] at = new double[3];
    double[] in3 = new double[3];
    for (int f = 0; f < clip.frames() + step; f += step) {
      boolean more = f < clip.frames();
      boolean bent = false;
      if (more) {
        pose.solve(clip, f);
        surface.palm(side, pose, palm);
        bent = bend(body, pose, side) > BENT_RAD;
      }
      for (int n = 0; n < count; n++) {
        boolean own = n < parts && (Surface.isOwn(n, side) || !surface.has(n));
        if (own) {
          continue;
        }
        boolean near = false;
        if (more) {
          double distance;
          if (n < parts) {
            surface.nearest(n, pose, palm, at);
            distance = Math.hypot(Math.hypot(palm[0] - at[0], palm[1] - at[1]), palm[2] - at[2]);
            distance -= surface.radiusM(n);
            surface.seen(n, pose, palm, in3);
          } else {
            Prop prop = props.get(n - parts);
            distance = prop.outside(f, palm[0], palm[1], palm[2]);
            prop.seen(f, palm, in3);
          }
          double way =
              Math.hypot(Math.hypot(in3[0] - seen[n][0], in3[1] - seen[n][1]), in3[2] - seen[n][2]);
          boolean still = f > 0 && way * clip.rateHz() / step < STILL * body.heightM();
          near = distance < far && still && (bent || n >= parts);
          System.arraycopy(in3, 0, seen[n], 0, 3);
        }
        if (near) {
          from[n] = from[n] < 0 ? Math.max(0, f - step) : from[n];
          last[n] = f;
        } else if (from[n] >= 0 && (!more || f - last[n] > PAUSE_S * clip.rateHz())) {
          Frames run = new Frames(from[n], Math.min(clip.frames(), last[n] + 1));
          if (run.count() >= LEAST_S * clip.rateHz()) {
            all.add(new Touch(side, n, run));
          }
          from[n] = -1;
        }
      }
    }
  }

  private static double bend(Body body, WorldPose pose, Side side) {
    List<Role> arm = Role.limb(side, false);
    int a = body.joint(arm.get(1)).orElse(-1);
    int b = body.joint(arm.get(2)).orElse(-1);
    int c = body.joint(arm.get(3)).orElse(-1);
    if (a < 0 || b < 0 || c < 0) {
      return 0;
    }
    Vector3d u = new Vector3d(pose.x(b) - pose.x(a), pose.y(b) - pose.y(a), pose.z(b) - pose.z(a));
    Vector3d v = new Vector3d(pose.x(c) - pose.x(b), pose.y(c) - pose.y(b), pose.z(c) - pose.z(b));
    return u.angle(v);
  }
}
