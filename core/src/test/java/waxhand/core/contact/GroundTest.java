package waxhand.core.contact;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import waxhand.core.maths.Quats;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Shape;

/** Floors, tilted and level, and what lies beneath a place. */
class GroundTest {
  private static PropPath at(double x, double y, double z) {
    return PropPath.adopt(new double[] {x, y, z, 0, 0, 0, 1});
  }

  @Test
  void theNearestSurfaceCounts() {
    Prop low = new Prop("low", new Shape.Box(1, 0.2, 1), "slate", at(0, 0, 0));
    Prop high = new Prop("high", new Shape.Box(0.4, 0.5, 0.4), "slate", at(0, 0, 0));
    Ground ground = new Ground(FloorPlane.level(0), List.of(low, high));
    assertThat(ground.over(0, 0, 0.6, 0)).isCloseTo(0.1, within(1e-12));
    assertThat(ground.over(0, 0.4, 0.3, 0)).isCloseTo(0.1, within(1e-12));
    assertThat(ground.over(0, 2, 0.3, 0)).isCloseTo(0.3, within(1e-12));
    assertThat(ground.beneath(0, 0, 2, 0)).isCloseTo(0.5, within(1e-5));
    assertThat(ground.beneath(0, 0.4, 2, 0)).isCloseTo(0.2, within(1e-5));
    assertThat(ground.beneath(0, 2, 2, 0)).isCloseTo(0, within(1e-5));
    // from inside a prop only the floor is left
    assertThat(ground.beneath(0, 0, 0.3, 0)).isZero();
    assertThat(ground.surfaces()).hasSize(3);
  }

  /** Points on a floor that is turned as the floor says lie on it. */
  @Property(tries = 60)
  void theTiltOfAFloorIsTheTurnThatLaysThingsOnIt(
      @ForAll @DoubleRange(min = -0.3, max = 0.3) double slopeX,
      @ForAll @DoubleRange(min = -0.3, max = 0.3) double slopeZ,
      @ForAll @DoubleRange(min = -3, max = 3) double x,
      @ForAll @DoubleRange(min = -3, max = 3) double z) {
    FloorPlane floor = new FloorPlane(0.4, slopeX, slopeZ);
    double[] tilt = new double[4];
    floor.tilt(tilt);
    double[] p = {x, 0, z};
    Quats.rotate(tilt, 0, p, 0, p, 0);
    assertThat(floor.over(0, p[0], p[1] + 0.4, p[2])).isCloseTo(0, within(1e-12));
    double[] up = {0, 0.25, 0};
    Quats.rotate(tilt, 0, up, 0, up, 0);
    assertThat(floor.over(0, up[0], up[1] + 0.4, up[2])).isCloseTo(0.25, within(1e-12));
    assertThat(floor.farthest(floor, 10)).isZero();
    assertThat(floor.farthest(FloorPlane.level(0.4), 2))
        .isCloseTo(2 * Math.hypot(slopeX, slopeZ), within(1e-12));
  }

  private static FloorPlane fitted(
      double slopeX, double slopeZ, double wayX, double wayZ, long seed) {
    Random random = new Random(seed);
    int count = 600;
    double[] p = new double[3 * count];
    for (int n = 0; n < count; n++) {
      p[3 * n] = wayX * (random.nextDouble() - 0.5);
      p[3 * n + 2] = wayZ * (random.nextDouble() - 0.5);
      p[3 * n + 1] = slopeX * p[3 * n] + slopeZ * p[3 * n + 2] + 0.004 * random.nextGaussian();
      // every seventh foot stands on a step
      p[3 * n + 1] += n % 7 == 0 ? 0.3 : 0;
    }
    return FloorFit.of(p, count, 0);
  }

  @Test
  void aTiltIsToldWhereFeetGoFarEnough() {
    FloorPlane ramp = fitted(0.05, -0.03, 4, 4, 1);
    assertThat(ramp.slopeX()).isCloseTo(0.05, within(0.003));
    assertThat(ramp.slopeZ()).isCloseTo(-0.03, within(0.003));
    assertThat(ramp.heightM()).isCloseTo(0, within(0.004));
    FloorPlane along = fitted(0.05, 0, 4, 0.1, 2);
    assertThat(along.slopeX()).isCloseTo(0.05, within(0.003));
    assertThat(along.slopeZ()).as("nobody went there").isZero();
    FloorPlane level = FloorPlane.level(0);
    assertThat(fitted(0, 0, 4, 4, 3)).as("level").isEqualTo(level);
    assertThat(fitted(0.05, 0.05, 0.3, 0.3, 4)).as("on the spot").isEqualTo(level);
    assertThat(fitted(0.3, 0, 4, 4, 5)).as("too steep for a floor").isEqualTo(level);
    assertThat(FloorFit.of(new double[30], 10, 0.2)).as("too few").isEqualTo(FloorPlane.level(0.2));
  }

  @Test
  void knownContactsArePatchedAndCut() {
    Contact heel = new Contact(ContactPart.LEFT_HEEL, new Frames(10, 60));
    KnownContacts known = KnownContacts.NONE.with(new Frames(0, 100), List.of(heel));
    Contact later = new Contact(ContactPart.LEFT_HEEL, new Frames(30, 200));
    KnownContacts patched = known.with(new Frames(20, 40), List.of(later));
    assertThat(patched.contacts())
        .extracting(Contact::frames)
        .containsExactly(new Frames(10, 20), new Frames(30, 40), new Frames(40, 60));
    assertThat(patched.where()).isEqualTo(FrameSet.of(new Frames(0, 100)));
    KnownContacts part = known.within(new Frames(50, 90));
    assertThat(part.contacts()).extracting(Contact::frames).containsExactly(new Frames(50, 60));
    assertThat(part.where()).isEqualTo(FrameSet.of(new Frames(50, 90)));
    KnownContacts cut =
        known.through(TimeMap.without(200, List.of(new Frames(0, 5), new Frames(20, 30))));
    assertThat(cut.contacts()).extracting(Contact::frames).containsExactly(new Frames(5, 45));
    assertThat(cut.where()).isEqualTo(FrameSet.of(new Frames(0, 85)));
  }
}
