package waxhand.desk.viewport;

import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Triple;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.props.PropPass;
import waxhand.desk.session.Session;

/**
 * The handles of the chosen limb goal or prop: what is driven is dragged in the plane of the view;
 * with Ctrl only up and down, with Alt only over the ground, with both along x or z alone. A knob
 * at knee or elbow turns the bend, a scale beside the hips says how much the body gives way.
 */
final class GoalHands implements Grips {
  static final double GRIP_PX = 9;

  private final Session session;
  private Optional<GoalMark> mark = Optional.empty();
  private Optional<GoalMark> held = Optional.empty();
  private Hold hold = Hold.PLACE;
  private double fromX;
  private double fromY;
  private Plate before;
  private Object key;

  /** What is held. */
  private enum Hold {
    PLACE,
    BEND,
    GIVES
  }

  GoalHands(Session session) {
    this.session = session;
  }

  void show(Optional<GoalMark> other) {
    mark = other;
  }

  @Override
  public boolean press(View view, double x, double y) {
    held = mark;
    if (mark.isEmpty()) {
      return false;
    } else if (near(view, mark.get().place(), x, y)) {
      hold = Hold.PLACE;
    } else if (bends(view, mark.get(), x, y)) {
      hold = Hold.BEND;
    } else if (gives(view, mark.get(), x, y)) {
      hold = Hold.GIVES;
    } else {
      held = Optional.empty();
      return false;
    }
    fromX = x;
    fromY = y;
    before = session.plate().orElseThrow();
    key = new Object();
    return true;
  }

  private static boolean bends(View view, GoalMark m, double x, double y) {
    return m.bend().map(b -> near(view, b, x, y)).orElse(false);
  }

  private static boolean gives(View view, GoalMark m, double x, double y) {
    return m.knob(view).map(k -> Math.hypot(x - k[0], y - k[1]) < GRIP_PX + 3).orElse(false);
  }

  private static boolean near(View view, Vector3d place, double x, double y) {
    double[] p = new double[3];
    return view.camera().project(place.x, place.y, place.z, view.getWidth(), view.getHeight(), p)
        && Math.hypot(p[0] - x, p[1] - y) <= GRIP_PX + 3;
  }

  @Override
  public void drag(View view, double x, double y, boolean upOnly, boolean groundOnly) {
    GoalMark m = held.orElseThrow();
    if (hold == Hold.GIVES) {
      LimbGoalPass goal = (LimbGoalPass) before.pass();
      double share = goal.giveWay() + (fromY - y) / GoalMark.Gives.LENGTH_PX;
      edit("giving way to ", before.withPass(goal.withGiveWay(Math.max(0, Math.min(1, share)))));
      return;
    }
    if (hold == Hold.BEND) {
      double by = Math.toRadians(0.6) * (x - fromX);
      LimbGoalPass goal = (LimbGoalPass) before.pass();
      double angle = Math.max(-Math.PI, Math.min(Math.PI, goal.bendRad() + by));
      edit("bend of ", before.withPass(goal.withBend(angle)));
      return;
    }
    Vector3d by;
    if (groundOnly) {
      by =
          view.camera()
              .ground(x, y, view.getWidth(), view.getHeight(), m.place())
              .sub(
                  view.camera().ground(fromX, fromY, view.getWidth(), view.getHeight(), m.place()));
      by.y = 0;
      if (upOnly && Math.abs(by.x) >= Math.abs(by.z)) {
        by.z = 0;
      } else if (upOnly) {
        by.x = 0;
      }
    } else {
      double scale = depth(view, m) / view.getHeight();
      by =
          new Vector3d()
              .fma((x - fromX) * scale, view.camera().right())
              .fma((fromY - y) * scale, view.camera().up());
      if (upOnly) {
        by.set(0, (fromY - y) * scale, 0);
      }
    }
    move(by);
  }

  /** Height of what the view shows at the depth of the handle, metres. */
  private static double depth(View view, GoalMark m) {
    Camera camera = view.camera();
    double[] p = new double[3];
    camera.project(m.place().x, m.place().y, m.place().z, view.getWidth(), view.getHeight(), p);
    return camera.heightM() * p[2] / camera.distance();
  }

  private void move(Vector3d by) {
    if (before.pass() instanceof LimbGoalPass goal) {
      Triple m = goal.moveM();
      edit("move of ", before.withPass(goal.withMove(sum(m, by))));
    } else if (before.pass() instanceof PropPass prop) {
      edit("place of ", before.withPass(prop.withPlace(sum(prop.placeM(), by))));
    }
  }

  private static Triple sum(Triple m, Vector3d by) {
    return new Triple(m.x() + by.x, m.y() + by.y, m.z() + by.z);
  }

  private void edit(String what, Plate plate) {
    session.editPlate(what + before.name(), key, before.id(), p -> p.withPass(plate.pass()));
  }

  @Override
  public void release() {
    held = Optional.empty();
    session.settle();
  }

  @Override
  public boolean click(View view, double x, double y) {
    return false;
  }
}
