package waxhand.core.passes.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.TwistedBone;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.common.EachJoint;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Flips;
import waxhand.core.signal.WildFrames;
import waxhand.core.work.Work;

/**
 * Replaces wild frames of a joint by the cubic through their neighbours, see {@link WildFrames} for
 * what is wild, and turns back stretches in which it is turned over, see {@link Flips}. Nothing
 * else changes by a bit.
 *
 * @param counts what counts as wild
 * @param flipsS stretches that are turned over are so long at most, seconds
 */
public record DespikePass(Wild counts, double flipsS) implements Pass {
  private static final Amount FLIPS =
      new Amount(
          "flipsS",
          "Flips",
          "s",
          0,
          Flips.LONGEST_S,
          0.01,
          "A part that is turned over for so long at most is turned back.");

  public DespikePass {
    FLIPS.check(flipsS);
  }

  /** What counts as wild. */
  public enum Wild implements Worded {
    GROSS("only gross ones", 18, 0.04, 10),
    CLEAR("clear ones", 7.5, 0.016, 4.6),
    SMALL("small ones too", 4, 0.008, 3.8);

    private final String words;
    private final double leastDeg;
    private final double leastM;
    private final double times;

    /**
     * @param leastDeg least angle off the neighbours
     * @param leastM least way off them
     * @param times so many times what is usual there
     */
    Wild(String words, double leastDeg, double leastM, double times) {
      this.words = words;
      this.leastDeg = leastDeg;
      this.leastM = leastM;
      this.times = times;
    }

    @Override
    public String words() {
      return words;
    }
  }

  public static final PassKind<DespikePass> KIND =
      new PassKind<DespikePass>(
              "despike",
              "Despike",
              "Replaces wild frames, up to four in a row, and turns back what is turned over; nothing else.",
              new DespikePass(Wild.CLEAR, Flips.LONGEST_S),
              List.of(
                  Setting.choice(
                      "counts",
                      "Spikes",
                      Wild.class,
                      "How far off a frame must be to be replaced.",
                      DespikePass::counts,
                      (p, v) -> new DespikePass(v, p.flipsS)),
                  FLIPS.of(DespikePass::flipsS, (p, v) -> new DespikePass(p.counts, v))),
              true)
          // in files of before flips were known none are turned back
          .reading(
              named ->
                  new DespikePass(
                      Wild.CLEAR,
                      named.contains("counts") && !named.contains(FLIPS.key())
                          ? 0
                          : Flips.LONGEST_S))
          .in(Stage.SIGNAL);

  /** A body that leaps aside and stays bends its path more than its joints' turns. */
  private static final double PLACE_TIMES = 1.15;

  /** Below this rate strikes and quick turns leave more of a sample than a cubic can tell. */
  private static final double COARSE_HZ = 60;

  @Override
  public PassKind<DespikePass> kind() {
    return KIND;
  }

  /** What counts as wild of rotations at a rate, radians. */
  public WildFrames turns(double rateHz) {
    double least = coarse(rateHz, 0.58) * Math.toRadians(counts.leastDeg);
    return new WildFrames(
        TrackType.ROTATION.width(),
        true,
        least,
        counts.times,
        WildFrames.longest(rateHz),
        WildFrames.gross(rateHz));
  }

  /** What counts as wild of places at a rate, metres. */
  public WildFrames places(double rateHz) {
    double least = coarse(rateHz, 0.3) * counts.leastM;
    return new WildFrames(
        TrackType.TRANSLATION.width(),
        false,
        least,
        PLACE_TIMES * counts.times,
        WildFrames.longest(rateHz),
        WildFrames.gross(rateHz));
  }

