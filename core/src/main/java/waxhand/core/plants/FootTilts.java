package waxhand.core.plants;

import waxhand.core.body.Sole;
import waxhand.core.contact.FloorPlane;
import waxhand.core.maths.Quats;

/** By how much a foot that rests is tilted, and its toes apart, to lie as they lie flat. */
final class FootTilts {
  private final FootPose pose;
  private final FootHeadings headings;
  private final double[] yaw = new double[4];
  private final double[] wanted = new double[4];
  private final double[] so = new double[4];
  private final double[] p = new double[3];
  private final double[] tilt = new double[4];

  /**
   * @param pose of the foot. Modified: it is loaded with frames that are asked about.
   */
  FootTilts(FootPose pose, FootHeadings headings, FloorPlane floor) {
    this.pose = pose;
    this.headings = headings;
    floor.tilt(tilt);
  }

  /**
   * The tilt of a foot in a frame of a footing: that which lays it flat where it lies so, fading
   * where its heel is up.
   *
   * @param c three numbers from {@code at} on are added to, a rotation vector. Modified.
   */
  void foot(Footing footing, int frame, double[] c, int at) {
    Footing.Segment before = null;
    Footing.Segment after = null;
    for (Footing.Segment s : footing.segments()) {
      if (s.flat().contains(frame)) {
        lay(s, frame, c, at, 1);
        return;
      }
      if (!s.flat().isEmpty() && s.flat().to() <= frame) {
        before = s;
      } else if (!s.flat().isEmpty() && after == null) {
        after = s;
      }
    }
    if (before != null) {
      int last = before.flat().to() - 1;
      Plant heel = footing.plantAt(0, last);
      lay(before, last, c, at, FootCorrector.fade(frame - last, heel == null ? 0 : heel.easeOut()));
    }
    if (after != null) {
      int first = after.flat().from();
      lay(after, first, c, at, FootCorrector.fade(first - frame, easeIn(footing, first)));
    }
  }

  /** How long before a frame in which the foot first lies flat it is laid so. */
  private static int easeIn(Footing footing, int frame) {
    int most = 0;
    for (int place = 0; place < Sole.PLACES; place++) {
      Plant plant = footing.plantAt(place, frame);
      most = plant == null ? most : Math.max(most, plant.easeIn());
    }
    return most;
  }

  /** Adds a share of the tilt that lays the foot flat in a frame. */
  private void lay(Footing.Segment segment, int frame, double[] c, int at, double share) {
    if (share > 0) {
      FootPose.yaw(headings.yawIn(segment, frame), yaw);
      pose.load(frame);
      Quats.multiply(yaw, 0, pose.foot, 0, so, 0);
      flat(headings.kept(segment, frame));
      addTurn(c, at, share);
    }
  }

  /** Sets the turn of a foot that lies flat on the floor. */
  private void flat(double heading) {
    pose.flat(heading, wanted);
    Quats.multiply(tilt, 0, wanted, 0, wanted, 0);
  }

  /**
   * The tilt of the toes in a frame of a footing, likewise.
   *
   * @param c three numbers from {@code at} on are added to, a rotation vector. Modified.
   */
  void toes(Footing footing, int frame, double[] c, int at) {
    Plant here = footing.plantAt(1, frame);
    if (here != null) {
      level(footing, frame, c, at, 1);
      return;
    }
    Plant before = null;
    Plant after = null;
    for (Plant plant : footing.plants()) {
      if (plant.part().place() == 1) {
        if (plant.frames().to() <= frame) {
          before = plant;
        } else if (after == null) {
          after = plant;
        }
      }
    }
    if (before != null) {
      int last = before.frames().to() - 1;
      level(footing, last, c, at, FootCorrector.fade(frame - last, before.easeOut()));
    }
    if (after != null) {
      int first = after.frames().from();
      level(footing, first, c, at, FootCorrector.fade(first - frame, after.easeIn()));
    }
  }

  /** Adds a share of the tilt that lays the toes flat in a frame. */
  private void level(Footing footing, int frame, double[] c, int at, double share) {
    if (share <= 0) {
      return;
    }
    double by = headings.yaw(footing, frame);
    double heading = headings.ofToes(footing, frame);
    FootPose.yaw(by, yaw);
    pose.load(frame);
    Quats.multiply(yaw, 0, pose.toes, 0, so, 0);
    flat(heading);
    addTurn(c, at, share);
  }

  /** Adds a share of the turn from {@code so} to {@code wanted}, as a rotation vector. */
  private void addTurn(double[] c, int at, double share) {
    Quats.leading(so, 0, wanted, 0, so, 0);
    Quats.log(so, 0, p, 0);
    for (int i = 0; i < 3; i++) {
      c[at + i] += share * p[i];
    }
  }
}
