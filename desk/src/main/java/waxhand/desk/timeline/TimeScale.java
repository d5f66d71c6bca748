package waxhand.desk.timeline;

/** Frames to pixels and back, over the whole take. */
public record TimeScale(int frames, double left, double width) {
  /** Where a frame begins. */
  public double x(double frame) {
    return left + width * frame / Math.max(1, frames);
  }

  /** The frame at a place, kept within the take. */
  public int frame(double x) {
    double f = Math.floor((x - left) / Math.max(1, width) * frames);
    return (int) Math.max(0, Math.min(frames - 1, f));
  }

  /** The nearest border between frames, 0 to frames. */
  public int border(double x) {
    double f = Math.rint((x - left) / Math.max(1, width) * frames);
    return (int) Math.max(0, Math.min(frames, f));
  }
}
