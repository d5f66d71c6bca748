package waxhand.core.thin;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;
import waxhand.core.maths.Quats;
import waxhand.core.maths.TurnRates;

/** The keys that were found for one track of a joint in a run of frames. */
public final class Keyed {
  private final int joint;
  private final boolean turns;
  private final int first;
  private final FewKeys keys;
  private final double[] samples;

  Keyed(int joint, boolean turns, int first, FewKeys keys, double[] samples) {
    this.joint = joint;
    this.turns = turns;
    this.first = first;
    this.keys = keys;
    this.samples = samples;
  }

  public int joint() {
    return joint;
  }

  /** Whether it tells rotations; else places in the parent. */
  public boolean turns() {
    return turns;
  }

  /** How many keys there are. */
  public int count() {
    return keys.at().length;
  }

  /** Frames at which keys stand. */
  public int[] frames() {
    int[] frames = keys.at().clone();
    for (int k = 0; k < frames.length; k++) {
      frames[k] += first;
    }
    return frames;
  }

  /**
   * The keys of one of the three curves that tell the track: of the rotation vector beyond rest,
   * radians in the parent's frame, or of the place there, metres.
   *
   * @param rest rotation of the joint at rest, 4 numbers. Not modified.
   */
  public List<CurveKey> curve(int axis, double[] rest) {
    List<CurveKey> curve = new ArrayList<>();
    double[] q = new double[4];
    double[] v = new double[9];
    for (int k = 0; k < keys.at().length; k++) {
      int n = keys.at()[k];
      System.arraycopy(keys.in(), 3 * k, v, 3, 3);
      System.arraycopy(keys.out(), 3 * k, v, 6, 3);
      if (turns) {
        Quats.leading(rest, 0, samples, 4 * n, q, 0);
        Quats.log(q, 0, v, 0);
        // the body's rates, from the joint's own frame to that in which it stands at rest
        Quats.rotate(rest, 0, v, 3, v, 3);
        Quats.rotate(rest, 0, v, 6, v, 6);
        TurnRates.toVector(v, 0, v, 3, v, 3);
        TurnRates.toVector(v, 0, v, 6, v, 6);
      } else {
        System.arraycopy(samples, 3 * n, v, 0, 3);
      }
      boolean straight = v[3 + axis] == 0 && v[6 + axis] == 0;
      curve.add(
          straight
              ? CurveKey.of(first + n, v[axis], Manner.FLAT)
              : CurveKey.free(first + n, v[axis], v[3 + axis], v[6 + axis]));
    }
    return curve;
  }
}
