package waxhand.desk.kits.layers;

import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.desk.session.Session;

/** New layers and guards. */
public final class NewLayer {
  private NewLayer() {}

  /** A layer's rows say what it acts on. */
  public static Plate ofTheWholeBody(Session session, Plate plate) {
    return plate.withScope(Scope.ALL);
  }

  /** A guard of the work range; without one, of about a second around the playhead. */
  public static Plate guardOfTheWorkRange(Session session, Plate plate) {
    Frames range = session.workRange();
    boolean whole = range.count() == session.frames();
    Span span = whole ? session.spanHere() : Span.of(range, session.shortEase());
    return plate.withSpan(span);
  }
}
