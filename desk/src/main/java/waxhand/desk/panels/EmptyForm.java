package waxhand.desk.panels;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Stage;
import waxhand.core.project.Take;
import waxhand.desk.command.Commands;

/** What the panel says while no plate is chosen, and the steps it offers. */
final class EmptyForm extends VBox {
  /** The space between a number and its unit, where no line ends. */
  private static final Pattern UNIT = Pattern.compile("(?<=\\d) (?=\\p{L})");

  private final Commands commands;
  private final Label heading = Editor.heading("");
  private final Label words = soft();
  private final VBox assumed = new VBox(4);
  private final Button first;
  private final Button others;
  private final List<Node> withTake = new ArrayList<>();
  private final List<Node> withoutTake = new ArrayList<>();

  EmptyForm(Commands commands) {
    super(8);
    this.commands = commands;
    Button again = commands.wordButton("reread");
    again.setText("Read again…");
    others = commands.wordButton("other-bodies");
    others.setId("other-bodies");
    others.setText("Other bodies");
    first = step("first-pass");
    first.getStyleClass().add("wh-main");
    withTake.addAll(List.of(first, stages()));
    HBox read = new HBox(8, Editor.heading("How it was read"), again);
    read.setAlignment(Pos.BASELINE_LEFT);
    withTake.addAll(List.of(new Region(), read, assumed, others));
    for (String id : List.of("new-from-files", "open")) {
      withoutTake.add(step(id));
    }
    getChildren().addAll(heading, words);
    getChildren().addAll(withTake);
    getChildren().addAll(withoutTake);
  }

  /** The stages of the work; each opens the palette at its passes. */
  private FlowPane stages() {
    FlowPane stages = new FlowPane(4, 4);
    stages.getStyleClass().add("wh-stages");
    for (Stage stage : Stage.values()) {
      String id = "stage-" + stage.name().toLowerCase(Locale.ROOT);
      if (commands.all().stream().anyMatch(c -> c.id().equals(id))) {
        Button button = commands.wordButton(id);
        button.setId(id);
        button.setText(stage.words());
        stages.getChildren().add(button);
      }
    }
    return stages;
  }

  private static Label soft() {
    Label label = new Label();
    label.setWrapText(true);
    label.getStyleClass().add("wh-soft");
    return label;
  }

  private static List<Label> assumptions(Take take) {
    List<Label> lines = new ArrayList<>();
    for (String line : take.raw().assumptions()) {
      Label label = soft();
      String text = Character.toUpperCase(line.charAt(0)) + line.substring(1) + ".";
      label.setText(UNIT.matcher(text).replaceAll("\u00a0"));
      lines.add(label);
    }
    return lines;
  }

  private Button step(String id) {
    Button button = commands.wordButton(id);
    button.setMaxWidth(Double.MAX_VALUE);
    return button;
  }

  void show(Optional<Take> take) {
    boolean any = take.isPresent();
    boolean begun = take.map(t -> t.chain().size() > 0).orElse(false);
    heading.setText(any ? "No pass chosen" : "The bench is empty");
    words.setText(
        begun
            ? "Click a plate on the rail to see what it does, or add one of a stage of the work."
            : any
                ? "Begin with the first pass, or add one of a stage of the work. The raw take stays"
                    + " as it is."
                : "Open a project or new takes from files, or drop them on the window.");
    assumed.getChildren().setAll(take.map(EmptyForm::assumptions).orElse(List.of()));
    withTake.forEach(n -> PassPanel.put(n, any));
    PassPanel.put(first, any && !begun);
    PassPanel.put(others, commands.get("other-bodies").allowed().getAsBoolean());
    withoutTake.forEach(n -> PassPanel.put(n, !any));
  }
}
