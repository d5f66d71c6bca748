package waxhand.core.limbs;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * Brings the head or the chest to a goal by bending the spine below it: the turn that is needed is
 * spread evenly over its joints, a few times over, so that no joint bends alone. What is brought
 * there keeps its turn, or is turned as wanted.
 */
public final class SpineReach {
  private static final List<Role> SPINE =
      List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST, Role.NECK, Role.NECK_2);

  private static final int ROUNDS = 6;

  private final Clip clip;
  private final int[] joints;
  private final int tip;
  private final WorldPose pose;

  /**
   * @param part what is brought to a goal: the head, or the chest
   */
  public SpineReach(Motion motion, Role part) {
    clip = motion.clip();
    Body body = motion.body();
    tip = body.joint(part).orElse(-1);
    List<Integer> chain = new ArrayList<>();
    for (Role role : SPINE) {
      body.joint(role)
          .ifPresent(
              j -> {
                if (tip >= 0 && j != tip && clip.skeleton().isAncestor(j, tip)) {
                  chain.add(j);
                }
              });
    }
    joints = chain.stream().mapToInt(i -> i).sorted().toArray();
    pose = WorldPose.only(clip.skeleton(), Math.max(0, tip));
  }

  /** Whether there are such a part and a spine below it. */
  public boolean isPossible() {
    return tip >= 0 && joints.length > 0;
  }

  /** The joints that change: the spine and what is brought to the goal. */
  public int[] joints() {
    int[] all = java.util.Arrays.copyOf(joints, joints.length + 1);
    all[joints.length] = tip;
    return all;
  }

  /** Place of what is brought to the goal in a frame, metres. Modified: dest. */
  public void place(int frame, double[] dest) {
    pose.solve(clip, frame);
    System.arraycopy(pose.positions(), 3 * tip, dest, 0, 3);
  }

  /**
   * The clip with head or chest moved. Frames in which nothing is wanted keep their bits.
   *
   * @param shift of it in the world, 3 numbers a frame, metres. Not modified.
   * @param turn of it in the world, 4 numbers a frame. Not modified.
   */
  public Clip reach(Frames run, double[] shift, double[] turn) {
    int links = joints.length;
    double[][] rotations = new double[links + 1][4 * run.count()];
    for (int k = 0; k <= links; k++) {
      clip.rotation(k < links ? joints[k] : tip).read(run, rotations[k]);
    }
    double[][] places = new double[links + 1][3];
    double[][] turned = new double[links + 1][4];
    for (int n = 0; n < run.count(); n++) {
      if (isNothing(shift, turn, n)) {
        continue;
      }
      pose.solve(clip, run.from() + n);
      bend(shift, turn, n, places, turned);
      for (int k = 0; k <= links; k++) {
        write(k, k == 0 ? null : turned[k - 1], turned[k], rotations[k], n);
      }
    }
    Clip out = clip;
    for (int k = 0; k <= links; k++) {
      int j = k < links ? joints[k] : tip;
      Track track = clip.rotation(j).with(run, rotations[k]);
      out = out.withRotation(j, track);
    }
    return out;
  }

  private static boolean isNothing(double[] shift, double[] turn, int n) {
    boolean stays = shift[3 * n] == 0 && shift[3 * n + 1] == 0 && shift[3 * n + 2] == 0;
    boolean keeps = turn[4 * n] == 0 && turn[4 * n + 1] == 0 && turn[4 * n + 2] == 0;
    return stays && keeps;
  }

  /** World turns of all joints of the chain, what is brought to the goal last. */
  private void bend(double[] shift, double[] turn, int n, double[][] places, double[][] turned) {
    int links = joints.length;
    double[] goal = new double[3];
    for (int k = 0; k <= links; k++) {
      System.arraycopy(pose.positions(), 3 * (k < links ? joints[k] : tip), places[k], 0, 3);
      turned[k] = new double[] {0, 0, 0, 1};
    }
    for (int i = 0; i < 3; i++) {
      goal[i] = places[links][i] + shift[3 * n + i];
    }
    double[] v = new double[3];
    double[] q = new double[4];
    for (int round = 0; round < ROUNDS; round++) {
      for (int k = links - 1; k >= 0; k--) {
        arc(places[k], places[links], goal, v);
        for (int i = 0; i < 3; i++) {
          v[i] /= k + 1.0;
        }
        Quats.exp(v, 0, q, 0);
        for (int above = k; above <= links; above++) {
          if (above < links) {
            Quats.multiply(q, 0, turned[above], 0, turned[above], 0);
          }
          if (above > k) {
            double[] d = new double[3];
            for (int i = 0; i < 3; i++) {
              d[i] = places[above][i] - places[k][i];
            }
            Quats.rotate(q, 0, d, 0, d, 0);
            for (int i = 0; i < 3; i++) {
              places[above][i] = places[k][i] + d[i];
            }
          }
        }
      }
    }
    System.arraycopy(turn, 4 * n, turned[links], 0, 4);
  }

  /** Rotation vector of the shortest turn about a place that brings one place towards another. */
  private static void arc(double[] about, double[] from, double[] to, double[] dest) {
    double[] a = new double[3];
    double[] b = new double[3];
    double la = 0;
    double lb = 0;
    for (int i = 0; i < 3; i++) {
      a[i] = from[i] - about[i];
      b[i] = to[i] - about[i];
      la += a[i] * a[i];
      lb += b[i] * b[i];
    }
    double x = a[1] * b[2] - a[2] * b[1];
    double y = a[2] * b[0] - a[0] * b[2];
    double z = a[0] * b[1] - a[1] * b[0];
    double sine = Math.sqrt(x * x + y * y + z * z);
    double angle = Math.atan2(sine, a[0] * b[0] + a[1] * b[1] + a[2] * b[2]);
    double k = sine < 1e-12 || la * lb < 1e-18 ? 0 : angle / sine;
    dest[0] = k * x;
    dest[1] = k * y;
    dest[2] = k * z;
  }

  private void write(int k, double[] carried, double[] by, double[] dest, int n) {
    int j = k < joints.length ? joints[k] : tip;
    int p = clip.skeleton().parent(j);
    double[] world = new double[4];
    double[] parent = {0, 0, 0, 1};
    Quats.multiply(by, 0, pose.rotations(), 4 * j, world, 0);
    if (p >= 0) {
      System.arraycopy(pose.rotations(), 4 * p, parent, 0, 4);
      if (carried != null) {
        Quats.multiply(carried, 0, parent, 0, parent, 0);
      }
    }
    for (int i = 0; i < 3; i++) {
      parent[i] = -parent[i];
    }
    Quats.multiply(parent, 0, world, 0, dest, 4 * n);
  }
}
