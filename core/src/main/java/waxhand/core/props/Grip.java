package waxhand.core.props;

import java.util.List;
import waxhand.core.body.Role;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * The hands of a body and where a prop goes with them: it stays where it is until a hand takes it,
 * goes with the hand, and stays where it is let go; what takes it over takes it as it is.
 */
public final class Grip {
  /** What is let go so near to the floor comes to stand on it, metres. */
  private static final double LET_GO = 0.1;

  /** Within this time, seconds. */
  private static final double SET_DOWN_S = 0.15;

  private final Clip clip;
  private final int left;
  private final int right;
  private final WorldPose pose;

  public Grip(Motion in) {
    clip = in.clip();
    left = in.body().joint(Role.LEFT_HAND).orElse(-1);
    right = in.body().joint(Role.RIGHT_HAND).orElse(-1);
    pose = WorldPose.only(clip.skeleton(), Math.max(0, left), Math.max(0, right));
  }

  /** Whether the body has those hands. */
  public boolean has(Holder by) {
    return (by == Holder.RIGHT_HAND || left >= 0) && (by == Holder.LEFT_HAND || right >= 0);
  }

  /**
   * Where a hand is in a frame; of both hands their middle, turned as the line between them.
   *
   * @param dest a pose. Modified.
   */
  public void pose(Holder by, int frame, double[] dest) {
    pose.solve(clip, frame);
    double[] p = pose.positions();
    if (by != Holder.BOTH_HANDS) {
      int j = by == Holder.LEFT_HAND ? left : right;
      System.arraycopy(p, 3 * j, dest, 0, 3);
      System.arraycopy(pose.rotations(), 4 * j, dest, 3, 4);
      return;
    }
    double x = p[3 * left] - p[3 * right];
    double z = p[3 * left + 2] - p[3 * right + 2];
    for (int i = 0; i < 3; i++) {
      dest[i] = 0.5 * (p[3 * left + i] + p[3 * right + i]);
    }
    Poses.setHeading(Math.atan2(-z, x), dest);
  }

  /**
   * The path of a prop that these hands hold.
   *
   * @param start its pose before it is taken. Not modified.
   * @param holds in the order of time
   * @param floorM height of what it is set down on
   */
  public PropPath path(double[] start, List<Hold> holds, double floorM) {
    double[] path = new double[Poses.SIZE * clip.frames()];
    double[] now = start.clone();
    double[] hand = new double[Poses.SIZE];
    double[] inHand = new double[Poses.SIZE];
    int next = 0;
    int freed = -clip.frames();
    Hold held = null;
    for (int f = 0; f < clip.frames(); f++) {
      while (next < holds.size() && holds.get(next).frames().from() <= f) {
        Hold taken = holds.get(next++);
        if (has(taken.by()) && taken.frames().contains(f)) {
          held = taken;
          pose(held.by(), f, hand);
          Poses.relative(hand, now, inHand);
        }
      }
      if (held != null && held.frames().contains(f)) {
        pose(held.by(), f, hand);
        Poses.within(hand, inHand, now);
      } else {
        if (held != null) {
          freed = f;
        }
        held = null;
        setDown(now, f - freed, floorM);
      }
      System.arraycopy(now, 0, path, Poses.SIZE * f, Poses.SIZE);
    }
    return PropPath.adopt(path);
  }

  /** What is let go just over the floor, or just in it, comes to stand on it within a while. */
  private void setDown(double[] now, int frames, double floorM) {
    double left = SET_DOWN_S * clip.rateHz() - frames;
    double off = now[1] - floorM;
    if (left > 0 && Math.abs(off) < LET_GO) {
      now[1] = left <= 1 ? floorM : now[1] - 2 * off / (left + 1);
    }
  }
}
