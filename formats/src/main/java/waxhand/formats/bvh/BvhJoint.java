package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import waxhand.core.maths.EulerAngles;
import waxhand.core.maths.EulerRun;
import waxhand.core.motion.Skeleton;
import waxhand.formats.Up;

/** Where a joint's numbers stand in a frame of a BVH file, and what they mean. */
final class BvhJoint {
  static final List<Channel> PLACES =
      List.of(Channel.X_POSITION, Channel.Y_POSITION, Channel.Z_POSITION);

  private static final List<Channel> TURNING =
      List.of(Channel.Z_ROTATION, Channel.X_ROTATION, Channel.Y_ROTATION);
  private static final List<Channel> MOVING =
      Stream.concat(PLACES.stream(), TURNING.stream()).toList();

  /** By axis. */
  private static final List<Channel> TURNS =
      List.of(Channel.X_ROTATION, Channel.Y_ROTATION, Channel.Z_ROTATION);

  private final int first;
  private final List<Channel> channels;
  private final EulerAngles angles;
  private final List<Channel> missing = new ArrayList<>();
  // place in the joint's numbers of each of the three angles, -1 where the file has none
  private final int[] angleAt = {-1, -1, -1};
  private final int[] positionAt = {-1, -1, -1};

  private BvhJoint(int first, List<Channel> channels) {
    this.first = first;
    this.channels = channels;
    List<Integer> axes = new ArrayList<>();
    for (int i = 0; i < channels.size(); i++) {
      Channel channel = channels.get(i);
      if (channel.isRotation()) {
        angleAt[axes.size()] = i;
        axes.add(channel.axis());
      } else {
        positionAt[channel.axis()] = i;
      }
    }
    for (int axis = 0; axis < 3; axis++) {
      if (!axes.contains(axis)) {
        axes.add(axis);
        missing.add(TURNS.get(axis));
      }
    }
    angles = new EulerAngles(axes.get(0), axes.get(1), axes.get(2));
  }

  /** Of the joints of a file, by the channels of each. */
  static BvhJoint[] layout(List<List<Channel>> order) {
    BvhJoint[] layout = new BvhJoint[order.size()];
    int first = 0;
    for (int j = 0; j < layout.length; j++) {
      layout[j] = new BvhJoint(first, order.get(j));
      first += order.get(j).size();
    }
    return layout;
  }

  /** Of joints that come from no file of this format. */
  static BvhJoint[] usual(Skeleton skeleton) {
    return layout(skeleton.joints().stream().map(j -> j.moves() ? MOVING : TURNING).toList());
  }

  int first() {
    return first;
  }

  List<Channel> channels() {
    return channels;
  }

  EulerAngles angles() {
    return angles;
  }

  /** Place among the joint's numbers of its n-th angle; -1 where the file has none. */
  int angleAt(int n) {
    return angleAt[n];
  }

  /** The angles that the file does not have, in the order in which they follow those it has. */
  List<Channel> missing() {
    return missing;
  }

  boolean hasPosition() {
    return positionAt[0] >= 0 || positionAt[1] >= 0 || positionAt[2] >= 0;
  }

  boolean hasRotation() {
    return angleAt[0] >= 0;
  }

  /**
   * Degrees of the file to quaternions inside.
   *
   * @param run room for {@code count} rotations. Modified.
   * @param q of a chunk, those before {@code from} are known. Modified.
   * @param from first frame in the chunk
   */
  void rotations(
      double[] numbers, int width, int count, Up up, EulerRun run, double[] q, int from) {
    long moves = 0;
    for (int place = 0; place < 3; place++) {
      double[] halves = run.halves(place);
      if (angleAt[place] < 0) {
        Arrays.fill(halves, 0, count, 0);
        continue;
      }
      int at = first + angleAt[place];
      long still = Double.doubleToRawLongBits(numbers[at]);
      for (int n = 0; n < count; n++, at += width) {
        moves |= Double.doubleToRawLongBits(numbers[at]) ^ still;
        halves[n] = Math.toRadians(numbers[at]) / 2;
      }
    }
    int begin = 4 * from;
    if (moves == 0) {
      // fingers above all often keep still
      run.toQuaternions(angles, 1, q, begin);
      for (int to = begin + 4; to < begin + 4 * count; to++) {
        q[to] = q[to - 4];
      }
    } else {
      run.toQuaternions(angles, count, q, begin);
    }
    double px = 0;
    double py = 0;
    double pz = 0;
    double pw = 0;
    if (from > 0) {
      px = q[begin - 4];
      py = q[begin - 3];
      pz = q[begin - 2];
      pw = q[begin - 1];
    }
    for (int to = begin; to < begin + 4 * count; to += 4) {
      up.toInside(q, to);
      if (q[to] * px + q[to + 1] * py + q[to + 2] * pz + q[to + 3] * pw < 0) {
        q[to] = -q[to];
        q[to + 1] = -q[to + 1];
        q[to + 2] = -q[to + 2];
        q[to + 3] = -q[to + 3];
      }
      px = q[to];
      py = q[to + 1];
      pz = q[to + 2];
      pw = q[to + 3];
    }
  }

  /**
   * Lengths of the file to metres inside; 0 where the file has no number.
   *
   * @param p of a chunk. Modified.
   * @param from first frame in the chunk
   */
  void positions(
      double[] numbers, int width, int count, double metres, Up up, double[] p, int from) {
    for (int n = 0; n < count; n++) {
      int to = 3 * (from + n);
      for (int axis = 0; axis < 3; axis++) {
        p[to + axis] =
            positionAt[axis] < 0 ? 0 : metres * numbers[n * width + first + positionAt[axis]];
      }
      up.toInside(p, to);
    }
  }
}
