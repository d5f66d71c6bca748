package waxhand.desk.shelf;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.project.Project;
import waxhand.core.project.ShelfLabel;
import waxhand.core.project.Take;
import waxhand.desk.panels.Editor;
import waxhand.desk.session.Session;
import waxhand.formats.takes.Formats;

/** The takes of the project: raw ones, and apart from them those that are kept of repaired ones. */
final class TakesRoom extends VBox {
  private static final double ROW = 26;

  private final Session session;
  private final Label none =
      new Label(
          "Takes stand here. Drop "
              + Formats.endings(Formats.ALL)
              + " files on the window, or choose New from files.");
  private final Label rawHead = Editor.heading("Raw");
  private final Label keptHead = Editor.heading("Kept");
  private final ListView<String> raw;
  private final ListView<String> kept;
  private final TextField remark = new TextField();
  private boolean quiet;

  TakesRoom(Session session) {
    super(6);
    this.session = session;
    none.setWrapText(true);
    none.getStyleClass().add("wh-soft");
    raw = list("takes", "Takes of the project");
    kept = list("kept-takes", "Kept takes of the project");
    VBox.setVgrow(raw, Priority.ALWAYS);
    VBox.setVgrow(kept, Priority.SOMETIMES);
    remark.setId("take-remark");
    remark.setPromptText("Remark on this take");
    remark.setAccessibleText("Remark on this take");
    remark.setTooltip(new Tooltip("What is to be known of this take"));
    Editor.whenTyped(remark, this::remarked);
    getChildren().addAll(none, rawHead, raw, keptHead, kept, remark);
    session.projectProperty().addListener((o, a, b) -> show(b));
    session.takeProperty().addListener((o, a, b) -> showTake(b));
    show(session.projectProperty().get());
  }

  private ListView<String> list(String id, String words) {
    ListView<String> list = new ListView<>();
    list.setId(id);
    list.setAccessibleText(words);
    list.setFixedCellSize(ROW);
    list.setCellFactory(v -> new TakeCell());
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, a, chosen) -> {
              if (!quiet && chosen != null) {
                session.choose(chosen);
              }
            });
    return list;
  }

  private void show(Project project) {
    quiet = true;
    fill(raw, project, t -> !t.label().isKept());
    fill(kept, project, t -> t.label().isKept());
    put(none, project.takes().isEmpty());
    boolean both = !kept.getItems().isEmpty();
    put(rawHead, both);
    put(keptHead, both);
    put(kept, both);
    kept.setPrefHeight(ROW * Math.min(6, kept.getItems().size()) + 4);
    kept.setMinHeight(Region.USE_PREF_SIZE);
    put(remark, !project.takes().isEmpty());
    quiet = false;
    showTake(session.takeProperty().get());
  }

  private static void put(Region node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  private static void fill(ListView<String> list, Project project, Predicate<Take> which) {
    // by id, so that an edit of a take's chain leaves the list alone
    List<String> ids = project.takes().stream().filter(which).map(Take::id).toList();
    if (!list.getItems().equals(ids)) {
      list.getItems().setAll(ids);
    }
  }

  private void showTake(Optional<Take> now) {
    quiet = true;
    String id = now.map(Take::id).orElse("");
    for (ListView<String> list : List.of(raw, kept)) {
      if (!list.getItems().contains(id)) {
        list.getSelectionModel().clearSelection();
      } else if (!id.equals(list.getSelectionModel().getSelectedItem())) {
        list.getSelectionModel().select(id);
      }
    }
    String said = now.map(t -> t.label().remark()).orElse("");
    if (!remark.isFocused() && !said.equals(remark.getText())) {
      remark.setText(said);
    }
    quiet = false;
  }

  private void remarked() {
    session
        .takeProperty()
        .get()
        .filter(t -> !t.label().remark().equals(remark.getText()))
        .ifPresent(
            take ->
                session.edit(
                    "remark on " + take.name(),
                    p ->
                        p.changed(
                            take.id(), t -> t.withLabel(t.label().withRemark(remark.getText())))));
  }

  private final class TakeCell extends ListCell<String> {
    private final Tooltip tip = new Tooltip();
    private final Label name = new Label();
    private final Label date = new Label();
    private final HBox content;

    TakeCell() {
      date.getStyleClass().addAll("wh-soft", "wh-small");
      date.setMinWidth(USE_PREF_SIZE);
      name.setMaxWidth(Double.MAX_VALUE);
      HBox.setHgrow(name, Priority.ALWAYS);
      content = new HBox(6, name, date);
      setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
      setPrefWidth(0);
      tip.setOnShowing(
          e ->
              session
                  .projectProperty()
                  .get()
                  .take(getItem())
                  .ifPresent(t -> tip.setText(about(t))));
    }

    private static String about(Take take) {
      ShelfLabel label = take.label();
      String from =
          label
              .source()
              .map(
                  s ->
                      String.format(
                          "Frames %d to %d of %s, repaired.%n",
                          s.frames().from(), s.frames().to() - 1, s.take()))
              .orElse("");
      String remark = label.remark().isBlank() ? "" : label.remark() + "\n";
      return remark
          + from
          + String.format(
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
      name.setText(take.map(Take::name).orElse(""));
      date.setText(take.map(t -> t.label().date()).orElse(""));
      setText(take.map(Take::name).orElse(null));
      setGraphic(take.isPresent() ? content : null);
      setTooltip(take.isPresent() ? tip : null);
    }
  }
}
