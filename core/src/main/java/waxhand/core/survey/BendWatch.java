package waxhand.core.survey;

import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.JointRange;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Quats;
import waxhand.core.signal.Running;

/** Joints bent past their range, and knees and elbows that pop. */
final class BendWatch implements Watch {
  private static final double CLOSED_DEG = Math.toDegrees(JointRange.CLOSED_RAD);

  /** Least excess that is told, degrees. */
  private static final double EXCESS_DEG = 6;

  /** A pop differs from the course of the bend around it by this much, degrees. */
  private static final double POP_DEG = 7;

  private final Map<Integer, JointRange> ranges = new TreeMap<>();

  BendWatch(Body body) {
    for (int joint : body.joints().values()) {
      JointRange.of(body, joint).ifPresent(range -> ranges.put(joint, range));
    }
  }

  @Override
  public void look(Window w, Marks marks) {
    double[] excess = new double[w.count()];
    double[] calm = new double[w.count()];
    ranges.forEach(
        (joint, range) -> {
          // nearly all joints stay in their range, and angles are dear
          if (!range.holdsAll(w.rotation(joint), w.count())) {
            excess(w, joint, range, excess);
            told(w, marks, joint, excess, calm);
          }
        });
    for (Side side : new Side[] {Side.LEFT, Side.RIGHT}) {
      hinge(w, marks, Role.limb(side, true).get(1), Role.limb(side, true).get(2));
      hinge(w, marks, Role.limb(side, false).get(2), Role.limb(side, false).get(3));
    }
  }

  private static void told(Window w, Marks marks, int joint, double[] excess, double[] calm) {
    Running.median(excess, w.count(), w.frames(0.02, 1), calm);
    marks.runs(
        FindingKind.OVERBEND,
        joint,
        calm,
        w.count(),
        w.first(),
        EXCESS_DEG,
        w.frames(0.04, 2),
        w.frames(0.1, 2),
        -1);
  }

  private static void excess(Window w, int joint, JointRange range, double[] dest) {
    double[] q = w.rotation(joint);
    for (int n = 0; n < w.count(); n++) {
      double past =
          Math.max(
              range.swing(q, 4 * n) - range.swingRad(), range.twist(q, 4 * n) - range.twistRad());
      dest[n] = Math.toDegrees(past);
    }
  }

  private static void hinge(Window w, Marks marks, Role lower, Role end) {
    OptionalInt joint = w.body().joint(lower);
    OptionalInt tip = w.body().joint(end);
    if (joint.isEmpty() || tip.isEmpty() || w.parent(tip.getAsInt()) != joint.getAsInt()) {
      return;
    }
    int count = w.count();
    double[] bend = new double[count];
    bends(w, joint.getAsInt(), tip.getAsInt(), bend);
    double[] calm = new double[count];
    Running.median(bend, count, w.rateHz() > 50 ? 1 : 0, calm);
    double[] past = new double[count];
    for (int n = 0; n < count; n++) {
      past[n] = calm[n] - CLOSED_DEG;
    }
    told(w, marks, joint.getAsInt(), past, new double[count]);
    pops(w, marks, joint.getAsInt(), calm, past);
  }

  /** How far the lower bone is turned off the straight line, degrees. */
  private static void bends(Window w, int joint, int tip, double[] dest) {
    Vector3d upper = new Vector3d(w.body().skeleton().joint(joint).offset());
    Vector3d lower = new Vector3d(w.body().skeleton().joint(tip).offset());
    double[] a = {lower.x, lower.y, lower.z};
    double[] b = new double[3];
    double lengths = Math.max(1e-12, upper.length() * lower.length());
    for (int n = 0; n < w.count(); n++) {
      Quats.rotate(w.rotation(joint), 4 * n, a, 0, b, 0);
      double cos = (upper.x * b[0] + upper.y * b[1] + upper.z * b[2]) / lengths;
      dest[n] = Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, cos))));
    }
  }

  /** Keeps only values well above all that are between {@code near} and {@code far} frames away. */
  private static void standOut(double[] off, double[] work, int count, int near, int far) {
    System.arraycopy(off, 0, work, 0, count);
    for (int n = 0; n < count; n++) {
      for (int k = near; work[n] > POP_DEG && k <= far; k++) {
        double before = n - k >= 0 ? work[n - k] : 0;
        double after = n + k < count ? work[n + k] : 0;
        if (ALONE * Math.max(before, after) > work[n]) {
          off[n] = 0;
        }
      }
    }
  }

  /** How many times as large a pop is as what the joint else does around it. */
  private static final double ALONE = 2.7;

  /** A pop is on both sides at least this share of how far it is off in the middle. */
  private static final double BOTH = 0.2;

  /** And half way out it has come back by this share: a wave turns round more gently. */
  private static final double SHARP = 0.38;

  /** Whether a bend goes and comes back at once: a strike stops, and a wave takes its time. */
  private static boolean isSharp(double[] bend, int n, int step, double near, double off) {
    double before = bend[n] - bend[n - step];
    double after = bend[n] - bend[n + step];
    int half = Math.max(1, step / 2);
    double inner = bend[n] - 0.5 * (bend[n - half] + bend[n + half]);
    return before * after > 0
        && Math.min(Math.abs(before), Math.abs(after)) > BOTH * off
        && Math.abs(inner) > SHARP * Math.abs(bend[n] - near);
  }

  /**
   * Compares the bend with what it is shortly before and after, and that with what it is further
   * away.
   */
  private static void pops(Window w, Marks marks, int joint, double[] bend, double[] off) {
    int count = w.count();
    int soft = (int) (0.012 * w.rateHz());
    double[] calm = new double[count];
    double[] work = new double[count];
    Running.mean(bend, count, soft, calm);
    int step = w.frames(0.06, 2);
    for (int n = 0; n < count; n++) {
      off[n] = 0;
      if (n >= 2 * step && n < count - 2 * step) {
        double near = 0.5 * (calm[n - step] + calm[n + step]);
        double far = 0.5 * (calm[n - 2 * step] + calm[n + 2 * step]);
        // a bend that turns round sharply goes on getting away from where it was; a pop does not
        off[n] = Math.abs(calm[n] - near) - 0.9 * Math.abs(near - far);
      }
    }
    standOut(off, work, count, w.frames(0.18, 4), w.frames(0.7, 8));
    for (int n = 2 * step; n < count - 2 * step; n++) {
      double near = 0.5 * (calm[n - step] + calm[n + step]);
      off[n] = off[n] > 0 && isSharp(calm, n, step, near, off[n]) ? off[n] : 0;
    }
    marks.runs(
        FindingKind.POP,
        joint,
        off,
        count,
        w.first(),
        POP_DEG * Math.max(1, Math.pow(60 / w.rateHz(), 0.6)),
        w.rateHz() > 50 ? 2 : 1,
        w.frames(0.08, 2),
        -1);
  }
}
