package waxhand.core.passes.time;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.gaps.Repeats;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.common.EachJoint;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Takes out frames that repeat the one before at a regular beat, and samples the pictures that are
 * left anew at the rate of the take, so that it keeps its length. Between pictures it goes along
 * the cubic of Catmull and Rom (1974). What is wild, lost or jittery in the pictures is mended
 * before: spread over frames nobody would know it again.
 *
 * @param picturesHz how many pictures there are a second; found from the beat while empty
 * @param mends whether pictures are mended before, by {@link #MENDS}
 */
public record RepeatsPass(OptionalDouble picturesHz, boolean mends) implements Pass {
  private static final Amount PICTURES =
      new Amount(
              "picturesHz",
              "Pictures",
              "Hz",
              5,
              120,
              0.001,
              "So many a second are true, the others repeat them; found where they do so at a beat.")
          .within(1, 1000);

  public static final PassKind<RepeatsPass> KIND =
      new PassKind<RepeatsPass>(
              "repeats",
              "Repeats",
              "Takes out frames that repeat the one before at a beat, and spreads the others evenly.",
              new RepeatsPass(OptionalDouble.empty(), true),
              List.of(
                  PICTURES.found(RepeatsPass::picturesHz, (p, v) -> new RepeatsPass(v, p.mends)),
                  new Setting.Switch<>(
                      "mends",
                      "Mend pictures",
                      "Pictures are despiked, filled and smoothed before they are spread: behind that no"
                          + " pass would know their faults again.",
                      RepeatsPass::mends,
                      (p, v) -> new RepeatsPass(p.picturesHz, v))),
              true)
          .in(Stage.TIME);

  /** What is done to the pictures before they are spread. */
  private static final List<PassKind<?>> MENDS =
      List.of(DespikePass.KIND, GapFillPass.KIND, SmoothPass.KIND);

  @Override
  public PassKind<RepeatsPass> kind() {
    return KIND;
  }

  @Override
  public boolean finds() {
    // where the beat lies is always looked for
    return true;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    Frames frames = place.frames(in.clip().frames());
    double rate = in.clip().rateHz();
    if (frames.isEmpty()) {
      return new Ready(this, place, Optional.empty());
    }
    if (picturesHz.isPresent()) {
      Optional<Repeats> set =
          Optional.of(picturesHz.getAsDouble())
              .filter(hz -> hz < rate)
              .map(hz -> Repeats.at(hz, in.clip(), in.body(), frames));
      return new Ready(this, place, set.map(b -> Even.of(b, in, place, mends)));
    }
    Optional<Repeats> beat = Repeats.of(in.clip(), in.body(), frames);
    RepeatsPass found =
        beat.map(b -> new RepeatsPass(OptionalDouble.of(b.picturesHz(rate)), mends)).orElse(this);
    return new Ready(found, place, beat.map(b -> Even.of(b, in, place, mends)));
  }

  public RepeatsPass {
    PICTURES.check(picturesHz);
  }

  private record Ready(RepeatsPass pass, Place place, Optional<Even> even) implements Prepared {
    @Override
    public int reach() {
      return even.map(Even::reach).orElse(0);
    }

    @Override
    public Optional<String> complaint() {
      return even.isPresent() || pass.picturesHz.isEmpty()
          ? Optional.empty()
          : Optional.of("The take has no more frames than that.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      return even.isEmpty()
          ? in
          : in.with(
              EachJoint.change(
                  in.clip(),
                  place.joints(in.body()),
                  work,
                  (j, track) -> even.get().spread(j, track, frames)));
    }
  }

  /** Pictures spread over the frames between them. */
  private static final class Even {
    private final Repeats beat;
    private final Clip pictures;
    private final double share;
    private final double start;
    private final int first;
    private final int last;

    private Even(Repeats beat, Clip pictures, int first) {
      this.beat = beat;
      this.pictures = pictures;
      this.first = first;
      last = first + pictures.frames() - 1;
      share = beat.pictures() / (double) beat.period();
      start = start();
    }

    static Even of(Repeats beat, Motion in, Place place, boolean mends) {
      Clip clip = in.clip();
      Frames within = place.frames(clip.frames());
      int from = beat.pictureAt(within.from());
      int first = beat.frameOf(from) < within.from() ? from + 1 : from;
      int last = Math.max(first, beat.pictureAt(within.to() - 1));
      int[] shown = new int[last - first + 1];
      for (int n = 0; n < shown.length; n++) {
        shown[n] = Math.min(within.to() - 1, beat.frameOf(first + n));
      }
      // alone: what goes along with the take counts its frames, not pictures
      Motion pictures = new Motion(clip.showing(shown, beat.picturesHz(clip.rateHz())), in.body());
      for (PassKind<?> kind : mends ? MENDS : List.<PassKind<?>>of()) {
        Prepared ready = kind.defaults().prepared(pictures, Place.of(place.scope()));
        pictures = ready.apply(pictures, pictures.clip().allFrames(), Work.UNWATCHED);
      }
      return new Even(beat, pictures.clip(), first);
    }

    int reach() {
      return 4 * beat.period();
    }

    /**
     * So that pictures are on the whole no earlier and no later than they were shown: nobody says
     * whether the first or the last of the frames that show one is on time.
     */
    private double start() {
      double mean = 0;
      for (int f = 0; f < beat.period(); f++) {
        mean += (beat.pictureAt(beat.first() + f) - f * share) / beat.period();
      }
      return mean;
    }

    Track spread(int joint, Track track, Frames frames) {
      boolean turns = track.type() == TrackType.ROTATION;
      Track shown = turns ? pictures.rotation(joint) : pictures.translation(joint);
      int width = track.width();
      double[] p = new double[4 * width];
      double[] was = new double[width];
      double[] made = new double[width * frames.count()];
      for (int f = frames.from(); f < frames.to(); f++) {
        double at = (f - beat.first()) * share + start;
        int picture = (int) Math.floor(at + 1e-9);
        double t = Math.max(0, at - picture);
        track.read(f, was, 0);
        int dest = width * (f - frames.from());
        for (int k = 0; k < 4; k++) {
          shown.read(Math.max(first, Math.min(last, picture - 1 + k)) - first, p, k * width);
        }
        if (t < 1e-9) {
          System.arraycopy(p, width, made, dest, width);
          if (turns) {
            turnTo(was, made, dest);
          }
          continue;
        }
        for (int k = 0; turns && k < 4; k++) {
          turnTo(was, p, k * width);
        }
        for (int i = 0; i < width; i++) {
          made[dest + i] = between(p[i], p[width + i], p[2 * width + i], p[3 * width + i], t);
        }
        if (turns) {
          Quats.normalize(made, dest);
        }
      }
      return track.with(frames, made);
    }

    /** Modified: q, of the two quaternions for its rotation the one beside another. */
    private static void turnTo(double[] other, double[] q, int at) {
      if (Quats.dot(other, 0, q, at) < 0) {
        for (int i = at; i < at + 4; i++) {
          q[i] = -q[i];
        }
      }
    }

    private static double between(double a, double b, double c, double d, double t) {
      double m = (c - a) / 2;
      double n = (d - b) / 2;
      return b + t * (m + t * (3 * (c - b) - 2 * m - n + t * (2 * (b - c) + m + n)));
    }
  }
}
