package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import javafx.application.ConditionalFeature;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import org.joml.Vector3d;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.session.Along;
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
  private final MarkLayer markLayer;
  private final Label name = new Label();
  private final Picking picking = new Picking();
  private final Posed wire = new Posed();
  private final Posed wax = new Posed();

  private Camera camera;
  private int wireFrame;
  private int waxFrame;
  private BitSet selection = new BitSet();
  private BitSet isolated = new BitSet();
  private List<Mark> marks = List.of();
  private boolean helpersShown = true;
  private boolean wireOnly;
  private boolean strokes;
  private Consumer<Camera> turned = c -> {};
  private IntConsumer picked = j -> {};
  private Consumer<Prop> propPicked = p -> {};
  private Runnable touched = () -> {};
  private Supplier<Along> along = () -> Along.ANYWHERE;

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
    markLayer = new MarkLayer(palette);
    getChildren().addAll(overlay, markLayer, name);
    new ViewHands(this, () -> touched.run(), e -> clicked(e.getX(), e.getY()), () -> along.get());
    setMinSize(60, 60);
    repaint();
  }

  // ---- what is shown -----------------------------------------------------------------------

  void onPick(IntConsumer action) {
    picked = action;
  }

  void onPickProp(Consumer<Prop> action) {
    propPicked = action;
  }

  /** A part, else what a mark makes of the click, else a prop, else nothing is picked. */
  private void clicked(double x, double y) {
    Optional<Prop> prop = propAt(x, y);
    int joint = prop.isPresent() ? -1 : pick(x, y);
    if (joint < 0 && marks.stream().anyMatch(m -> m.click(sight(), x, y))) {
      return;
    }
    if (prop.isPresent()) {
      propPicked.accept(prop.get());
    } else {
      picked.accept(joint);
    }
  }

  /** What the pointer takes hold of there: of what lies on top first. */
  Optional<Mark.Hold> hold(double x, double y) {
    for (int n = marks.size() - 1; n >= 0; n--) {
      Optional<Mark.Hold> hold = marks.get(n).hold(sight(), x, y);
      if (hold.isPresent()) {
        return hold;
      }
    }
    return Optional.empty();
  }

  /** Camera and size as they are now. */
  Sight sight() {
    return new Sight(camera, getWidth(), getHeight());
  }

  /** Shows other marks; what else is seen stays. */
  void setMarks(List<Mark> others) {
    if (!others.isEmpty() || !marks.isEmpty()) {
      marks = others;
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

  /** For views in which the axes would stand in the way. */
  void hideAxes() {
    overlay.setAxesShown(false);
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

  void show(
      Optional<Motion> wireMotion,
      int wireAt,
      Optional<Motion> waxMotion,
      int waxAt,
      List<Mark> others) {
    wire.show(wireMotion);
    wax.show(waxMotion);
    wireFrame = wireAt;
    waxFrame = waxAt;
    marks = others;
    draw();
  }

  /** Puts skins on the figure. */
  void dress(Skins skins) {
    solid.ifPresent(s -> s.dress(skins, isolated, palette, selection));
  }

  /** Asks where to drags go while no key is held. */
  void draggedAlong(Supplier<Along> set) {
    along = set;
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
    wireOnly = share == 0;
    solid.ifPresent(s -> s.setOpacity(share));
    draw();
  }

  void setTwoTone(boolean apart) {
    solid.ifPresent(s -> s.setTwoTone(apart));
    repaint();
  }

  /** Wire, strokes, axes and scale; the wire stays where there is nothing else. */
  void setHelpersShown(boolean shown) {
    helpersShown = shown;
    overlay.setHelpersShown(shown);
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

  /** The prop that is seen at a place of the view, where no body part is before it. */
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
    return PropSight.nearest(props, waxFrame, eye, sight, before);
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    solid.ifPresent(s -> s.resize(w, h));
    overlay.setWidth(w);
    overlay.setHeight(h);
    markLayer.setWidth(w);
    markLayer.setHeight(h);
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
    wire.over(wax);
    solid.ifPresent(s -> s.draw(camera, wax));
    solid.ifPresent(s -> s.show(marks.stream().flatMap(m -> m.prints().stream()).toList()));
    solid.ifPresent(s -> s.show(wax.motion().map(Props::of).orElse(List.of()), waxFrame));
    markLayer.draw(sight(), marks, !isSolid());
    boolean wired = helpersShown || wireOnly || !isSolid();
    boolean stroked = strokes && helpersShown;
    overlay.draw(camera, wire, wired, wax, stroked, isolated, isSolid() ? null : wax, waxFrame);
  }
}
