package waxhand.desk.kits.contacts;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

  static final Slides NONE = new Slides(Map.of());

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

  private record Where(ContactPart part, Frames frames) {}

  /** By contact; empty for those in whose place a later pass has put others. */
  private final Map<Where, Optional<Slide>> slides;

  private Slides(Map<Where, Optional<Slide>> slides) {
    this.slides = slides;
  }

  static Slides of(Key key, TimeMap timing) {
    Map<Where, Optional<Slide>> slides = new HashMap<>();
    for (Plant plant : key.motion().isPresent() ? key.plants() : List.<Plant>of()) {
      Motion motion = key.motion().get();
      Contact local = new Contact(plant.part(), timing.local(plant.frames()));
      boolean there = plant.muted() || stands(KnownContacts.of(motion), local);
      Optional<Slide> slide = there ? Optional.of(Slide.of(motion, local)) : Optional.empty();
      slides.put(new Where(plant.part(), plant.frames()), slide);
    }
    return new Slides(slides);
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

  private Optional<Optional<Slide>> known(Plant plant) {
    return Optional.ofNullable(slides.get(new Where(plant.part(), plant.frames())));
  }

  /** The slide of a plant; empty until it is known. */
  public Optional<Slide> of(Plant plant) {
    return known(plant).flatMap(slide -> slide);
  }

  /**
   * Whether it is known that a part is not where it was planted: a later pass has put another
   * contact in its place or the body elsewhere.
   *
   * @param x of the spot, metres
   * @param z of the spot
   */
  public boolean hasLeft(Plant plant, double x, double z) {
    return known(plant).map(slide -> slide.map(s -> isFar(s, x, z)).orElse(true)).orElse(false);
  }

  private static boolean isFar(Slide slide, double x, double z) {
    double[] trail = slide.trail();
    return trail.length >= 3 && Math.hypot(trail[0] - x, trail[2] - z) > FAR_M;
  }
}
