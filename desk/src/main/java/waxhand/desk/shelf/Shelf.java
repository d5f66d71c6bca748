package waxhand.desk.shelf;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.desk.session.Session;
import waxhand.formats.takes.Formats;

/** The takes of the project, and the parts of the body on the bench. */
public final class Shelf extends VBox {
  private final Session session;
  private final ListView<String> takes = new ListView<>();
  private final ListView<Integer> parts = new ListView<>();
  private final Label noTakes =
      new Label(
          "Takes stand here. Drop "
              + Formats.endings(Formats.ALL)
              + " files on the window, or choose New from files.");
  private boolean quiet;

  /**
   * @param findings the worklist
   * @param notes the list of notes
   * @param map over the list of parts
   */
  public Shelf(Session session, Node findings, Node notes, BodyMap map) {
    this.session = session;
    getStyleClass().addAll("wh-side", "wh-side-left");
    VBox shelf = new VBox(8, noTakes, takes);
    VBox.setVgrow(takes, Priority.ALWAYS);
    VBox body = new VBox(8, map, parts);
    VBox.setVgrow(parts, Priority.ALWAYS);
    HBox tabs = tabs(findings, shelf, body, notes);
    noTakes.setWrapText(true);
    noTakes.getStyleClass().add("wh-soft");
    takes.setId("takes");
    takes.setAccessibleText("Takes of the project");
    takes.setFixedCellSize(26);
    takes.setCellFactory(v -> new TakeCell());
    takes
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, a, id) -> {
              if (!quiet && id != null) {
                session.choose(id);
              }
            });
    parts.setId("parts");
    parts.setFixedCellSize(24);
    parts.setAccessibleText("Parts of the body");
    parts.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    parts.setCellFactory(v -> new PartCell());
    parts
        .getSelectionModel()
        .getSelectedItems()
        .addListener((javafx.collections.ListChangeListener<Integer>) c -> partsChosen());
    for (Node each : new Node[] {findings, shelf, body, notes}) {
      VBox.setVgrow(each, Priority.ALWAYS);
    }
    getChildren().addAll(tabs, findings, shelf, body, notes);
    body.visibleProperty().addListener((o, a, b) -> map.draw());
    session.projectProperty().addListener((o, a, b) -> showTakes(b));
    session.takeProperty().addListener((o, a, b) -> showParts(a, b));
    session.selectionProperty().addListener((o, a, b) -> showSelection(session.selected()));
    showTakes(session.projectProperty().get());
    setMinWidth(0);
  }

  /** Of the lists one is shown at a time. */
  private static HBox tabs(Node... lists) {
    HBox tabs = new HBox();
    tabs.getStyleClass().add("wh-tabs");
    ToggleGroup group = new ToggleGroup();
    String[] words = {"Findings", "Takes", "Parts", "Notes"};
    for (int i = 0; i < words.length; i++) {
      Node list = lists[i];
      ToggleButton tab = new ToggleButton(words[i]);
      tab.setId("tab-" + words[i].toLowerCase(Locale.ROOT));
      tab.setToggleGroup(group);
      tab.setMaxWidth(Double.MAX_VALUE);
      HBox.setHgrow(tab, Priority.ALWAYS);
      list.visibleProperty().bind(tab.selectedProperty());
      list.managedProperty().bind(tab.selectedProperty());
      tab.setOnAction(e -> tab.setSelected(true));
      tabs.getChildren().add(tab);
    }
    group.selectToggle(group.getToggles().get(0));
    return tabs;
  }

  private void showTakes(Project project) {
    quiet = true;
    // by id, so that an edit of a take's chain leaves the list alone
    List<String> ids = project.takes().stream().map(Take::id).toList();
    if (!takes.getItems().equals(ids)) {
      takes.getItems().setAll(ids);
    }
    session.takeProperty().get().ifPresent(t -> select(t.id()));
    quiet = false;
    boolean none = project.takes().isEmpty();
    noTakes.setVisible(none);
    noTakes.setManaged(none);
  }

  private void select(String id) {
    if (!id.equals(takes.getSelectionModel().getSelectedItem())) {
      takes.getSelectionModel().select(id);
    }
  }

  private Optional<Body> body() {
    return session.takeProperty().get().map(t -> t.raw().motion().body());
  }

  private void showParts(Optional<Take> was, Optional<Take> now) {
    quiet = true;
    now.ifPresent(t -> select(t.id()));
    boolean same =
        was.isPresent() && now.isPresent() && was.get().raw().motion() == now.get().raw().motion();
    if (!same || parts.getItems().isEmpty()) {
      List<Integer> joints = new ArrayList<>();
      now.ifPresent(
          t -> {
            for (int j = 0; j < t.raw().motion().clip().skeleton().size(); j++) {
              joints.add(j);
            }
          });
      parts.getItems().setAll(joints);
      parts.scrollTo(0);
    }
    quiet = false;
  }

  private void partsChosen() {
    if (quiet) {
      return;
    }
    BitSet chosen = new BitSet();
    for (Integer joint : parts.getSelectionModel().getSelectedItems()) {
      if (joint != null) {
        chosen.set(joint);
      }
    }
    if (!chosen.equals(session.selected())) {
      session.select(chosen);
    }
  }

  private void showSelection(BitSet chosen) {
    if (quiet) {
      return;
    }
    quiet = true;
    parts.getSelectionModel().clearSelection();
    chosen.stream().forEach(j -> parts.getSelectionModel().select(j));
    if (!chosen.isEmpty()) {
      parts.scrollTo(Math.max(0, chosen.nextSetBit(0) - 3));
    }
    quiet = false;
  }

  private final class TakeCell extends ListCell<String> {
    private final Tooltip tip = new Tooltip();

    TakeCell() {
      tip.setOnShowing(
          e ->
              session
                  .projectProperty()
                  .get()
                  .take(getItem())
                  .ifPresent(t -> tip.setText(about(t))));
    }

    private static String about(Take take) {
      return String.format(
          Locale.ROOT,
          "%s, %.1f s%n%s",
          take.raw().fileName(),
          take.raw().motion().clip().seconds(),
          String.join("\n", take.raw().assumptions()));
    }

    @Override
    protected void updateItem(String id, boolean empty) {
      super.updateItem(id, empty);
      Optional<Take> take = empty ? Optional.empty() : session.projectProperty().get().take(id);
      setText(take.map(Take::name).orElse(null));
      setTooltip(take.isPresent() ? tip : null);
    }
  }

  private final class PartCell extends ListCell<Integer> {
    @Override
    protected void updateItem(Integer joint, boolean empty) {
      super.updateItem(joint, empty);
      getStyleClass().removeAll("wh-left", "wh-right");
      if (empty || joint == null || body().isEmpty() || joint >= body().get().skeleton().size()) {
        setText(null);
        return;
      }
      setText(body().get().words(joint));
      Side side = body().get().role(joint).map(r -> r.side()).orElse(Side.MIDDLE);
      if (side != Side.MIDDLE) {
        getStyleClass().add(side == Side.LEFT ? "wh-left" : "wh-right");
      }
    }
  }
}
