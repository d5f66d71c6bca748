package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import org.joml.Vector3d;

/** Where a hand goes that does not just hang: a place in the world and how much it counts. */
final class HandPath {
  private final KeySpline weight = new KeySpline(true);
  private final KeySpline[] place = {new KeySpline(true), new KeySpline(true), new KeySpline(true)};

  /** A hand is firm so long before and after it rests, seconds. */
  private static final double LED = 0.6;

  private final List<double[]> rests = new ArrayList<>();

  HandPath() {
    weight.key(0, 0);
  }

  /** Leaves the side of the body and is at {@code to} at {@code end}. */
  void take(double begin, double end, double[] to) {
    weight.key(begin, 0);
    weight.key(end, 1);
    for (int i = 0; i < 3; i++) {
      place[i].key(begin, to[i]);
    }
  }

  /** Moves on from where it is. */
  void go(double begin, double end, double[] to) {
    for (int i = 0; i < 3; i++) {
      place[i].hold(begin);
      place[i].key(end, to[i]);
    }
  }

  /** Goes back to the side of the body. */
  void free(double begin, double end) {
    weight.hold(begin);
    weight.key(end, 0);
    for (int i = 0; i < 3; i++) {
      place[i].hold(end);
    }
  }

  /** Rests on something: goes there even if the arm must stretch nearly straight. */
  void rest(double begin, double end) {
    rests.add(new double[] {begin, end});
  }

  /** Whether the hand rests on something, or is about to or has just done so. */
  boolean isFirm(double t) {
    return rests.stream().anyMatch(r -> t > r[0] - LED && t < r[1] + LED);
  }

  /** How much the hand is drawn to its place, 0 to 1. */
  double weight(double t) {
    return weight.at(t);
  }

  Vector3d at(double t) {
    return new Vector3d(place[0].at(t), place[1].at(t), place[2].at(t));
  }
}
