package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.layout.Pane;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Chain;
import waxhand.core.chain.PassKind;
import waxhand.core.props.Prop;
import waxhand.core.scene.Motion;
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

  private final Session session;
  private final KeptViews kept;
  private final List<MarkSource> sources;
  private final Predicate<PassKind<?>> strokes;
  private final List<View> views = new ArrayList<>();
  private final View beside;
  private final Magnifier magnifier;
  private final Follower follower = new Follower(views);
  private final BooleanProperty printsShown = new SimpleBooleanProperty(true);
  private final BooleanProperty twoUp = new SimpleBooleanProperty();
  private final BooleanProperty four = new SimpleBooleanProperty();
  private final BooleanProperty follow = new SimpleBooleanProperty(true);
  private View active;
  private boolean twoTone;
  private boolean helpersShown = true;
  private Wax wax = Wax.SOLID;
  private String framedTake = "";
  private final WorkedOut<Skins.Key, Skins> skins = new WorkedOut<>(Skins.NONE);
  private BitSet isolated = new BitSet();
  private BitSet shownParts = new BitSet();

  /**
   * @param sources of marks, those that lie lowest first
   * @param strokes for which chosen pass strokes show what it and the others take away
   * @param side of what else is selected than parts of the body; the middle for none
   */
  public Viewport(
      Session session,
      Palette palette,
      Memory memory,
      List<MarkSource> sources,
      Predicate<PassKind<?>> strokes,
      Supplier<Side> side) {
    this.session = session;
    this.sources = sources;
    this.strokes = strokes;
    this.kept = new KeptViews(memory);
    setId("viewport");
    for (Aspect aspect : Aspect.values()) {
      View view = new View(palette, aspect);
      view.draggedAlong(session.posing().alongProperty()::get);
      view.onPick(this::picked);
      view.onPickProp(this::choose);
      view.onTouch(() -> active = view);
      views.add(view);
    }
    beside = new View(palette, Aspect.PERSPECTIVE);
    beside.setId("view-beside");
    beside.onPick(this::picked);
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
    magnifier = new Magnifier(palette, body -> selectedSide(body, side.get()), this::picked);
    getChildren().addAll(views);
    getChildren().addAll(beside, magnifier);
    listen();
    setMinSize(200, 160);
  }

  private void listen() {
    magnifier.shownProperty().addListener((o, was, is) -> requestLayout());
    twoUp.addListener(
        (o, was, is) -> {
          four.set(false);
          requestLayout();
        });
    four.addListener((o, was, is) -> requestLayout());
    session.plateIdProperty().addListener((o, was, is) -> showStrokes());
    session.plateIdProperty().addListener((o, was, is) -> remark());
    session.frameProperty().addListener((o, was, is) -> refresh());
    session.stagesProperty().addListener((o, was, is) -> refresh());
    session.flagAProperty().addListener((o, was, is) -> refresh());
    session.flagBProperty().addListener((o, was, is) -> refresh());
    sources.forEach(source -> source.onChange(this::remark));
    printsShown.addListener((o, was, is) -> remark());
    session.selectionProperty().addListener((o, was, is) -> select());
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
    return magnifier.shownProperty();
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
                      at,
                      now.yawRad(),
                      Magnifier.LOW_RAD,
                      Math.min(now.heightM(), 1),
                      now.parallel()));
            });
  }

  /** The side something is selected on. */
  private Side selectedSide(Body body, Side otherwise) {
    return session.selected(body).stream()
        .mapToObj(body::role)
        .flatMap(Optional::stream)
        .map(Role::side)
        .filter(s -> s != Side.MIDDLE)
        .reduce(otherwise, (a, b) -> b);
  }

  private void showStrokes() {
    boolean shown = session.plate().map(p -> strokes.test(p.pass().kind())).orElse(false);
    views.forEach(v -> v.setStrokes(shown));
  }

  /** Whether prints are shown on the ground. */
  public BooleanProperty printsShownProperty() {
    return printsShown;
  }

  private List<Mark> marks() {
    return sources.stream()
        .flatMap(source -> source.marks().stream())
        .filter(mark -> helpersShown && (printsShown.get() || mark.prints().isEmpty()))
        .toList();
  }

  private void remark() {
    List<Mark> marks = marks();
    shown().forEach(v -> v.setMarks(marks));
    if (magnifier.isVisible()) {
      magnifier.view().setMarks(marks);
    }
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
    magnifier.view().setWax(other.opacity);
  }

  /** Whether left and right of the wax have two tones. */
  public boolean isTwoTone() {
    return twoTone;
  }

  public void setTwoTone(boolean apart) {
    twoTone = apart;
    views.forEach(v -> v.setTwoTone(apart));
    beside.setTwoTone(apart);
    magnifier.view().setTwoTone(apart);
  }

  /** Whether wire, marks, axes and scale are shown with the figure. */
  public boolean areHelpersShown() {
    return helpersShown;
  }

  public void setHelpersShown(boolean shown) {
    helpersShown = shown;
    views.forEach(v -> v.setHelpersShown(shown));
    beside.setHelpersShown(shown);
    magnifier.view().setHelpersShown(shown);
    remark();
  }

  /** Takes the colours of the theme. */
  public void repaint() {
    views.forEach(View::repaint);
    beside.repaint();
    magnifier.view().repaint();
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
    BitSet parts = selected();
    for (View view : shown()) {
      double height =
          session.motionAt(session.flagBProperty().get()).map(m -> m.body().heightM()).orElse(1.75);
      if (parts.isEmpty()) {
        follower.sees(height);
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
          .ifPresent(m -> limbs.or(m.clip().skeleton().below(selected())));
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
    kept.keep(number, new KeptView(active.aspect(), relative(active.camera(), -1)));
  }

  public boolean hasKept(int number) {
    return kept.get(number).isPresent();
  }

  /** Brings a kept view back. */
  public void lookKept(int number) {
    kept.get(number)
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
    BitSet was = selected();
    BitSet now = new BitSet();
    if (joint >= 0 && !(was.get(joint) && was.cardinality() == 1)) {
      now.set(joint);
    }
    body().ifPresent(body -> session.select(body, now));
  }

  private Optional<Body> body() {
    return session.motionAt(session.flagBProperty().get()).map(Motion::body);
  }

  /** The selected joints of the body in wax. */
  private BitSet selected() {
    return body().map(session::selected).orElseGet(BitSet::new);
  }

  /** Shows which parts are selected. */
  private void select() {
    BitSet parts = selected();
    if (!parts.equals(shownParts)) {
      shownParts = parts;
      views.forEach(v -> v.select(parts));
      session
          .motionAt(session.flagAProperty().get())
          .ifPresent(m -> beside.select(session.selected(m.body())));
    }
  }

  /** Chooses the last plate that puts a prop of that name there. */
  private void choose(Prop prop) {
    session.chain().plates().stream()
        .filter(p -> p.pass().gives().equals(Optional.of(prop.name())))
        .reduce((a, b) -> b)
        .ifPresent(p -> session.plateIdProperty().set(Optional.of(p.id())));
  }

  private void refresh() {
    Optional<Motion> wire = session.motionAt(session.flagAProperty().get());
    Optional<Motion> now = session.motionAt(session.flagBProperty().get());
    Optional<Skins> worn =
        now.filter(m -> active.isSolid())
            .map(m -> skins.of(Skins.key(m), work -> Skins.of(m), this::refresh));
    int frame = session.frameProperty().get();
    int wireFrame = session.timingAt(session.flagAProperty().get()).local(frame);
    int waxFrame = session.timingAt(session.flagBProperty().get()).local(frame);
    List<Mark> marks = marks();
    select();
    for (View view : shown()) {
      worn.ifPresent(view::dress);
      view.show(twoUp.get() ? Optional.empty() : wire, wireFrame, now, waxFrame, marks);
    }
    if (magnifier.isVisible() && now.isPresent()) {
      worn.ifPresent(magnifier.view()::dress);
      magnifier.show(wire, wireFrame, now, waxFrame, marks, active.camera().yawRad());
    }
    if (twoUp.get()) {
      worn.ifPresent(beside::dress);
      beside.show(Optional.empty(), waxFrame, wire, wireFrame, List.of());
      Chain chain = session.chain();
      beside.setName("A: " + session.flagAProperty().get().words(chain), true);
      active.setName("B: " + session.flagBProperty().get().words(chain), true);
    }
    String take = session.takeProperty().get().map(t -> t.id()).orElse("");
    if (now.isPresent() && !take.equals(framedTake)) {
      framedTake = take;
      isolate(new BitSet());
      active.middle().ifPresent(m -> follower.frame(m, now.get().body().heightM()));
      return;
    }
    now.ifPresent(m -> follower.makeRoom(m.body().heightM()));
    if (follow.get()) {
      active.middle().ifPresent(follower::followTo);
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
    magnifier.resizeRelocate(0, 0, w, h);
    beside.setVisible(twoUp.get() && !four.get());
    if (beside.isVisible()) {
      beside.resizeRelocate(0, 0, (w - GAP) / 2, h);
      beside.setCamera(active.camera());
    }
    refresh();
  }
}
