package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.scene.Motion;

class TrackTest {
  private static Track ramp(int frames) {
    double[] values = new double[3 * frames];
    for (int i = 0; i < values.length; i++) {
      values[i] = i;
    }
    return Track.of(TrackType.TRANSLATION, values);
  }

  @Test
  void aChangeSharesEveryChunkItDoesNotTouch() {
    Track track = ramp(1000);
    double[] zeros = new double[3 * 10];
    Track changed = track.with(new Frames(300, 310), zeros);
    assertThat(changed.bytesBeyond(track)).isEqualTo(8L * 3 * Track.CHUNK);
    assertThat(changed.at(305, 1)).isZero();
    assertThat(changed.at(299, 2)).isEqualTo(track.at(299, 2));
    assertThat(track.at(305, 1)).isEqualTo(3 * 305 + 1);
    assertThat(changed.shares(new Frames(0, 256), track)).isTrue();
    assertThat(changed.shares(new Frames(0, 257), track)).isFalse();
  }

  @Test
  void writingTheSameBitsChangesNothing() {
    Track track = ramp(600);
    double[] same = new double[3 * 400];
    track.read(new Frames(100, 500), same);
    assertThat(track.with(new Frames(100, 500), same)).isSameAs(track);
    Track other = track.with(new Frames(550, 551), new double[3]);
    assertThat(other.with(new Frames(540, 560), track).at(550, 0)).isEqualTo(1650);
    assertThat(other.with(new Frames(512, 600), track).at(550, 0)).isEqualTo(1650);
  }

  /** Who looks for what changed looks at chunks: those that came out as they were are the same. */
  @Test
  void framesOfAnotherTrackAreSharedAsChunksWhereNothingElseIsThere() {
    Track track = ramp(1000);
    Track again = ramp(1000);
    assertThat(track.with(new Frames(100, 700), again)).isSameAs(track);
    Track other = track.with(new Frames(300, 310), new double[30]);
    Track some = track.with(new Frames(290, 320), other);
    assertThat(some.shares(new Frames(256, 512), other)).as("nothing else differs").isTrue();
    assertThat(some.shares(new Frames(0, 256), track)).isTrue();
    Track part = track.with(new Frames(305, 320), other);
    assertThat(part.at(302, 0)).isEqualTo(906);
    assertThat(part.at(305, 0)).isZero();
    assertThat(part.shares(new Frames(256, 512), other)).isFalse();
    double[] minus = new double[30];
    Arrays.fill(minus, -0.0);
    Track negative = other.with(new Frames(300, 310), minus);
    assertThat(negative.with(new Frames(300, 310), other).at(300, 0))
        .as("0 is not -0 to the bit")
        .isEqualTo(0.0);
    assertThat(Double.doubleToRawLongBits(other.with(new Frames(300, 310), negative).at(300, 0)))
        .isEqualTo(Double.doubleToRawLongBits(-0.0));
  }

  @Test
  void wrongShapesAreRefused() {
    assertThatThrownBy(() -> Track.adopt(TrackType.TRANSLATION, 300, new double[1][768]))
        .hasMessageContaining("1 chunks for 300 frames");
    assertThatThrownBy(() -> ramp(10).with(new Frames(5, 11), new double[18]))
        .isInstanceOf(IndexOutOfBoundsException.class);
  }

  @Test
  void frameSetsAddAndCut() {
    FrameSet set = FrameSet.of(new Frames(0, 10)).union(FrameSet.of(new Frames(20, 30)));
    assertThat(set.union(FrameSet.of(new Frames(10, 20))).runs())
        .containsExactly(new Frames(0, 30));
    assertThat(set.minus(new Frames(5, 25)).runs())
        .containsExactly(new Frames(0, 5), new Frames(25, 30));
    assertThat(set.grown(5, new Frames(0, 32)).runs()).containsExactly(new Frames(0, 32));
    assertThat(set.within(new Frames(8, 22)).count()).isEqualTo(4);
  }

  /** Forward kinematics against the same sums done with a general library. */
  @Test
  void worldPosesAgreeWithPlainComposition() {
    Motion motion = Samples.swaying(40, 120, 0.1, 3);
    Clip clip = motion.clip();
    WorldPose pose = new WorldPose(clip.skeleton());
    pose.solve(clip, 17);
    double[] q = new double[4];
    Vector3d[] places = new Vector3d[clip.skeleton().size()];
    Quaterniond[] turns = new Quaterniond[places.length];
    for (int j = 0; j < places.length; j++) {
      clip.rotation(j).read(17, q, 0);
      Quaterniond local = new Quaterniond(q[0], q[1], q[2], q[3]);
      int p = clip.skeleton().parent(j);
      if (p < 0) {
        places[j] =
            new Vector3d(
                clip.translation(0).at(17, 0),
                clip.translation(0).at(17, 1),
                clip.translation(0).at(17, 2));
        turns[j] = local;
      } else {
        places[j] =
            turns[p].transform(new Vector3d(clip.skeleton().joint(j).offset())).add(places[p]);
        turns[j] = new Quaterniond(turns[p]).mul(local);
      }
      assertThat(places[j].distance(pose.x(j), pose.y(j), pose.z(j))).isCloseTo(0, within(1e-12));
    }
  }
}
