package waxhand.desk.viewport;

import javafx.scene.Group;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.Box;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** The ground of a 3D view with a line every metre, a heavier one every five. */
final class Ground extends Group {
  /** Half its side, metres. */
  static final int HALF = 14;

  private static final double THIN = 0.0004;

  private final PhongMaterial base = new PhongMaterial();
  private final PhongMaterial light = new PhongMaterial();
  private final PhongMaterial heavy = new PhongMaterial();

  Ground() {
    Box plane = new Box(2 * HALF, THIN, 2 * HALF);
    plane.setTranslateY(-0.001);
    plane.setMaterial(base);
    getChildren().add(plane);
    for (int n = -HALF; n <= HALF; n++) {
      double wide = n % 5 == 0 ? 0.012 : 0.006;
      Box along = new Box(wide, THIN, 2 * HALF);
      along.setTranslateX(n);
      Box across = new Box(2 * HALF, THIN, wide);
      across.setTranslateZ(n);
      for (Box line : new Box[] {along, across}) {
        line.setTranslateY(THIN);
        line.setMaterial(n % 5 == 0 ? heavy : light);
        getChildren().add(line);
      }
    }
  }

  void paint(Palette palette) {
    base.setDiffuseColor(palette.get(Ink.GROUND));
    light.setDiffuseColor(palette.get(Ink.HAIRLINE));
    heavy.setDiffuseColor(palette.get(Ink.HAIRLINE).interpolate(palette.get(Ink.SOFT), 0.35));
  }
}
