package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.FingerBend;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.desk.command.Commands;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.NumberField;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;

/**
 * What a layer has beside its settings: how far an edit is felt, the selected part's turn typed in
 * degrees, and its parts with a switch each.
 */
public final class LayerPicture implements PassPicture {
  private static final List<String> LETTERS = List.of("x", "y", "z");
  private static final Set<Role> SPINE =
      EnumSet.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);

  private final Session session;
  private final VBox box = new VBox(8);
  private final VBox rows = new VBox(2);
  private final Label part = new Label();
  private final List<NumberField> turns = new ArrayList<>();
  private final ToggleButton near = new ToggleButton("Near here");
  private final ToggleButton whole = new ToggleButton("In all of the range");
  private final NumberField hold;
  private final VBox turnLine = new VBox(4);
  private final CheckBox spread = new CheckBox("Spread over the spine");
  private final VBox fingers = new VBox(4);
  private final NumberField curl;
  private final NumberField apart;
  private List<Line> shown = List.of();

  /** What is told of a part of the layer. */
  private record Line(PartName part, boolean on, int keys) {
    static List<Line> of(LayerPass layer) {
      Map<PartName, List<LayerRow>> byPart = new LinkedHashMap<>();
      layer.rows().forEach(r -> byPart.computeIfAbsent(r.part(), p -> new ArrayList<>()).add(r));
      List<Line> lines = new ArrayList<>();
      byPart.forEach(
          (p, own) ->
              lines.add(
                  new Line(
                      p,
                      own.stream().anyMatch(r -> !r.off()),
                      own.stream().mapToInt(r -> r.curve().keys().size()).max().orElse(0))));
      return lines;
    }
  }

  public LayerPicture(Session session, Commands commands) {
    this.session = session;
    ToggleGroup group = new ToggleGroup();
    near.setToggleGroup(group);
    whole.setToggleGroup(group);
    near.setId("hold-near");
    whole.setId("hold-whole");
    near.setTooltip(new Tooltip("An edit is felt so long to either side of the playhead only"));
    whole.setTooltip(new Tooltip("An edit changes all of the work range by as much"));
    near.setOnAction(e -> choose(false));
    whole.setOnAction(e -> choose(true));
    hold =
        new NumberField(
            "hold",
            "Hold",
            "s",
            0.01,
            30,
            0.02,
            2,
            2,
            "How long an edit is felt to either side",
            session.posing()::setHold,
            () -> {});
    for (int i = 0; i < 3; i++) {
      int axis = i;
      NumberField field =
          new NumberField(
                  "layer-turn-" + LETTERS.get(i),
                  LETTERS.get(i),
                  "°",
                  -3600,
                  3600,
                  -180,
                  180,
                  1,
                  "Turn of the selected part on this layer, at the playhead",
                  v -> turned(axis, v),
                  session::settle)
              .labelled();
      turns.add(field);
    }
    turnLine.getChildren().addAll(turns);
    spread.setId("spread-spine");
    spread.setTooltip(
        new Tooltip("A turn in the view bends all joints of the spine, each a little"));
    spread.selectedProperty().bindBidirectional(session.posing().spreadProperty());
    curl =
        fingerField(
            "finger-curl",
            "curl",
            "How much each joint of the finger closes",
            (bend, v) -> bent(bend, v, bend.spread(layer().orElseThrow(), frame())));
    apart =
        fingerField(
            "finger-spread",
            "spread",
            "How far the fingers are apart",
            (bend, v) -> bent(bend, bend.curl(layer().orElseThrow(), frame()), v));
    fingers.getChildren().addAll(curl, apart);
    FlowPane keys = new FlowPane(6, 6);
    for (String id : List.of("key-here", "keep-good", "fade-here")) {
      Button button = commands.wordButton(id);
      button.setText(SHORT.get(id));
      button.setId("panel-" + id);
      button.getStyleClass().add("wh-small");
      keys.getChildren().add(button);
    }
    HBox nearLine = new HBox(8, near, whole);
    nearLine.setAlignment(Pos.CENTER_LEFT);
    hold.labelled();
    box.getChildren()
        .addAll(
            Editor.heading("What a drag changes"),
            nearLine,
            hold,
            part,
            turnLine,
            spread,
            fingers,
            keys,
            Editor.heading("Parts"),
            rows);
    box.setId("layer");
    session.posing().wholeRangeProperty().addListener((o, a, b) -> showHold());
    session.posing().holdBeforeSProperty().addListener((o, a, b) -> showHold());
    session.posing().holdAfterSProperty().addListener((o, a, b) -> showHold());
    showHold();
  }

  private NumberField fingerField(
      String id, String words, String help, BiConsumer<FingerBend, Double> change) {
    return new NumberField(
            id,
            words,
            "°",
            -180,
            180,
            -40,
            90,
            0,
            help,
            v -> bend().ifPresent(b -> change.accept(b, Math.toRadians(v))),
            session::settle)
        .labelled();
  }

  private int frame() {
    return session.frameProperty().get();
  }

  /** The finger or hand that is selected. */
  private Optional<FingerBend> bend() {
    return layer()
        .filter(l -> !l.replaces() && l.frame() == LayerPass.Frame.PARENT)
        .flatMap(l -> session.takeProperty().get())
        .filter(t -> !session.selected().isEmpty())
        .flatMap(t -> FingerBend.of(t.raw().motion().body(), session.held()));
  }

  private void bent(FingerBend bend, double curlRad, double spreadRad) {
    Plate plate = session.plate().orElseThrow();
    session.editPlate(
        "bend of fingers on " + plate.name(),
        "typed-bend",
        plate.id(),
        p ->
            p.withPass(
                bend.bent(
                    (LayerPass) p.pass(), frame(), curlRad, spreadRad, LayerHands.hold(session))));
  }

  private static final Map<String, String> SHORT =
      Map.of("key-here", "Key here", "keep-good", "Right as it is here", "fade-here", "Fade here");

  private void choose(boolean all) {
    session.posing().wholeRangeProperty().set(all);
    // one of both is always on, also where it is pressed again
    showHold();
  }

  private void showHold() {
    boolean all = session.posing().wholeRangeProperty().get();
    whole.setSelected(all);
    near.setSelected(!all);
    hold.setDisable(all);
    hold.show(
        (session.posing().holdBeforeSProperty().get() + session.posing().holdAfterSProperty().get())
            / 2);
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public boolean isFirst() {
    return true;
  }

  private Optional<LayerPass> layer() {
    return session
        .plate()
        .map(Plate::pass)
        .filter(LayerPass.class::isInstance)
        .map(LayerPass.class::cast);
  }

  private Optional<PartName> selected() {
    return session
        .takeProperty()
        .get()
        .filter(t -> !session.selected().isEmpty())
        .map(t -> PartName.of(t.raw().motion().body(), session.held()));
  }

  private void turned(int axis, double degrees) {
    Optional<PartName> of = selected();
    if (layer().isEmpty() || of.isEmpty()) {
      return;
    }
    int frame = session.frameProperty().get();
    Plate plate = session.plate().orElseThrow();
    session.editPlate(
        "turn of " + of.get().words() + " on " + plate.name(),
        "typed-turn",
        plate.id(),
        p -> {
          LayerPass pass = (LayerPass) p.pass();
          double[] v = LayerEdit.at(pass, of.get(), Channel.Of.TURN, frame);
          v[axis] = Math.toRadians(degrees);
          return p.withPass(
              LayerEdit.set(pass, of.get(), Channel.Of.TURN, frame, v, LayerHands.hold(session)));
        });
  }

  @Override
  public void show(Session of, String plateId) {
    layer().ifPresent(this::show);
  }

  private void show(LayerPass layer) {
    Optional<PartName> chosen = selected();
    boolean turnable =
        chosen.isPresent()
            && (!layer.replaces() || LayerEdit.has(layer, chosen.get(), Channel.Of.TURN));
    part.setText(
        chosen
            .map(p -> "Turn of the " + p.words() + " here")
            .orElse("Select a part in the view to turn or pull it."));
    part.setWrapText(true);
    turnLine.setVisible(turnable);
    turnLine.setManaged(turnable);
    if (turnable) {
      double[] v =
          LayerEdit.at(layer, chosen.get(), Channel.Of.TURN, session.frameProperty().get());
      for (int i = 0; i < 3; i++) {
        turns.get(i).show(Math.toDegrees(v[i]));
      }
    }
    put(spread, turnable && chosen.flatMap(PartName::role).filter(SPINE::contains).isPresent());
    Optional<FingerBend> bend = bend();
    put(fingers, bend.isPresent());
    bend.ifPresent(
        b -> {
          curl.show(Math.toDegrees(b.curl(layer, frame())));
          apart.show(Math.toDegrees(b.spread(layer, frame())));
        });
    List<Line> now = Line.of(layer);
    if (!now.equals(shown)) {
      // making controls costs most, and a drag changes values alone
      shown = now;
      rows.getChildren().setAll(list(now));
    }
  }

  private static void put(Node node, boolean on) {
    node.setVisible(on);
    node.setManaged(on);
  }

  private List<Node> list(List<Line> lines) {
    List<Node> list = new ArrayList<>();
    lines.forEach(l -> list.add(line(l)));
    if (list.isEmpty()) {
      Label none = new Label("Nothing is keyed yet.");
      none.getStyleClass().add("wh-soft");
      list.add(none);
    }
    return list;
  }

  private Node line(Line told) {
    PartName of = told.part();
    CheckBox on = new CheckBox(of.words());
    on.setSelected(told.on());
    on.setTooltip(new Tooltip("Whether the layer acts on the " + of.words()));
    on.setOnAction(e -> change("switch", of, on.isSelected()));
    Label count = new Label(told.keys() + (told.keys() == 1 ? " key" : " keys"));
    count.getStyleClass().add("wh-soft");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Button clear = new Button("×");
    clear.getStyleClass().add("wh-small");
    clear.setTooltip(new Tooltip("Take the " + of.words() + " off this layer"));
    clear.setAccessibleText("Take the " + of.words() + " off this layer");
    clear.setOnAction(e -> remove(of));
    HBox line = new HBox(8, on, space, count, clear);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private void change(String what, PartName of, boolean on) {
    edit(
        what + " " + of.words() + (on ? " on" : " off") + " of",
        l -> l.each(r -> r.part().equals(of) ? r.withOff(!on) : r));
  }

  private void remove(PartName of) {
    edit(
        "take " + of.words() + " off",
        l -> l.withRows(l.rows().stream().filter(r -> !r.part().equals(of)).toList()));
  }

  private void edit(String what, UnaryOperator<LayerPass> change) {
    session
        .plate()
        .ifPresent(
            plate ->
                session.editPlate(
                    what + " " + plate.name(),
                    null,
                    plate.id(),
                    p -> p.withPass(change.apply((LayerPass) p.pass()))));
  }
}
