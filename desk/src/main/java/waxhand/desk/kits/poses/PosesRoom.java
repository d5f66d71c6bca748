package waxhand.desk.kits.poses;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.pose.HandShape;
import waxhand.core.project.KeptPose;
import waxhand.core.project.Take;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.NumberField;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.viewport.MarkSource;

/**
 * Poses as tiles: hand shapes that ship with the program, what the project keeps, and the artist's
 * own shelf. Above them by what share they are put on, on which hands, and whether mirrored.
 */
public final class PosesRoom extends VBox implements AutoCloseable {
  private final Session session;
  private final Palette palette;
  private final PoseTool tool;
  private final PoseShelf shelf;
  private final TilePane shapes = tiles();
  private final TilePane project = tiles();
  private final TilePane own = tiles();
  private final TextField name = new TextField();
  private final ScrollPane scroll = new ScrollPane();
  private final Label noFingers = new Label("This body has no fingers.");
  private final Hyperlink toFingers = new Hyperlink();
  private final Label noneKept =
      new Label("Poses that go with the project stand here. Keep this pose puts one.");
  private final Label noneOwn =
      new Label("Yours in every project: a right click on one above puts it here.");
  private List<KeptPose> shown = List.of();
  private Optional<Body> drawnOn = Optional.empty();

  /**
   * @param folder where the artist's own poses are
   * @param trouble is told what cannot be read or written there
   */
  public PosesRoom(Session session, Palette palette, Path folder, Consumer<String> trouble) {
    super(8);
    this.session = session;
    this.palette = palette;
    tool = new PoseTool(session);
    shelf = new PoseShelf(folder, trouble);
    setId("poses");
    VBox all =
        new VBox(
            6,
            Editor.heading("Hand shapes"),
            noFingers,
            toFingers,
            shapes,
            Editor.heading("This project"),
            noneKept,
            project,
            Editor.heading("My shelf"),
            noneOwn,
            own);
    noneKept.visibleProperty().bind(Bindings.isEmpty(project.getChildren()));
    noneOwn.visibleProperty().bind(Bindings.isEmpty(own.getChildren()));
    for (Labeled none : List.of(noFingers, noneKept, noneOwn, toFingers)) {
      none.setWrapText(true);
      none.setMinHeight(USE_PREF_SIZE);
      none.managedProperty().bind(none.visibleProperty());
    }
    for (Label none : List.of(noFingers, noneKept, noneOwn)) {
      none.getStyleClass().add("wh-soft");
    }
    toFingers.setId("to-fingers");
    scroll.setContent(all);
    scroll.getStyleClass().add("wh-poses");
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setMinHeight(0);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(options(), scroll, keeping());
    for (HandShape shape : HandShape.ALL) {
      shapes
          .getChildren()
          .add(
              new PoseTile(
                  tool,
                  tool.shape(shape),
                  g -> PoseFigure.draw(g, PoseTile.SIZE, shape, ink(Ink.INK), ink(Ink.WAX)),
                  List.of()));
    }
    session.projectProperty().addListener((o, a, b) -> showProject(false));
    session.takeProperty().addListener((o, a, b) -> showTake());
    shelf.posesProperty().addListener((o, a, b) -> showOwn());
    showProject(true);
    showOwn();
    showTake();
  }

  /** What the views show of the tile under the pointer. */
  public MarkSource preview() {
    return new PosePreview(session, tool);
  }

  private static TilePane tiles() {
    TilePane tiles = new TilePane(4, 4);
    tiles.setPrefColumns(3);
    return tiles;
  }

  private Color ink(Ink which) {
    return palette.get(which);
  }

  /** How poses are put on. */
  private Node options() {
    NumberField share =
        new NumberField(
                "pose-share",
                "Share",
                "%",
                0,
                100,
                0,
                100,
                0,
                "How much of the way to the pose",
                v -> tool.shareProperty().set(v / 100),
                () -> {})
            .labelled();
    tool.shareProperty().addListener((o, a, b) -> share.show(100 * b.doubleValue()));
    share.show(100);
    HBox hands = new HBox();
    ToggleGroup group = new ToggleGroup();
    for (PoseTool.Hands which : PoseTool.Hands.values()) {
      String words = which.name().toLowerCase(Locale.ROOT);
      ToggleButton toggle = new ToggleButton(which == PoseTool.Hands.BOTH ? "both hands" : words);
      toggle.setId("hands-" + words);
      toggle.getStyleClass().add("wh-small");
      toggle.setTooltip(new Tooltip("Which hand a shape is put on"));
      toggle.setToggleGroup(group);
      toggle.setOnAction(e -> tool.handsProperty().set(which));
      tool.handsProperty().addListener((o, a, b) -> toggle.setSelected(b == which));
      toggle.setSelected(tool.handsProperty().get() == which);
      hands.getChildren().add(toggle);
    }
    CheckBox mirrored = new CheckBox("Mirrored");
    mirrored.setId("pose-mirrored");
    mirrored.setTooltip(new Tooltip("Kept poses with left and right exchanged"));
    mirrored.selectedProperty().bindBidirectional(tool.mirroredProperty());
    CheckBox chosen = new CheckBox("Chosen parts only");
    chosen.setId("pose-chosen");
    chosen.setTooltip(
        new Tooltip("Only the selected parts are posed, or kept; a hand with fingers"));
    chosen.selectedProperty().bindBidirectional(tool.chosenOnlyProperty());
    return new VBox(6, share, hands, new FlowPane(12, 4, mirrored, chosen));
  }

