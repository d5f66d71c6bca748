package waxhand.desk.session;

import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;

/** One edit of a plate that goes on while a hand drags: a single step to undo. */
public final class PlateEdit {
  private final Session session;
  private final Plate plate;
  private final Object key = new Object();

  /** Of the chosen plate, as it is now. */
  public PlateEdit(Session session) {
    this.session = session;
    this.plate = session.plate().orElseThrow();
  }

  /**
   * @param what in the name of the edit, before that of the plate
   */
  public void to(String what, Pass pass) {
    session.editPlate(what + " " + plate.name(), key, plate.id(), p -> p.withPass(pass));
  }
}
