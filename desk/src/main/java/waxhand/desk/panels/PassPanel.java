package waxhand.desk.panels;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.motion.Motion;
import waxhand.core.passes.Axis;
import waxhand.core.passes.Pass;
import waxhand.core.passes.PassKind;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Scope;
import waxhand.core.passes.Setting;
import waxhand.core.passes.Span;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/**
 * The chosen pass: what it does, its settings, where it acts and how much. Made from the pass's
 * list of settings; kinds with something to look at add a {@link PassPicture}.
 */
public final class PassPanel extends VBox {
  private final Session session;
  private final Palette palette;
  private final Commands commands;
  private final VBox content = new VBox(8);
  private final List<Runnable> refreshers = new ArrayList<>();
  private String builtFor = "";

  public PassPanel(Session session, Palette palette, Commands commands) {
    this.session = session;
    this.palette = palette;
    this.commands = commands;
    getStyleClass().addAll("wh-side", "wh-side-right");
    setId("pass-panel");
    setMinWidth(312);
    setPrefWidth(312);
    setMaxWidth(312);
    ScrollPane scroll = new ScrollPane(content);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().add(scroll);
    session.plateIdProperty().addListener((o, a, b) -> show());
    session.takeProperty().addListener((o, a, b) -> show());
    session.stagesProperty().addListener((o, a, b) -> refresh());
    session.selectionProperty().addListener((o, a, b) -> refresh());
    session.frameProperty().addListener((o, a, b) -> refreshPicture());
    show();
  }

  private Optional<PassPicture> picture = Optional.empty();

  private void refreshPicture() {
    picture.ifPresent(p -> p.show(session));
  }

  /** Draws again, in the colours of the theme. */
  public void repaint() {
    builtFor = "";
    show();
  }

  private void show() {
    Optional<Plate> plate = session.plate();
    String key =
        plate
            .map(p -> p.id() + "/" + p.pass().kind().id())
            .orElse("none:" + session.takeProperty().get().map(t -> t.id()).orElse(""));
    if (!key.equals(builtFor)) {
      builtFor = key;
      content.getChildren().clear();
      refreshers.clear();
      picture = Optional.empty();
      plate.ifPresentOrElse(this::build, this::buildEmpty);
    }
    refresh();
  }

  private void refresh() {
    refreshers.forEach(Runnable::run);
    refreshPicture();
  }

  private void buildEmpty() {
    boolean take = session.takeProperty().get().isPresent();
    Label heading = new Label(take ? "No pass chosen" : "The bench is empty");
    heading.getStyleClass().add("wh-heading");
    Label words =
        new Label(
            take
                ? "Choose a plate on the rail to see what it does. Add one here; the raw take stays as"
                    + " it is."
                : "Open a project or new takes from files, or drop them on the window.");
    words.setWrapText(true);
    words.getStyleClass().add("wh-soft");
    VBox buttons = new VBox(8);
    List<String> ids =
        take ? List.of("first-pass", "add-level", "add-smooth") : List.of("new-from-files", "open");
    for (String id : ids) {
      Button button = new Button(commands.get(id).words());
      button.setTooltip(new Tooltip(commands.get(id).tip()));
      button.setMaxWidth(Double.MAX_VALUE);
      button.setOnAction(e -> commands.get(id).run());
      if (id.equals("first-pass")) {
        button.getStyleClass().add("wh-main");
      }
      buttons.getChildren().add(button);
    }
    content.getChildren().addAll(heading, words, buttons);
    if (take) {
      Label read = new Label("How it was read");
      read.getStyleClass().add("wh-heading");
      Label assumed = new Label();
      assumed.setWrapText(true);
      assumed.getStyleClass().add("wh-soft");
      refreshers.add(
          () ->
              session
                  .takeProperty()
                  .get()
                  .ifPresent(t -> assumed.setText(String.join("\n", t.raw().assumptions()))));
      Button change = new Button(commands.get("reread").words());
      change.setTooltip(new Tooltip(commands.get("reread").tip()));
      change.setOnAction(e -> commands.get("reread").run());
      content.getChildren().addAll(new Region(), read, assumed, change);
    }
  }

