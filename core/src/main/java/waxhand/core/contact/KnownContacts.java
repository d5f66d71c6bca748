package waxhand.core.contact;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/**
 * The contacts of a motion as far as passes have settled them, by search and by the artist's hand.
 *
 * @param where frames in which they are known: no part rests there but as {@code contacts} say
 * @param contacts all that lie in those frames, in the order of time
 * @param entered those of them that begin earlier than is known here: such pieces are joined again
 *     once the frames before them come to be known
 */
public record KnownContacts(FrameSet where, List<Contact> contacts, Set<Contact> entered)
    implements Strand<KnownContacts> {
  private static final Comparator<Contact> IN_ORDER =
      Comparator.comparingInt((Contact c) -> c.frames().from()).thenComparing(Contact::part);

  /** Nothing is known of any frame. */
  public static final KnownContacts NONE = new KnownContacts(FrameSet.NONE, List.of());

  public static final Kind<KnownContacts> KIND = new Kind<>("contacts", NONE);

  public KnownContacts {
    contacts = inOrder(contacts);
    entered = Set.copyOf(entered);
  }

  private static List<Contact> inOrder(List<Contact> contacts) {
    return isInOrder(contacts)
        ? List.copyOf(contacts)
        : contacts.stream().sorted(IN_ORDER).toList();
  }

  private static boolean isInOrder(List<Contact> contacts) {
    int before = Integer.MIN_VALUE;
    for (int n = 0; n < contacts.size(); n++) {
      int from = contacts.get(n).frames().from();
      if (from < before
          || from == before && IN_ORDER.compare(contacts.get(n - 1), contacts.get(n)) > 0) {
        return false;
      }
      before = from;
    }
    return true;
  }

  /** Contacts that all begin and end as they are told. */
  public KnownContacts(FrameSet where, List<Contact> contacts) {
    this(where, contacts, Set.of());
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
    Set<Contact> open = new HashSet<>();
    for (Contact contact : contacts) {
      for (Frames left : FrameSet.of(contact.frames()).minus(run).runs()) {
        all.add(new Contact(contact.part(), left));
        if (entered.contains(contact) && left.from() == contact.frames().from()) {
          open.add(all.get(all.size() - 1));
        }
      }
    }
    for (Contact contact : now) {
      Frames inside = contact.frames().within(run);
      if (!inside.isEmpty()) {
        all.add(inside.equals(contact.frames()) ? contact : new Contact(contact.part(), inside));
      }
    }
    return new KnownContacts(where.union(FrameSet.of(run)), all, open);
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
    // only what touches the run can change; the rest is taken over in one go
    int low = firstFrom(contacts, run.from() - longest(contacts));
    int high = firstFrom(contacts, run.to() + 1);
    List<Contact> near = contacts.subList(low, high);
    List<Contact> pieces = new ArrayList<>();
    Set<Contact> open = new HashSet<>();
    Frames ahead = new Frames(0, run.from());
    Frames behind = new Frames(run.to(), Integer.MAX_VALUE);
    for (Contact contact : near) {
      add(pieces, open, piece(this, contact, ahead));
      add(pieces, open, piece(this, contact, behind));
    }
    int first = firstFrom(other.contacts, run.from() - longest(other.contacts));
    int last = firstFrom(other.contacts, run.to());
    for (Contact contact : other.contacts.subList(first, last)) {
      add(pieces, open, piece(other, contact, run));
    }
    pieces.sort(IN_ORDER);
    Set<Contact> still = new HashSet<>(entered);
    if (!still.isEmpty()) {
      near.forEach(still::remove);
    }
    List<Contact> all = new ArrayList<>(contacts.size() + pieces.size());
    all.addAll(contacts.subList(0, low));
    all.addAll(open.isEmpty() ? pieces : joined(pieces, open, still));
    all.addAll(contacts.subList(high, contacts.size()));
    return new KnownContacts(where.minus(run).union(other.where.within(run)), all, still);
  }

  /** The first contact that begins at a frame or later. */
  private static int firstFrom(List<Contact> inOrder, int frame) {
    int low = 0;
    int high = inOrder.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (inOrder.get(middle).frames().from() >= frame) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    return low;
  }

  private static int longest(List<Contact> contacts) {
    int longest = 0;
    for (int n = 0; n < contacts.size(); n++) {
      longest = Math.max(longest, contacts.get(n).frames().count());
    }
    return longest;
  }

  /** What lies of a contact in some frames, and whether it begins before them. */
  private record Piece(Contact contact, boolean enters) {}

  private static final Piece NOTHING = new Piece(null, false);

  private static Piece piece(KnownContacts of, Contact contact, Frames frames) {
    if (contact.frames().to() <= frames.from() || frames.to() <= contact.frames().from()) {
      return NOTHING;
    }
    Frames inside = contact.frames().within(frames);
    if (inside.isEmpty()) {
      return NOTHING;
    }
    boolean whole = inside.equals(contact.frames());
    boolean enters =
        inside.from() > contact.frames().from()
            || !of.entered.isEmpty() && of.entered.contains(contact);
    return new Piece(whole ? contact : new Contact(contact.part(), inside), enters);
  }

  private static void add(List<Contact> all, Set<Contact> open, Piece piece) {
    if (piece != NOTHING) {
      all.add(piece.contact());
      if (piece.enters()) {
        open.add(piece.contact());
      }
    }
  }

  /**
   * Joins pieces that begin earlier to those of their part that end where they enter.
   *
   * @param open those that begin earlier. Not modified.
   * @param entered Modified: those that are still without what they begin in are added.
   */
  private static List<Contact> joined(
      List<Contact> inOrder, Set<Contact> open, Set<Contact> entered) {
    Map<ContactPart, Integer> last = new EnumMap<>(ContactPart.class);
    List<Contact> whole = new ArrayList<>();
    for (Contact contact : inOrder) {
      Integer at = last.get(contact.part());
      Contact before = at == null ? null : whole.get(at);
      boolean enters = open.contains(contact);
      if (enters && before != null && before.frames().to() == contact.frames().from()) {
        Contact cover = new Contact(contact.part(), before.frames().cover(contact.frames()));
        whole.set(at, cover);
        if (entered.remove(before)) {
          entered.add(cover);
        }
        continue;
      }
      last.put(contact.part(), whole.size());
      whole.add(contact);
      if (enters) {
        entered.add(contact);
      }
    }
    return whole;
  }

  /** What is known of the left is known of the right, and the other way about. */
  public KnownContacts mirrored() {
    return new KnownContacts(
        where,
        contacts.stream().map(KnownContacts::mirrored).toList(),
        entered.stream().map(KnownContacts::mirrored).collect(Collectors.toSet()));
  }

  private static Contact mirrored(Contact contact) {
    return new Contact(contact.part().mirrored(), contact.frames());
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
    Set<Contact> open = new HashSet<>();
    for (Contact contact : contacts) {
      Frames frames = change.apply(contact.frames());
      if (!frames.isEmpty()) {
        all.add(new Contact(contact.part(), frames));
        if (entered.contains(contact)) {
          open.add(all.get(all.size() - 1));
        }
      }
    }
    return new KnownContacts(now, all, open);
  }
}
