package waxhand.core.retarget;

import java.util.List;
import java.util.Map;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Sole;
import waxhand.core.motion.Skeleton;

/**
 * A body as it stands straight on the floor, whatever pose it rests in: arms out to the sides,
 * facing +z, y up.
 *
 * @param hipsM height of the thighs' joints over the floor, metres; 0 where it has none
 * @param shouldersM height of the upper arms' joints; 0 where it has none
 * @param heightM from sole to crown
 * @param places of all joints, 3 numbers each, metres; must not be modified
 */
public record Upright(double hipsM, double shouldersM, double heightM, double[] places) {
  public static Upright of(Body body) {
    Skeleton skeleton = body.skeleton();
    Neutral stance = new Neutral(body, Map.of());
    double[] places = new double[3 * skeleton.size()];
    for (int j = 0; j < skeleton.size(); j++) {
      int parent = skeleton.parent(j);
      Vector3d at = new Vector3d(skeleton.joint(j).offset());
      if (parent >= 0) {
        stance.rotation(parent).transform(at);
        at.add(places[3 * parent], places[3 * parent + 1], places[3 * parent + 2]);
      }
      places[3 * j] = at.x;
      places[3 * j + 1] = at.y;
      places[3 * j + 2] = at.z;
    }
    double floor = floor(body, stance, places);
    for (int j = 0; j < skeleton.size(); j++) {
      places[3 * j + 1] -= floor;
    }
    return new Upright(
        mean(body, places, Role.LEFT_THIGH, Role.RIGHT_THIGH),
        mean(body, places, Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM),
        body.heightM(),
        places);
  }

  private static double floor(Body body, Neutral stance, double[] places) {
    double low = Double.POSITIVE_INFINITY;
    for (Sole sole : body.soles()) {
      Vector3d heel = stance.rotation(sole.foot()).transform(new Vector3d(sole.heel()));
      low = Math.min(low, places[3 * sole.foot() + 1] + heel.y);
    }
    if (body.soles().isEmpty()) {
      for (int j : body.members().stream().toArray()) {
        low = Math.min(low, places[3 * j + 1]);
      }
    }
    return low == Double.POSITIVE_INFINITY ? 0 : low;
  }

  private static double mean(Body body, double[] places, Role left, Role right) {
    double sum = 0;
    int count = 0;
    for (Role role : List.of(left, right)) {
      int j = body.joint(role).orElse(-1);
      sum += j < 0 ? 0 : places[3 * j + 1];
      count += j < 0 ? 0 : 1;
    }
    return count == 0 ? 0 : sum / count;
  }

  /**
   * How tall this body would have to be to suit another: its hips as high, or its shoulders, or
   * between.
   *
   * @param shoulders how much shoulders decide, 0 to 1; hips decide for work on the legs, both
   *     where the hands touch the world
   * @return metres; its own height where neither can be told
   */
  public double heightLike(Upright other, double shoulders) {
    boolean hips = hipsM > 0 && other.hipsM > 0;
    boolean arms = shouldersM > 0 && other.shouldersM > 0;
    double byHips = hips ? other.hipsM / hipsM : 0;
    double byShoulders = arms ? other.shouldersM / shouldersM : 0;
    if (!hips && !arms) {
      return heightM;
    }
    double share = !hips ? 1 : !arms ? 0 : shoulders;
    return heightM * ((1 - share) * byHips + share * byShoulders);
  }
}
