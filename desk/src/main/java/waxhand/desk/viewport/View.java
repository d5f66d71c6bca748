package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import javafx.application.ConditionalFeature;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import org.joml.Vector3d;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.theme.Palette;

/**
 * One view of the take: wax in a 3D scene where the machine has one, wire and marks on an {@link
 * Overlay}. Its mouse and keys are {@link ViewHands}.
 */
public final class View extends Pane {
  private static final PseudoClass FLAG = PseudoClass.getPseudoClass("flag");

  private final Palette palette;
  private final Aspect aspect;
  private final Optional<SolidWax> solid;
  private final Overlay overlay;
  private final PrintMarks marks;
  private final Label name = new Label();
  private final Picking picking = new Picking();
  private final Posed wire = new Posed();
  private final Posed wax = new Posed();

  private Camera camera;
  private int wireFrame;
  private int waxFrame;
  private BitSet selection = new BitSet();
  private BitSet isolated = new BitSet();
  private List<Print> prints = List.of();
  private Optional<GoalMark> goal = Optional.empty();
  private Optional<Grips> grips = Optional.empty();
  private boolean wireShown = true;
  private boolean strokes;
  private Consumer<Camera> turned = c -> {};
  private IntConsumer picked = j -> {};
  private Runnable touched = () -> {};

  View(Palette palette, Aspect aspect) {
    this.palette = palette;
    this.aspect = aspect;
    this.camera = aspect.camera(1.75);
    getStyleClass().add("wh-view");
    setId("view-" + aspect.name().toLowerCase(Locale.ROOT));
    setFocusTraversable(true);
    setAccessibleText(aspect.words() + " view of the take");
    solid =
        Platform.isSupported(ConditionalFeature.SCENE3D)
            ? Optional.of(new SolidWax())
            : Optional.empty();
    name.setText(aspect.words() + (isSolid() ? "" : " (no 3D on this machine: wire only)"));
    name.getStyleClass().add("wh-view-name");
    name.setMouseTransparent(true);
    overlay = new Overlay(palette);
    solid.ifPresent(s -> getChildren().addAll(s.layers()));
    marks = new PrintMarks(palette);
    getChildren().addAll(overlay, marks, name);
    new ViewHands(this, () -> touched.run(), e -> clicked(e.getX(), e.getY()));
    setMinSize(60, 60);
    repaint();
  }

  // ---- what is shown -----------------------------------------------------------------------

  void onPick(IntConsumer action) {
    picked = action;
  }

  /** The handles that are in this view. */
  void setGrips(Grips others) {
    grips = Optional.of(others);
  }

  Optional<Grips> grips() {
    return grips;
  }

  private void clicked(double x, double y) {
    int joint = propAt(x, y).isPresent() ? -1 : pick(x, y);
    if (joint >= 0 || grips.isEmpty() || !grips.get().click(this, x, y)) {
      picked.accept(joint);
    }
  }

  /** Shows prints on the ground. */
  void setPrints(List<Print> others) {
    if (!others.isEmpty() || !prints.isEmpty()) {
      prints = others;
      draw();
    }
  }

  /** Shows the handles of a goal. */
  void setGoal(Optional<GoalMark> other) {
    if (!other.equals(goal)) {
      goal = other;
      draw();
    }
  }

  void onTouch(Runnable action) {
    touched = action;
  }

  Aspect aspect() {
    return aspect;
  }

  Camera camera() {
    return camera;
  }

  void setCamera(Camera other) {
    boolean moved = !other.equals(camera);
    camera = other;
    draw();
    if (moved) {
      turned.accept(other);
    }
  }

  void onCamera(Consumer<Camera> action) {
    turned = action;
  }

  /** Shows strokes from wire to wax. */
  void setStrokes(boolean shown) {
    if (strokes != shown) {
      strokes = shown;
      draw();
    }
  }

  /** Says what is to be seen, in place of the direction it is seen from. */
  void setName(String words, boolean flag) {
    name.setText(words);
    name.pseudoClassStateChanged(FLAG, flag);
    name.autosize();
  }

  /** Whether wax can be drawn on this machine. */
  boolean isSolid() {
    return solid.isPresent();
  }

  void show(Optional<Motion> wireMotion, int wireAt, Optional<Motion> waxMotion, int waxAt) {
    wire.show(wireMotion);
    wax.show(waxMotion);
    wireFrame = wireAt;
    waxFrame = waxAt;
    draw();
  }

  /** Puts skins on the figure. */
  void dress(Skins skins) {
    solid.ifPresent(s -> s.dress(skins, isolated, palette, selection));
  }

  void select(BitSet parts) {
    selection = parts;
    repaint();
  }

  /** Shows these parts alone; all of them where there are none. */
  void isolate(BitSet parts) {
    isolated = parts;
    solid.ifPresent(s -> s.isolate(parts));
    draw();
  }

  void setWax(double share) {
    solid.ifPresent(s -> s.setOpacity(share));
    draw();
  }

  void setWireShown(boolean shown) {
    wireShown = shown;
    draw();
  }

  /** Takes the colours of the theme. */
  void repaint() {
    solid.ifPresent(s -> s.paint(palette, selection));
    draw();
  }

  /** Where the root of the body is now, metres. */
  Optional<Vector3d> middle() {
    return place(0);
  }

  /** Place of a joint of the wax figure, metres. */
  Optional<Vector3d> place(int joint) {
    return wax.place(joint);
  }

  /** The joint whose body part is drawn at a place of the view, -1 where there is none. */
  int pick(double x, double y) {
    return picking.pick(camera, getWidth(), getHeight(), wax, isolated, x, y);
  }

  /** The thing that is seen at a place of the view, where no body part is before it. */
  Optional<Prop> propAt(double x, double y) {
    List<Prop> props = wax.motion().map(Props::of).orElse(List.of());
    if (props.isEmpty()) {
      return Optional.empty();
    }
    Vector3d eye = camera.eye();
    int joint = pick(x, y);
    double before =
        joint < 0 ? Double.POSITIVE_INFINITY : wax.place(joint).orElseThrow().distance(eye);
    Vector3d sight = camera.sight(x, y, getWidth(), getHeight()).normalize();
    return PropHands.nearest(props, waxFrame, eye, sight, before);
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    solid.ifPresent(s -> s.resize(w, h));
    overlay.setWidth(w);
    overlay.setHeight(h);
    marks.setWidth(w);
    marks.setHeight(h);
    name.autosize();
    name.relocate(4, 4);
    draw();
  }

  private void draw() {
    if (!isVisible()) {
      return;
    }
    wax.solve(waxFrame);
    wire.solve(wireFrame);
    solid.ifPresent(s -> s.draw(camera, wax));
    solid.ifPresent(s -> s.show(prints));
    solid.ifPresent(s -> s.show(wax.motion().map(Props::of).orElse(List.of()), waxFrame));
    marks.draw(camera, prints, goal, goal.flatMap(g -> g.knob(this)), !isSolid());
    overlay.draw(camera, wire, wireShown, wax, strokes, isolated, isSolid() ? null : wax, waxFrame);
  }
}
