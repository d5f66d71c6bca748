package waxhand.desk.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.javafx.FontIcon;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Stage;
import waxhand.core.passes.PassKinds;
import waxhand.desk.command.Command;
import waxhand.desk.command.Commands;
import waxhand.desk.command.Typed;
import waxhand.desk.kits.Kits;
import waxhand.desk.session.Session;

/** All kinds of pass by the stage of the work, narrowed by typing; a click or Enter adds one. */
final class PassPalette extends VBox {
  private static final String GROUP = "Pass";
  private static final double ENTRY_WIDTH = 312;

  private static final PseudoClass NEXT = PseudoClass.getPseudoClass("next");

  /** Two lines. */
  private static final double HELP_HEIGHT = 32;

  private final Commands commands;
  private final Runnable close;
  private final TextField words = new TextField();
  private final Label none = new Label("No pass of that name.");
  private final Map<Button, PassKind<?>> entries = new LinkedHashMap<>();
  private final List<Group> groups = new ArrayList<>();

  private Optional<Stage> only = Optional.empty();

  private record Group(Stage stage, Node heading, TilePane tiles, List<Button> entries) {}

  PassPalette(Commands commands, Runnable close) {
    super(8);
    this.commands = commands;
    this.close = close;
    setId("pass-palette");
    getStyleClass().add("wh-sheet");
    // as high as what it shows, its field where it is however much is typed
    setMaxSize(2 * ENTRY_WIDTH + 64, USE_PREF_SIZE);
    StackPane.setAlignment(this, Pos.TOP_CENTER);
    StackPane.setMargin(this, new Insets(64, 0, 16, 0));
    words.setId("palette-words");
    words.setPromptText("Add a pass: type a part of its name or of what it does");
    words.setAccessibleText("Find a pass to add");
    words.textProperty().addListener((o, a, b) -> narrow());
    words.focusedProperty().addListener((o, a, b) -> showNext());
    none.getStyleClass().add("wh-soft");
    VBox content = new VBox(2);
    for (Stage stage : stages()) {
      Label heading = new Label(stage.words());
      heading.getStyleClass().add("wh-heading");
      TilePane tiles = new TilePane(4, 2);
      tiles.setPrefColumns(2);
      List<Button> own =
          PassKinds.ALL.stream().filter(k -> k.stage() == stage).map(this::entry).toList();
      tiles.getChildren().addAll(own);
      groups.add(new Group(stage, heading, tiles, own));
      content.getChildren().addAll(heading, tiles);
    }
    content.getChildren().add(none);
    ScrollPane scroll = new ScrollPane(content);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setFocusTraversable(false);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(words, scroll);
    addEventFilter(KeyEvent.KEY_PRESSED, this::keyed);
    narrow();
  }

  /** The commands that open it, whole or at one stage. */
  static void commands(Commands commands, Session session, Consumer<Optional<Stage>> open) {
    commands.add(
        GROUP,
        "add-pass",
        "Add a pass…",
        "fth-plus",
        "Ctrl+Shift+P",
        session::hasTake,
        () -> open.accept(Optional.empty()));
    for (Stage stage : stages()) {
      commands.add(
          GROUP,
          "stage-" + stage.name().toLowerCase(Locale.ROOT),
          "Add a pass of the stage " + stage.words() + "…",
          "",
          "",
          session::hasTake,
          () -> open.accept(Optional.of(stage)));
    }
  }

  /** Those there is a pass for. */
  private static List<Stage> stages() {
    return Arrays.stream(Stage.values())
        .filter(s -> PassKinds.ALL.stream().anyMatch(k -> k.stage() == s))
        .toList();
  }

