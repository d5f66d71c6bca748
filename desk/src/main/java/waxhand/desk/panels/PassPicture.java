package waxhand.desk.panels;

import java.util.Optional;
import java.util.OptionalInt;
import javafx.scene.Node;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.Motion;
import waxhand.core.passes.LevelPass;
import waxhand.core.passes.Pass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.SmoothPass;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** What a kind of pass has to show beside its settings. */
interface PassPicture {
  Node node();

  /** Draws for the present take, plate and frame. */
  void show(Session session);

  /**
   * A plate with what went into it and came out, as last worked out.
   *
   * @param settled its pass with everything found filled in
   */
  record Work(Plate plate, Pass settled, Motion in, Motion out) {}

  /** What has been worked out for a plate, if anything. */
  static Optional<Work> workOf(Session session, String plateId) {
    Optional<Stages> stages = session.stagesProperty().get();
    OptionalInt index = stages.map(s -> s.chain().indexOf(plateId)).orElse(OptionalInt.empty());
    if (index.isEmpty()) {
      return Optional.empty();
    }
    int i = index.getAsInt();
    Stages s = stages.get();
    return Optional.of(
        new Work(
            s.chain().plates().get(i),
            s.passes().get(i),
            s.motions().get(i),
            s.motions().get(i + 1)));
  }

  /** The picture for a plate's kind of pass, where it has one. */
  static Optional<PassPicture> of(Plate plate, Palette palette) {
    return plate.pass() instanceof SmoothPass
        ? Optional.of(new SmoothPicture(plate.id(), palette))
        : plate.pass() instanceof LevelPass
            ? Optional.of(new LevelPicture(plate.id(), palette))
            : Optional.empty();
  }
}
