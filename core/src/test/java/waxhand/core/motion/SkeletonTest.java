package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.lang.management.ManagementFactory;
import java.util.BitSet;
import java.util.List;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;

class SkeletonTest {
  private final Skeleton body = Samples.body();

  @Test
  void parentsComeBeforeTheirChildren() {
    assertThatThrownBy(
            () ->
                new Skeleton(
                    List.of(Samples.joint("a", 1, 0, 0, 0), Samples.joint("b", -1, 0, 0, 0))))
        .hasMessageContaining("joint 0 (a) has parent 1");
    for (int j = 0; j < body.size(); j++) {
      for (int child : body.children(j)) {
        assertThat(child).isGreaterThan(j);
        assertThat(body.parent(child)).isEqualTo(j);
      }
    }
  }

  @Test
  void whatHangsBelowIsWhatHasItForAnAncestor() {
    for (int top = 0; top < body.size(); top++) {
      BitSet one = new BitSet();
      one.set(top);
      BitSet below = body.below(one);
      for (int j = 0; j < body.size(); j++) {
        assertThat(below.get(j)).isEqualTo(body.isAncestor(top, j));
      }
      assertThat(one.cardinality()).as("the argument stays").isEqualTo(1);
    }
  }

  @Test
  void scalingScalesEveryBone() {
    Vector3d[] rest = body.restPositions();
    Vector3d[] small = body.scaled(0.5).restPositions();
    for (int j = 0; j < rest.length; j++) {
      assertThat(small[j].distance(rest[j].mul(0.5))).isLessThan(1e-12);
    }
    assertThat(Body.of(body.scaled(0.5)).heightM())
        .isCloseTo(0.5 * Body.of(body).heightM(), within(1e-9));
    assertThat(body.scaled(1)).isEqualTo(body).hasSameHashCodeAs(body);
    assertThat(body.scaled(1.1)).isNotEqualTo(body);
  }

  @Test
  void namesAreFoundFirstComeFirst() {
    Skeleton twins =
        new Skeleton(
            List.of(
                Samples.joint("hips", -1, 0, 1, 0),
                Samples.joint("leg", 0, 0.1, 0, 0),
                Samples.joint("leg", 0, -0.1, 0, 0)));
    assertThat(twins.indexOf("leg")).isEqualTo(1);
    assertThat(twins.indexOf("Leg")).isEqualTo(-1);
  }

  /** Places at rest are what forward kinematics gives for no rotation at all. */
  @Test
  void restIsThePoseWithoutTurns() {
    int n = body.size();
    Track still = Track.of(TrackType.ROTATION, new double[] {0, 0, 0, 1});
    Track place = Track.of(TrackType.TRANSLATION, new double[] {0, 0.95, 0});
    Clip clip =
        new Clip(
            body,
            30,
            java.util.Collections.nCopies(n, still),
            java.util.stream.IntStream.range(0, n).mapToObj(j -> j == 0 ? place : null).toList());
    WorldPose pose = new WorldPose(body);
    pose.solve(clip, 0);
    for (int j = 0; j < n; j++) {
      Vector3d at = new Vector3d(pose.x(j), pose.y(j), pose.z(j));
      assertThat(at.distance(body.restPositions()[j])).isLessThan(1e-12);
    }
  }

  @Test
  void forwardKinematicsAllocatesNothing() {
    Clip clip = Samples.swaying(600, 120, 0.01, 3).clip();
    WorldPose pose = new WorldPose(clip.skeleton());
    var threads = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
    long self = Thread.currentThread().getId();
    for (int round = 0; round < 3; round++) {
      for (int f = 0; f < clip.frames(); f++) {
        pose.solve(clip, f);
      }
    }
    long before = threads.getThreadAllocatedBytes(self);
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(clip, f);
    }
    long bytes = threads.getThreadAllocatedBytes(self) - before;
    assertThat(bytes).as("bytes for 600 frames").isLessThan(600);
  }
}
