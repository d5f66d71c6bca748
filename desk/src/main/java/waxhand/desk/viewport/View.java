package waxhand.desk.viewport;

import java.util.BitSet;
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
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.Box;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Rotate;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * One view of the take: wax in a 3D scene where the machine has one, wire and marks on a canvas
 * over it. Drag turns, drag with the right or middle button moves, the wheel zooms, a click picks a
 * part.
 */
public final class View extends Pane {
  /** Half the side of the ground, metres. */
  private static final int GROUND = 14;

  private static final double CLICK_PX = 4;

  private final Palette palette;
  private final Aspect aspect;
  private final boolean solid = Platform.isSupported(ConditionalFeature.SCENE3D);
  private final Canvas canvas = new Canvas();
  private final Group world = new Group();
  private final Group ground = new Group();
  private final Figure figure = new Figure();
  private final PerspectiveCamera eye = new PerspectiveCamera(true);
  private final Affine eyePlace = new Affine();
  private final SubScene scene;
  private final PointLight key = new PointLight(Color.gray(0.62));
  private final Label name = new Label();
  private final double[] a = new double[3];
  private final double[] b = new double[3];

  private Camera camera;
  private Optional<Motion> wire = Optional.empty();
  private Optional<Motion> wax = Optional.empty();
  private WorldPose wirePose;
  private WorldPose waxPose;
  private Skeleton wireSkeleton;
  private Skeleton waxSkeleton;
  private int frame;
  private BitSet selection = new BitSet();
  private double opacity = 1;
  private boolean wireShown = true;
  private IntConsumer picked = j -> {};
  private Runnable touched = () -> {};
  private double lastX;
  private double lastY;
  private boolean dragged;

