package waxhand.desk.panels;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.shape.StrokeLineCap;
import waxhand.core.body.Body;
import waxhand.core.body.BodyPart;
import waxhand.core.body.Role;
import waxhand.core.retarget.Upright;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/**
 * Two bodies seen from the side as they stand straight, with the heights of hips and shoulders of
 * the second drawn across the first.
 */
public final class SideView extends Drawing {
  private static final double HEIGHT = 190;
  private static final double TOP = 18;
  private static final double BOTTOM = 20;

  /** They point at who looks. */
  private static final Set<BodyPart> ARMS = Set.of(BodyPart.LEFT_ARM, BodyPart.RIGHT_ARM);

  /** A body and how it stands. */
  public record Standing(String name, Body body, Upright upright) {
    public static Standing of(String name, Body body) {
      return new Standing(name, body, Upright.of(body));
    }
  }

  private final Palette palette;
  private Optional<Standing> one = Optional.empty();
  private Optional<Standing> other = Optional.empty();

  public SideView(Palette palette) {
    super(HEIGHT);
    this.palette = palette;
    setId("side-view");
  }

  public void show(Standing take, Optional<Standing> character) {
    one = Optional.of(take);
    other = character;
    setAccessibleText(
        character
            .map(c -> take.name() + " and " + c.name() + " from the side")
            .orElse(take.name() + " from the side"));
    redraw();
  }

  @Override
  protected void draw(GraphicsContext g, double w, double h) {
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(0, 0, w, h);
    if (one.isEmpty()) {
      return;
    }
    double tallest = one.get().upright().heightM();
    tallest = Math.max(tallest, other.map(o -> o.upright().heightM()).orElse(0.0));
    double scale = (h - TOP - BOTTOM) / Math.max(0.1, tallest);
    double floor = h - BOTTOM;
    g.setFont(Type.plain(11));
    line(g, w, floor, Ink.INK, "floor");
    Upright lines = other.orElse(one.get()).upright();
    line(g, w, floor - scale * lines.hipsM(), Ink.FOCUS, "hips");
    line(g, w, floor - scale * lines.shouldersM(), Ink.FOCUS, "shoulders");
    body(g, one.get(), 0.3 * w, floor, scale, Ink.WIRE);
    other.ifPresent(o -> body(g, o, 0.62 * w, floor, scale, Ink.WAX_SHADE));
  }

  private void line(GraphicsContext g, double w, double y, Ink ink, String words) {
    g.setStroke(palette.get(ink));
    g.setLineWidth(1);
    g.setLineDashes(ink == Ink.FOCUS ? new double[] {4, 3} : new double[0]);
    g.strokeLine(8, Math.rint(y) + 0.5, w - 62, Math.rint(y) + 0.5);
    g.setLineDashes();
    g.setFill(palette.get(Ink.SOFT));
    g.fillText(words, w - 58, y + 4);
  }

  /** From the head's joint to the crown. */
  private static void head(
      GraphicsContext g, Standing standing, double x, double floor, double scale) {
    int joint = standing.body().joint(Role.HEAD).orElse(-1);
    if (joint < 0) {
      return;
    }
    double low = standing.upright().places()[3 * joint + 1];
    double tall = scale * (standing.upright().heightM() - low);
    double deep = 0.8 * tall;
    double middle = x + scale * standing.upright().places()[3 * joint + 2] + 0.2 * deep;
    if (tall > 0) {
      g.fillOval(middle - deep / 2, floor - scale * standing.upright().heightM(), deep, tall);
    }
  }

  private void body(
      GraphicsContext g, Standing standing, double x, double floor, double scale, Ink ink) {
    double[] p = standing.upright().places();
    Body body = standing.body();
    g.setStroke(palette.get(ink));
    g.setLineCap(StrokeLineCap.ROUND);
    g.setLineWidth(3);
    for (int j = 0; j < body.skeleton().size(); j++) {
      int parent = body.skeleton().parent(j);
      boolean drawn = body.members().get(j) && !ARMS.contains(BodyPart.of(body, j));
      if (parent >= 0 && drawn && body.members().get(parent)) {
        g.strokeLine(
            x + scale * p[3 * parent + 2],
            floor - scale * p[3 * parent + 1],
            x + scale * p[3 * j + 2],
            floor - scale * p[3 * j + 1]);
      }
    }
    g.setFill(palette.get(ink));
    head(g, standing, x, floor, scale);
    for (double height :
        new double[] {standing.upright().hipsM(), standing.upright().shouldersM()}) {
      g.fillOval(x - 4, floor - scale * height - 4, 8, 8);
    }
    String told =
        String.format(
            Locale.ROOT, "%s %.0f cm", standing.name(), 100 * standing.upright().heightM());
    g.setFill(palette.get(Ink.SOFT));
    g.fillText(told, Math.max(4, x - 34), floor + 15);
  }
}
