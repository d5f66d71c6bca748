package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/** A closed smooth skin over a row of rings, in a joint's frame, metres. */
final class Loft {
  /** Points of a ring where skins are seen to cut one another, as thighs and hips do. */
  static final int FINE = 32;

  /** Points of a ring of what is small. */
  private static final int USUAL = 16;

  /** A ring: its middle and its two half-axes. */
  private record Ring(Vector3d middle, Vector3d side, Vector3d front, double square) {}

  private final int around;
  private final List<Ring> rings = new ArrayList<>();

  Loft() {
    this(USUAL);
  }

  /**
   * @param around points of a ring
   */
  Loft(int around) {
    this.around = around;
  }

  int around() {
    return around;
  }

  /**
   * Adds a ring.
   *
   * @param side half-axis; around the ring the skin goes from side to front
   * @param square 2 for an ellipse, more for a rounder box
   */
  Loft ring(Vector3dc middle, Vector3dc side, Vector3dc front, double square) {
    rings.add(new Ring(new Vector3d(middle), new Vector3d(side), new Vector3d(front), square));
    return this;
  }

  /** Rounded ends: the first and last ring are drawn together to points a little beyond them. */
  Loft rounded(double before, double after) {
    cap(rings.get(0), rings.get(1), before, true);
    cap(rings.get(rings.size() - 1), rings.get(rings.size() - 2), after, false);
    return this;
  }

  private void cap(Ring end, Ring inner, double by, boolean first) {
    Vector3d out = new Vector3d(end.middle).sub(inner.middle).normalize();
    for (int i = 1; i <= 4; i++) {
      double angle = Math.PI / 2 * i / 4;
      double shrink = i == 4 ? 0.02 : Math.cos(angle);
      Ring ring =
          new Ring(
              new Vector3d(end.middle).fma(by * Math.sin(angle), out),
              new Vector3d(end.side).mul(shrink),
              new Vector3d(end.front).mul(shrink),
              end.square);
      if (first) {
        rings.add(0, ring);
      } else {
        rings.add(ring);
      }
    }
  }

  /** How many rings there are, those of rounded ends among them. */
  int rows() {
    return rings.size();
  }

  TriangleMesh mesh() {
    TriangleMesh mesh = new TriangleMesh();
    mesh.getTexCoords().addAll(0, 0);
    mesh.getPoints().addAll(points(0, rows() - 1));
    for (int corner : triangles(0, rows() - 1)) {
      mesh.getFaces().addAll(corner, 0);
    }
    for (int f = 0; f < mesh.getFaces().size() / mesh.getFaceElementSize(); f++) {
      mesh.getFaceSmoothingGroups().addAll(1);
    }
    return mesh;
  }

  /**
   * The points of a stretch of the skin: {@link #around} of each ring from the first to the last,
   * then the middles of both.
   *
   * @return 3 numbers each, metres
   */
  float[] points(int first, int last) {
    float[] points = new float[3 * ((last - first + 1) * around + 2)];
    int n = 0;
    for (int r = first; r <= last; r++) {
      for (int k = 0; k < around; k++) {
        n = put(point(r, k), points, n);
      }
    }
    n = put(rings.get(first).middle, points, n);
    put(rings.get(last).middle, points, n);
    return points;
  }

  /** Where the skin looks at each of its {@link #points}: as one smooth skin over all rings. */
  float[] normals(int first, int last) {
    float[] normals = new float[3 * ((last - first + 1) * around + 2)];
    int n = 0;
    double out = isOutward() ? 1 : -1;
    for (int r = first; r <= last; r++) {
      for (int k = 0; k < around; k++) {
        Vector3d girth = point(r, k + 1).sub(point(r, k - 1));
        Vector3d along = point(Math.min(r + 1, rows() - 1), k).sub(point(Math.max(r - 1, 0), k));
        n = put(girth.cross(along).normalize(out), normals, n);
      }
    }
    Vector3d up = new Vector3d(rings.get(last).middle).sub(rings.get(first).middle).normalize();
    n = put(new Vector3d(up).negate(), normals, n);
    put(up, normals, n);
    return normals;
  }

  /** The corners of the triangles of a stretch, closed at both ends: 3 of its points each. */
  int[] triangles(int first, int last) {
    IntStream.Builder corners = IntStream.builder();
    boolean outward = isOutward();
    int rows = last - first + 1;
    for (int k = 0; k < around; k++) {
      int next = (k + 1) % around;
      for (int r = 0; r + 1 < rows; r++) {
        int a = r * around;
        int b = a + around;
        face(corners, a + k, a + next, b + k, outward);
        face(corners, a + next, b + next, b + k, outward);
      }
      int end = (rows - 1) * around;
      face(corners, end + around, next, k, outward);
      face(corners, end + around + 1, end + k, end + next, outward);
    }
    return corners.build().toArray();
  }

  private Vector3d point(int row, int k) {
    Ring ring = rings.get(row);
    double a = 2 * Math.PI * k / around;
    double e = 2 / ring.square;
    double c = Math.cos(a);
    double s = Math.sin(a);
    double u = Math.signum(c) * Math.pow(Math.abs(c), e);
    double v = Math.signum(s) * Math.pow(Math.abs(s), e);
    return new Vector3d(ring.middle).fma(u, ring.side).fma(v, ring.front);
  }

  private boolean isOutward() {
    Ring a = rings.get(rings.size() / 2 - 1);
    Ring b = rings.get(rings.size() / 2);
    Vector3d along = new Vector3d(b.middle).sub(a.middle);
    return new Vector3d(a.side).cross(a.front).dot(along) > 0;
  }

  private static int put(Vector3d p, float[] dest, int at) {
    dest[at] = (float) p.x;
    dest[at + 1] = (float) p.y;
    dest[at + 2] = (float) p.z;
    return at + 3;
  }

  private static void face(IntStream.Builder corners, int a, int b, int c, boolean outward) {
    corners.add(a).add(outward ? b : c).add(outward ? c : b);
  }
}