  private void build(Plate plate) {
    PassKind<?> kind = plate.pass().kind();
    String id = plate.id();
    TextField name = new TextField();
    name.setId("plate-name");
    name.getStyleClass().add("wh-title");
    name.setAccessibleText("Name of the plate");
    name.setTooltip(new Tooltip("Name of the plate; type another"));
    Runnable rename =
        () -> {
          String text = name.getText().strip();
          if (!text.isEmpty() && !plateNow(id).map(p -> p.name().equals(text)).orElse(true)) {
            session.editPlate("rename to " + text, null, id, p -> p.withName(text));
          }
        };
    name.setOnAction(e -> rename.run());
    name.focusedProperty()
        .addListener(
            (o, a, on) -> {
              if (!on) {
                rename.run();
              }
            });
    refreshers.add(
        () ->
            plateNow(id)
                .ifPresent(
                    p -> {
                      if (!name.isFocused()) {
                        name.setText(p.name());
                      }
                    }));
    Label help = new Label(kind.help());
    help.setWrapText(true);
    help.getStyleClass().add("wh-soft");
    content.getChildren().addAll(name, help);
    for (Setting<?> setting : kind.settings()) {
      content.getChildren().add(editor(id, setting));
    }
    picture = PassPicture.of(plate, palette);
    picture.ifPresent(p -> content.getChildren().add(p.node()));
    if (kind.local()) {
      content.getChildren().addAll(heading("Where"), spanEditor(id), scopeEditor(id));
    }
    content.getChildren().addAll(heading("How much"), weightEditor(id));
    HBox bottom = new HBox(8, textButton("mute"), textButton("delete-plate"));
    content.getChildren().add(bottom);
  }

  private Button textButton(String id) {
    Button button = new Button(commands.get(id).words());
    button.setTooltip(new Tooltip(commands.get(id).tip()));
    button.setOnAction(e -> commands.get(id).run());
    return button;
  }

  private static Label heading(String words) {
    Label label = new Label(words);
    label.getStyleClass().add("wh-heading");
    return label;
  }

  private Optional<Plate> plateNow(String id) {
    return session.chain().plates().stream().filter(p -> p.id().equals(id)).findFirst();
  }

  /** The pass with everything found filled in, as last worked out. */
  private Optional<Pass> settled(String id) {
    return session
        .stagesProperty()
        .get()
        .flatMap(s -> s.chain().indexOf(id).stream().mapToObj(i -> s.passes().get(i)).findFirst());
  }

  private void edit(String id, Setting<?> setting, Object value, boolean joined) {
    session.editPlate(
        setting.words().toLowerCase(Locale.ROOT)
            + " of "
            + plateNow(id).map(Plate::name).orElse(""),
        joined ? id + setting.key() : null,
        id,
        p -> p.withPass(p.pass().kind().with(p.pass(), setting, value)));
  }

  private Node editor(String id, Setting<?> setting) {
    if (setting instanceof Setting.Number<?> number) {
      return numberEditor(id, number, number.unit(), number.min(), number.max(), false);
    }
    if (setting instanceof Setting.Found<?> found) {
      return numberEditor(id, found, found.unit(), found.min(), found.max(), true);
    }
    if (setting instanceof Setting.Choice<?> choice) {
      ChoiceBox<String> box = new ChoiceBox<>();
      box.getItems().addAll(choice.options());
      box.setId(setting.key());
      box.setAccessibleText(setting.words());
      box.setTooltip(new Tooltip(setting.help()));
      box.setOnAction(
          e -> {
            if (box.getValue() != null) {
              edit(id, setting, box.getValue(), false);
            }
          });
      refreshers.add(
          () ->
              plateNow(id)
                  .ifPresent(p -> box.setValue((String) p.pass().kind().get(p.pass(), setting))));
      return labelled(setting.words(), box);
    }
    CheckBox box = new CheckBox(setting.words());
    box.setId(setting.key());
    box.setTooltip(new Tooltip(setting.help()));
    box.setOnAction(e -> edit(id, setting, box.isSelected(), false));
    refreshers.add(
        () ->
            plateNow(id)
                .ifPresent(p -> box.setSelected((Boolean) p.pass().kind().get(p.pass(), setting))));
    return box;
  }

