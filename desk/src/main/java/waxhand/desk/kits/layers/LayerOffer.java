package waxhand.desk.kits.layers;

import java.util.Optional;
import waxhand.core.passes.layers.LayerPass;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * Where a part is selected and no layer is active: what a click would begin.
 *
 * @param begin adds a layer
 */
public record LayerOffer(String words, Runnable begin) implements Mark {
  /** For what is selected now; empty where nothing is, or a layer is active. */
  public static Optional<LayerOffer> of(Session session, Runnable begin) {
    boolean active = session.plate().filter(p -> p.pass() instanceof LayerPass).isPresent();
    if (active || !session.hasTake() || session.selected().isEmpty()) {
      return Optional.empty();
    }
    var body = session.takeProperty().get().orElseThrow().raw().motion().body();
    String part = body.words(session.held());
    return Optional.of(new LayerOffer("Pose the " + part + " on a new layer", begin));
  }

  @Override
  public void draw(Pen pen) {
    EdgeTag.draw(pen, words, false);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    return EdgeTag.isAt(sight, words, x, y) ? Optional.of(new Click()) : Optional.empty();
  }

  private final class Click implements Hold {
    @Override
    public void drag(Sight sight, double x, double y, Keys keys) {
      // a slip is pressed, not dragged
    }

    @Override
    public void release() {
      begin.run();
    }
  }
}
