package waxhand.core.motion;

/** Where a joint goes in the world over a run of frames. Immutable. */
public final class PartPath {
  private final Frames run;
  private final double[] places;

  private PartPath(Frames run, double[] places) {
    this.run = run;
    this.places = places;
  }

  /**
   * @param run what of it lies in the clip counts
   */
  public static PartPath of(Clip clip, int joint, Frames run) {
    Frames seen = run.within(clip.allFrames());
    WorldPose pose = WorldPose.only(clip.skeleton(), joint);
    double[] places = new double[3 * seen.count()];
    for (int n = 0; n < seen.count(); n++) {
      pose.solve(clip, seen.from() + n);
      System.arraycopy(pose.positions(), 3 * joint, places, 3 * n, 3);
    }
    return new PartPath(seen, places);
  }

  /** Its frames. */
  public Frames run() {
    return run;
  }

  public int count() {
    return run.count();
  }

  /** Coordinate {@code axis} of place {@code n}, counted from the first, metres. */
  public double at(int n, int axis) {
    return places[3 * n + axis];
  }

  /** Between two places, metres. */
  public double distance(int n, int m) {
    return Math.hypot(Math.hypot(at(n, 0) - at(m, 0), at(n, 1) - at(m, 1)), at(n, 2) - at(m, 2));
  }
}
