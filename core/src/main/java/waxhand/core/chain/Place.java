package waxhand.core.chain;

import java.util.BitSet;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;

/**
 * Where a pass acts: its plate's span and scope.
 *
 * @param span frames of the pass's own input
 * @param scope parts and axes
 */
public record Place(Span span, Scope scope) {
  /** Everywhere. */
  public static final Place ALL = new Place(Span.ALL, Scope.ALL);

  /** Every frame of these parts. */
  public static Place of(Scope scope) {
    return new Place(Span.ALL, scope);
  }

  public BitSet joints(Body body) {
    return scope.joints(body);
  }

  public Frames frames(int count) {
    return span.within(count);
  }

  /** The frames in which a pass acts in full: those of the span without its eases. */
  public Frames fully(int count) {
    Frames all = frames(count);
    if (span.isAll()) {
      return all;
    }
    int from = Math.min(all.to(), span.from() + span.easeIn());
    int to = Math.max(from, span.to() - span.easeOut());
    return new Frames(from, to).within(all);
  }
}
