package waxhand.core.curve;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Keys that hold what a curve does: put in, they change no value, to the bit. */
final class Pins {
  private Pins() {}

  /** With a key at a frame; the curve itself where one stands there. */
  static Curve inserted(Curve curve, double frame) {
    if (curve.keyAt(frame).isPresent()) {
      return curve;
    }
    int k = curve.before(frame);
    if (k < 0 || k >= curve.count() - 1) {
      return continued(curve, frame);
    }
    Optional<Cubic> behind = curve.behind(k);
    if (behind.isEmpty()) {
      return curve.plus(CurveKey.of(frame, curve.key(k).value(), Manner.STEP));
    }
    Cubic whole = behind.get();
    double start = curve.key(k).frame();
    double slope = whole.slope(frame);
    List<CurveKey> more = new ArrayList<>(frozen(frozen(curve, k), k + 1).keys());
    more.add(CurveKey.free(frame, whole.at(frame), slope, slope).within(whole));
    more.replaceAll(key -> key.frame() == start ? key.within(whole) : key);
    return Curve.of(more);
  }

  /** With a key beyond the first or last one, which from there on has no slope. */
  private static Curve continued(Curve curve, double frame) {
    Curve ended = curve;
    if (curve.count() > 0) {
      boolean behind = curve.before(frame) >= 0;
      CurveKey key = curve.key(behind ? curve.count() - 1 : 0);
      if (key.manner() == Manner.FREE) {
        double in = behind ? key.in() : 0;
        double out = behind ? 0 : key.out();
        ended =
            curve.plus(new CurveKey(key.frame(), key.value(), Manner.FREE, in, out, key.part()));
      }
    }
    return ended.plus(CurveKey.of(frame, curve.at(frame), Manner.FREE));
  }

  /** With a key that holds what lies on either side of it whatever becomes of the other side. */
  static Curve pinned(Curve curve, double frame) {
    Curve held = inserted(curve, frame);
    return frozen(held, held.before(frame));
  }

  /** With the slopes that a key has found held as they are. */
  private static Curve frozen(Curve curve, int k) {
    double at = curve.key(k).frame();
    double in = curve.behind(k - 1).map(c -> c.slope(at)).orElse(0.0);
    double out = curve.behind(k).map(c -> c.slope(at)).orElse(0.0);
    List<CurveKey> now = new ArrayList<>(curve.keys());
    now.replaceAll(
        key ->
            key.frame() == at && !key.isSet()
                ? new CurveKey(at, key.value(), Manner.FREE, in, out, key.part())
                : key);
    return Curve.of(now);
  }
}
