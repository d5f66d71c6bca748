package waxhand.desk.kits.characters;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.text.Legible;
import waxhand.desk.command.Commands;
import waxhand.desk.panels.Editor;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * The characters at hand: ours, and those that were loaded. The chosen one is told of below,
 * renamed or removed, and takes are put on it; dragged onto the rail it does the same.
 */
public final class CharactersRoom extends VBox {
  /** A character under a drag, by name. */
  public static final DataFormat DRAGGED = new DataFormat("application/x-waxhand-character");

  private static final double SIZE = 92;

  private final Session session;
  private final Palette palette;
  private final CharacterTool tool;
  private final FlowPane tiles = new FlowPane(6, 6);
  private final ToggleGroup group = new ToggleGroup();
  private final TextField name = new TextField();
  private final Label told = new Label();
  private final Button remove = new Button("Remove");
  private Wardrobe shown;

  public CharactersRoom(Session session, Palette palette, Commands commands, CharacterTool tool) {
    super(8);
    this.session = session;
    this.palette = palette;
    this.tool = tool;
    setId("characters");
    ScrollPane scroll = new ScrollPane(tiles);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setMinHeight(0);
    scroll.getStyleClass().add("wh-poses");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    name.setId("character-name");
    name.setAccessibleText("Name of the character");
    name.setTooltip(new Tooltip("The name by which plates call it"));
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setMinWidth(0);
    Editor.whenTyped(name, this::renamed);
    told.setWrapText(true);
    told.setId("character-told");
    told.setMinHeight(USE_PREF_SIZE);
    told.getStyleClass().add("wh-soft");
    Button load = button(commands, "load-character", "Load…");
    Button put = button(commands, "retarget-take", "Put the take on");
    Button all = button(commands, "retarget-all", "All takes");
    put.getStyleClass().add("wh-main");
    remove.setId("remove-character");
    remove.setTooltip(new Tooltip("Takes it out of the project"));
    remove.setOnAction(e -> tool.chosen().ifPresent(tool::remove));
    HBox line = new HBox(6, name, remove);
    line.setAlignment(Pos.CENTER_LEFT);
    line.setMinHeight(USE_PREF_SIZE);
    // ours can neither be renamed nor removed
    line.managedProperty().bind(line.visibleProperty());
    line.visibleProperty().bind(name.disabledProperty().not());
    HBox acts = new HBox(6, put, all, load);
    acts.setMinHeight(USE_PREF_SIZE);
    getChildren().addAll(scroll, line, told, acts);
    session.projectProperty().addListener((o, a, b) -> show(b.wardrobe()));
    session.takeProperty().addListener((o, a, b) -> tell());
    tool.chosenProperty().addListener((o, a, b) -> tell());
    show(session.projectProperty().get().wardrobe());
  }

  private static Button button(Commands commands, String id, String words) {
    Button button = new Button(words);
    button.setId("do-" + id);
    button.setMinWidth(USE_PREF_SIZE);
    button.setTooltip(new Tooltip(commands.get(id).words()));
    button.setOnAction(e -> commands.get(id).run());
    return button;
  }

  private void show(Wardrobe wardrobe) {
    if (wardrobe.equals(shown)) {
      return;
    }
    shown = wardrobe;
    tiles.getChildren().clear();
    for (Character character : wardrobe.all()) {
      tiles.getChildren().add(tile(character));
    }
    tell();
  }

  private ToggleButton tile(Character character) {
    Canvas canvas = new Canvas(SIZE, SIZE);
    ToggleButton tile = new ToggleButton(Legible.of(character.name(), 24), canvas);
    tile.setContentDisplay(javafx.scene.control.ContentDisplay.TOP);
    tile.getStyleClass().add("wh-tile");
    tile.setId("character-" + character.name().replace(' ', '-'));
    tile.setToggleGroup(group);
    tile.setAccessibleText("Character " + character.name());
    tile.setTooltip(
        new Tooltip(
            Legible.of(character.name()) + ": drag it onto the rail to put the take on it"));
    tile.setUserData(character.name());
    tile.setOnAction(
        e -> {
          tile.setSelected(true);
          tool.chosenProperty().set(character.name());
        });
    tile.setOnDragDetected(
        e -> {
          Dragboard board = tile.startDragAndDrop(TransferMode.COPY);
          ClipboardContent content = new ClipboardContent();
          content.put(DRAGGED, character.name());
          board.setContent(content);
          e.consume();
        });
    draw(canvas, character);
    return tile;
  }

  private void draw(Canvas canvas, Character character) {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, SIZE, SIZE);
    CharacterFigure.draw(g, SIZE, character, palette.get(Ink.WAX), palette.get(Ink.WIRE));
  }

  /** Draws all of them anew, in the colours there are now. */
  public void redraw() {
    List<Character> all = shown.all();
    for (int n = 0; n < all.size(); n++) {
      ToggleButton tile = (ToggleButton) tiles.getChildren().get(n);
      draw((Canvas) tile.getGraphic(), all.get(n));
    }
  }

  private void tell() {
    Optional<Character> chosen = tool.chosen();
    for (var toggle : group.getToggles()) {
      toggle.setSelected(toggle.getUserData().equals(chosen.map(Character::name).orElse("")));
    }
    boolean ours = chosen.map(c -> c.file().isEmpty()).orElse(true);
    name.setDisable(ours);
    remove.setDisable(ours);
    name.setText(chosen.map(Character::name).orElse(""));
    boolean on = chosen.map(c -> tool.isOn(c.name())).orElse(false);
    told.setText(
        chosen.map(CharactersRoom::words).orElse("Choose a character, or load one.")
            + (on ? ". The take is on it." : ""));
  }

  private static String words(Character character) {
    int joints = character.body().skeleton().size();
    String skin =
        character
            .skin()
            .map(
                s ->
                    String.format(
                        Locale.ROOT,
                        "%d points%s",
                        s.count(),
                        s.shapes().isEmpty() ? "" : ", " + s.shapes().size() + " shapes"))
            .orElse("no skin");
    return String.format(
        Locale.ROOT,
        "%.2f m tall, %d joints, %d parts known, %s",
        character.body().heightM(),
        joints,
        character.body().joints().size(),
        skin);
  }

  private void renamed() {
    tool.chosen()
        .filter(c -> c.file().isPresent() && !name.getText().strip().equals(c.name()))
        .ifPresent(
            c -> {
              if (!tool.rename(c, name.getText().strip())) {
                name.setText(c.name());
              }
            });
  }
}
