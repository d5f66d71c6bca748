package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joml.Quaterniondc;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Quats;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;

/**
 * Fingers of a hand, one or all, bent on a layer that adds: by how much they curl at each joint,
 * and how far they are spread, beyond what was captured.
 */
public final class FingerBend {
  private static final int FINGERS = 5;
  private static final int JOINTS = 3;

  private final List<Role> roles;
  private final Body body;
  private final Pose curl;
  private final Pose spread;

  private FingerBend(Body body, Side side, List<Role> roles) {
    this.body = body;
    this.roles = roles;
    double degree = Math.toDegrees(1);
    double[][] curls = new double[FINGERS][JOINTS];
    for (double[] finger : curls) {
      Arrays.fill(finger, degree);
    }
    double[] none = new double[FINGERS];
    double[] apart = {degree, degree, 0, degree, 1.5 * degree};
    curl = new HandShape("curl", curls, none).pose(body, side);
    spread = new HandShape("spread", new double[FINGERS][JOINTS], apart).pose(body, side);
  }

  /** Of the hand or the finger that a joint is; empty where it is none, or has no fingers. */
  public static Optional<FingerBend> of(Body body, int joint) {
    Optional<Role> role = body.role(joint);
    if (role.isEmpty() || role.get().side() == Side.MIDDLE) {
      return Optional.empty();
    }
    Side side = role.get().side();
    boolean hand = role.get() == Role.limb(side, false).get(JOINTS);
    String finger = role.get().name().replaceAll("_\\d$", "");
    List<Role> roles = new ArrayList<>();
    for (Role each : Role.fingers(side)) {
      boolean meant = hand || role.get().isFinger() && each.name().startsWith(finger);
      if (meant && body.joint(each).isPresent()) {
        roles.add(each);
      }
    }
    return roles.isEmpty() ? Optional.empty() : Optional.of(new FingerBend(body, side, roles));
  }

  /** By how much the layer curls each joint in a frame, radians: that of the middle ones. */
  public double curl(LayerPass layer, double frame) {
    return along(layer, frame, curl, 2, 0);
  }

  /** By how much the layer spreads the fingers in a frame, radians. */
  public double spread(LayerPass layer, double frame) {
    return along(layer, frame, spread, 1, curl(layer, frame));
  }

  /** How much of a bend there is at the first joint of a kind that it turns, less some curl. */
  private double along(LayerPass layer, double frame, Pose by, int knuckle, double curled) {
    for (Role role : roles) {
      double[] unit = turn(by, role);
      double size = unit[0] * unit[0] + unit[1] * unit[1] + unit[2] * unit[2];
      if (role.name().endsWith("_" + knuckle) && size > 1e-6) {
        double[] is = LayerEdit.at(layer, PartName.of(role), Channel.Of.TURN, frame);
        double[] less = turn(curl, role);
        double sum = 0;
        for (int i = 0; i < 3; i++) {
          sum += (is[i] - curled * less[i]) * unit[i];
        }
        return sum / size;
      }
    }
    return 0;
  }

  /** Rotation vector in the joint's parent that a pose turns it by. */
  private double[] turn(Pose by, Role role) {
    double[] q = new double[4];
    double[] v = new double[3];
    if (by.rotation(body, role, q, 0)) {
      Quaterniondc rest = body.skeleton().joint(body.joint(role).orElseThrow()).rest();
      double[] stands = {rest.x(), rest.y(), rest.z(), rest.w()};
      Quats.leading(stands, 0, q, 0, q, 0);
      Quats.log(q, 0, v, 0);
    }
    return v;
  }

  /** A layer that curls and spreads the fingers by so much in a frame, radians. */
  public LayerPass bent(
      LayerPass layer, double frame, double curlRad, double spreadRad, LayerEdit.Hold hold) {
    LayerPass bent = layer;
    for (Role role : roles) {
      double[] curled = turn(curl, role);
      double[] aside = turn(spread, role);
      double[] v = new double[3];
      for (int i = 0; i < 3; i++) {
        v[i] = curlRad * curled[i] + spreadRad * aside[i];
      }
      bent = LayerEdit.set(bent, PartName.of(role), Channel.Of.TURN, frame, v, hold);
    }
    return bent;
  }

  /** What is bent. */
  public Set<Role> roles() {
    return new HashSet<>(roles);
  }
}
