package waxhand.core.character;

import java.util.List;

/**
 * The surface of a character: triangles over points that go with joints in shares (linear blend
 * skinning: Magnenat-Thalmann et al. 1988). Arrays must not be modified.
 *
 * @param points at rest, x y z a point, metres, in the frame of the skeleton at rest
 * @param triangles numbers of points, three a triangle, counter-clockwise from outside
 * @param joints of each point, {@link #MOST_JOINTS} numbers a point; those of no share are 0
 * @param shares of these joints, which add up to 1 a point
 * @param colours of each triangle, as 0xRRGGBB
 * @param shapes it can go to
 */
public record Skin(
    float[] points,
    int[] triangles,
    int[] joints,
    float[] shares,
    int[] colours,
    List<BlendShape> shapes) {
  /** A point goes with so many joints at most. */
  public static final int MOST_JOINTS = 8;

  public Skin {
    shapes = List.copyOf(shapes);
    int count = points.length / 3;
    if (points.length != 3 * count
        || triangles.length % 3 != 0
        || colours.length != triangles.length / 3
        || joints.length != MOST_JOINTS * count
        || shares.length != joints.length) {
      throw new IllegalArgumentException(
          "a skin of " + points.length + " places has " + joints.length + " joints");
    }
    for (int t : triangles) {
      if (t < 0 || t >= count) {
        throw new IllegalArgumentException("a triangle has corner " + t + " of " + count);
      }
    }
  }

  public int count() {
    return points.length / 3;
  }
}
