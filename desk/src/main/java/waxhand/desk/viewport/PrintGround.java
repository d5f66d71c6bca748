package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.CullFace;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Affine;
import waxhand.core.body.Side;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** Prints lying on the ground of a 3D view. */
final class PrintGround extends Group {
  /** Just over the lines of the ground, metres. */
  private static final double HEIGHT = 0.0012;

  private static final int SHADES = 8;

  private final Map<Outline, Map<Side, TriangleMesh>> meshes = new EnumMap<>(Outline.class);
  private final Map<Side, List<PhongMaterial>> shades = new EnumMap<>(Side.class);
  private final List<MeshView> views = new ArrayList<>();
  private final List<Affine> places = new ArrayList<>();

  PrintGround() {
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      for (Outline outline : Outline.values()) {
        meshes
            .computeIfAbsent(outline, o -> new EnumMap<>(Side.class))
            .put(side, mesh(outline, side));
      }
      List<PhongMaterial> own = new ArrayList<>();
      for (int n = 0; n <= SHADES; n++) {
        own.add(new PhongMaterial());
      }
      shades.put(side, own);
    }
  }

  /** A flat print one metre long. */
  private static TriangleMesh mesh(Outline outline, Side side) {
    TriangleMesh mesh = new TriangleMesh();
    mesh.getTexCoords().addAll(0, 0);
    // from here every corner is seen
    mesh.getPoints()
        .addAll(0, 0, outline == Outline.KNEE ? 0 : outline == Outline.PALM ? 0.4f : 0.45f);
    for (int n = 0; n < outline.count(); n++) {
      double[] c = Print.corner(outline, side, n);
      mesh.getPoints().addAll((float) c[0], 0, (float) c[1]);
    }
    for (int n = 0; n < outline.count(); n++) {
      int next = (n + 1) % outline.count();
      mesh.getFaces().addAll(0, 0, n + 1, 0, next + 1, 0);
    }
    return mesh;
  }

  void paint(Palette palette) {
    for (Map.Entry<Side, List<PhongMaterial>> own : shades.entrySet()) {
      Color full = palette.get(own.getKey() == Side.LEFT ? Ink.LEFT : Ink.RIGHT);
      for (int n = 0; n <= SHADES; n++) {
        double share = n / (double) SHADES;
        own.getValue()
            .get(n)
            .setDiffuseColor(palette.get(Ink.GROUND).interpolate(full, 0.12 + 0.66 * share));
      }
    }
  }

  void show(List<Print> prints) {
    while (views.size() < prints.size()) {
      MeshView view = new MeshView();
      view.setCullFace(CullFace.NONE);
      Affine place = new Affine();
      view.getTransforms().add(place);
      views.add(view);
      places.add(place);
      getChildren().add(view);
    }
    for (int n = 0; n < views.size(); n++) {
      MeshView view = views.get(n);
      view.setVisible(n < prints.size());
      if (n < prints.size()) {
        Print p = prints.get(n);
        view.setMesh(meshes.get(p.outline()).get(p.side()));
        int shade = (int) Math.round(SHADES * Math.min(1, p.strength()));
        view.setMaterial(shades.get(p.side()).get(shade));
        double s = p.lengthM();
        double sin = Math.sin(p.headingRad());
        double cos = Math.cos(p.headingRad());
        // later prints over earlier ones
        double y = p.y() + HEIGHT + 0.0001 * n;
        places
            .get(n)
            .setToTransform(s * cos, 0, s * sin, p.x(), 0, 1, 0, y, -s * sin, 0, s * cos, p.z());
      }
    }
  }
}
