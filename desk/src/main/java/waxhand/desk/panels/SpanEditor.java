package waxhand.desk.panels;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;

/** The frames a plate acts on: the whole take, or a span with its eases. */
final class SpanEditor implements Editor {
  private static final String[] WORDS = {"from", "to", "ease in", "ease out"};

  private final ChosenPlate chosen;
  private final ToggleButton whole = new ToggleButton("Whole take");
  private final List<TextField> fields = new ArrayList<>();
  private final GridPane grid = new GridPane();
  private final VBox node;

  SpanEditor(ChosenPlate chosen) {
    this.chosen = chosen;
    whole.setId("span-all");
    whole.setTooltip(new Tooltip("Acts on every frame; off: on the span below"));
    whole.setOnAction(e -> wholeChosen());
    grid.setHgap(8);
    grid.setVgap(6);
    for (int i = 0; i < WORDS.length; i++) {
      TextField field = new TextField();
      field.setId("span-" + WORDS[i].replace(' ', '-'));
      field.getStyleClass().add("wh-number");
      field.setAccessibleText("Span, " + WORDS[i] + ", frames");
      field.setTooltip(new Tooltip("Span: " + WORDS[i] + ", in frames"));
      int which = i;
      Editor.whenTyped(field, () -> typed(which));
      fields.add(field);
      grid.add(new Label(WORDS[i]), 2 * (i % 2), i / 2);
      grid.add(field, 2 * (i % 2) + 1, i / 2);
    }
    HBox top = Editor.row("", whole);
    top.getChildren().set(0, Editor.heading("Where, in frames"));
    node = new VBox(6, top, grid);
  }

  private void wholeChosen() {
    int ease = (int) Math.round(chosen.session().rateHz() * 0.1);
    Span span = whole.isSelected() ? Span.ALL : Span.of(chosen.session().workRange(), ease);
    chosen.edit("span", p -> p.withSpan(span));
  }

  private int[] numbers(Span s) {
    return new int[] {
      s.from(), s.isAll() ? chosen.session().frames() : s.to(), s.easeIn(), s.easeOut()
    };
  }

  private void typed(int which) {
    chosen.now().filter(p -> !p.span().isAll()).ifPresent(p -> typed(which, p.span()));
  }

  private void typed(int which, Span now) {
    int[] v = numbers(now);
    TextField field = fields.get(which);
    String before = Integer.toString(v[which]);
    try {
      v[which] = Integer.parseInt(field.getText().strip());
      Span next = new Span(v[0], v[1], v[2], v[3]);
      if (!next.equals(now)) {
        chosen.edit("span", p -> p.withSpan(next));
      }
    } catch (IllegalArgumentException e) {
      field.setText(before);
    }
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public void show(Plate plate) {
    boolean all = plate.span().isAll();
    int[] v = numbers(plate.span());
    whole.setSelected(all);
    PassPanel.put(grid, !all);
    for (int i = 0; i < v.length; i++) {
      TextField field = fields.get(i);
      String shown = Integer.toString(v[i]);
      if (!field.isFocused() && !shown.equals(field.getText())) {
        field.setText(shown);
      }
    }
  }
}
