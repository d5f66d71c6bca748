package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;

class ClipTest {
  private static final Clip CLIP = Samples.swaying(900, 60, 0.01, 4).clip();
  private static final Clip OTHER = Samples.swaying(900, 60, 0.01, 5).clip();

  @Property(tries = 60)
  void aPatchedClipIsTheOtherInsideAndItselfOutside(
      @ForAll @IntRange(max = 899) int a, @ForAll @IntRange(max = 900) int b) {
    Frames run = new Frames(Math.min(a, b), Math.max(a, b));
    Clip patched = CLIP.with(run, OTHER);
    for (int f = 0; f < 900; f++) {
      for (int j = 0; j < CLIP.skeleton().size(); j++) {
        assertThat(Samples.sameBits(patched, run.contains(f) ? OTHER : CLIP, j, f)).isTrue();
      }
    }
    long touched = 0;
    for (int c = 0; c < Track.chunkCount(900); c++) {
      Frames chunk = new Frames(c * Track.CHUNK, Math.min(900, (c + 1) * Track.CHUNK));
      touched += chunk.within(run).isEmpty() ? 0 : chunk.count();
    }
    int numbers = 4 * CLIP.skeleton().size() + 3;
    assertThat(patched.bytesBeyond(CLIP))
        .as("only touched chunks are new")
        .isEqualTo(8L * numbers * touched);
  }

  @Property(tries = 30)
  void aCutHoldsTheSameSamples(
      @ForAll @IntRange(max = 899) int from, @ForAll @IntRange(min = 1, max = 400) int length) {
    Frames run = new Frames(from, from + length).within(CLIP.allFrames());
    Clip cut = CLIP.cut(run);
    assertThat(cut.frames()).isEqualTo(run.count());
    double[] here = new double[4];
    double[] there = new double[4];
    for (int f = 0; f < cut.frames(); f += 11) {
      cut.rotation(3).read(f, here, 0);
      CLIP.rotation(3).read(run.from() + f, there, 0);
      assertThat(here).containsExactly(there);
    }
    assertThat(CLIP.cut(CLIP.allFrames())).isSameAs(CLIP);
  }

  @Test
  void tracksOfAnotherLengthAreRefusedWhereverTheyComeIn() {
    Track shorter = Track.of(TrackType.ROTATION, new double[4 * 899]);
    assertThatThrownBy(() -> CLIP.withRotation(2, shorter))
        .hasMessageContaining("joint 2 has 899 frames, not 900");
    Track path = Track.of(TrackType.TRANSLATION, new double[3 * 10]);
    assertThatThrownBy(() -> CLIP.withTranslation(0, path)).hasMessageContaining("10 frames");
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < CLIP.skeleton().size(); j++) {
      rotations.add(j == 4 ? shorter : CLIP.rotation(j));
      translations.add(null);
    }
    assertThatThrownBy(() -> new Clip(CLIP.skeleton(), 60, rotations, translations))
        .hasMessageContaining("joint 4");
    assertThatThrownBy(() -> new Clip(CLIP.skeleton(), 60, rotations.subList(0, 3), translations))
        .hasMessageContaining("3 tracks");
    Skeleton single = new Skeleton(List.of(Samples.joint("only", -1, 0, 1, 0)));
    assertThatThrownBy(() -> CLIP.withSkeleton(single)).hasMessageContaining("1 joints for 21");
  }

  @Test
  void ratesAreAboveZeroAndTimeFollowsThem() {
    for (double bad : new double[] {0, -1, Double.NaN, Double.POSITIVE_INFINITY}) {
      assertThatThrownBy(() -> CLIP.withRate(bad)).hasMessageContaining("rate");
    }
    assertThat(CLIP.withRate(30).seconds()).isEqualTo(30);
    assertThat(CLIP.withRate(30).rotation(7)).isSameAs(CLIP.rotation(7));
  }

  @Test
  void theSameTrackGivesTheSameClip() {
    assertThat(CLIP.withRotation(3, CLIP.rotation(3))).isSameAs(CLIP);
    assertThat(CLIP.withTranslation(0, CLIP.translation(0))).isSameAs(CLIP);
  }
}
