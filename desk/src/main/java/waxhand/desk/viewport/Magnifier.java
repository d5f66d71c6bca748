package waxhand.desk.viewport;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntConsumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.scene.Motion;
import waxhand.desk.theme.Palette;

/** A foot seen near by, from the level of the floor, in a corner of the views. */
final class Magnifier extends Pane {
  /** Looking from the floor, the eye is this much over it, radians. */
  static final double LOW_RAD = Math.toRadians(2);

  private static final double GAP = 10;

  private final View view;
  private final Region frame = new Region();
  private final Function<Body, Side> side;
  private final BooleanProperty shown = new SimpleBooleanProperty();

  /**
   * @param side of which a foot is wanted; the middle for the lower one
   */
  Magnifier(Palette palette, Function<Body, Side> side, IntConsumer picked) {
    this.side = side;
    view = new View(palette, Aspect.SIDE);
    view.setId("view-magnifier");
    view.onPick(picked);
    view.hideAxes();
    view.setName("Foot, from the floor", false);
    frame.getStyleClass().add("wh-magnifier");
    frame.setMouseTransparent(true);
    getChildren().addAll(view, frame);
    visibleProperty().bind(shown);
    view.visibleProperty().bind(shown);
    setPickOnBounds(false);
  }

  BooleanProperty shownProperty() {
    return shown;
  }

  View view() {
    return view;
  }

  void show(
      Optional<Motion> wire,
      int wireFrame,
      Optional<Motion> wax,
      int waxFrame,
      List<Mark> marks,
      double yawRad) {
    view.show(wire, wireFrame, wax, waxFrame, marks);
    Optional<Body> body = wax.map(Motion::body);
    body.flatMap(this::foot)
        .flatMap(view::place)
        .ifPresent(
            p -> {
              double height = body.get().heightM();
              Vector3d at = new Vector3d(p.x, 0.05 * height, p.z);
              view.setCamera(new Camera(at, yawRad, LOW_RAD, 0.24 * height, false));
            });
  }

  /** The foot of the wanted side, else the lower one. */
  private Optional<Integer> foot(Body body) {
    Side wanted = side.apply(body);
    return body.soles().stream()
        .filter(s -> wanted == Side.MIDDLE || s.side() == wanted)
        .map(Sole::foot)
        .min(
            Comparator.comparingDouble(
                j -> view.place(j).map(p -> p.y).orElse(Double.POSITIVE_INFINITY)));
  }

  @Override
  protected void layoutChildren() {
    double wide = Math.min(0.42 * getWidth(), 300);
    double high = Math.min(0.5 * getHeight(), 200);
    view.resizeRelocate(getWidth() - wide - GAP, GAP, wide, high);
    frame.resizeRelocate(getWidth() - wide - GAP, GAP, wide, high);
  }
}
