package waxhand.core.measure;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;

/** Where two clips of one length differ by as much as a bit. */
public final class Changes {
  private Changes() {}

  /** Frames in which any joint differs; reads only chunks that the clips do not share. */
  public static FrameSet of(Clip a, Clip b) {
    int frames = Math.min(a.frames(), b.frames());
    if (a.skeleton().size() != b.skeleton().size()) {
      // another body: nothing of it is as it was
      return FrameSet.of(Frames.first(frames));
    }
    boolean[] changed = new boolean[frames];
    for (int j = 0; j < a.skeleton().size(); j++) {
      mark(a.rotation(j), b.rotation(j), changed);
      if (a.hasTranslation(j) && b.hasTranslation(j)) {
        mark(a.translation(j), b.translation(j), changed);
      }
    }
    return set(changed);
  }

  /** Frames in which one joint differs. */
  public static FrameSet of(Clip a, Clip b, int joint) {
    if (a.skeleton().size() != b.skeleton().size()) {
      return FrameSet.of(Frames.first(Math.min(a.frames(), b.frames())));
    }
    boolean[] changed = new boolean[Math.min(a.frames(), b.frames())];
    mark(a.rotation(joint), b.rotation(joint), changed);
    if (a.hasTranslation(joint) && b.hasTranslation(joint)) {
      mark(a.translation(joint), b.translation(joint), changed);
    }
    return set(changed);
  }

  private static void mark(Track a, Track b, boolean[] changed) {
    for (int from = 0; from < changed.length && a != b; from += Track.CHUNK) {
      int to = Math.min(changed.length, from + Track.CHUNK);
      if (a.frames() == b.frames() && a.shares(new Frames(from, to), b)) {
        continue;
      }
      for (int f = from; f < to; f++) {
        changed[f] |= !a.sameAt(f, b);
      }
    }
  }

  private static FrameSet set(boolean[] changed) {
    List<FrameSet> runs = new ArrayList<>();
    for (int f = 0; f < changed.length; f++) {
      int from = f;
      while (f < changed.length && changed[f]) {
        f++;
      }
      if (f > from) {
        runs.add(FrameSet.of(new Frames(from, f)));
      }
    }
    // halves are joined, so that many runs cost little more than few
    while (runs.size() > 1) {
      List<FrameSet> joined = new ArrayList<>();
      for (int i = 0; i < runs.size(); i += 2) {
        joined.add(i + 1 < runs.size() ? runs.get(i).union(runs.get(i + 1)) : runs.get(i));
      }
      runs = joined;
    }
    return runs.isEmpty() ? FrameSet.NONE : runs.get(0);
  }
}
