package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Runs of frames against the plainest model there is: a bit for each frame. */
class FrameSetTest {
  private static final int LENGTH = 200;
  private static final Frames ALL = Frames.first(LENGTH);

  @Provide
  Arbitrary<Frames> runs() {
    Arbitrary<Integer> ends = Arbitraries.integers().between(0, LENGTH);
    return ends.flatMap(a -> ends.map(b -> new Frames(Math.min(a, b), Math.max(a, b))));
  }

  @Provide
  Arbitrary<List<Frames>> several() {
    return runs().list().ofMaxSize(8);
  }

  private static FrameSet set(List<Frames> runs) {
    FrameSet set = FrameSet.NONE;
    for (Frames run : runs) {
      set = set.union(FrameSet.of(run));
    }
    return set;
  }

  private static BitSet bits(List<Frames> runs) {
    BitSet bits = new BitSet();
    runs.forEach(r -> bits.set(r.from(), r.to()));
    return bits;
  }

  /** The bits, after checking that the runs are apart, in order and not empty. */
  private static BitSet bits(FrameSet set) {
    int last = -1;
    for (Frames run : set.runs()) {
      assertThat(run.isEmpty()).isFalse();
      assertThat(run.from()).as("runs do not touch").isGreaterThan(last);
      last = run.to();
    }
    assertThat(set.count()).isEqualTo(bits(set.runs()).cardinality());
    return bits(set.runs());
  }

  /** So many runs would take half an hour if each were merged with all before it. */
  @Test
  @Timeout(20)
  void manyRunsCostWhatTheyAreNotTheirSquare() {
    int many = 400_000;
    List<Frames> even = new ArrayList<>();
    List<Frames> odd = new ArrayList<>();
    for (int n = 0; n < many; n++) {
      even.add(new Frames(8 * n, 8 * n + 1));
      odd.add(new Frames(8 * n + 4, 8 * n + 5));
    }
    Frames all = Frames.first(8 * many);
    FrameSet set = sorted(even);
    assertThat(set.union(sorted(odd)).runs()).hasSize(2 * many);
    assertThat(set.grown(1, all).count()).isEqualTo(3 * many - 1);
    assertThat(set.grown(4, all).runs()).hasSize(1);
    assertThat(set.rounded(4, all).count()).isEqualTo(4 * many);
    TimeMap holes = TimeMap.without(8 * many, odd);
    assertThat(set.through(holes).runs()).hasSize(many);
    assertThat(set.through(holes).runs().get(many - 1).from()).isEqualTo(7 * (many - 1));
  }

  private static FrameSet sorted(List<Frames> runs) {
    List<FrameSet> sets = runs.stream().map(FrameSet::of).toList();
    // halves of halves, as unions of single runs would themselves be quadratic
    while (sets.size() > 1) {
      List<FrameSet> joined = new ArrayList<>();
      for (int n = 0; n + 1 < sets.size(); n += 2) {
        joined.add(sets.get(n).union(sets.get(n + 1)));
      }
      if (sets.size() % 2 == 1) {
        joined.add(sets.get(sets.size() - 1));
      }
      sets = joined;
    }
    return sets.get(0);
  }

  @Property
  void unionsAreThoseOfBits(@ForAll("several") List<Frames> a, @ForAll("several") List<Frames> b) {
    BitSet both = bits(a);
    both.or(bits(b));
    assertThat(bits(set(a).union(set(b)))).isEqualTo(both);
    assertThat(set(a).union(set(b))).isEqualTo(set(b).union(set(a)));
  }

  @Property
  void anotherSetSharesTheSetOut(
      @ForAll("several") List<Frames> a, @ForAll("several") List<Frames> b) {
    BitSet inside = bits(a);
    inside.and(bits(b));
    BitSet outside = bits(a);
    outside.andNot(bits(b));
    assertThat(bits(set(a).common(set(b)))).isEqualTo(inside);
    assertThat(bits(set(a).minus(set(b)))).isEqualTo(outside);
    assertThat(set(a).common(set(b)).union(set(a).minus(set(b)))).isEqualTo(set(a));
    assertThat(FrameSet.of(set(a).runs())).isEqualTo(set(a));
  }

  @Property
  void cuttingAndWindowsShareTheSetOut(
      @ForAll("several") List<Frames> runs, @ForAll("runs") Frames window) {
    BitSet inside = bits(runs);
    inside.and(bits(List.of(window)));
    BitSet outside = bits(runs);
    outside.andNot(bits(List.of(window)));
    FrameSet set = set(runs);
    assertThat(bits(set.within(window))).isEqualTo(inside);
    assertThat(bits(set.minus(window))).isEqualTo(outside);
    assertThat(set.within(window).union(set.minus(window))).isEqualTo(set);
  }

  @Property
  void growingReachesSoFarAndNoFurther(
      @ForAll("several") List<Frames> runs, @ForAll @IntRange(max = 250) int by) {
    BitSet now = bits(runs);
    BitSet grown = new BitSet();
    now.stream().forEach(f -> grown.set(Math.max(0, f - by), Math.min(LENGTH, f + by + 1)));
    assertThat(bits(set(runs).grown(by, ALL))).isEqualTo(grown);
  }

  @Property
  void roundingHoldsWholeChunksOfWhatItHeld(
      @ForAll("several") List<Frames> runs, @ForAll @IntRange(min = 1, max = 64) int size) {
    BitSet rounded = new BitSet();
    bits(runs).stream()
        .forEach(f -> rounded.set(f / size * size, Math.min(LENGTH, f / size * size + size)));
    assertThat(bits(set(runs).rounded(size, ALL))).isEqualTo(rounded);
  }

  @Test
  void runsKeepTheirEndsEvenAtTheLimitsOfNumbers() {
    assertThat(new Frames(5, 9).grown(Integer.MAX_VALUE).within(ALL)).isEqualTo(ALL);
    assertThat(new Frames(5, 9).within(new Frames(9, 12))).isSameAs(Frames.NONE);
    assertThat(new Frames(5, 9).cover(new Frames(20, 21))).isEqualTo(new Frames(5, 21));
    assertThat(Frames.NONE.cover(new Frames(20, 21))).isEqualTo(new Frames(20, 21));
    assertThat(Frames.NONE.grown(3).isEmpty()).isTrue();
    assertThatThrownBy(() -> new Frames(4, 3)).hasMessageContaining("4:3");
  }
}
