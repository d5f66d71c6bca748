package waxhand.desk.bench;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import waxhand.core.project.Take;
import waxhand.desk.command.Command;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;

/** The line at the top: project and take, files, undo, choices of the view, and handing on. */
final class Head extends HBox {
  private static final List<String> VIEW_CHOICES =
      List.of(
          "four-views",
          "side-by-side",
          "frame-parts",
          "isolate",
          "wax",
          "theme",
          "find-command",
          "help");

  private final Session session;
  private final Commands commands;
  private final FileWork files;
  private final Memory memory;
  private final Label project = new Label();
  private final Label crumb = new Label();
  private final Button undo;
  private final Button redo;

  Head(Session session, Commands commands, FileWork files, Memory memory) {
    this.session = session;
    this.commands = commands;
    this.files = files;
    this.memory = memory;
    getStyleClass().add("wh-head");
    project.setId("project-name");
    project.getStyleClass().add("wh-title");
    crumb.getStyleClass().add("wh-crumb");
    undo = stepButton("undo", session::undoName, "Nothing to undo");
    redo = stepButton("redo", session::redoName, "Nothing to redo");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    getChildren().addAll(project, crumb);
    getChildren().addAll(commands.button("new-from-files"), commands.button("open"), recent());
    getChildren().addAll(commands.button("save"), undo, redo, gap);
    VIEW_CHOICES.forEach(id -> getChildren().add(commands.button(id)));
    Button hand = commands.button("hand-on");
    hand.getStyleClass().add("wh-main");
    hand.setText("Hand on…");
    getChildren().add(hand);
    session.takeProperty().addListener((o, a, b) -> show());
    session.projectProperty().addListener((o, a, b) -> show());
    session.fileProperty().addListener((o, a, b) -> show());
    show();
  }

  private void show() {
    project.setText(session.projectProperty().get().name());
    String take = session.takeProperty().get().map(Take::name).orElse("no take");
    crumb.setText("▸ " + take + (session.isDirty() ? "  · not saved" : ""));
    undo.setDisable(session.undoName().isEmpty());
    redo.setDisable(session.redoName().isEmpty());
  }

  private MenuButton recent() {
    MenuButton recent = new MenuButton("Recent");
    recent.setId("recent");
    recent.setTooltip(new Tooltip("Projects opened lately"));
    recent.setOnShowing(
        e -> {
          recent.getItems().clear();
          for (Path path : memory.recent()) {
            MenuItem item = new MenuItem(path.getFileName().toString());
            item.setOnAction(a -> files.open(path));
            recent.getItems().add(item);
          }
          if (recent.getItems().isEmpty()) {
            recent.getItems().add(new MenuItem("nothing yet"));
            recent.getItems().get(0).setDisable(true);
          }
        });
    return recent;
  }

  /** A button whose tooltip says what it would undo or do again, with its key. */
  private Button stepButton(String id, Supplier<Optional<String>> name, String none) {
    Button button = commands.button(id);
    Tooltip tip = button.getTooltip();
    tip.setOnShowing(
        e -> {
          Command command = commands.get(id);
          String key = command.key().map(k -> "  (" + k.getDisplayText() + ")").orElse("");
          tip.setText(name.get().map(n -> command.words() + " " + n + key).orElse(none));
        });
    return button;
  }
}
