package waxhand.desk.kits.path;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.canvas.GraphicsContext;
import org.joml.Vector3d;
import waxhand.core.motion.PartPath;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.layers.PathEdit;
import waxhand.desk.kits.layers.LayerHands;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * A path with a tick a frame, across it; keys of the active layer are pins with heads. A tick is
 * dragged: the layer bends the path there. With Shift a key is slid along the path in time. At a
 * key two handles stretch along the path: they draw how fast, and where to, it goes there. A click
 * on a tick takes the playhead there.
 */
final class PathMark implements Mark {
  private static final double NEAR_PX = 7;
  private static final double TICK_PX = 4;
  private static final double HEAD_PX = 5;
  private static final double LABEL_PX = 34;
  private static final double LABEL_AWAY_PX = 11;

  /** Ticks closer than this are left out but each fifth, tenth and so on. */
  private static final double APART_PX = 4;

  /** A handle stands at least so far from its key. */
  private static final double HANDLE_PX = 30;

  private final PathScene scene;
  private final List<Integer> keys;

  PathMark(PathScene scene) {
    this.scene = scene;
    Optional<PartEdit.Bender> bender = scene.bender();
    keys =
        bender.isEmpty()
            ? List.of()
            : IntStream.range(0, scene.count())
                .filter(n -> isKey(bender.get(), n))
                .boxed()
                .toList();
  }

  private boolean isKey(PartEdit.Bender bender, int n) {
    LayerPass layer = scene.stage().orElseThrow().pass();
    return LayerEdit.isKey(layer, bender.part(), bender.group(), scene.raw(n));
  }

  // ---- drawn -------------------------------------------------------------------------------

  @Override
  public void draw(Pen pen) {
    GraphicsContext g = pen.graphics();
    double[][] at = seen(pen.sight(), scene.is());
    if (scene.beneath() != scene.is()) {
      g.setStroke(pen.ink(Ink.WIRE));
      g.setLineWidth(1);
      line(g, seen(pen.sight(), scene.beneath()), n -> true);
    }
    g.setStroke(pen.ink(Ink.GOOD).deriveColor(0, 1, 1, 0.45));
    g.setLineWidth(9);
    line(g, at, scene::rests);
    g.setStroke(pen.ink(Ink.WAX_SHADE));
    g.setLineWidth(2);
    line(g, at, n -> true);
    ticks(pen, g, at);
    keys.forEach(n -> key(pen, g, at[n], n == playhead()));
    int here = playhead();
    if (here >= 0 && here < at.length && at[here] != null) {
      g.setStroke(pen.ink(Ink.FOCUS));
      g.setLineWidth(2);
      g.strokeOval(at[here][0] - 7, at[here][1] - 7, 14, 14);
      handles(pen, g, at[here]);
    }
  }

  private int playhead() {
    return scene.frame() - scene.is().run().from();
  }

  /** Where places are in the view; null behind the eye. */
  private static double[][] seen(Sight sight, PartPath path) {
    double[][] at = new double[path.count()][];
    for (int n = 0; n < at.length; n++) {
      double[] p = new double[3];
      boolean before = sight.project(path.at(n, 0), path.at(n, 1), path.at(n, 2), p);
      at[n] = before ? p : null;
    }
    return at;
  }

  private static void line(GraphicsContext g, double[][] at, IntPredicate shown) {
    for (int n = 1; n < at.length; n++) {
      if (at[n] != null && at[n - 1] != null && shown.test(n) && shown.test(n - 1)) {
        g.strokeLine(at[n - 1][0], at[n - 1][1], at[n][0], at[n][1]);
      }
    }
  }

