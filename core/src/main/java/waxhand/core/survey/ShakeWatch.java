package waxhand.core.survey;

import java.util.OptionalInt;
import waxhand.core.body.Role;
import waxhand.core.signal.Running;

/**
 * A head that trembles: turns of the head in the world, quicker than a nod, for nearly half a
 * second.
 */
final class ShakeWatch implements Watch {
  /** Movements within this time to either side count as tremble, seconds. */
  private static final double SLOW = 0.1;

  /** Jitter is averaged out within this time to either side, seconds. */
  private static final double QUICK = 0.021;

  private static final double LEAST_DEG = 2.3;

  /** Changes of direction within 0.7 s; a quick turn of the head has fewer. */
  private static final double SWINGS = 5;

  @Override
  public void look(Window w, Marks marks) {
    OptionalInt head = w.body().joint(Role.HEAD);
    if (head.isEmpty()) {
      return;
    }
    int count = w.count();
    double[][] swung = new double[4][count];
    double[] quick = new double[count];
    double[] slow = new double[count];
    double[] energy = new double[count];
    double[] size = new double[count];
    for (int i = 0; i < 4; i++) {
      double[] x = swung[i];
      double sign = 1;
      for (int n = 0; n < count; n++) {
        if (n > 0
            && dot(w.turns(), w.turnAt(n - 1, head.getAsInt()), w.turnAt(n, head.getAsInt())) < 0) {
          sign = -sign;
        }
        x[n] = sign * w.turns()[w.turnAt(n, head.getAsInt()) + i];
      }
      // single wild frames are no tremble
      Running.median(x, count, w.rateHz() > 50 ? 1 : 0, slow);
      Running.mean(slow, count, (int) (QUICK * w.rateHz()), quick);
      Running.mean(quick, count, w.frames(SLOW, 1), slow);
      for (int n = 0; n < count; n++) {
        double d = quick[n] - slow[n];
        energy[n] += d * d;
        x[n] = d;
      }
    }
    Running.mean(energy, count, w.frames(0.25, 3), size);
    double least = LEAST_DEG * Math.max(1, Math.pow(60 / w.rateHz(), 0.7));
    int half = w.frames(0.35, 3);
    for (int n = 0; n < count; n++) {
      // chord of half-angles; amplitude of a sine from its root mean square
      size[n] = Math.toDegrees(2 * Math.sqrt(2 * size[n]));
      if (size[n] > least && swings(swung, count, half, n) < SWINGS) {
        size[n] = 0;
      }
    }
    marks.runs(
        FindingKind.SHAKE,
        head.getAsInt(),
        size,
        count,
        w.first(),
        least,
        w.frames(0.45, 4),
        w.frames(0.3, 3),
        -1);
  }

  /** How often values around a frame go clearly from one side of zero to the other, at most. */
  private static int swings(double[][] swung, int count, int half, int n) {
    int from = Math.max(0, n - half);
    int to = Math.min(count, n + half + 1);
    int most = 0;
    for (double[] x : swung) {
      most = Math.max(most, swings(x, from, to));
    }
    return most;
  }

  private static int swings(double[] x, int from, int to) {
    double top = 0;
    for (int k = from; k < to; k++) {
      top = Math.max(top, Math.abs(x[k]));
    }
    int side = 0;
    int changes = 0;
    for (int k = from; k < to; k++) {
      int now = x[k] > 0.4 * top ? 1 : x[k] < -0.4 * top ? -1 : side;
      changes += side != 0 && now != side ? 1 : 0;
      side = now;
    }
    return top < SMALL ? 0 : changes;
  }

  /** Components that swing by less say nothing. */
  private static final double SMALL = Math.toRadians(0.7);

  private static double dot(double[] q, int a, int b) {
    return q[a] * q[b] + q[a + 1] * q[b + 1] + q[a + 2] * q[b + 2] + q[a + 3] * q[b + 3];
  }
}
