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

  private final Map<Where, Slide> slides;

  private Slides(Map<Where, Slide> slides) {
    this.slides = slides;
  }

  static Slides of(Key key, TimeMap timing) {
    Map<Where, Slide> slides = new HashMap<>();
    key.motion()
        .ifPresent(
            m ->
                key.plants()
                    .forEach(
                        p -> {
                          Contact local = new Contact(p.part(), timing.local(p.frames()));
                          if (p.muted() || stands(KnownContacts.of(m), local)) {
                            slides.put(new Where(p.part(), p.frames()), Slide.of(m, local));
                          }
                        }));
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

  /** The slide of a plant; empty until it is known. */
  public Optional<Slide> of(Plant plant) {
    return Optional.ofNullable(slides.get(new Where(plant.part(), plant.frames())));
  }
}