  private void ticks(Pen pen, GraphicsContext g, double[][] at) {
    int step = step(at);
    List<double[]> tips =
        Stream.of(true, false)
            .flatMap(before -> handle(before).flatMap(h -> tip(pen.sight(), h)).stream())
            .toList();
    double labelX = Double.NEGATIVE_INFINITY;
    double labelY = Double.NEGATIVE_INFINITY;
    g.setFont(Type.plain(11));
    for (int n = 0; n < at.length; n++) {
      if (at[n] == null) {
        continue;
      }
      int frame = scene.raw(n);
      boolean tenth = frame % (10 * step) == 0;
      if (frame % step == 0) {
        double[] across = across(at, n);
        double far = tenth ? 1.6 * TICK_PX : TICK_PX;
        g.setStroke(pen.ink(tenth ? Ink.INK : Ink.WAX_SHADE));
        g.setLineWidth(tenth ? 1.6 : 1.1);
        g.strokeLine(
            at[n][0] - far * across[0],
            at[n][1] - far * across[1],
            at[n][0] + far * across[0],
            at[n][1] + far * across[1]);
        boolean room =
            Math.hypot(at[n][0] - labelX, at[n][1] - labelY) > LABEL_PX
                && !isNear(at, playhead(), n);
        if (tenth && room && pen.hasRoomForWords()) {
          // where a handle is, it stands on the other side of the path
          double away = far + LABEL_AWAY_PX;
          double side = isOnHandle(at, tips, n, away, across) ? -away : away;
          label(
              pen,
              g,
              Integer.toString(frame),
              at[n][0] + side * across[0],
              at[n][1] + side * across[1]);
          labelX = at[n][0];
          labelY = at[n][1];
        }
      }
    }
  }

  /** Whether a label so far from its tick would lie on a handle of the key at the playhead. */
  private boolean isOnHandle(
      double[][] at, List<double[]> tips, int n, double away, double[] across) {
    double x = at[n][0] + away * across[0];
    double y = at[n][1] + away * across[1];
    return tips.stream()
        .anyMatch(tip -> Sight.fromStretch(x, y, at[playhead()], tip) < LABEL_PX / 2);
  }

  /** Whether a tick is so near to another that a label would lie under its ring. */
  private static boolean isNear(double[][] at, int here, int n) {
    return here >= 0
        && here < at.length
        && at[here] != null
        && Math.hypot(at[n][0] - at[here][0], at[n][1] - at[here][1]) < LABEL_PX;
  }

  /** A number that is read on the body, too: on an edge of paper. */
  private static void label(Pen pen, GraphicsContext g, String words, double x, double y) {
    g.setStroke(pen.ink(Ink.RAISED));
    g.setLineWidth(3);
    g.strokeText(words, x - 8, y + 4);
    g.setFill(pen.ink(Ink.INK));
    g.fillText(words, x - 8, y + 4);
  }

  /** Each how many frames there is room for a tick. */
  private static int step(double[][] at) {
    double[] apart = new double[Math.max(0, at.length - 1)];
    for (int n = 0; n < apart.length; n++) {
      boolean both = at[n] != null && at[n + 1] != null;
      apart[n] = both ? Math.hypot(at[n + 1][0] - at[n][0], at[n + 1][1] - at[n][1]) : APART_PX;
    }
    Arrays.sort(apart);
    double usual = apart.length == 0 ? APART_PX : apart[3 * apart.length / 4];
    return usual >= APART_PX ? 1 : usual >= APART_PX / 5 ? 5 : 10;
  }

  /** Unit, to the right of where the path goes; to the side where it stands. */
  private static double[] across(double[][] at, int n) {
    double[] a = at[Math.max(0, n - 1)];
    double[] b = at[Math.min(at.length - 1, n + 1)];
    if (a == null || b == null) {
      return new double[] {1, 0};
    }
    double x = b[0] - a[0];
    double y = b[1] - a[1];
    double size = Math.hypot(x, y);
    return size < 0.3 ? new double[] {1, 0} : new double[] {-y / size, x / size};
  }

  private static void key(Pen pen, GraphicsContext g, double[] p, boolean here) {
    if (p == null) {
      return;
    }
    g.setFill(pen.ink(here ? Ink.FOCUS : Ink.WAX_SHADE));
    g.setStroke(pen.ink(Ink.RAISED));
    g.setLineWidth(1.5);
    g.fillRoundRect(p[0] - HEAD_PX, p[1] - HEAD_PX, 2 * HEAD_PX, 2 * HEAD_PX, 4, 4);
    g.strokeRoundRect(p[0] - HEAD_PX, p[1] - HEAD_PX, 2 * HEAD_PX, 2 * HEAD_PX, 4, 4);
  }

