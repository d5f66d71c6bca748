package waxhand.desk.kits.layers;

import waxhand.core.chain.Plate;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;

/** The name of the active layer at the edge of the view, and how far an edit on it is felt. */
record LayerName(Plate plate, Session session) implements Mark {
  @Override
  public void draw(Pen pen) {
    String state =
        plate.locked() ? "locked" : plate.muted() ? "switched off" : session.posing().words();
    EdgeTag.draw(pen, plate.name() + " · " + state, true);
  }
}
