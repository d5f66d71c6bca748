package waxhand.desk.panels;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import javafx.scene.Node;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.scene.Motion;
import waxhand.desk.command.Commands;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** What a kind of pass has to show beside its settings. */
public interface PassPicture {
  /** Which kinds have a picture, and how it is made. */
  interface Source {
    Optional<PassPicture> of(PassKind<?> kind, Tools tools);
  }

  /** What pictures are made with. */
  record Tools(Session session, Contacts contacts, Palette palette, Commands commands) {}

  Node node();

  /** Whether it stands over the settings. */
  default boolean isFirst() {
    return false;
  }

  /** Keys of the settings that are changed in it, and need no editor of their own. */
  default Set<String> settings() {
    return Set.of();
  }

  /** Keys of the settings that stand below it, as they are seldom changed. */
  default Set<String> below() {
    return Set.of();
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
}
