package waxhand.core.passes.character;

import waxhand.core.motion.Frames;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.retarget.Transfer;

/**
 * Where places of a take lie for a character with other legs: heights over the floor go by the
 * legs, ways over the ground as the artist wants.
 *
 * @param over how much longer ways over the ground are
 * @param up how much higher things are over the floor
 * @param floorM height of the floor, for both
 * @param size how much larger props are
 */
record Travelled(double over, double up, double floorM, double size) implements Transfer.Path {
  static Travelled of(RetargetPass pass, double legRatio, double floorM) {
    return new Travelled(
        pass.travel() == Travel.KEPT ? 1 : legRatio,
        legRatio,
        floorM,
        1 + pass.props() * (legRatio - 1));
  }

  @Override
  public void move(int frame, double[] place) {
    place[0] *= over;
    place[1] = floorM + up * (place[1] - floorM);
    place[2] *= over;
  }

  /** A prop where the character meets it. */
  Prop prop(Prop prop) {
    Frames all = Frames.first(prop.path().frames());
    double[] poses = new double[7 * all.count()];
    double[] p = new double[3];
    for (int f = 0; f < all.count(); f++) {
      prop.path().read(f, poses, 7 * f);
      System.arraycopy(poses, 7 * f, p, 0, 3);
      move(f, p);
      System.arraycopy(p, 0, poses, 7 * f, 3);
    }
    return prop.scaled(size).withPath(PropPath.adopt(poses));
  }
}
