package waxhand.desk.kits;

import java.util.List;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;

/** The marks of whatever pass is chosen. */
public final class ChosenMarks implements MarkSource {
  private final Session session;

  public ChosenMarks(Session session) {
    this.session = session;
  }

  @Override
  public List<Mark> marks() {
    return session
        .plate()
        .map(p -> Kits.of(p.pass().kind()).marks().apply(session))
        .orElse(List.of());
  }

  @Override
  public void onChange(Runnable changed) {
    // of motion, playhead and the chosen plate the views know
    session.selectionProperty().addListener((o, a, b) -> changed.run());
    session.posing().axesProperty().addListener((o, a, b) -> changed.run());
    session.posing().wholeRangeProperty().addListener((o, a, b) -> changed.run());
    session.posing().holdSProperty().addListener((o, a, b) -> changed.run());
  }
}
