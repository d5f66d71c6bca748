package waxhand.desk.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.work.Work;

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
                    work -> {
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

  /**
   * While a hand drags, states follow each other; of those that take long only the one it ends in
   * is worked out.
   */
  @Test
  void aPatientOneWorksOutTheFirstAndTheLast() throws Exception {
    WorkedOut<String, Integer> patient = WorkedOut.patient(-1);
    List<String> begun = new CopyOnWriteArrayList<>();
    CountDownLatch release = new CountDownLatch(1);
    Function<String, Integer> ask =
        key ->
            patient.of(
                key,
                work -> {
                  begun.add(key);
                  takeLong(release);
                  return key.length();
                },
                told::incrementAndGet);
    WaitForAsyncUtils.asyncFx(() -> ask.apply("at rest")).get();
    until(() -> begun.size() == 1);
    // as long as nobody can call short
    assertThat(release.await(100, TimeUnit.MILLISECONDS)).isFalse();
    release.countDown();
    until(() -> told.get() == 1);
    WaitForAsyncUtils.asyncFx(
            () -> {
              assertThat(ask.apply("dragged")).isEqualTo(7);
              assertThat(ask.apply("farther")).isEqualTo(7);
              return ask.apply("let go");
            })
        .get();
    until(() -> told.get() == 2);
    assertThat(begun).containsExactly("at rest", "let go");
    WaitForAsyncUtils.asyncFx(() -> patient.forget(-2)).get();
    assertThat(patient.knows("let go")).isFalse();
    assertThat(WaitForAsyncUtils.asyncFx(() -> ask.apply("let go")).get()).isEqualTo(-2);
    until(() -> told.get() == 3);
    assertThat(WaitForAsyncUtils.asyncFx(() -> ask.apply("let go")).get()).isEqualTo(6);
  }

  private static void takeLong(CountDownLatch release) {
    try {
      assertThat(release.await(10, TimeUnit.SECONDS)).isTrue();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
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

  /** Another key stops what is under way for the last, which learns of it while it works. */
  @Test
  void whatNobodyWantsAnyMoreIsStopped() throws Exception {
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch ended = new CountDownLatch(1);
    ask(
        "old",
        work -> {
          begun.countDown();
          while (!work.stopped()) {
            Thread.onSpinWait();
          }
          ended.countDown();
          work.check();
          return 1;
        });
    assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
    ask("new", work -> 3);
    assertThat(ended.await(10, TimeUnit.SECONDS)).as("the old one was stopped").isTrue();
    until(() -> lengths.knows("new"));
    assertThat(lengths.knows("old")).isFalse();
    assertThat(told.get()).isEqualTo(1);
  }

  @Test
  void whatFailedIsTriedAgainWhenAskedForAgain() throws Exception {
    AtomicInteger tries = new AtomicInteger();
    Function<Work, Integer> second =
        work -> {
          if (tries.incrementAndGet() < 2) {
            throw new IllegalStateException("cannot be measured");
          }
          return 8;
        };
    until(() -> ask("shy", second) == 8);
    assertThat(tries.get()).isEqualTo(2);
    assertThat(lengths.knows("shy")).isTrue();
  }

  @Test
  void whatAlwaysFailsIsGivenUpAndTheLastValueStays() throws Exception {
    until(() -> ask("good", work -> 4) == 4);
    AtomicInteger tries = new AtomicInteger();
    Function<Work, Integer> never =
        work -> {
          tries.incrementAndGet();
          throw new IllegalStateException("cannot be measured");
        };
    until(
        () -> {
          ask("bad", never);
          return tries.get() == 3;
        });
    for (int n = 0; n < 5; n++) {
      WaitForAsyncUtils.waitForFxEvents();
      assertThat(ask("bad", never)).isEqualTo(4);
    }
    assertThat(tries.get()).as("not tried for ever").isEqualTo(3);
    assertThat(lengths.knows("bad")).isFalse();
    assertThat(told.get()).isEqualTo(1);
  }

  private int ask(String key, Function<Work, Integer> work) {
    try {
      return WaitForAsyncUtils.asyncFx(() -> lengths.of(key, work, told::incrementAndGet)).get();
    } catch (InterruptedException | ExecutionException e) {
      throw new AssertionError(e);
    }
  }
}
