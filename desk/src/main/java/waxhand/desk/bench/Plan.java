package waxhand.desk.bench;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Orientation;
import javafx.scene.layout.Region;
import waxhand.desk.session.Memory;

/**
 * How the rooms of the bench share the window. The rooms at the left and right and the lanes below
 * have the size the artist gives them, fold away and come back; views have the rest, or all of the
 * window. Sizes and what is folded are remembered for each kind of work: who looks at curves wants
 * other room than who lays plates.
 */
final class Plan extends Region {
  /** A room that can be made larger, smaller, and folded away. */
  enum Room {
    LEFT(292, 220),
    RIGHT(320, 312),
    TIME(-1, 60);

    private final double usual;
    private final double least;

    /**
     * @param usual pixels; below 0 what the room itself would like
     * @param least pixels
     */
    Room(double usual, double least) {
      this.usual = usual;
      this.least = least;
    }
  }

  /** Sizes of the rooms and those that are folded, for a kind of work. */
  private record Layout(String key, Map<Room, Double> sizes, Set<Room> folded) {
    Layout(String key) {
      this(key, new EnumMap<>(Room.class), EnumSet.noneOf(Room.class));
    }

    /** With the same sizes, for another kind of work. */
    Layout under(String other) {
      Layout same = new Layout(other);
      same.sizes.putAll(sizes);
      same.folded.addAll(folded);
      return same;
    }

    String key(Room room) {
      return key + room.name().toLowerCase(Locale.ROOT);
    }
  }

  /** So high the rooms beside the views are if the window has the room: five findings, pixels. */
  private static final double USUAL_MIDDLE = 349;

  /** For their sake the time area, unless sized by hand, goes down to this, pixels. */
  private static final double FEW_ROWS = 190;

  /** The views are never smaller, pixels. */
  private static final double LEAST_VIEW = 240;

  private final Memory memory;
  private final Region top;
  private final Region views;
  private final Region transport;
  private final Map<Room, Region> rooms = new EnumMap<>(Room.class);
  private final Map<Room, Divider> dividers = new EnumMap<>(Room.class);
  private final Map<String, Layout> layouts = new HashMap<>();
  private Layout layout = new Layout("plan.");
  private boolean viewsAlone;

  /**
   * @param top head and rail
   * @param transport stays when the lanes are folded away
   */
  Plan(
      Memory memory,
      Region top,
      Region left,
      Region views,
      Region right,
      Region transport,
      Region time) {
    this.memory = memory;
    this.top = top;
    this.views = views;
    this.transport = transport;
    rooms.put(Room.LEFT, left);
    rooms.put(Room.RIGHT, right);
    rooms.put(Room.TIME, time);
    dividers.put(
        Room.LEFT,
        new Divider(
            Orientation.HORIZONTAL,
            "Border of findings and views",
            by -> grow(Room.LEFT, by),
            () -> fold(Room.LEFT)));
    dividers.put(
        Room.RIGHT,
        new Divider(
            Orientation.HORIZONTAL,
            "Border of views and pass",
            by -> grow(Room.RIGHT, -by),
            () -> fold(Room.RIGHT)));
    dividers.put(
        Room.TIME,
        new Divider(
            Orientation.VERTICAL,
            "Border of views and time",
            by -> grow(Room.TIME, -by),
            () -> fold(Room.TIME)));
    for (Room room : Room.values()) {
      dividers.get(room).setId("divider-" + room.name().toLowerCase(Locale.ROOT));
    }
    remembered(layout);
    layouts.put("", layout);
    getChildren().addAll(views, top, transport);
    getChildren().addAll(rooms.values());
    getChildren().addAll(dividers.values());
    show();
  }

  /** Fills a layout from memory; false if nothing of it is remembered. */
  private boolean remembered(Layout fresh) {
    boolean any = false;
    for (Room room : Room.values()) {
      Optional<String> kept = memory.get(fresh.key(room));
      kept.ifPresent(text -> remembered(fresh, room, text));
      any |= kept.isPresent();
    }
    return any;
  }

  private static void remembered(Layout fresh, Room room, String kept) {
    try {
      double size = Double.parseDouble(kept.replace("folded ", ""));
      if (size > 0 && size < 10_000) {
        fresh.sizes.put(room, size);
      }
      if (kept.startsWith("folded")) {
        fresh.folded.add(room);
      }
    } catch (NumberFormatException e) {
      // what is remembered was spoiled; the usual size does
    }
  }

