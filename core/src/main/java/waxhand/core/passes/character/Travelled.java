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
 * @param apart how much farther apart hands are that carry what no prop tells of
 */
record Travelled(double over, double up, double floorM, double size, double apart)
    implements Transfer.Path {
  /**
   * What nobody captured is not carried where it would be larger or smaller for the character by
   * more than this: short arms cannot go about it as long ones did.
   */
  private static final double MOST = 1.4;

  static Travelled of(RetargetPass pass, double legRatio, double floorM) {
    double size = 1 + pass.props() * (legRatio - 1);
    return new Travelled(
        pass.travel() == Travel.KEPT ? 1 : legRatio,
        legRatio,
        floorM,
        size,
        Math.max(legRatio / MOST, Math.min(legRatio * MOST, size)));
  }

  @Override
  public void move(int frame, double[] place) {
    place[0] *= over;
    place[1] = floorM + up * (place[1] - floorM);
    place[2] *= over;
  }

  /**
   * A prop where the character meets it.
   *
   * @param stoodOn whether feet stand on it: it is as much higher then as legs are longer, as steps
   *     are
   */
  Prop prop(Prop prop, boolean stoodOn) {
    Frames all = Frames.first(prop.path().frames());
    double[] poses = new double[7 * all.count()];
    double[] p = new double[3];
    for (int f = 0; f < all.count(); f++) {
      prop.path().read(f, poses, 7 * f);
      System.arraycopy(poses, 7 * f, p, 0, 3);
      move(f, p);
      System.arraycopy(p, 0, poses, 7 * f, 3);
    }
    return prop.scaled(stoodOn ? up : size).withPath(PropPath.adopt(poses));
  }
}
