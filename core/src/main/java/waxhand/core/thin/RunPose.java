package waxhand.core.thin;

import java.util.BitSet;
import org.joml.Vector3dc;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;

/**
 * A body in the world over a whole run of frames, worked out again joint by joint, and only in
 * frames in which the joint or one above it has moved. Not safe for use from two threads at once.
 */
final class RunPose {
  private final Skeleton skeleton;

  // by joint: what it has in its parent, 4 and 3 numbers a frame; no shift where its offset stands
  private final double[][] turns;
  private final double[][] shifts;

  // by joint: in the world, 4 and 3 numbers a frame
  private final double[][] rotations;
  private final double[][] positions;
  private final BitSet[] moved;

  /**
   * @param cut the frames of the run
   */
  RunPose(Clip cut) {
    skeleton = cut.skeleton();
    int size = skeleton.size();
    int frames = cut.frames();
    Frames all = Frames.first(frames);
    turns = new double[size][4 * frames];
    shifts = new double[size][];
    rotations = new double[size][4 * frames];
    positions = new double[size][3 * frames];
    moved = new BitSet[size];
    for (int j = 0; j < size; j++) {
      cut.rotation(j).read(all, turns[j]);
      if (cut.hasTranslation(j)) {
        shifts[j] = new double[3 * frames];
        cut.translation(j).read(all, shifts[j]);
      }
      moved[j] = new BitSet(frames);
      moved[j].set(0, frames);
    }
  }

  /** Forgets what has moved. */
  void begin() {
    for (BitSet m : moved) {
      m.clear();
    }
  }

  /**
   * Gives a joint other rotations.
   *
   * @param values 4 numbers a frame of the run, kept
   * @param frames in which they changed. Not modified.
   */
  void turn(int joint, double[] values, BitSet frames) {
    turns[joint] = values;
    moved[joint].or(frames);
  }

  /**
   * Gives a joint other places in its parent.
   *
   * @param values 3 numbers a frame of the run, kept
   * @param frames in which they changed. Not modified.
   */
  void shift(int joint, double[] values, BitSet frames) {
    shifts[joint] = values;
    moved[joint].or(frames);
  }

  /** Works out where everything is that has moved. */
  void solve() {
    double[] offset = new double[3];
    for (int j = 0; j < moved.length; j++) {
      int p = skeleton.parent(j);
      if (p >= 0) {
        moved[j].or(moved[p]);
      }
      for (int i = 0; i < 3; i++) {
        offset[i] = skeleton.offset(j, i);
      }
      double[] shift = shifts[j];
      for (int n = moved[j].nextSetBit(0); n >= 0; n = moved[j].nextSetBit(n + 1)) {
        if (shift != null) {
          System.arraycopy(shift, 3 * n, offset, 0, 3);
        }
        if (p < 0) {
          System.arraycopy(turns[j], 4 * n, rotations[j], 4 * n, 4);
          System.arraycopy(offset, 0, positions[j], 3 * n, 3);
        } else {
          Quats.multiply(rotations[p], 4 * n, turns[j], 4 * n, rotations[j], 4 * n);
          Quats.rotate(rotations[p], 4 * n, offset, 0, positions[j], 3 * n);
          for (int i = 0; i < 3; i++) {
            positions[j][3 * n + i] += positions[p][3 * n + i];
          }
        }
      }
    }
  }

  /** The frames in which a joint has moved since {@link #begin}. Not to be modified. */
  BitSet moved(int joint) {
    return moved[joint];
  }

  /** World place of a point given in a joint's frame. Modified: dest. */
  void point(int joint, Vector3dc inJoint, int n, double[] dest, int at) {
    dest[at] = inJoint.x();
    dest[at + 1] = inJoint.y();
    dest[at + 2] = inJoint.z();
    Quats.rotate(rotations[joint], 4 * n, dest, at, dest, at);
    for (int i = 0; i < 3; i++) {
      dest[at + i] += positions[joint][3 * n + i];
    }
  }
}
