package waxhand.desk.panels;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import javafx.scene.Node;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.Motion;
import waxhand.core.passes.DespikePass;
import waxhand.core.passes.GapFillPass;
import waxhand.core.passes.LevelPass;
import waxhand.core.passes.Pass;
import waxhand.core.passes.PassKind;
import waxhand.core.passes.PlantsPass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.PropPass;
import waxhand.core.passes.SmoothPass;
import waxhand.desk.command.Commands;
import waxhand.desk.contacts.Contacts;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** What a kind of pass has to show beside its settings. */
interface PassPicture {
  /** Kinds that have a picture; a new one adds its line here. */
  Map<PassKind<?>, Function<Tools, PassPicture>> ALL =
      Map.of(
          DespikePass.KIND, t -> new ReplacedPicture(t.palette()),
          GapFillPass.KIND, t -> new ReplacedPicture(t.palette()),
          SmoothPass.KIND, t -> new SmoothPicture(t.palette()),
          LevelPass.KIND, t -> new LevelPicture(t.palette()),
          PropPass.KIND, t -> new HoldsPicture(t.commands()),
          PlantsPass.KIND, t -> new PlantPicture(t.contacts(), t.session()));

  /** What pictures are made with. */
  record Tools(Session session, Contacts contacts, Palette palette, Commands commands) {}

  Node node();

  /** Whether it stands over the settings. */
  default boolean isFirst() {
    return false;
  }

  /** Draws a plate of its kind for the present take and frame. */
  void show(Session session, String plateId);

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

  /** The picture for a kind of pass, where it has one. */
  static Optional<PassPicture> of(PassKind<?> kind, Tools tools) {
    return Optional.ofNullable(ALL.get(kind)).map(make -> make.apply(tools));
  }
}
