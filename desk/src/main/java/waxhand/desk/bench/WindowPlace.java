package waxhand.desk.bench;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import waxhand.desk.session.Memory;

/**
 * Where the window stands: as it was left, if a screen still has that place; else as large as it
 * was made, and over all of a screen that has no room for that.
 */
final class WindowPlace {
  private static final String KEY = "window";
  private static final String WHOLE = "whole screen";

  /** What a window manager puts around a window takes about so much of a screen, pixels. */
  private static final double EDGES = 40;

  private final Memory memory;
  private final Stage stage;

  WindowPlace(Memory memory, Stage stage) {
    this.memory = memory;
    this.stage = stage;
  }

  /** Before the window is shown. */
  void restore() {
    Optional<String> kept = memory.get(KEY);
    Optional<Rectangle2D> place = kept.flatMap(WindowPlace::place);
    place.ifPresent(
        r -> {
          stage.setX(r.getMinX());
          stage.setY(r.getMinY());
          stage.setWidth(r.getWidth());
          stage.setHeight(r.getHeight());
        });
    boolean whole = kept.map(WHOLE::equals).orElse(false) || place.isEmpty() && isTooLarge();
    stage.setMaximized(whole);
  }

  private boolean isTooLarge() {
    Rectangle2D screen = Screen.getPrimary().getVisualBounds();
    return stage.getScene().getWidth() > screen.getWidth()
        || stage.getScene().getHeight() + EDGES > screen.getHeight();
  }

  /** A place in words, where one of the screens there are has it. */
  private static Optional<Rectangle2D> place(String words) {
    try {
      double[] n = Arrays.stream(words.split(" ")).mapToDouble(Double::parseDouble).toArray();
      if (n.length == 4 && n[2] >= 1 && n[3] >= 1) {
        Rectangle2D place = new Rectangle2D(n[0], n[1], n[2], n[3]);
        boolean seen = Screen.getScreens().stream().anyMatch(s -> s.getBounds().contains(place));
        return Optional.of(place).filter(p -> seen);
      }
    } catch (NumberFormatException e) {
      // the whole screen, or spoiled: the usual place does
    }
    return Optional.empty();
  }

  /** When it closes. */
  void keep() {
    String place =
        String.format(
            Locale.ROOT,
            "%.0f %.0f %.0f %.0f",
            stage.getX(),
            stage.getY(),
            stage.getWidth(),
            stage.getHeight());
    memory.put(KEY, stage.isMaximized() ? WHOLE : place);
  }
}
