package waxhand.core.contact;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;

/**
 * The contacts of a motion as far as passes have settled them, by search and by the artist's hand.
 *
 * @param where frames in which they are known: no part rests there but as {@code contacts} say
 * @param contacts all that lie in those frames
 */
public record KnownContacts(FrameSet where, List<Contact> contacts) {
  /** Nothing is known of any frame. */
  public static final KnownContacts NONE = new KnownContacts(FrameSet.NONE, List.of());

  public KnownContacts {
    contacts = List.copyOf(contacts);
  }

  /** With other contacts in a run of frames. */
  public KnownContacts with(Frames run, List<Contact> now) {
    List<Contact> all = new ArrayList<>();
    for (Contact contact : contacts) {
      for (Frames left : FrameSet.of(contact.frames()).minus(run).runs()) {
        all.add(new Contact(contact.part(), left));
      }
    }
    now.forEach(c -> add(all, c.part(), c.frames().within(run)));
    return new KnownContacts(where.union(FrameSet.of(run)), all);
  }

  /** What is known of a run of frames. */
  public KnownContacts within(Frames run) {
    List<Contact> all = new ArrayList<>();
    contacts.forEach(c -> add(all, c.part(), c.frames().within(run)));
    return new KnownContacts(where.within(run), all);
  }

  /** After runs of frames were cut out, which are disjoint and in order. */
  public KnownContacts without(List<Frames> cuts) {
    List<Contact> all = new ArrayList<>();
    contacts.forEach(c -> add(all, c.part(), c.frames().without(cuts)));
    return new KnownContacts(where.without(cuts), all);
  }

  private static void add(List<Contact> all, ContactPart part, Frames frames) {
    if (!frames.isEmpty()) {
      all.add(new Contact(part, frames));
    }
  }
}
