package waxhand.core.curve;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.Frames;

/**
 * A stretch of a curve with one formula.
 *
 * @param cubic empty where the value stays
 */
record Piece(double from, double to, Optional<Cubic> cubic, double value) {
  /** Those of a curve from its beginning to its end; neighbours differ. */
  static List<Piece> of(Curve curve) {
    List<Piece> pieces = new ArrayList<>();
    int count = curve.count();
    double first = count == 0 ? Double.POSITIVE_INFINITY : curve.key(0).frame();
    double before = count == 0 ? 0 : curve.key(0).value();
    pieces.add(new Piece(Double.NEGATIVE_INFINITY, first, Optional.empty(), before));
    for (int k = 0; k < count; k++) {
      double to = k + 1 < count ? curve.key(k + 1).frame() : Double.POSITIVE_INFINITY;
      Optional<Cubic> cubic = curve.behind(k).filter(c -> !c.isConstant());
      double value = cubic.isPresent() ? 0 : curve.key(k).value();
      Piece piece = new Piece(curve.key(k).frame(), to, cubic, value);
      int last = pieces.size() - 1;
      if (pieces.get(last).isLike(piece)) {
        pieces.set(last, pieces.get(last).until(to));
      } else {
        pieces.add(piece);
      }
    }
    return pieces;
  }

  /** The frames in which two curves can have other values. */
  static Frames differing(List<Piece> mine, List<Piece> its) {
    int least = Math.min(mine.size(), its.size());
    int same = 0;
    while (same < least - 1 && mine.get(same).equals(its.get(same))) {
      same++;
    }
    int mineEnd = mine.size() - 1;
    int itsEnd = its.size() - 1;
    while (mineEnd > same && itsEnd > same && mine.get(mineEnd).equals(its.get(itsEnd))) {
      mineEnd--;
      itsEnd--;
    }
    double from = mine.get(same).sameUntil(its.get(same));
    double to = mine.get(mineEnd).sameFrom(its.get(itsEnd));
    if (!(from < to)) {
      return Frames.NONE;
    }
    int first = (int) Math.max(0, Math.floor(from));
    return new Frames(first, (int) Math.max(first, Math.min(Integer.MAX_VALUE, Math.ceil(to) + 1)));
  }

  private boolean isLike(Piece other) {
    return cubic.equals(other.cubic) && (cubic.isPresent() || value == other.value);
  }

  /** How far two that begin together have the same values. */
  private double sameUntil(Piece other) {
    return from == other.from && isLike(other)
        ? Math.min(to, other.to)
        : Math.min(from, other.from);
  }

  /** From where on two that end together have the same values. */
  private double sameFrom(Piece other) {
    return to == other.to && isLike(other) ? Math.max(from, other.from) : Math.max(to, other.to);
  }

  private Piece until(double end) {
    return new Piece(from, end, cubic, value);
  }
}
