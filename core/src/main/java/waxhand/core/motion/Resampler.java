package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.maths.Quats;

/**
 * Clips at another rate. Frames that fall on frames keep their bits; between them lies a cubic
 * through the four around (Catmull and Rom 1974), of rotations by their components, made unit
 * again.
 */
public final class Resampler {
  /** Times this near to a frame fall on it, frames. */
  private static final double ON = 1e-6;

  private Resampler() {}

  /**
   * @param rateHz frames a second, above 0; the first frame stays, the last is the last that fits
   */
  public static Clip resampled(Clip clip, double rateHz) {
    double step = clip.rateHz() / rateHz;
    int frames = clip.frames() == 0 ? 0 : 1 + (int) Math.floor((clip.frames() - 1) / step + ON);
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < clip.skeleton().size(); j++) {
      rotations.add(resampled(clip.rotation(j), step, frames));
      translations.add(
          clip.hasTranslation(j) ? resampled(clip.translation(j), step, frames) : null);
    }
    return new Clip(clip.skeleton(), rateHz, rotations, translations);
  }

  private static Track resampled(Track track, double step, int frames) {
    int width = track.width();
    double[] values = new double[width * frames];
    double[] knots = new double[4 * width];
    boolean turns = track.type() == TrackType.ROTATION;
    for (int n = 0; n < frames; n++) {
      double at = n * step;
      int near = (int) Math.rint(at);
      if (Math.abs(at - near) < ON) {
        track.read(near, values, width * n);
        continue;
      }
      int first = (int) Math.floor(at);
      for (int k = 0; k < 4; k++) {
        int frame = Math.max(0, Math.min(track.frames() - 1, first - 1 + k));
        track.read(frame, knots, width * k);
        if (turns && k > 0 && Quats.dot(knots, width * (k - 1), knots, width * k) < 0) {
          for (int i = 0; i < width; i++) {
            knots[width * k + i] = -knots[width * k + i];
          }
        }
      }
      if (first == 0) {
        beyond(knots, width, 0, 1, 2);
      }
      if (first + 2 >= track.frames()) {
        beyond(knots, width, 3, 2, 1);
      }
      cubic(knots, width, at - first, values, width * n);
      if (turns) {
        Quats.normalize(values, width * n);
      }
    }
    return Track.of(track.type(), values);
  }

  /** What would stand beyond an end if the way went straight on there. Modified: knots. */
  private static void beyond(double[] knots, int width, int at, int end, int inner) {
    for (int i = 0; i < width; i++) {
      knots[width * at + i] = 2 * knots[width * end + i] - knots[width * inner + i];
    }
  }

  private static void cubic(double[] knots, int width, double u, double[] dest, int at) {
    for (int i = 0; i < width; i++) {
      double a = knots[i];
      double b = knots[width + i];
      double c = knots[2 * width + i];
      double d = knots[3 * width + i];
      double up = 0.5 * (c - a);
      double down = 0.5 * (d - b);
      double cube = 2 * (b - c) + up + down;
      double square = 3 * (c - b) - 2 * up - down;
      dest[at + i] = ((cube * u + square) * u + up) * u + b;
    }
  }
}
