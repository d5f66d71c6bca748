package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.chain.Chain;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;
import waxhand.desk.contacts.Contacts;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette;

/** One view, or four at once, of the take on the bench. */
public final class Viewport extends Pane {
  /** How the wax is drawn. */
  public enum Wax {
    SOLID("Solid wax", 1),
    CLEAR("Clear wax", 0.45),
    NONE("Wire only", 0);

    private final String words;
    private final double opacity;

    Wax(String words, double opacity) {
      this.words = words;
      this.opacity = opacity;
    }

    public String words() {
      return words;
    }
  }

  private static final double GAP = 2;

  /** Looking from the floor, the eye is this much over it, radians. */
  private static final double LOW_RAD = Math.toRadians(2);

  private final Session session;
  private final Memory memory;
  private final Contacts contacts;
  private final PrintHands printHands;
  private final GoalHands goalHands;
  private final BooleanProperty printsShown = new SimpleBooleanProperty(true);
  private final List<View> views = new ArrayList<>();
  private final View beside;
  private final View magnifier;
  private final Region frame = new Region();
  private final BooleanProperty magnified = new SimpleBooleanProperty();
  private final BooleanProperty twoUp = new SimpleBooleanProperty();
  private final BooleanProperty four = new SimpleBooleanProperty();
  private final BooleanProperty follow = new SimpleBooleanProperty(true);
  private View active;
  private Wax wax = Wax.SOLID;
  private double followedX;
  private double followedZ;
  private String framedTake = "";
  private final WorkedOut<Body, Skins> skins = new WorkedOut<>(Skins.NONE);
  private BitSet isolated = new BitSet();

  public Viewport(Session session, Palette palette, Memory memory, Contacts contacts) {
    this.session = session;
    this.contacts = contacts;
    this.printHands = new PrintHands(contacts, session::settle);
    this.goalHands = new GoalHands(session);
    Grips grips = new ManyGrips(goalHands, printHands, new PropHands(session));
    this.memory = memory;
    setId("viewport");
    for (Aspect aspect : Aspect.values()) {
      View view = new View(palette, aspect);
      view.onPick(this::picked);
      view.onTouch(() -> active = view);
      view.setGrips(grips);
      views.add(view);
    }
    beside = new View(palette, Aspect.PERSPECTIVE);
    beside.setId("view-beside");
    beside.onPick(this::picked);
    beside.onTouch(() -> {});
    beside.setVisible(false);
    beside.onCamera(c -> active.setCamera(c));
    views.forEach(
        v ->
            v.onCamera(
                c -> {
                  if (v == active && twoUp.get()) {
                    beside.setCamera(c);
                  }
                }));
    active = views.get(0);
    magnifier = new View(palette, Aspect.SIDE);
    magnifier.setId("view-magnifier");
    magnifier.onPick(this::picked);
    magnifier.setGrips(grips);
    magnifier.setVisible(false);
    magnified.addListener((o, was, is) -> requestLayout());
    getChildren().addAll(views);
    frame.getStyleClass().add("wh-magnifier");
    frame.setMouseTransparent(true);
    frame.setVisible(false);
    getChildren().addAll(beside, magnifier, frame);
    twoUp.addListener(
        (o, was, is) -> {
          four.set(false);
          requestLayout();
        });
    session.plateIdProperty().addListener((o, was, is) -> strokes());
    session.plateIdProperty().addListener((o, was, is) -> goal());
    four.addListener((o, was, is) -> requestLayout());
    session.frameProperty().addListener((o, was, is) -> refresh());
    session.stagesProperty().addListener((o, was, is) -> refresh());
    session.flagAProperty().addListener((o, was, is) -> refresh());
    session.flagBProperty().addListener((o, was, is) -> refresh());
    contacts.stateProperty().addListener((o, was, is) -> prints());
    contacts.selectedProperty().addListener((o, was, is) -> prints());
    contacts.slidesProperty().addListener((o, was, is) -> prints());
    printsShown.addListener((o, was, is) -> prints());
    session
        .selectionProperty()
        .addListener(
            (o, was, is) -> {
              views.forEach(v -> v.select(is));
              beside.select(is);
            });
    setMinSize(200, 160);
  }

  public BooleanProperty fourProperty() {
    return four;
  }

  /** Whether A and B are shown side by side in stead of one over the other. */
  public BooleanProperty twoUpProperty() {
    return twoUp;
  }

  /** Whether a foot is seen near by, in a corner, from the level of the floor. */
  public BooleanProperty magnifiedProperty() {
    return magnified;
  }

  /** Looks from the level of the floor, at the feet. */
  public void lookLow() {
    active
        .middle()
        .ifPresent(
            m -> {
              Camera now = active.camera();
              Vector3d at = new Vector3d(m.x, 0.25, m.z);
              active.setCamera(
                  new Camera(
                      at, now.yawRad(), LOW_RAD, Math.min(now.heightM(), 1), now.parallel()));
            });
  }

