package waxhand.desk.viewport;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.rehearsal.actor.Build;

class FigureTest {
  private static double volume(TriangleMesh mesh) {
    double sum = 0;
    for (int f = 0; f < mesh.getFaces().size(); f += 6) {
      Vector3d[] p = new Vector3d[3];
      for (int k = 0; k < 3; k++) {
        int i = 3 * mesh.getFaces().get(f + 2 * k);
        p[k] =
            new Vector3d(
                mesh.getPoints().get(i), mesh.getPoints().get(i + 1), mesh.getPoints().get(i + 2));
        assertThat(p[k].isFinite()).isTrue();
      }
      sum += p[0].dot(new Vector3d(p[1]).cross(p[2])) / 6;
    }
    return sum;
  }

  /** Skins are closed and face outwards: their volume is above 0, and all together a body's. */
  @Test
  void theFigureIsASolidBody() {
    for (boolean fingers : new boolean[] {false, true}) {
      List<FigureParts.Part> parts = FigureParts.of(Body.of(new Build(1.78, fingers).skeleton()));
      double all = 0;
      for (FigureParts.Part part : parts) {
        double v = volume(part.mesh());
        assertThat(v).isPositive();
        all += part.band() ? 0 : v;
      }
      // a person of 1.78 m has some 70 litres; skins overlap at the joints
      assertThat(1000 * all).isBetween(60.0, 110.0);
      assertThat(parts.stream().filter(p -> p.side() == Side.LEFT && !p.band()).count())
          .isEqualTo(parts.stream().filter(p -> p.side() == Side.RIGHT && !p.band()).count());
      // sides are told apart by the number of bands too
      assertThat(parts.stream().filter(p -> p.band() && p.side() == Side.LEFT)).hasSize(2);
      assertThat(parts.stream().filter(p -> p.band() && p.side() == Side.RIGHT)).hasSize(4);
    }
  }

  @Test
  void aBodyWithoutRolesGetsPlainBones() {
    List<Joint> joints =
        List.of(
            new Joint("q", -1, new Vector3d(), false, Optional.empty()),
            new Joint("r", 0, new Vector3d(0, 0, 1), false, Optional.of(new Vector3d(1, 0, 0))));
    List<FigureParts.Part> parts = FigureParts.of(Body.of(new Skeleton(joints)));
    assertThat(parts.stream().map(FigureParts.Part::joint).collect(Collectors.toSet()))
        .contains(0, 1);
    assertThat(FigureParts.of(Body.of(new Skeleton(List.of())))).isEmpty();
  }

  @Test
  void theCameraProjectsWhatItLooksAtToTheMiddle() {
    double[] p = new double[3];
    for (Aspect aspect : Aspect.values()) {
      Camera camera = aspect.camera(1.8).at(new Vector3d(2, 1, -3));
      assertThat(camera.project(2, 1, -3, 800, 600, p)).isTrue();
      assertThat(p[0]).isCloseTo(400, within(1e-9));
      assertThat(p[1]).isCloseTo(300, within(1e-9));
      Vector3d up = new Vector3d(2, 1, -3).fma(camera.heightM() / 2, camera.up());
      camera.project(up.x, up.y, up.z, 800, 600, p);
      assertThat(p[1]).as(aspect.words()).isCloseTo(0, within(1e-6));
      Vector3d right = new Vector3d(2, 1, -3).fma(camera.heightM() / 2, camera.right());
      camera.project(right.x, right.y, right.z, 800, 600, p);
      assertThat(p[0]).isCloseTo(700, within(1e-6));
      assertThat(camera.eye().distance(2, 1, -3)).isCloseTo(camera.distance(), within(1e-9));
    }
  }

  @Test
  void theFrontViewShowsTheFaceAndTheLeftHandAtTheRight() {
    Camera front = Aspect.FRONT.camera(1.8);
    double[] left = new double[3];
    double[] nose = new double[3];
    double[] back = new double[3];
    front.project(0.5, 1, 0, 800, 600, left);
    assertThat(left[0]).isGreaterThan(400);
    front.project(0, 1.6, 0.2, 800, 600, nose);
    front.project(0, 1.6, -0.2, 800, 600, back);
    assertThat(nose[2]).isLessThan(back[2]);
    Camera moved = front.panned(0.1, 0).zoomed(0.5).orbited(0, 9);
    assertThat(moved.pitchRad()).isEqualTo(Math.PI / 2);
    assertThat(moved.heightM()).isCloseTo(front.heightM() / 2, within(1e-12));
  }
}
