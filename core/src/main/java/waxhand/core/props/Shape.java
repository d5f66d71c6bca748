package waxhand.core.props;

/**
 * The form of a prop, in its own frame: y up, the middle of its base at the origin, so that a thing
 * placed at height 0 stands on the floor. Metres.
 */
public sealed interface Shape permits Shape.Box, Shape.Cylinder, Shape.Ball, Shape.Plane, Mesh {
  /** How far a place lies outside, below 0 inside, metres. */
  double outside(double x, double y, double z);

  /** Extent along x, y and z, metres. */
  double[] size();

  /** The same form, so many times as large. */
  Shape scaled(double times);

  /** A box. */
  record Box(double width, double height, double depth) implements Shape {
    @Override
    public double outside(double x, double y, double z) {
      return boxed(x, y - height / 2, z, width / 2, height / 2, depth / 2);
    }

    @Override
    public double[] size() {
      return new double[] {width, height, depth};
    }

    @Override
    public Box scaled(double times) {
      return new Box(times * width, times * height, times * depth);
    }
  }

  /** An upright cylinder. */
  record Cylinder(double width, double height) implements Shape {
    @Override
    public double outside(double x, double y, double z) {
      double aside = Math.hypot(x, z) - width / 2;
      double over = Math.abs(y - height / 2) - height / 2;
      double out = Math.hypot(Math.max(aside, 0), Math.max(over, 0));
      return out > 0 ? out : Math.max(aside, over);
    }

    @Override
    public double[] size() {
      return new double[] {width, height, width};
    }

    @Override
    public Cylinder scaled(double times) {
      return new Cylinder(times * width, times * height);
    }
  }

  /** A ball. */
  record Ball(double width) implements Shape {
    @Override
    public double outside(double x, double y, double z) {
      double up = y - width / 2;
      return Math.sqrt(x * x + up * up + z * z) - width / 2;
    }

    @Override
    public double[] size() {
      return new double[] {width, width, width};
    }

    @Override
    public Ball scaled(double times) {
      return new Ball(times * width);
    }
  }

  /** A level surface that is solid below, such as a platform. */
  record Plane(double width, double depth) implements Shape {
    /** A plane is taken to be so thick, metres. */
    private static final double THICK = 0.05;

    @Override
    public double outside(double x, double y, double z) {
      return boxed(x, y + THICK / 2, z, width / 2, THICK / 2, depth / 2);
    }

    @Override
    public double[] size() {
      return new double[] {width, 0, depth};
    }

    @Override
    public Plane scaled(double times) {
      return new Plane(times * width, times * depth);
    }
  }

  /** Distance to a box about the origin with these half sizes. */
  private static double boxed(double x, double y, double z, double w, double h, double d) {
    double ox = Math.abs(x) - w;
    double oy = Math.abs(y) - h;
    double oz = Math.abs(z) - d;
    double px = Math.max(ox, 0);
    double py = Math.max(oy, 0);
    double pz = Math.max(oz, 0);
    double out = Math.sqrt(px * px + py * py + pz * pz);
    return out > 0 ? out : Math.max(ox, Math.max(oy, oz));
  }
}
