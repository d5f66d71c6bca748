package waxhand.core.survey;

import java.util.List;
import waxhand.core.motion.Frames;

/**
 * Something that looks wrong.
 *
 * @param joints the parts concerned, the one it is worst on first
 * @param wholeBody whether it is the body as a whole, whatever the list of parts
 * @param frames in which it is to be seen
 * @param worst the frame to look at
 * @param size in {@code unit}
 * @param unit such as "mm"
 * @param severity 0 to 1 on the scale of all kinds
 * @param text one plain sentence
 */
public record Finding(
    FindingKind kind,
    List<Integer> joints,
    boolean wholeBody,
    Frames frames,
    int worst,
    double size,
    String unit,
    double severity,
    String text) {
  public Finding {
    joints = List.copyOf(joints);
  }

  /** The same finding with its frames counted otherwise. */
  public Finding at(Frames otherFrames, int otherWorst) {
    return new Finding(
        kind, joints, wholeBody, otherFrames, otherWorst, size, unit, severity, text);
  }

  /** The part it is worst on. */
  public int joint() {
    return joints.get(0);
  }

  /** Whether the other one is the same fault of the same part, seen again. */
  public boolean isSameAs(Finding other) {
    return kind == other.kind
        && wholeBody == other.wholeBody
        && joint() == other.joint()
        && !frames.within(other.frames).isEmpty();
  }
}
