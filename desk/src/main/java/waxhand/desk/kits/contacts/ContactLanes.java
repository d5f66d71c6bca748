package waxhand.desk.kits.contacts;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.contact.ContactPart;
import waxhand.core.measure.Slide;
import waxhand.core.motion.Frames;
import waxhand.core.plants.Plant;
import waxhand.core.project.Take;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.timeline.TimeArea;
import waxhand.desk.timeline.TimeScale;

/**
 * A lane for each part that touches the ground. Spans are dragged as a whole, at their ends and at
 * their eases; a drag over an empty place adds one; Shift adds to what is selected.
 */
public final class ContactLanes extends TimeArea {
  static final double ROW = 13;
  static final double TOP = 4;

  /** Between the lanes of one side and the next. */
  static final double PAUSE = 4;

  /** So far beyond its slope the ease of a selected span can still be taken hold of. */
  private static final double BEYOND = 10;

  private static final double GRAB = 5;

  private final Contacts contacts;
  private final ContactPainter painter;
  private Drag held = to -> {};
  private double pressX;
  private int pressFrame;

  /** What a drag does, told the frame the pointer is over. */
  private interface Drag {
    void to(int frame);
  }

  /** What lies under the pointer. */
  private record Hit(Plant plant, Grip grip) {}

  private enum Grip {
    WHOLE(Cursor.MOVE),
    START(Cursor.H_RESIZE),
    END(Cursor.H_RESIZE),
    EASE_IN(Cursor.W_RESIZE),
    EASE_OUT(Cursor.E_RESIZE);

    private final Cursor cursor;

    Grip(Cursor cursor) {
      this.cursor = cursor;
    }
  }

