package waxhand.core.pose;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/**
 * The shape of a hand, told as an anatomist would: how far each finger curls and how far they are
 * spread, whatever way the hand stands at rest.
 *
 * @param key in files
 * @param curlsDeg of thumb, index, middle, ring and little finger, at each of its three joints
 * @param spreadDeg of each finger away from the middle one; the thumb away from the palm
 */
public record HandShape(String key, double[][] curlsDeg, double[] spreadDeg) {
  private static final List<String> FINGERS = List.of("THUMB", "INDEX", "MIDDLE", "RING", "LITTLE");

  /** Those that ship with the program. */
  public static final List<HandShape> ALL =
      List.of(
          shape("open", 0, 0, 0, 0, 0, 12),
          shape("flat", 0, 0, 0, 0, 0, 0),
          shape("relaxed", 12, 20, 24, 28, 30, 3),
          shape("fist", 40, 82, 84, 84, 82, 0),
          shape("grip", 30, 52, 56, 60, 62, 2),
          shape("point", 40, 2, 82, 84, 82, 0),
          new HandShape(
              "pinch",
              new double[][] {{20, 24, 18}, {48, 44, 20}, {30, 30, 18}, {24, 26, 16}, {20, 22, 14}},
              new double[] {10, 0, 0, 3, 6}));

  private static HandShape shape(
      String key, double thumb, double index, double middle, double ring, double little, double s) {
    double[][] curls = new double[5][];
    double[] fingers = {thumb, index, middle, ring, little};
    for (int n = 0; n < 5; n++) {
      curls[n] = new double[] {fingers[n], fingers[n], 0.7 * fingers[n]};
    }
    return new HandShape(key, curls, new double[] {s, s, 0, s, 1.5 * s});
  }

  /** The pose that gives a hand of a body this shape; empty where it has no fingers. */
  public Pose pose(Body body, Side side) {
    Map<Role, Vector3dc> turns = new EnumMap<>(Role.class);
    Vector3d[] rest = body.skeleton().restPositions();
    int hand = body.joint(role(side, "HAND")).orElse(-1);
    int index = body.joint(role(side, "INDEX_1")).orElse(-1);
    int little =
        body.joint(role(side, "LITTLE_1")).orElse(body.joint(role(side, "RING_1")).orElse(-1));
    int middle = body.joint(role(side, "MIDDLE_1")).orElse(index);
    if (hand < 0 || index < 0 || little < 0) {
      return new Pose(Map.of());
    }
    Vector3d along = new Vector3d(rest[middle]).sub(rest[hand]).normalize();
    Vector3d across = new Vector3d(rest[little]).sub(rest[index]).normalize();
    // out of the palm
    Vector3d palm = along.cross(across, new Vector3d()).mul(side == Side.LEFT ? -1 : 1).normalize();
    for (int n = 0; n < FINGERS.size(); n++) {
      for (int k = 0; k < 3; k++) {
        Role role = role(side, FINGERS.get(n) + "_" + (k + 1));
        int joint = body.joint(role).orElse(-1);
        if (joint >= 0) {
          turns.put(role, turn(body, rest, joint, n, k, along, across, palm));
        }
      }
    }
    return new Pose(turns);
  }

  private static Role role(Side side, String part) {
    return Role.valueOf(side.name() + "_" + part);
  }

  private Vector3d turn(
      Body body,
      Vector3d[] rest,
      int joint,
      int finger,
      int knuckle,
      Vector3d along,
      Vector3d across,
      Vector3d palm) {
    List<Integer> next = body.skeleton().children(joint);
    Vector3d bone = new Vector3d(along);
    if (!next.isEmpty() && rest[next.get(0)].distance(rest[joint]) > 1e-5) {
      bone.set(rest[next.get(0)]).sub(rest[joint]).normalize();
    }
    // the thumb closes over the palm, fingers into it
    Vector3d to = finger == 0 ? new Vector3d(palm).add(across) : new Vector3d(palm);
    Vector3d hinge = bone.cross(to, new Vector3d());
    Vector3d turn = hinge.length() < 1e-6 ? new Vector3d() : hinge.normalize();
    turn.mul(Math.toRadians(curlsDeg[finger][knuckle]));
    if (knuckle == 0) {
      double away = finger <= 1 ? -1 : 1;
      Vector3d aside = bone.cross(new Vector3d(across).mul(away), new Vector3d());
      if (aside.length() > 1e-6) {
        turn.fma(Math.toRadians(spreadDeg[finger]), aside.normalize());
      }
    }
    return turn;
  }
}
