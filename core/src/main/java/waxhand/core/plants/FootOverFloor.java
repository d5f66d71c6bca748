package waxhand.core.plants;

import waxhand.core.body.Sole;
import waxhand.core.contact.FloorPlane;
import waxhand.core.maths.Quats;

/** Keeps every place of a corrected foot out of the floor. */
final class FootOverFloor {
  /** A free foot may sink so far, metres. */
  static final double GRAZE = 0.0008;

  private final FootPose pose;
  private final FloorPlane floor;
  private final double[] footTurn = new double[4];
  private final double[] toeTurn = new double[4];
  private final double[] p = new double[3];

  /**
   * @param pose of the foot, loaded with the frame that is asked about
   */
  FootOverFloor(FootPose pose, FloorPlane floor) {
    this.pose = pose;
    this.floor = floor;
  }

  /** Turns a resting foot about what is held so that nothing else of it is in the floor. */
  void rise(
      Footing held, int frame, double[] shift, int at3, double[] turn, double[] tipTurn, int at) {
    boolean ball = held.holds(1, frame) || held.holds(2, frame);
    boolean heel = held.holds(0, frame);
    if (ball && heel) {
      return;
    }
    int pivot = ball ? held.holds(1, frame) ? 1 : 2 : 0;
    for (int place = 0; place < Sole.PLACES; place++) {
      // toes lie flat while the ball rests
      if (!held.holds(place, frame) && !(pivot == 1 && place > 0)) {
        rise(place, pivot, shift, at3, turn, tipTurn, at);
      }
    }
  }

  /** How deep in the floor a foot is, metres; below 0 over it. */
  double deep(double[] shift, int at3, double[] turn, double[] tipTurn, int at) {
    double deep = Double.NEGATIVE_INFINITY;
    for (int place = 0; place < Sole.PLACES; place++) {
      deep = Math.max(deep, -height(place, shift, at3, turn, tipTurn, at));
    }
    return deep;
  }

  /** Height over the floor of a place of the corrected foot, metres; its place is left in p. */
  private double height(
      int place, double[] shift, int at3, double[] turn, double[] tipTurn, int at) {
    Quats.multiply(turn, at, pose.foot, 0, footTurn, 0);
    Quats.multiply(tipTurn, at, pose.toes, 0, toeTurn, 0);
    pose.fromAnkle(place, footTurn, toeTurn, p);
    for (int i = 0; i < 3; i++) {
      p[i] += pose.ankle[i] + shift[at3 + i];
    }
    return floor.over(0, p[0], p[1], p[2]) - pose.above[place];
  }

  /** Turns the foot about its pivot until a place is out of the floor. */
  private void rise(
      int place, int pivot, double[] shift, int at3, double[] turn, double[] tipTurn, int at) {
    double deep = -height(place, shift, at3, turn, tipTurn, at);
    if (deep <= 0) {
      return;
    }
    double[] low = p.clone();
    height(pivot, shift, at3, turn, tipTurn, at);
    double[] fixed = p.clone();
    double x = low[0] - fixed[0];
    double z = low[2] - fixed[2];
    double reach = Math.hypot(x, z);
    if (reach < 1e-4) {
      return;
    }
    // about the level axis square to the foot, so that the low place comes up
    double angle = Math.atan2(deep, reach);
    double s = Math.sin(angle / 2) / reach;
    double[] up = {-z * s, 0, x * s, Math.cos(angle / 2)};
    Quats.multiply(up, 0, turn, at, turn, at);
    if (pivot == 0 || place > 0) {
      Quats.multiply(up, 0, tipTurn, at, tipTurn, at);
    }
    height(pivot, shift, at3, turn, tipTurn, at);
    for (int i = 0; i < 3; i++) {
      shift[at3 + i] += fixed[i] - p[i];
    }
  }
}
