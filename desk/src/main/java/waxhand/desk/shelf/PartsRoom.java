package waxhand.desk.shelf;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.project.Take;
import waxhand.core.text.Legible;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Rows;

/** The parts of the body on the bench, what the file calls them, and what they are taken to be. */
public final class PartsRoom extends VBox {
  private static final String NONE = "no role";
  private static final int QUOTED = 80;
  private static final int LEAST_ROWS = 5;

  private final Session session;
  private final Casting casting;
  private final ListView<Integer> parts = new ListView<>();
  private final ComboBox<String> role = new ComboBox<>();
  private boolean quiet;

  /**
   * @param map over the list of parts
   */
  public PartsRoom(Session session, Casting casting, Commands commands, BodyMap map) {
    super(8);
    this.session = session;
    this.casting = casting;
    parts.setId("parts");
    parts.setFixedCellSize(24);
    parts.setAccessibleText("Parts of the body");
    parts.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    parts.setCellFactory(v -> new PartCell());
    parts
        .getSelectionModel()
        .getSelectedItems()
        .addListener((ListChangeListener<Integer>) c -> partsChosen());
    VBox.setVgrow(map, Priority.SOMETIMES);
    VBox.setVgrow(parts, Priority.ALWAYS);
    parts.setMinHeight(LEAST_ROWS * parts.getFixedCellSize());
    getChildren().addAll(map, parts, roles(commands));
    visibleProperty().addListener((o, a, b) -> map.draw());
    session.takeProperty().addListener((o, a, b) -> showParts(a, b));
    session.selectionProperty().addListener((o, a, b) -> showSelection(session.selected()));
    showRole();
  }

  /** What the chosen part is taken to be, to be corrected. */
  private HBox roles(Commands commands) {
    role.setId("role");
    role.setAccessibleText("Role of the chosen part");
    role.setTooltip(new Tooltip("What this joint is in the body; type to jump to a role"));
    role.setMaxWidth(Double.MAX_VALUE);
    role.setVisibleRowCount(14);
    role.getItems().add(NONE);
    for (Role each : Role.values()) {
      role.getItems().add(each.words());
    }
    role.setOnAction(e -> roleChosen());
    role.setMinWidth(0);
    HBox.setHgrow(role, Priority.ALWAYS);
    MenuButton sides = new MenuButton("Sides");
    sides.setId("sides");
    sides.setTooltip(new Tooltip("Left and right, and the other takes"));
    for (String id : List.of("roles-pair", "roles-swap", "roles-share")) {
      MenuItem item = new MenuItem(commands.get(id).words());
      item.setOnAction(e -> commands.get(id).run());
      sides.setOnShowing(
          e ->
              sides
                  .getItems()
                  .forEach(i -> i.setDisable(!commands.get(i.getId()).allowed().getAsBoolean())));
      item.setId(id);
      sides.getItems().add(item);
    }
    sides.setMinWidth(Region.USE_PREF_SIZE);
    HBox row = new HBox(6, role, sides);
    row.setMinHeight(Region.USE_PREF_SIZE);
    role.setMaxHeight(Double.MAX_VALUE);
    return row;
  }

  private Optional<Body> body() {
    return session.takeProperty().get().map(t -> t.raw().motion().body());
  }

  private void showParts(Optional<Take> was, Optional<Take> now) {
    boolean same =
        was.isPresent()
            && now.isPresent()
            && was.get().raw().motion().clip() == now.get().raw().motion().clip();
    if (same && !parts.getItems().isEmpty()) {
      if (was.get().raw().motion() != now.get().raw().motion()) {
        parts.refresh();
      }
    } else {
      quiet = true;
      List<Integer> joints = new ArrayList<>();
      body()
          .ifPresent(
              b -> {
                for (int j = 0; j < b.skeleton().size(); j++) {
                  joints.add(j);
                }
              });
      parts.getItems().setAll(joints);
      parts.scrollTo(0);
      quiet = false;
    }
    showRole();
  }

  private void partsChosen() {
    if (quiet) {
      return;
    }
    BitSet chosen = new BitSet();
    for (Integer each : parts.getSelectionModel().getSelectedItems()) {
      if (each != null) {
        chosen.set(each);
      }
    }
    if (!chosen.equals(session.selected())) {
      // the list is in the middle of changing what is selected in it
      quiet = true;
      session.select(chosen);
      quiet = false;
      showRole();
    }
  }

  private void showSelection(BitSet chosen) {
    if (!quiet) {
      quiet = true;
      parts.getSelectionModel().clearSelection();
      chosen.stream().forEach(j -> parts.getSelectionModel().select(j));
      if (!chosen.isEmpty()) {
        Rows.reveal(parts, chosen.nextSetBit(0));
      }
      quiet = false;
      showRole();
    }
  }

  /** The one part that is chosen; -1 where there is none, or several. */
  private int chosen() {
    BitSet chosen = session.hasTake() ? session.selected() : new BitSet();
    return chosen.cardinality() == 1 ? chosen.nextSetBit(0) : -1;
  }

  private void showRole() {
    quiet = true;
    int part = chosen();
    role.setDisable(part < 0);
    if (part < 0) {
      role.setPromptText("Choose a part first");
      role.setValue(null);
    } else {
      Body body = body().orElseThrow();
      role.setValue(body.role(part).map(Role::words).orElse(NONE));
    }
    quiet = false;
  }

  private static String name(Body body, int part) {
    return Legible.of(body.skeleton().joint(part).name(), QUOTED);
  }

  private void roleChosen() {
    int part = chosen();
    int at = role.getSelectionModel().getSelectedIndex();
    if (!quiet && part >= 0 && at >= 0) {
      casting.give(part, at == 0 ? Optional.empty() : Optional.of(Role.values()[at - 1]));
    }
  }

  /** The role of a part, and beside it what the file calls it. */
  private final class PartCell extends ListCell<Integer> {
    private final Label is = new Label();
    private final Label called = new Label();
    private final HBox content = new HBox(8, is, called);

    PartCell() {
      called.getStyleClass().addAll("wh-soft", "wh-small");
      called.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
      is.setMinWidth(Region.USE_PREF_SIZE);
      HBox.setHgrow(called, Priority.ALWAYS);
      called.setMaxWidth(Double.MAX_VALUE);
      called.setAlignment(Pos.CENTER_RIGHT);
      content.setAlignment(Pos.CENTER_LEFT);
      setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(Integer part, boolean empty) {
      super.updateItem(part, empty);
      getStyleClass().removeAll("wh-left", "wh-right");
      if (empty || part == null || body().isEmpty() || part >= body().get().skeleton().size()) {
        setGraphic(null);
        setText(null);
        return;
      }
      Body body = body().get();
      Optional<Role> its = body.role(part);
      is.setText(its.map(Role::words).orElse("\u2013"));
      called.setText(name(body, part));
      setText(body.words(part));
      setGraphic(content);
      Side side = its.map(Role::side).orElse(Side.MIDDLE);
      if (side != Side.MIDDLE) {
        getStyleClass().add(side == Side.LEFT ? "wh-left" : "wh-right");
      }
    }
  }
}
