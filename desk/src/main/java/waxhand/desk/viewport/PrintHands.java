package waxhand.desk.viewport;

import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.plants.Plant;
import waxhand.desk.contacts.Contacts;

/** Moves and turns prints by their handles, and picks them. */
final class PrintHands implements Grips {
  private final Contacts contacts;
  private final Runnable settled;
  private List<Print> prints = List.of();
  private Print held;
  private boolean turning;
  private List<Plant> plants;
  private Vector3d from;
  private Object key;

  /**
   * @param settled called when a hand lets go
   */
  PrintHands(Contacts contacts, Runnable settled) {
    this.contacts = contacts;
    this.settled = settled;
  }

  void show(List<Print> others) {
    prints = others;
  }

  @Override
  public boolean press(View view, double x, double y) {
    held = prints.stream().filter(Print::chosen).findFirst().orElse(null);
    if (held == null) {
      return false;
    }
    boolean moves = near(view, held, held.ball(), x, y);
    turning = !moves && held.turns() && near(view, held, held.ahead(), x, y);
    if (!moves && !turning) {
      held = null;
      return false;
    }
    plants = held.plants();
    from = ground(view, x, y);
    key = new Object();
    return true;
  }

  private static boolean near(View view, Print print, double[] at, double x, double y) {
    double[] p = new double[3];
    return view.camera().project(at[0], print.y(), at[1], view.getWidth(), view.getHeight(), p)
        && Math.hypot(p[0] - x, p[1] - y) <= PrintMarks.GRIP_PX + 3;
  }

  private Vector3d ground(View view, double x, double y) {
    double[] ball = held.ball();
    Vector3d near = new Vector3d(ball[0], held.y(), ball[1]);
    return view.camera().ground(x, y, view.getWidth(), view.getHeight(), near);
  }

  @Override
  public void drag(View view, double x, double y, boolean upOnly, boolean groundOnly) {
    Vector3d to = ground(view, x, y);
    Plant.Move by = turning ? turn(to) : new Plant.Move(to.x - from.x, 0, to.z - from.z, 0);
    List<Plant> was = plants;
    // the same for all: a footing has one spot
    Plant.Move base =
        held.plants().stream()
            .map(Plant::move)
            .filter(m -> !m.isNone())
            .findFirst()
            .orElse(Plant.Move.NONE);
    Plant.Move move =
        new Plant.Move(
            base.x() + by.x(), base.y() + by.y(), base.z() + by.z(), base.turnRad() + by.turnRad());
    contacts.change(turning ? "turn print" : "move print", key, was, p -> p.withMove(move));
    plants = was.stream().map(p -> p.withMove(move)).toList();
  }

  private Plant.Move turn(Vector3d to) {
    double[] ball = held.ball();
    double is = Math.atan2(to.x - ball[0], to.z - ball[1]);
    return new Plant.Move(0, 0, 0, Math.IEEEremainder(is - held.headingRad(), 2 * Math.PI));
  }

  @Override
  public void release() {
    held = null;
    settled.run();
  }

  @Override
  public boolean click(View view, double x, double y) {
    Optional<Print> hit =
        prints.stream()
            .filter(
                p -> {
                  Vector3d near = new Vector3d(p.x(), p.y(), p.z());
                  Vector3d at = view.camera().ground(x, y, view.getWidth(), view.getHeight(), near);
                  return p.holds(at.x, at.z);
                })
            .reduce((a, b) -> b.strength() >= a.strength() ? b : a);
    hit.ifPresent(p -> contacts.choose(p.plants()));
    return hit.isPresent();
  }
}
