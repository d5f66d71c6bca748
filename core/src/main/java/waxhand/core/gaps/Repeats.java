package waxhand.core.gaps;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;

/**
 * Frames that repeat the one before at a regular beat, as where pictures of one rate were written
 * at a higher one.
 *
 * @param first the frame from which the beat is counted
 * @param period the beat, frames
 * @param repeated which frames of it repeat the one before
 */
public record Repeats(int first, int period, BitSet repeated) {
  /** The longest beat, frames: 24 pictures in 25 frames. */
  private static final int LONGEST = 25;

  /** A beat is heard so many times, and nearly always, or it is none. */
  private static final int TIMES = 4;

  /** A beat that is set is so long at most, frames, and meets whole pictures so nearly. */
  private static final int MOST = 240;

  private static final double EVEN = 0.002;

  private static final double NEARLY_ALWAYS = 0.95;

  public Repeats {
    repeated = (BitSet) repeated.clone();
  }

  @Override
  public BitSet repeated() {
    return (BitSet) repeated.clone();
  }

  /** The beat of a whole clip; empty where frames do not repeat, or at no beat. */
  public static Optional<Repeats> of(Clip clip, Body body) {
    return of(clip, body, clip.allFrames());
  }

  /**
   * The beat of pictures at another rate than the clip's, laid where most frames repeat the one
   * before.
   *
   * @param picturesHz below the clip's rate
   */
  public static Repeats at(double picturesHz, Clip clip, Body body, Frames within) {
    double share = picturesHz / clip.rateHz();
    int period = 1;
    while (period < MOST && Math.abs(share * period - Math.rint(share * period)) > EVEN) {
      period++;
    }
    int pictures = Math.max(1, (int) Math.rint(share * period));
    Sameness sameness = new Sameness(clip, body.members());
    int[] heard = new int[period];
    for (int f = within.from() + 1; f < within.to(); f++) {
      heard[(f - within.from()) % period] += sameness.isSame(f) ? 1 : 0;
    }
    BitSet best = new BitSet();
    int most = -1;
    for (int shift = 0; shift < period; shift++) {
      BitSet repeated = new BitSet();
      int sum = 0;
      for (int p = 0; p < period; p++) {
        int f = p + shift;
        boolean same =
            Math.floorDiv(f * pictures, period) == Math.floorDiv((f - 1) * pictures, period);
        repeated.set(p, same);
        sum += same ? heard[p] : 0;
      }
      if (sum > most) {
        most = sum;
        best = repeated;
      }
    }
    return new Repeats(within.from(), period, best);
  }

  /** The beat of some frames of a clip; empty where they do not repeat, or at no beat. */
  public static Optional<Repeats> of(Clip clip, Body body, Frames within) {
    BitSet same = new BitSet();
    BitSet moving = new BitSet();
    Sameness sameness = new Sameness(clip, body.members());
    int run = 0;
    for (int f = within.from() + 1; f < within.to(); f++) {
      boolean is = sameness.isSame(f);
      same.set(f, is);
      run = is ? run + 1 : 0;
      moving.set(f, run <= LONGEST);
      // what stands still for long has no beat, from its start on
      if (run == LONGEST + 1) {
        moving.clear(f - run + 1, f + 1);
      }
    }
    same.and(moving);
    int count = same.cardinality();
    if (count < TIMES || count > NEARLY_ALWAYS * moving.cardinality()) {
      return Optional.empty();
    }
    for (int period = 2; period <= Math.min(LONGEST, moving.cardinality() / TIMES); period++) {
      Optional<Repeats> beat = beat(same, moving, within.from(), period);
      if (beat.isPresent()) {
        return beat;
      }
    }
    return Optional.empty();
  }

  private static Optional<Repeats> beat(BitSet same, BitSet moving, int first, int period) {
    int[] heard = new int[period];
    int[] all = new int[period];
    for (int f = moving.nextSetBit(0); f >= 0; f = moving.nextSetBit(f + 1)) {
      int p = (f - first) % period;
      all[p]++;
      heard[p] += same.get(f) ? 1 : 0;
    }
    BitSet repeated = new BitSet();
    for (int p = 0; p < period; p++) {
      if (heard[p] >= NEARLY_ALWAYS * all[p]) {
        repeated.set(p);
      } else if (heard[p] > (1 - NEARLY_ALWAYS) * all[p]) {
        return Optional.empty();
      }
    }
    boolean beats = !repeated.isEmpty() && repeated.cardinality() < period;
    return beats ? Optional.of(new Repeats(first, period, repeated)) : Optional.empty();
  }

  /** Whether the beat has a frame repeat the one before. */
  public boolean isRepeated(int frame) {
    return repeated.get(Math.floorMod(frame - first, period));
  }

  /** Which picture a frame shows, counted from that of the first frame's beat. */
  public int pictureAt(int frame) {
    int beat = Math.floorDiv(frame - first, period);
    int shown = beat * pictures() - 1;
    for (int p = 0; p <= frame - first - beat * period; p++) {
      shown += repeated.get(p) ? 0 : 1;
    }
    return shown;
  }

  /** The first frame that shows a picture. */
  public int frameOf(int picture) {
    int beat = Math.floorDiv(picture, pictures());
    int left = picture - beat * pictures();
    int p = repeated.nextClearBit(0);
    while (left-- > 0) {
      p = repeated.nextClearBit(p + 1);
    }
    return first + beat * period + p;
  }

  /** How many frames of the beat are pictures of their own. */
  public int pictures() {
    return period - repeated.cardinality();
  }

  /** Pictures a second of a clip at a rate. */
  public double picturesHz(double rateHz) {
    return rateHz * pictures() / period;
  }

  /** Such as "every fifth frame repeats the one before: 23.976 pictures a second in 29.97". */
  public String words(double rateHz) {
    int often = repeated.cardinality();
    String which =
        often == 1
            ? period == 2 ? "every other frame repeats" : "one frame in " + period + " repeats"
            : often + " frames in " + period + " repeat";
    return which
        + " the one before: "
        + decimal(picturesHz(rateHz))
        + " pictures a second in "
        + decimal(rateHz);
  }

  private static String decimal(double rate) {
    String text = String.format(Locale.ROOT, "%.3f", rate);
    return text.replaceAll("\\.?0+$", "");
  }

  /** Whether frames are the same as the ones before. */
  private static final class Sameness {
    /** Samples that are so alike are one, read twice. */
    private static final double ALIKE = 1e-9;

    private final Track[] tracks;
    private final double[] now = new double[4];
    private final double[] before = new double[4];

    Sameness(Clip clip, BitSet joints) {
      List<Track> all = new ArrayList<>();
      joints.stream()
          .forEach(
              j -> {
                if (clip.hasTranslation(j)) {
                  all.add(clip.translation(j));
                }
                all.add(clip.rotation(j));
              });
      tracks = all.toArray(Track[]::new);
    }

    boolean isSame(int frame) {
      for (Track track : tracks) {
        track.read(frame, now, 0);
        track.read(frame - 1, before, 0);
        for (int i = 0; i < track.width(); i++) {
          if (Math.abs(now[i] - before[i]) > ALIKE) {
            return false;
          }
        }
      }
      return true;
    }
  }
}
