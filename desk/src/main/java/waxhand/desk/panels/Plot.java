package waxhand.desk.panels;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.canvas.GraphicsContext;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/** A small plot of lines over one axis, with the ends of both axes written at it. */
public final class Plot extends Drawing {
  /** A line to draw. */
  public record Series(double[] x, double[] y, Ink ink, double width) {}

  private static final double LEFT = 8;
  private static final double BOTTOM = 18;
  private static final double TOP = 18;

  private final Palette palette;
  private final String yUnit;
  private final String xUnit;
  private List<Series> series = List.of();
  private List<Double> marks = new ArrayList<>();
  private String title = "";

  public Plot(Palette palette, String xUnit, String yUnit, double height) {
    super(height);
    this.palette = palette;
    this.xUnit = xUnit;
    this.yUnit = yUnit;
  }

  public void show(String words, List<Series> lines, List<Double> verticals) {
    title = words;
    series = List.copyOf(lines);
    marks = List.copyOf(verticals);
    setAccessibleText(words);
    redraw();
  }

  @Override
  protected void draw(GraphicsContext g, double w, double h) {
    g.setFont(Type.plain(11));
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(0, 0, w, h);
    double x0 = Double.POSITIVE_INFINITY;
    double x1 = Double.NEGATIVE_INFINITY;
    double y0 = Double.POSITIVE_INFINITY;
    double y1 = Double.NEGATIVE_INFINITY;
    for (Series s : series) {
      for (int i = 0; i < s.x().length; i++) {
        x0 = Math.min(x0, s.x()[i]);
        x1 = Math.max(x1, s.x()[i]);
        y0 = Math.min(y0, s.y()[i]);
        y1 = Math.max(y1, s.y()[i]);
      }
    }
    g.setFill(palette.get(Ink.SOFT));
    g.fillText(title, LEFT, 13);
    if (!(x1 > x0)) {
      return;
    }
    double spread = Math.max(1e-9, y1 - y0);
    double low = y0 - 0.06 * spread;
    double high = y1 + 0.06 * spread;
    double sx = (w - 2 * LEFT) / (x1 - x0);
    double sy = (h - BOTTOM - TOP) / (high - low);
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    g.strokeLine(LEFT, h - BOTTOM, w - LEFT, h - BOTTOM);
    for (Series s : series) {
      g.setStroke(palette.get(s.ink()));
      g.setLineWidth(s.width());
      g.beginPath();
      for (int i = 0; i < s.x().length; i++) {
        double px = LEFT + (s.x()[i] - x0) * sx;
        double py = h - BOTTOM - (s.y()[i] - low) * sy;
        if (i == 0) {
          g.moveTo(px, py);
        } else {
          g.lineTo(px, py);
        }
      }
      g.stroke();
    }
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(1.2);
    for (double mark : marks) {
      if (mark >= x0 && mark <= x1) {
        double px = LEFT + (mark - x0) * sx;
        g.strokeLine(px, TOP, px, h - BOTTOM);
      }
    }
    g.setFill(palette.get(Ink.SOFT));
    g.fillText(number(x0) + " " + xUnit, LEFT, h - 5);
    String right = number(x1) + " " + xUnit;
    g.fillText(right, w - LEFT - Type.width(right, g.getFont()), h - 5);
    String range = number(y0) + " to " + number(y1) + " " + yUnit;
    g.fillText(range, w - LEFT - Type.width(range, g.getFont()), 13);
  }

  private static String number(double v) {
    return Math.abs(v) >= 100 || v == Math.rint(v)
        ? String.format(Locale.ROOT, "%.0f", v)
        : String.format(Locale.ROOT, "%.2f", v);
  }
}
