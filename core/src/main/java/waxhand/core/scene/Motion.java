package waxhand.core.scene;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * What flows along a chain of passes: a clip, the body its skeleton stands for, and {@link Strand
 * strands} of other data. Immutable.
 */
public final class Motion {
  private final Clip clip;
  private final Body body;
  private final Map<Strand.Kind<?>, Strand<?>> strands;

  private Motion(Clip clip, Body body, Map<Strand.Kind<?>, Strand<?>> strands) {
    this.clip = clip;
    this.body = body;
    this.strands = strands;
    if (body.skeleton() != clip.skeleton()) {
      throw new IllegalArgumentException("the body belongs to another skeleton");
    }
  }

  /**
   * A motion of which nothing but the body is known.
   *
   * @param body roles and measures of the clip's skeleton
   */
  public Motion(Clip clip, Body body) {
    this(clip, body, Map.of());
  }

  /** A motion whose roles are found from the clip's skeleton. */
  public static Motion of(Clip clip) {
    return new Motion(clip, Body.of(clip.skeleton()));
  }

  public Clip clip() {
    return clip;
  }

  public Body body() {
    return body;
  }

  /** What is known of a kind. */
  public <S extends Strand<S>> S get(Strand.Kind<S> kind) {
    @SuppressWarnings("unchecked")
    S held = (S) strands.get(kind);
    return held == null ? kind.none() : held;
  }

  /** The kinds of which this holds anything. */
  public Set<Strand.Kind<?>> kinds() {
    return strands.keySet();
  }

  /** This motion with other samples of the same joints. */
  public Motion with(Clip other) {
    if (other == clip) {
      return this;
    }
    boolean same = other.skeleton() == clip.skeleton();
    return new Motion(other, same ? body : body.on(other.skeleton()), strands);
  }

  /** This motion on another body of as many joints. */
  public Motion with(Clip other, Body its) {
    return other == clip && its == body ? this : new Motion(other, its, strands);
  }

  /** This motion with other data of one kind. */
  public <S extends Strand<S>> Motion with(S strand) {
    if (get(strand.kind()).equals(strand)) {
      return this;
    }
    Map<Strand.Kind<?>, Strand<?>> changed = new LinkedHashMap<>(strands);
    if (strand.equals(strand.kind().none())) {
      changed.remove(strand.kind());
    } else {
      changed.put(strand.kind(), strand);
    }
    return new Motion(clip, body, changed);
  }

  /**
   * This motion with a run of frames as they are in {@code other}, in everything it holds. The
   * result stands on the other's skeleton, which has as many joints; where both bodies are alike,
   * on this one's.
   */
  public Motion patched(Frames run, Motion other) {
    if (other == this) {
      return this;
    }
    boolean alike = body == other.body || body.equals(other.body);
    Clip merged = clip.with(run, other.clip);
    Motion result =
        alike
            ? new Motion(merged.withSkeleton(clip.skeleton()), body, strands)
            : new Motion(merged, other.body, strands);
    Set<Strand.Kind<?>> kinds = new LinkedHashSet<>(strands.keySet());
    kinds.addAll(other.strands.keySet());
    for (Strand.Kind<?> kind : kinds) {
      result = result.patched(run, other, kind);
    }
    return result;
  }

  private <S extends Strand<S>> Motion patched(Frames run, Motion other, Strand.Kind<S> kind) {
    return with(get(kind).patched(run, other.get(kind)));
  }

  /** This motion with a run of frames that is shielded as it was in {@code before}. */
  Motion shielded(Frames run, Motion before) {
    Motion result = patched(run, before);
    Set<Strand.Kind<?>> kinds = new LinkedHashSet<>(strands.keySet());
    kinds.addAll(before.strands.keySet());
    for (Strand.Kind<?> kind : kinds) {
      result = shielded(result, run, before, kind);
    }
    return result;
  }

  private <S extends Strand<S>> Motion shielded(
      Motion result, Frames run, Motion before, Strand.Kind<S> kind) {
    return result.with(get(kind).shielded(run, before.get(kind)));
  }

  /** Other samples after a change of time, with everything beside them carried through it. */
  public Motion through(TimeMap map, Clip changed) {
    Motion result = with(changed.withoutIdleTranslation());
    for (Strand.Kind<?> kind : strands.keySet()) {
      result = result.carried(map, kind);
    }
    return result;
  }

  private <S extends Strand<S>> Motion carried(TimeMap map, Strand.Kind<S> kind) {
    return with(get(kind).through(map));
  }
}
