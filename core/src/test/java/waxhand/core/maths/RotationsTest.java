package waxhand.core.maths;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Reference;

class RotationsTest {
  private static final int[][] ORDERS = {
    {0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}
  };

  @Test
  void eulerAnglesAndRotationVectorsMatchTheReference() {
    for (JsonNode c : Reference.cases("euler")) {
      String order = c.get("order").asText();
      EulerAngles euler =
          new EulerAngles(order.charAt(0) - 'X', order.charAt(1) - 'X', order.charAt(2) - 'X');
      double[] degrees = Reference.numbers(c.get("degrees"));
      double[] wanted = Reference.numbers(c.get("quaternion_xyzw"));
      double[] q = new double[4];
      euler.toQuaternion(
          Math.toRadians(degrees[0]), Math.toRadians(degrees[1]), Math.toRadians(degrees[2]), q, 0);
      assertThat(Quats.angle(q, 0, wanted, 0)).isLessThan(1e-9);
      double[] back = new double[3];
      euler.fromQuaternion(wanted, 0, new double[3], back);
      double[] again = new double[4];
      euler.toQuaternion(back[0], back[1], back[2], again, 0);
      assertThat(Quats.angle(again, 0, wanted, 0)).isLessThan(1e-9);
      double[] near = {
        Math.toRadians(degrees[0]) + 0.1, Math.toRadians(degrees[1]), Math.toRadians(degrees[2])
      };
      euler.fromQuaternion(wanted, 0, near, back);
      for (int i = 0; i < 3; i++) {
        assertThat(Math.toDegrees(back[i])).isCloseTo(degrees[i], within(1e-8));
      }
      double[] v = new double[3];
      Quats.log(wanted, 0, v, 0);
      double[] vector = Reference.numbers(c.get("rotation_vector"));
      for (int i = 0; i < 3; i++) {
        assertThat(v[i]).isCloseTo(vector[i], within(1e-9));
      }
    }
  }

  @Test
  void slerpMatchesTheReference() {
    for (JsonNode c : Reference.cases("slerp")) {
      double[] a = Reference.numbers(c.get("a_xyzw"));
      double[] b = Reference.numbers(c.get("b_xyzw"));
      double[] turn = new double[4];
      Quats.between(a, 0, b, 0, turn, 0);
      Quats.multiply(a, 0, turn, 0, turn, 0);
      assertThat(Quats.angle(turn, 0, b, 0)).as("from a, as seen from it").isLessThan(1e-9);
      Quats.leading(a, 0, b, 0, turn, 0);
      Quats.multiply(turn, 0, a, 0, turn, 0);
      assertThat(Quats.angle(turn, 0, b, 0)).as("from a, as seen from outside").isLessThan(1e-9);
      double[] s = Reference.numbers(c.get("s"));
      assertThat(Quats.angle(a, 0, b, 0)).isCloseTo(c.get("angle_rad").asDouble(), within(1e-9));
      for (int i = 0; i < s.length; i++) {
        double[] q = new double[4];
        Quats.slerp(a, 0, b, 0, s[i], q, 0);
        assertThat(Quats.angle(q, 0, Reference.numbers(c.get("out_xyzw").get(i)), 0))
            .isLessThan(1e-9);
      }
    }
  }

  /** Near the pole first and third angle are ill determined, but together they must give back q. */
  @Property(tries = 400)
  void anglesGiveBackTheRotationEvenAtThePole(
      @ForAll @IntRange(max = 5) int order,
      @ForAll @DoubleRange(min = -3, max = 3) double a,
      @ForAll @DoubleRange(min = -1e-6, max = 1e-6) @Scale(12) double fromPole,
      @ForAll @DoubleRange(min = -3, max = 3) double c,
      @ForAll boolean lower) {
    EulerAngles euler = new EulerAngles(ORDERS[order][0], ORDERS[order][1], ORDERS[order][2]);
    double[] q = new double[4];
    euler.toQuaternion(a, (lower ? -1 : 1) * Math.PI / 2 + fromPole, c, q, 0);
    double[] back = new double[3];
    euler.fromQuaternion(q, 0, new double[] {a, 0, c}, back);
    double[] again = new double[4];
    euler.toQuaternion(back[0], back[1], back[2], again, 0);
    assertThat(Quats.angle(again, 0, q, 0)).isLessThan(1e-7);
  }

