package waxhand.desk.kits.contacts;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.KnownContacts;
import waxhand.core.measure.Slide;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;

/** How parts slide during their contacts, in a motion. */
public final class Slides {
  /** A part that is farther than this from its spot has left it, metres: twice a foot. */
  private static final double FAR_M = 0.5;

  static final Slides NONE = new Slides(Map.of(), Set.of());

  /** What slides are worked out of; the same only for the very same motion. */
  record Key(Optional<Motion> motion, List<Plant> plants) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Key k
          && motion.orElse(null) == k.motion.orElse(null)
          && plants.equals(k.plants);
    }

    @Override
    public int hashCode() {
      return plants.hashCode();
    }
  }

  private record Where(ContactPart part, Frames frames) {
    static Where of(Plant plant) {
      return new Where(plant.part(), plant.frames());
    }
  }

  private final Map<Where, Slide> slides;

  /** Contacts in whose place a later pass has put others. */
  private final Set<Where> replaced;

  private Slides(Map<Where, Slide> slides, Set<Where> replaced) {
    this.slides = slides;
    this.replaced = replaced;
  }

  static Slides of(Key key, TimeMap timing) {
    Map<Where, Slide> slides = new HashMap<>();
    Set<Where> replaced = new HashSet<>();
    key.motion()
        .ifPresent(
            motion -> {
              for (Plant plant : key.plants()) {
                Contact local = new Contact(plant.part(), timing.local(plant.frames()));
                if (plant.muted() || stands(KnownContacts.of(motion), local)) {
                  slides.put(Where.of(plant), Slide.of(motion, local));
                } else {
                  replaced.add(Where.of(plant));
                }
              }
            });
    return new Slides(slides, replaced);
  }

  /** Whether a later pass, such as one that exchanges sides, has not put others in its place. */
  private static boolean stands(KnownContacts known, Contact contact) {
    FrameSet told = known.where().within(contact.frames());
    return told.isEmpty()
        || known.contacts().stream()
            .filter(c -> c.part() == contact.part())
            .anyMatch(
                c -> told.runs().stream().allMatch(r -> c.frames().cover(r).equals(c.frames())));
  }

  /** The slide of a plant; empty until it is known. */
  public Optional<Slide> of(Plant plant) {
    return Optional.ofNullable(slides.get(Where.of(plant)));
  }

  /**
   * Whether it is known that a part is not where it was planted: a later pass has put another
   * contact in its place or the body elsewhere.
   *
   * @param x of the spot, metres
   * @param z of the spot
   */
  public boolean hasLeft(Plant plant, double x, double z) {
    return replaced.contains(Where.of(plant)) || of(plant).filter(s -> isFar(s, x, z)).isPresent();
  }

  private static boolean isFar(Slide slide, double x, double z) {
    double[] trail = slide.trail();
    return trail.length >= 3 && Math.hypot(trail[0] - x, trail[2] - z) > FAR_M;
  }
}
