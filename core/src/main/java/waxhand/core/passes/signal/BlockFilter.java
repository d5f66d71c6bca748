package waxhand.core.passes.signal;

import java.util.Arrays;
import java.util.Set;
import waxhand.core.chain.Axis;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.signal.Smoother;

/**
 * Filters on tracks: rotations as rotation vectors about the middle of their block, continuous from
 * frame to frame, and translation as it is.
 *
 * <p>A take is cut into fixed blocks, each filtered with as many frames of its neighbours as the
 * filter can feel, so that a frame's result does not depend on which frames were asked for. A body
 * that spins so far within a block that its rotation vectors would turn over is filtered on
 * quaternion components there.
 */
final class BlockFilter {
  /** Frames filtered together. */
  static final int BLOCK = 3 * Track.CHUNK;

  private BlockFilter() {}

  static Track rotation(Track track, Frames frames, Smoother filter, Set<Axis> axes) {
    Track out = track;
    int most = Math.min(track.frames(), BLOCK + 2 * filter.reach());
    double[] q = new double[4 * most];
    double[] v = new double[3 * most];
    double[] work = new double[filter.workspace(most, 3)];
    double[] reference = new double[4];
    for (Frames block : frames.blocks(BLOCK)) {
      Frames window = block.grown(filter.reach()).within(Frames.first(track.frames()));
      Frames wanted = block.within(frames).within(window);
      int count = window.count();
      int first = wanted.from() - window.from();
      track.read(window, q);
      if (isStill(q, count)) {
        continue;
      }
      System.arraycopy(q, 4 * (count / 2), reference, 0, 4);
      if (RotationVectors.fromRotations(q, count, reference, v)) {
        double[] raw = axes.size() < 3 ? v.clone() : null;
        filter.smooth(v, count, 3, work);
        if (raw != null) {
          restore(v, raw, 3 * count, axes);
        }
        // which way is exact enough is decided for the block, not for the frames asked for
        Frames whole = block.within(window);
        boolean near = RotationVectors.isNear(v, whole.from() - window.from(), whole.count());
        RotationVectors.toRotations(v, first, wanted.count(), near, reference, q);
      } else {
        RotationVectors.alignSigns(q, count);
        filter.smooth(q, count, 4, new double[filter.workspace(count, 4)]);
        System.arraycopy(q, 4 * first, q, 0, 4 * wanted.count());
        for (int n = 0; n < wanted.count(); n++) {
          Quats.normalize(q, 4 * n);
        }
      }
      out = out.with(wanted, q);
    }
    return out;
  }

  static Track translation(Track track, Frames frames, Smoother filter, Set<Axis> axes) {
    Track out = track;
    for (Frames block : frames.blocks(BLOCK)) {
      Frames window = block.grown(filter.reach()).within(Frames.first(track.frames()));
      double[] p = new double[3 * window.count()];
      track.read(window, p);
      double[] raw = p.clone();
      filter.smooth(p, window.count(), 3, new double[filter.workspace(window.count(), 3)]);
      restore(p, raw, p.length, axes);
      Frames wanted = block.within(frames).within(window);
      int skip = 3 * (wanted.from() - window.from());
      out = out.with(wanted, Arrays.copyOfRange(p, skip, skip + 3 * wanted.count()));
    }
    return out;
  }

  private static void restore(double[] filtered, double[] raw, int length, Set<Axis> axes) {
    for (Axis axis : Axis.values()) {
      if (!axes.contains(axis)) {
        for (int i = axis.ordinal(); i < length; i += 3) {
          filtered[i] = raw[i];
        }
      }
    }
  }

  /** A joint that never turns stays as it is, bit for bit. */
  private static boolean isStill(double[] q, int count) {
    for (int i = 4; i < 4 * count; i++) {
      if (q[i] != q[i - 4]) {
        return false;
      }
    }
    return true;
  }
}
