package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import waxhand.core.motion.Frames;

/** Whatever is cut out, frames are found again, against a list of those that are left. */
class TimingTest {
  private record Cut(Timing timing, List<Integer> left) {}

  /** Cuts one run after the other, each given in thousandths of what is left then. */
  private static Cut cut(int frames, List<Integer> places) {
    Timing timing = Timing.all(frames);
    List<Integer> left = new ArrayList<>();
    for (int f = 0; f < frames; f++) {
      left.add(f);
    }
    for (int n = 0; n + 1 < places.size(); n += 2) {
      int a = places.get(n) * left.size() / 1000;
      int b = places.get(n + 1) * left.size() / 1000;
      Frames run = new Frames(Math.min(a, b), Math.max(a, b));
      if (run.count() < left.size()) {
        timing = timing.without(run);
        left.subList(run.from(), run.to()).clear();
      }
    }
    return new Cut(timing, left);
  }

  @Property
  void framesThatAreLeftAreFoundBothWays(
      @ForAll @IntRange(min = 1, max = 300) int frames,
      @ForAll @Size(max = 8) List<@IntRange(min = 0, max = 999) Integer> places) {
    Cut cut = cut(frames, places);
    assertThat(cut.timing().frames()).isEqualTo(cut.left().size());
    for (int n = 0; n < cut.left().size(); n++) {
      assertThat(cut.timing().raw(n)).isEqualTo(cut.left().get(n));
      assertThat(cut.timing().local(cut.left().get(n))).isEqualTo(n);
    }
    for (int raw = 0; raw < frames; raw++) {
      assertThat(cut.timing().has(raw)).isEqualTo(cut.left().contains(raw));
      int next = raw;
      while (next < frames && !cut.left().contains(next)) {
        next++;
      }
      int wanted = next < frames ? cut.left().indexOf(next) : cut.left().size() - 1;
      assertThat(cut.timing().local(raw)).as("what was cut out is the next one").isEqualTo(wanted);
    }
    assertThat(cut.timing().rawEnd()).isEqualTo(cut.left().get(cut.left().size() - 1) + 1);
  }

  @Property
  void runsAndSpansHoldJustWhatIsLeftOfThem(
      @ForAll @IntRange(min = 2, max = 300) int frames,
      @ForAll @Size(max = 8) List<@IntRange(min = 0, max = 999) Integer> places,
      @ForAll @IntRange(min = 0, max = 299) int one,
      @ForAll @IntRange(min = 0, max = 299) int other) {
    Cut cut = cut(frames, places);
    Frames raw = new Frames(Math.min(one, other), Math.max(one, other) + 1);
    List<Integer> within = cut.left().stream().filter(raw::contains).toList();
    Frames local = cut.timing().local(raw);
    assertThat(local.count()).isEqualTo(within.size());
    Optional<Span> span = cut.timing().local(new Span(raw.from(), raw.to(), 2, 3));
    if (within.isEmpty()) {
      assertThat(local).isEqualTo(Frames.NONE);
      assertThat(span.isEmpty() || cut.timing().isPlain()).isTrue();
    } else {
      assertThat(cut.timing().raw(local.from())).isEqualTo(within.get(0));
      Frames back = cut.timing().raw(local);
      assertThat(back.from()).isEqualTo(within.get(0));
      assertThat(back.to()).isEqualTo(within.get(within.size() - 1) + 1);
      assertThat(span.orElseThrow().easeIn()).isEqualTo(2);
      assertThat(span.orElseThrow().easeOut()).isEqualTo(3);
    }
    assertThat(cut.timing().local(Span.ALL)).contains(Span.ALL);
  }
}
