package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import waxhand.core.body.Side;
import waxhand.core.scene.Motion;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** The wax figure of one view, and its shadow on the ground. */
final class Figure {
  /** How much of the colour of its side a part has, as it is and in two tones. */
  private static final double TINT = 0.12;

  private static final double TWO_TONE_TINT = 0.55;

  private final Group wax = new Group();
  private final Group shadow = new Group();
  private List<Worn> worn = List.of();
  private Skins skins = Skins.NONE;
  private double tint = TINT;
  private JointMoves moves = new JointMoves(skins.fromRest());

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
    moves = new JointMoves(skins.fromRest());
    worn = skins.parts().stream().map(Part::wear).toList();
    wax.getChildren().setAll(worn.stream().map(w -> w.skin).toList());
    shadow.getChildren().setAll(worn.stream().map(w -> w.shadow).toList());
    return true;
  }

  /** Whether the skins suit a motion. */
  boolean fits(Motion motion) {
    return skins.fit(motion);
  }

  void setShown(boolean shown) {
    wax.setVisible(shown);
    shadow.setVisible(shown);
  }

  /** Shows the skins of these joints alone; all where there are none. */
  void isolate(BitSet joints) {
    for (int i = 0; i < skins.parts().size(); i++) {
      boolean shown = joints.isEmpty() || joints.get(skins.parts().get(i).joint());
      worn.get(i).skin.setVisible(shown);
      worn.get(i).shadow.setVisible(shown);
    }
  }

  /** Left and right in two tones, or hardly apart. */
  void setTwoTone(boolean apart) {
    tint = apart ? TWO_TONE_TINT : TINT;
  }

  /** Colours the figure; chosen parts stand out. */
  void paint(Palette palette, BitSet chosen) {
    Color plain = palette.get(Ink.WAX);
    PhongMaterial shade = new PhongMaterial(palette.get(Ink.SHADOW));
    Map<Color, PhongMaterial> materials = new HashMap<>();
    for (int i = 0; i < skins.parts().size(); i++) {
      Part part = skins.parts().get(i);
      Color side =
          part.side() == Side.LEFT
              ? palette.get(Ink.LEFT)
              : part.side() == Side.RIGHT ? palette.get(Ink.RIGHT) : plain;
      Color colour = part.band() ? side : plain.interpolate(side, tint);
      if (chosen.get(part.joint()) && !part.band()) {
        colour = palette.get(Ink.FOCUS).interpolate(plain, 0.25);
      }
      worn.get(i).skin.setMaterial(materials.computeIfAbsent(colour, Figure::material));
      worn.get(i).shadow.setMaterial(shade);
    }
  }

  private static PhongMaterial material(Color colour) {
    PhongMaterial material = new PhongMaterial(colour);
    material.setSpecularColor(Color.gray(0.24));
    material.setSpecularPower(18);
    return material;
  }

  /**
   * Moves the skins, which are shaped as they stand at rest, to a solved pose, and to their shapes.
   */
  void move(Posed posed) {
    moves.to(posed.pose()).weighing(posed::channel);
    worn.forEach(w -> w.move(moves));
  }
}
