package waxhand.desk.kits.poses;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;

/**
 * A small drawing with a name: hovered it is shown on the figure, pressed it is put on the layer.
 */
final class PoseTile extends Button {
  static final double SIZE = 60;

  private final Canvas canvas = new Canvas(SIZE, SIZE);
  private final Consumer<GraphicsContext> drawing;

  /**
   * @param drawing draws in a square of {@link #SIZE}
   * @param menu what else can be done with it
   */
  PoseTile(
      PoseTool tool,
      PoseTool.Source source,
      Consumer<GraphicsContext> drawing,
      List<MenuItem> menu) {
    super(source.name());
    this.drawing = drawing;
    setGraphic(canvas);
    setContentDisplay(ContentDisplay.TOP);
    setAlignment(Pos.CENTER);
    getStyleClass().add("wh-tile");
    setId("pose-" + source.name().replace(' ', '-'));
    setAccessibleText("Pose " + source.name());
    setTooltip(new Tooltip("Put " + source.name() + " on the active layer at the playhead"));
    setOnAction(e -> tool.apply(source));
    hoverProperty().addListener((o, a, on) -> tool.hover(source, on || isFocused()));
    focusedProperty().addListener((o, a, on) -> tool.hover(source, on || isHover()));
    if (!menu.isEmpty()) {
      setContextMenu(new ContextMenu(menu.toArray(MenuItem[]::new)));
    }
    draw();
  }

  void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, SIZE, SIZE);
    drawing.accept(g);
  }
}
