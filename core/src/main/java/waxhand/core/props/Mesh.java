package waxhand.core.props;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * A prop of any form, of triangles: the middle of its base at the origin, y up, metres. Immutable.
 *
 * <p>Which side of it a place lies on is told by the pseudonormal of the nearest face, edge or
 * corner (Bærentzen and Aanæs, "Signed distance computation using the angle weighted pseudonormal",
 * IEEE Trans. Vis. Comput. Graph. 11, 2005): right for closed meshes, and for open ones, such as a
 * piece of ground, on the side their triangles face. Triangles are found by a tree of boxes.
 */
public final class Mesh implements Shape {
  /** Larger meshes are refused: they are scenery, not something to act against. */
  public static final int MOST_TRIANGLES = 400_000;

  private static final int LEAF = 6;

  private final float[] points;
  private final int[] triangles;
  private final double[] size;
  private final int hash;
  private Tree tree;

  private Mesh(float[] points, int[] triangles) {
    this.points = points;
    this.triangles = triangles;
    double[][] box = box(points);
    this.size = new double[] {box[1][0] - box[0][0], box[1][1] - box[0][1], box[1][2] - box[0][2]};
    this.hash = 31 * Arrays.hashCode(points) + Arrays.hashCode(triangles);
  }

  /**
   * A mesh, brought so that the middle of its base is the origin.
   *
   * @param points x y z, metres. Not modified.
   * @param triangles three points each, counted from 0, anticlockwise from outside. Not modified.
   * @throws IllegalArgumentException if there is no triangle, there are too many, a point is not
   *     finite or is not there
   */
  public static Mesh of(float[] points, int[] triangles) {
    if (points.length == 0 || triangles.length == 0) {
      throw new IllegalArgumentException("a mesh without triangles");
    }
    if (points.length % 3 != 0 || triangles.length % 3 != 0) {
      throw new IllegalArgumentException(
          points.length + " numbers and " + triangles.length + " corners are no triangles");
    }
    if (triangles.length / 3 > MOST_TRIANGLES) {
      throw new IllegalArgumentException(
          triangles.length / 3 + " triangles; at most " + MOST_TRIANGLES + " can be acted against");
    }
    for (int n = 0; n < points.length; n++) {
      if (!Float.isFinite(points[n])) {
        throw new IllegalArgumentException("point " + n / 3 + " is " + points[n]);
      }
    }
    for (int corner : triangles) {
      if (corner < 0 || corner >= points.length / 3) {
        throw new IllegalArgumentException(
            "a triangle has corner " + corner + " of " + points.length / 3);
      }
    }
    double[][] box = box(points);
    float[] based = points.clone();
    for (int n = 0; n < based.length; n += 3) {
      based[n] -= (float) (0.5 * (box[0][0] + box[1][0]));
      based[n + 1] -= (float) box[0][1];
      based[n + 2] -= (float) (0.5 * (box[0][2] + box[1][2]));
    }
    return new Mesh(based, triangles.clone());
  }

  private static double[][] box(float[] points) {
    double[] low = {1e30, 1e30, 1e30};
    double[] high = {-1e30, -1e30, -1e30};
    for (int n = 0; n < points.length; n++) {
      low[n % 3] = Math.min(low[n % 3], points[n]);
      high[n % 3] = Math.max(high[n % 3], points[n]);
    }
    return new double[][] {low, high};
  }

  /** The same form in another size, metres; itself where it has that size. */
  @Override
  public Mesh scaled(double times) {
    return sized(times * size[0], times * size[1], times * size[2]);
  }

  public Mesh sized(double width, double height, double depth) {
    double[] wanted = {width, height, depth};
    double[] scale = new double[3];
    boolean same = true;
    for (int i = 0; i < 3; i++) {
      // what is flat stays flat
      scale[i] = size[i] < 1e-6 ? 1 : wanted[i] / size[i];
      same &= Math.abs(scale[i] - 1) < 1e-6;
    }
    if (same) {
      return this;
    }
    float[] scaled = points.clone();
    for (int n = 0; n < scaled.length; n++) {
      scaled[n] *= (float) scale[n % 3];
    }
    return new Mesh(scaled, triangles);
  }

  /** x y z, metres. A copy. */
  public float[] points() {
    return points.clone();
  }

  /** Three points each. A copy. */
  public int[] triangles() {
    return triangles.clone();
  }

  @Override
  public double[] size() {
    return size.clone();
  }

  @Override
  public double outside(double x, double y, double z) {
    return tree().outside(x, y, z);
  }

  private synchronized Tree tree() {
    if (tree == null) {
      tree = new Tree();
    }
    return tree;
  }

