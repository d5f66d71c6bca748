package waxhand.desk.kits.contacts;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import waxhand.core.body.Side;
import waxhand.core.contact.ContactPart;
import waxhand.core.measure.Slide;
import waxhand.core.motion.Frames;
import waxhand.core.plants.Plant;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.PixelClip;
import waxhand.desk.theme.Type;
import waxhand.desk.timeline.TimeArea;
import waxhand.desk.timeline.TimeScale;

/** Draws the lanes of contacts. */
final class ContactPainter {
  /** A part that slides so fast is as bad as can be shown, mm/s. */
  private static final double WORST_MMS = 70;

  /** Slides below this are none, mm/s. */
  private static final double CALM_MMS = 12;

  /** From one stroke of the right side's pattern to the next, pixels. */
  private static final double HATCH = 6;

  private final Contacts contacts;
  private final Palette palette;
  private final Canvas canvas;
  private final GraphicsContext g;

  ContactPainter(Contacts contacts, Palette palette, Canvas canvas) {
    this.contacts = contacts;
    this.palette = palette;
    this.canvas = canvas;
    this.g = canvas.getGraphicsContext2D();
  }

  void paint(TimeScale scale, List<ContactPart> parts) {
    Slides slides = contacts.slidesProperty().get();
    List<Plant> plants = contacts.stateProperty().get().plants();
    List<Plant> selected = contacts.selectedProperty().get();
    for (int row = 0; row < parts.size(); row++) {
      lane(scale, parts.get(row), ContactLanes.rowTop(parts, row));
    }
    for (Plant plant : plants) {
      int row = parts.indexOf(plant.part());
      Frames around =
          new Frames(
              Math.max(0, plant.frames().from() - plant.easeIn()),
              plant.frames().to() + plant.easeOut());
      if (row >= 0 && !around.within(scale.seen()).isEmpty()) {
        double top = ContactLanes.rowTop(parts, row);
        eases(scale, plant, top, selected.contains(plant));
        span(scale, plant, top, slides.of(plant));
      }
    }
    for (Plant plant : selected) {
      int row = parts.indexOf(plant.part());
      if (row >= 0) {
        grips(scale, plant, ContactLanes.rowTop(parts, row));
      }
    }
  }

  private void lane(TimeScale scale, ContactPart part, double top) {
    g.setFont(Type.plain(10.5));
    g.setFill(palette.get(ink(part.side())));
    g.fillText(part.words(), 16, top + 10);
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(TimeArea.LEFT, top, scale.width(), ContactLanes.ROW - 2);
  }

  private static Ink ink(Side side) {
    return side == Side.LEFT ? Ink.LEFT : Ink.RIGHT;
  }

  /** Slopes that show how a part is led to its spot and let go. */
  private void eases(TimeScale scale, Plant plant, double top, boolean selected) {
    if (plant.muted()) {
      return;
    }
    double low = top + ContactLanes.ROW - 2;
    double from = scale.x(plant.frames().from());
    double to = scale.x(plant.frames().to());
    double in = Math.max(TimeArea.LEFT, scale.x(plant.frames().from() - plant.easeIn()));
    double end = TimeArea.LEFT + scale.width();
    double out = Math.min(end, scale.x(plant.frames().to() + plant.easeOut()));
    Color colour = palette.get(ink(plant.part().side()));
    g.setFill(colour.deriveColor(0, 1, 1, selected ? 0.4 : 0.14));
    g.fillPolygon(new double[] {in, from, from}, new double[] {low, low, top}, 3);
    g.fillPolygon(new double[] {to, to, out}, new double[] {top, low, low}, 3);
  }

  private void span(TimeScale scale, Plant plant, double top, Optional<Slide> slide) {
    if (plant.frames().within(scale.seen()).isEmpty()) {
      return;
    }
    double from = scale.x(plant.frames().from());
    double to = Math.max(from + 1, scale.x(plant.frames().to()));
    double high = ContactLanes.ROW - 2;
    Color side = palette.get(ink(plant.part().side()));
    Color calm = palette.get(Ink.PAPER).interpolate(side, 0.55);
    if (plant.muted()) {
      g.setStroke(side);
      g.setLineWidth(1);
      g.strokeRect(from + 0.5, top + 0.5, Math.max(1, to - from - 1), high - 1);
      return;
    }
    double[] speeds = slide.map(Slide::speedsMms).orElse(new double[0]);
    g.setFill(calm);
    g.fillRect(from, top, to - from, high);
    double each = plant.frames().count() / (double) Math.max(1, speeds.length);
    for (int k = 0; k < speeds.length; k++) {
      double bad = (speeds[k] - CALM_MMS) / (WORST_MMS - CALM_MMS);
      if (bad > 0) {
        g.setFill(calm.interpolate(palette.get(Ink.TROUBLE), Math.min(1, 0.25 + 0.75 * bad)));
        double x0 = scale.x(plant.frames().from() + k * each);
        double x1 = scale.x(plant.frames().from() + (k + 1) * each);
        g.fillRect(x0, top, x1 - x0 + 0.5, high);
      }
    }
    if (plant.part().side() == Side.RIGHT) {
      hatch(from, to, top, high, TimeArea.LEFT + scale.width());
    }
    g.setFill(side);
    g.fillRect(from, top, 1.5, high);
    g.fillRect(to - 1.5, top, 1.5, high);
    if (plant.byHand()) {
      g.setFill(palette.get(Ink.INK));
      g.fillRect(from + 1.5, top + high - 2, Math.max(2, to - from - 3), 2);
    }
  }

  /**
   * The right side is told apart by a pattern too.
   *
   * @param seen where the lanes end, pixels
   */
  private void hatch(double from, double to, double top, double high, double seen) {
    double end = Math.min(to, seen);
    double before = Math.max(0, TimeArea.LEFT - from);
    PixelClip.save(g, from + before, top, end - from - before, high);
    g.setStroke(palette.get(Ink.PAPER).deriveColor(0, 1, 1, 0.55));
    g.setLineWidth(1);
    for (double x = from + HATCH * Math.floor(before / HATCH); x < end + high; x += HATCH) {
      g.moveTo(x, top);
      g.lineTo(x - high, top + high);
    }
    g.stroke();
    g.restore();
  }

  private void grips(TimeScale scale, Plant plant, double top) {
    double from = scale.x(plant.frames().from());
    double to = scale.x(plant.frames().to());
    double high = ContactLanes.ROW - 2;
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(1.5);
    g.strokeRect(from - 0.5, top - 0.5, to - from + 1, high + 1);
    if (plant.muted()) {
      return;
    }
    double in = scale.x(plant.frames().from() - plant.easeIn());
    double out = scale.x(plant.frames().to() + plant.easeOut());
    g.setFill(palette.get(Ink.FOCUS));
    for (double x : new double[] {in, out}) {
      if (x >= TimeArea.LEFT - 4 && x <= canvas.getWidth()) {
        g.fillPolygon(
            new double[] {x - 4, x, x + 4, x},
            new double[] {top + high - 3, top + high - 7, top + high - 3, top + high + 1},
            4);
      }
    }
  }
}
