package waxhand.core.passes;

import java.util.List;
import java.util.Optional;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;

/**
 * A pass on the rail: what is done, where, and how much of it counts.
 *
 * @param id stays the same while the plate is changed or moved
 * @param name as the artist calls it
 * @param weight 0 to 1
 * @param muted whether the plate is switched off
 */
public record Plate(
    String id, String name, Pass pass, Span span, Scope scope, double weight, boolean muted) {
  public Plate {
    if (!(weight >= 0 && weight <= 1)) {
      throw new IllegalArgumentException("weight " + weight + "; it must be from 0 to 1");
    }
    if (id.isBlank() || name.isBlank()) {
      throw new IllegalArgumentException("a plate needs an id and a name");
    }
  }

  public static Plate of(String id, Pass pass) {
    return new Plate(id, pass.kind().words(), pass, Span.ALL, Scope.ALL, 1, false);
  }

  public Plate withId(String other) {
    return new Plate(other, name, pass, span, scope, weight, muted);
  }

  public Plate withName(String other) {
    return new Plate(id, other, pass, span, scope, weight, muted);
  }

  public Plate withPass(Pass other) {
    return new Plate(id, name, other, span, scope, weight, muted);
  }

  public Plate withSpan(Span other) {
    return new Plate(id, name, pass, other, scope, weight, muted);
  }

  public Plate withScope(Scope other) {
    return new Plate(id, name, pass, span, other, weight, muted);
  }

  public Plate withWeight(double other) {
    return new Plate(id, name, pass, span, scope, other, muted);
  }

  public Plate withMuted(boolean other) {
    return new Plate(id, name, pass, span, scope, weight, other);
  }

  public Place place() {
    return new Place(span, scope);
  }

  /** Whether anything comes out changed. */
  public boolean acts() {
    return !muted && weight > 0;
  }

  /** The frames of a take of that length that can come out changed. */
  public Frames active(int frames) {
    if (!acts()) {
      return Frames.NONE;
    }
    return pass.kind().local() ? span.within(frames) : Frames.first(frames);
  }

  /** Runs of the input's frames that are cut out. */
  public List<Frames> cuts(int frames) {
    return acts() ? pass.cuts(place(), frames) : List.of();
  }

  /** What is left after this plate, its span counting the frames that are left before it. */
  public Timing after(Timing before) {
    Timing timing = before;
    List<Frames> cuts = cuts(before.frames());
    // from the last to the first, so that the earlier ones stay where they are
    for (int c = cuts.size() - 1; c >= 0; c--) {
      timing = timing.without(cuts.get(c));
    }
    return timing;
  }

  /**
   * Why the plate cannot do what it is there for, in plain words; empty where it can.
   *
   * @param in what goes into it
   */
  public Optional<String> complaint(Motion in) {
    int frames = in.clip().frames();
    if (pass.kind().local() && span.within(frames).isEmpty()) {
      return Optional.of(
          "The span lies outside the take, which here has frames 0 to " + (frames - 1) + ".");
    }
    if (pass.kind().scoped() && scope.joints(in.body()).isEmpty()) {
      return Optional.of("This body has none of the chosen parts.");
    }
    return pass.complaint(in, place());
  }

  /**
   * Applies the pass to the frames of {@code frames} that lie in the span. Samples outside span and
   * scope are shared with {@code in}; where the weight is 0 their bits stay.
   */
  public Motion apply(Motion in, Frames frames, Work work) {
    Frames run = active(in.clip().frames()).within(frames);
    if (run.isEmpty()) {
      return in;
    }
    Pass settled = pass.settled(in, place());
    Optional<Pass> weak = weight < 1 ? settled.weakened(weight, in) : Optional.empty();
    if (weak.isPresent()) {
      return weak.get().apply(in, run, place(), work);
    }
    List<Frames> cuts = cuts(in.clip().frames());
    if (!cuts.isEmpty()) {
      Motion out = settled.apply(in, in.clip().allFrames(), place(), work);
      return out.with(in.contacts().without(cuts))
          .with(in.filled().without(cuts))
          .withProps(in.props().stream().map(p -> p.withPath(p.path().without(cuts))).toList());
    }
    if (pass.kind().scoped() && scope.joints(in.body()).isEmpty()) {
      return in;
    }
    Motion out = settled.apply(in, run, place(), work);
    boolean full = weight == 1 && (span.isAll() || !pass.kind().local());
    return full ? out : out.with(mixed(in.clip(), out.clip(), run));
  }

  private Clip mixed(Clip in, Clip out, Frames run) {
    double[] weights = new double[run.count()];
    for (int n = 0; n < weights.length; n++) {
      weights[n] = weight * span.weight(run.from() + n);
    }
    Clip result = out;
    for (int j = 0; j < in.skeleton().size(); j++) {
      if (out.rotation(j) != in.rotation(j)) {
        result = result.withRotation(j, mixed(in.rotation(j), out.rotation(j), run, weights));
      }
      if (out.hasTravel(j) && out.travel(j) != in.travel(j)) {
        result = result.withTravel(j, mixed(in.places(j), out.travel(j), run, weights));
      }
    }
    return result;
  }

  private static Track mixed(Track in, Track out, Frames run, double[] weights) {
    int width = in.width();
    double[] a = new double[run.count() * width];
    double[] b = new double[run.count() * width];
    in.read(run, a);
    out.read(run, b);
    for (int n = 0; n < weights.length; n++) {
      double w = weights[n];
      int at = n * width;
      if (w == 1) {
        System.arraycopy(b, at, a, at, width);
      } else if (w > 0 && width == Track.ROTATION) {
        if (!in.sameAt(run.from() + n, out)) {
          Quats.slerp(a, at, b, at, w, a, at);
        }
      } else if (w > 0) {
        for (int i = 0; i < width; i++) {
          a[at + i] += w * (b[at + i] - a[at + i]);
        }
      }
    }
    return in.with(run, a);
  }
}
