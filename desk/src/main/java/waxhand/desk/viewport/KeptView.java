package waxhand.desk.viewport;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3d;

/**
 * A view the artist wants back.
 *
 * @param camera its target may be beside the body rather than a place in the world
 */
record KeptView(Aspect aspect, Camera camera) {
  /** As it is remembered: aspect, target, yaw, pitch and height. */
  String text() {
    return String.format(
        Locale.ROOT,
        "%s %s %s %s %s %s %s",
        aspect.name(),
        camera.target().x(),
        camera.target().y(),
        camera.target().z(),
        camera.yawRad(),
        camera.pitchRad(),
        camera.heightM());
  }

  /** What {@link #text} wrote; empty for anything else. */
  static Optional<KeptView> of(String text) {
    try {
      String[] words = text.split(" ");
      Aspect aspect = Aspect.valueOf(words[0]);
      double[] n = Arrays.stream(words).skip(1).mapToDouble(Double::parseDouble).toArray();
      if (n.length != 6 || !Arrays.stream(n).allMatch(Double::isFinite)) {
        return Optional.empty();
      }
      boolean parallel = aspect.camera(1).parallel();
      return Optional.of(
          new KeptView(
              aspect, new Camera(new Vector3d(n[0], n[1], n[2]), n[3], n[4], n[5], parallel)));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }
}
