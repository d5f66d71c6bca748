package waxhand.core.thin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;

/** One track of a joint while it is thinned. */
final class Strip {
  final int joint;
  private final Course course;
  private final Track track;
  private final double[] samples;
  private final double[] dense;

  /** Radians or metres, by sample. */
  private final double[] tolerance;

  /** Samples of which it is another than when the keys were found. */
  private final BitSet changed = new BitSet();

  private final CourseThinner thinner;

  /**
   * @param tolerance radians or metres
   */
  Strip(int joint, Course course, Track track, double tolerance) {
    this.joint = joint;
    this.course = course;
    this.track = track;
    samples = new double[course.width() * track.frames()];
    track.read(Frames.first(track.frames()), samples);
    dense = samples.clone();
    this.tolerance = new double[track.frames()];
    Arrays.fill(this.tolerance, tolerance);
    changed.set(0, track.frames());
    thinner = new CourseThinner(course, samples, track.frames());
  }

  /**
   * Allows no more in a run of samples than what moves a place so little.
   *
   * @param m how far that may be off, metres
   * @param arm how far it is from the joint, metres
   */
  void begin(int from, int to, double m, double arm) {
    double most = course == Course.PLACES ? m : m / Math.max(1e-3, arm);
    for (int n = Math.max(0, from); n < Math.min(to, tolerance.length); n++) {
      tolerance[n] = Math.min(tolerance[n], most);
    }
  }

  /** Allows less in a sample, by a factor. */
  void tighten(int sample, double factor) {
    tolerance[sample] *= factor;
    changed.set(sample);
  }

  /** Finds the keys again where that is needed. Modified: pose. */
  void thin(RunPose pose) {
    if (changed.isEmpty()) {
      return;
    }
    thinner.thin(tolerance, changed);
    changed.clear();
    BitSet fresh = thinner.fresh();
    FewKeys keys = thinner.keys();
    BitSet moved = new BitSet(tolerance.length);
    for (int k = fresh.nextSetBit(0); k >= 0; k = fresh.nextSetBit(k + 1)) {
      keys.dense(course, k, samples, dense);
      moved.set(keys.at()[k], keys.at()[k + 1] + 1);
    }
    if (course == Course.ROTATIONS) {
      pose.turn(joint, dense, moved);
    } else {
      pose.shift(joint, dense, moved);
    }
  }

  // ---- key poses ---------------------------------------------------------------------------

  private final List<FewKeys> spanned = new ArrayList<>();
  private FewKeys last;

  void begin() {
    thinner.begin(tolerance);
    spanned.clear();
  }

  /** Whether a cubic goes from a sample to another within the tolerance. */
  boolean spans(int from, int length) {
    boolean spans = thinner.spans(from, length);
    last = thinner.spanned(from, length);
    return spans;
  }

  /** Keeps what was asked for last. */
  void accept() {
    spanned.add(last);
  }

  /** A clip of these frames with what was asked for last, or with all that was kept. */
  Clip show(Clip clip, int from, int length) {
    if (last == null) {
      return into(clip);
    }
    last.dense(course, 0, samples, dense);
    Frames run = new Frames(from, from + length + 1);
    int width = course.width();
    Track was = course == Course.ROTATIONS ? clip.rotation(joint) : clip.translation(joint);
    Track now = was.with(run, Arrays.copyOfRange(dense, width * from, width * run.to()));
    return course == Course.ROTATIONS
        ? clip.withRotation(joint, now)
        : clip.withTranslation(joint, now);
  }

  /** Takes the keys that all strips share. */
  void poses(int[] at, boolean joined) {
    double[] in = new double[3 * at.length];
    double[] out = new double[3 * at.length];
    for (int k = 0; k + 1 < at.length; k++) {
      System.arraycopy(spanned.get(k).out(), 0, out, 3 * k, 3);
      System.arraycopy(spanned.get(k).in(), 3, in, 3 * k + 3, 3);
    }
    thinner.take(new FewKeys(at, in, out), joined);
    for (int k = 0; k + 1 < at.length; k++) {
      thinner.keys().dense(course, k, samples, dense);
    }
    last = null;
  }

  /** A clip of these frames with what the keys tell. */
  Clip into(Clip clip) {
    Track now = track.with(Frames.first(track.frames()), dense);
    return course == Course.ROTATIONS
        ? clip.withRotation(joint, now)
        : clip.withTranslation(joint, now);
  }

  Keyed keyed(int first) {
    return new Keyed(joint, course == Course.ROTATIONS, first, thinner.keys(), samples);
  }
}
