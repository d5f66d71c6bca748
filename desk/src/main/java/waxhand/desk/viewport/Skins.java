package waxhand.desk.viewport;

import java.util.Arrays;
import java.util.List;
import javafx.scene.shape.MeshView;
import org.joml.Quaterniond;
import waxhand.core.body.Body;
import waxhand.core.motion.Skeleton;

/**
 * The skins of a body, made once and worn by the figures of all views.
 *
 * @param body whose; null for none
 * @param fromRest for each joint, what takes the world's axes at rest to its own, 4 numbers
 */
record Skins(Body body, List<Part> parts, double[] fromRest) {
  static final Skins NONE = new Skins(null, List.of(), new double[0]);

  static Skins of(Body body) {
    List<Part> parts = FigureParts.of(body);
    // has JavaFX check the meshes here, on whatever thread makes them, and not on the window's
    parts.forEach(p -> new MeshView(p.mesh()).getBoundsInLocal());
    return new Skins(body, parts, fromRest(body.skeleton()));
  }

  private static double[] fromRest(Skeleton skeleton) {
    double[] back = new double[4 * skeleton.size()];
    for (int j = 0; j < skeleton.size(); j++) {
      Quaterniond q = skeleton.restRotation(j).conjugate();
      back[4 * j] = q.x;
      back[4 * j + 1] = q.y;
      back[4 * j + 2] = q.z;
      back[4 * j + 3] = q.w;
    }
    return back;
  }

  /** Whether they can move with another body: one with the same joints in the same roles. */
  boolean fit(Body other) {
    return body != null
        && body.skeleton().size() == other.skeleton().size()
        && body.joints().equals(other.joints())
        && (body.skeleton() == other.skeleton()
            || Arrays.equals(fromRest, fromRest(other.skeleton())));
  }
}