  private Button entry(PassKind<?> kind) {
    Command command = commands.get("add-" + kind.id());
    FontIcon icon = new FontIcon(Kits.of(kind).icon());
    icon.getStyleClass().add("wh-palette-icon");
    Label name = new Label(kind.words());
    name.getStyleClass().add("wh-plate-name");
    Label key = new Label(command.key().map(k -> k.getDisplayText()).orElse(""));
    key.getStyleClass().add("wh-key");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Label help = new Label(kind.help());
    help.setWrapText(true);
    help.setMinHeight(HELP_HEIGHT);
    help.setPrefSize(ENTRY_WIDTH - 60, HELP_HEIGHT);
    help.setMaxHeight(HELP_HEIGHT);
    help.setAlignment(Pos.TOP_LEFT);
    help.getStyleClass().addAll("wh-soft", "wh-small");
    VBox text = new VBox(1, new HBox(6, name, gap, key), help);
    HBox.setHgrow(text, Priority.ALWAYS);
    HBox row = new HBox(10, icon, text);
    row.setAlignment(Pos.TOP_LEFT);
    row.setPrefWidth(ENTRY_WIDTH - 24);
    Button button = new Button();
    button.setId("menu-add-" + kind.id());
    button.getStyleClass().add("wh-palette-entry");
    button.setGraphic(row);
    button.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
    button.setAccessibleText("Add " + kind.words() + ". " + kind.help());
    button.setPrefWidth(ENTRY_WIDTH);
    button.setOnAction(e -> add(button));
    entries.put(button, kind);
    return button;
  }

  /** Begins anew, with the passes of a stage or with all; typing always searches all. */
  void begin(Optional<Stage> stage) {
    only = stage;
    words.clear();
    narrow();
    words.requestFocus();
  }

  private void add(Button entry) {
    String id = entry.getId().replaceFirst("^menu-", "");
    close.run();
    if (commands.get(id).allowed().getAsBoolean()) {
      commands.get(id).run();
    }
  }

  private List<Button> shown() {
    return entries.keySet().stream().filter(Node::isVisible).toList();
  }

  private void narrow() {
    Typed typed = Typed.of(words.getText());
    entries.forEach(
        (button, kind) ->
            put(button, typed.finds(kind.words(), kind.stage().words() + " " + kind.help())));
    for (Group group : groups) {
      boolean others = words.getText().isBlank() && only.isPresent();
      if (others && only.get() != group.stage()) {
        group.entries().forEach(e -> put(e, false));
      }
      boolean any = group.entries().stream().anyMatch(Node::isVisible);
      put(group.heading(), any);
      put(group.tiles(), any);
    }
    put(none, shown().isEmpty());
    showNext();
  }

  /** What Enter adds: one that is called what is typed, else the first. */
  private Optional<Button> next() {
    Typed typed = Typed.of(words.getText());
    List<Button> shown = shown();
    return shown.stream()
        .filter(b -> typed.names(entries.get(b).words()))
        .findFirst()
        .or(() -> shown.stream().findFirst());
  }

  /** Marks what Enter adds while something is typed. */
  private void showNext() {
    boolean narrowed = !words.getText().isBlank() || only.isPresent();
    Optional<Button> next = next().filter(b -> narrowed && words.isFocused());
    entries.keySet().forEach(b -> b.pseudoClassStateChanged(NEXT, next.equals(Optional.of(b))));
  }

  private static void put(Node node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  private void keyed(KeyEvent e) {
    List<Button> shown = shown();
    boolean typing = words.isFocused();
    if (e.getCode() == KeyCode.ESCAPE) {
      close.run();
      e.consume();
    } else if (e.getCode() == KeyCode.ENTER && !shown.isEmpty()) {
      shown.stream().filter(Node::isFocused).findFirst().or(this::next).ifPresent(this::add);
      e.consume();
    } else if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP) {
      int at = -1;
      for (int i = 0; i < shown.size() && !typing; i++) {
        at = shown.get(i).isFocused() ? i : at;
      }
      int next = at + (e.getCode() == KeyCode.DOWN ? 1 : -1);
      if (next < 0) {
        words.requestFocus();
      } else if (next < shown.size()) {
        shown.get(next).requestFocus();
      }
      e.consume();
    }
  }
}
