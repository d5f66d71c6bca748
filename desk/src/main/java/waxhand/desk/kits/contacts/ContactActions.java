package waxhand.desk.kits.contacts;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.UnaryOperator;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** The commands of contacts. */
public final class ContactActions {
  private static final String GROUP = "Contacts";

  private final Session session;
  private final Commands commands;
  private final Contacts contacts;

  public ContactActions(Session session, Commands commands, Contacts contacts) {
    this.session = session;
    this.commands = commands;
    this.contacts = contacts;
  }

  private List<Plant> selected() {
    return contacts.selectedProperty().get();
  }

  private boolean any() {
    return !selected().isEmpty();
  }

  public void add() {
    commands.add(
        GROUP,
        "add-contact",
        "Add a contact of the selected parts here",
        "",
        "Insert",
        () -> session.hasTake() && !selectedParts().isEmpty(),
        this::addHere);
    commands.add(
        GROUP, "next-contact", "Go to the next contact", "", "P", this::hasAny, () -> step(1));
    commands.add(
        GROUP,
        "previous-contact",
        "Go to the contact before",
        "",
        "Alt+P",
        this::hasAny,
        () -> step(-1));
    onSelected("split-contact", "Split the selected contacts at the playhead", "S", this::split);
    onSelected(
        "join-contacts",
        "Join the selected contacts across what lies between",
        "J",
        () -> contacts.join(withNext()));
    onSelected(
        "mute-contact",
        "Mute or unmute the selected contacts",
        "Alt+M",
        () -> {
          boolean mute = selected().stream().anyMatch(p -> !p.muted());
          change("mute", p -> p.withMuted(mute));
        });
    onSelected(
        "contact-from",
        "Begin the selected contacts here",
        "Alt+I",
        () -> change("begin", p -> from(p, session.frameProperty().get())));
    onSelected(
        "contact-to",
        "End the selected contacts here",
        "Alt+O",
        () -> change("end", p -> to(p, session.frameProperty().get() + 1)));
    onSelected("longer-ease-in", "Longer ease in", "E", () -> ease(2, 0));
    onSelected("shorter-ease-in", "Shorter ease in", "Alt+E", () -> ease(-2, 0));
    onSelected("longer-ease-out", "Longer ease out", "R", () -> ease(0, 2));
    onSelected("shorter-ease-out", "Shorter ease out", "Alt+R", () -> ease(0, -2));
    onSelected(
        "search-contacts",
        "Let the search decide over the selected contacts",
        "Alt+S",
        () -> {
          List<Plant> plants = selected();
          contacts.edit(
              "search again",
              null,
              pass -> {
                PlantsPass next = pass;
                for (Plant p : plants) {
                  next = next.searched(p.part(), p.frames());
                }
                return next;
              });
        });
  }

  private void onSelected(String id, String words, String key, Runnable action) {
    BooleanSupplier any = this::any;
    commands.add(GROUP, id, words, "", key, any, action);
  }

  private void change(String what, UnaryOperator<Plant> change) {
    contacts.change(what + " " + Contacts.words(selected()), null, selected(), change);
  }

  private static Plant from(Plant p, int frame) {
    return p.withFrames(
        new Frames(Math.max(0, Math.min(frame, p.frames().to() - 1)), p.frames().to()));
  }

  private static Plant to(Plant p, int frame) {
    return p.withFrames(new Frames(p.frames().from(), Math.max(frame, p.frames().from() + 1)));
  }

  /** Longer or shorter by so many hundredths of a second. */
  private void ease(int in, int out) {
    double frames = session.rateHz() * 0.02;
    int dIn = (int) Math.round(Math.signum(in) * Math.max(1, frames));
    int dOut = (int) Math.round(Math.signum(out) * Math.max(1, frames));
    contacts.change(
        "ease of " + Contacts.words(selected()),
        "ease-keys",
        selected(),
        p -> p.withEases(Math.max(0, p.easeIn() + dIn), Math.max(0, p.easeOut() + dOut)));
  }

  private void split() {
    contacts.split(selected(), session.frameProperty().get());
  }

  /** Several of one part as they are; a single one with the next of its part. */
  private List<Plant> withNext() {
    if (selected().size() != 1) {
      return selected();
    }
    Plant one = selected().get(0);
    Optional<Plant> next =
        contacts.stateProperty().get().plants().stream()
            .filter(p -> p.part() == one.part() && p.frames().from() > one.frames().from())
            .findFirst();
    return next.map(n -> List.of(one, n)).orElse(List.of(one));
  }

  // ---- going along -------------------------------------------------------------------------

  private boolean hasAny() {
    return !contacts.stateProperty().get().plants().isEmpty();
  }

  /** The next contact in time, of the part that is selected where one is. */
  private void step(int by) {
    List<Plant> plants = contacts.stateProperty().get().plants();
    Optional<Plant> now = selected().stream().findFirst();
    List<Plant> way =
        plants.stream().filter(p -> now.map(n -> n.part() == p.part()).orElse(true)).toList();
    int at = now.map(way::indexOf).orElse(-1);
    if (at < 0) {
      int frame = session.frameProperty().get();
      int next = 0;
      while (next < way.size() && way.get(next).frames().from() < frame) {
        next++;
      }
      at = by > 0 ? next - 1 : next;
    }
    Plant to = way.get(Math.floorMod(at + by, way.size()));
    contacts.selectedProperty().set(List.of(to));
    session.seek(to.frames().from());
  }

  // ---- adding ------------------------------------------------------------------------------

  /** The parts that can touch and belong to a selected joint. */
  private List<ContactPart> selectedParts() {
    Optional<Motion> motion = session.takeProperty().get().map(t -> t.raw().motion());
    var joints = session.selected();
    return motion.stream()
        .flatMap(
            m ->
                java.util.Arrays.stream(ContactPart.values())
                    .filter(
                        p -> p.on(m.body()).map(PartPoint::joint).map(joints::get).orElse(false)))
        .toList();
  }

  private void addHere() {
    int frame = session.frameProperty().get();
    int half = (int) Math.max(1, Math.round(0.15 * session.rateHz()));
    Frames frames =
        new Frames(Math.max(0, frame - half), Math.min(session.frames(), frame + half + 1));
    Object key = new Object();
    for (ContactPart part : selectedParts()) {
      contacts.add(part, frames, key);
    }
  }
}
