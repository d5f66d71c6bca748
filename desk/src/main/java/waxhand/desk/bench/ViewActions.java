package waxhand.desk.bench;

import java.util.Locale;
import java.util.function.Consumer;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Aspect;
import waxhand.desk.viewport.Viewport;

/** The commands of the viewport. */
final class ViewActions {
  private static final String GROUP = "View";

  /** So many views can be kept. */
  private static final int KEPT = 4;

  private final Session session;
  private final Commands commands;
  private final Viewport viewport;
  private final Consumer<String> say;

  ViewActions(Session session, Commands commands, Viewport viewport, Consumer<String> say) {
    this.session = session;
    this.commands = commands;
    this.viewport = viewport;
    this.say = say;
  }

  private void always(String id, String words, String icon, String key, Runnable action) {
    commands.add(GROUP, id, words, icon, key, () -> true, action);
  }

  void add() {
    for (Aspect aspect : Aspect.values()) {
      always(
          "view-" + aspect.name().toLowerCase(Locale.ROOT),
          aspect.words() + " view",
          "",
          Integer.toString(aspect.ordinal() + 1),
          () -> viewport.look(aspect));
    }
    always(
        "four-views",
        "One or four views",
        "fth-grid",
        "5",
        () -> viewport.fourProperty().set(!viewport.fourProperty().get()));
    always(
        "side-by-side",
        "A and B side by side, or over each other",
        "fth-columns",
        "6",
        () -> viewport.twoUpProperty().set(!viewport.twoUpProperty().get()));
    commands.add(
        GROUP,
        "frame-parts",
        "Bring the selection into view",
        "fth-maximize",
        "F",
        session::hasTake,
        viewport::frameParts);
    for (boolean in : new boolean[] {true, false}) {
      commands.add(
          "Time",
          in ? "time-nearer" : "time-farther",
          in ? "Show less of the time, larger" : "Show more of the time",
          "",
          in ? "Ctrl+Equals" : "Ctrl+Minus",
          session::hasTake,
          () -> session.zoomTime(in ? 0.6 : 1 / 0.6, session.frameProperty().get()));
    }
    commands.add(
        "Time",
        "time-all",
        "Show all of the time",
        "",
        "Ctrl+0",
        session::hasTake,
        () -> session.zoomTime(1e9, 0));
    always(
        "magnifier",
        "Show or hide a foot near by",
        "",
        "Z",
        () -> viewport.magnifiedProperty().set(!viewport.magnifiedProperty().get()));
    commands.add(
        GROUP,
        "look-low",
        "Look from the level of the floor",
        "",
        "Alt+F",
        session::hasTake,
        viewport::lookLow);
    always(
        "prints",
        "Show or hide prints on the ground",
        "",
        "G",
        () -> viewport.printsShownProperty().set(!viewport.printsShownProperty().get()));
    always(
        "helpers",
        "Figure alone, or with wire, marks and scale",
        "",
        "Alt+G",
        () -> {
          viewport.setHelpersShown(!viewport.areHelpersShown());
          say.accept(
              viewport.areHelpersShown()
                  ? "Wire, marks and scale are shown"
                  : "The figure alone: Alt+G shows the rest");
        });
    commands.add(
        GROUP,
        "isolate",
        "Isolate the selected limb, or show all again",
        "fth-eye",
        "Shift+I",
        () -> viewport.isIsolated() || !session.selected().isEmpty(),
        viewport::isolate);
    always(
        "follow",
        "Follow the body or not",
        "",
        "Shift+F",
        () -> {
          boolean on = !viewport.followProperty().get();
          viewport.followProperty().set(on);
          say.accept(on ? "The view follows the body" : "The view stays where it is");
        });
    always("wax", "Solid wax, clear wax, wire only", "fth-user", "W", this::nextWax);
    always(
        "two-tone",
        "Left and right in two tones, or hardly apart",
        "",
        "Shift+W",
        () -> {
          viewport.setTwoTone(!viewport.isTwoTone());
          say.accept(viewport.isTwoTone() ? "Left and right in two tones" : "Left and right alike");
        });
    always("zoom-in", "Nearer", "", "Plus", () -> viewport.zoom(0.85));
    always("zoom-out", "Farther", "", "Minus", () -> viewport.zoom(1 / 0.85));
    for (int n = 1; n <= KEPT; n++) {
      int which = n;
      commands.add(
          GROUP,
          "keep-view-" + n,
          "Keep this view as " + n,
          "",
          "Ctrl+" + n,
          session::hasTake,
          () -> {
            viewport.keep(which);
            say.accept("View kept; Alt+" + which + " brings it back");
          });
      commands.add(
          GROUP,
          "kept-view-" + n,
          "Back to kept view " + n,
          "",
          "Alt+" + n,
          () -> viewport.hasKept(which),
          () -> viewport.lookKept(which));
    }
  }

  private void nextWax() {
    Viewport.Wax[] all = Viewport.Wax.values();
    viewport.setWax(all[(viewport.wax().ordinal() + 1) % all.length]);
    say.accept(viewport.wax().words());
  }
}
