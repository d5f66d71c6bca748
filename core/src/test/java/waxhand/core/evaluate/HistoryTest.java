package waxhand.core.evaluate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** Undo against a model that writes down every state it has been in. */
class HistoryTest {
  @Property
  void undoAndRedoWalkAlongTheStatesThatWere(
      @ForAll @Size(max = 60) List<@IntRange(max = 9) Integer> acts) {
    History<Integer> history = new History<>(0);
    List<Integer> states = new ArrayList<>(List.of(0));
    int at = 0;
    int next = 1;
    for (int act : acts) {
      if (act < 3) {
        history.undo();
        at = Math.max(0, at - 1);
      } else if (act < 5) {
        history.redo();
        at = Math.min(states.size() - 1, at + 1);
      } else if (act == 5) {
        assertThat(history.edit("nothing", s -> s)).isFalse();
      } else {
        int value = next++;
        assertThat(history.edit("edit " + value, s -> value)).isTrue();
        states = new ArrayList<>(states.subList(0, ++at));
        states.add(value);
      }
      assertThat(history.now()).isEqualTo(states.get(at));
      assertThat(history.undoName().isPresent()).isEqualTo(at > 0);
      assertThat(history.redoName().isPresent()).isEqualTo(at < states.size() - 1);
      if (at > 0) {
        assertThat(history.undoName()).contains("edit " + states.get(at));
      }
    }
  }

  @Test
  void aDragIsOneStepAndTheNextDragAnother() {
    History<Integer> history = new History<>(0);
    for (int v = 1; v <= 5; v++) {
      int value = v;
      history.edit("cutoff", "drag", s -> value);
    }
    history.settle();
    for (int v = 6; v <= 9; v++) {
      int value = v;
      history.edit("cutoff", "drag", s -> value);
    }
    history.undo();
    assertThat(history.now()).isEqualTo(5);
    history.undo();
    assertThat(history.now()).isZero();
    history.redo();
    assertThat(history.now()).isEqualTo(5);
    // an edit after going back begins a new way and joins nothing
    history.edit("cutoff", "drag", s -> 70);
    assertThat(history.redoName()).isEmpty();
    history.undo();
    assertThat(history.now()).isEqualTo(5);
  }

  @Test
  void dragsOfDifferentThingsDoNotJoin() {
    History<String> history = new History<>("");
    history.edit("weight", "weight", s -> s + "w");
    history.edit("cutoff", "cutoff", s -> s + "c");
    history.edit("cutoff", "cutoff", s -> s + "c");
    history.undo();
    assertThat(history.now()).isEqualTo("w");
  }
}
