package waxhand.desk.kits;

import java.util.List;
import java.util.stream.Stream;
import waxhand.core.passes.layers.LayerPass;
import waxhand.desk.kits.layers.LayerOffer;
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
    List<Mark> marks =
        session.plate().map(p -> Kits.of(p.pass().kind()).marks().apply(session)).orElse(List.of());
    return LayerOffer.of(session, () -> new NewPlates(session).add(LayerPass.KIND))
        .map(offer -> Stream.concat(marks.stream(), Stream.of((Mark) offer)).toList())
        .orElse(marks);
  }

  @Override
  public void onChange(Runnable changed) {
    // of motion, playhead and the chosen plate the views know
    session.selectionProperty().addListener((o, a, b) -> changed.run());
    session.posing().turningProperty().addListener((o, a, b) -> changed.run());
    session.posing().axesProperty().addListener((o, a, b) -> changed.run());
    session.posing().alongProperty().addListener((o, a, b) -> changed.run());
    session.posing().wholeRangeProperty().addListener((o, a, b) -> changed.run());
    session.posing().holdBeforeSProperty().addListener((o, a, b) -> changed.run());
    session.posing().holdAfterSProperty().addListener((o, a, b) -> changed.run());
  }
}
