package waxhand.desk.panels;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import javafx.scene.Node;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
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
   * @param prepared what its pass found; empty where the plate does not act
   */
  record Work(Plate plate, Pass settled, Optional<Prepared> prepared, Motion in, Motion out) {}

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
            s.pass(i),
            s.prepared().get(i),
            s.motions().get(i),
            s.motions().get(i + 1)));
  }

  /** The picture for a kind of pass, where it has one. */
  static Optional<PassPicture> of(PassKind<?> kind, Tools tools) {
    return Optional.ofNullable(ALL.get(kind)).map(make -> make.apply(tools));
  }
}
