package waxhand.core.contact;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;

/** Finds the contacts of a motion; {@link ContactSearch} says how. */
public final class ContactFinder {
  private final ContactSettings settings;
  private final List<Surface> surfaces;

  public ContactFinder(ContactSettings settings, List<Surface> surfaces) {
    this.settings = settings;
    this.surfaces = List.copyOf(surfaces);
  }

  /** All contacts, by part and in the order of time. */
  public List<Contact> find(Motion motion) {
    return find(Courses.of(motion), motion.body(), motion.clip().rateHz(), 0);
  }

  /**
   * All contacts in a stretch of a motion, as far as that stretch tells.
   *
   * @param places of the parts in it: x, y, z, each by frame, metres. Modified.
   * @param filled where the motion was not captured
   * @param first frame of the stretch
   */
  public List<Contact> find(
      Map<ContactPart, double[][]> places, Body body, Filled filled, double rateHz, int first) {
    return find(new Courses(places, body, filled, rateHz, first), body, rateHz, first);
  }

  private List<Contact> find(Courses courses, Body body, double rateHz, int first) {
    List<Contact> contacts = new ArrayList<>();
    new ContactSearch(settings, surfaces, courses, ContactPart.pointsOf(body), rateHz, first)
        .rests()
        .forEach(
            (part, rests) -> {
              for (Frames run : runs(rests, rateHz)) {
                contacts.add(new Contact(part, new Frames(first + run.from(), first + run.to())));
              }
            });
    return contacts;
  }

  private List<Frames> runs(boolean[] rests, double rateHz) {
    int shortest = (int) Math.max(1, Math.round(settings.shortestS() * rateHz));
    int bridge = (int) Math.round(settings.bridgeS() * rateHz);
    List<Frames> runs = new ArrayList<>();
    for (int n = 0; n < rests.length; n++) {
      int end = n;
      while (end < rests.length && rests[end]) {
        end++;
      }
      if (end > n) {
        int last = runs.size() - 1;
        if (last >= 0 && n - runs.get(last).to() <= bridge) {
          runs.set(last, new Frames(runs.get(last).from(), end));
        } else {
          runs.add(new Frames(n, end));
        }
        n = end;
      }
    }
    runs.removeIf(run -> run.count() < shortest);
    return runs;
  }
}
