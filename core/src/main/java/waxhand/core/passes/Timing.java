package waxhand.core.passes;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;

/**
 * Which frames of a raw take are left at a point of a chain, after passes that cut frames out.
 * Spans, notes and the playhead count raw frames, so that switching a cut off, moving or changing
 * it loses nothing; this tells where they are in what is left.
 *
 * @param kept raw frames, in order
 */
public record Timing(FrameSet kept) {
  /** All frames of a take that long. */
  public static Timing all(int frames) {
    return new Timing(FrameSet.of(Frames.first(frames)));
  }

  /** How many frames are left. */
  public int frames() {
    return kept.count();
  }

  /** Where a raw frame is; where it was cut out, the next one that is left, or the last. */
  public int local(int raw) {
    int before = 0;
    for (Frames run : kept.runs()) {
      if (raw < run.to()) {
        return before + Math.max(0, raw - run.from());
      }
      before += run.count();
    }
    return Math.max(0, before - 1);
  }

  /** Whether a raw frame is left. */
  public boolean has(int raw) {
    return kept.runs().stream().anyMatch(r -> r.contains(raw));
  }

  /** Which raw frame stands at a place of what is left. */
  public int raw(int local) {
    int before = 0;
    for (Frames run : kept.runs()) {
      if (local < before + run.count()) {
        return run.from() + local - before;
      }
      before += run.count();
    }
    return kept.runs().isEmpty() ? 0 : kept.runs().get(kept.runs().size() - 1).to() - 1;
  }

  /** What is left of a run of raw frames, where it is now; {@link Frames#NONE} where nothing is. */
  public Frames local(Frames raw) {
    FrameSet left = kept.within(raw);
    if (left.isEmpty()) {
      return Frames.NONE;
    }
    int from = local(left.runs().get(0).from());
    return new Frames(from, from + left.count());
  }

  /** The shortest run of raw frames that holds a run of what is left. */
  public Frames raw(Frames local) {
    return local.isEmpty() ? local : new Frames(raw(local.from()), raw(local.to() - 1) + 1);
  }

  /** One past the last raw frame that is left. */
  public int rawEnd() {
    return kept.runs().isEmpty() ? 0 : kept.runs().get(kept.runs().size() - 1).to();
  }

  /** Whether no frame before the last one that is left was cut out: then frames count as before. */
  public boolean isPlain() {
    return kept.runs().size() == 1 && kept.runs().get(0).from() == 0;
  }

  /** A span where it is now; empty where all of it was cut out. */
  Optional<Span> local(Span span) {
    if (span.isAll() || isPlain()) {
      return Optional.of(span);
    }
    Frames now = local(new Frames(span.from(), span.to()));
    return now.isEmpty()
        ? Optional.empty()
        : Optional.of(new Span(now.from(), now.to(), span.easeIn(), span.easeOut()));
  }

  /** With a run of what is left cut out. */
  Timing without(Frames local) {
    List<Frames> cuts = new ArrayList<>();
    FrameSet left = kept;
    int before = 0;
    for (Frames run : kept.runs()) {
      Frames part = new Frames(before, before + run.count()).within(local);
      if (!part.isEmpty()) {
        cuts.add(new Frames(run.from() + part.from() - before, run.from() + part.to() - before));
      }
      before += run.count();
    }
    for (Frames cut : cuts) {
      left = left.minus(cut);
    }
    return new Timing(left);
  }
}
