package waxhand.core.body;

import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * The three places where a foot meets the ground, each in the frame of the joint that carries it,
 * metres.
 *
 * @param side left or right
 * @param foot joint of the foot (ankle)
 * @param toes joint of the toes, the foot itself where there is none
 * @param heel in the foot's frame
 * @param ball in the toes' frame, so that it rests while the heel rises
 * @param toe tip of the toes, in the toes' frame
 */
public record Sole(Side side, int foot, int toes, Vector3dc heel, Vector3dc ball, Vector3dc toe) {
  /** How many places there are. */
  public static final int PLACES = 3;

  /**
   * Where one of the places is in the world, metres.
   *
   * @param place 0 heel, 1 ball, 2 toe
   * @param dest 3 numbers. Modified.
   */
  public void at(int place, WorldPose pose, double[] dest) {
    pose.point(joint(place), point(place), dest, 0);
  }

  /**
   * Where one of the places is at rest, metres.
   *
   * @param places of all joints at rest, as {@link Skeleton#restPositions} gives them
   */
  public Vector3d atRest(int place, Skeleton skeleton, Vector3d[] places) {
    int joint = joint(place);
    return skeleton.toWorldAtRest(joint, new Vector3d(point(place))).add(places[joint]);
  }

  /** The joint that carries a place: 0 heel, 1 ball, 2 toe. */
  public int joint(int place) {
    return place == 0 ? foot : toes;
  }

  /** One of the places in the frame of its joint, metres: 0 heel, 1 ball, 2 toe. */
  public Vector3dc point(int place) {
    return place == 0 ? heel : place == 1 ? ball : toe;
  }

  /** Height of the lowest of its places in the world, metres. */
  public double lowest(WorldPose pose) {
    double[] p = new double[3];
    double low = Double.POSITIVE_INFINITY;
    for (int place = 0; place < PLACES; place++) {
      at(place, pose, p);
      low = Math.min(low, p[1]);
    }
    return low;
  }
}
