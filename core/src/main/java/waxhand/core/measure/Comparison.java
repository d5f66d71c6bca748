package waxhand.core.measure;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import waxhand.core.body.Role;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * How a candidate differs from a reference, over all joints and frames.
 *
 * @param positionRmsMm root mean square distance of joints in the world
 * @param positionP95Mm distance that 95 of 100 joints and frames stay below
 * @param poseRmsMm the same as positionRmsMm of joints of the body with both hips laid on each
 *     other
 * @param rotationRmsDeg root mean square angle between local rotations
 * @param slideMmPerFrame mean way of resting parts along the ground in the candidate; NaN where no
 *     contacts are known
 * @param deepestSinkMm how far a sole point of the candidate gets below height 0
 * @param jerkRatio root mean square third derivative of joint places, candidate over reference; NaN
 *     where the reference has none
 */
public record Comparison(
    double positionRmsMm,
    double positionP95Mm,
    double poseRmsMm,
    double rotationRmsDeg,
    double slideMmPerFrame,
    double deepestSinkMm,
    double jerkRatio) {

  /** Distances are counted in bins of this many millimetres for the percentile. */
  private static final double BIN_MM = 0.01;

  private static final int BINS = 1_000_000;

  /**
   * Compares motions of one skeleton layout and length.
   *
   * @param contacts true contacts; may be empty
   * @throws IllegalArgumentException if joints, frames or rates differ
   */
  public static Comparison of(Motion reference, Motion candidate, List<Contact> contacts) {
    Clip a = reference.clip();
    Clip b = candidate.clip();
    if (a.skeleton().size() != b.skeleton().size()) {
      throw new IllegalArgumentException(
          "the takes have " + a.skeleton().size() + " and " + b.skeleton().size() + " joints");
    }
    if (a.frames() != b.frames()) {
      throw new IllegalArgumentException(
          "the takes have " + a.frames() + " and " + b.frames() + " frames");
    }
    if (Math.abs(a.rateHz() - b.rateHz()) > 1e-6 * a.rateHz()) {
      throw new IllegalArgumentException(
          "the takes have " + a.rateHz() + " and " + b.rateHz() + " frames a second");
    }
    return new Sums(reference, candidate).comparison(slide(candidate, contacts));
  }

  /** Mean way along the ground, mm a frame, of parts while they rest; NaN without contacts. */
  public static double slide(Motion motion, List<Contact> contacts) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double[] p = new double[6];
    double sum = 0;
    long steps = 0;
    for (Contact contact : contacts) {
      boolean first = true;
      int to = Math.min(contact.frames().to(), motion.clip().frames());
      for (int f = contact.frames().from(); f < to; f++) {
        pose.solve(motion.clip(), f);
        if (!contact.part().place(motion.body(), pose, p, 0)) {
          break;
        }
        if (!first) {
          sum += Math.hypot(p[0] - p[3], p[2] - p[5]);
          steps++;
        }
        first = false;
        System.arraycopy(p, 0, p, 3, 3);
      }
    }
    return steps == 0 ? Double.NaN : 1000 * sum / steps;
  }

  private static final class Sums {
    private final int joints;
    private final BitSet figure;
    private final int hips;
    private final double[][] past;
    private final int[] bins = new int[BINS];
    private double squares;
    private double poseSquares;
    private double angles;
    private double jerkA;
    private double jerkB;
    private double sink;
    private long count;

    Sums(Motion a, Motion b) {
      joints = a.clip().skeleton().size();
      hips = a.body().joint(Role.HIPS).orElse(0);
      figure = a.body().figure();
      past = new double[8][3 * joints];
      WorldPose pa = new WorldPose(a.clip().skeleton());
      WorldPose pb = new WorldPose(b.clip().skeleton());
      double[] qa = new double[4];
      double[] qb = new double[4];
      double[] sole = new double[3];
      for (int f = 0; f < a.clip().frames(); f++) {
        pa.solve(a.clip(), f);
        pb.solve(b.clip(), f);
        for (int j = 0; j < joints; j++) {
          addDistance(pa, pb, j);
          a.clip().rotation(j).read(f, qa, 0);
          b.clip().rotation(j).read(f, qb, 0);
          double angle = Quats.angle(qa, 0, qb, 0);
          angles += angle * angle;
        }
        count += joints;
        for (ContactPart part : ContactPart.values()) {
          if (part.isSole() && part.place(b.body(), pb, sole, 0)) {
            sink = Math.max(sink, -sole[1]);
          }
        }
        jerkA += jerk(pa.positions(), 0, f);
        jerkB += jerk(pb.positions(), 4, f);
      }
    }

    private void addDistance(WorldPose a, WorldPose b, int j) {
      double dx = a.x(j) - b.x(j);
      double dy = a.y(j) - b.y(j);
      double dz = a.z(j) - b.z(j);
      double d2 = dx * dx + dy * dy + dz * dz;
      squares += d2;
      bins[(int) Math.min(BINS - 1, 1000 * Math.sqrt(d2) / BIN_MM)]++;
      dx -= a.x(hips) - b.x(hips);
      dy -= a.y(hips) - b.y(hips);
      dz -= a.z(hips) - b.z(hips);
      // neither a camera nor what carries the body goes along with the hips
      poseSquares += figure.get(j) ? dx * dx + dy * dy + dz * dz : 0;
    }

    /** Third difference of all places; keeps the last three frames in four rows from {@code at}. */
    private double jerk(double[] places, int at, int frame) {
      double sum = 0;
      double[] p1 = past[at + (frame + 3) % 4];
      double[] p2 = past[at + (frame + 2) % 4];
      double[] p3 = past[at + (frame + 1) % 4];
      if (frame >= 3) {
        for (int i = 0; i < places.length; i++) {
          double d = places[i] - 3 * p1[i] + 3 * p2[i] - p3[i];
          sum += d * d;
        }
      }
      System.arraycopy(places, 0, past[at + frame % 4], 0, places.length);
      return sum;
    }

    Comparison comparison(double slide) {
      long seen = 0;
      int bin = 0;
      while (bin < BINS - 1 && (seen += bins[bin]) < 0.95 * count) {
        bin++;
      }
      double p95 = count == 0 || Arrays.stream(bins).skip(1).allMatch(n -> n == 0) ? 0 : bin;
      return new Comparison(
          1000 * Math.sqrt(squares / count),
          p95 * BIN_MM,
          1000 * Math.sqrt(poseSquares * joints / figure.cardinality() / count),
          Math.toDegrees(Math.sqrt(angles / count)),
          slide,
          1000 * sink,
          jerkA > 0 ? Math.sqrt(jerkB / jerkA) : Double.NaN);
    }
  }
}
