package waxhand.desk.viewport;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.desk.session.Along;

/** The projection of the overlay is that of the 3D scene, and hands move what they grab. */
class CameraTest {
  private static final double W = 800;
  private static final double H = 500;

  private static double[] project(Camera camera, Vector3d p) {
    double[] dest = new double[3];
    assertThat(camera.project(p.x, p.y, p.z, W, H, dest)).isTrue();
    return dest;
  }

  @Property(tries = 200)
  void pointsInThePlaneOfTheTargetKeepTheirSize(
      @ForAll @DoubleRange(min = -3, max = 3) double yaw,
      @ForAll @DoubleRange(min = -1.5, max = 1.5) double pitch,
      @ForAll @DoubleRange(min = 0.3, max = 9) double height,
      @ForAll @DoubleRange(min = -0.4, max = 0.4) double right,
      @ForAll @DoubleRange(min = -0.4, max = 0.4) double up,
      @ForAll boolean parallel) {
    Camera camera = new Camera(new Vector3d(1, 2, 3), yaw, pitch, height, parallel);
    Vector3d point =
        new Vector3d(camera.target())
            .fma(right * height, camera.right())
            .fma(up * height, camera.up());
    double[] seen = project(camera, point);
    assertThat(seen[0]).isCloseTo(W / 2 + right * H, within(1e-6));
    assertThat(seen[1]).isCloseTo(H / 2 - up * H, within(1e-6));
    assertThat(seen[2]).isCloseTo(camera.distance(), within(1e-6));
  }

  /** What is held goes with the pointer as far as it may, and never flies off at the horizon. */
  @Property(tries = 200)
  void whatIsHeldGoesWhereItMay(
      @ForAll @DoubleRange(min = -3, max = 3) double yaw,
      @ForAll @DoubleRange(min = -1.5, max = 1.5) double pitch,
      @ForAll @DoubleRange(min = -60, max = 60) double right,
      @ForAll @DoubleRange(min = -60, max = 60) double down) {
    Camera camera = new Camera(new Vector3d(1, 2, 3), yaw, pitch, 2, false);
    Sight sight = new Sight(camera, W, H);
    Vector3d place = new Vector3d(1.1, 1.9, 3.2);
    double[] from = project(camera, place);
    for (Along along : Along.values()) {
      Vector3d by = sight.moved(place, from[0], from[1], from[0] + right, from[1] + down, along);
      boolean level = along != Along.ANYWHERE && along != Along.UP;
      assertThat(by.y == 0 || !level).isTrue();
      assertThat(by.x == 0 || along != Along.UP && along != Along.Z).isTrue();
      assertThat(by.z == 0 || along != Along.UP && along != Along.X).isTrue();
      assertThat(by.x == 0 || by.z == 0 || along != Along.X_OR_Z).isTrue();
      assertThat(by.length()).isLessThan(8 * 2 * Math.hypot(right, down) / H + 1e-9);
      boolean follows = along == Along.ANYWHERE || along == Along.LEVEL && Math.abs(pitch) > 0.5;
      if (follows) {
        double[] to = project(camera, new Vector3d(place).add(by));
        assertThat(to[0]).isCloseTo(from[0] + right, within(1e-6));
        assertThat(to[1]).isCloseTo(from[1] + down, within(1e-6));
      } else if (along == Along.LEVEL && right > 5) {
        assertThat(by.dot(camera.right())).isGreaterThan(0);
      }
    }
    assertThat(sight.moved(place, 0, 0, 10, 10, Along.UP).y).isNegative();
  }

  @Property(tries = 100)
  void itsAxesStandAtRightAngles(
      @ForAll @DoubleRange(min = -3, max = 3) double yaw,
      @ForAll @DoubleRange(min = -1.57, max = 1.57) double pitch) {
    Camera camera = new Camera(new Vector3d(), yaw, pitch, 2, false);
    assertThat(camera.right().dot(camera.up())).isCloseTo(0, within(1e-12));
    assertThat(camera.right().dot(camera.back())).isCloseTo(0, within(1e-12));
    assertThat(camera.up().length()).isCloseTo(1, within(1e-12));
    assertThat(camera.right().cross(camera.up()).distance(camera.back())).isLessThan(1e-12);
  }

  @Test
  void turningKeepsTheTargetAndPanningMovesItUnderTheHand() {
    Camera camera = new Camera(new Vector3d(0.2, 1, 0), 0.5, 0.2, 2, false);
    assertThat(camera.orbited(1, 0.4).target()).isEqualTo(camera.target());
    assertThat(camera.orbited(0, 99).pitchRad()).as("never over the top").isEqualTo(Math.PI / 2);
    Vector3d grabbed = new Vector3d(camera.target());
    double[] before = project(camera, grabbed);
    // a hand that goes 30 pixels right and 20 down pans by so many shares of the height
    double[] after = project(camera.panned(-30 / H, 20 / H), grabbed);
    assertThat(after[0] - before[0]).isCloseTo(30, within(1e-9));
    assertThat(after[1] - before[1]).isCloseTo(20, within(1e-9));
  }

  @Property(tries = 100)
  void aKeptViewIsRememberedExactly(
      @ForAll Aspect aspect,
      @ForAll @DoubleRange(min = -9, max = 9) double x,
      @ForAll @DoubleRange(min = -1.5, max = 1.5) double pitch) {
    Camera camera = aspect.camera(1.8).at(new Vector3d(x, 1e-12, -x)).orbited(x, pitch);
    KeptView kept = new KeptView(aspect, camera);
    assertThat(KeptView.of(kept.text())).contains(kept);
    assertThat(KeptView.of(kept.text().replaceFirst(" \\S+$", ""))).as("cut off").isEmpty();
    assertThat(KeptView.of(kept.text().replaceFirst(" \\S+$", " NaN"))).isEmpty();
    assertThat(KeptView.of("NOWHERE 0 0 0 0 0 1")).isEmpty();
  }

  @Test
  void zoomHasEndsAndWhatIsBehindIsNotSeen() {
    Camera camera = new Camera(new Vector3d(), 0, 0, 2, false);
    assertThat(camera.zoomed(1e-9).heightM()).isEqualTo(0.05);
    assertThat(camera.zoomed(1e9).heightM()).isEqualTo(200);
    assertThat(camera.project(0, 0, camera.distance() + 1, W, H, new double[3])).isFalse();
  }
}
