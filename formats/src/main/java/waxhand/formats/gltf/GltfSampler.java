package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import waxhand.core.maths.Quats;
import waxhand.formats.FormatException;

/**
 * Values over time: one sampler of an animation (glTF 2.0, 3.11 and appendix C), asked in rising
 * order of time.
 */
final class GltfSampler {
  private enum Manner {
    LINEAR,
    STEP,
    CUBICSPLINE
  }

  private final double[] times;
  private final double[] values;
  private final int width;
  private final Manner manner;
  private int at;

  private GltfSampler(double[] times, double[] values, int width, Manner manner) {
    this.times = times;
    this.values = values;
    this.width = width;
    this.manner = manner;
  }

  /**
   * @param width numbers a time
   * @param type of the accessor that holds the values
   */
  static GltfSampler of(Gltf gltf, JsonNode sampler, int width, String type)
      throws FormatException {
    double[] times = gltf.numbers(sampler.path("input").asInt(-1), "SCALAR", 1);
    String named = sampler.path("interpolation").asText("LINEAR");
    Manner manner;
    try {
      manner = Manner.valueOf(named);
    } catch (IllegalArgumentException e) {
      throw new FormatException(gltf.file(), "a sampler goes from key to key in no known way");
    }
    int each = type.equals("SCALAR") ? 1 : width;
    double[] values = gltf.numbers(sampler.path("output").asInt(-1), type, each);
    long wanted = (long) times.length * width * (manner == Manner.CUBICSPLINE ? 3 : 1);
    if (times.length == 0 || values.length != wanted) {
      throw new FormatException(
          gltf.file(),
          "a sampler has " + times.length + " times, but " + values.length / width + " values");
    }
    for (int n = 1; n < times.length; n++) {
      if (!(times[n] > times[n - 1])) {
        throw new FormatException(
            gltf.file(), "the times of a sampler do not rise at place " + n + ": " + times[n]);
      }
    }
    return new GltfSampler(times, values, width, manner);
  }

  double[] times() {
    return times;
  }

  /** The value at a time; before the first and after the last those. Modified: dest. */
  void at(double time, double[] dest, int to, boolean turns) {
    // times are 32-bit floats: what is as near to a key as these can tell is at it
    double near = 2 * Math.ulp((float) time);
    if (at > 0 && times[at] > time + near) {
      at = 0;
    }
    while (at + 1 < times.length && times[at + 1] <= time + near) {
      at++;
    }
    boolean ends = at + 1 == times.length || time <= times[at] + near;
    if (ends || manner == Manner.STEP) {
      System.arraycopy(values, key(at), dest, to, width);
    } else if (manner == Manner.LINEAR) {
      double share = (time - times[at]) / (times[at + 1] - times[at]);
      if (turns) {
        Quats.slerp(values, key(at), values, key(at + 1), share, dest, to);
      } else {
        for (int i = 0; i < width; i++) {
          double a = values[key(at) + i];
          dest[to + i] = a + share * (values[key(at + 1) + i] - a);
        }
      }
    } else {
      cubic(time, dest, to);
    }
    if (turns) {
      Quats.normalize(dest, to);
    }
  }

  private int key(int n) {
    return manner == Manner.CUBICSPLINE ? width * (3 * n + 1) : width * n;
  }

  private void cubic(double time, double[] dest, int to) {
    double span = times[at + 1] - times[at];
    double t = (time - times[at]) / span;
    double t2 = t * t;
    double t3 = t2 * t;
    for (int i = 0; i < width; i++) {
      double out = values[key(at) + width + i];
      double in = values[key(at + 1) - width + i];
      dest[to + i] =
          (2 * t3 - 3 * t2 + 1) * values[key(at) + i]
              + span * (t3 - 2 * t2 + t) * out
              + (-2 * t3 + 3 * t2) * values[key(at + 1) + i]
              + span * (t3 - t2) * in;
    }
  }
}
