package waxhand.core.passes.time;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Stage;
import waxhand.core.gaps.Repeats;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.common.EachJoint;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Takes out frames that repeat the one before at a regular beat, and samples the pictures that are
 * left anew at the rate of the take, so that it keeps its length. Between pictures it goes along
 * the cubic of Catmull and Rom (1974).
 *
 * @param picturesHz how many pictures there are a second; found from the beat while empty
 */
public record RepeatsPass(OptionalDouble picturesHz) implements Pass {
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
              new RepeatsPass(OptionalDouble.empty()),
              List.of(PICTURES.found(RepeatsPass::picturesHz, (p, v) -> new RepeatsPass(v))),
              true)
          .in(Stage.TIME);

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
    Clip clip = in.clip();
    if (picturesHz.isEmpty()) {
      Optional<Repeats> beat = Repeats.of(clip, in.body(), frames);
      RepeatsPass found =
          beat.map(b -> new RepeatsPass(OptionalDouble.of(b.picturesHz(clip.rateHz()))))
              .orElse(this);
      return new Ready(found, place, beat);
    }
    double hz = picturesHz.getAsDouble();
    return new Ready(
        this,
        place,
        hz < clip.rateHz()
            ? Optional.of(Repeats.at(hz, clip, in.body(), frames))
            : Optional.empty());
  }

  public RepeatsPass {
    PICTURES.check(picturesHz);
  }

  private record Ready(RepeatsPass pass, Place place, Optional<Repeats> beat) implements Prepared {
    @Override
    public int reach() {
      return beat.map(b -> 4 * b.period()).orElse(0);
    }

    @Override
    public Optional<String> complaint() {
      return beat.isPresent() || pass.picturesHz.isEmpty()
          ? Optional.empty()
          : Optional.of("The take has no more frames than that.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      if (beat.isEmpty()) {
        return in;
      }
      Clip clip = in.clip();
      Even even = new Even(beat.get(), place.frames(clip.frames()));
      return in.with(
          EachJoint.change(
              clip, place.joints(in.body()), work, (j, track) -> even.spread(track, frames)));
    }
  }

  /** Pictures spread over the frames between them. */
  private static final class Even {
    private final Repeats beat;
    private final double share;
    private final double start;
    private final int first;
    private final int last;

    Even(Repeats beat, Frames within) {
      this.beat = beat;
      share = beat.pictures() / (double) beat.period();
      start = start();
      int from = beat.pictureAt(within.from());
      first = beat.frameOf(from) < within.from() ? from + 1 : from;
      last = Math.max(first, beat.pictureAt(within.to() - 1));
    }

    /** So that as little as can be is earlier or later, and one frame of each beat stays itself. */
    private double start() {
      double mean = 0;
      for (int f = 0; f < beat.period(); f++) {
        mean += (beat.pictureAt(beat.first() + f) - f * share) / beat.period();
      }
      double best = Double.POSITIVE_INFINITY;
      for (int f = 0; f < beat.period(); f++) {
        double own = beat.pictureAt(beat.first() + f) - f * share;
        if (!beat.isRepeated(beat.first() + f) && Math.abs(own - mean) < Math.abs(best - mean)) {
          best = own;
        }
      }
      return best;
    }

    Track spread(Track track, Frames frames) {
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
        if (t < 1e-9 && frameOf(picture) == f) {
          System.arraycopy(was, 0, made, dest, width);
          continue;
        }
        for (int k = 0; k < 4; k++) {
          track.read(frameOf(picture - 1 + k), p, k * width);
        }
        boolean turns = track.type() == TrackType.ROTATION;
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

    private int frameOf(int picture) {
      return beat.frameOf(Math.max(first, Math.min(last, picture)));
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
