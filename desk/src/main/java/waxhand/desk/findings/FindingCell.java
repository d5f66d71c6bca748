package waxhand.desk.findings;

import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import waxhand.core.survey.Finding;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** A finding as it stands on the list: how bad, what, when, and a small picture of the signal. */
final class FindingCell extends ListCell<Finding> {
  static final double HEIGHT = 42;
  private static final double SPARK_WIDTH = 72;
  private static final double SPARK_HEIGHT = 16;

  /** Between the sentence and the curve. */
  private static final double CLEAR = 5;

  private final Worklist worklist;
  private final Palette palette;
  private final Region severity = new Region();
  private final Label text = new Label();
  private final Label when = new Label();

  /** The sentence where the list is too narrow for it. */
  private final Tooltip whole = new Tooltip();

  private final Canvas spark = new Canvas(SPARK_WIDTH, SPARK_HEIGHT);
  private final HBox content;

  FindingCell(Worklist worklist, Palette palette) {
    this.worklist = worklist;
    this.palette = palette;
    getStyleClass().add("wh-finding");
    severity.getStyleClass().add("wh-severity");
    severity.setMinWidth(5);
    severity.setMaxWidth(5);
    StackBar bar = new StackBar(severity);
    text.setMinHeight(16);
    text.setMaxHeight(16);
    whole.setShowDelay(Duration.millis(350));
    when.getStyleClass().addAll("wh-soft", "wh-small");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox below = new HBox(6, when, gap, spark);
    below.setAlignment(Pos.CENTER_LEFT);
    VBox words = new VBox(0, text, below);
    HBox.setHgrow(words, Priority.ALWAYS);
    content = new HBox(8, bar, words);
    content.setFillHeight(true);
    setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
    setPrefWidth(0);
    // what was drawn for one finding must not show for another
    selectedProperty().addListener((o, a, b) -> draw());
  }

  /** A column whose filled part tells how bad it is. */
  private static final class StackBar extends VBox {
    StackBar(Region filled) {
      getStyleClass().add("wh-severity-back");
      setMinWidth(5);
      setMaxWidth(5);
      setAlignment(Pos.BOTTOM_CENTER);
      getChildren().add(filled);
    }
  }

  @Override
  protected void updateItem(Finding finding, boolean empty) {
    super.updateItem(finding, empty);
    if (empty || finding == null) {
      setGraphic(null);
      setTooltip(null);
      return;
    }
    setGraphic(content);
    text.setText(finding.text());
    whole.setText(finding.text());
    setTooltip(whole);
    double share = finding.severity();
    severity.setMinHeight(Math.max(4, share * (HEIGHT - 12)));
    severity.setMaxHeight(Math.max(4, share * (HEIGHT - 12)));
    boolean single = finding.frames().count() == 1;
    when.setText(
        single
            ? "frame " + finding.frames().from()
            : "frames " + finding.frames().from() + "–" + (finding.frames().to() - 1));
    setAccessibleText(finding.text() + " " + when.getText());
    draw();
  }

  private void draw() {
    Finding finding = getItem();
    GraphicsContext g = spark.getGraphicsContext2D();
    g.clearRect(0, 0, SPARK_WIDTH, SPARK_HEIGHT);
    if (finding == null || worklist.motion().isEmpty()) {
      return;
    }
    double[] values = Spark.of(worklist.motion().get(), worklist.local(finding));
    g.setStroke(isSelected() ? palette.get(Ink.RAISED) : palette.get(Ink.WAX_SHADE));
    g.setLineWidth(1.2);
    g.beginPath();
    for (int i = 0; i < values.length; i++) {
      double x = 1 + (SPARK_WIDTH - 2) * i / Math.max(1, values.length - 1);
      double y = CLEAR + (SPARK_HEIGHT - CLEAR - 1) * (1 - values[i]);
      if (i == 0) {
        g.moveTo(x, y);
      } else {
        g.lineTo(x, y);
      }
    }
    g.stroke();
  }
}
