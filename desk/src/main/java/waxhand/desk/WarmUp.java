package waxhand.desk;

import java.util.List;
import java.util.Optional;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.passes.PassKinds;
import waxhand.core.project.Project;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Theme;

/**
 * Goes through the first things an artist does before there is a window to hold up, and leaves the
 * bench as it was. Loading classes, making cells and matching every control with the stylesheets
 * for the first time takes longer than a drawn frame; done here, the first click is as quick as the
 * hundredth.
 */
final class WarmUp {
  private final Bench bench;
  private final Session session;

  WarmUp(Bench bench) {
    this.bench = bench;
    session = bench.session();
  }

  /**
   * For the UI thread, with the bench in a scene that is not shown yet.
   *
   * @param sample any take
   */
  void run(Project sample) {
    Project before = session.projectProperty().get();
    session.reset(sample, Optional.empty());
    settle();
    bench.commands().get("first-pass").run();
    settle();
    for (PassKind<?> kind : PassKinds.ALL) {
      if (session.chain().plates().stream().noneMatch(p -> p.pass().kind() == kind)) {
        bench.commands().get("add-" + kind.id()).run();
        settle();
      }
    }
    for (Plate plate : List.copyOf(session.chain().plates())) {
      session.plateIdProperty().set(Optional.of(plate.id()));
      settle();
      session.editPlate("weight", "drag", plate.id(), p -> p.withWeight(0.5));
      session.seek(1);
      settle();
    }
    for (String sheet : List.of("find-command", "hand-on")) {
      bench.commands().get(sheet).run();
      settle();
      bench.commands().get("leave").run();
    }
    Theme theme = bench.theme();
    for (Theme each : List.of(theme.other(), theme)) {
      bench.setTheme(each);
      settle();
    }
    session.reset(before, Optional.empty());
    settle();
  }

  /**
   * Has a text field take the keyboard and give it back, which connects the shown window with the
   * desktop's input of letters.
   */
  void typing() {
    bench.commands().get("find-command").run();
    bench.commands().get("leave").run();
  }

  private void settle() {
    bench.applyCss();
    bench.layout();
  }
}
