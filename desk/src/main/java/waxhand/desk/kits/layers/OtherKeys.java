package waxhand.desk.kits.layers;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import waxhand.core.chain.Plate;
import waxhand.core.passes.layers.LayerPass;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.timeline.TimeScale;

/**
 * The keys that layers other than the active one have on the same parts: rings, where those of the
 * active one are tacks.
 */
final class OtherKeys {
  private static final double RADIUS = 3;

  private final Session session;

  OtherKeys(Session session) {
    this.session = session;
  }

  private List<Plate> layers() {
    Optional<String> active = session.plateIdProperty().get();
    return session.chain().plates().stream()
        .filter(p -> p.pass() instanceof LayerPass && !active.equals(Optional.of(p.id())))
        .toList();
  }

  /**
   * @param low where the rings stand, pixels
   */
  void paint(GraphicsContext g, Palette palette, TimeScale scale, KeyRow row, double low) {
    g.setStroke(palette.get(Ink.SOFT));
    g.setLineWidth(1.2);
    for (Plate plate : layers()) {
      double last = Double.NEGATIVE_INFINITY;
      for (double frame : row.frames((LayerPass) plate.pass())) {
        double x = scale.x(frame + 0.5);
        // of a crowd some are enough
        if (scale.sees(frame + 0.5) && x - last > 2 * RADIUS) {
          g.strokeOval(x - RADIUS, low - RADIUS, 2 * RADIUS, 2 * RADIUS);
          last = x;
        }
      }
    }
  }

  /** The layer whose key on a row is at a place. */
  Optional<Plate> at(TimeScale scale, KeyRow row, double x) {
    return layers().stream()
        .filter(
            p ->
                row.frames((LayerPass) p.pass()).stream()
                    .anyMatch(f -> scale.isAt(f + 0.5, x, RADIUS + 1)))
        .findFirst();
  }
}
