package waxhand.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import java.util.HashMap;
import java.util.Map;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.junit.jupiter.api.Test;

class CommandsTest {
  private final Map<String, String> own = new HashMap<>(Map.of("b", "Ctrl+J", "c", ""));
  private final Commands commands = new Commands(own);
  private final Runnable a = mock(Runnable.class);
  private final Runnable b = mock(Runnable.class);
  private boolean allowed = true;

  CommandsTest() {
    BooleanSupplier when = () -> allowed;
    commands.add("G", "a", "Do A", "", "A", when, a);
    commands.add("G", "b", "Do B", "", "B", () -> true, b);
    commands.add("G", "c", "Do C", "", "C", () -> true, () -> {});
  }

  private static KeyEvent key(KeyCode code, boolean control) {
    return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, control, false, false);
  }

  @Test
  void keysRunWhatIsAllowedAndConsumeOnlyThen() {
    KeyEvent pressed = key(KeyCode.A, false);
    commands.handle(pressed);
    verify(a, times(1)).run();
    assertThat(pressed.isConsumed()).isTrue();
    allowed = false;
    KeyEvent again = key(KeyCode.A, false);
    commands.handle(again);
    verify(a, times(1)).run();
    assertThat(again.isConsumed()).isFalse();
    KeyEvent other = key(KeyCode.Q, false);
    commands.handle(other);
    assertThat(other.isConsumed()).isFalse();
  }

  /** A key held too long must not join or remove one thing after another. */
  @Test
  void aHeldKeyActsOnceUnlessItsCommandGoesOn() {
    commands.goOn("b");
    commands.rebind("b", "B");
    for (int n = 0; n < 4; n++) {
      KeyEvent pressed = key(KeyCode.A, false);
      commands.handle(pressed);
      assertThat(pressed.isConsumed()).isTrue();
      commands.handle(key(KeyCode.Q, false));
      commands.handle(key(KeyCode.B, false));
      commands.handle(key(KeyCode.B, false));
    }
    verify(a, times(4)).run();
    verify(b, times(8)).run();
    commands.handle(key(KeyCode.A, false));
    commands.handle(key(KeyCode.A, false));
    verify(a, times(5)).run();
    commands.released(
        new KeyEvent(KeyEvent.KEY_RELEASED, "", "", KeyCode.A, false, false, false, false));
    commands.handle(key(KeyCode.A, false));
    verify(a, times(6)).run();
  }

  @Test
  void theArtistsOwnKeysCount() {
    commands.handle(key(KeyCode.B, false));
    verify(b, never()).run();
    commands.handle(key(KeyCode.J, true));
    verify(b, times(1)).run();
    assertThat(commands.get("c").key()).isEmpty();
    commands.rebind("c", "F7");
    assertThat(commands.get("c").tip()).isEqualTo("Do C  (F7)");
    assertThat(own).containsEntry("c", "F7");
  }

  @Test
  void aRememberedKeyThatIsNoneIsForgotten() {
    own.put("d", "Strg+?!");
    commands.add("G", "d", "Do D", "", "D", () -> true, b);
    commands.handle(key(KeyCode.D, false));
    verify(b, times(1)).run();
  }

  @Test
  void namesAreUnique() {
    assertThatThrownBy(() -> commands.add("G", "a", "x", "", "", () -> true, () -> {}))
        .hasMessageContaining("a");
    assertThatThrownBy(() -> commands.get("nobody")).hasMessageContaining("nobody");
    assertThat(commands.all()).hasSize(3);
  }
}
