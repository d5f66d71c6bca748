package waxhand.core.character;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * A skin being made of closed tubes, each laid ring by ring. A ring goes with joints in shares, by
 * index, that sum to one.
 */
final class TubeMesh {
  private final List<float[]> points = new ArrayList<>();
  private final List<TreeMap<Integer, Double>> shares = new ArrayList<>();
  private final List<int[]> triangles = new ArrayList<>();
  private final List<Integer> colours = new ArrayList<>();

  /**
   * Begins a tube.
   *
   * @param around points in a ring
   * @param colour as 0xRRGGBB
   */
  Tube tube(int around, int colour) {
    return new Tube(around, colour);
  }

  Skin skin() {
    float[] p = new float[3 * points.size()];
    int[] joints = new int[Skin.MOST_JOINTS * points.size()];
    float[] s = new float[joints.length];
    for (int n = 0; n < points.size(); n++) {
      System.arraycopy(points.get(n), 0, p, 3 * n, 3);
      int at = Skin.MOST_JOINTS * n;
      for (var e : shares.get(n).entrySet()) {
        joints[at] = e.getKey();
        s[at++] = (float) (double) e.getValue();
      }
    }
    int[] t = new int[3 * triangles.size()];
    int[] c = new int[triangles.size()];
    for (int n = 0; n < c.length; n++) {
      System.arraycopy(triangles.get(n), 0, t, 3 * n, 3);
      c[n] = colours.get(n);
    }
    return new Skin(p, t, joints, s, c, List.of());
  }

  /** A tube being laid, ring by ring. */
  final class Tube {
    private final int around;
    private final int colour;
    private int last = -1;
    private int first = -1;

    private Tube(int around, int colour) {
      this.around = around;
      this.colour = colour;
    }

    /**
     * @param wide half its width, a direction and a length
     * @param deep half its depth
     * @param back how deep it is behind its middle against before it
     */
    void ring(
        Vector3dc middle, Vector3dc wide, Vector3dc deep, double back, TreeMap<Integer, Double> w) {
      int from = points.size();
      for (int n = 0; n < around; n++) {
        double angle = 2 * Math.PI * n / around;
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        Vector3d p = new Vector3d(middle).fma(c, wide).fma(s < 0 ? s * back : s, deep);
        point(p, w);
      }
      if (last >= 0) {
        for (int n = 0; n < around; n++) {
          int m = (n + 1) % around;
          triangle(last + n, from + n, last + m, colour);
          triangle(last + m, from + n, from + m, colour);
        }
      } else {
        first = from;
      }
      last = from;
    }

    /** Lays a ring so that the tube's outside is out, whichever way it goes. */
    void ringAlong(
        Vector3dc along,
        Vector3dc middle,
        Vector3d wide,
        Vector3d deep,
        TreeMap<Integer, Double> w) {
      boolean turned = new Vector3d(wide).cross(deep).dot(along) < 0;
      ring(middle, wide, turned ? deep.negate() : deep, 1, w);
    }

    /** Closes both ends in points. */
    void close(
        Vector3dc begin, TreeMap<Integer, Double> b, Vector3dc end, TreeMap<Integer, Double> e) {
      int a = points.size();
      point(begin, b);
      int z = points.size();
      point(end, e);
      for (int n = 0; n < around; n++) {
        int m = (n + 1) % around;
        triangle(a, first + n, first + m, colour);
        triangle(z, last + m, last + n, colour);
      }
    }
  }

  private void point(Vector3dc p, TreeMap<Integer, Double> w) {
    points.add(new float[] {(float) p.x(), (float) p.y(), (float) p.z()});
    shares.add(w);
  }

  private void triangle(int a, int b, int c, int colour) {
    triangles.add(new int[] {a, c, b});
    colours.add(colour);
  }

  /** All of it goes with one joint. */
  static TreeMap<Integer, Double> only(int joint) {
    TreeMap<Integer, Double> w = new TreeMap<>();
    w.put(joint, 1.0);
    return w;
  }

  /**
   * Some goes with one joint and the rest with another, on a soft step.
   *
   * @param share of the second, from 0 to 1; beyond them held to them
   */
  static TreeMap<Integer, Double> mix(int a, int b, double share) {
    TreeMap<Integer, Double> w = new TreeMap<>();
    double s = Math.max(0, Math.min(1, share));
    s = s * s * (3 - 2 * s);
    if (s < 1) {
      w.put(a, 1 - s);
    }
    if (s > 0) {
      w.merge(b, s, Double::sum);
    }
    return w;
  }

  /** Rows with one more between each two, on a smooth line through them. */
  static double[][] denser(double[][] rows) {
    double[][] more = new double[2 * rows.length - 1][];
    for (int n = 0; n < rows.length; n++) {
      more[2 * n] = rows[n];
      if (n + 1 < rows.length) {
        double[] before = rows[Math.max(0, n - 1)];
        double[] after = rows[Math.min(rows.length - 1, n + 2)];
        double[] between = new double[rows[n].length];
        for (int i = 0; i < between.length; i++) {
          double middle = 0.5 * (rows[n][i] + rows[n + 1][i]);
          between[i] = middle + 0.125 * (middle - 0.5 * (before[i] + after[i]));
        }
        more[2 * n + 1] = between;
      }
    }
    return more;
  }
}
