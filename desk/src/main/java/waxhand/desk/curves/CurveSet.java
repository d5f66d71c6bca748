package waxhand.desk.curves;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.motion.Motion;

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
   * @param words part and axis
   * @param component which of the quantity's curves
   * @param apart what B is more than A
   */
  record Row(int joint, String words, int component, Curve a, Curve b, Curve apart) {}

  /** Works them out; reads every frame. */
  static CurveSet of(Quantity quantity, Motion a, Motion b, List<Integer> joints) {
    List<Row> rows = new ArrayList<>();
    for (int joint : joints) {
      double[][] before = quantity.of(a, joint);
      double[][] after = a == b ? before : quantity.of(b, joint);
      for (int c = 0; c < quantity.count(); c++) {
        String letter = quantity.letter(c);
        String words = b.body().words(joint) + (letter.isEmpty() ? "" : ", " + letter);
        double[] apart = new double[Math.min(before[c].length, after[c].length)];
        for (int f = 0; f < apart.length; f++) {
          apart[f] = after[c][f] - before[c][f];
        }
        rows.add(
            new Row(joint, words, c, new Curve(before[c]), new Curve(after[c]), new Curve(apart)));
      }
    }
    return new CurveSet(quantity, List.copyOf(rows));
  }
}
