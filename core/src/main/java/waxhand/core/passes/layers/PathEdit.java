package waxhand.core.passes.layers;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import waxhand.core.body.PartName;
import waxhand.core.chain.Axis;
import waxhand.core.curve.Curve;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.thin.FewCurves;

/**
 * What a hand does to the path of a part that is pulled: keys slid along it in time, their slopes
 * drawn, a stretch made straight or smooth. All of it becomes keys of the part's goal, as offsets,
 * so that what lies beneath stays in the detail.
 */
public final class PathEdit {
  /** Keys of a straightened or smoothed stretch are off by so much at most, metres. */
  private static final double TOLERANCE_M = 0.0005;

  private static final double SAME = 1e-3;

  private PathEdit() {}

  /** A layer with the keys of a part's channels at one frame put to another. */
  public static LayerPass slid(
      LayerPass layer, PartName part, Channel.Of group, double from, double to) {
    return from == to
        ? layer
        : layer.each(
            r ->
                r.part().equals(part) && r.channel().of() == group
                    ? r.withCurve(slid(r.curve(), from, to))
                    : r);
  }

  private static Curve slid(Curve curve, double from, double to) {
    return curve
        .without(k -> Math.abs(k.frame() - to) < SAME)
        .moved(k -> Math.abs(k.frame() - from) < SAME, to - from, 0);
  }

  /**
   * A layer with the slopes of a part's goal drawn at a frame; channels without a key there get one
   * that keeps what is there.
   *
   * @param in slopes towards the key, metres a frame, one an axis
   * @param out slopes away from it
   */
  public static LayerPass sloped(
      LayerPass layer, PartName part, double frame, double[] in, double[] out) {
    LayerPass sloped = layer;
    List<Curve> curves = LayerEdit.curves(layer, part, Channel.Of.GOAL);
    for (int i = 0; i < 3; i++) {
      double first = in[i];
      double last = out[i];
      Curve curve =
          curves
              .get(i)
              .inserted(frame)
              .changed(k -> Math.abs(k.frame() - frame) < SAME, k -> k.withSlopes(first, last));
      sloped = sloped.plus(row(layer, part, i).withCurve(curve));
    }
    return sloped;
  }

  /** The slopes of a part's goal on the way to a frame, or away from it, metres a frame. */
  public static double[] slopes(LayerPass layer, PartName part, double frame, boolean before) {
    return LayerEdit.curves(layer, part, Channel.Of.GOAL).stream()
        .mapToDouble(c -> before ? c.slopeBefore(frame) : c.slope(frame))
        .toArray();
  }

  /**
   * A layer on which a part goes straight from where it is at the start of a stretch to where it is
   * at its end, as fast as it went before.
   *
   * @param path of the part as it comes out of the layer, over the stretch, 3 frames or more
   * @param from frame of its start, counted in the raw take
   * @param ease frames over which it leaves its path, and comes to it again
   */
  public static LayerPass straightened(
      LayerPass layer, PartName part, PartPath path, int from, int ease) {
    return through(layer, part, path, path.straight(), from, ease);
  }

  /**
   * A layer on which a part's path over a stretch is smooth.
   *
   * @param path of the part as it comes out of the layer, over the stretch, 3 frames or more
   * @param from frame of its start, counted in the raw take
   * @param ease frames over which it leaves its path, and comes to it again
   * @param width of the kernel that smooths it, frames, above 0
   */
  public static LayerPass smoothed(
      LayerPass layer, PartName part, PartPath path, int from, int ease, double width) {
    return through(layer, part, path, path.smooth(width), from, ease);
  }

  /** Keys that lead a part through places; ends of the stretch stay where they are. */
  private static LayerPass through(
      LayerPass layer, PartName part, PartPath path, PartPath to, int from, int ease) {
    int count = path.count();
    List<Curve> curves = LayerEdit.curves(layer, part, Channel.Of.GOAL);
    Frames run = new Frames(from, from + count);
    double[] offsets = new double[3 * count];
    DoubleUnaryOperator share =
        n -> Hermite.smoothstep(Math.min(1, Math.min(n, count - 1 - n) / Math.max(1.0, ease)));
    for (int i = 0; i < 3; i++) {
      curves.get(i).read(run, offsets, i, 3);
      for (int n = 0; n < count; n++) {
        offsets[3 * n + i] += share.applyAsDouble(n) * (to.at(n, i) - path.at(n, i));
      }
    }
    List<Curve> few = FewCurves.through(offsets, from, TOLERANCE_M);
    LayerPass led = layer;
    for (int i = 0; i < 3; i++) {
      Curve curve = FewCurves.spliced(curves.get(i), run, few.get(i));
      led = led.plus(row(layer, part, i).withCurve(curve));
    }
    return led;
  }

  private static LayerRow row(LayerPass layer, PartName part, int axis) {
    return LayerEdit.row(layer, part, Channel.of(Channel.Of.GOAL, Axis.values()[axis]));
  }
}
