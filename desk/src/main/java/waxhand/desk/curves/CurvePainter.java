package waxhand.desk.curves;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import waxhand.core.body.Side;
import waxhand.core.motion.Frames;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.PixelClip;
import waxhand.desk.theme.Type;
import waxhand.desk.timeline.TimeArea;

/** Draws rows of curves. */
final class CurvePainter {
  private static final double LEFT = TimeArea.LEFT;

  private static final double[][] DASHES = {{}, {6, 3}, {2, 3}, {8, 3, 2, 3}};

  private final GraphicsContext g;
  private final Palette palette;

  /** What is seen: frames at the left and right edge. */
  record Sight(double from, double to, double width) {
    double x(double frame) {
      return LEFT + (frame - from) / (to - from) * width;
    }

    double frame(double x) {
      return from + (x - LEFT) / width * (to - from);
    }
  }

  CurvePainter(GraphicsContext g, Palette palette) {
    this.g = g;
    this.palette = palette;
  }

  /** Values at the lower and upper edge of a row. */
  static double[] range(List<Curve> curves, Sight sight) {
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    double[] ends = new double[2];
    for (Curve curve : curves) {
      if (curve.extremes((int) sight.from(), (int) Math.ceil(sight.to()) + 1, ends)) {
        low = Math.min(low, ends[0]);
        high = Math.max(high, ends[1]);
      }
    }
    if (!(high >= low)) {
      return new double[] {0, 1};
    }
    double margin = Math.max(1e-6, 0.08 * (high - low));
    return new double[] {low - margin, high + margin};
  }

