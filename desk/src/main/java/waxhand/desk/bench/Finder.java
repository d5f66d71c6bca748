package waxhand.desk.bench;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.desk.command.Command;
import waxhand.desk.command.Commands;
import waxhand.desk.command.Typed;
import waxhand.desk.theme.Rows;

/** Finds any command by its words, and gives it another key on request. */
final class Finder extends VBox {
  private static final String HINT = "Enter does it. F2, then a key, gives the command that key.";

  private final Commands commands;
  private final TextField words = new TextField();
  private final ListView<Command> list = new ListView<>();
  private final Label hint = new Label();
  private final Consumer<Finder> close;
  private final KeyChange keyChange;
  private boolean binding;

  /** Told when a command gets another key. */
  interface KeyChange {
    void changed(String id, String key);
  }

  Finder(Commands commands, KeyChange keyChange, Consumer<Finder> close) {
    super(8);
    this.commands = commands;
    this.keyChange = keyChange;
    this.close = close;
    setId("finder");
    getStyleClass().add("wh-sheet");
    setMaxSize(480, 420);
    words.setPromptText("What do you want to do?");
    words.setId("finder-words");
    words.setAccessibleText("Find a command");
    hint.getStyleClass().add("wh-soft");
    list.setCellFactory(v -> new Cell());
    list.setFixedCellSize(28);
    list.setFocusTraversable(false);
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().addAll(words, list, hint);
    words.textProperty().addListener((o, a, b) -> show());
    addEventFilter(KeyEvent.KEY_PRESSED, this::keyed);
    list.setOnMouseClicked(e -> run());
    show();
  }

  /** Begins anew with no words. */
  void begin() {
    binding = false;
    hint.setText(HINT);
    words.clear();
    show();
    words.requestFocus();
  }

  private void show() {
    Typed typed = Typed.of(words.getText());
    List<Command> found =
        commands.all().stream()
            .filter(c -> typed.finds(c.group() + " " + c.words(), ""))
            .sorted(
                Comparator.comparing((Command c) -> !c.allowed().getAsBoolean())
                    .thenComparing(c -> !typed.names(c.group() + " " + c.words())))
            .toList();
    list.getItems().setAll(found);
    list.getSelectionModel().selectFirst();
  }

  private void keyed(KeyEvent e) {
    Command chosen = list.getSelectionModel().getSelectedItem();
    if (binding) {
      if (!e.getCode().isModifierKey() && chosen != null) {
        bind(chosen, e);
      }
      e.consume();
      return;
    }
    if (e.getCode() == KeyCode.ESCAPE) {
      close.accept(this);
      e.consume();
    } else if (e.getCode() == KeyCode.ENTER) {
      run();
      e.consume();
    } else if (e.getCode() == KeyCode.F2 && chosen != null) {
      binding = true;
      hint.setText("Press the key for “" + chosen.words() + "”. Escape takes its key away.");
      e.consume();
    } else if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP) {
      int by = e.getCode() == KeyCode.DOWN ? 1 : -1;
      int next = list.getSelectionModel().getSelectedIndex() + by;
      list.getSelectionModel().select(Math.max(0, Math.min(list.getItems().size() - 1, next)));
      Rows.reveal(list, list.getSelectionModel().getSelectedIndex());
      e.consume();
    }
  }

  private void bind(Command command, KeyEvent e) {
    binding = false;
    String key = "";
    if (e.getCode() != KeyCode.ESCAPE) {
      key =
          (e.isControlDown() ? "Ctrl+" : "")
              + (e.isAltDown() ? "Alt+" : "")
              + (e.isShiftDown() ? "Shift+" : "")
              + e.getCode().getName();
    }
    try {
      Optional<Command> loser = commands.rebind(command.id(), key);
      keyChange.changed(command.id(), key);
      loser.ifPresent(c -> keyChange.changed(c.id(), ""));
      hint.setText(
          loser
              .map(c -> "Done. It was the key of “" + c.words() + "”, which has none now.")
              .orElse("Done."));
    } catch (IllegalArgumentException bad) {
      hint.setText("That key cannot be used.");
    }
    show();
  }

  private void run() {
    Command chosen = list.getSelectionModel().getSelectedItem();
    if (chosen != null && chosen.allowed().getAsBoolean()) {
      close.accept(this);
      chosen.run();
    }
  }

  /** A row whose nodes are made once; the list is filled again with every letter typed. */
  private static final class Cell extends ListCell<Command> {
    private final Label words = new Label();
    private final Label group = new Label();
    private final Label key = new Label();
    private final HBox row;

    Cell() {
      group.getStyleClass().add("wh-key");
      key.getStyleClass().add("wh-key");
      Region gap = new Region();
      HBox.setHgrow(gap, Priority.ALWAYS);
      row = new HBox(8, words, group, gap, key);
      row.setAlignment(Pos.CENTER_LEFT);
    }

    @Override
    protected void updateItem(Command command, boolean empty) {
      super.updateItem(command, empty);
      setText(null);
      if (empty || command == null) {
        setGraphic(null);
        return;
      }
      words.setText(command.words());
      group.setText(command.group());
      key.setText(command.key().map(k -> k.getDisplayText()).orElse(""));
      row.setOpacity(command.allowed().getAsBoolean() ? 1 : 0.5);
      setGraphic(row);
    }
  }
}
