package waxhand.core.thin;

import java.util.Arrays;
import java.util.List;
import waxhand.core.motion.Clip;

/**
 * Key poses: from each the next one is as far as cubics of all parts go within the tolerance
 * (compare Lim &amp; Thalmann, "Key-posture extraction out of human motion data by curve
 * simplification", EMBC 2001).
 */
final class PoseThinner {
  private final List<Strip> strips;
  private final Places places;
  private final Clip cut;

  PoseThinner(List<Strip> strips, Places places, Clip cut) {
    this.strips = strips;
    this.places = places;
    this.cut = cut;
  }

  /** Finds the keys; every strip then has those. */
  void thin() {
    int count = places.frames();
    int[] at = new int[count];
    int found = 1;
    int guess = 4;
    strips.forEach(Strip::begin);
    while (at[found - 1] < count - 1) {
      int from = at[found - 1];
      guess = CourseThinner.farthest(count - 1 - from, guess, length -> spans(from, length));
      at[found++] = from + guess;
      for (Strip strip : strips) {
        strip.spans(from, guess);
        strip.accept();
      }
    }
    int[] keys = Arrays.copyOf(at, found);
    strips.forEach(s -> s.poses(keys, true));
    if (!places.within(shown(cut, 0, count - 1), 0, count)) {
      strips.forEach(s -> s.poses(keys, false));
    }
  }

  private boolean spans(int from, int length) {
    for (Strip strip : strips) {
      if (!strip.spans(from, length)) {
        return false;
      }
    }
    return places.within(shown(cut, from, length), from + 1, from + length);
  }

  private Clip shown(Clip clip, int from, int length) {
    Clip now = clip;
    for (Strip strip : strips) {
      now = strip.show(now, from, length);
    }
    return now;
  }
}
