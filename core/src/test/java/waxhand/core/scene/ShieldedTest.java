package waxhand.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;

class ShieldedTest {
  private static final Motion IN = Samples.swaying(400, 60, 0.01, 1);
  private static final Frames ALL = IN.clip().allFrames();

  private static BitSet joints(int... list) {
    BitSet joints = new BitSet();
    Arrays.stream(list).forEach(joints::set);
    return joints;
  }

  private static double[] weights(int count, double weight) {
    double[] weights = new double[count];
    Arrays.fill(weights, weight);
    return weights;
  }

  /** Every joint a quarter turn farther about x. */
  private static Motion turned(Motion motion) {
    Clip clip = motion.clip();
    double[] by = {Math.sin(Math.PI / 8), 0, 0, Math.cos(Math.PI / 8)};
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * clip.frames()];
      clip.rotation(j).read(clip.allFrames(), q);
      for (int f = 0; f < clip.frames(); f++) {
        Quats.multiply(q, 4 * f, by, 0, q, 4 * f);
      }
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
    }
    return motion.with(clip);
  }

  private static Shielded shield(int from, int to, double weight, int... of) {
    return Shielded.NONE.with(joints(of), 400, new Frames(from, to), weights(to - from, weight));
  }

  @Test
  void whatIsWhollyShieldedKeepsItsBitsAndWhatIsHalfComesHalfThrough() {
    Motion out = turned(IN);
    Motion kept =
        shield(100, 200, 1, 3).with(joints(5), 400, ALL, weights(400, 0.5)).keeping(IN, out, ALL);
    for (int f : new int[] {99, 100, 199, 200}) {
      boolean inside = f >= 100 && f < 200;
      assertThat(Samples.sameBits(IN.clip(), kept.clip(), 3, f)).as("%d", f).isEqualTo(inside);
      assertThat(Samples.sameBits(out.clip(), kept.clip(), 3, f)).isEqualTo(!inside);
      double way = Math.toDegrees(IN.clip().rotation(5).angleAt(f, kept.clip().rotation(5)));
      assertThat(way).isBetween(22.4, 22.6);
    }
    assertThat(kept.clip().rotation(4)).isSameAs(out.clip().rotation(4));
  }

  @Test
  void ofTwoShieldsOverOnePlaceTheStrongerCounts() {
    Shielded both =
        shield(0, 400, 0.4, 2).with(joints(2), 400, new Frames(50, 60), weights(10, 0.1));
    Motion kept = both.keeping(IN, turned(IN), ALL);
    double way = Math.toDegrees(IN.clip().rotation(2).angleAt(55, kept.clip().rotation(2)));
    assertThat(way).isBetween(26.9, 27.1);
  }

  @Test
  void itGoesAlongWithACutAndWithRunsOfFrames() {
    TimeMap map = TimeMap.without(400, List.of(new Frames(50, 150)));
    Shielded cut = shield(100, 200, 1, 3).through(map);
    assertThat(cut)
        .isEqualTo(Shielded.NONE.with(joints(3), 300, new Frames(50, 100), weights(50, 1)));
    Shielded patched = shield(100, 200, 1, 3).patched(new Frames(150, 400), Shielded.NONE);
    assertThat(patched).isEqualTo(shield(100, 150, 1, 3));
    assertThat(Shielded.NONE.patched(new Frames(0, 150), shield(100, 200, 1, 3)))
        .isEqualTo(shield(100, 150, 1, 3));
    assertThat(shield(100, 200, 1, 3).patched(ALL, Shielded.NONE).isNone()).isTrue();
    assertThat(shield(100, 200, 1, 3)).isNotEqualTo(shield(100, 200, 1, 4));
    assertThat(shield(100, 200, 1, 3)).isNotEqualTo(shield(100, 200, 0.9, 3));
  }
}