  @Test
  void rotationVectorsStayContinuousPastHalfATurn() {
    int n = 400;
    double[] q = new double[4 * n];
    for (int i = 0; i < n; i++) {
      double angle = 4.4 * i / (n - 1);
      q[4 * i + 1] = Math.sin(angle / 2);
      q[4 * i + 3] = Math.cos(angle / 2) * 1;
      if (i % 2 == 1) {
        for (int k = 0; k < 4; k++) {
          q[4 * i + k] = -q[4 * i + k];
        }
      }
    }
    double[] v = new double[3 * n];
    assertThat(RotationVectors.fromRotations(q, n, new double[] {0, 0, 0, 1}, v)).isTrue();
    for (int i = 1; i < n; i++) {
      assertThat(v[3 * i + 1] - v[3 * i - 2]).isCloseTo(4.4 / (n - 1), within(1e-9));
    }
    q[4 * n - 3] = Math.sin(2.6);
    q[4 * n - 1] = Math.cos(2.6);
    assertThat(RotationVectors.fromRotations(q, n, new double[] {0, 0, 0, 1}, v)).isFalse();
  }

  /** Both branches of both maps, the quick one for small angles and the general one. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 1e-9, 0.3, 1.4, 2.4})
  void rotationVectorsGoThereAndBackAndAgreeWithTheSingleLogarithm(double most) {
    int n = 300;
    Random random = new Random(5);
    double[] reference = {0.5, -0.5, 0.1, 0.7};
    Quats.normalize(reference, 0);
    double[] wanted = new double[3 * n];
    double[] q = new double[4 * n];
    for (int i = 0; i < n; i++) {
      double angle = most * Math.sin(Math.PI * i / n);
      wanted[3 * i] = 0.6 * angle;
      wanted[3 * i + 1] = -0.8 * angle;
      Quats.exp(wanted, 3 * i, q, 4 * i);
      Quats.multiply(reference, 0, q, 4 * i, q, 4 * i);
      if (random.nextBoolean()) {
        for (int k = 0; k < 4; k++) {
          q[4 * i + k] = -q[4 * i + k];
        }
      }
    }
    double[] v = new double[3 * n];
    assertThat(RotationVectors.fromRotations(q, n, reference, v)).isTrue();
    assertThat(v).containsExactly(wanted, within(4e-15));
    double[] back = new double[4 * (n - 10)];
    boolean near = RotationVectors.isNear(v, 10, n - 10);
    RotationVectors.toRotations(v, 10, n - 10, near, reference, back);
    for (int i = 0; i < n - 10; i++) {
      assertThat(Quats.angle(back, 4 * i, q, 4 * (i + 10))).isLessThan(4e-15);
      assertThat(Quats.dot(back, 4 * i, back, 4 * i)).isCloseTo(1, within(4e-16));
    }
  }

  @Test
  void sinesOfSmallAnglesAreThoseOfTheLibraryToTheLastPlaces() {
    for (double x = -3.5; x <= 3.5; x += 0.000731) {
      assertThat(Sines.sin(x)).isCloseTo(Math.sin(x), within(2 * Math.ulp(Math.sin(x))));
      assertThat(Sines.cos(x)).isCloseTo(Math.cos(x), within(2 * Math.ulp(Math.cos(x))));
    }
    for (double x : new double[] {0, 1e-300, 1e-9, Math.PI / 4, -Math.PI / 4}) {
      assertThat(Sines.sin(x)).isCloseTo(Math.sin(x), within(2 * Math.ulp(Math.sin(x))));
    }
    assertThat(Sines.cos(0)).isEqualTo(1);
    assertThat(Sines.sin(Double.NaN)).isNaN();
  }

  /** Also where one of the angles is beyond what the polynomial is for, or none. */
  @Test
  void manyAtATimeAreAsOneByOneToTheLastBit() {
    Random random = new Random(8);
    for (int[] axes : new int[][] {{0, 1, 2}, {2, 0, 1}, {2, 1, 0}, {1, 0, 2}}) {
      for (double widest : new double[] {1.5, 4}) {
        EulerAngles euler = new EulerAngles(axes[0], axes[1], axes[2]);
        int count = 77;
        EulerRun run = new EulerRun(100);
        double[] one = new double[4 * count];
        for (int n = 0; n < count; n++) {
          double[] abc = new double[3];
          for (int place = 0; place < 3; place++) {
            abc[place] = n == 5 ? 0 : widest * (2 * random.nextDouble() - 1);
            run.halves(place)[n] = abc[place] / 2;
          }
          euler.toQuaternion(abc[0], abc[1], abc[2], one, 4 * n);
        }
        double[] many = new double[4 * count];
        run.toQuaternions(euler, count, many, 0);
        assertThat(many).containsExactly(one);
      }
    }
  }
}