  private static double coarse(double rateHz, double power) {
    return Math.max(1, Math.pow(COARSE_HZ / rateHz, power));
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place, reach(Flips.of(in.clip().rateHz(), flipsS)));
  }

  private static int reach(Flips flips) {
    return flips.reach() + WildFrames.REACH + 2;
  }

  private record Ready(DespikePass pass, Place place, int reach) implements Prepared {

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Clip clip = in.clip();
      List<TwistedBone> bones = TwistedBone.of(in.body());
      return in.with(
          EachJoint.change(
              clip,
              place.joints(in.body()),
              work,
              (j, track) -> pass.mended(track, bone(bones, j), clip, frames)));
    }

    private static Optional<TwistedBone> bone(List<TwistedBone> bones, int joint) {
      return bones.stream().filter(b -> b.joints().contains(joint)).findFirst();
    }
  }

  private Track mended(Track track, Optional<TwistedBone> bone, Clip clip, Frames frames) {
    double rateHz = clip.rateHz();
    Flips flips = Flips.of(rateHz, flipsS);
    Frames window = frames.grown(reach(flips)).within(Frames.first(track.frames()));
    int count = window.count();
    int width = track.width();
    boolean turns = track.type() == TrackType.ROTATION;
    double[] x = new double[width * count];
    track.read(window, x);
    double[] whole = turns && bone.isPresent() ? bone.get().whole(clip, window) : null;
    boolean[] turned = turns ? turnedBack(flips, x, whole, count) : new boolean[count];
    double[] size = new double[count];
    WildFrames wild = turns ? turns(rateHz) : places(rateHz);
    wild.find(x, count, wild.residuals(x, count), size);
    if (whole != null) {
      double[] of = new double[count];
      wild.find(whole, count, wild.residuals(whole, count), of);
      wild.parts(x, count, of, size);
    }
    Track out = track;
    double[] sample = new double[width];
    double[] was = new double[width];
    for (int f = frames.from(); f < frames.to(); f++) {
      int n = f - window.from();
      if (size[n] > 0 || turned[n]) {
        if (size[n] > 0) {
          between(x, width, count, n, size, sample);
        } else {
          System.arraycopy(x, width * n, sample, 0, width);
        }
        if (turns) {
          Quats.normalize(sample, 0);
          track.read(f, was, 0);
          if (Quats.dot(sample, 0, was, 0) < 0) {
            for (int i = 0; i < width; i++) {
              sample[i] = -sample[i];
            }
          }
        }
        out = out.with(new Frames(f, f + 1), sample);
      }
    }
    return out;
  }

  /**
   * Turns back what is turned over.
   *
   * @param x quaternions of a joint. Modified: turned back, neighbours on one side.
   * @param whole those of the bone it turns with others; null where it turns one alone. Modified
   *     likewise.
   * @return which were turned over
   */
  private static boolean[] turnedBack(Flips flips, double[] x, double[] whole, int count) {
    RotationVectors.alignSigns(x, count);
    List<Flips.Flip> found = new ArrayList<>(flips.find(x, count));
    if (whole != null) {
      List<Flips.Flip> all = flips.find(whole, count);
      found.addAll(flips.parts(x, count, all, found));
      turnBack(whole, count, all);
    }
    turnBack(x, count, found);
    boolean[] turned = new boolean[count];
    found.forEach(f -> Arrays.fill(turned, f.from(), f.to(), true));
    return turned;
  }

  private static void turnBack(double[] q, int count, List<Flips.Flip> found) {
    for (Flips.Flip flip : found) {
      Flips.mend(q, count, flip);
      RotationVectors.alignSigns(q, count);
    }
  }

  /** From two neighbours on both sides of its run of wild samples; a line where there are none. */
  private static void between(
      double[] x, int width, int count, int n, double[] size, double[] dest) {
    int from = n;
    while (from > 0 && size[from - 1] > 0 && n - from < WildFrames.MOST) {
      from--;
    }
    int to = n + 1;
    while (to < count && size[to] > 0 && to - n <= WildFrames.MOST) {
      to++;
    }
    boolean inner = from > 0 && to < count;
    boolean cubic = inner && from > 1 && to < count - 1 && size[from - 2] == 0 && size[to + 1] == 0;
    int beside = from == 0 ? 1 : -1;
    for (int i = 0; i < width; i++) {
      int at = width * n + i;
      if (cubic && to - from == 1) {
        dest[i] = (4 * (x[at - width] + x[at + width]) - x[at - 2 * width] - x[at + 2 * width]) / 6;
      } else if (cubic) {
        dest[i] = WildFrames.across(x, width, count, from, to - from, n - from, i);
      } else if (inner) {
        double t = (n - from + 1) / (to - from + 1.0);
        dest[i] = x[width * (from - 1) + i] * (1 - t) + x[width * to + i] * t;
      } else {
        dest[i] = 2 * x[at + beside * width] - x[at + 2 * beside * width];
      }
    }
  }
}
