package waxhand.desk.rail;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import waxhand.core.chain.Chain;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Results;
import waxhand.desk.session.Session;

/**
 * The chain of passes from raw to result, a plate each, and the flags A and B between them. Plates
 * are chosen by a click, moved by dragging or by commands; flags by dragging or, focused, by
 * arrows.
 */
public final class Rail extends Pane {
  private static final double HEIGHT = 88;
  private static final double LINE_Y = 56;
  private static final double ENDS = 56;

  /** From plate to plate at the closest. */
  private static final double LEAST_STEP = 150;

  /** Longer names are cut, pixels. */
  private static final double MOST_WIDE = 260;

  private final Session session;
  private final Results results;
  private final Commands commands;
  private final Predicate<PassKind<?>> brushed;
  private final Line line = new Line();
  private final Circle rawStop = new Circle(5);
  private final Circle resultStop = new Circle(5);
  private final Label rawLabel = new Label("raw");
  private final Label resultLabel = new Label("result");
  private final Label empty = new Label("No passes yet. Add one with + Pass, or press First pass.");
  private final VBox flagA = flag("A");
  private final VBox flagB = flag("B");
  private final List<PlateNode> plates = new ArrayList<>();
  private final List<StackNode> stacks = new ArrayList<>();

  /** Ids of plates of stacks that were spread out. */
  private final Set<String> spread = new HashSet<>();

  private List<Slot> slots = List.of();

  /** What is in sight of the rail: its left end and how much. */
  private double seenFrom;

  private double seen;
  private boolean dragging;

  /**
   * @param brushed whether hands in the views work on plates of a kind: the chosen one then wears
   *     the brush
   */
  public Rail(Session session, Results results, Commands commands, Predicate<PassKind<?>> brushed) {
    this.brushed = brushed;
    this.session = session;
    this.commands = commands;
    this.results = results;
    setId("rail");
    line.getStyleClass().add("wh-rail-line");
    rawStop.getStyleClass().add("wh-rail-stop");
    resultStop.getStyleClass().add("wh-rail-stop");
    empty.getStyleClass().add("wh-soft");
    rawLabel.getStyleClass().add("wh-small");
    resultLabel.getStyleClass().add("wh-small");
    getChildren().addAll(line, rawStop, resultStop, rawLabel, resultLabel, empty, flagA, flagB);
    setMinHeight(HEIGHT);
    setPrefHeight(HEIGHT);
    setMaxHeight(HEIGHT);
    flagHands(flagA, true);
    flagHands(flagB, false);
    session.takeProperty().addListener((o, a, b) -> rebuild());
    session
        .plateIdProperty()
        .addListener(
            (o, a, b) -> {
              if (b.isPresent() && !spread.contains(b.get())) {
                spread.clear();
              }
              arrange();
              mark();
            });
    session.flagAProperty().addListener((o, a, b) -> flagged());
    session.flagBProperty().addListener((o, a, b) -> flagged());
    results.sketchProperty().addListener((o, a, b) -> mark());
    rebuild();
  }

  /**
   * The rail in a window of its own: the wheel moves it where it is longer, and the chosen plate
   * comes into sight.
   */
  public ScrollPane scrolled() {
    ScrollPane pane = new ScrollPane(this);
    pane.setFitToWidth(true);
    pane.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    pane.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    pane.setFocusTraversable(false);
    pane.setMinHeight(HEIGHT);
    pane.setMinWidth(200);
    pane.addEventFilter(
        ScrollEvent.SCROLL,
        e -> {
          double beyond = getWidth() - pane.getViewportBounds().getWidth();
          if (beyond > 1) {
            pane.setHvalue(pane.getHvalue() - (e.getDeltaY() + e.getDeltaX()) / beyond);
            e.consume();
          }
        });
    session.plateIdProperty().addListener((o, a, b) -> Platform.runLater(() -> reveal(pane)));
    session.takeProperty().addListener((o, a, b) -> Platform.runLater(() -> reveal(pane)));
    pane.viewportBoundsProperty()
        .addListener(
            (o, a, b) -> {
              seen = b.getWidth();
              seenFrom = -b.getMinX();
              flagged();
            });
    // a plate that has just come makes the rail longer before it can come into sight
    widthProperty().addListener((o, a, b) -> Platform.runLater(() -> reveal(pane)));
    return pane;
  }

  private void reveal(ScrollPane pane) {
    double seen = pane.getViewportBounds().getWidth();
    double beyond = getWidth() - seen;
    for (PlateNode node : plates) {
      boolean chosen = session.plateIdProperty().get().equals(Optional.of(node.plate().id()));
      if (chosen && beyond > 1) {
        double left = pane.getHvalue() * beyond;
        if (node.getLayoutX() < left || node.getLayoutX() + node.getWidth() > left + seen) {
          pane.setHvalue((node.getLayoutX() + node.getWidth() / 2 - seen / 2) / beyond);
        }
      }
    }
  }