  /** What is kept of the figure. */
  private Node keeping() {
    name.setId("pose-name");
    name.setPromptText("Name of the pose");
    name.setAccessibleText("Name of the pose that is kept");
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setMinWidth(0);
    Button keep = new Button("Keep this pose");
    keep.setId("keep-pose");
    keep.setMinWidth(USE_PREF_SIZE);
    keep.setTooltip(new Tooltip("The pose at the playhead, kept with the project"));
    keep.setOnAction(e -> keep());
    name.setOnAction(e -> keep());
    name.setMaxHeight(Double.MAX_VALUE);
    HBox line = new HBox(6, name, keep);
    line.setMinHeight(USE_PREF_SIZE);
    return line;
  }

  private void keep() {
    Optional<KeptPose> taken = tool.taken(name.getText());
    if (taken.isEmpty()) {
      session.refuse("Nothing to keep: open a take, or select the parts that are to be kept.");
      return;
    }
    List<KeptPose> more = new ArrayList<>(session.projectProperty().get().poses());
    more.add(taken.get());
    tool.edit("keep " + taken.get().name(), more);
    name.clear();
    Node fresh = project.getChildren().get(project.getChildren().size() - 1);
    Platform.runLater(() -> bringIntoView(fresh));
  }

  private void bringIntoView(Node tile) {
    scroll.applyCss();
    scroll.layout();
    double high = scroll.getContent().getBoundsInLocal().getHeight();
    double seen = scroll.getViewportBounds().getHeight();
    double low = project.getBoundsInParent().getMinY() + tile.getBoundsInParent().getMaxY();
    scroll.setVvalue(high <= seen ? 0 : Math.max(0, Math.min(1, (low - seen) / (high - seen))));
  }

  private void showTake() {
    Optional<Body> body = tool.body();
    boolean without = body.isPresent() && !hasFingers(body.get());
    noFingers.setVisible(without);
    Optional<Take> other =
        session.projectProperty().get().takes().stream()
            .filter(t -> without && hasFingers(t.raw().motion().body()))
            .findFirst();
    toFingers.setVisible(other.isPresent());
    other.ifPresent(
        take -> {
          toFingers.setText("Go to " + take.name() + ", which has fingers");
          toFingers.setOnAction(e -> session.choose(take.id()));
        });
    if (!body.equals(drawnOn)) {
      drawnOn = body;
      redraw();
    }
  }

  private static boolean hasFingers(Body body) {
    return body.joints().keySet().stream().anyMatch(Role::isFinger);
  }

  /** Draws all tiles anew, in the colours there are now. */
  public void redraw() {
    for (TilePane tiles : List.of(shapes, project, own)) {
      tiles.getChildren().forEach(t -> ((PoseTile) t).draw());
    }
  }

  private void showProject(boolean anyway) {
    List<KeptPose> poses = session.projectProperty().get().poses();
    if (anyway || !poses.equals(shown)) {
      shown = poses;
      project.getChildren().clear();
      for (int n = 0; n < poses.size(); n++) {
        int at = n;
        KeptPose kept = poses.get(n);
        MenuItem toShelf = item("Put on my shelf", () -> shelf.add(kept));
        MenuItem rename = item("Call it as in the field below", () -> rename(at));
        MenuItem remove = item("Remove", () -> remove(at));
        project.getChildren().add(tile(kept, List.of(toShelf, rename, remove)));
      }
    }
  }

  private void rename(int at) {
    if (name.getText().isBlank()) {
      session.refuse("Type the new name in the field below first.");
      return;
    }
    List<KeptPose> poses = new ArrayList<>(shown);
    poses.set(at, new KeptPose(name.getText().strip(), poses.get(at).pose()));
    tool.edit("rename " + shown.get(at).name(), poses);
    name.clear();
  }

  private void remove(int at) {
    List<KeptPose> poses = new ArrayList<>(shown);
    KeptPose gone = poses.remove(at);
    tool.edit("remove " + gone.name(), poses);
  }

  private void showOwn() {
    own.getChildren().clear();
    for (PoseShelf.Kept kept : shelf.posesProperty().get()) {
      MenuItem remove = item("Take off my shelf", () -> shelf.remove(kept));
      own.getChildren().add(tile(kept.pose(), List.of(remove)));
    }
  }

  private static MenuItem item(String words, Runnable action) {
    MenuItem item = new MenuItem(words);
    item.setOnAction(e -> action.run());
    return item;
  }

  private PoseTile tile(KeptPose kept, List<MenuItem> menu) {
    return new PoseTile(
        tool,
        tool.kept(kept),
        g ->
            tool.body()
                .ifPresent(
                    b ->
                        PoseFigure.draw(
                            g,
                            PoseTile.SIZE,
                            b,
                            kept.pose(),
                            ink(Ink.INK),
                            ink(Ink.HAIRLINE),
                            ink(Ink.WAX))),
        menu);
  }

  @Override
  public void close() {
    shelf.close();
  }
}
