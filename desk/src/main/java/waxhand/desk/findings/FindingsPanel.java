package waxhand.desk.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import waxhand.core.body.BodyPart;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.text.Legible;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Rows;

/** The worklist with its filters and what can be done about the chosen finding. */
public final class FindingsPanel extends VBox {
  private static final List<String> REASONS =
      List.of("It is meant so", "Too small to mind", "It will be mended elsewhere");

  private static final String KINDS = "Only findings of a kind";

  private final Session session;
  private final Worklist worklist;
  private final ListView<Finding> list = new ListView<>();
  private final Label count = new Label();
  private final Label outcome = new Label();
  private final Label empty = new Label();
  private final MenuButton dismissed = new MenuButton();
  private boolean quiet;

  public FindingsPanel(Session session, Worklist worklist, Commands commands, Palette palette) {
    this.session = session;
    this.worklist = worklist;
    setSpacing(6);
    setId("findings-panel");
    count.setId("findings-count");
    count.getStyleClass().add("wh-heading");
    outcome.setId("findings-outcome");
    outcome.setWrapText(true);
    outcome.setMinHeight(Region.USE_PREF_SIZE);
    outcome.managedProperty().bind(outcome.textProperty().isNotEmpty());
    outcome.getStyleClass().add("wh-small");
    empty.setWrapText(true);
    empty.getStyleClass().add("wh-soft");
    list.setId("findings");
    list.setFixedCellSize(FindingCell.HEIGHT);
    list.setAccessibleText("Findings");
    list.setPlaceholder(empty);
    list.setCellFactory(v -> new FindingCell(worklist, palette));
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, a, f) -> {
              if (!quiet && f != null) {
                worklist.choose(f);
              }
            });
    WholeRows rows = new WholeRows(list);
    VBox.setVgrow(rows, Priority.ALWAYS);
    rows.setMinHeight(90);
    dismissed.setId("dismissed");
    dismissed.getStyleClass().add("wh-small");
    HBox top = new HBox(8, count);
    top.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(top, filters(), rows, outcome, actions(commands));
    worklist.stateProperty().addListener((o, a, b) -> show());
    worklist.chosenProperty().addListener((o, a, b) -> showChosen());
    worklist.outcomeProperty().addListener((o, a, b) -> showOutcome());
    session.takeProperty().addListener((o, a, b) -> showDismissed());
    show();
  }

  private HBox filters() {
    ChoiceBox<Worklist.Order> order = new ChoiceBox<>();
    order.getItems().addAll(Worklist.Order.values());
    order.setId("findings-order");
    order.valueProperty().bindBidirectional(worklist.orderProperty());
    ChoiceBox<Optional<FindingKind>> kind = new ChoiceBox<>();
    kind.setId("findings-kind");
    kind.getItems().add(Optional.empty());
    Arrays.stream(FindingKind.values()).forEach(k -> kind.getItems().add(Optional.of(k)));
    kind.setConverter(words("All kinds", FindingKind::words));
    kind.valueProperty().bindBidirectional(worklist.kindProperty());
    ChoiceBox<Optional<BodyPart>> part = new ChoiceBox<>();
    part.setId("findings-part");
    part.getItems().add(Optional.empty());
    Arrays.stream(BodyPart.values()).forEach(p -> part.getItems().add(Optional.of(p)));
    part.setConverter(words("All parts", BodyPart::words));
    part.valueProperty().bindBidirectional(worklist.partProperty());
    order.setTooltip(new Tooltip("In which order findings stand"));
    Tooltip shown = new Tooltip();
    shown
        .textProperty()
        .bind(
            kind.valueProperty()
                .map(k -> k.map(is -> "Only findings of this kind: " + is.words()).orElse(KINDS))
                .orElse(KINDS));
    kind.setTooltip(shown);
    part.setTooltip(new Tooltip("Only findings on a part of the body"));
    HBox box = new HBox(4, order, kind, part);
    for (ChoiceBox<?> each : List.of(order, kind, part)) {
      each.getStyleClass().add("wh-filter");
      each.setMinWidth(0);
      each.setMaxWidth(Double.MAX_VALUE);
      // kinds have the longest words
      each.setPrefWidth(each == kind ? 104 : each == order ? 88 : 80);
      HBox.setHgrow(each, Priority.ALWAYS);
    }
    return box;
  }

  private static <T> StringConverter<Optional<T>> words(String all, Function<T, String> words) {
    return new StringConverter<>() {
      @Override
      public String toString(Optional<T> value) {
        return value == null ? all : value.map(words).orElse(all);
      }

      @Override
      public Optional<T> fromString(String text) {
        return Optional.empty();
      }
    };
  }

  private HBox actions(Commands commands) {
    Button mend = commands.wordButton("mend");
    mend.setMinWidth(Region.USE_PREF_SIZE);
    mend.setId("mend");
    mend.getStyleClass().add("wh-main");
    Button all = commands.wordButton("mend-all");
    all.setId("mend-all");
    all.setMinWidth(Region.USE_PREF_SIZE);
    MenuButton dismiss = new MenuButton("Dismiss");
    dismiss.setId("dismiss-menu");
    dismiss.setMinWidth(Region.USE_PREF_SIZE);
    dismiss.setTooltip(new Tooltip("Let the finding stand, and say why"));
    for (String reason : REASONS) {
      MenuItem item = new MenuItem(reason);
      item.setOnAction(e -> worklist.dismiss(reason));
      dismiss.getItems().add(item);
    }
    TextField own = new TextField();
    own.setPromptText("another reason, then Enter");
    own.setOnAction(
        e -> {
          worklist.dismiss(own.getText().isBlank() ? REASONS.get(0) : own.getText().strip());
          own.clear();
          dismiss.hide();
        });
    dismiss.getItems().add(new CustomMenuItem(own, false));
    Runnable allow =
        () -> {
          mend.setDisable(!worklist.canMend());
          all.setDisable(!worklist.canMend());
          dismiss.setDisable(worklist.chosenProperty().get().isEmpty());
        };
    worklist.chosenProperty().addListener((o, a, b) -> allow.run());
    worklist.outcomeProperty().addListener((o, a, b) -> allow.run());
    allow.run();
    HBox box = new HBox(4, mend, all, dismiss);
    box.setAlignment(Pos.CENTER_LEFT);
    return box;
  }

  private void show() {
    Worklist.State state = worklist.stateProperty().get();
    quiet = true;
    if (!list.getItems().equals(state.shown())) {
      list.getItems().setAll(state.shown());
    } else {
      list.refresh();
    }
    quiet = false;
    int hidden = state.open().size() - state.shown().size();
    count.setText(
        state.open().isEmpty()
            ? "Nothing left to mend"
            : state.open().size()
                + " of "
                + state.most()
                + " findings left"
                + (hidden > 0 ? ", " + hidden + " hidden" : ""));
    if (worklist.motion().isEmpty()) {
      count.setText("Findings");
    }
    empty.setText(
        !session.hasTake()
            ? "What looks wrong in a take is listed here."
            : worklist.motion().isEmpty()
                ? "Looking the take over…"
                : hidden > 0 ? "Nothing of that kind and part." : "Nothing looks wrong here.");
    showDismissed();
    showChosen();
  }

  private void showChosen() {
    quiet = true;
    Optional<Finding> chosen = worklist.chosenProperty().get();
    chosen.ifPresentOrElse(
        f -> {
          list.getSelectionModel().select(f);
          int at = list.getItems().indexOf(f);
          if (at >= 0) {
            Rows.reveal(list, at);
          }
        },
        () -> list.getSelectionModel().clearSelection());
    quiet = false;
    showOutcome();
  }

  /** What became of the last one; else what can be done about the chosen one. */
  private void showOutcome() {
    Optional<Worklist.Outcome> last = worklist.outcomeProperty().get();
    outcome.getStyleClass().removeAll("wh-good", "wh-trouble", "wh-soft");
    if (last.isPresent()) {
      outcome.setText(last.get().text());
      outcome.getStyleClass().add(last.get().gone() ? "wh-good" : "wh-trouble");
    } else if (worklist.chosenProperty().get().isPresent() && !worklist.canMend()) {
      outcome.setText("No pass mends this yet: mend it by hand, or dismiss it.");
      outcome.getStyleClass().add("wh-soft");
    } else {
      outcome.setText("");
    }
  }

  private void showDismissed() {
    var gone = worklist.dismissed();
    HBox top = (HBox) getChildren().get(0);
    dismissed.setText(gone.size() + " dismissed");
    List<MenuItem> items = new ArrayList<>();
    for (var each : gone) {
      MenuItem item =
          new MenuItem(
              String.format(
                  Locale.ROOT,
                  "Bring back: %s on %s, frames %d–%d (%s)",
                  FindingKind.of(each.kind()).map(FindingKind::words).orElse(each.kind()),
                  Legible.of(each.part(), 60),
                  each.frames().from(),
                  each.frames().to() - 1,
                  each.reason()));
      item.setOnAction(e -> worklist.bringBack(each));
      items.add(item);
    }
    dismissed.getItems().setAll(items);
    if (gone.isEmpty()) {
      top.getChildren().remove(dismissed);
    } else if (!top.getChildren().contains(dismissed)) {
      top.getChildren().add(dismissed);
    }
  }
}
