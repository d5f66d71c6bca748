package waxhand.desk.panels;

import java.util.Optional;
import java.util.function.UnaryOperator;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.desk.session.Session;

/** The plate the panel shows, as its editors see and change it. */
final class ChosenPlate {
  private final Session session;
  private String id = "";

  ChosenPlate(Session session) {
    this.session = session;
  }

  Session session() {
    return session;
  }

  String id() {
    return id;
  }

  void choose(String other) {
    id = other;
  }

  /** As it is now; empty when there is none. */
  Optional<Plate> now() {
    return session.chain().plates().stream().filter(p -> p.id().equals(id)).findFirst();
  }

  /** Its pass with everything found filled in, as last worked out. */
  Optional<Pass> settled() {
    return session
        .stagesProperty()
        .get()
        .flatMap(s -> s.chain().indexOf(id).stream().mapToObj(i -> s.pass(i)).findFirst());
  }

  /** Makes an edit that is a step of its own for undo. */
  void edit(String what, UnaryOperator<Plate> change) {
    now().ifPresent(p -> session.editPlate(what + " of " + p.name(), null, id, change));
  }

  /** Makes an edit that is joined with the last one if that was of the same part. */
  void drag(String part, String what, UnaryOperator<Plate> change) {
    now().ifPresent(p -> session.editPlate(what + " of " + p.name(), id + part, id, change));
  }
}
