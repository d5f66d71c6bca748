package waxhand.desk.kits.characters;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.shape.StrokeLineCap;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.character.Character;
import waxhand.core.character.Skin;

/** Draws a character small as it rests, seen from before: its skin shaded, or its bones. */
final class CharacterFigure {
  /** All are drawn to one scale, up to so tall, metres. */
  private static final double TALLEST_M = 2.1;

  /** Of larger skins only so many triangles are drawn. */
  private static final int MOST = 6000;

  private CharacterFigure() {}

  static void draw(GraphicsContext g, double size, Character character, Color wax, Color ink) {
    double tall = Math.max(TALLEST_M, 1.05 * character.body().heightM());
    double scale = size / tall;
    if (character.skin().isPresent()) {
      skin(g, size, scale, character.skin().get(), wax);
    } else {
      bones(g, size, scale, character.body(), ink);
    }
  }

  private static void skin(GraphicsContext g, double size, double scale, Skin skin, Color wax) {
    float[] p = skin.points();
    int[] t = skin.triangles();
    List<int[]> shown = new ArrayList<>();
    int step = Math.max(1, t.length / 3 / MOST);
    for (int n = 0; n < t.length / 3; n += step) {
      shown.add(new int[] {3 * t[3 * n], 3 * t[3 * n + 1], 3 * t[3 * n + 2]});
    }
    shown.sort(Comparator.comparingDouble(c -> p[c[0] + 2] + p[c[1] + 2] + p[c[2] + 2]));
    double[] x = new double[3];
    double[] y = new double[3];
    g.setLineWidth(0.7);
    for (int[] c : shown) {
      double ux = p[c[1]] - p[c[0]];
      double uy = p[c[1] + 1] - p[c[0] + 1];
      double uz = p[c[1] + 2] - p[c[0] + 2];
      double vx = p[c[2]] - p[c[0]];
      double vy = p[c[2] + 1] - p[c[0] + 1];
      double vz = p[c[2] + 2] - p[c[0] + 2];
      double nz = ux * vy - uy * vx;
      double ny = uz * vx - ux * vz;
      double nx = uy * vz - uz * vy;
      double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
      if (!(nz > 0) || length < 1e-12) {
        continue;
      }
      double light = 0.55 + 0.45 * Math.max(0, (0.75 * nz + 0.5 * ny - 0.3 * nx) / length);
      for (int k = 0; k < 3; k++) {
        x[k] = size / 2 + scale * p[c[k]];
        y[k] = size - scale * p[c[k] + 1] - 1;
      }
      Color shade = wax.deriveColor(0, 1, Math.min(1.05, light), 1);
      g.setFill(shade);
      g.fillPolygon(x, y, 3);
      // or the paper shines through between them
      g.setStroke(shade);
      g.strokePolygon(x, y, 3);
    }
  }

  private static void bones(GraphicsContext g, double size, double scale, Body body, Color ink) {
    Vector3d[] rest = body.skeleton().restPositions();
    double low = Double.POSITIVE_INFINITY;
    double middle = 0;
    for (int j = body.members().nextSetBit(0); j >= 0; j = body.members().nextSetBit(j + 1)) {
      low = Math.min(low, rest[j].y);
      middle += rest[j].x / Math.max(1, body.members().cardinality());
    }
    g.setStroke(ink);
    g.setLineCap(StrokeLineCap.ROUND);
    g.setLineWidth(Math.max(1.2, size / 40));
    for (int j = 0; j < rest.length; j++) {
      int parent = body.skeleton().parent(j);
      if (parent >= 0 && body.members().get(j) && body.members().get(parent)) {
        g.strokeLine(
            size / 2 + scale * (rest[parent].x - middle),
            size - scale * (rest[parent].y - low) - 3,
            size / 2 + scale * (rest[j].x - middle),
            size - scale * (rest[j].y - low) - 3);
      }
    }
  }
}
