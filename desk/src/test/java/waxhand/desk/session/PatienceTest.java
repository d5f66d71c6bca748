package waxhand.desk.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class PatienceTest {
  private static final long LONG_NS = TimeUnit.MILLISECONDS.toNanos(400);

  private final Executor thread = Runnable::run;
  private long nowNs = 1;
  private final Patience patience = new Patience(thread, () -> nowNs);

  @Test
  void whatIsShortOrNewIsBegunAtOnce() {
    assertThat(patience.next()).as("nothing is known of it").isSameAs(thread);
    patience.took(TimeUnit.MILLISECONDS.toNanos(2));
    for (int n = 0; n < 20; n++) {
      assertThat(patience.next()).isSameAs(thread);
    }
    patience.took(LONG_NS);
    assertThat(patience.next()).as("asked for again at once").isNotSameAs(thread);
    patience.forget();
    assertThat(patience.next()).as("another take").isSameAs(thread);
  }

  /** One edit after a rest is answered at once, a drag when it has come to an end. */
  @Test
  void whatIsLongWaitsOnlyWhileOneIsAskedForAfterTheOther() {
    patience.next();
    patience.took(LONG_NS);
    for (int n = 0; n < 50; n++) {
      nowNs += TimeUnit.MILLISECONDS.toNanos(16);
      assertThat(patience.next()).as("dragged for %d frames", n).isNotSameAs(thread);
    }
    nowNs += TimeUnit.MILLISECONDS.toNanos(600);
    assertThat(patience.next()).isSameAs(thread);
    assertThat(patience.next()).isNotSameAs(thread);
  }
}