  private void handles(Pen pen, GraphicsContext g, double[] key) {
    for (boolean before : new boolean[] {true, false}) {
      handle(before)
          .flatMap(h -> tip(pen.sight(), h))
          .ifPresent(
              tip -> {
                g.setStroke(pen.ink(Ink.FOCUS));
                g.setLineWidth(1.5);
                g.strokeLine(key[0], key[1], tip[0], tip[1]);
                g.setFill(pen.ink(Ink.RAISED));
                g.fillOval(tip[0] - 5, tip[1] - 5, 10, 10);
                g.strokeOval(tip[0] - 5, tip[1] - 5, 10, 10);
              });
    }
  }

  /**
   * A handle of the key at the playhead.
   *
   * @param way from the key, metres
   * @param span how many frames it stands for
   */
  private record Handle(Vector3d key, Vector3d way, double span, boolean before) {}

  private Optional<Handle> handle(boolean before) {
    int here = playhead();
    Optional<PartEdit.Bender> goal =
        scene.bender().filter(b -> b.group() == Channel.Of.GOAL && keys.contains(here));
    if (goal.isEmpty()) {
      return Optional.empty();
    }
    double span = span(before);
    LayerPass layer = scene.stage().orElseThrow().pass();
    double[] slope = PathEdit.slopes(layer, goal.get().part(), scene.raw(here), before);
    PartPath beneath = scene.beneath();
    int a = Math.max(0, here - 1);
    int b = Math.min(beneath.count() - 1, here + 1);
    double[] way = new double[3];
    for (int i = 0; i < 3; i++) {
      double goes = b > a ? (beneath.at(b, i) - beneath.at(a, i)) / (b - a) : 0;
      way[i] = (before ? -1 : 1) * span * (goes + slope[i]);
    }
    return Optional.of(
        new Handle(scene.place(here), new Vector3d(way[0], way[1], way[2]), span, before));
  }

  /** A third of the way to the next key, as far as one is seen; frames. */
  private double span(boolean before) {
    int here = playhead();
    int next =
        before
            ? keys.stream().filter(n -> n < here).reduce((a, b) -> b).orElse(0)
            : keys.stream().filter(n -> n > here).findFirst().orElse(scene.count() - 1);
    return Math.max(1, Math.abs(next - here) / 3.0);
  }

  /** Where the end of a handle is in a view. */
  private static Optional<double[]> tip(Sight sight, Handle handle) {
    double[] from = new double[3];
    double[] to = new double[3];
    Vector3d end = new Vector3d(handle.key()).add(handle.way());
    if (!sight.project(handle.key(), from) || !sight.project(end, to)) {
      return Optional.empty();
    }
    double x = to[0] - from[0];
    double y = to[1] - from[1];
    double size = Math.hypot(x, y);
    if (size < HANDLE_PX) {
      double side = handle.before() ? -1 : 1;
      x = size < 0.5 ? side * HANDLE_PX : x / size * HANDLE_PX;
      y = size < 0.5 ? 0 : y / size * HANDLE_PX;
    }
    return Optional.of(new double[] {from[0] + x, from[1] + y});
  }