  private static VBox flag(String letter) {
    Label cloth = new Label(letter);
    cloth.getStyleClass().add("wh-flag-cloth");
    Region pole = new Region();
    pole.getStyleClass().add("wh-flag-pole");
    pole.setMinSize(2, 14);
    pole.setMaxSize(2, 14);
    VBox flag = new VBox(cloth, pole);
    flag.setAlignment(Pos.TOP_LEFT);
    flag.getStyleClass().addAll("wh-flag", "wh-flag-" + letter.toLowerCase(Locale.ROOT));
    flag.setId("flag-" + letter);
    flag.setFocusTraversable(true);
    flag.setAccessibleRole(AccessibleRole.SLIDER);
    String shows =
        letter.equals("A") ? "the wire shows the take here" : "the wax shows the take here";
    flag.setAccessibleText("Flag " + letter + ", " + shows);
    Tooltip.install(flag, new Tooltip("Flag " + letter + ": " + shows + ". Drag it, or use ← →."));
    return flag;
  }

  private void flagHands(VBox flag, boolean isA) {
    var property = isA ? session.flagAProperty() : session.flagBProperty();
    flag.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> flag.requestFocus());
    flag.addEventHandler(
        MouseEvent.MOUSE_DRAGGED,
        e -> {
          double x = flag.localToParent(e.getX(), 0).getX();
          Flag nearest = Flag.after(session.chain(), nearestStop(x));
          if (!nearest.equals(property.get())) {
            property.set(nearest);
          }
          e.consume();
        });
    flag.addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          int by = e.getCode() == KeyCode.LEFT ? -1 : e.getCode() == KeyCode.RIGHT ? 1 : 0;
          if (by != 0 && !e.isAltDown()) {
            Chain chain = session.chain();
            property.set(Flag.after(chain, property.get().index(chain) + by));
            e.consume();
          }
        });
  }

  private double stopX(int index) {
    int n = plates.size();
    if (index <= 0) {
      return ENDS;
    }
    if (index >= n) {
      return getWidth() - ENDS;
    }
    PlateNode left = plates.get(index - 1);
    PlateNode right = plates.get(index);
    return (left.getLayoutX() + left.getWidth() + right.getLayoutX()) / 2;
  }

  /** Raw and result stand at the ends even while nothing lies between them. */
  private double flagX(Flag flag) {
    return flag.equals(Flag.RESULT) ? getWidth() - ENDS : stopX(flag.index(session.chain()));
  }

  /** Flags stand between places, never within a stack. */
  private int nearestStop(double x) {
    int best = 0;
    for (Slot slot : slots) {
      int stop = slot.to();
      if (Math.abs(stopX(stop) - x) < Math.abs(stopX(best) - x)) {
        best = stop;
      }
    }
    return best;
  }

  /** Flags stand elsewhere, and where they stand no stack may be. */
  private void flagged() {
    arrange();
    requestLayout();
  }

  /** Shares the plates out to places: stacks only where there is no room for each. */
  private void arrange() {
    List<Plate> wanted = session.chain().plates();
    if (wanted.size() != plates.size()) {
      return;
    }
    int room = seen > 0 ? (int) ((seen - 2 * (ENDS + 24)) / LEAST_STEP) : wanted.size();
    int near =
        session
            .plateIdProperty()
            .get()
            .map(id -> session.chain().indexOf(id).orElse(wanted.size()))
            .orElse(wanted.size());
    Set<String> open = new HashSet<>(spread);
    session.plateIdProperty().get().ifPresent(open::add);
    Set<Integer> stops = new HashSet<>();
    stops.add(session.flagAProperty().get().index(session.chain()));
    stops.add(session.flagBProperty().get().index(session.chain()));
    List<Slot> before = slots;
    slots = Slot.fitted(wanted, open, stops, room, near);
    List<Slot> wantedStacks = slots.stream().filter(Slot::isStack).toList();
    boolean same = wantedStacks.size() == stacks.size();
    for (int i = 0; same && i < stacks.size(); i++) {
      Slot slot = wantedStacks.get(i);
      same = stacks.get(i).holds(wanted.subList(slot.from(), slot.to()));
    }
    if (!same) {
      getChildren().removeAll(stacks);
      stacks.clear();
      for (Slot slot : wantedStacks) {
        List<Plate> inside = wanted.subList(slot.from(), slot.to());
        stacks.add(new StackNode(inside, () -> spreadOut(inside)));
      }
      getChildren().addAll(stacks);
      flagA.toFront();
      flagB.toFront();
    }
    for (Slot slot : slots) {
      for (int i = slot.from(); i < slot.to(); i++) {
        plates.get(i).setVisible(!slot.isStack());
      }
    }
    if (!same || !slots.equals(before)) {
      requestLayout();
    }
  }

  private void spreadOut(List<Plate> inside) {
    spread.clear();
    inside.forEach(p -> spread.add(p.id()));
    arrange();
  }

  private void rebuild() {
    List<Plate> wanted = session.chain().plates();
    if (dragging) {
      return;
    }
    boolean same = wanted.size() == plates.size();
    for (int i = 0; same && i < wanted.size(); i++) {
      same = wanted.get(i).id().equals(plates.get(i).plate().id());
    }
    if (!same) {
      getChildren().removeAll(plates);
      plates.clear();
      for (Plate plate : wanted) {
        PlateNode node = new PlateNode(session, commands, brushed, plate, this::drop);
        plates.add(node);
        getChildren().add(node);
      }
      flagA.toFront();
      flagB.toFront();
      requestLayout();
    }
    for (int i = 0; i < wanted.size(); i++) {
      plates.get(i).show(wanted.get(i));
    }
    arrange();
    boolean any = session.takeProperty().get().isPresent();
    empty.setVisible(wanted.isEmpty() && any);
    flagA.setVisible(any);
    flagB.setVisible(any);
    mark();
  }

  private void mark() {
    Optional<Results.Sketch> sketch = results.sketchProperty().get();
    for (int i = 0; i < plates.size(); i++) {
      PlateNode node = plates.get(i);
      node.setChosen(session.plateIdProperty().get().equals(Optional.of(node.plate().id())));
      int index = i;
      sketch
          .filter(s -> index < s.effects().size() && index < s.chain().size())
          .filter(s -> s.chain().plates().get(index).id().equals(node.plate().id()))
          .ifPresent(s -> node.effect(s.effects().get(index)));
    }
  }

  /** So wide that every plate can be read; beyond the window the rail is scrolled. */
  @Override
  protected double computeMinWidth(double height) {
    return 2 * (ENDS + 24) + slots.size() * LEAST_STEP;
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    line.setStartX(ENDS);
    line.setEndX(w - ENDS);
    line.setStartY(LINE_Y);
    line.setEndY(LINE_Y);
    rawStop.setCenterX(ENDS);
    rawStop.setCenterY(LINE_Y);
    resultStop.setCenterX(w - ENDS);
    resultStop.setCenterY(LINE_Y);
    rawLabel.autosize();
    rawLabel.relocate(ENDS - rawLabel.getWidth() / 2, LINE_Y + 9);
    resultLabel.autosize();
    resultLabel.relocate(w - ENDS - resultLabel.getWidth() / 2, LINE_Y + 9);
    empty.autosize();
    empty.relocate((w - empty.getWidth()) / 2, LINE_Y - 32);
    int n = slots.size();
    double start = ENDS + 24;
    double step = n == 0 ? 0 : (w - 2 * start) / n;
    double each = Math.max(60, Math.min(168, step - 28));
    double[] widths = Widths.shared(needs(), each);
    int stack = 0;
    double x = start + (step - each) / 2;
    for (int i = 0; i < n; i++) {
      for (int k = slots.get(i).from(); k < slots.get(i).to(); k++) {
        PlateNode node = plates.get(k);
        double height = node.prefHeight(widths[i]);
        node.resize(widths[i], height);
        if (!node.isHeld()) {
          node.relocate(x, LINE_Y - height / 2);
        }
      }
      if (slots.get(i).isStack()) {
        StackNode node = stacks.get(stack++);
        double height = plates.get(slots.get(i).from()).prefHeight(widths[i]);
        node.resize(widths[i], height);
        node.relocate(x, LINE_Y - height / 2);
      }
      x += widths[i] + step - each;
    }
    place(flagA, inSight(flagX(session.flagAProperty().get())), -1);
    place(flagB, inSight(flagX(session.flagBProperty().get())), 1);
  }

  /** What each place needs to be read whole, as far as names are no sentences. */
  private double[] needs() {
    double[] needs = new double[slots.size()];
    int stack = 0;
    for (int i = 0; i < needs.length; i++) {
      Region node = slots.get(i).isStack() ? stacks.get(stack++) : plates.get(slots.get(i).from());
      needs[i] = Math.min(MOST_WIDE, node.prefWidth(-1));
    }
    return needs;
  }

  /** A flag whose stop is scrolled away stands at the edge it went over. */
  private double inSight(double x) {
    double room = Math.min(ENDS, seen / 4);
    return seen <= 0 ? x : Math.max(seenFrom + room, Math.min(x, seenFrom + seen - room));
  }

  private static void place(VBox flag, double x, int side) {
    flag.autosize();
    flag.setAlignment(side < 0 ? Pos.TOP_RIGHT : Pos.TOP_LEFT);
    flag.relocate(side < 0 ? x - flag.getWidth() + 1 : x - 1, LINE_Y - flag.getHeight() - 4);
  }

  /** Moves a plate to where it was let go. */
  private void drop(PlateNode held) {
    double middle = held.middle();
    int index = 0;
    for (PlateNode other : plates) {
      if (other != held && other.middle() < middle) {
        index++;
      }
    }
    int to = index;
    Plate plate = held.plate();
    session.editChain("move " + plate.name(), null, c -> c.moved(plate.id(), to));
    requestLayout();
  }
}
