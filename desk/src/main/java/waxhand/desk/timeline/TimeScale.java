package waxhand.desk.timeline;

import waxhand.core.motion.Frames;

/**
 * Frames to pixels and back.
 *
 * @param frames of the take
 * @param seen those that are drawn
 * @param left where drawing begins, pixels
 * @param width of the drawn time, pixels
 */
public record TimeScale(int frames, Frames seen, double left, double width) {
  /** Where a frame begins; what is not seen lies at the ends. */
  public double x(double frame) {
    double share = (frame - seen.from()) / Math.max(1, seen.count());
    return left + width * Math.max(0, Math.min(1, share));
  }

  /** Whether a frame is drawn. */
  public boolean sees(double frame) {
    return frame >= seen.from() && frame <= seen.to();
  }

  /** Whether the border before a frame is drawn and lies within so many pixels of a place. */
  public boolean isAt(double frame, double x, double within) {
    return sees(frame) && Math.abs(x(frame) - x) <= within;
  }

  /** The frame at a place, kept within the take. */
  public int frame(double x) {
    return (int) Math.max(0, Math.min(frames - 1, Math.floor(at(x))));
  }

  /** The nearest border between frames, 0 to frames. */
  public int border(double x) {
    return (int) Math.max(0, Math.min(frames, Math.rint(at(x))));
  }

  /** The time at a place, in frames. */
  public double at(double x) {
    return seen.from() + (x - left) / Math.max(1, width) * seen.count();
  }
}