  // ---- held --------------------------------------------------------------------------------

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    for (boolean before : new boolean[] {true, false}) {
      Optional<Handle> handle = handle(before);
      Optional<double[]> tip = handle.flatMap(h -> tip(sight, h));
      if (tip.filter(t -> Math.hypot(t[0] - x, t[1] - y) < NEAR_PX).isPresent()) {
        return Optional.of(new Drawn(handle.orElseThrow(), x, y));
      }
    }
    double[][] at = seen(sight, scene.is());
    int nearest = nearest(at, x, y);
    return nearest >= 0 && Math.hypot(at[nearest][0] - x, at[nearest][1] - y) <= NEAR_PX
        ? Optional.of(new Held(nearest, x, y))
        : Optional.empty();
  }

  /** Keys are found before ticks. */
  private int nearest(double[][] at, double x, double y) {
    int nearest = -1;
    double best = Double.POSITIVE_INFINITY;
    for (int n = 0; n < at.length; n++) {
      if (at[n] != null) {
        double far = Math.hypot(at[n][0] - x, at[n][1] - y) - (keys.contains(n) ? 3 : 0);
        if (far < best) {
          best = far;
          nearest = n;
        }
      }
    }
    return nearest;
  }

  /** A tick in a hand. */
  private final class Held implements Hold {
    private final int tick;
    private final double fromX;
    private final double fromY;
    private final Optional<PartEdit> part;
    private final Optional<PartEdit.Bender> bender;
    private final Optional<PlateEdit> edit;
    private boolean dragged;

    Held(int tick, double fromX, double fromY) {
      this.tick = tick;
      this.fromX = fromX;
      this.fromY = fromY;
      part = scene.edit(tick);
      bender = part.flatMap(PartEdit::bender);
      edit = bender.map(b -> new PlateEdit(scene.session()));
    }

    @Override
    public void drag(Sight sight, double x, double y, Keys held) {
      if (!dragged && edit.isEmpty()) {
        scene.refuse();
      }
      dragged = true;
      if (edit.isEmpty()) {
        return;
      }
      if (held.stepped() && keys.contains(tick)) {
        slide(sight, x, y);
        return;
      }
      Vector3d by = sight.moved(scene.place(tick), fromX, fromY, x, y, held.along());
      double[] way = {by.x, by.y, by.z};
      edit.get().to("path of " + scene.part() + " on", part.orElseThrow().dragged(way, felt()));
    }

    /** How far the path is bent: between keys only up to these. */
    private LayerEdit.Hold felt() {
      LayerPass layer = scene.stage().orElseThrow().pass();
      PartEdit.Bender its = bender.orElseThrow();
      boolean between = LayerEdit.isBetween(layer, its.part(), its.group(), scene.raw(tick));
      boolean whole = scene.session().posing().wholeRangeProperty().get();
      return between && !whole ? new LayerEdit.Hold.Between() : LayerHands.hold(scene.session());
    }

    private void slide(Sight sight, double x, double y) {
      int to = nearestOf(seen(sight, scene.is()), x, y);
      LayerPass layer = scene.stage().orElseThrow().pass();
      PartEdit.Bender its = bender.orElseThrow();
      edit.get()
          .to(
              "slide a key of " + scene.part() + " on",
              PathEdit.slid(layer, its.part(), its.group(), scene.raw(tick), scene.raw(to)));
    }

    /** The tick nearest to the pointer, between the keys beside the one that is slid. */
    private int nearestOf(double[][] at, double x, double y) {
      int low = keys.stream().filter(n -> n < tick).reduce((a, b) -> b).map(n -> n + 1).orElse(0);
      int high =
          keys.stream().filter(n -> n > tick).findFirst().map(n -> n - 1).orElse(at.length - 1);
      int best = tick;
      for (int n = low; n <= high; n++) {
        if (at[n] != null
            && at[best] != null
            && Math.hypot(at[n][0] - x, at[n][1] - y)
                < Math.hypot(at[best][0] - x, at[best][1] - y)) {
          best = n;
        }
      }
      return best;
    }

    @Override
    public void release() {
      scene.session().settle();
      if (!dragged) {
        scene.session().seek(scene.raw(tick));
      }
    }
  }

  /** A handle in a hand. Both sides go alike, with Shift one alone. */
  private final class Drawn implements Hold {
    private final Handle handle;
    private final double fromX;
    private final double fromY;
    private final PlateEdit edit = new PlateEdit(scene.session());

    Drawn(Handle handle, double fromX, double fromY) {
      this.handle = handle;
      this.fromX = fromX;
      this.fromY = fromY;
    }

    @Override
    public void drag(Sight sight, double x, double y, Keys held) {
      Vector3d by = sight.moved(handle.key(), fromX, fromY, x, y, held.along());
      double k = (handle.before() ? -1 : 1) / handle.span();
      double[] more = {k * by.x, k * by.y, k * by.z};
      LayerPass layer = scene.stage().orElseThrow().pass();
      PartEdit.Bender goal = scene.bender().orElseThrow();
      int frame = scene.raw(playhead());
      double[] in = PathEdit.slopes(layer, goal.part(), frame, true);
      double[] out = PathEdit.slopes(layer, goal.part(), frame, false);
      for (int i = 0; i < 3; i++) {
        in[i] += handle.before() || !held.stepped() ? more[i] : 0;
        out[i] += !handle.before() || !held.stepped() ? more[i] : 0;
      }
      edit.to(
          "slope of the path of " + scene.part() + " on",
          PathEdit.sloped(layer, goal.part(), frame, in, out));
    }

    @Override
    public void release() {
      scene.session().settle();
    }
  }
}
