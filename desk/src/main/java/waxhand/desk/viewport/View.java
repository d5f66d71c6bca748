package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import javafx.application.ConditionalFeature;
import javafx.application.Platform;
import javafx.scene.AmbientLight;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.PerspectiveCamera;
import javafx.scene.PointLight;
import javafx.scene.SceneAntialiasing;
import javafx.scene.SubScene;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Rotate;
import org.joml.Vector3d;
import waxhand.core.motion.Motion;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * One view of the take: wax in a 3D scene where the machine has one, wire and marks on an {@link
 * Overlay}. Its mouse and keys are {@link ViewHands}.
 */
public final class View extends Pane {
  private final Palette palette;
  private final Aspect aspect;
  private final boolean solid = Platform.isSupported(ConditionalFeature.SCENE3D);
  private final Overlay overlay;
  private final Ground ground = new Ground();
  private final Figure figure = new Figure();
  private final PerspectiveCamera eye = new PerspectiveCamera(true);
  private final Affine eyePlace = new Affine();
  private final PointLight key = new PointLight(Color.gray(0.62));
  private final SubScene scene;
  private final Label name = new Label();
  private final Picking picking = new Picking();
  private final Posed wire = new Posed();
  private final Posed wax = new Posed();

  private Camera camera;
  private int frame;
  private BitSet selection = new BitSet();
  private BitSet isolated = new BitSet();
  private double opacity = 1;
  private boolean wireShown = true;
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
    name.setText(aspect.words() + (solid ? "" : " (no 3D on this machine: wire only)"));
    name.getStyleClass().add("wh-view-name");
    name.setMouseTransparent(true);
    overlay = new Overlay(palette);
    scene = solid ? makeScene() : null;
    if (scene != null) {
      getChildren().add(scene);
    }
    getChildren().addAll(overlay, name);
    new ViewHands(this, () -> touched.run(), e -> picked.accept(pick(e.getX(), e.getY())));
    setMinSize(60, 60);
    repaint();
  }

  private SubScene makeScene() {
    AmbientLight room = new AmbientLight(Color.gray(0.52));
    room.getScope().add(figure.wax());
    AmbientLight flat = new AmbientLight(Color.WHITE);
    flat.getScope().addAll(ground, figure.shadow());
    key.getScope().add(figure.wax());
    key.setConstantAttenuation(1);
    Group world = new Group(ground, figure.shadow(), figure.wax(), room, flat, key);
    world.getTransforms().add(new Rotate(180, Rotate.X_AXIS));
    SubScene made = new SubScene(new Group(world), 100, 100, true, SceneAntialiasing.BALANCED);
    eye.getTransforms().add(eyePlace);
    eye.setVerticalFieldOfView(true);
    made.setCamera(eye);
    return made;
  }

  // ---- what is shown -----------------------------------------------------------------------

  void onPick(IntConsumer action) {
    picked = action;
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
    camera = other;
    draw();
  }

  /** Whether wax can be drawn on this machine. */
  boolean isSolid() {
    return solid;
  }

  void show(Optional<Motion> wireMotion, Optional<Motion> waxMotion, int at) {
    wire.show(wireMotion);
    wax.show(waxMotion);
    frame = at;
    draw();
  }

  /** Puts skins on the figure. */
  void dress(Skins skins) {
    if (solid && figure.dress(skins)) {
      figure.isolate(isolated);
      paintFigure();
      draw();
    }
  }

  void select(BitSet parts) {
    selection = parts;
    paintFigure();
    draw();
  }

  /** Shows these parts alone; all of them where there are none. */
  void isolate(BitSet parts) {
    isolated = parts;
    figure.isolate(parts);
    draw();
  }

  void setWax(double share) {
    opacity = share;
    paintFigure();
    draw();
  }

  void setWireShown(boolean shown) {
    wireShown = shown;
    draw();
  }

  /** Takes the colours of the theme. */
  void repaint() {
    if (solid) {
      scene.setFill(palette.get(Ink.PAPER));
      ground.paint(palette);
    }
    paintFigure();
    draw();
  }

  private void paintFigure() {
    if (solid) {
      figure.paint(palette, selection, opacity);
    }
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

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    if (scene != null) {
      scene.setWidth(w);
      scene.setHeight(h);
    }
    overlay.setWidth(w);
    overlay.setHeight(h);
    name.autosize();
    name.relocate(4, 4);
    draw();
  }

  private void draw() {
    wax.solve(frame);
    wire.solve(frame);
    if (solid) {
      boolean shown = opacity > 0 && wax.motion().map(m -> figure.fits(m.body())).orElse(false);
      figure.setShown(shown);
      if (shown) {
        figure.move(wax.pose());
      }
      placeEye();
    }
    overlay.draw(camera, wire, wireShown, isolated, solid ? null : wax);
  }

  private void placeEye() {
    Vector3d r = camera.right();
    Vector3d u = camera.up();
    Vector3d f = camera.back().negate();
    Vector3d e = camera.eye();
    // the scene's axes: y down and z away, so y and z of the world change sign
    eyePlace.setToTransform(r.x, -u.x, f.x, e.x, -r.y, u.y, -f.y, -e.y, -r.z, u.z, -f.z, -e.z);
    eye.setFieldOfView(Math.toDegrees(camera.fieldRad()));
    double d = camera.distance();
    eye.setNearClip(Math.max(0.05, d - 30));
    eye.setFarClip(d + 60);
    Vector3d light =
        new Vector3d(camera.target()).fma(2.5, camera.right()).fma(4, camera.back()).add(0, 5, 0);
    key.setTranslateX(light.x);
    key.setTranslateY(light.y);
    key.setTranslateZ(light.z);
  }

  /** The nodes that draw in 3D, for tests. */
  Optional<Node> solidNode() {
    return Optional.ofNullable(scene);
  }
}
