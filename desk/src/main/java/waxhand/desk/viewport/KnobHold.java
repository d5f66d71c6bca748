package waxhand.desk.viewport;

/**
 * A knob in a hand, of which counts how far it was drawn over the view, whatever the camera.
 *
 * @param fromX where it was taken hold of, pixels
 * @param fromY pixels, downwards
 */
public record KnobHold(double fromX, double fromY, Drawn drawn, Runnable released)
    implements Mark.Hold {
  /** What becomes of it. */
  public interface Drawn {
    /**
     * @param right pixels
     * @param up pixels
     */
    void by(double right, double up);
  }

  @Override
  public void drag(Sight sight, double x, double y, Mark.Keys keys) {
    drawn.by(x - fromX, fromY - y);
  }

  @Override
  public void release() {
    released.run();
  }
}
