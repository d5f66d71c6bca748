package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Triple;
import waxhand.core.passes.ground.LevelPass;

/** No pass can be made of what cannot be set, whichever way it is made. */
class BoundsTest {
  @Test
  void everyNumberKeepsToItsBoundsAndSaysWhichItIs() {
    for (PassKind<?> kind : PassKinds.ALL) {
      for (Setting<?> setting : kind.settings()) {
        if (!(setting instanceof Setting.Numeric<?> numeric)) {
          continue;
        }
        Amount amount = numeric.amount();
        double size = Math.abs(amount.most() - amount.least());
        for (double bad :
            new double[] {
              Double.NaN,
              Double.POSITIVE_INFINITY,
              amount.least() - 1e-6 * size,
              amount.most() + 1e-6 * size
            }) {
          assertThatThrownBy(() -> kind.with(kind.defaults(), amount.key(), bad))
              .as("%s %s", kind.words(), amount.key())
              .isInstanceOf(IllegalArgumentException.class)
              .hasMessageContaining(amount.key());
        }
        for (double good : new double[] {amount.least(), amount.most()}) {
          Pass pass = kind.with(kind.defaults(), amount.key(), good);
          assertThat(kind.plain(pass)).containsEntry(amount.key(), good);
        }
      }
    }
  }

  /** Constructors check as files and panels do: each number of each record, in turn, is none. */
  @Test
  void constructorsTakeNoNumberThatIsNone() throws Exception {
    int tried = 0;
    for (PassKind<?> kind : PassKinds.ALL) {
      List<Object> broken = broken(kind.defaults());
      for (Object one : broken) {
        assertThat(one).as(kind.words()).isInstanceOf(IllegalArgumentException.class);
        assertThat(((Exception) one).getMessage()).contains("NaN");
      }
      tried += broken.size();
    }
    assertThat(tried).isGreaterThan(40);
    assertThatThrownBy(() -> new LevelPass(OptionalDouble.of(0), OptionalDouble.of(-3), 0, 0, 0))
        .hasMessageContaining("actorM is -3");
  }

  /** What comes of making a record with one of its numbers, also deep within, replaced by NaN. */
  private static List<Object> broken(Object value) throws Exception {
    List<Object> results = new ArrayList<>();
    RecordComponent[] parts = value.getClass().getRecordComponents();
    for (int n = 0; n < parts.length; n++) {
      Object part = parts[n].getAccessor().invoke(value);
      List<Object> others = new ArrayList<>();
      if (part instanceof Double) {
        others.add(Double.NaN);
      } else if (part instanceof OptionalDouble) {
        others.add(OptionalDouble.of(Double.NaN));
      } else if (part instanceof Triple t) {
        others.add(new Triple(Double.NaN, t.y(), t.z()));
        others.add(new Triple(t.x(), t.y(), Double.NaN));
      } else if (part instanceof Record) {
        others.addAll(broken(part));
      }
      for (Object other : others) {
        results.add(other instanceof Exception ? other : remade(value, parts, n, other));
      }
    }
    return results;
  }

  private static Object remade(Object value, RecordComponent[] parts, int at, Object other)
      throws Exception {
    Object[] arguments = new Object[parts.length];
    for (int n = 0; n < parts.length; n++) {
      arguments[n] = n == at ? other : parts[n].getAccessor().invoke(value);
    }
    Class<?>[] types = Arrays.stream(parts).map(RecordComponent::getType).toArray(Class<?>[]::new);
    Constructor<?> make = value.getClass().getDeclaredConstructor(types);
    try {
      return make.newInstance(arguments);
    } catch (InvocationTargetException e) {
      return e.getCause();
    }
  }
}
