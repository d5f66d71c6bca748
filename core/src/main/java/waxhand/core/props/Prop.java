package waxhand.core.props;

import java.util.Arrays;
import waxhand.core.maths.Poses;
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

  /** How many times as large it is as one of the same form. */
  public double timesAs(Prop other) {
    double mine = Arrays.stream(shape.size()).max().orElse(0);
    double its = Arrays.stream(other.shape.size()).max().orElse(0);
    return its > 0 ? mine / its : 1;
  }

  /** How far a place of the world lies outside it in a frame, metres; below 0 inside. */
  public double outside(int frame, double x, double y, double z) {
    double[] p = {x, y, z};
    seen(frame, p, p);
    return shape.outside(p[0], p[1], p[2]);
  }

  /**
   * A place of the world as seen from it in a frame, metres.
   *
   * @param dest 3 numbers, may be {@code place}. Modified.
   */
  public void seen(int frame, double[] place, double[] dest) {
    double[] pose = new double[Poses.SIZE];
    path.read(frame, pose, 0);
    double[] back = {-pose[3], -pose[4], -pose[5], pose[6]};
    for (int i = 0; i < 3; i++) {
      dest[i] = place[i] - pose[i];
    }
    Quats.rotate(back, 0, dest, 0, dest, 0);
  }

  /**
   * Where a place is in the world that is seen so from it in a frame, metres.
   *
   * @param dest 3 numbers, may be {@code seen}. Modified.
   */
  public void placed(int frame, double[] seen, double[] dest) {
    double[] pose = new double[Poses.SIZE];
    path.read(frame, pose, 0);
    Quats.rotate(pose, 3, seen, 0, dest, 0);
    for (int i = 0; i < 3; i++) {
      dest[i] += pose[i];
    }
  }
}
