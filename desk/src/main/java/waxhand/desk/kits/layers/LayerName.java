package waxhand.desk.kits.layers;

import waxhand.core.chain.Plate;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;

/**
 * The name of the active layer at the edge of the view, how far an edit on it is felt, and, where
 * there is room, what a hand has hold of.
 *
 * @param about of the part that is selected; empty for none
 */
record LayerName(Plate plate, Session session, String about) implements Mark {
  @Override
  public void draw(Pen pen) {
    String state =
        plate.locked() ? "locked" : plate.muted() ? "switched off" : session.posing().words();
    String words = plate.name() + " · " + state;
    String more = about.isEmpty() ? words : words + " · " + about;
    EdgeTag.draw(pen, EdgeTag.fits(pen.sight(), more) ? more : words, true);
  }
}
