package waxhand.desk.panels;

import java.util.Optional;
import javafx.scene.Node;
import waxhand.core.passes.LevelPass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.SmoothPass;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** What a kind of pass has to show beside its settings. */
interface PassPicture {
  Node node();

  /** Draws for the present take, plate and frame. */
  void show(Session session);

  /** The picture for a plate's kind of pass, where it has one. */
  static Optional<PassPicture> of(Plate plate, Palette palette) {
    return plate.pass() instanceof SmoothPass
        ? Optional.of(new SmoothPicture(plate.id(), palette))
        : plate.pass() instanceof LevelPass
            ? Optional.of(new LevelPicture(plate.id(), palette))
            : Optional.empty();
  }
}
