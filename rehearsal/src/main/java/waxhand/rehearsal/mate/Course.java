package waxhand.rehearsal.mate;

import java.util.ArrayList;
import java.util.List;

/**
 * A quantity over time that rests and moves from one value to the next with least jerk (Flash and
 * Hogan, "The coordination of arm movements", J. Neurosci. 5, 1985).
 */
final class Course {
  private record Move(double from, double to, double before, double after) {}

  private final double first;
  private final List<Move> moves = new ArrayList<>();

  Course(double first) {
    this.first = first;
  }

  /** Moves to a value between two times, seconds; moves must follow each other. */
  Course move(double from, double to, double value) {
    double before = last();
    if (!(to > from) || !moves.isEmpty() && from < moves.get(moves.size() - 1).to - 1e-9) {
      throw new IllegalArgumentException("a move from " + from + " to " + to);
    }
    moves.add(new Move(from, to, before, value));
    return this;
  }

  double last() {
    return moves.isEmpty() ? first : moves.get(moves.size() - 1).after;
  }

  double at(double t) {
    int low = -1;
    int high = moves.size();
    while (high - low > 1) {
      int mid = (low + high) / 2;
      if (moves.get(mid).from <= t) {
        low = mid;
      } else {
        high = mid;
      }
    }
    if (low < 0) {
      return first;
    }
    Move m = moves.get(low);
    double u = Math.min(1, (t - m.from) / (m.to - m.from));
    return m.before + (m.after - m.before) * u * u * u * (10 + u * (6 * u - 15));
  }
}
