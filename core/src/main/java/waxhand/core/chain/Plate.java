package waxhand.core.chain;

import java.util.Optional;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * A pass on the rail: what is done, where, and how much of it counts.
 *
 * @param id stays the same while the plate is changed or moved
 * @param name as the artist calls it
 * @param weight 0 to 1
 * @param muted whether the plate is switched off
 * @param locked whether what it does is to stay as it is
 */
public record Plate(
    String id,
    String name,
    Pass pass,
    Span span,
    Scope scope,
    double weight,
    boolean muted,
    boolean locked) {
  public Plate {
    if (!(weight >= 0 && weight <= 1)) {
      throw new IllegalArgumentException("weight " + weight + "; it must be from 0 to 1");
    }
    if (id.isBlank() || name.isBlank()) {
      throw new IllegalArgumentException("a plate needs an id and a name");
    }
  }

  public static Plate of(String id, Pass pass) {
    return new Plate(id, pass.kind().words(), pass, Span.ALL, Scope.ALL, 1, false, false);
  }

  public Plate withId(String other) {
    return new Plate(other, name, pass, span, scope, weight, muted, locked);
  }

  public Plate withName(String other) {
    return new Plate(id, other, pass, span, scope, weight, muted, locked);
  }

  public Plate withPass(Pass other) {
    return new Plate(id, name, other, span, scope, weight, muted, locked);
  }

  public Plate withSpan(Span other) {
    return new Plate(id, name, pass, other, scope, weight, muted, locked);
  }

  public Plate withScope(Scope other) {
    return new Plate(id, name, pass, span, other, weight, muted, locked);
  }

  public Plate withWeight(double other) {
    return new Plate(id, name, pass, span, scope, other, muted, locked);
  }

  public Plate withMuted(boolean other) {
    return new Plate(id, name, pass, span, scope, weight, other, locked);
  }

  public Plate withLocked(boolean other) {
    return new Plate(id, name, pass, span, scope, weight, muted, other);
  }

  /** Whether both do the same in the same place; one may be switched off, or locked. */
  public boolean doesAs(Plate other) {
    return withMuted(other.muted).withLocked(other.locked).equals(other);
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

  /** Whether a share of what it does can count; a change of time is made or not made. */
  public boolean isWeighted() {
    return pass.reshapes() != Pass.Reshapes.TIME;
  }

  /** Whether the plate, as it stands, changes which frames there are. */
  public boolean reshapesTime() {
    return acts() && pass.reshapes() == Pass.Reshapes.TIME;
  }

  /** What is left after this plate, its span counting the frames that are left before it. */
  public TimeMap after(TimeMap before) {
    return reshapesTime() ? before.then(pass.time(place(), before.frames())) : before;
  }

  /**
   * Why the plate cannot do what it is there for, in plain words; empty where it can.
   *
   * @param in what goes into it
   * @param ready its pass, prepared for that
   */
  public Optional<String> complaint(Motion in, Prepared ready) {
    int frames = in.clip().frames();
    if (pass.kind().local() && span.within(frames).isEmpty()) {
      return Optional.of(
          "The span lies outside the take, which here has frames 0 to " + (frames - 1) + ".");
    }
    if (pass.kind().scoped() && scope.joints(in.body()).isEmpty()) {
      return Optional.of("This body has none of the chosen parts.");
    }
    return ready.complaint();
  }

  /** The same for a motion the pass is yet to be prepared for. */
  public Optional<String> complaint(Motion in) {
    return complaint(in, pass.prepared(in, place()));
  }

  /** This plate ready to act on a motion. */
  public PreparedPlate prepared(Motion in) {
    return prepared(in, pass.prepared(in, place()));
  }

  /**
   * The same.
   *
   * @param full its pass, prepared for {@code in}
   */
  public PreparedPlate prepared(Motion in, Prepared full) {
    Optional<Prepared> weak =
        weight < 1 && weight > 0 ? pass.weakened(weight, full, in, place()) : Optional.empty();
    return new PreparedPlate(this, full, weak);
  }

  /** Prepares the plate for {@code in} and works out {@code frames}; see {@link PreparedPlate}. */
  public Motion apply(Motion in, Frames frames, Work work) {
    return acts() ? prepared(in).apply(in, frames, work) : in;
  }
}
