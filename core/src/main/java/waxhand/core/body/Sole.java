package waxhand.core.body;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * The three places where a foot meets the ground, each in the frame of the joint that carries it,
 * metres. The front of a foot without toes that bend is round: where its bone ends toes would bend,
 * were there any, so that is what it rolls about.
 *
 * @param side left or right
 * @param foot joint of the foot (ankle)
 * @param toes joint of the toes, the foot itself where there is none
 * @param heel in the foot's frame
 * @param ball in the toes' frame, so that it rests while the heel rises
 * @param toe tip of the toes, in the toes' frame
 * @param tip middle of the ball on which the front rolls, in the toes' frame
 * @param tipM radius of that ball; 0 where toes bend, and {@code tip} is {@code toe}
 */
public record Sole(
    Side side,
    int foot,
    int toes,
    Vector3dc heel,
    Vector3dc ball,
    Vector3dc toe,
    Vector3dc tip,
    double tipM) {
  /** Thicker fronts are none, metres. */
  private static final double THICKEST_TIP = 0.03;

  /**
   * Height of an ankle over the ground as a share of the body's (Winter, "Biomechanics and Motor
   * Control of Human Movement", 4th ed. 2009, figure 4.1).
   */
  private static final double ANKLE_SHARE = 0.039;

  /**
   * Ankles of grown people are from 5.5 to 9.5 cm over the ground, in shoes a little more; what a
   * skeleton's ends say is believed within these shares of the body's height.
   */
  private static final double LOWEST_ANKLE = 0.033;

  private static final double HIGHEST_ANKLE = 0.062;

  /** How many places there are. */
  public static final int PLACES = 3;

  /**
   * Where one of the places is in the world, metres.
   *
   * @param place 0 heel, 1 ball, 2 toe
   * @param dest 3 numbers. Modified.
   */
  public void at(int place, WorldPose pose, double[] dest) {
    pose.point(joint(place), pivot(place), dest, 0);
    dest[1] -= radiusM(place);
  }

  /** What the foot rolls about on one of the places, in the frame of its joint, metres. */
  public Vector3dc pivot(int place) {
    return place == 2 ? tip : point(place);
  }

  /** How high over the ground that is, metres. */
  public double radiusM(int place) {
    return place == 2 ? tipM : 0;
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

  /** The soles of a body, left first; none where there is no foot. */
  static List<Sole> of(
      Skeleton skeleton,
      Map<Role, Integer> joints,
      Vector3d[] rest,
      double heightM,
      SoleThickness thickness) {
    List<Sole> found = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Role> leg = Role.limb(side, true);
      Integer foot = joints.get(leg.get(2));
      Integer thigh = joints.get(leg.get(0));
      if (foot != null && thigh != null) {
        double legLength = Math.max(1e-3, rest[thigh].distance(rest[foot]));
        found.add(
            of(skeleton, side, foot, joints.get(leg.get(3)), legLength, rest, heightM, thickness));
      }
    }
    return List.copyOf(found);
  }

  private static Sole of(
      Skeleton skeleton,
      Side side,
      int foot,
      Integer toesOrNull,
      double legLength,
      Vector3d[] rest,
      double heightM,
      SoleThickness thickness) {
    int toes = toesOrNull == null ? foot : toesOrNull;
    Vector3d ankle = rest[foot];
    Vector3d ball = new Vector3d(rest[toes]);
    Vector3d tip =
        skeleton
            .joint(toes)
            .tip()
            .map(t -> skeleton.toWorldAtRest(toes, new Vector3d(t)).add(rest[toes]))
            .orElse(null);
    double ground = tip == null ? Double.POSITIVE_INFINITY : tip.y;
    if (toes != foot) {
      ground = Math.min(ground, ball.y);
    }
    double share = (ankle.y - ground) / Math.max(1e-6, heightM);
    if (!(share > LOWEST_ANKLE && share < HIGHEST_ANKLE)) {
      ground = ankle.y - ANKLE_SHARE * heightM;
    }
    Vector3d ahead = new Vector3d(tip == null ? ball : tip).sub(ankle);
    ahead.y = 0;
    if (ahead.length() < 0.05 * legLength) {
      ahead.set(0, 0, 0.22 * legLength);
    }
    double length = ahead.length();
    ahead.normalize();
    if (toes == foot) {
      ball.set(ankle).fma(0.7 * length, ahead);
    }
    if (tip == null) {
      tip = new Vector3d(ankle).fma(toes == foot ? length : 1.4 * length, ahead);
    }
    Vector3d heel = new Vector3d(ankle).fma(-0.33 * length, ahead);
    double front = toes == foot ? ankle.y : rest[toes].y;
    heel.y = thickness.heelM().isPresent() ? ankle.y - thickness.heelM().getAsDouble() : ground;
    ball.y = thickness.ballM().isPresent() ? front - thickness.ballM().getAsDouble() : ground;
    double high = toes == foot && skeleton.joint(foot).tip().isPresent() ? tip.y - ball.y : 0;
    double radius = high > 0 && high < THICKEST_TIP ? high : 0;
    tip.y = ball.y;
    return new Sole(
        side,
        foot,
        toes,
        skeleton.toJointAtRest(foot, heel.sub(ankle)),
        skeleton.toJointAtRest(toes, ball.sub(rest[toes])),
        skeleton.toJointAtRest(toes, new Vector3d(tip).sub(rest[toes])),
        skeleton.toJointAtRest(toes, new Vector3d(tip).add(0, radius, 0).sub(rest[toes])),
        radius);
  }
}
