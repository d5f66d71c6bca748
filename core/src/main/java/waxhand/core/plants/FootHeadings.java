package waxhand.core.plants;

import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;

/** Where a foot that rests heads, and by how much it is turned to head there. */
final class FootHeadings {
  private final FootPose pose;
  private final double twist;

  /**
   * @param pose of the foot. Modified: it is loaded with frames that are asked about.
   * @param twist how much of its small turns a resting foot keeps, 0 to 1
   */
  FootHeadings(FootPose pose, double twist) {
    this.pose = pose;
    this.twist = twist;
  }

  /** By how much a foot is turned about the vertical in a frame of a footing, radians. */
  double yaw(Footing footing, int frame) {
    return between(
        footing,
        frame,
        (segment, f) -> {
          Frames own = segment.frames();
          return yawIn(segment, Math.max(own.from(), Math.min(own.to() - 1, f)));
        });
  }

  /** An angle that segments of a footing tell of a frame. */
  private interface Angle {
    double of(Footing.Segment segment, int frame);
  }

  /** What the segment of a frame tells; between two of them, from what one tells to the other. */
  private static double between(Footing footing, int frame, Angle angle) {
    Footing.Segment before = null;
    Footing.Segment after = null;
    for (Footing.Segment s : footing.segments()) {
      if (s.frames().contains(frame)) {
        return angle.of(s, frame);
      }
      if (s.frames().to() <= frame) {
        before = s;
      } else if (after == null) {
        after = s;
      }
    }
    if (before == null && after == null) {
      return 0;
    }
    if (before == null || after == null) {
      return angle.of(before == null ? after : before, frame);
    }
    int from = before.frames().to() - 1;
    double t = (frame - from) / (double) (after.frames().from() - from);
    double a = angle.of(before, frame);
    double b = angle.of(after, frame);
    return a + Hermite.smoothstep(t) * Footings.wrapped(b - a);
  }

  /** The heading that a segment keeps: of a foot that lies flat, else of its toes. */
  private double own(Footing.Segment segment) {
    return pose.heading(segment.flat().isEmpty() ? pose.toes : pose.foot);
  }

  /** By how much a segment turns a foot about the vertical in a frame, radians. */
  double yawIn(Footing.Segment segment, int frame) {
    Frames flat = segment.flat();
    int known = frame;
    if (!flat.isEmpty()) {
      known = Math.max(flat.from(), Math.min(flat.to() - 1, frame));
    }
    pose.load(known);
    double is = own(segment);
    return (1 - twist) * Footings.wrapped(segment.headingRad() - is);
  }

  /** The heading a foot has in a frame of a segment, its own small turns kept as wanted. */
  double kept(Footing.Segment segment, int frame) {
    if (twist == 0) {
      return segment.headingRad();
    }
    pose.load(frame);
    double is = own(segment);
    return segment.headingRad() + twist * Footings.wrapped(is - segment.headingRad());
  }

  /** The heading that toes which lie flat have in a frame of a footing. */
  double ofToes(Footing footing, int frame) {
    for (Footing.Segment segment : footing.segments()) {
      if (segment.frames().contains(frame)) {
        return kept(segment, frame);
      }
    }
    double by = yaw(footing, frame);
    if (footing.segments().isEmpty()) {
      pose.load(frame);
      return by + pose.heading(pose.toes);
    }
    return by + between(footing, frame, this::ofToes);
  }

  /**
   * The heading of captured toes in a frame beside a segment, as they would have to be captured to
   * come to lie in the segment without a leap: where its foot lies flat only later they lie before.
   */
  private double ofToes(Footing.Segment segment, int frame) {
    Frames own = segment.frames();
    int edge = Math.max(own.from(), Math.min(own.to() - 1, frame));
    double wanted = kept(segment, edge) - yawIn(segment, edge);
    pose.load(edge);
    double missing = Footings.wrapped(wanted - own(segment));
    pose.load(frame);
    return own(segment) + missing;
  }
}
