package waxhand.core.motion;

import java.util.BitSet;
import java.util.stream.IntStream;
import org.joml.Vector3dc;
import waxhand.core.maths.Quats;

/**
 * Forward kinematics of one frame at a time, into arrays that are made once: solving allocates
 * nothing. Not safe for use from two threads at once.
 */
public final class WorldPose {
  private final Skeleton skeleton;
  private final int[] joints;
  private final double[] positions;
  private final double[] rotations;
  private final double[] offset = new double[3];

  // the samples around the frame that was solved last: most often the next one is beside it
  private final double[][] turns;
  private final double[][] moves;
  private Clip near;
  private int chunk = -1;

  public WorldPose(Skeleton skeleton) {
    this(skeleton, IntStream.range(0, skeleton.size()).toArray());
  }

  private WorldPose(Skeleton skeleton, int[] joints) {
    this.skeleton = skeleton;
    this.joints = joints;
    this.positions = new double[3 * skeleton.size()];
    this.rotations = new double[4 * skeleton.size()];
    this.turns = new double[skeleton.size()][];
    this.moves = new double[skeleton.size()][];
  }

  /** Only of these joints and what they hang from; nothing is known of the others. */
  public static WorldPose only(Skeleton skeleton, int... joints) {
    BitSet wanted = new BitSet();
    for (int joint : joints) {
      for (int j = joint; j >= 0; j = skeleton.parent(j)) {
        wanted.set(j);
      }
    }
    return new WorldPose(skeleton, wanted.stream().toArray());
  }

  private void approach(Clip clip, int itsChunk) {
    for (int j : joints) {
      turns[j] = clip.rotation(j).chunk(itsChunk);
      Track translation = clip.translation(j);
      moves[j] = translation == null ? null : translation.chunk(itsChunk);
    }
    near = clip;
    chunk = itsChunk;
  }

  /** Computes world places and rotations of the joints of {@code clip} at {@code frame}. */
  public void solve(Clip clip, int frame) {
    int itsChunk = frame / Track.CHUNK;
    if (clip != near || itsChunk != chunk) {
      approach(clip, itsChunk);
    }
    double[] offsets = skeleton.offsets();
    int turn = 4 * (frame % Track.CHUNK);
    int move = 3 * (frame % Track.CHUNK);
    for (int j : joints) {
      double[] place = moves[j] == null ? offsets : moves[j];
      int at = moves[j] == null ? 3 * j : move;
      int p = skeleton.parent(j);
      if (p < 0) {
        System.arraycopy(turns[j], turn, rotations, 4 * j, 4);
        System.arraycopy(place, at, positions, 3 * j, 3);
      } else {
        Quats.multiply(rotations, 4 * p, turns[j], turn, rotations, 4 * j);
        Quats.rotate(rotations, 4 * p, place, at, positions, 3 * j);
        positions[3 * j] += positions[3 * p];
        positions[3 * j + 1] += positions[3 * p + 1];
        positions[3 * j + 2] += positions[3 * p + 2];
      }
    }
  }

  /** World places, metres, x y z a joint; overwritten by the next solve. */
  public double[] positions() {
    return positions;
  }

  /** World rotations, unit quaternions x y z w a joint; overwritten by the next solve. */
  public double[] rotations() {
    return rotations;
  }

  public double x(int joint) {
    return positions[3 * joint];
  }

  public double y(int joint) {
    return positions[3 * joint + 1];
  }

  public double z(int joint) {
    return positions[3 * joint + 2];
  }

  /** World place of a point given in a joint's frame. Modified: dest. */
  public void point(int joint, Vector3dc inJoint, double[] dest, int at) {
    offset[0] = inJoint.x();
    offset[1] = inJoint.y();
    offset[2] = inJoint.z();
    Quats.rotate(rotations, 4 * joint, offset, 0, dest, at);
    dest[at] += positions[3 * joint];
    dest[at + 1] += positions[3 * joint + 1];
    dest[at + 2] += positions[3 * joint + 2];
  }
}
