package waxhand.desk.viewport;

import java.util.List;
import javafx.scene.shape.MeshView;
import waxhand.core.body.Body;

/**
 * The skins of a body, made once and worn by the figures of all views.
 *
 * @param body whose; null for none
 */
record Skins(Body body, List<FigureParts.Part> parts) {
  static final Skins NONE = new Skins(null, List.of());

  static Skins of(Body body) {
    List<FigureParts.Part> parts = FigureParts.of(body);
    // has JavaFX check the meshes here, on whatever thread makes them, and not on the window's
    parts.forEach(p -> new MeshView(p.mesh()).getBoundsInLocal());
    return new Skins(body, parts);
  }

  /** Whether they can move with another body: one with the same joints in the same roles. */
  boolean fit(Body other) {
    return body != null
        && body.skeleton().size() == other.skeleton().size()
        && body.joints().equals(other.joints());
  }
}
