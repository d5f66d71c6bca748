package waxhand.core.contact;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Butterworth;
import waxhand.core.signal.Quickselect;
import waxhand.core.signal.Running;

/**
 * Where the parts that can touch the world go, over all frames of a take, with and without what
 * single frames and jitter do to them.
 */
final class Courses {
  /** Single wild frames are passed over within this time to either side, seconds. */
  private static final double CALM = 0.022;

  /** What is quicker is taken for jitter, Hz. */
  private static final double KEPT_HZ = 6.5;

  /** Speed is taken over this time to either side, seconds. */
  private static final double PACE = 0.025;

  /** Speed of jitter that is slower than what is kept, as a share of that of its fastest. */
  private static final double NOISE_PACE = 1.3;

  /** A part this near to where it was before it was lost did not move meanwhile, metres. */
  private static final double SAME_SPOT = 0.06;

  /** Where that is, is told from this long before and after, seconds. */
  private static final double ASIDE = 0.05;

  /** At most this many frames tell how much jitter there is. */
  private static final int SAMPLES = 4000;

  private static final int BLOCK = 2048;

  private final Map<ContactPart, double[][]> smooth = new EnumMap<>(ContactPart.class);
  private final Map<ContactPart, Double> noises = new ConcurrentHashMap<>();
  private final Map<ContactPart, double[]> speeds = new EnumMap<>(ContactPart.class);

  /**
   * @param places of the parts there are: x, y, z, each by frame, metres. Modified.
   * @param filled where the motion was not captured
   * @param first frame of the motion with which the courses begin
   */
  Courses(Map<ContactPart, double[][]> places, Body body, Filled filled, double rateHz, int first) {
    smooth.putAll(places);
    smooth.forEach(
        (part, course) -> {
          int joint = part.on(body).orElseThrow().joint();
          for (Frames lost : filled.of(body.skeleton(), joint).runs()) {
            stay(course, lost.from() - first, lost.to() - first, rateHz);
          }
        });
    partsAtOnce().forEach(part -> noises.put(part, calm(smooth.get(part), rateHz)));
    smooth.forEach((part, course) -> speeds.put(part, speed(course, rateHz)));
  }

  /** Of a whole motion. */
  static Courses of(Motion motion) {
    Clip clip = motion.clip();
    Map<ContactPart, PartPoint> points = ContactPart.pointsOf(motion.body());
    Map<ContactPart, double[][]> places = new EnumMap<>(ContactPart.class);
    points.keySet().forEach(part -> places.put(part, new double[3][clip.frames()]));
    int blocks = (clip.frames() + BLOCK - 1) / BLOCK;
    IntStream.range(0, blocks).parallel().forEach(b -> walk(clip, points, b, places));
    return new Courses(places, motion.body(), Filled.of(motion), clip.rateHz(), 0);
  }

  private static void walk(
      Clip clip,
      Map<ContactPart, PartPoint> points,
      int block,
      Map<ContactPart, double[][]> places) {
    int[] joints = points.values().stream().mapToInt(PartPoint::joint).toArray();
    WorldPose pose = WorldPose.only(clip.skeleton(), joints);
    double[] p = new double[3];
    int to = Math.min(clip.frames(), (block + 1) * BLOCK);
    for (int f = block * BLOCK; f < to; f++) {
      pose.solve(clip, f);
      for (Map.Entry<ContactPart, PartPoint> entry : points.entrySet()) {
        entry.getValue().place(pose, p, 0);
        double[][] course = places.get(entry.getKey());
        for (int i = 0; i < 3; i++) {
          course[i][f] = p[i];
        }
      }
    }
  }

