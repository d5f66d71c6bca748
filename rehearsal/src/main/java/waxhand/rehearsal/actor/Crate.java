package waxhand.rehearsal.actor;

import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/** The crate that is lifted: where it is, and where hands hold it. */
final class Crate {
  /** Height of the grips of a crate that stands on the deck, as a share of the actor's. */
  private static final double GRIP_HEIGHT = 0.19;

  private final Build build;
  private final Score score;
  private final double h;

  /** A place of the crate: the middle between its grips, metres, and its heading, radians. */
  record Place(double x, double y, double z, double yaw) {
    Quaterniond turn() {
      return new Quaterniond().rotateY(yaw);
    }
  }

  Crate(Build build, Score score) {
    this.build = build;
    this.score = score;
    this.h = build.heightM();
  }

  /** Where a hand, 0 for the left, holds it. */
  Vector3d grip(Place crate, int s) {
    Vector3d grip = new Vector3d((s == 0 ? 1 : -1) * 0.135 * h, 0, -0.045 * h);
    return crate.turn().transform(grip).add(crate.x, crate.y, crate.z);
  }

  /** At a time, drawn in as far as the arms need to reach it. */
  Place at(double t, Vector3dc hips, Vector3dc[] shoulders) {
    Place crate = free(t, hips);
    double reach = 0.985 * (build.arm2(0).upper().length() + build.arm2(0).lower().length());
    double beyond = 0;
    Vector3d in = new Vector3d();
    for (int s = 0; s < 2; s++) {
      beyond = Math.max(beyond, grip(crate, s).distance(shoulders[s]) - reach);
      in.fma(0.5, shoulders[s]);
    }
    in.sub(crate.x, crate.y, crate.z).normalize(1.15 * beyond + 1e-12);
    return new Place(crate.x + in.x, crate.y + in.y, crate.z + in.z, crate.yaw);
  }

  private Place free(double t, Vector3dc hips) {
    double[] spot = score.crateSpots.get(0);
    for (double[] each : score.crateSpots) {
      if (each[0] <= t || Math.abs(each[0] - t) < Math.abs(spot[0] - t)) {
        spot = each;
      }
    }
    double up = score.crateUp.at(t);
    double yaw = score.yaw.at(t);
    double ahead = (0.215 + 0.02 * (1 - up)) * h;
    double cx = hips.x() + ahead * Math.sin(yaw);
    double cz = hips.z() + ahead * Math.cos(yaw);
    double cy = hips.y() + 0.055 * h;
    return new Place(
        spot[1] + (cx - spot[1]) * up,
        GRIP_HEIGHT * h + (cy - GRIP_HEIGHT * h) * up,
        spot[2] + (cz - spot[2]) * up,
        spot[3] + (yaw - spot[3]) * up);
  }
}
