package waxhand.desk.command;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import org.kordamp.ikonli.javafx.FontIcon;

/** The list of all commands; menus, buttons, tooltips, keys and the finder are made from it. */
public final class Commands {
  private final Map<String, Command> byId = new LinkedHashMap<>();

  /** A key that is held down comes again within this time. */
  private static final long HELD_NS = 800_000_000L;

  private final Map<String, String> ownKeys;
  private final Set<String> goingOn = new HashSet<>();
  private KeyCode held;
  private long heldAt;

  /**
   * @param ownKeys keys the artist chose, by command id; an empty text takes the key away
   */
  public Commands(Map<String, String> ownKeys) {
    this.ownKeys = ownKeys;
  }

  /** Adds a command. An empty key means none. */
  public void add(
      String group,
      String id,
      String words,
      String icon,
      String key,
      BooleanSupplier allowed,
      Runnable action) {
    Optional<KeyCombination> combination;
    try {
      combination = combination(ownKeys.getOrDefault(id, key));
    } catch (IllegalArgumentException e) {
      // what is remembered was spoiled
      combination = combination(key);
    }
    if (byId.put(id, new Command(id, group, words, icon, combination, allowed, action)) != null) {
      throw new IllegalArgumentException("two commands are called " + id);
    }
  }

  private static Optional<KeyCombination> combination(String key) {
    return key.isEmpty() ? Optional.empty() : Optional.of(KeyCombination.valueOf(key));
  }

  public List<Command> all() {
    return new ArrayList<>(byId.values());
  }

  public Command get(String id) {
    Command command = byId.get(id);
    if (command == null) {
      throw new IllegalArgumentException("there is no command " + id);
    }
    return command;
  }

  /**
   * Gives a command another key; an empty text takes it away.
   *
   * @return the command that had the key before and now has none
   * @throws IllegalArgumentException if the text names no key
   */
  public Optional<Command> rebind(String id, String key) {
    Optional<KeyCombination> combination =
        key.isEmpty() ? Optional.empty() : Optional.of(KeyCombination.valueOf(key));
    Optional<Command> loser =
        byId.values().stream()
            .filter(c -> !c.id().equals(id) && combination.isPresent())
            .filter(c -> c.key().equals(combination))
            .findFirst();
    loser.ifPresent(c -> setKey(c.id(), "", Optional.empty()));
    setKey(id, key, combination);
    return loser;
  }

  private void setKey(String id, String key, Optional<KeyCombination> combination) {
    byId.put(id, get(id).withKey(combination));
    ownKeys.put(id, key);
  }

  /** These go on while their key is held down; all others act once. */
  public void goOn(String... ids) {
    goingOn.addAll(List.of(ids));
  }

  /** A key was let go. */
  public void released(KeyEvent event) {
    held = event.getCode() == held ? null : held;
  }

  /**
   * Runs the command of a key, unless the key is being typed into a text field, or is only held
   * down: a key held too long must not remove or join one thing after another.
   */
  public void handle(KeyEvent event) {
    boolean typing =
        event.getTarget() instanceof TextInputControl
            && !event.isControlDown()
            && !event.getCode().isFunctionKey();
    if (typing || event.isConsumed()) {
      return;
    }
    long now = System.nanoTime();
    boolean again = event.getCode() == held && now - heldAt < HELD_NS;
    held = event.getCode();
    heldAt = now;
    for (Command command : byId.values()) {
      if (command.key().map(k -> k.match(event)).orElse(false)) {
        boolean waits =
            again && !goingOn.contains(command.id()) && command.allowed().getAsBoolean();
        if (waits || command.run()) {
          event.consume();
          return;
        }
      }
    }
  }

  /** A button for a command: its icon, or its words where it has none. */
  public Button button(String id) {
    Command command = get(id);
    Button button = new Button();
    if (command.icon().isEmpty()) {
      button.setText(command.words());
    } else {
      button.setGraphic(icon(command.icon()));
      button.getStyleClass().add("wh-icon-button");
    }
    button.setId(id);
    button.setAccessibleText(command.words());
    button.setTooltip(tooltip(id));
    button.setFocusTraversable(true);
    button.setOnAction(e -> get(id).run());
    return button;
  }

  /** A button that says the command in words. */
  public Button wordButton(String id) {
    Button button = new Button(get(id).words());
    button.setTooltip(tooltip(id));
    button.setOnAction(e -> get(id).run());
    return button;
  }

  /** Says what the command does and its key, also after that has been changed. */
  private Tooltip tooltip(String id) {
    Tooltip tooltip = new Tooltip(get(id).tip());
    tooltip.setOnShowing(e -> tooltip.setText(get(id).tip()));
    return tooltip;
  }

  public static Node icon(String literal) {
    FontIcon icon = new FontIcon(literal);
    icon.getStyleClass().add("wh-icon");
    return icon;
  }
}
