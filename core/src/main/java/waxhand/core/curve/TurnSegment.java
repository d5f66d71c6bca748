package waxhand.core.curve;

import java.util.Arrays;
import java.util.stream.Stream;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.maths.TurnRates;

/**
 * A rotation on its way from one key to the next: a cubic in the logarithm of what turns the first
 * into the second. It is made of its {@code ends} alone, whoever tells them; so one that keys cut
 * into parts remembers comes out with the very bits that the uncut one has.
 */
final class TurnSegment {
  /** Rotations that differ by less are one, radians. */
  private static final double SAME = 1e-9;

  private final double from;
  private final double to;
  private final double[] ends;

  // at its beginning, 4 numbers
  private final double[] begins = new double[4];

  // to its end as a rotation vector seen from there, and its slopes, a frame
  private final double[] way = new double[3];
  private final double[] out = new double[3];
  private final double[] in = new double[3];
  private final boolean stays;

  /**
   * @param ends rotation vector at its beginning, at its end, their changes a frame there; 12
   *     numbers, taken over
   */
  TurnSegment(double from, double to, double[] ends) {
    this.from = from;
    this.to = to;
    this.ends = ends;
    double[] q = new double[4];
    Quats.exp(ends, 0, begins, 0);
    Quats.exp(ends, 3, q, 0);
    way(begins, 0, q, 0, way, 0);
    TurnRates.toBody(ends, 0, ends, 6, out, 0);
    TurnRates.toBody(ends, 3, ends, 9, in, 0);
    TurnRates.toVector(way, 0, in, 0, in, 0);
    stays = Stream.of(way, out, in).flatMapToDouble(Arrays::stream).allMatch(x -> x == 0);
  }

  /**
   * The turn from one rotation to another as a rotation vector seen from the first; of equal ones
   * nothing, to the bit. Modified: dest.
   */
  static void way(double[] a, int aAt, double[] b, int bAt, double[] dest, int at) {
    if (Arrays.equals(a, aAt, aAt + 4, b, bAt, bAt + 4)) {
      Arrays.fill(dest, at, at + 3, 0);
      return;
    }
    double[] q = new double[4];
    Quats.between(a, aAt, b, bAt, q, 0);
    Quats.log(q, 0, dest, at);
  }

  double from() {
    return from;
  }

  double to() {
    return to;
  }

  /** The same turning of the body from another start, by a turn seen from its parent. */
  TurnSegment led(double[] by) {
    double[] now = ends.clone();
    double[] q = new double[4];
    for (int end = 0; end < 6; end += 3) {
      TurnRates.toBody(ends, end, ends, 6 + end, now, 6 + end);
      Quats.exp(ends, end, q, 0);
      Quats.multiply(by, 0, q, 0, q, 0);
      Quats.log(q, 0, now, end);
      TurnRates.toVector(now, end, now, 6 + end, now, 6 + end);
    }
    return new TurnSegment(from, to, now);
  }

  /** Its rotation vector about an axis, as the cubic that a key within it remembers. */
  Cubic told(int axis) {
    return new Cubic(from, to, ends[axis], ends[6 + axis], ends[3 + axis], ends[9 + axis]);
  }

  /** The change of the rotation vector at its beginning, a frame. */
  double out(int axis) {
    return ends[6 + axis];
  }

  /** The change of the rotation vector at its end, a frame. */
  double in(int axis) {
    return ends[9 + axis];
  }

  /** Whether it goes through a rotation. */
  boolean meets(double frame, double[] turns, int at) {
    double[] q = new double[4];
    read(frame, new double[3], q, 0);
    return frame >= from && frame <= to && Quats.angle(q, 0, turns, at) < SAME;
  }

  /** Rotation at a frame, a unit quaternion. Modified: v, dest. */
  void read(double frame, double[] v, double[] dest, int at) {
    if (stays) {
      // to the bit, so that keys put beyond the last one change nothing
      System.arraycopy(begins, 0, dest, at, 4);
      return;
    }
    double u = (frame - from) / (to - from);
    for (int i = 0; i < 3; i++) {
      v[i] = Hermite.at(0, out[i], way[i], in[i], to - from, u);
    }
    Quats.exp(v, 0, dest, at);
    Quats.multiply(begins, 0, dest, at, dest, at);
    Quats.normalize(dest, at);
  }

  /** How the body turns at a frame, radians a frame. Modified: dest. */
  void turning(double frame, double[] dest) {
    double h = to - from;
    double[] v = new double[3];
    for (int i = 0; i < 3; i++) {
      v[i] = Hermite.at(0, out[i], way[i], in[i], h, (frame - from) / h);
      dest[i] = new Cubic(0, h, 0, out[i], way[i], in[i]).slope(frame - from);
    }
    TurnRates.toBody(v, 0, dest, 0, dest, 0);
  }
}
