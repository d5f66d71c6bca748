package waxhand.core.survey;

import waxhand.core.motion.Frames;

/**
 * What a watch saw on one joint, within one block of frames.
 *
 * @param joint the part
 * @param frames absolute
 * @param worst the frame in which it is worst
 * @param size in the unit of the kind
 * @param other a second joint that is concerned, such as the one it runs through; -1 for none
 */
record Mark(FindingKind kind, int joint, Frames frames, int worst, double size, int other) {
  /** In place of another joint: the mark is of the whole body. */
  static final int WHOLE_BODY = -2;

  /** In place of another joint: the limb is at rest. */
  static final int AT_REST = -3;

  Mark(FindingKind kind, int joint, Frames frames, int worst, double size) {
    this(kind, joint, frames, worst, size, -1);
  }

  /** In place of another joint: it is the place of the joint, not its turn. */
  static final int OF_PLACE = -4;

  /** Unit of the size. */
  String unit() {
    return other == OF_PLACE ? "mm" : kind.unit();
  }

  /** How bad it is, 0 to 1. */
  double severity() {
    // ten millimetres of a joint's place are as bad as four degrees of its turn
    return kind.severity(other == OF_PLACE ? 0.4 * size : size);
  }

  /** Both as one. */
  Mark joined(Mark next) {
    boolean mine = size >= next.size;
    return new Mark(
        kind,
        joint,
        frames.cover(next.frames),
        mine ? worst : next.worst,
        Math.max(size, next.size),
        mine ? other : next.other);
  }
}
