package waxhand.desk.kits.contacts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import waxhand.core.motion.Frames;

/** What takes up frames, asked for what is near one: a long take has thousands. */
final class Nearby<T> {
  private record Placed<T>(T thing, Frames frames, int order) {}

  private final List<Placed<T>> byStart = new ArrayList<>();
  private int longest;

  Nearby(List<T> things, Function<T, Frames> frames) {
    for (T thing : things) {
      Frames taken = frames.apply(thing);
      byStart.add(new Placed<>(thing, taken, byStart.size()));
      longest = Math.max(longest, taken.count());
    }
    byStart.sort(Comparator.comparingInt(p -> p.frames().from()));
  }

  /** Frames from one to the nearest of others; 0 inside. */
  static int away(Frames frames, int frame) {
    return Math.max(0, Math.max(frames.from() - frame, frame - frames.to() + 1));
  }

  /** What is at most so many frames away, in the order it was given. */
  List<T> within(double reach, int frame) {
    List<Placed<T>> near = new ArrayList<>();
    for (int k = first(frame - reach - longest); k < byStart.size(); k++) {
      Placed<T> placed = byStart.get(k);
      if (placed.frames().from() > frame + reach) {
        break;
      }
      if (away(placed.frames(), frame) <= reach) {
        near.add(placed);
      }
    }
    near.sort(Comparator.comparingInt(Placed::order));
    return near.stream().map(Placed::thing).toList();
  }

  /** The first that starts at a frame or behind it. */
  private int first(double frame) {
    int low = 0;
    int high = byStart.size();
    while (low < high) {
      int mid = (low + high) / 2;
      if (byStart.get(mid).frames().from() < frame) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low;
  }
}
