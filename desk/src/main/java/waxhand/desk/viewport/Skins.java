package waxhand.desk.viewport;

import java.util.List;
import waxhand.core.body.Body;

/**
 * The skins of a body, made once and worn by the figures of all views.
 *
 * @param body whose; null for none
 */
record Skins(Body body, List<FigureParts.Part> parts) {
  static final Skins NONE = new Skins(null, List.of());

  static Skins of(Body body) {
    return new Skins(body, FigureParts.of(body));
  }

  /** Whether they can move with another body: one with the same joints in the same roles. */
  boolean fit(Body other) {
    return body != null
        && body.skeleton().size() == other.skeleton().size()
        && body.joints().equals(other.joints());
  }
}
