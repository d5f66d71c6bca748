package waxhand.core.evaluate;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Undo by keeping former values. Each step has the name of the edit that made it. Edits that follow
 * each other under one merge key, such as a slider being dragged, become one step.
 *
 * @param <T> an immutable value
 */
public final class History<T> {
  private record Step<T>(String name, T before, T after) {}

  private final Deque<Step<T>> undone = new ArrayDeque<>();
  private final Deque<Step<T>> done = new ArrayDeque<>();
  private T now;
  private Object mergeKey;

  public History(T start) {
    now = start;
  }

  public T now() {
    return now;
  }

  /** Makes an edit one step; an edit that changes nothing leaves no step. */
  public boolean edit(String name, UnaryOperator<T> change) {
    return edit(name, null, change);
  }

  /**
   * Makes an edit, joined with the last one if that had an equal merge key.
   *
   * @param key null for an edit of its own
   * @return whether the value changed
   */
  public boolean edit(String name, Object key, UnaryOperator<T> change) {
    T after = change.apply(now);
    if (after.equals(now)) {
      return false;
    }
    T before = now;
    if (key != null && key.equals(mergeKey) && !done.isEmpty()) {
      before = done.pop().before();
    }
    done.push(new Step<>(name, before, after));
    undone.clear();
    mergeKey = key;
    now = after;
    return true;
  }

  /** Ends the joining of edits: the next one is a step of its own. */
  public void settle() {
    mergeKey = null;
  }

  public Optional<String> undoName() {
    return Optional.ofNullable(done.peek()).map(Step::name);
  }

  public Optional<String> redoName() {
    return Optional.ofNullable(undone.peek()).map(Step::name);
  }

  public void undo() {
    mergeKey = null;
    if (!done.isEmpty()) {
      Step<T> step = done.pop();
      undone.push(step);
      now = step.before();
    }
  }

  public void redo() {
    mergeKey = null;
    if (!undone.isEmpty()) {
      Step<T> step = undone.pop();
      done.push(step);
      now = step.after();
    }
  }
}
