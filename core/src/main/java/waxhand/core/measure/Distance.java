package waxhand.core.measure;

import java.util.Map;
import java.util.stream.IntStream;
import waxhand.core.body.BodyPart;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** How far two stages of one take are apart, over time. */
public final class Distance {
  private Distance() {}

  /**
   * Root mean square distance of joints, metres, in {@code samples} frames spread evenly over the
   * take.
   */
  public static double[] overTime(Motion a, Motion b, int samples) {
    int frames = a.clip().frames();
    double[] distance = new double[Math.min(samples, frames)];
    if (a == b) {
      return distance;
    }
    int[][] pairs = pairs(a, b);
    WorldPose pa = new WorldPose(a.clip().skeleton());
    WorldPose pb = new WorldPose(b.clip().skeleton());
    for (int s = 0; s < distance.length; s++) {
      int f = (int) ((long) s * frames / distance.length);
      pa.solve(a.clip(), f);
      pb.solve(b.clip(), f);
      double sum = 0;
      for (int n = 0; n < pairs[0].length; n++) {
        for (int i = 0; i < 3; i++) {
          double d = pa.positions()[3 * pairs[0][n] + i] - pb.positions()[3 * pairs[1][n] + i];
          sum += d * d;
        }
      }
      distance[s] = Math.sqrt(sum / Math.max(1, pairs[0].length));
    }
    return distance;
  }

  /**
   * The joints that are compared: all, or on other bodies those that play the same roles.
   *
   * @return joints of a, and those of b in the same order
   */
  private static int[][] pairs(Motion a, Motion b) {
    int joints = a.clip().skeleton().size();
    boolean alike = joints == b.clip().skeleton().size();
    for (int j = 0; alike && j < joints; j++) {
      alike = a.clip().skeleton().joint(j).name().equals(b.clip().skeleton().joint(j).name());
    }
    int[] first =
        alike
            ? IntStream.range(0, joints).toArray()
            : a.body().joints().entrySet().stream()
                .filter(e -> b.body().joint(e.getKey()).isPresent())
                .mapToInt(Map.Entry::getValue)
                .toArray();
    int[] second =
        alike
            ? first
            : a.body().joints().keySet().stream()
                .filter(r -> b.body().joint(r).isPresent())
                .mapToInt(r -> b.body().joint(r).getAsInt())
                .toArray();
    return new int[][] {first, second};
  }

  /**
   * Root mean square distance of the joints of each large part of the body, metres, in {@code
   * samples} frames spread evenly over the take, the mean shift of the whole take taken out: what a
   * new floor or place on the ground does is the same everywhere and hides the rest.
   *
   * @return by {@link BodyPart}, then by sample
   */
  public static double[][] byPart(Motion a, Motion b, int samples) {
    TimeMap same = TimeMap.all(Math.min(a.clip().frames(), b.clip().frames()));
    return byPart(a, same, b, same, samples);
  }

  /**
   * As {@link #byPart(Motion, Motion, int)} for motions out of which frames were cut; 0 in frames
   * that not both have.
   *
   * @param ta which raw frames {@code a} has
   * @param tb which raw frames {@code b} has
   */
  public static double[][] byPart(Motion a, TimeMap ta, Motion b, TimeMap tb, int samples) {
    int raw = Math.max(ta.rawEnd(), tb.rawEnd());
    int count = Math.min(samples, raw);
    double[][] distance = new double[BodyPart.values().length][count];
    if (a == b) {
      return distance;
    }
    int[][] pairs = pairs(a, b);
    int joints = pairs[0].length;
    int[] parts = new int[joints];
    int[] sizes = new int[distance.length];
    for (int n = 0; n < joints; n++) {
      parts[n] = BodyPart.of(a.body(), pairs[0][n]).ordinal();
      sizes[parts[n]]++;
    }
    double[] shift = shift(a, ta, b, tb, count, raw);
    WorldPose pa = new WorldPose(a.clip().skeleton());
    WorldPose pb = new WorldPose(b.clip().skeleton());
    for (int s = 0; s < count; s++) {
      int f = (int) ((long) s * raw / count);
      if (!ta.has(f) || !tb.has(f)) {
        continue;
      }
      pa.solve(a.clip(), ta.local(f));
      pb.solve(b.clip(), tb.local(f));
      for (int i = 0; i < 3 * joints; i++) {
        double to = pb.positions()[3 * pairs[1][i / 3] + i % 3];
        double d = to - pa.positions()[3 * pairs[0][i / 3] + i % 3] - shift[i % 3];
        distance[parts[i / 3]][s] += d * d;
      }
      for (int part = 0; part < distance.length; part++) {
        distance[part][s] = Math.sqrt(distance[part][s] / Math.max(1, sizes[part]));
      }
    }
    return distance;
  }

  /** Mean way from the root of a to that of b, metres. */
  private static double[] shift(Motion a, TimeMap ta, Motion b, TimeMap tb, int samples, int raw) {
    int both = 0;
    double[] shift = new double[3];
    WorldPose pa = new WorldPose(a.clip().skeleton());
    WorldPose pb = new WorldPose(b.clip().skeleton());
    for (int s = 0; s < samples; s++) {
      int f = (int) ((long) s * raw / samples);
      if (!ta.has(f) || !tb.has(f)) {
        continue;
      }
      both++;
      pa.solve(a.clip(), ta.local(f));
      pb.solve(b.clip(), tb.local(f));
      for (int i = 0; i < 3; i++) {
        shift[i] += pb.positions()[i] - pa.positions()[i];
      }
    }
    for (int i = 0; i < 3; i++) {
      shift[i] /= Math.max(1, both);
    }
    return shift;
  }

  /**
   * Root mean square of {@link #overTime} over at most 240 frames, metres; where one is shorter,
   * what was cut out counts as a way of a metre.
   */
  public static double overall(Motion a, Motion b) {
    int frames = a.clip().frames();
    if (frames != b.clip().frames()) {
      return Math.abs(frames - b.clip().frames()) / (double) Math.max(1, frames);
    }
    double[] distance = overTime(a, b, 240);
    double sum = 0;
    for (double d : distance) {
      sum += d * d;
    }
    return distance.length == 0 ? 0 : Math.sqrt(sum / distance.length);
  }
}
