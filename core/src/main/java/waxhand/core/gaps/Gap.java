package waxhand.core.gaps;

import waxhand.core.motion.Frames;

/**
 * A stretch in which a limb, or the whole body, tells nothing: it stands quite still, or at rest.
 *
 * @param top the joint whose limb it is, -1 for the whole body
 * @param frames of the stretch; where it is frozen the first one is still true
 * @param atRest whether all joints are at rest, as where a tracker has lost them
 * @param leapRad how far the joints turn, added up, when the stretch ends
 */
public record Gap(int top, Frames frames, boolean atRest, double leapRad) {
  public boolean isWholeBody() {
    return top < 0;
  }
}
