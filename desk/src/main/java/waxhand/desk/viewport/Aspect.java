package waxhand.desk.viewport;

import org.joml.Vector3d;

/** From where a view looks. */
public enum Aspect {
  PERSPECTIVE("Perspective"),
  FRONT("Front"),
  SIDE("Side"),
  TOP("Top");

  private final String words;

  Aspect(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  Camera camera(double bodyHeightM) {
    double h = bodyHeightM > 0.1 ? bodyHeightM : 1.75;
    Vector3d middle = new Vector3d(0, 0.5 * h, 0);
    return switch (this) {
      case PERSPECTIVE ->
          new Camera(middle, Math.toRadians(32), Math.toRadians(12), 1.28 * h, false);
      case FRONT -> new Camera(middle, 0, 0, 1.25 * h, true);
      case SIDE -> new Camera(middle, Math.PI / 2, 0, 1.25 * h, true);
      case TOP -> new Camera(middle, 0, Math.PI / 2, 1.7 * h, true);
    };
  }
}
