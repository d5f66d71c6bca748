package waxhand.desk.bench;

import java.util.Iterator;
import java.util.List;
import javafx.animation.PauseTransition;
import javafx.collections.ListChangeListener;
import javafx.scene.Parent;
import javafx.stage.PopupWindow;
import javafx.stage.Window;
import javafx.util.Duration;
import waxhand.desk.session.Memory;
import waxhand.desk.theme.Theme;

/** The theme the rooms of the bench wear, and the menus and tooltips over it. */
final class Dress {
  private final Memory memory;
  private final List<Parent> rooms;
  private final ListChangeListener<Window> popups = c -> dressPopups();
  private Theme theme;

  Dress(Memory memory, List<Parent> rooms) {
    this.memory = memory;
    this.rooms = rooms;
    theme = Theme.valueOf(memory.get("theme").filter(t -> t.equals("LAMPBLACK")).orElse("TALLOW"));
  }

  Theme theme() {
    return theme;
  }

  /** Before the window opens. */
  void begin() {
    rooms.forEach(theme::wear);
    Window.getWindows().addListener(popups);
  }

  void end() {
    Window.getWindows().removeListener(popups);
  }

  /** The other theme, from now on. */
  void change() {
    change(theme.other());
    memory.put("theme", theme.name());
  }

  /** Changes the look, a room a drawn frame: all at once would hold up the window. */
  void change(Theme other) {
    theme = other;
    if (rooms.get(0).getScene().getWindow() == null) {
      rooms.forEach(theme::wear);
    } else {
      wear(rooms.iterator());
    }
  }

  private void wear(Iterator<Parent> next) {
    theme.wear(next.next());
    if (next.hasNext()) {
      PauseTransition pulse = new PauseTransition(Duration.ONE);
      pulse.setOnFinished(e -> wear(next));
      pulse.play();
    }
  }

  /** Menus and tooltips are windows of their own. */
  private void dressPopups() {
    for (Window window : Window.getWindows()) {
      if (window instanceof PopupWindow popup) {
        theme.wear(popup.getScene().getRoot());
      }
    }
  }
}
