package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.Optional;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Triple;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.scene.Motion;
import waxhand.desk.curves.Quantity;
import waxhand.desk.curves.RegionDrag;
import waxhand.desk.session.Session;

/** Makes a shift at the end of the chain when a drag begins, and changes it while it goes on. */
public final class ShiftDrag implements RegionDrag {
  private final Session session;
  private Optional<String> shifted = Optional.empty();

  public ShiftDrag(Session session) {
    this.session = session;
  }

  @Override
  public void release() {
    shifted = Optional.empty();
    session.settle();
  }

  @Override
  public void drag(
      int joint, Quantity quantity, int component, Frames region, double value, int frames) {
    Optional<Motion> motion = session.stagesProperty().get().map(s -> s.result());
    boolean possible =
        frames != 0
            || quantity == Quantity.ROTATION
            || motion.map(m -> m.clip().hasTranslation(joint)).orElse(false)
                && (quantity == Quantity.POSITION || quantity == Quantity.HEIGHT);
    if (motion.isEmpty() || !possible) {
      return;
    }
    if (shifted.isEmpty()) {
      shifted = Optional.of(session.chain().freshId(ShiftPass.KIND));
    }
    String id = shifted.get();
    BitSet part = new BitSet();
    part.set(joint);
    Plate plate =
        Plate.of(id, pass(quantity, component, value, frames))
            .withSpan(session.spanOf(region))
            .withScope(Scope.of(motion.get().body(), part));
    session.editChain(
        frames != 0 ? "shift in time" : "shift in value",
        "shift-" + id,
        c -> c.indexOf(id).isPresent() ? c.changed(id, p -> plate) : at(c, plate));
    session.plateIdProperty().set(Optional.of(id));
  }

  private static Chain at(Chain chain, Plate plate) {
    return chain.inserted(chain.size(), plate);
  }

  private ShiftPass pass(Quantity quantity, int component, double value, int frames) {
    if (frames != 0) {
      double seconds = Math.max(-2, Math.min(2, frames / session.rateHz()));
      return new ShiftPass(
          ShiftPass.KIND.defaults().turn(), ShiftPass.KIND.defaults().move(), seconds);
    }
    int axis = quantity == Quantity.HEIGHT ? 1 : component;
    double[] by = new double[3];
    boolean turns = quantity == Quantity.ROTATION;
    double most = turns ? Math.PI : 5;
    by[axis] = Math.max(-most, Math.min(most, turns ? Math.toRadians(value) : value / 100));
    return turns
        ? new ShiftPass(new Triple(by[0], by[1], by[2]), ShiftPass.KIND.defaults().move(), 0)
        : new ShiftPass(ShiftPass.KIND.defaults().turn(), new Triple(by[0], by[1], by[2]), 0);
  }
}
