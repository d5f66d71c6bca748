package waxhand.core.props;

import waxhand.core.maths.Quats;

/**
 * A prop in a take.
 *
 * @param name by which passes call it
 * @param colour in words, one of those the program knows
 */
public record Prop(String name, Shape shape, String colour, PropPath path) {
  public Prop withPath(PropPath other) {
    return new Prop(name, shape, colour, other);
  }

  /** The same on its path, so many times as large. */
  public Prop scaled(double times) {
    return times == 1 ? this : new Prop(name, shape.scaled(times), colour, path);
  }

  /** How far a place of the world lies outside it in a frame, metres; below 0 inside. */
  public double outside(int frame, double x, double y, double z) {
    double[] pose = new double[7];
    path.read(frame, pose, 0);
    double[] p = {x - pose[0], y - pose[1], z - pose[2]};
    double[] back = {-pose[3], -pose[4], -pose[5], pose[6]};
    Quats.rotate(back, 0, p, 0, p, 0);
    return shape.outside(p[0], p[1], p[2]);
  }
}
