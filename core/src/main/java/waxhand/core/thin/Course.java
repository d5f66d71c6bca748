package waxhand.core.thin;

import java.util.Arrays;
import waxhand.core.maths.Quats;
import waxhand.core.maths.TurnRates;

/**
 * Samples that are to be thinned, as vectors of 3 seen from one of them: straight lines between
 * places, and the shortest turns between rotations. Their cubics are those of {@link
 * waxhand.core.curve.TurnCurve} and {@link waxhand.core.curve.Curve}.
 */
enum Course {
  /** Places, 3 numbers a sample. */
  PLACES(3) {
    @Override
    void seen(double[] samples, int from, int n, double[] dest, int at) {
      for (int i = 0; i < 3; i++) {
        dest[at + i] = samples[3 * n + i] - samples[3 * from + i];
      }
    }

    @Override
    void put(double[] samples, int from, double[] seen, double[] dest, int n) {
      for (int i = 0; i < 3; i++) {
        double is = samples[3 * from + i];
        // of a negative zero, too, the bits stay
        dest[3 * n + i] = seen[i] == 0 ? is : is + seen[i];
      }
    }

    @Override
    void toRate(double[] way, double[] slope) {}

    @Override
    void toSlope(double[] way, double[] rate) {}
  },

  /** Rotations, 4 numbers a sample; rates are those of the body. */
  ROTATIONS(4) {
    @Override
    void seen(double[] samples, int from, int n, double[] dest, int at) {
      if (Arrays.equals(samples, 4 * from, 4 * from + 4, samples, 4 * n, 4 * n + 4)) {
        // exactly, so that what does not turn keeps its bits
        Arrays.fill(dest, at, at + 3, 0);
        return;
      }
      double[] q = new double[4];
      Quats.between(samples, 4 * from, samples, 4 * n, q, 0);
      Quats.log(q, 0, dest, at);
    }

    @Override
    void put(double[] samples, int from, double[] seen, double[] dest, int n) {
      if (seen[0] == 0 && seen[1] == 0 && seen[2] == 0) {
        System.arraycopy(samples, 4 * from, dest, 4 * n, 4);
        return;
      }
      Quats.exp(seen, 0, dest, 4 * n);
      Quats.multiply(samples, 4 * from, dest, 4 * n, dest, 4 * n);
      Quats.normalize(dest, 4 * n);
    }

    @Override
    void toRate(double[] way, double[] slope) {
      TurnRates.toBody(way, 0, slope, 0, slope, 0);
    }

    @Override
    void toSlope(double[] way, double[] rate) {
      TurnRates.toVector(way, 0, rate, 0, rate, 0);
    }
  };

  private final int width;

  Course(int width) {
    this.width = width;
  }

  /** Numbers a sample. */
  int width() {
    return width;
  }

  /** Sample {@code n} as seen from another, 3 numbers. Modified: dest. */
  abstract void seen(double[] samples, int from, int n, double[] dest, int at);

  /** The sample that is seen so. Modified: dest, its sample {@code n}. */
  abstract void put(double[] samples, int from, double[] seen, double[] dest, int n);

  /** The change of what is seen, as a rate of the sample there. Modified: slope. */
  abstract void toRate(double[] way, double[] slope);

  /** The other way round. Modified: rate. */
  abstract void toSlope(double[] way, double[] rate);
}