  public ContactLanes(Session session, Contacts contacts, Palette palette) {
    super(session);
    this.contacts = contacts;
    this.painter = new ContactPainter(contacts, palette, canvas);
    hidePlayheadTop();
    setId("contact-lanes");
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Contacts of heels, balls and toes over time");
    contacts.stateProperty().addListener((o, a, b) -> changed());
    contacts.selectedProperty().addListener((o, a, b) -> draw());
    contacts.slidesProperty().addListener((o, a, b) -> draw());
    // what an edit of passes changes here the state of contacts tells
    session.onTake(Take::raw, this::changed);
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrollTime);
    tells(this::words, (x, y) -> hit(x, y).map(h -> h.grip().cursor).orElse(Cursor.DEFAULT));
  }

  @Override
  protected double computePrefHeight(double width) {
    List<ContactPart> parts = contacts.parts();
    return parts.isEmpty() ? 0 : rowTop(parts, parts.size() - 1) + ROW + 6;
  }

  @Override
  protected double computeMinHeight(double width) {
    return computePrefHeight(width);
  }

  static double rowTop(List<ContactPart> parts, int row) {
    double top = TOP;
    for (int i = 1; i <= row; i++) {
      boolean other =
          parts.get(i).side() != parts.get(i - 1).side()
              || parts.get(i).isSole() != parts.get(i - 1).isSole();
      top += ROW + (other ? PAUSE : 0);
    }
    return top;
  }

  private TimeScale scale() {
    return new TimeScale(session.frames(), session.seenProperty().get(), LEFT, timeWidth());
  }

  @Override
  protected double x(double frame) {
    return scale().x(frame);
  }

  /** Where the border before a frame lies, in this control; for tests. */
  public double xOf(int frame) {
    return scale().x(frame);
  }

  /** Middle of a part's lane, in this control; -1 without one. */
  public double yOf(ContactPart part) {
    List<ContactPart> parts = contacts.parts();
    int row = parts.indexOf(part);
    return row < 0 ? -1 : rowTop(parts, row) + ROW / 2;
  }

  @Override
  protected void paint() {
    if (session.hasTake() && isWide()) {
      painter.paint(scale(), contacts.parts());
    }
  }

  // ---- hands -------------------------------------------------------------------------------

  private Optional<ContactPart> partAt(double y) {
    List<ContactPart> parts = contacts.parts();
    for (int i = 0; i < parts.size(); i++) {
      double top = rowTop(parts, i);
      if (y >= top - 1 && y < top + ROW) {
        return Optional.of(parts.get(i));
      }
    }
    return Optional.empty();
  }

  private Optional<Hit> hit(double x, double y) {
    Optional<ContactPart> part = partAt(y);
    if (part.isEmpty() || x < LEFT - GRAB) {
      return Optional.empty();
    }
    TimeScale scale = scale();
    List<Plant> own =
        contacts.stateProperty().get().plants().stream()
            .filter(p -> p.part() == part.get())
            .toList();
    boolean onAny =
        own.stream().anyMatch(p -> x > scale.x(p.frames().from()) && x < scale.x(p.frames().to()));
    for (Plant plant : own) {
      if (!onAny && contacts.selectedProperty().get().contains(plant)) {
        // the whole slope can be taken hold of, and a little beyond
        double from = scale.x(plant.frames().from());
        double to = scale.x(plant.frames().to());
        if (x < from - 2 && x > scale.x(plant.frames().from() - plant.easeIn()) - BEYOND) {
          return Optional.of(new Hit(plant, Grip.EASE_IN));
        }
        if (x > to + 2 && x < scale.x(plant.frames().to() + plant.easeOut()) + BEYOND) {
          return Optional.of(new Hit(plant, Grip.EASE_OUT));
        }
      }
    }
    for (Plant plant : own) {
      double from = scale.x(plant.frames().from());
      double to = scale.x(plant.frames().to());
      // short spans stay movable between their ends
      double grab = Math.min(GRAB, Math.max(1, (to - from) / 4));
      if (scale.isAt(plant.frames().from(), x, x < from ? 3 : grab)) {
        return Optional.of(new Hit(plant, Grip.START));
      }
      if (scale.isAt(plant.frames().to(), x, x > to ? 3 : grab)) {
        return Optional.of(new Hit(plant, Grip.END));
      }
      if (x > from && x < to) {
        return Optional.of(new Hit(plant, Grip.WHOLE));
      }
    }
    return Optional.empty();
  }

  private String words(double x, double y) {
    Optional<Plant> plant = hit(x, y).map(Hit::plant);
    return plant
        .map(this::words)
        .or(() -> partAt(y).map(p -> "Drag to add a contact of the " + p.words()))
        .orElse("");
  }

  private String words(Plant plant) {
    double rate = session.rateHz();
    Optional<Slide> slide = contacts.slidesProperty().get().of(plant);
    return String.format(
        Locale.ROOT,
        "%s, frames %d to %d, %.2f s%s%nease %d in, %d out; %s%s",
        plant.part().words(),
        plant.frames().from(),
        plant.frames().to() - 1,
        plant.frames().count() / rate,
        slide.map(s -> String.format(Locale.ROOT, ", slides %.1f mm at B", s.farMm())).orElse(""),
        plant.easeIn(),
        plant.easeOut(),
        plant.byHand() ? "edited by hand" : "found",
        plant.muted() ? ", muted" : "");
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    pressX = e.getX();
    pressFrame = scale().border(e.getX());
    held = to -> {};
    if (!session.hasTake()) {
      return;
    }
    Optional<Hit> hit = hit(e.getX(), e.getY());
    if (hit.isPresent()) {
      select(hit.get().plant(), e.isShiftDown());
      held = drag(hit.get());
      return;
    }
    contacts.selectedProperty().set(List.of());
    Optional<ContactPart> part = partAt(e.getY());
    if (part.isPresent() && e.getX() >= LEFT) {
      held = new Adding(part.get());
    } else {
      held = session::seek;
      session.seek(scale().frame(e.getX()));
    }
    e.consume();
  }

  private void select(Plant plant, boolean more) {
    List<Plant> now = contacts.selectedProperty().get();
    if (more) {
      List<Plant> next = new ArrayList<>(now);
      if (!next.remove(plant)) {
        next.add(plant);
      }
      contacts.selectedProperty().set(List.copyOf(next));
    } else if (!now.contains(plant)) {
      contacts.choose(List.of(plant));
    }
  }

  private void dragged(MouseEvent e) {
    if (Math.abs(e.getX() - pressX) > 1) {
      held.to(scale().border(e.getX()));
    }
    e.consume();
  }

  private void released(MouseEvent e) {
    // a busy window may not have been told of the last way
    dragged(e);
    session.settle();
  }

  /** A drag changes what the plants were when it began, so that nothing adds up. */
  private Drag drag(Hit hit) {
    List<Plant> all =
        hit.grip() == Grip.WHOLE ? contacts.selectedProperty().get() : List.of(hit.plant());
    List<List<Plant>> now = new ArrayList<>(List.of(all));
    Object key = new Object();
    return to -> {
      int by = to - pressFrame;
      List<Plant> next = new ArrayList<>();
      for (Plant was : all) {
        next.add(moved(was, hit.grip(), by));
      }
      List<Plant> last = now.get(0);
      contacts.change(
          hit.grip().name().startsWith("EASE") ? "ease of contact" : "drag contact",
          key,
          last,
          p -> next.get(last.indexOf(p)));
      now.set(0, List.copyOf(next));
    };
  }

  private Plant moved(Plant was, Grip grip, int by) {
    Frames f = was.frames();
    int end = session.frames();
    return switch (grip) {
      case WHOLE -> {
        int from = Math.max(0, Math.min(end - f.count(), f.from() + by));
        yield was.withFrames(new Frames(from, from + f.count()));
      }
      case START ->
          was.withFrames(new Frames(Math.max(0, Math.min(f.to() - 1, f.from() + by)), f.to()));
      case END ->
          was.withFrames(new Frames(f.from(), Math.min(end, Math.max(f.from() + 1, f.to() + by))));
      case EASE_IN -> was.withEases(Math.max(0, was.easeIn() - by), was.easeOut());
      case EASE_OUT -> was.withEases(was.easeIn(), Math.max(0, was.easeOut() + by));
    };
  }

  /** Draws a new contact out. */
  private final class Adding implements Drag {
    private final ContactPart part;
    private final Object key = new Object();
    private Plant made;

    Adding(ContactPart part) {
      this.part = part;
    }

    @Override
    public void to(int frame) {
      int a = Math.max(0, Math.min(pressFrame, frame));
      int b = Math.min(session.frames(), Math.max(pressFrame, frame));
      if (b <= a) {
        return;
      }
      Frames frames = new Frames(a, b);
      if (made == null) {
        contacts.add(part, frames, key);
        made = contacts.selectedProperty().get().get(0);
      } else {
        Plant was = made;
        made = was.withFrames(frames);
        contacts.change("add contact of " + part.words(), key, List.of(was), p -> made);
      }
    }
  }
}
