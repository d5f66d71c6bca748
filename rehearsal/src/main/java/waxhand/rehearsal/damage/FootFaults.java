package waxhand.rehearsal.damage;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.contact.Contact;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.rehearsal.damage.Damage.Fault;

/** What damage did to feet that should rest: found by comparing the damaged take with the truth. */
public final class FootFaults {
  /** Slides, floats and sinks below this are not listed, metres. */
  private static final double LISTED = 0.008;

  /** Those below this may be missed, metres. */
  private static final double GRAVE_SLIDE = 0.025;

  private static final double GRAVE_HEIGHT = 0.02;

  /** Jitter is averaged out over this time, seconds. */
  private static final double CALM = 0.15;

  private FootFaults() {}

  /**
   * Slides, floats and sinks of resting feet, relative to the middle height at which the feet of
   * the damaged take rest.
   */
  public static List<Fault> of(Clip truth, Clip damaged, List<Contact> contacts) {
    Body body = Body.of(truth.skeleton());
    List<double[][]> apart = new ArrayList<>();
    List<Contact> known = new ArrayList<>();
    for (Contact contact : contacts) {
      if (contact.part().isSole() && !contact.part().key().endsWith("toe")) {
        known.add(contact);
        apart.add(apart(truth, damaged, body, contact));
      }
    }
    double[] heights = apart.stream().flatMapToDouble(d -> Arrays.stream(d[1])).sorted().toArray();
    double floor = heights.length == 0 ? 0 : heights[heights.length / 2];
    List<Fault> faults = new ArrayList<>();
    for (int c = 0; c < known.size(); c++) {
      Contact contact = known.get(c);
      if (contact.frames().count() >= CALM * truth.rateHz()) {
        add(faults, contact, apart.get(c), floor, body);
      }
    }
    return faults;
  }

  private static void add(
      List<Fault> faults, Contact contact, double[][] d, double floor, Body body) {
    int foot =
        body.soles().stream()
            .filter(s -> s.side() == contact.part().side())
            .mapToInt(s -> s.foot())
            .findFirst()
            .orElse(0);
    String part = body.skeleton().joint(foot).name();
    double slide = Math.hypot(range(d[0]), range(d[2]));
    double high = Arrays.stream(d[1]).max().orElse(0) - floor;
    double low = floor - Arrays.stream(d[1]).min().orElse(0);
    Frames run = contact.frames();
    if (slide > LISTED) {
      faults.add(new Fault("slide", part, run, slide < GRAVE_SLIDE));
    }
    if (high > LISTED) {
      faults.add(new Fault("float", part, run, high < GRAVE_HEIGHT));
    }
    if (low > LISTED) {
      faults.add(new Fault("sink", part, run, low < GRAVE_HEIGHT));
    }
  }

  private static double range(double[] values) {
    return Arrays.stream(values).max().orElse(0) - Arrays.stream(values).min().orElse(0);
  }

  /** How far the damaged part is from the true one during a contact, jitter averaged out. */
  private static double[][] apart(Clip truth, Clip damaged, Body body, Contact contact) {
    int count = contact.frames().count();
    double[][] d = new double[3][count];
    WorldPose a = new WorldPose(truth.skeleton());
    WorldPose b = new WorldPose(truth.skeleton());
    double[] p = new double[6];
    for (int n = 0; n < count; n++) {
      a.solve(truth, contact.frames().from() + n);
      b.solve(damaged, contact.frames().from() + n);
      contact.part().place(body, a, p, 0);
      contact.part().place(body, b, p, 3);
      for (int i = 0; i < 3; i++) {
        d[i][n] = p[3 + i] - p[i];
      }
    }
    int half = (int) Math.round(CALM * truth.rateHz() / 2);
    for (int i = 0; i < 3; i++) {
      double[] raw = d[i].clone();
      for (int n = 0; n < count; n++) {
        int from = Math.max(0, n - half);
        int to = Math.min(count, n + half + 1);
        // the middle one of a window: spikes do not count
        double[] window = Arrays.copyOfRange(raw, from, to);
        Arrays.sort(window);
        d[i][n] = window[window.length / 2];
      }
    }
    return d;
  }
}