  private void magnify(
      Optional<Motion> wire,
      int wireFrame,
      Optional<Motion> now,
      int waxFrame,
      Optional<Skins> worn) {
    if (!magnified.get() || now.isEmpty()) {
      return;
    }
    worn.ifPresent(magnifier::dress);
    magnifier.show(wire, wireFrame, now, waxFrame);
    foot(now.get().body())
        .flatMap(magnifier::place)
        .ifPresent(
            p -> {
              double height = now.get().body().heightM();
              Vector3d at = new Vector3d(p.x, 0.05 * height, p.z);
              magnifier.setCamera(
                  new Camera(at, active.camera().yawRad(), LOW_RAD, 0.24 * height, false));
            });
  }

  /** The foot of the side something is selected on, else the lower one. */
  private Optional<Integer> foot(Body body) {
    Side side = Side.MIDDLE;
    for (Plant plant : contacts.selectedProperty().get()) {
      side = plant.part().side();
    }
    for (int j : session.selectionProperty().get().stream().toArray()) {
      side = body.role(j).map(Role::side).filter(s -> s != Side.MIDDLE).orElse(side);
    }
    Side wanted = side;
    return body.soles().stream()
        .filter(s -> wanted == Side.MIDDLE || s.side() == wanted)
        .map(Sole::foot)
        .min(
            Comparator.comparingDouble(
                j -> magnifier.place(j).map(p -> p.y).orElse(Double.POSITIVE_INFINITY)));
  }

  /** While a smoothing pass is chosen, strokes show what it and the others take away. */
  private void strokes() {
    boolean smooths = session.plate().map(p -> p.pass().kind() == SmoothPass.KIND).orElse(false);
    views.forEach(v -> v.setStrokes(smooths));
  }

  /** Whether prints are shown on the ground. */
  public BooleanProperty printsShownProperty() {
    return printsShown;
  }

  private void goal() {
    Optional<GoalMark> goal = GoalMark.at(session);
    goalHands.show(goal);
    shown().forEach(v -> v.setGoal(goal));
  }

  private void prints() {
    List<Print> prints = printsShown.get() ? Prints.at(session, contacts) : List.of();
    printHands.show(prints);
    shown().forEach(v -> v.setPrints(prints));
    magnifier.setPrints(prints);
  }

  public BooleanProperty followProperty() {
    return follow;
  }

  public Wax wax() {
    return wax;
  }

  public void setWax(Wax other) {
    wax = other;
    views.forEach(v -> v.setWax(other.opacity));
    beside.setWax(Math.max(0.45, other.opacity));
    magnifier.setWax(other.opacity);
  }

  public void setWireShown(boolean shown) {
    views.forEach(v -> v.setWireShown(shown));
  }

  /** Takes the colours of the theme. */
  public void repaint() {
    views.forEach(View::repaint);
    beside.repaint();
    magnifier.repaint();
  }

  /** Shows one view from there; the keyboard stays with the views. */
  public void look(Aspect aspect) {
    four.set(false);
    View before = active;
    active = views.get(aspect.ordinal());
    active.setVisible(true);
    if (before.isFocused()) {
      active.requestFocus();
    }
    requestLayout();
    refresh();
  }

  /** The view that was last touched. */
  public View active() {
    return active;
  }

  /** Brings the chosen parts, or the whole body, into the middle of the view. */
  public void frameParts() {
    BitSet parts = session.selectionProperty().get();
    for (View view : shown()) {
      double height =
          session.motionAt(session.flagBProperty().get()).map(m -> m.body().heightM()).orElse(1.75);
      if (parts.isEmpty()) {
        view.middle()
            .ifPresent(
                m ->
                    view.setCamera(
                        view.aspect().camera(height).at(new Vector3d(m.x, 0.5 * height, m.z))));
      } else {
        Vector3d sum = new Vector3d();
        parts.stream().forEach(j -> view.place(j).ifPresent(sum::add));
        Vector3d at = sum.div(parts.cardinality());
        Camera now = view.camera().at(at);
        view.setCamera(now.zoomed(0.4 * height / now.heightM()));
      }
    }
  }

  /**
   * Shows the chosen parts with all that hangs from them alone; once more, or with nothing chosen,
   * the whole body again.
   */
  public void isolate() {
    BitSet limbs = new BitSet();
    if (isolated.isEmpty()) {
      session
          .motionAt(session.flagBProperty().get())
          .ifPresent(m -> limbs.or(m.clip().skeleton().below(session.selectionProperty().get())));
    }
    isolate(limbs);
  }

  private void isolate(BitSet parts) {
    isolated = parts;
    views.forEach(v -> v.isolate(parts));
  }

  /** Whether only some parts are shown. */
  public boolean isIsolated() {
    return !isolated.isEmpty();
  }

  /** Keeps the active view under a number, in relation to the body while the view follows it. */
  public void keep(int number) {
    KeptView view = new KeptView(active.aspect(), relative(active.camera(), -1));
    memory.put("view." + number, view.text());
  }

