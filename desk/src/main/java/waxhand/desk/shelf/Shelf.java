package waxhand.desk.shelf;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.desk.session.Session;
import waxhand.formats.takes.Formats;

/** The takes of the project, and beside them the other lists of the left side. */
public final class Shelf extends VBox {
  private final Session session;
  private final ListView<String> takes = new ListView<>();
  private final Label noTakes =
      new Label(
          "Takes stand here. Drop "
              + Formats.endings(Formats.ALL)
              + " files on the window, or choose New from files.");
  private boolean quiet;

  /**
   * @param findings the worklist
   * @param notes the list of notes
   * @param parts of the body
   */
  public Shelf(Session session, Node findings, Node notes, Node parts) {
    this.session = session;
    getStyleClass().addAll("wh-side", "wh-side-left");
    VBox shelf = new VBox(8, noTakes, takes);
    VBox.setVgrow(takes, Priority.ALWAYS);
    HBox tabs = tabs(findings, shelf, parts, notes);
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
    for (Node each : new Node[] {findings, shelf, parts, notes}) {
      VBox.setVgrow(each, Priority.ALWAYS);
    }
    getChildren().addAll(tabs, findings, shelf, parts, notes);
    session.projectProperty().addListener((o, a, b) -> showTakes(b));
    session.takeProperty().addListener((o, a, b) -> showTake(b));
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

  private void showTake(Optional<Take> now) {
    quiet = true;
    now.ifPresent(t -> select(t.id()));
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
}
