package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.List;
import javafx.scene.SubScene;
import javafx.scene.paint.Color;
import waxhand.core.props.Prop;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** The 3D part of a view: ground, figure and shadow. Only for machines that can draw it. */
final class SolidWax {
  private final Ground ground = new Ground();
  private final PrintGround prints = new PrintGround();
  private final PropSolids props = new PropSolids();
  private final Figure figure = new Figure();
  private final Solid room = new Solid();

  /** Clear wax is a layer of its own, so that skins inside one another do not show through. */
  private final Solid clearWax = new Solid();

  private double opacity = 1;

  SolidWax() {
    room.addFlat(ground, prints, figure.shadow());
    room.addShaded(props);
    room.addShaded(figure.wax());
    clearWax.scene().setFill(Color.TRANSPARENT);
    clearWax.scene().setVisible(false);
  }

  /** What is drawn, the lowest first. */
  List<SubScene> layers() {
    return List.of(room.scene(), clearWax.scene());
  }

  /** Puts skins on the figure. */
  void dress(Skins skins, BitSet isolated, Palette palette, BitSet chosen) {
    if (figure.dress(skins)) {
      figure.isolate(isolated);
      figure.paint(palette, chosen);
    }
  }

  /** Shows the skins of these joints alone; all where there are none. */
  void isolate(BitSet joints) {
    figure.isolate(joints);
  }

  /** Left and right in two tones, or hardly apart; to be painted then. */
  void setTwoTone(boolean apart) {
    figure.setTwoTone(apart);
  }

  /** Takes the colours of the theme; chosen parts stand out. */
  void paint(Palette palette, BitSet chosen) {
    room.scene().setFill(palette.get(Ink.PAPER));
    ground.paint(palette);
    prints.paint(palette);
    props.paint(palette);
    figure.paint(palette, chosen);
  }

  /**
   * @param share 1 for solid wax, 0 for none, between for clear wax
   */
  void setOpacity(double share) {
    opacity = share;
    boolean clear = share > 0 && share < 1;
    (clear ? clearWax : room).addShaded(figure.wax());
    clearWax.scene().setVisible(clear);
    clearWax.scene().setOpacity(share);
  }

  void resize(double width, double height) {
    for (SubScene layer : layers()) {
      layer.setWidth(width);
      layer.setHeight(height);
    }
  }

  /** Lays prints on the ground. */
  void show(List<Print> others) {
    prints.show(others);
  }

  /** Shows props as they are in a frame. */
  void show(List<Prop> others, int frame) {
    props.show(others, frame);
  }

  /** Draws a solved pose as the camera sees it. */
  void draw(Camera camera, Posed wax) {
    boolean shown = opacity > 0 && wax.motion().map(figure::fits).orElse(false);
    figure.setShown(shown);
    if (shown) {
      figure.move(wax);
    }
    room.look(camera);
    clearWax.look(camera);
  }
}
