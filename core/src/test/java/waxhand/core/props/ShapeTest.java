package waxhand.core.props;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

final class ShapeTest {
  private static final Mesh WEDGE =
      Mesh.of(
          new float[] {0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0.5f, 0},
          new int[] {0, 1, 2, 0, 3, 1, 1, 3, 2, 2, 3, 0});

  /** What is twice as large is twice as far from a place that is twice as far out. */
  @Test
  void scalesAboutTheMiddleOfItsBase() {
    Random random = new Random(5);
    for (Shape shape :
        List.of(
            new Shape.Box(0.5, 0.3, 0.4),
            new Shape.Cylinder(0.3, 0.6),
            new Shape.Ball(0.2),
            WEDGE)) {
      for (double times : new double[] {0.6, 1, 1.4}) {
        Shape scaled = shape.scaled(times);
        for (int n = 0; n < 50; n++) {
          double x = random.nextGaussian();
          double y = random.nextGaussian();
          double z = random.nextGaussian();
          assertThat(scaled.outside(times * x, times * y, times * z))
              .as("%s %s times", shape, times)
              .isCloseTo(times * shape.outside(x, y, z), within(1e-6));
        }
      }
    }
    assertThat(new Shape.Plane(2, 1).scaled(0.5).size()).containsExactly(1, 0, 0.5);
  }
}
