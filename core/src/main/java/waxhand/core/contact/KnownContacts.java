package waxhand.core.contact;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.UnaryOperator;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/**
 * The contacts of a motion as far as passes have settled them, by search and by the artist's hand.
 *
 * @param where frames in which they are known: no part rests there but as {@code contacts} say
 * @param contacts all that lie in those frames
 */
public record KnownContacts(FrameSet where, List<Contact> contacts)
    implements Strand<KnownContacts> {
  private static final Comparator<Contact> IN_ORDER =
      Comparator.comparingInt((Contact c) -> c.frames().from()).thenComparing(Contact::part);

  /** Nothing is known of any frame. */
  public static final KnownContacts NONE = new KnownContacts(FrameSet.NONE, List.of());

  public static final Kind<KnownContacts> KIND = new Kind<>("contacts", NONE);

  public KnownContacts {
    contacts = contacts.stream().sorted(IN_ORDER).toList();
  }

  /** Those of a motion. */
  public static KnownContacts of(Motion motion) {
    return motion.get(KIND);
  }

  @Override
  public Kind<KnownContacts> kind() {
    return KIND;
  }

  /** With other contacts in a run of frames: no other begins before it or goes on behind it. */
  public KnownContacts with(Frames run, List<Contact> now) {
    List<Contact> all = new ArrayList<>();
    for (Contact contact : contacts) {
      for (Frames left : FrameSet.of(contact.frames()).minus(run).runs()) {
        all.add(new Contact(contact.part(), left));
      }
    }
    for (Contact contact : now) {
      Frames inside = contact.frames().within(run);
      if (!inside.isEmpty()) {
        all.add(new Contact(contact.part(), inside));
      }
    }
    return new KnownContacts(where.union(FrameSet.of(run)), all);
  }

  /**
   * With a run of frames as they are in {@code other}. A contact that goes on over an end of the
   * run on both sides stays one; where one of them begins there, so does it here.
   */
  @Override
  public KnownContacts patched(Frames run, KnownContacts other) {
    if (run.isEmpty() || other == this) {
      return this;
    }
    List<Contact> all = new ArrayList<>();
    List<Contact> before = new ArrayList<>();
    List<Contact> after = new ArrayList<>();
    for (Contact contact : contacts) {
      Frames frames = contact.frames();
      add(all, contact.part(), frames.within(new Frames(0, run.from())), before, run.from());
      Frames later = frames.within(new Frames(run.to(), Integer.MAX_VALUE));
      if (!later.isEmpty() && frames.from() < run.to()) {
        after.add(new Contact(contact.part(), later));
      } else {
        add(all, contact.part(), later, List.of(), -1);
      }
    }
    for (Contact contact : other.contacts) {
      Frames inside = contact.frames().within(run);
      if (inside.isEmpty()) {
        continue;
      }
      if (contact.frames().from() < run.from()) {
        inside = join(before, contact.part(), inside);
      }
      if (inside.to() == run.to()) {
        inside = join(after, contact.part(), inside);
      }
      all.add(new Contact(contact.part(), inside));
    }
    all.addAll(before);
    all.addAll(after);
    return new KnownContacts(where.minus(run).union(other.where.within(run)), all);
  }

  /**
   * The frames with those of a waiting piece of the part, which is taken out. Modified: waiting.
   */
  private static Frames join(List<Contact> waiting, ContactPart part, Frames frames) {
    for (int i = 0; i < waiting.size(); i++) {
      if (waiting.get(i).part() == part) {
        return waiting.remove(i).frames().cover(frames);
      }
    }
    return frames;
  }

  /** Puts a piece to those that wait where it reaches {@code end}, else to all. Modified: both. */
  private static void add(
      List<Contact> all, ContactPart part, Frames frames, List<Contact> waiting, int end) {
    if (!frames.isEmpty()) {
      (frames.to() == end ? waiting : all).add(new Contact(part, frames));
    }
  }

  /** What is known of a run of frames. */
  public KnownContacts within(Frames run) {
    return changed(where.within(run), frames -> frames.within(run));
  }

  @Override
  public KnownContacts through(TimeMap map) {
    return changed(where.through(map), map::local);
  }

  private KnownContacts changed(FrameSet now, UnaryOperator<Frames> change) {
    List<Contact> all = new ArrayList<>();
    for (Contact contact : contacts) {
      Frames frames = change.apply(contact.frames());
      if (!frames.isEmpty()) {
        all.add(new Contact(contact.part(), frames));
      }
    }
    return new KnownContacts(now, all);
  }
}
