package waxhand.desk.viewport;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.joml.Vector3d;

/**
 * A diamond on what a pass drives somewhere, with a thread from where it was. It is dragged in the
 * plane of the view; with Ctrl only up and down, with Alt only over the ground, with both along x
 * or z alone.
 *
 * @param place metres
 * @param from where it was before the pass
 * @param words beside the handle; empty for none
 * @param grasp gives, when a hand takes hold, what is told how far it was dragged, metres
 * @param released when it lets go
 */
public record PlaceMark(
    Vector3d place,
    Optional<Vector3d> from,
    String words,
    Supplier<Consumer<Vector3d>> grasp,
    Runnable released)
    implements Mark {
  private static final double RADIUS_PX = 9;

  @Override
  public void draw(Pen pen) {
    double[] p = new double[3];
    if (pen.sight().project(place, p)) {
      from.ifPresent(f -> pen.thread(f, p[0], p[1]));
      pen.diamond(p[0], p[1], RADIUS_PX);
      if (!words.isEmpty()) {
        pen.words(words, p[0] + 18, p[1] - 22);
      }
    }
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    return sight.meets(place, RADIUS_PX, x, y) ? Optional.of(new Held(x, y)) : Optional.empty();
  }

  private final class Held implements Hold {
    private final double fromX;
    private final double fromY;
    private final Consumer<Vector3d> drag = grasp.get();

    Held(double fromX, double fromY) {
      this.fromX = fromX;
      this.fromY = fromY;
    }

    @Override
    public void drag(Sight sight, double x, double y, Keys keys) {
      drag.accept(sight.moved(place, fromX, fromY, x, y, keys.along()));
    }

    @Override
    public void release() {
      released.run();
    }
  }
}