  View(Palette palette, Aspect aspect) {
    this.palette = palette;
    this.aspect = aspect;
    this.camera = aspect.camera(1.75);
    getStyleClass().add("wh-view");
    setId("view-" + aspect.name().toLowerCase(java.util.Locale.ROOT));
    setFocusTraversable(true);
    setAccessibleText(aspect.words() + " view of the take");
    name.getStyleClass().add("wh-view-name");
    name.setMouseTransparent(true);
    scene = solid ? makeScene() : null;
    if (scene != null) {
      getChildren().add(scene);
    }
    canvas.setMouseTransparent(true);
    getChildren().addAll(canvas, name);
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrolled);
    addEventHandler(KeyEvent.KEY_PRESSED, this::keyed);
    setMinSize(60, 60);
    repaint();
  }

  private SubScene makeScene() {
    world.getTransforms().add(new Rotate(180, Rotate.X_AXIS));
    AmbientLight room = new AmbientLight(Color.gray(0.52));
    room.getScope().add(figure.wax());
    AmbientLight flat = new AmbientLight(Color.WHITE);
    flat.getScope().addAll(ground, figure.shadow());
    key.getScope().add(figure.wax());
    key.setConstantAttenuation(1);
    world.getChildren().addAll(ground, figure.shadow(), figure.wax(), room, flat, key);
    SubScene made = new SubScene(new Group(world), 100, 100, true, SceneAntialiasing.BALANCED);
    eye.getTransforms().add(eyePlace);
    eye.setVerticalFieldOfView(true);
    made.setCamera(eye);
    return made;
  }

  /** Lines on the ground, every metre, heavier every five; thinner the nearer the view is. */
  private void layGround() {
    ground.getChildren().clear();
    PhongMaterial thin = new PhongMaterial(palette.get(Ink.HAIRLINE));
    PhongMaterial heavy =
        new PhongMaterial(palette.get(Ink.HAIRLINE).interpolate(palette.get(Ink.SOFT), 0.35));
    PhongMaterial base = new PhongMaterial(palette.get(Ink.GROUND));
    Box plane = new Box(2 * GROUND, 0.0004, 2 * GROUND);
    plane.setTranslateY(-0.001);
    plane.setMaterial(base);
    ground.getChildren().add(plane);
    for (int n = -GROUND; n <= GROUND; n++) {
      double wide = n % 5 == 0 ? 0.012 : 0.006;
      Box along = new Box(wide, 0.0004, 2 * GROUND);
      along.setTranslateX(n);
      Box across = new Box(2 * GROUND, 0.0004, wide);
      across.setTranslateZ(n);
      for (Box line : new Box[] {along, across}) {
        line.setTranslateY(0.0004);
        line.setMaterial(n % 5 == 0 ? heavy : thin);
        ground.getChildren().add(line);
      }
    }
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
    wire = wireMotion;
    wax = waxMotion;
    frame = at;
    wire.ifPresent(
        m -> {
          if (wireSkeleton != m.clip().skeleton()) {
            wireSkeleton = m.clip().skeleton();
            wirePose = new WorldPose(wireSkeleton);
          }
        });
    wax.ifPresent(
        m -> {
          if (waxSkeleton != m.clip().skeleton()) {
            waxSkeleton = m.clip().skeleton();
            waxPose = new WorldPose(waxSkeleton);
            if (solid) {
              figure.dress(m.body());
              figure.paint(palette, selection, opacity);
            }
          }
        });
    draw();
  }

  void select(BitSet parts) {
    selection = parts;
    if (solid) {
      figure.paint(palette, selection, opacity);
    }
    draw();
  }

  void setWax(double share) {
    opacity = share;
    repaint();
  }

  void setWireShown(boolean shown) {
    wireShown = shown;
    draw();
  }

  /** Takes the colours of the theme. */
  void repaint() {
    if (solid) {
      scene.setFill(palette.get(Ink.PAPER));
      layGround();
      figure.paint(palette, selection, opacity);
    }
    draw();
  }

  /** Where the body is now: the middle between its root and the ground. */
  Optional<Vector3d> middle() {
    if (wax.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(new Vector3d(waxPose.x(0), waxPose.y(0), waxPose.z(0)));
  }

  /** Place of a joint of the wax figure. */
  Optional<Vector3d> place(int joint) {
    return wax.map(m -> new Vector3d(waxPose.x(joint), waxPose.y(joint), waxPose.z(joint)));
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    if (scene != null) {
      scene.setWidth(w);
      scene.setHeight(h);
    }
    canvas.setWidth(w);
    canvas.setHeight(h);
    name.autosize();
    name.relocate(4, 4);
    draw();
  }

  private void draw() {
    wax.ifPresent(m -> waxPose.solve(m.clip(), clamp(m)));
    wire.ifPresent(m -> wirePose.solve(m.clip(), clamp(m)));
    if (solid) {
      figure.wax().setVisible(wax.isPresent() && opacity > 0);
      figure.shadow().setVisible(wax.isPresent() && opacity > 0);
      if (wax.isPresent()) {
        figure.move(waxPose);
      }
      placeEye();
    }
    overlay();
  }

  private int clamp(Motion m) {
    return Math.max(0, Math.min(m.clip().frames() - 1, frame));
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

  // ---- canvas ------------------------------------------------------------------------------

  private void overlay() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    double w = canvas.getWidth();
    double h = canvas.getHeight();
    g.clearRect(0, 0, w, h);
    if (w < 2 || h < 2) {
      return;
    }
    name.setText(aspect.words() + (solid ? "" : " (no 3D on this machine: wire only)"));
    if (!solid) {
      wireGround(g, w, h);
      wax.ifPresent(m -> bones(g, m.body(), waxPose, palette.get(Ink.WAX_SHADE), 3, w, h));
    }
    if (wireShown) {
      wire.ifPresent(m -> bones(g, m.body(), wirePose, palette.get(Ink.WIRE), 1.1, w, h));
    }
    axes(g, h);
    scaleBar(g, w, h);
  }

  private void bones(
      GraphicsContext g,
      Body body,
      WorldPose pose,
      Color colour,
      double width,
      double w,
      double h) {
    Skeleton skeleton = body.skeleton();
    g.setStroke(colour);
    g.setLineWidth(width);
    double[] tip = new double[3];
    for (int j = 0; j < skeleton.size(); j++) {
      int p = skeleton.parent(j);
      boolean from = camera.project(pose.x(j), pose.y(j), pose.z(j), w, h, a);
      if (p >= 0 && from && camera.project(pose.x(p), pose.y(p), pose.z(p), w, h, b)) {
        g.strokeLine(a[0], a[1], b[0], b[1]);
      }
      if (from && skeleton.joint(j).tip().isPresent()) {
        pose.point(j, skeleton.joint(j).tip().get(), tip, 0);
        if (camera.project(tip[0], tip[1], tip[2], w, h, b)) {
          g.strokeLine(a[0], a[1], b[0], b[1]);
        }
      }
      if (from) {
        g.setFill(colour);
        g.fillOval(a[0] - 1.6, a[1] - 1.6, 3.2, 3.2);
      }
    }
  }

  private void wireGround(GraphicsContext g, double w, double h) {
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    for (int n = -GROUND; n <= GROUND; n++) {
      for (int axis = 0; axis < 2; axis++) {
        double x0 = axis == 0 ? n : -GROUND;
        double z0 = axis == 0 ? -GROUND : n;
        double x1 = axis == 0 ? n : GROUND;
        double z1 = axis == 0 ? GROUND : n;
        if (camera.project(x0, 0, z0, w, h, a) && camera.project(x1, 0, z1, w, h, b)) {
          g.strokeLine(a[0], a[1], b[0], b[1]);
        }
      }
    }
  }

  /** The axes in a corner, with their letters. */
  private void axes(GraphicsContext g, double h) {
    double cx = 34;
    double cy = h - 34;
    Vector3d[] units = {new Vector3d(1, 0, 0), new Vector3d(0, 1, 0), new Vector3d(0, 0, 1)};
    String[] letters = {"x", "y", "z"};
    Vector3d r = camera.right();
    Vector3d u = camera.up();
    g.setStroke(palette.get(Ink.SOFT));
    g.setFill(palette.get(Ink.SOFT));
    g.setLineWidth(1.2);
    for (int i = 0; i < 3; i++) {
      double x = 18 * units[i].dot(r);
      double y = -18 * units[i].dot(u);
      if (Math.hypot(x, y) > 3) {
        g.strokeLine(cx, cy, cx + x, cy + y);
        g.fillText(letters[i], cx + 1.4 * x - 3, cy + 1.4 * y + 4);
      }
    }
  }

  /** How long a metre (or a tenth) is at the target. */
  private void scaleBar(GraphicsContext g, double w, double h) {
    double pixels = h / camera.heightM();
    double metres = pixels > 260 ? 0.1 : pixels > 20 ? 1 : 5;
    double length = metres * pixels;
    g.setStroke(palette.get(Ink.SOFT));
    g.setFill(palette.get(Ink.SOFT));
    g.setLineWidth(1.5);
    g.strokeLine(w - 16 - length, h - 16, w - 16, h - 16);
    g.strokeLine(w - 16, h - 19, w - 16, h - 13);
    g.strokeLine(w - 16 - length, h - 19, w - 16 - length, h - 13);
    String words = metres < 1 ? "10 cm" : (int) metres + " m";
    g.fillText(words, w - 16 - length / 2 - 14, h - 22);
  }

  // ---- hands -------------------------------------------------------------------------------

  private void pressed(MouseEvent e) {
    requestFocus();
    touched.run();
    lastX = e.getX();
    lastY = e.getY();
    dragged = false;
    e.consume();
  }

  private void dragged(MouseEvent e) {
    double dx = e.getX() - lastX;
    double dy = e.getY() - lastY;
    if (!dragged && Math.hypot(dx, dy) < CLICK_PX) {
      return;
    }
    dragged = true;
    lastX = e.getX();
    lastY = e.getY();
    boolean turn = e.getButton() == MouseButton.PRIMARY && !camera.parallel() && !e.isShiftDown();
    setCamera(
        turn
            ? camera.orbited(-dx * 0.008, dy * 0.008)
            : camera.panned(-dx / getHeight(), dy / getHeight()));
    e.consume();
  }

  private void released(MouseEvent e) {
    if (!dragged && e.getButton() == MouseButton.PRIMARY) {
      picked.accept(pick(e.getX(), e.getY()));
    }
    e.consume();
  }

  private void scrolled(ScrollEvent e) {
    setCamera(camera.zoomed(Math.pow(1.0015, -e.getDeltaY())));
    e.consume();
  }

  private void keyed(KeyEvent e) {
    if (!e.isAltDown()) {
      return;
    }
    Camera next =
        switch (e.getCode()) {
          case LEFT -> e.isShiftDown() ? camera.panned(-0.05, 0) : camera.orbited(-0.1, 0);
          case RIGHT -> e.isShiftDown() ? camera.panned(0.05, 0) : camera.orbited(0.1, 0);
          case UP -> e.isShiftDown() ? camera.panned(0, 0.05) : camera.orbited(0, 0.1);
          case DOWN -> e.isShiftDown() ? camera.panned(0, -0.05) : camera.orbited(0, -0.1);
          case PLUS, ADD, EQUALS -> camera.zoomed(0.9);
          case MINUS, SUBTRACT -> camera.zoomed(1 / 0.9);
          default -> camera;
        };
    if (next != camera) {
      setCamera(next);
      e.consume();
    }
  }

  /**
   * The joint whose body part is drawn at a place of the view, -1 where there is none: the nearest
   * to the eye of the bones within reach of the pointer.
   */
  int pick(double x, double y) {
    if (wax.isEmpty()) {
      return -1;
    }
    Body body = wax.get().body();
    Skeleton skeleton = body.skeleton();
    double pixels = getHeight() / camera.heightM();
    double bestCost = Double.POSITIVE_INFINITY;
    int best = -1;
    for (int j = 0; j < skeleton.size(); j++) {
      Vector3d end = boneEnd(body, j);
      if (!camera.project(waxPose.x(j), waxPose.y(j), waxPose.z(j), getWidth(), getHeight(), a)
          || !camera.project(end.x, end.y, end.z, getWidth(), getHeight(), b)) {
        continue;
      }
      double thick = Math.max(6, thickness(body, j) * pixels);
      double off = distanceToSegment(x, y);
      if (off < thick) {
        double cost =
            off / thick + 0.5 * (Math.min(a[2], b[2]) - camera.distance()) / body.heightM();
        if (cost < bestCost) {
          bestCost = cost;
          best = j;
        }
      }
    }
    return best;
  }

  private Vector3d boneEnd(Body body, int joint) {
    Skeleton skeleton = body.skeleton();
    double[] p = new double[3];
    for (int child : skeleton.children(joint)) {
      if (body.role(child).isPresent() || skeleton.children(joint).size() == 1) {
        boolean middle =
            body.role(child).map(r -> r.side() == waxhand.core.body.Side.MIDDLE).orElse(true);
        boolean limb =
            body.role(joint).map(r -> r.side() != waxhand.core.body.Side.MIDDLE).orElse(true);
        if (middle || limb) {
          return new Vector3d(waxPose.x(child), waxPose.y(child), waxPose.z(child));
        }
      }
    }
    if (skeleton.joint(joint).tip().isPresent()) {
      waxPose.point(joint, skeleton.joint(joint).tip().get(), p, 0);
      return new Vector3d(p[0], p[1], p[2]);
    }
    return new Vector3d(waxPose.x(joint), waxPose.y(joint), waxPose.z(joint));
  }

  private static double thickness(Body body, int joint) {
    double share =
        body.role(joint)
            .map(
                r ->
                    switch (r) {
                      case HIPS, CHEST -> 0.085;
                      case SPINE_1, SPINE_2, SPINE_3 -> 0.075;
                      case HEAD -> 0.05;
                      case LEFT_THIGH, RIGHT_THIGH -> 0.045;
                      default -> r.isFinger() ? 0.008 : 0.03;
                    })
            .orElse(0.02);
    return share * body.heightM();
  }

  private double distanceToSegment(double x, double y) {
    double dx = b[0] - a[0];
    double dy = b[1] - a[1];
    double length2 = dx * dx + dy * dy;
    double t = length2 < 1e-9 ? 0 : ((x - a[0]) * dx + (y - a[1]) * dy) / length2;
    t = Math.max(0, Math.min(1, t));
    return Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy);
  }

  /** The nodes that draw in 3D, for tests. */
  Optional<Node> solidNode() {
    return Optional.ofNullable(scene);
  }
}