  private void remember(Room room) {
    String size = String.valueOf(layout.sizes.getOrDefault(room, -1.0));
    memory.put(layout.key(room), layout.folded.contains(room) ? "folded " + size : size);
  }

  /**
   * Gives the rooms the places they had for a kind of work; for the first time those they have.
   *
   * @param kind a word; empty for the usual work
   */
  void work(String kind) {
    layout = layouts.computeIfAbsent(kind, this::ofWork);
    show();
  }

  private Layout ofWork(String kind) {
    Layout own = new Layout("plan." + kind + ".");
    return remembered(own) ? own : layout.under(own.key);
  }

  // ---- hands -------------------------------------------------------------------------------

  private void grow(Room room, double by) {
    if (layout.folded.contains(room)) {
      if (by > 0) {
        fold(room);
      }
      return;
    }
    layout.sizes.put(room, clamped(room, size(room) + by));
    remember(room);
    requestLayout();
  }

  /** Folds a room away, or brings it back. */
  void fold(Room room) {
    if (!layout.folded.remove(room)) {
      layout.folded.add(room);
    }
    viewsAlone = false;
    remember(room);
    show();
  }

  /** Brings a room back that was folded away. */
  void open(Room room) {
    viewsAlone = false;
    if (layout.folded.contains(room)) {
      fold(room);
    }
    show();
  }

  /** Gives the views the whole window, or the rooms their places back. */
  void viewsAlone(boolean alone) {
    viewsAlone = alone;
    show();
  }

  boolean isViewsAlone() {
    return viewsAlone;
  }

  private void show() {
    top.setVisible(!viewsAlone);
    transport.setVisible(!viewsAlone);
    for (Room room : Room.values()) {
      rooms.get(room).setVisible(!viewsAlone && !layout.folded.contains(room));
      dividers.get(room).setVisible(!viewsAlone);
    }
    requestLayout();
  }

  // ---- layout ------------------------------------------------------------------------------

  private double size(Room room) {
    return clamped(room, layout.sizes.getOrDefault(room, usual(room)));
  }

  private double usual(Room room) {
    if (room.usual > 0) {
      return room.usual;
    }
    double left = heightBelow() - Divider.WIDTH - USUAL_MIDDLE;
    return Math.min(rooms.get(room).prefHeight(getWidth()), Math.max(FEW_ROWS, left));
  }

  /** What head, rail and transport leave. */
  private double heightBelow() {
    return getHeight() - top.prefHeight(-1) - transport.prefHeight(-1);
  }

  private double clamped(Room room, double size) {
    double all = room == Room.TIME ? heightBelow() : getWidth() / 2;
    return Math.max(room.least, Math.min(size, Math.max(room.least, all - LEAST_VIEW)));
  }

  private double shown(Room room) {
    return layout.folded.contains(room) ? 0 : size(room);
  }

  @Override
  protected void layoutChildren() {
    double w = getWidth();
    double h = getHeight();
    if (viewsAlone) {
      views.resizeRelocate(0, 0, w, h);
      return;
    }
    double above = top.prefHeight(w);
    double below = shown(Room.TIME);
    double strip = transport.prefHeight(w);
    double left = shown(Room.LEFT);
    double right = shown(Room.RIGHT);
    double middle = Math.max(0, h - above - strip - below - Divider.WIDTH);
    top.resizeRelocate(0, 0, w, above);
    rooms.get(Room.LEFT).resizeRelocate(0, above, left, middle);
    dividers.get(Room.LEFT).resizeRelocate(left, above, Divider.WIDTH, middle);
    rooms.get(Room.RIGHT).resizeRelocate(w - right, above, right, middle);
    dividers
        .get(Room.RIGHT)
        .resizeRelocate(w - right - Divider.WIDTH, above, Divider.WIDTH, middle);
    double x = left + Divider.WIDTH;
    views.resizeRelocate(x, above, Math.max(0, w - right - Divider.WIDTH - x), middle);
    dividers.get(Room.TIME).resizeRelocate(0, above + middle, w, Divider.WIDTH);
    double y = above + middle + Divider.WIDTH;
    transport.resizeRelocate(0, y, w, strip);
    rooms.get(Room.TIME).resizeRelocate(0, y + strip, w, below);
  }
}
