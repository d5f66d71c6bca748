package waxhand.rehearsal.mate;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * One foot over time: on a spot or swinging to the next, its heel risen about the ball joint, its
 * toes risen about the heel, or standing on the tips of its toes.
 */
final class MateFoot {
  /** Smaller angles are none, radians. */
  private static final double NONE = 1e-7;

  /** A swing from one spot to the next, seconds. */
  private record Swing(double from, double to, double lift) {}

  private final MateBuild build;

  /** Place of the ball joint's print, and heading. */
  final Course x;

  final Course z;
  final Course yaw;

  /** Height of what it stands on, metres: the floor, or a stair. */
  final Course ground = new Course(0);

  /** Angles, radians, all above 0: heel up, toes up, ball up over the tips. */
  final Course heelUp = new Course(0);

  final Course toesUp = new Course(0);
  final Course ballUp = new Course(0);
  private final List<Swing> swings = new ArrayList<>();

  MateFoot(MateBuild build, double x, double z) {
    this.build = build;
    this.x = new Course(x);
    this.z = new Course(z);
    this.yaw = new Course(0);
  }

  void swing(double from, double to, double x1, double z1, double yaw1, double lift) {
    x.move(from, to, x1);
    z.move(from, to, z1);
    yaw.move(from, to, yaw1);
    swings.add(new Swing(from, to, lift));
  }

  private Swing swingAt(double t) {
    for (Swing s : swings) {
      if (t > s.from && t < s.to) {
        return s;
      }
    }
    return null;
  }

  boolean isDown(double t) {
    return swingAt(t) == null;
  }

  boolean rests(int place, double t) {
    boolean heel = heelUp.at(t) < NONE && ballUp.at(t) < NONE;
    boolean toes = toesUp.at(t) < NONE;
    return isDown(t) && (place == 0 ? heel : place == 1 ? toes && ballUp.at(t) < NONE : toes);
  }

  /** Where the ankle is, how the foot is turned in the world, and by how much the toes bend. */
  record Pose(Vector3d ankle, Quaterniond turn, double toes) {}

  Pose at(double t) {
    double up = heelUp.at(t);
    double rock = toesUp.at(t);
    double tip = ballUp.at(t);
    double heading = yaw.at(t);
    // in the foot's own plane: z ahead of the print of the ball joint, y over the ground
    double ballY = build.soleM;
    double ballZ = 0;
    if (tip > 0) {
      // the toes turn about their tips
      ballY = build.soleM * Math.cos(tip) + build.toeM * Math.sin(tip);
      ballZ = build.toeM - build.toeM * Math.cos(tip) + build.soleM * Math.sin(tip);
    }
    double pitch = tip + up;
    // from ball joint back to ankle
    double backY = build.ankleM - build.soleM;
    double backZ = -build.footM;
    Vector3d ankle =
        new Vector3d(
            0,
            ballY + backY * Math.cos(pitch) - backZ * Math.sin(pitch),
            ballZ + backY * Math.sin(pitch) + backZ * Math.cos(pitch));
    if (rock > 0) {
      double heelZ = -build.footM - build.heelM;
      double fromY = ankle.y;
      double fromZ = ankle.z - heelZ;
      ankle.y = fromY * Math.cos(-rock) - fromZ * Math.sin(-rock);
      ankle.z = heelZ + fromY * Math.sin(-rock) + fromZ * Math.cos(-rock);
      pitch -= rock;
    }
    Swing swing = swingAt(t);
    if (swing != null) {
      double u = (t - swing.from) / (swing.to - swing.from);
      ankle.y += swing.lift * 64 * Math.pow(u * (1 - u), 3);
    }
    Quaterniond turn = new Quaterniond().rotateY(heading);
    turn.transform(ankle).add(x.at(t), ground.at(t), z.at(t));
    return new Pose(ankle, turn.rotateX(pitch), -up);
  }
}
