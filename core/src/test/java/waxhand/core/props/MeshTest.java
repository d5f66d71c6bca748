package waxhand.core.props;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** Meshes: distances against forms whose distance is known. */
class MeshTest {
  /** A box of these sizes, its base on the ground. */
  private static Mesh box(float w, float h, float d) {
    float[] p = new float[24];
    for (int n = 0; n < 8; n++) {
      p[3 * n] = (n & 1) == 0 ? 3 : 3 + w;
      p[3 * n + 1] = (n & 2) == 0 ? -1 : -1 + h;
      p[3 * n + 2] = (n & 4) == 0 ? 5 : 5 + d;
    }
    int[] t = {
      0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6, 0, 1, 4, 1, 5, 4, 2, 6, 3, 3, 6, 7, 0, 4, 2, 2, 4, 6, 1,
      3, 5, 3, 7, 5
    };
    return Mesh.of(p, t);
  }

  /** A ball of so many rings. */
  private static Mesh ball(double radius, int rings) {
    float[] p = new float[3 * (rings + 1) * (2 * rings)];
    int[] t = new int[6 * rings * 2 * rings];
    int at = 0;
    for (int i = 0; i <= rings; i++) {
      for (int k = 0; k < 2 * rings; k++) {
        double a = Math.PI * i / rings;
        double b = Math.PI * k / rings;
        int n = 3 * (i * 2 * rings + k);
        p[n] = (float) (radius * Math.sin(a) * Math.sin(b));
        p[n + 1] = (float) (radius * Math.cos(a));
        p[n + 2] = (float) (radius * Math.sin(a) * Math.cos(b));
        if (i < rings) {
          int next = (k + 1) % (2 * rings);
          int[] quad = {
            i * 2 * rings + k, (i + 1) * 2 * rings + k, i * 2 * rings + next,
            i * 2 * rings + next, (i + 1) * 2 * rings + k, (i + 1) * 2 * rings + next
          };
          System.arraycopy(quad, 0, t, at, 6);
          at += 6;
        }
      }
    }
    return Mesh.of(p, t);
  }

  @Test
  void aBoxOfTrianglesIsAsFarAsTheBoxItself() {
    Mesh mesh = box(0.4f, 0.3f, 0.2f);
    Shape.Box same = new Shape.Box(0.4, 0.3, 0.2);
    assertThat(mesh.size()).containsExactly(new double[] {0.4, 0.3, 0.2}, within(1e-6));
    Random random = new Random(4);
    int inside = 0;
    for (int n = 0; n < 4000; n++) {
      double x = 0.5 * (random.nextDouble() - 0.5);
      double y = 0.4 * random.nextDouble() - 0.05;
      double z = 0.3 * (random.nextDouble() - 0.5);
      double wanted = same.outside(x, y, z);
      inside += wanted < 0 ? 1 : 0;
      assertThat(mesh.outside(x, y, z)).as(x + " " + y + " " + z).isCloseTo(wanted, within(1e-6));
    }
    assertThat(inside).isGreaterThan(500);
  }

  @Test
  void aBallOfManyTrianglesIsFoundThroughItsTree() {
    Mesh mesh = ball(0.5, 60);
    Shape.Ball same = new Shape.Ball(1);
    Random random = new Random(9);
    for (int n = 0; n < 2000; n++) {
      double x = 3 * (random.nextDouble() - 0.5);
      double y = 3 * (random.nextDouble() - 0.5) + 0.5;
      double z = 3 * (random.nextDouble() - 0.5);
      assertThat(mesh.outside(x, y, z)).isCloseTo(same.outside(x, y, z), within(0.002));
    }
  }

  @Test
  void anotherSizeIsTheSameForm() {
    Mesh small = box(0.2f, 0.1f, 0.1f).sized(0.4, 0.3, 0.2);
    assertThat(small.outside(0, 0.5, 0)).isCloseTo(0.2, within(1e-6));
    assertThat(small.sized(0.4, 0.3, 0.2)).isSameAs(small);
    assertThat(small).isEqualTo(box(0.2f, 0.1f, 0.1f).sized(0.4, 0.3, 0.2));
  }

  /** A sheet that lies flat, such as a piece of ground, has an upper and a lower side. */
  @Test
  void openMeshesHaveTwoSides() {
    Mesh sheet =
        Mesh.of(new float[] {-1, 0, -1, 1, 0, -1, -1, 0, 1, 1, 0, 1}, new int[] {0, 2, 1, 1, 2, 3});
    assertThat(sheet.outside(0.2, 0.3, 0.1)).isCloseTo(0.3, within(1e-9));
    assertThat(sheet.outside(0.2, -0.3, 0.1)).isCloseTo(-0.3, within(1e-9));
    assertThat(sheet.sized(4, 0.001, 4).outside(1.9, 0.1, 1.9)).isCloseTo(0.1, within(1e-6));
  }

  @Test
  void meshesThatAreNoneAreRefused() {
    float[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0};
    assertThatThrownBy(() -> Mesh.of(p, new int[] {0, 1, 3})).hasMessageContaining("corner 3 of 3");
    assertThatThrownBy(() -> Mesh.of(p, new int[] {})).hasMessageContaining("without triangles");
    assertThatThrownBy(() -> Mesh.of(p, new int[] {0, 1})).hasMessageContaining("no triangles");
    float[] bad = {0, 0, 0, 1, Float.NaN, 0, 0, 1, 0};
    assertThatThrownBy(() -> Mesh.of(bad, new int[] {0, 1, 2})).hasMessageContaining("point 1");
    // triangles without area give numbers all the same
    Mesh flat = Mesh.of(new float[] {0, 0, 0, 1, 0, 0, 2, 0, 0}, new int[] {0, 1, 2});
    assertThat(flat.outside(0, 1, 0)).isFinite();
  }
}