  @Override
  public boolean equals(Object other) {
    return other == this
        || other instanceof Mesh m
            && hash == m.hash
            && Arrays.equals(points, m.points)
            && Arrays.equals(triangles, m.triangles);
  }

  @Override
  public int hashCode() {
    return hash;
  }

  // ---- distance ----------------------------------------------------------------------------

  /** Boxes within boxes, the triangles of a leaf side by side. */
  private final class Tree {
    /** Triangles in the order of the tree's leaves. */
    private final int[] order;

    /** Low and high corner of every node's box, 6 numbers. */
    private final double[] boxes;

    /** First triangle of a node in {@link #order}, and one past its last. */
    private final int[] from;

    private final int[] to;

    /** First of two children, which stand side by side; 0 for leaves. */
    private final int[] child;

    private final double[] faces;
    private final double[] corners;
    private final Map<Long, double[]> edges = new HashMap<>();
    private int nodes = 1;

    Tree() {
      int count = triangles.length / 3;
      order = new int[count];
      Arrays.setAll(order, i -> i);
      int most = 2 * count + 1;
      boxes = new double[6 * most];
      from = new int[most];
      to = new int[most];
      child = new int[most];
      faces = new double[3 * count];
      corners = new double[points.length];
      normals(count);
      to[0] = count;
      split(0);
    }

    private double at(int triangle, int corner, int axis) {
      return points[3 * triangles[3 * triangle + corner] + axis];
    }

    private void normals(int count) {
      double[] u = new double[3];
      double[] v = new double[3];
      for (int t = 0; t < count; t++) {
        for (int i = 0; i < 3; i++) {
          u[i] = at(t, 1, i) - at(t, 0, i);
          v[i] = at(t, 2, i) - at(t, 0, i);
        }
        double x = u[1] * v[2] - u[2] * v[1];
        double y = u[2] * v[0] - u[0] * v[2];
        double z = u[0] * v[1] - u[1] * v[0];
        double size = Math.max(1e-30, Math.sqrt(x * x + y * y + z * z));
        faces[3 * t] = x / size;
        faces[3 * t + 1] = y / size;
        faces[3 * t + 2] = z / size;
        for (int c = 0; c < 3; c++) {
          double angle = angle(t, c);
          double[] edge = edges.computeIfAbsent(edge(t, c), k -> new double[3]);
          for (int i = 0; i < 3; i++) {
            corners[3 * triangles[3 * t + c] + i] += angle * faces[3 * t + i];
            edge[i] += faces[3 * t + i];
          }
        }
      }
    }

    private double angle(int t, int c) {
      double dot = 0;
      double a = 0;
      double b = 0;
      for (int i = 0; i < 3; i++) {
        double u = at(t, (c + 1) % 3, i) - at(t, c, i);
        double v = at(t, (c + 2) % 3, i) - at(t, c, i);
        dot += u * v;
        a += u * u;
        b += v * v;
      }
      return a * b < 1e-30 ? 0 : Math.acos(Math.max(-1, Math.min(1, dot / Math.sqrt(a * b))));
    }

    /** The edge from corner c on; the same for both triangles that share it. */
    private long edge(int t, int c) {
      long a = triangles[3 * t + c];
      long b = triangles[3 * t + (c + 1) % 3];
      return Math.min(a, b) << 32 | Math.max(a, b);
    }

    /** Divides a node at the middle of its longest side, until its triangles are few. */
    private void split(int node) {
      double[] low = {1e30, 1e30, 1e30};
      double[] high = {-1e30, -1e30, -1e30};
      for (int n = from[node]; n < to[node]; n++) {
        for (int k = 0; k < 9; k++) {
          double value = at(order[n], k / 3, k % 3);
          low[k % 3] = Math.min(low[k % 3], value);
          high[k % 3] = Math.max(high[k % 3], value);
        }
      }
      System.arraycopy(low, 0, boxes, 6 * node, 3);
      System.arraycopy(high, 0, boxes, 6 * node + 3, 3);
      if (to[node] - from[node] <= LEAF) {
        return;
      }
      int axis = 0;
      for (int i = 1; i < 3; i++) {
        axis = high[i] - low[i] > high[axis] - low[axis] ? i : axis;
      }
      int middle = divide(from[node], to[node], axis, 0.5 * (low[axis] + high[axis]));
      int first = nodes;
      nodes += 2;
      child[node] = first;
      from[first] = from[node];
      to[first] = middle;
      from[first + 1] = middle;
      to[first + 1] = to[node];
      split(first);
      split(first + 1);
    }

