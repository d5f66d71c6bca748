package waxhand.desk.curves;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.BodyPart;
import waxhand.core.body.Side;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * The curves of some parts at flags A and B.
 *
 * @param quantity what they are of
 * @param rows one for each part and component
 */
record CurveSet(Quantity quantity, List<Row> rows) {
  static final CurveSet NONE = new CurveSet(Quantity.ROTATION, List.of());

  /**
   * One quantity of one part.
   *
   * @param part in words
   * @param side of the part
   * @param axis its letter, empty where the quantity has none
   * @param component which of the quantity's curves
   * @param apart what B is more than A
   */
  record Row(
      int joint,
      String part,
      Side side,
      String axis,
      int component,
      Curve a,
      Curve b,
      Curve apart) {
    String words() {
      return axis.isEmpty() ? part : part + ", " + axis;
    }
  }

  /** Values by raw frame; what was cut out is bridged by the value that follows it. */
  private static double[][] inRawTime(double[][] curves, TimeMap timing, int frames) {
    if (timing.frames() == frames) {
      return curves;
    }
    double[][] spread = new double[curves.length][frames];
    for (int f = 0; f < frames; f++) {
      int local = timing.local(f);
      for (int c = 0; c < curves.length; c++) {
        spread[c][f] = curves[c][Math.min(local, curves[c].length - 1)];
      }
    }
    return spread;
  }

  /**
   * Works them out; reads every frame.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  static CurveSet of(
      Quantity quantity,
      Motion a,
      TimeMap ta,
      Motion b,
      TimeMap tb,
      int frames,
      List<Integer> joints,
      Work work) {
    List<Row> rows = new ArrayList<>();
    for (int joint : joints) {
      work.check();
      double[][] before = inRawTime(quantity.of(a, joint), ta, frames);
      double[][] after = a == b ? before : inRawTime(quantity.of(b, joint), tb, frames);
      for (int c = 0; c < quantity.count(); c++) {
        double[] apart = new double[Math.min(before[c].length, after[c].length)];
        for (int f = 0; f < apart.length; f++) {
          apart[f] = after[c][f] - before[c][f];
        }
        rows.add(
            new Row(
                joint,
                b.body().words(joint),
                BodyPart.of(b.body(), joint).side(),
                quantity.letter(c),
                c,
                new Curve(before[c]),
                new Curve(after[c]),
                new Curve(apart)));
      }
    }
    return new CurveSet(quantity, List.copyOf(rows));
  }
}
