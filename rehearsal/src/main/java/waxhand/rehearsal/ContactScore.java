package waxhand.rehearsal;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;

/**
 * How well contacts were found, counted in frames by part.
 *
 * @param parts counts of the parts that touch in the truth or were found to
 */
public record ContactScore(Map<ContactPart, Count> parts) {
  /** Frames nearer than this to a true end may be doubted, seconds. */
  private static final double DOUBTED = 0.05;

  /**
   * Counts of one part.
   *
   * @param hits frames rightly found
   * @param wrong frames found that are none
   * @param missed frames not found
   * @param inside the same without the frames near a true end
   */
  public record Count(long hits, long wrong, long missed, Inside inside) {
    /** Counts without the frames near a true end. */
    public record Inside(long hits, long wrong, long missed) {}

    public Count plus(Count o) {
      return new Count(
          hits + o.hits,
          wrong + o.wrong,
          missed + o.missed,
          new Inside(
              inside.hits + o.inside.hits,
              inside.wrong + o.inside.wrong,
              inside.missed + o.inside.missed));
    }

    /** Harmonic mean of precision and recall over every frame; NaN where there is nothing. */
    public double f1() {
      return f1(hits, wrong, missed);
    }

    /** The same without the frames near a true end. */
    public double f1Inside() {
      return f1(inside.hits, inside.wrong, inside.missed);
    }

    private static double f1(long hits, long wrong, long missed) {
      return hits + wrong + missed == 0 ? Double.NaN : 2.0 * hits / (2.0 * hits + wrong + missed);
    }
  }

  public static ContactScore of(
      List<Contact> found, List<Contact> truth, int frames, double rateHz) {
    Map<ContactPart, Count> parts = new EnumMap<>(ContactPart.class);
    for (ContactPart part : ContactPart.values()) {
      boolean[] is = frames(found, part, frames);
      boolean[] should = frames(truth, part, frames);
      Count count = count(is, should, (int) Math.round(DOUBTED * rateHz));
      if (count.hits + count.wrong + count.missed > 0) {
        parts.put(part, count);
      }
    }
    return new ContactScore(parts);
  }

  public ContactScore plus(ContactScore other) {
    Map<ContactPart, Count> sum = new EnumMap<>(ContactPart.class);
    sum.putAll(parts);
    other.parts.forEach((part, count) -> sum.merge(part, count, Count::plus));
    return new ContactScore(sum);
  }

  private static boolean[] frames(List<Contact> contacts, ContactPart part, int frames) {
    boolean[] rests = new boolean[frames];
    for (Contact contact : contacts) {
      if (contact.part() == part) {
        int to = Math.min(frames, contact.frames().to());
        for (int n = contact.frames().from(); n < to; n++) {
          rests[n] = true;
        }
      }
    }
    return rests;
  }

  private static Count count(boolean[] is, boolean[] should, int doubted) {
    long[] all = new long[3];
    long[] inside = new long[3];
    for (int n = 0; n < is.length; n++) {
      if (!is[n] && !should[n]) {
        continue;
      }
      int which = is[n] && should[n] ? 0 : is[n] ? 1 : 2;
      all[which]++;
      if (!nearEnd(should, n, doubted)) {
        inside[which]++;
      }
    }
    return new Count(all[0], all[1], all[2], new Count.Inside(inside[0], inside[1], inside[2]));
  }

  private static boolean nearEnd(boolean[] should, int n, int doubted) {
    int to = Math.min(should.length - 1, n + doubted);
    for (int k = Math.max(0, n - doubted); k <= to; k++) {
      if (should[k] != should[n]) {
        return true;
      }
    }
    return false;
  }
}
