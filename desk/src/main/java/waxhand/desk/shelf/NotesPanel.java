package waxhand.desk.shelf;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
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
import waxhand.core.project.Note;
import waxhand.core.project.Take;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** The notes of the take in the order of time: a click goes there, names and colours are edited. */
public final class NotesPanel extends VBox {
  private final Session session;
  private final ListView<String> list = new ListView<>();

  public NotesPanel(Session session) {
    this.session = session;
    setSpacing(6);
    Label none = new Label("Notes mark frames. T puts one at the playhead.");
    none.setWrapText(true);
    none.getStyleClass().add("wh-soft");
    list.setId("notes");
    list.setAccessibleText("Notes of the take");
    list.setFixedCellSize(34);
    list.setPlaceholder(none);
    list.setCellFactory(v -> new NoteCell());
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, a, id) -> note(id).ifPresent(n -> session.seek(n.frame())));
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().add(list);
    session.takeProperty().addListener((o, a, b) -> show());
    show();
  }

  private void show() {
    List<String> ids =
        session.takeProperty().get().map(Take::notes).orElse(List.of()).stream()
            .sorted(Comparator.comparingInt(Note::frame))
            .map(Note::id)
            .toList();
    if (list.getItems().equals(ids)) {
      list.refresh();
    } else {
      list.getItems().setAll(ids);
    }
  }

  private Optional<Note> note(String id) {
    return session.takeProperty().get().map(Take::notes).orElse(List.of()).stream()
        .filter(n -> n.id().equals(id))
        .findFirst();
  }

  private final class NoteCell extends ListCell<String> {
    private final Button colour = new Button();
    private final TextField name = new TextField();
    private final Label frame = new Label();
    private final Button away = new Button(null, Commands.icon("fth-x"));
    private final HBox content;

    NoteCell() {
      colour.getStyleClass().add("wh-note-colour");
      colour.setTooltip(new Tooltip("Another colour"));
      colour.setOnAction(e -> edit("note colour", n -> n.withColour(next(n.colour()))));
      name.setAccessibleText("Name of the note");
      name.setOnAction(e -> rename());
      name.focusedProperty()
          .addListener(
              (o, was, is) -> {
                if (!is) {
                  rename();
                }
              });
      HBox.setHgrow(name, Priority.ALWAYS);
      frame.getStyleClass().addAll("wh-soft", "wh-small");
      frame.setMinWidth(Region.USE_PREF_SIZE);
      away.getStyleClass().add("wh-icon-button");
      away.setTooltip(new Tooltip("Remove this note"));
      away.setAccessibleText("Remove this note");
      away.setOnAction(
          e -> {
            String id = getItem();
            String take = session.takeProperty().get().orElseThrow().id();
            session.edit("remove note", p -> p.changed(take, t -> t.withoutNote(id)));
          });
      content = new HBox(6, colour, name, frame, away);
      content.setAlignment(Pos.CENTER_LEFT);
      setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
      setPrefWidth(0);
    }

    private Note.Colour next(Note.Colour now) {
      Note.Colour[] all = Note.Colour.values();
      return all[(now.ordinal() + 1) % all.length];
    }

    private void rename() {
      note(getItem())
          .filter(n -> !n.name().equals(name.getText()) && !name.getText().isBlank())
          .ifPresent(n -> edit("note name", x -> x.withName(name.getText().strip())));
    }

    private void edit(String what, java.util.function.UnaryOperator<Note> change) {
      String id = getItem();
      String take = session.takeProperty().get().orElseThrow().id();
      session.edit(what, p -> p.changed(take, t -> t.withNote(id, change)));
    }

    @Override
    protected void updateItem(String id, boolean empty) {
      super.updateItem(id, empty);
      Optional<Note> note = empty ? Optional.empty() : note(id);
      setGraphic(note.isPresent() ? content : null);
      note.ifPresent(
          n -> {
            name.setText(n.name());
            frame.setText("frame " + n.frame());
            colour.setId("note-colour-" + n.id());
            colour
                .getStyleClass()
                .setAll(
                    "button",
                    "wh-note-colour",
                    "wh-note-" + n.colour().name().toLowerCase(Locale.ROOT));
          });
    }
  }
}