  private static HBox labelled(String words, Node node) {
    Label label = new Label(words);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox row = new HBox(8, label, gap, node);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private Node numberEditor(
      String id, Setting<?> setting, String unit, double min, double max, boolean canBeFound) {
    double k = Units.perInner(unit);
    double[] ends = SliderEnds.of(setting.key(), min, max);
    NumberField field =
        new NumberField(
            setting.key(),
            setting.words(),
            unit,
            min * k,
            max * k,
            ends[0] * k,
            ends[1] * k,
            Units.decimals(unit),
            setting.help(),
            v -> edit(id, setting, v / k, true),
            session::settle);
    Label label = new Label(setting.words());
    HBox top = new HBox(8, label);
    top.setAlignment(Pos.CENTER_LEFT);
    ToggleButton found = new ToggleButton("found");
    if (canBeFound) {
      Region gap = new Region();
      HBox.setHgrow(gap, Priority.ALWAYS);
      found.setId(setting.key() + "-found");
      found.setTooltip(new Tooltip("On: taken from the take itself. Off: as set here."));
      found.setOnAction(
          e -> {
            Object now = settled(id).map(p -> p.kind().get(p, setting)).orElse(null);
            Object fallback = now == null ? Double.valueOf(defaultFor(setting, min)) : now;
            edit(id, setting, found.isSelected() ? null : fallback, false);
          });
      top.getChildren().addAll(gap, found);
    }
    refreshers.add(
        () ->
            plateNow(id)
                .ifPresent(
                    p -> {
                      Object own = p.pass().kind().get(p.pass(), setting);
                      found.setSelected(own == null);
                      Object value =
                          own != null
                              ? own
                              : settled(id).map(s -> s.kind().get(s, setting)).orElse(null);
                      double shown = value instanceof Double d ? d : defaultFor(setting, min);
                      field.show(Double.isFinite(shown) ? shown * k : max * k);
                      field.setOpacity(own == null ? 0.75 : 1);
                    }));
    return new VBox(2, top, field);
  }

  /**
   * What a number is that nobody set and nothing was found for: the body's height, or the least.
   */
  private double defaultFor(Setting<?> setting, double min) {
    Optional<Motion> raw = session.stagesProperty().get().map(s -> s.motions().get(0));
    return setting.key().equals("actorM")
        ? raw.map(m -> m.body().heightM()).orElse(1.75)
        : Math.max(0, min);
  }

  private Node spanEditor(String id) {
    ToggleButton whole = new ToggleButton("Whole take");
    whole.setId("span-all");
    whole.setTooltip(new Tooltip("Acts on every frame; off: on the span below"));
    whole.setOnAction(
        e ->
            session.editPlate(
                "span",
                null,
                id,
                p ->
                    p.withSpan(
                        whole.isSelected()
                            ? Span.ALL
                            : Span.of(
                                session.workRange(), (int) Math.round(session.rateHz() * 0.1)))));
    HBox row = new HBox(6);
    row.setAlignment(Pos.CENTER_LEFT);
    String[] words = {"from", "to", "ease in", "ease out"};
    VBox fields = new VBox(6, whole);
    HBox[] rows = {new HBox(6), new HBox(6)};
    for (int i = 0; i < 4; i++) {
      TextField field = new TextField();
      field.setId("span-" + words[i].replace(' ', '-'));
      field.getStyleClass().add("wh-number");
      field.setAccessibleText("Span, " + words[i] + ", frames");
      field.setTooltip(new Tooltip("Span: " + words[i] + ", in frames"));
      int which = i;
      Runnable typed = () -> spanTyped(id, which, field);
      field.setOnAction(e -> typed.run());
      field
          .focusedProperty()
          .addListener(
              (o, a, on) -> {
                if (!on) {
                  typed.run();
                }
              });
      Label label = new Label(words[i]);
      label.setMinWidth(50);
      HBox pair = rows[i / 2];
      pair.setAlignment(Pos.CENTER_LEFT);
      pair.getChildren().addAll(label, field);
      refreshers.add(
          () ->
              plateNow(id)
                  .ifPresent(
                      p -> {
                        Span s = p.span();
                        whole.setSelected(s.isAll());
                        field.setDisable(s.isAll());
                        int[] values = {
                          s.from(), s.isAll() ? session.frames() : s.to(), s.easeIn(), s.easeOut()
                        };
                        if (!field.isFocused()) {
                          field.setText(Integer.toString(values[which]));
                        }
                      }));
    }
    fields.getChildren().addAll(rows);
    return fields;
  }

  private void spanTyped(String id, int which, TextField field) {
    Optional<Plate> plate = plateNow(id);
    if (plate.isEmpty() || plate.get().span().isAll()) {
      return;
    }
    Span s = plate.get().span();
    int[] v = {s.from(), s.to(), s.easeIn(), s.easeOut()};
    try {
      v[which] = Integer.parseInt(field.getText().strip());
      Span next = new Span(v[0], v[1], v[2], v[3]);
      if (!next.equals(s)) {
        session.editPlate("span of " + plate.get().name(), null, id, p -> p.withSpan(next));
      }
    } catch (IllegalArgumentException e) {
      field.setText(Integer.toString(new int[] {s.from(), s.to(), s.easeIn(), s.easeOut()}[which]));
    }
  }

  private Node scopeEditor(String id) {
    Label scope = new Label();
    scope.setId("scope");
    scope.setWrapText(true);
    scope.getStyleClass().add("wh-soft");
    refreshers.add(
        () -> plateNow(id).ifPresent(p -> scope.setText("Acts on: " + p.scope().words())));
    Button take = new Button("Use selection");
    take.setId("scope-selection");
    take.setTooltip(new Tooltip("Acts on the parts that are selected in the view or the list"));
    take.setOnAction(
        e ->
            session
                .takeProperty()
                .get()
                .ifPresent(
                    t -> {
                      BitSet parts = session.selectionProperty().get();
                      Scope next =
                          parts.isEmpty() ? Scope.ALL : Scope.of(t.raw().motion().body(), parts);
                      session.editPlate(
                          "scope", null, id, p -> p.withScope(next.withAxes(p.scope().axes())));
                    }));
    refreshers.add(() -> take.setDisable(session.selectionProperty().get().isEmpty()));
    Button all = new Button("Whole body");
    all.setId("scope-all");
    all.setTooltip(new Tooltip("Acts on every part"));
    all.setOnAction(
        e ->
            session.editPlate(
                "scope", null, id, p -> p.withScope(Scope.ALL.withAxes(p.scope().axes()))));
    FlowPane axes = new FlowPane(6, 6);
    for (Axis axis : Axis.values()) {
      ToggleButton button = new ToggleButton(axis.name().toLowerCase(Locale.ROOT));
      button.setId("axis-" + axis.name());
      button.setTooltip(
          new Tooltip("Acts on the " + axis.name().toLowerCase(Locale.ROOT) + " axis"));
      button.setOnAction(
          e ->
              session.editPlate(
                  "axes",
                  null,
                  id,
                  p -> {
                    Set<Axis> now = EnumSet.noneOf(Axis.class);
                    now.addAll(p.scope().axes());
                    if (!now.remove(axis)) {
                      now.add(axis);
                    }
                    return p.withScope(p.scope().withAxes(now));
                  }));
      refreshers.add(
          () -> plateNow(id).ifPresent(p -> button.setSelected(p.scope().axes().contains(axis))));
      axes.getChildren().add(button);
    }
    HBox buttons = new HBox(8, take, all);
    return new VBox(6, scope, buttons, labelled("Axes", axes));
  }

  private Node weightEditor(String id) {
    NumberField field =
        new NumberField(
            "weight",
            "Weight",
            "%",
            0,
            100,
            0,
            100,
            0,
            "Share of the pass that counts",
            v ->
                session.editPlate(
                    "weight of " + plateNow(id).map(Plate::name).orElse(""),
                    id + "weight",
                    id,
                    p -> p.withWeight(v / 100)),
            session::settle);
    refreshers.add(() -> plateNow(id).ifPresent(p -> field.show(100 * p.weight())));
    return field;
  }
}