    /** Puts triangles before a place first; half and half where all lie on one side. */
    private int divide(int begin, int end, int axis, double place) {
      int left = begin;
      for (int n = begin; n < end; n++) {
        int t = order[n];
        if (at(t, 0, axis) + at(t, 1, axis) + at(t, 2, axis) < 3 * place) {
          order[n] = order[left];
          order[left++] = t;
        }
      }
      return left == begin || left == end ? (begin + end) / 2 : left;
    }

    double outside(double x, double y, double z) {
      Nearest nearest = new Nearest(x, y, z);
      nearest.search(0);
      return nearest.signed();
    }

    /** Looks for the place of the mesh nearest to another. */
    private final class Nearest {
      private final double[] p;
      private final double[] ab = new double[3];
      private final double[] ac = new double[3];
      private final double[] ap = new double[3];
      private final double[] best = new double[3];
      private double least = Double.POSITIVE_INFINITY;
      private int triangle;
      private int feature;

      Nearest(double x, double y, double z) {
        p = new double[] {x, y, z};
      }

      void search(int node) {
        if (child[node] == 0) {
          for (int n = from[node]; n < to[node]; n++) {
            look(order[n]);
          }
          return;
        }
        int a = child[node];
        double near = boxed(a);
        double far = boxed(a + 1);
        int first = near <= far ? a : a + 1;
        if (Math.min(near, far) < least) {
          search(first);
        }
        if (Math.max(near, far) < least) {
          search(2 * a + 1 - first);
        }
      }

      private double boxed(int node) {
        double sum = 0;
        for (int i = 0; i < 3; i++) {
          double out = Math.max(boxes[6 * node + i] - p[i], p[i] - boxes[6 * node + 3 + i]);
          sum += out > 0 ? out * out : 0;
        }
        return sum;
      }

      /**
       * The nearest place of one triangle (Ericson, "Real-Time Collision Detection", 2005, 5.1.5).
       */
      private void look(int t) {
        double d1 = 0;
        double d2 = 0;
        double d3 = 0;
        double d4 = 0;
        double d5 = 0;
        double d6 = 0;
        for (int i = 0; i < 3; i++) {
          ab[i] = at(t, 1, i) - at(t, 0, i);
          ac[i] = at(t, 2, i) - at(t, 0, i);
          ap[i] = p[i] - at(t, 0, i);
          double bp = p[i] - at(t, 1, i);
          double cp = p[i] - at(t, 2, i);
          d1 += ab[i] * ap[i];
          d2 += ac[i] * ap[i];
          d3 += ab[i] * bp;
          d4 += ac[i] * bp;
          d5 += ab[i] * cp;
          d6 += ac[i] * cp;
        }
        double vc = d1 * d4 - d3 * d2;
        double vb = d5 * d2 - d1 * d6;
        double va = d3 * d6 - d5 * d4;
        // features: 0 to 2 corners, 3 to 5 the edges from them on, 6 the face
        if (d1 <= 0 && d2 <= 0) {
          take(t, 0, 0, 0);
        } else if (d3 >= 0 && d4 <= d3) {
          take(t, 1, 1, 0);
        } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
          take(t, 3, d1 / (d1 - d3), 0);
        } else if (d6 >= 0 && d5 <= d6) {
          take(t, 2, 0, 1);
        } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
          take(t, 5, 0, d2 / (d2 - d6));
        } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
          double w = (d4 - d3) / (d4 - d3 + d5 - d6);
          take(t, 4, 1 - w, w);
        } else {
          double sum = va + vb + vc;
          take(t, 6, vb / sum, vc / sum);
        }
      }

      private void take(int t, int what, double v, double w) {
        double sum = 0;
        double[] q = new double[3];
        for (int i = 0; i < 3; i++) {
          q[i] = at(t, 0, i) + v * ab[i] + w * ac[i];
          sum += (p[i] - q[i]) * (p[i] - q[i]);
        }
        if (sum < least) {
          least = sum;
          triangle = t;
          feature = what;
          System.arraycopy(q, 0, best, 0, 3);
        }
      }

      double signed() {
        double[] normal = new double[3];
        for (int i = 0; i < 3; i++) {
          normal[i] =
              feature < 3
                  ? corners[3 * triangles[3 * triangle + feature] + i]
                  : feature < 6
                      ? edges.get(edge(triangle, feature - 3))[i]
                      : faces[3 * triangle + i];
        }
        double dot = 0;
        for (int i = 0; i < 3; i++) {
          dot += normal[i] * (p[i] - best[i]);
        }
        return dot < 0 ? -Math.sqrt(least) : Math.sqrt(least);
      }
    }
  }
}
