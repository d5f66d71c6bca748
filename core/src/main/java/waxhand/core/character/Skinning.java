package waxhand.core.character;

/**
 * Moves the points of a skin with its joints in shares (linear blend skinning: Magnenat-Thalmann,
 * Laperrière & Thalmann 1988).
 */
public final class Skinning {
  private Skinning() {}

  /** At each point the mean of its triangles' normals by their size, unit, 3 numbers a point. */
  public static float[] normals(float[] points, int[] triangles) {
    double[] sum = new double[points.length];
    for (int n = 0; n < triangles.length; n += 3) {
      int a = 3 * triangles[n];
      int b = 3 * triangles[n + 1];
      int c = 3 * triangles[n + 2];
      double ux = points[b] - points[a];
      double uy = points[b + 1] - points[a + 1];
      double uz = points[b + 2] - points[a + 2];
      double vx = points[c] - points[a];
      double vy = points[c + 1] - points[a + 1];
      double vz = points[c + 2] - points[a + 2];
      double x = uy * vz - uz * vy;
      double y = uz * vx - ux * vz;
      double z = ux * vy - uy * vx;
      for (int k = n; k < n + 3; k++) {
        int at = 3 * triangles[k];
        sum[at] += x;
        sum[at + 1] += y;
        sum[at + 2] += z;
      }
    }
    float[] normals = new float[points.length];
    for (int n = 0; n < normals.length; n += 3) {
      double length =
          Math.sqrt(sum[n] * sum[n] + sum[n + 1] * sum[n + 1] + sum[n + 2] * sum[n + 2]);
      if (length > 1e-15) {
        for (int i = 0; i < 3; i++) {
          normals[n + i] = (float) (sum[n + i] / length);
        }
      } else {
        normals[n + 1] = 1;
      }
    }
    return normals;
  }

  /**
   * Bends a skin, or the first so many of its points.
   *
   * @param count of points
   * @param points at rest, 3 numbers a point, metres. Not modified.
   * @param normals at rest, 3 numbers a point. Not modified.
   * @param joints of each point, {@link Skin#MOST_JOINTS} numbers a point, those with shares first.
   *     Not modified.
   * @param shares of these. Not modified.
   * @param moves what takes the world at rest to where each joint takes it, 3 rows of 4 numbers a
   *     joint. Not modified.
   * @param points2 where the points are. Modified: those.
   * @param normals2 unit. Modified: those.
   */
  public static void bend(
      int count,
      float[] points,
      float[] normals,
      int[] joints,
      float[] shares,
      double[] moves,
      float[] points2,
      float[] normals2) {
    double[] m = new double[12];
    int last = -1;
    for (int n = 0; n < count; n++) {
      int at = Skin.MOST_JOINTS * n;
      boolean single = shares[at] >= 1;
      if (!single || last != joints[at]) {
        blend(joints, shares, at, moves, m);
        last = single ? joints[at] : -1;
      }
      int i = 3 * n;
      double x = points[i];
      double y = points[i + 1];
      double z = points[i + 2];
      points2[i] = (float) (m[0] * x + m[1] * y + m[2] * z + m[3]);
      points2[i + 1] = (float) (m[4] * x + m[5] * y + m[6] * z + m[7]);
      points2[i + 2] = (float) (m[8] * x + m[9] * y + m[10] * z + m[11]);
      x = normals[i];
      y = normals[i + 1];
      z = normals[i + 2];
      double nx = m[0] * x + m[1] * y + m[2] * z;
      double ny = m[4] * x + m[5] * y + m[6] * z;
      double nz = m[8] * x + m[9] * y + m[10] * z;
      double by = 1 / Math.sqrt(Math.max(1e-12, nx * nx + ny * ny + nz * nz));
      normals2[i] = (float) (by * nx);
      normals2[i + 1] = (float) (by * ny);
      normals2[i + 2] = (float) (by * nz);
    }
  }

  private static void blend(int[] joints, float[] shares, int at, double[] moves, double[] m) {
    double w = shares[at];
    int from = 12 * joints[at];
    for (int i = 0; i < 12; i++) {
      m[i] = w * moves[from + i];
    }
    for (int k = 1; k < Skin.MOST_JOINTS; k++) {
      double share = shares[at + k];
      if (share > 0) {
        int other = 12 * joints[at + k];
        for (int i = 0; i < 12; i++) {
          m[i] += share * moves[other + i];
        }
      }
    }
  }
}
