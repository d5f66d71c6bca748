package waxhand.desk.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class WorkedOutTest {
  private final WorkedOut<String, Integer> lengths = new WorkedOut<>(-1);
  private final AtomicInteger told = new AtomicInteger();

  @BeforeAll
  static void window() throws Exception {
    FxToolkit.registerPrimaryStage();
  }

  private int of(String key, CountDownLatch go) throws Exception {
    return WaitForAsyncUtils.asyncFx(
            () ->
                lengths.of(
                    key,
                    () -> {
                      try {
                        go.await(10, TimeUnit.SECONDS);
                      } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                      }
                      return key.length();
                    },
                    told::incrementAndGet))
        .get();
  }

  private static void until(BooleanSupplier condition) throws Exception {
    WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, condition::getAsBoolean);
  }

  @Test
  void theLastValueStandsInUntilTheNewOneIsKnown() throws Exception {
    CountDownLatch go = new CountDownLatch(1);
    assertThat(of("wax", go)).isEqualTo(-1);
    assertThat(lengths.knows("wax")).isFalse();
    go.countDown();
    until(() -> told.get() == 1);
    assertThat(of("wax", go)).isEqualTo(3);
    assertThat(lengths.knows("wax")).isTrue();
    CountDownLatch later = new CountDownLatch(1);
    assertThat(of("plate", later)).as("still the last").isEqualTo(3);
    later.countDown();
    until(() -> told.get() == 2);
    assertThat(of("plate", later)).isEqualTo(5);
  }

  @Test
  void ofSeveralUnderWayOnlyTheLastCounts() throws Exception {
    CountDownLatch slow = new CountDownLatch(1);
    CountDownLatch open = new CountDownLatch(0);
    List<Integer> seen = new ArrayList<>();
    of("an old state", slow);
    of("new", open);
    slow.countDown();
    until(() -> lengths.knows("new"));
    seen.add(of("new", open));
    WaitForAsyncUtils.waitForFxEvents();
    seen.add(of("new", open));
    assertThat(seen).containsExactly(3, 3);
    assertThat(told.get()).as("told of the last one only").isEqualTo(1);
  }

  @Test
  void aFailureLeavesTheLastValue() throws Exception {
    CountDownLatch open = new CountDownLatch(0);
    of("good", open);
    until(() -> lengths.knows("good"));
    int value =
        WaitForAsyncUtils.asyncFx(
                () ->
                    lengths.of(
                        "bad",
                        () -> {
                          throw new IllegalStateException("cannot be measured");
                        },
                        told::incrementAndGet))
            .get();
    assertThat(value).isEqualTo(4);
    Thread.sleep(100);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lengths.knows("bad")).isFalse();
    assertThat(told.get()).isEqualTo(1);
  }
}
