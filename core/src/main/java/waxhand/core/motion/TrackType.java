package waxhand.core.motion;

import waxhand.core.maths.Quats;

/** What a track holds, and how two values of it mix. */
public enum TrackType {
  /** A rotation in the parent's frame: unit quaternion x y z w. */
  ROTATION(4) {
    @Override
    public void mix(double[] a, int aAt, double[] b, int bAt, double share, double[] dest, int at) {
      Quats.slerp(a, aAt, b, bAt, share, dest, at);
    }
  },

  /** Where a joint is in its parent's frame, metres. */
  TRANSLATION(3),

  /** A place in the world, metres. */
  POINT(3),

  /** How much of something there is, without a unit. */
  WEIGHT(1);

  private final int width;

  TrackType(int width) {
    this.width = width;
  }

  /** Numbers a frame. */
  public int width() {
    return width;
  }

  /**
   * What lies a share of the way from one value to another: rotations on the shortest way with even
   * speed (Shoemake 1985), all else on a line.
   *
   * @param share 0 to 1
   * @param dest may be either of the two arrays. Modified.
   */
  public void mix(double[] a, int aAt, double[] b, int bAt, double share, double[] dest, int at) {
    for (int i = 0; i < width; i++) {
      dest[at + i] = a[aAt + i] + share * (b[bAt + i] - a[aAt + i]);
    }
  }
}
