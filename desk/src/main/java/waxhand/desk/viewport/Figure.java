package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.CullFace;
import javafx.scene.shape.MeshView;
import javafx.scene.transform.Affine;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** The wax figure of one view, and its shadow on the ground. */
final class Figure {
  /** Height at which the shadow lies, just over the ground, metres. */
  private static final double SHADOW_HEIGHT = 0.002;

  /** How far the shadow of a point falls aside per metre of height. */
  private static final double SLANT = 0.22;

  private final Group wax = new Group();
  private final Group shadow = new Group();
  private final List<Affine> places = new ArrayList<>();
  private final List<Affine> shadows = new ArrayList<>();
  private Skins skins = Skins.NONE;

  Group wax() {
    return wax;
  }

  Group shadow() {
    return shadow;
  }

  /**
   * Puts skins on the figure.
   *
   * @return whether they are others than before
   */
  boolean dress(Skins others) {
    if (others == skins) {
      return false;
    }
    skins = others;
    wax.getChildren().clear();
    shadow.getChildren().clear();
    places.clear();
    shadows.clear();
    for (FigureParts.Part part : skins.parts()) {
      wax.getChildren().add(skin(part, CullFace.BACK, places));
      shadow.getChildren().add(skin(part, CullFace.NONE, shadows));
    }
    return true;
  }

  private static MeshView skin(FigureParts.Part part, CullFace cull, List<Affine> placed) {
    MeshView skin = new MeshView(part.mesh());
    skin.setCullFace(cull);
    Affine place = new Affine();
    skin.getTransforms().add(place);
    placed.add(place);
    return skin;
  }

  /** Whether the skins suit a body. */
  boolean fits(Body body) {
    return skins.fit(body);
  }

  void setShown(boolean shown) {
    wax.setVisible(shown);
    shadow.setVisible(shown);
  }

  /** Shows the skins of these joints alone; all where there are none. */
  void isolate(BitSet joints) {
    for (int i = 0; i < skins.parts().size(); i++) {
      boolean shown = joints.isEmpty() || joints.get(skins.parts().get(i).joint());
      wax.getChildren().get(i).setVisible(shown);
      shadow.getChildren().get(i).setVisible(shown);
    }
  }

  /** Colours the figure; chosen parts stand out. */
  void paint(Palette palette, BitSet chosen) {
    Color plain = palette.get(Ink.WAX);
    PhongMaterial shade = new PhongMaterial(palette.get(Ink.SHADOW));
    Map<Color, PhongMaterial> materials = new HashMap<>();
    for (int i = 0; i < skins.parts().size(); i++) {
      FigureParts.Part part = skins.parts().get(i);
      Color side =
          part.side() == Side.LEFT
              ? palette.get(Ink.LEFT)
              : part.side() == Side.RIGHT ? palette.get(Ink.RIGHT) : plain;
      Color colour = part.band() ? side : plain.interpolate(side, 0.12);
      if (chosen.get(part.joint()) && !part.band()) {
        colour = palette.get(Ink.FOCUS).interpolate(plain, 0.25);
      }
      ((MeshView) wax.getChildren().get(i))
          .setMaterial(materials.computeIfAbsent(colour, Figure::material));
      ((MeshView) shadow.getChildren().get(i)).setMaterial(shade);
    }
  }

  private static PhongMaterial material(Color colour) {
    PhongMaterial material = new PhongMaterial(colour);
    material.setSpecularColor(Color.gray(0.24));
    material.setSpecularPower(18);
    return material;
  }

  /** Moves the skins, which are shaped as they stand at rest, to a solved pose. */
  void move(WorldPose pose) {
    double[] p = pose.positions();
    double[] q = new double[4];
    for (int i = 0; i < skins.parts().size(); i++) {
      int j = skins.parts().get(i).joint();
      Quats.multiply(pose.rotations(), 4 * j, skins.fromRest(), 4 * j, q, 0);
      double x = q[0];
      double y = q[1];
      double z = q[2];
      double w = q[3];
      double m00 = 1 - 2 * (y * y + z * z);
      double m01 = 2 * (x * y - z * w);
      double m02 = 2 * (x * z + y * w);
      double m10 = 2 * (x * y + z * w);
      double m11 = 1 - 2 * (x * x + z * z);
      double m12 = 2 * (y * z - x * w);
      double m20 = 2 * (x * z - y * w);
      double m21 = 2 * (y * z + x * w);
      double m22 = 1 - 2 * (x * x + y * y);
      places
          .get(i)
          .setToTransform(
              m00, m01, m02, p[3 * j], m10, m11, m12, p[3 * j + 1], m20, m21, m22, p[3 * j + 2]);
      double k = SLANT;
      shadows
          .get(i)
          .setToTransform(
              m00 - k * m10,
              m01 - k * m11,
              m02 - k * m12,
              p[3 * j] - k * p[3 * j + 1],
              0.0002 * m10,
              0.0002 * m11,
              0.0002 * m12,
              SHADOW_HEIGHT,
              m20 - k * m10,
              m21 - k * m11,
              m22 - k * m12,
              p[3 * j + 2] - k * p[3 * j + 1]);
    }
  }
}