  /**
   * Draws one row.
   *
   * @param rows curves that share the row
   * @param apart whether to draw how far B is from A in stead of both
   */
  void row(
      List<CurveSet.Row> rows,
      String unit,
      boolean apart,
      Sight sight,
      double top,
      double height,
      double[] range,
      int cursor) {
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(LEFT, top, sight.width(), height - 3);
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.SOFT));
    List<Stroke> strokes = strokes(rows);
    boolean oneJoint = isOneJoint(rows);
    String axis = rows.get(0).axis();
    String common =
        oneJoint
            ? rows.get(0).part()
            : rows.size() + " parts" + (axis.isEmpty() ? "" : ", " + axis);
    g.fillText(rows.size() == 1 ? rows.get(0).words() : common, 16, top + 13, LEFT - 22);
    g.setFont(Type.plain(11));
    g.fillText(number(range[1]) + " " + unit, 16, top + 27, LEFT - 22);
    g.fillText(number(range[0]) + " " + unit, 16, top + height - 6, LEFT - 22);
    if (range[0] < 0 && range[1] > 0) {
      g.setStroke(palette.get(Ink.HAIRLINE));
      g.setLineWidth(1);
      double zero = y(0, range, top, height);
      g.strokeLine(LEFT, zero, LEFT + sight.width(), zero);
    }
    PixelClip.save(g, LEFT, top, sight.width(), height - 3);
    for (int i = 0; i < rows.size(); i++) {
      CurveSet.Row each = rows.get(i);
      g.setLineDashes(strokes.get(i).dashes());
      Ink ink = strokes.get(i).ink();
      if (apart) {
        line(each.apart(), sight, range, top, height, palette.get(oneJoint ? Ink.FOCUS : ink), 1.3);
      } else {
        line(each.a(), sight, range, top, height, palette.get(Ink.WIRE), 0.8);
        line(each.b(), sight, range, top, height, palette.get(ink), 1.8);
      }
    }
    g.setLineDashes();
    g.restore();
    if (oneJoint) {
      readOut(rows, unit, apart, sight, top, cursor);
    } else {
      legend(rows, strokes, unit, apart, sight, top, cursor);
    }
  }

  /** How a curve is drawn. */
  record Stroke(Ink ink, double[] dashes) {}

  private static boolean isOneJoint(List<CurveSet.Row> rows) {
    return rows.stream().allMatch(r -> r.joint() == rows.get(0).joint());
  }

  /**
   * How the curves of a row are drawn: several parts wear the colours of their sides, and curves of
   * one colour are told apart by how they are dashed. Linear in the curves.
   */
  static List<Stroke> strokes(List<CurveSet.Row> rows) {
    boolean one = isOneJoint(rows);
    Map<Ink, Integer> used = new EnumMap<>(Ink.class);
    List<Stroke> strokes = new ArrayList<>(rows.size());
    for (CurveSet.Row row : rows) {
      Ink ink = one ? Ink.WAX_SHADE : ink(row.side());
      int before = used.merge(ink, 1, Integer::sum) - 1;
      strokes.add(new Stroke(ink, DASHES[before % DASHES.length]));
    }
    return strokes;
  }

  private static Ink ink(Side side) {
    return switch (side) {
      case LEFT -> Ink.LEFT;
      case RIGHT -> Ink.RIGHT;
      case MIDDLE -> Ink.WAX_SHADE;
    };
  }

  /** Which part is which, with its value under the pointer. */
  private void legend(
      List<CurveSet.Row> rows,
      List<Stroke> strokes,
      String unit,
      boolean apart,
      Sight sight,
      double top,
      int cursor) {
    double x = LEFT + 8;
    for (int i = 0; i < rows.size() && x < LEFT + sight.width(); i++) {
      CurveSet.Row row = rows.get(i);
      Curve curve = apart ? row.apart() : row.b();
      String value =
          cursor >= 0 && cursor < curve.frames() ? " " + number(curve.at(cursor)) + " " + unit : "";
      String words = row.part() + value;
      double wide = Type.width(words, g.getFont()) + 30;
      g.setFill(palette.get(Ink.PAPER).deriveColor(0, 1, 1, 0.85));
      g.fillRect(x - 3, top + 1, wide, 14);
      g.setStroke(palette.get(strokes.get(i).ink()));
      g.setLineWidth(2);
      g.setLineDashes(strokes.get(i).dashes());
      g.strokeLine(x, top + 8, x + 20, top + 8);
      g.setLineDashes();
      g.setFill(palette.get(Ink.INK));
      g.fillText(words, x + 23, top + 12);
      x += wide + 6;
    }
  }

  private void readOut(
      List<CurveSet.Row> rows, String unit, boolean apart, Sight sight, double top, int cursor) {
    StringBuilder words = new StringBuilder();
    for (CurveSet.Row row : rows) {
      if (cursor < 0 || cursor >= row.b().frames() || cursor >= row.a().frames()) {
        continue;
      }
      String letter = row.axis().isEmpty() ? "" : row.axis() + " ";
      words.append(words.isEmpty() ? "" : "    ").append(letter);
      if (apart) {
        words.append(number(row.apart().at(cursor))).append(' ').append(unit);
      } else {
        words
            .append(number(row.b().at(cursor)))
            .append(' ')
            .append(unit)
            .append(" (A ")
            .append(number(row.a().at(cursor)))
            .append(')');
      }
    }
    if (!words.isEmpty()) {
      double wide = Type.width(words.toString(), g.getFont()) + 8;
      g.setFill(palette.get(Ink.PAPER).deriveColor(0, 1, 1, 0.85));
      g.fillRect(LEFT + sight.width() - wide, top + 1, wide, 14);
      g.setFill(palette.get(Ink.INK));
      g.fillText(words.toString(), LEFT + sight.width() - wide + 4, top + 12);
    }
  }

  /** A line through the frames, or from the lowest to the highest of each pixel's frames. */
  private void line(
      Curve curve,
      Sight sight,
      double[] range,
      double top,
      double height,
      Color colour,
      double width) {
    g.setStroke(colour);
    g.setLineWidth(width);
    g.beginPath();
    double perPixel = (sight.to() - sight.from()) / sight.width();
    boolean first = true;
    if (perPixel <= 1.5) {
      int from = Math.max(0, (int) sight.from() - 1);
      int to = Math.min(curve.frames(), (int) sight.to() + 3);
      for (int f = from; f < to; f++) {
        point(sight.x(f + 0.5), y(curve.at(f), range, top, height), first);
        first = false;
      }
    } else {
      double[] ends = new double[2];
      boolean up = true;
      for (int px = 0; px < sight.width(); px++) {
        int a = (int) (sight.from() + px * perPixel);
        int b = (int) (sight.from() + (px + 1) * perPixel);
        if (curve.extremes(a, Math.max(a + 1, b), ends)) {
          point(LEFT + px, y(ends[up ? 0 : 1], range, top, height), first);
          point(LEFT + px, y(ends[up ? 1 : 0], range, top, height), false);
          first = false;
          up = !up;
        }
      }
    }
    g.stroke();
  }

  private void point(double x, double y, boolean first) {
    if (first) {
      g.moveTo(x, y);
    } else {
      g.lineTo(x, y);
    }
  }

  private static double y(double value, double[] range, double top, double height) {
    return top + (height - 3) * (range[1] - value) / (range[1] - range[0]);
  }

  /** Seconds above the rows. */
  void ruler(Sight sight, double rateHz, double height) {
    double seconds = (sight.to() - sight.from()) / rateHz;
    double perTick = 600;
    for (double t : new double[] {600, 300, 120, 60, 30, 10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05}) {
      if (sight.width() * t / seconds > 60) {
        perTick = t;
      }
    }
    g.setFont(Type.plain(11));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    double start = Math.ceil(sight.from() / rateHz / perTick) * perTick;
    for (double t = start; t * rateHz <= sight.to(); t += perTick) {
      double x = Math.rint(sight.x(t * rateHz)) + 0.5;
      g.strokeLine(x, 12, x, height);
      if (x + 30 > LEFT + sight.width()) {
        continue;
      }
      g.setFill(palette.get(Ink.SOFT));
      g.fillText(
          perTick < 1 ? String.format(Locale.ROOT, "%.2f s", t) : Math.round(t) + " s", x + 3, 11);
    }
  }

  /** Frames in which something is wrong: a red line over and under the rows. */
  void mark(Frames frames, Sight sight, double top, double height) {
    double left = Math.max(LEFT, sight.x(frames.from()));
    double right = Math.min(LEFT + sight.width(), Math.max(left + 3, sight.x(frames.to())));
    if (right > left) {
      g.setFill(palette.get(Ink.TROUBLE).deriveColor(0, 1, 1, 0.09));
      g.fillRect(left, top, right - left, height);
      g.setFill(palette.get(Ink.TROUBLE));
      g.fillRect(left, top, right - left, 2);
      g.fillRect(left, top + height - 2, right - left, 2);
    }
  }

  void region(Frames region, Sight sight, double top, double height) {
    double a = sight.x(region.from());
    double b = sight.x(region.to());
    double left = Math.max(LEFT, a);
    double right = Math.min(LEFT + sight.width(), b);
    if (right > left) {
      g.setFill(palette.get(Ink.FOCUS).deriveColor(0, 1, 1, 0.12));
      g.fillRect(left, top, right - left, height);
      g.setStroke(palette.get(Ink.FOCUS));
      g.setLineWidth(1);
      g.strokeRect(left + 0.5, top + 0.5, right - left - 1, height - 1);
    }
  }

  /** Amplitude against frequency of one curve, A and B. */
  void spectrum(CurveSet.Row row, Frames run, double rateHz, double left, double top, double size) {
    double topHz = Math.min(30, rateHz / 2);
    double[] a = Spectrum.of(row.a().values(), run.from(), run.to(), rateHz, topHz);
    double[] b = Spectrum.of(row.b().values(), run.from(), run.to(), rateHz, topHz);
    double most = 1e-9;
    for (int k = 0; k < a.length; k++) {
      most = Math.max(most, Math.max(a[k], b[k]));
    }
    double width = 210;
    g.setFill(palette.get(Ink.RAISED));
    g.fillRect(left, top, width, size);
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.strokeRect(left + 0.5, top + 0.5, width - 1, size - 1);
    g.setFont(Type.plain(11));
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("Spectrum: " + row.words(), left + 6, top + 13, width - 12);
    g.fillText("0", left + 6, top + size - 4);
    g.fillText(Math.round(topHz) + " Hz", left + width - 36, top + size - 4);
    double[][] both = {a, b};
    for (int i = 0; i < 2; i++) {
      g.setStroke(palette.get(i == 0 ? Ink.WIRE : Ink.WAX_SHADE));
      g.setLineWidth(i == 0 ? 0.8 : 1.8);
      g.beginPath();
      for (int k = 0; k < a.length; k++) {
        // the square root lets weak jitter be seen beside strong motion
        double y = top + size - 16 - (size - 36) * Math.sqrt(both[i][k] / most);
        point(left + 6 + (width - 12) * (k + 1) / a.length, y, k == 0);
      }
      g.stroke();
    }
  }

  private static String number(double v) {
    double size = Math.abs(v);
    String format = size >= 100 ? "%.0f" : size >= 10 ? "%.1f" : "%.2f";
    return String.format(Locale.ROOT, format, v == 0 ? 0.0 : v);
  }
}