  public boolean hasKept(int number) {
    return kept(number).isPresent();
  }

  private Optional<KeptView> kept(int number) {
    return memory.get("view." + number).flatMap(KeptView::of);
  }

  /** Brings a kept view back. */
  public void lookKept(int number) {
    kept(number)
        .ifPresent(
            view -> {
              look(view.aspect());
              active.setCamera(relative(view.camera(), 1));
            });
  }

  /** A camera moved by the place of the body on the ground, if the view follows it. */
  private Camera relative(Camera camera, double sign) {
    Vector3d target = new Vector3d(camera.target());
    if (follow.get()) {
      active.middle().ifPresent(m -> target.add(sign * m.x, 0, sign * m.z));
    }
    return camera.at(target);
  }

  public void zoom(double factor) {
    active.setCamera(active.camera().zoomed(factor));
  }

  /** Where a place appears in the active view: x and y in its pixels, then the distance. */
  public double[] project(double x, double y, double z) {
    double[] at = new double[3];
    active.camera().project(x, y, z, active.getWidth(), active.getHeight(), at);
    return at;
  }

  private List<View> shown() {
    return four.get() ? views : List.of(active);
  }

  private void picked(int joint) {
    BitSet now = (BitSet) session.selectionProperty().get().clone();
    boolean was = joint >= 0 && now.get(joint) && now.cardinality() == 1;
    now.clear();
    if (joint >= 0 && !was) {
      now.set(joint);
    }
    session.selectionProperty().set(now);
  }

  private void refresh() {
    Optional<Motion> wire = session.motionAt(session.flagAProperty().get());
    Optional<Motion> now = session.motionAt(session.flagBProperty().get());
    Optional<Skins> worn =
        now.filter(m -> active.isSolid())
            .map(m -> skins.of(m.body(), work -> Skins.of(m.body()), this::refresh));
    int frame = session.frameProperty().get();
    int wireFrame = session.timingAt(session.flagAProperty().get()).local(frame);
    int waxFrame = session.timingAt(session.flagBProperty().get()).local(frame);
    for (View view : shown()) {
      worn.ifPresent(view::dress);
      view.show(twoUp.get() ? Optional.empty() : wire, wireFrame, now, waxFrame);
    }
    magnify(wire, wireFrame, now, waxFrame, worn);
    if (twoUp.get()) {
      worn.ifPresent(beside::dress);
      beside.show(Optional.empty(), waxFrame, wire, wireFrame);
      Chain chain = session.chain();
      beside.setName("A: " + session.flagAProperty().get().words(chain), true);
      active.setName("B: " + session.flagBProperty().get().words(chain), true);
    }
    prints();
    goal();
    String take = session.takeProperty().get().map(t -> t.id()).orElse("");
    if (now.isPresent() && !take.equals(framedTake)) {
      framedTake = take;
      isolate(new BitSet());
      active.middle().ifPresent(m -> frameBody(m, now.get().body().heightM()));
    } else if (follow.get()) {
      active.middle().ifPresent(this::followTo);
    }
  }

  private void frameBody(Vector3d middle, double height) {
    Vector3d target = new Vector3d(middle.x, 0.49 * height, middle.z);
    views.forEach(v -> v.setCamera(v.aspect().camera(height).at(target)));
    remember(middle);
  }

  private void remember(Vector3d middle) {
    followedX = middle.x;
    followedZ = middle.z;
  }

  private void followTo(Vector3d middle) {
    double dx = middle.x - followedX;
    double dz = middle.z - followedZ;
    if (dx != 0 || dz != 0) {
      views.forEach(
          v -> v.setCamera(v.camera().at(new Vector3d(v.camera().target()).add(dx, 0, dz))));
      remember(middle);
    }
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    for (View view : views) {
      boolean seen = four.get() || view == active;
      view.setVisible(seen);
      if (!four.get()) {
        if (seen) {
          double left = twoUp.get() ? (w + GAP) / 2 : 0;
          view.resizeRelocate(left, 0, w - left, h);
        }
        view.setName(view.aspect().words(), false);
        continue;
      }
      double hw = (w - GAP) / 2;
      double hh = (h - GAP) / 2;
      int i = view.aspect().ordinal();
      view.resizeRelocate((i % 2) * (hw + GAP), (i / 2) * (hh + GAP), hw, hh);
    }
    magnifier.setVisible(magnified.get());
    frame.setVisible(magnified.get());
    if (magnified.get()) {
      double wide = Math.min(0.42 * w, 300);
      double high = Math.min(0.5 * h, 200);
      magnifier.resizeRelocate(w - wide - 10, 10, wide, high);
      frame.resizeRelocate(w - wide - 10, 10, wide, high);
      magnifier.setName("Foot, from the floor", false);
    }
    beside.setVisible(twoUp.get() && !four.get());
    if (beside.isVisible()) {
      beside.resizeRelocate(0, 0, (w - GAP) / 2, h);
      beside.setCamera(active.camera());
    }
    refresh();
  }
}
