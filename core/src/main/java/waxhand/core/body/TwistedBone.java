package waxhand.core.body;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntFunction;
import org.joml.Vector3d;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;

/**
 * Joints that turn one bone together: the one at which it begins and the twist joints that lie on
 * it and take over parts of its turn. A fault of the bone is in all of them at once, in each by a
 * part.
 *
 * @param joints from the beginning of the bone, at least two
 */
public record TwistedBone(List<Integer> joints) {
  /** Bones in line are so, as a cosine. */
  private static final double IN_LINE = 0.98;

  /** Joints nearer to each other make no bone, metres. */
  private static final double LEAST_M = 1e-3;

  public TwistedBone {
    joints = List.copyOf(joints);
  }

  /** Those of a body; most have none. */
  public static List<TwistedBone> of(Body body) {
    List<TwistedBone> bones = new ArrayList<>();
    Skeleton skeleton = body.skeleton();
    Vector3d[] rest = skeleton.restPositions();
    boolean[] leads = leadsToRole(body);
    BitSet figure = body.figure();
    for (int joint : body.joints().values()) {
      List<Integer> joints = new ArrayList<>(List.of(joint));
      int next = twist(body, figure, leads, rest, joint);
      while (next >= 0) {
        joints.add(next);
        next = twist(body, figure, leads, rest, next);
      }
      if (joints.size() > 1) {
        bones.add(new TwistedBone(joints));
      }
    }
    return bones;
  }

  /** Which joints carry one with a role, or are one. */
  private static boolean[] leadsToRole(Body body) {
    boolean[] leads = new boolean[body.skeleton().size()];
    for (int joint : body.joints().values()) {
      for (int j = joint; j >= 0 && !leads[j]; j = body.skeleton().parent(j)) {
        leads[j] = true;
      }
    }
    return leads;
  }

  /** The twist joint that follows on one along its bone; -1 where none does. */
  private static int twist(Body body, BitSet figure, boolean[] leads, Vector3d[] rest, int joint) {
    Skeleton skeleton = body.skeleton();
    for (int t = joint + 1; t < skeleton.size(); t++) {
      if (skeleton.parent(t) == joint && figure.get(t) && leads[t] && body.role(t).isEmpty()) {
        for (int c = t + 1; c < skeleton.size(); c++) {
          if (skeleton.parent(c) == t && leads[c] && inLine(rest[joint], rest[t], rest[c])) {
            return t;
          }
        }
      }
    }
    return -1;
  }

  private static boolean inLine(Vector3d a, Vector3d b, Vector3d c) {
    Vector3d first = new Vector3d(b).sub(a);
    Vector3d second = new Vector3d(c).sub(b);
    double lengths = first.length() * second.length();
    return first.length() > LEAST_M
        && second.length() > LEAST_M
        && first.dot(second) > IN_LINE * lengths;
  }

  /**
   * What the bone turns by in all in a run of frames, 4 numbers a frame, neighbours on one side.
   */
  public double[] whole(Clip clip, Frames frames) {
    double[] whole = new double[4 * frames.count()];
    whole(
        joint -> {
          double[] q = new double[4 * frames.count()];
          clip.rotation(joint).read(frames, q);
          return q;
        },
        frames.count(),
        whole);
    return whole;
  }

  /**
   * What the bone turns by in all, neighbours on one side.
   *
   * @param rotations of a joint, unit quaternions, 4 numbers a sample. Not modified.
   * @param dest Modified: 4 numbers a sample.
   */
  public void whole(IntFunction<double[]> rotations, int count, double[] dest) {
    System.arraycopy(rotations.apply(joints.get(0)), 0, dest, 0, 4 * count);
    for (int joint : joints.subList(1, joints.size())) {
      double[] part = rotations.apply(joint);
      for (int n = 0; n < count; n++) {
        Quats.multiply(dest, 4 * n, part, 4 * n, dest, 4 * n);
      }
    }
    RotationVectors.alignSigns(dest, count);
  }
}
