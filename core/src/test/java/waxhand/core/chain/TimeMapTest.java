package waxhand.core.chain;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/** Whatever is cut out, frames are found again, against a list of those that are left. */
class TimeMapTest {
  private record Cut(TimeMap map, List<Integer> left) {}

  /** Cuts one run after the other, each given in thousandths of what is left then. */
  private static Cut cut(int frames, List<Integer> places) {
    TimeMap map = TimeMap.all(frames);
    List<Integer> left = new ArrayList<>();
    for (int f = 0; f < frames; f++) {
      left.add(f);
    }
    for (int n = 0; n + 1 < places.size(); n += 2) {
      int a = places.get(n) * left.size() / 1000;
      int b = places.get(n + 1) * left.size() / 1000;
      Frames run = new Frames(Math.min(a, b), Math.max(a, b));
      if (run.count() < left.size()) {
        map = map.then(TimeMap.without(map.frames(), List.of(run)));
        left.subList(run.from(), run.to()).clear();
      }
    }
    return new Cut(map, left);
  }

  @Property
  void framesThatAreLeftAreFoundBothWays(
      @ForAll @IntRange(min = 1, max = 300) int frames,
      @ForAll @Size(max = 8) List<@IntRange(min = 0, max = 999) Integer> places) {
    Cut cut = cut(frames, places);
    assertThat(cut.map().frames()).isEqualTo(cut.left().size());
    for (int n = 0; n < cut.left().size(); n++) {
      assertThat(cut.map().raw(n)).isEqualTo(cut.left().get(n));
      assertThat(cut.map().local(cut.left().get(n))).isEqualTo(n);
    }
    for (int raw = 0; raw < frames; raw++) {
      assertThat(cut.map().has(raw)).isEqualTo(cut.left().contains(raw));
      int next = raw;
      while (next < frames && !cut.left().contains(next)) {
        next++;
      }
      int wanted = next < frames ? cut.left().indexOf(next) : cut.left().size() - 1;
      assertThat(cut.map().local(raw)).as("what was cut out is the next one").isEqualTo(wanted);
    }
    assertThat(cut.map().rawEnd()).isEqualTo(cut.left().get(cut.left().size() - 1) + 1);
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
    Frames local = cut.map().local(raw);
    assertThat(local.count()).isEqualTo(within.size());
    Optional<Span> span = new Span(raw.from(), raw.to(), 2, 3).placed(cut.map());
    if (within.isEmpty()) {
      assertThat(local).isEqualTo(Frames.NONE);
      assertThat(span.isEmpty() || cut.map().isPlain()).isTrue();
    } else {
      assertThat(cut.map().raw(local.from())).isEqualTo(within.get(0));
      Frames back = cut.map().raw(local);
      assertThat(back.from()).isEqualTo(within.get(0));
      assertThat(back.to()).isEqualTo(within.get(within.size() - 1) + 1);
      assertThat(span.orElseThrow().easeIn()).isEqualTo(2);
      assertThat(span.orElseThrow().easeOut()).isEqualTo(3);
    }
    assertThat(Span.ALL.placed(cut.map())).contains(Span.ALL);
  }
}
