package waxhand.desk.command;

import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;

/**
 * One thing the artist can do.
 *
 * @param id stable, for key settings and tests
 * @param group heading under which it is listed
 * @param words what it does, as on a button
 * @param icon literal of an icon, or empty
 * @param key how it is called from the keyboard
 * @param allowed when it can be done
 * @param action what it does
 */
public record Command(
    String id,
    String group,
    String words,
    String icon,
    Optional<KeyCombination> key,
    BooleanSupplier allowed,
    Runnable action) {

  /** Does it if it is allowed now. */
  public boolean run() {
    if (!allowed.getAsBoolean()) {
      return false;
    }
    action.run();
    return true;
  }

  /** Words with the key, for tooltips. */
  public String tip() {
    return key.map(k -> words + "  (" + k.getDisplayText() + ")").orElse(words);
  }

  public Command withKey(Optional<KeyCombination> other) {
    return new Command(id, group, words, icon, other, allowed, action);
  }
}