  /**
   * What was filled in tells nothing of contacts: a part that comes out of a lost stretch where it
   * went in is taken to have stayed there.
   *
   * @param from first sample that was lost
   * @param to one past the last
   */
  private static void stay(double[][] course, int from, int to, double rateHz) {
    int aside = (int) Math.max(1, Math.round(ASIDE * rateHz));
    if (from < aside || to + aside > course[0].length) {
      return;
    }
    double[] in = new double[3];
    double[] out = new double[3];
    double sum = 0;
    for (int i = 0; i < 3; i++) {
      in[i] = mean(course[i], from - aside, from);
      out[i] = mean(course[i], to, to + aside);
      sum += square(out[i] - in[i]);
    }
    if (sum < SAME_SPOT * SAME_SPOT) {
      for (int i = 0; i < 3; i++) {
        for (int n = from; n < to; n++) {
          course[i][n] = in[i] + (out[i] - in[i]) * (n - from + 1) / (to - from + 1);
        }
      }
    }
  }

  private static double mean(double[] values, int from, int to) {
    return Arrays.stream(values, from, to).sum() / (to - from);
  }

  /** Takes jitter out; returns how much is left of it, metres along one axis. */
  private static double calm(double[][] course, double rateHz) {
    int count = course[0].length;
    double taken = 0;
    int half = (int) Math.max(1, Math.round(CALM * rateHz));
    double[] calm = new double[count];
    Butterworth low = rateHz > 2.5 * KEPT_HZ ? new Butterworth(rateHz, KEPT_HZ, 2) : null;
    double[] work = low == null ? null : new double[low.workspace(count, 1)];
    for (double[] axis : course) {
      Running.median(axis, count, half, calm);
      if (low != null) {
        low.smooth(calm, count, 1, work);
      }
      taken += square(middleApart(axis, calm, count)) / course.length;
      System.arraycopy(calm, 0, axis, 0, count);
    }
    // of white noise so much of its power is slower than what is kept
    double kept = Math.min(1, 2 * KEPT_HZ / rateHz);
    return Math.sqrt(taken * kept / Math.max(0.1, 1 - kept));
  }

  /** Standard deviation of what two courses differ by, wild frames aside (its median absolute). */
  private static double middleApart(double[] a, double[] b, int count) {
    int step = Math.max(1, count / SAMPLES);
    double[] apart = new double[(count + step - 1) / step];
    for (int n = 0; n < apart.length; n++) {
      apart[n] = Math.abs(a[n * step] - b[n * step]);
    }
    int size = apart.length;
    return size == 0 ? 0 : 1.4826 * Quickselect.at(apart, size, size / 2);
  }

  private static double square(double value) {
    return value * value;
  }

  private static double[] speed(double[][] course, double rateHz) {
    int count = course[0].length;
    double[] speed = new double[count];
    int step = (int) Math.max(1, Math.round(PACE * rateHz));
    for (int n = 0; n < count; n++) {
      int a = Math.max(0, n - step);
      int b = Math.min(count - 1, n + step);
      double sum = 0;
      for (double[] axis : course) {
        sum += (axis[b] - axis[a]) * (axis[b] - axis[a]);
      }
      speed[n] = b > a ? Math.sqrt(sum) * rateHz / (b - a) : 0;
    }
    return speed;
  }

  /** The parts there are. */
  Set<ContactPart> parts() {
    return smooth.keySet();
  }

  /** The parts, on all processors where there is much to do for each. */
  Stream<ContactPart> partsAtOnce() {
    Stream<ContactPart> all = smooth.keySet().stream();
    return frames() > BLOCK ? all.parallel() : all;
  }

  int frames() {
    return smooth.values().stream().mapToInt(c -> c[0].length).findFirst().orElse(0);
  }

  boolean has(ContactPart part) {
    return smooth.containsKey(part);
  }

  /** Place of a part without jitter: x, y, z, each by frame, metres. Not to be modified. */
  double[][] of(ContactPart part) {
    return smooth.get(part);
  }

  /** How much jitter is left in its place, metres along one axis. */
  double noiseM(ContactPart part) {
    return noises.get(part);
  }

  /** How fast that jitter makes it seem, m/s. */
  double noiseMs(ContactPart part) {
    return NOISE_PACE * 2 * Math.PI * KEPT_HZ * noiseM(part);
  }

  /** Its speed by frame, m/s. Not to be modified. */
  double[] speed(ContactPart part) {
    return speeds.get(part);
  }
}
