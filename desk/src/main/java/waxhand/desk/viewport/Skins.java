package waxhand.desk.viewport;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.scene.shape.MeshView;
import org.joml.Quaterniond;
import waxhand.core.body.Body;
import waxhand.core.character.Character;
import waxhand.core.character.Skin;
import waxhand.core.motion.Skeleton;
import waxhand.core.scene.Motion;

/**
 * The skins of a body, made once and worn by the figures of all views.
 *
 * @param body whose; null for none
 * @param character whose skin it is; none where it is the lay figure of a body
 * @param fromRest for each joint, what takes the world's axes at rest to its own, 4 numbers
 */
record Skins(Body body, Optional<Character> character, List<Part> parts, double[] fromRest) {
  static final Skins NONE = new Skins(null, Optional.empty(), List.of(), new double[0]);

  /**
   * What skins are made from.
   *
   * @param skin of the character; empty where the body gets a lay figure
   */
  record Key(Body body, Optional<Skin> skin) {}

  static Key key(Motion motion) {
    return new Key(motion.body(), worn(motion).flatMap(Character::skin));
  }

  /** Those of a motion: the skin of its character, or a lay figure shaped after its body. */
  static Skins of(Motion motion) {
    Body body = motion.body();
    Optional<Character> character = worn(motion);
    List<Part> parts =
        character
            .flatMap(Character::skin)
            .map(s -> SkinPart.of(s, body))
            .orElseGet(() -> FigureParts.of(body));
    // has JavaFX check the meshes here, on whatever thread makes them, and not on the window's
    parts.forEach(p -> new MeshView(p.mesh()).getBoundsInLocal());
    return new Skins(body, character, parts, fromRest(body.skeleton()));
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

  private static Optional<Character> worn(Motion motion) {
    return waxhand.core.character.Worn.by(motion).filter(c -> c.skin().isPresent());
  }

  /**
   * Whether they can move with another motion: on a body with the same joints in the same roles, in
   * the same skin.
   */
  boolean fit(Motion motion) {
    Body other = motion.body();
    return body != null
        && character.map(Character::skin).equals(worn(motion).map(Character::skin))
        && body.skeleton().size() == other.skeleton().size()
        && body.joints().equals(other.joints())
        && (body.skeleton() == other.skeleton()
            || Arrays.equals(fromRest, fromRest(other.skeleton())));
  }
}
