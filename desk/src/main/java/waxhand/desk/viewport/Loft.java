package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/** A closed smooth skin over a row of rings, in a joint's frame, metres. */
final class Loft {
  private static final int AROUND = 20;

  /** A ring: its middle and its two half-axes. */
  private record Ring(Vector3d middle, Vector3d side, Vector3d front, double square) {}

  private final List<Ring> rings = new ArrayList<>();

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

  TriangleMesh mesh() {
    TriangleMesh mesh = new TriangleMesh();
    mesh.getTexCoords().addAll(0, 0);
    int rows = rings.size();
    for (Ring ring : rings) {
      for (int k = 0; k < AROUND; k++) {
        double a = 2 * Math.PI * k / AROUND;
        double c = Math.cos(a);
        double s = Math.sin(a);
        double e = 2 / ring.square;
        double u = Math.signum(c) * Math.pow(Math.abs(c), e);
        double v = Math.signum(s) * Math.pow(Math.abs(s), e);
        Vector3d p = new Vector3d(ring.middle).fma(u, ring.side).fma(v, ring.front);
        mesh.getPoints().addAll((float) p.x, (float) p.y, (float) p.z);
      }
    }
    int first = rows * AROUND;
    addPoint(mesh, rings.get(0).middle);
    addPoint(mesh, rings.get(rows - 1).middle);
    boolean outward = isOutward();
    for (int r = 0; r + 1 < rows; r++) {
      for (int k = 0; k < AROUND; k++) {
        int next = (k + 1) % AROUND;
        int a = r * AROUND + k;
        int b = r * AROUND + next;
        int c = (r + 1) * AROUND + k;
        int d = (r + 1) * AROUND + next;
        face(mesh, a, b, c, outward);
        face(mesh, b, d, c, outward);
      }
    }
    for (int k = 0; k < AROUND; k++) {
      int next = (k + 1) % AROUND;
      face(mesh, first, next, k, outward);
      face(mesh, first + 1, (rows - 1) * AROUND + k, (rows - 1) * AROUND + next, outward);
    }
    for (int f = 0; f < mesh.getFaces().size() / 6; f++) {
      mesh.getFaceSmoothingGroups().addAll(1);
    }
    return mesh;
  }

  private boolean isOutward() {
    Ring a = rings.get(rings.size() / 2 - 1);
    Ring b = rings.get(rings.size() / 2);
    Vector3d along = new Vector3d(b.middle).sub(a.middle);
    return new Vector3d(a.side).cross(a.front).dot(along) > 0;
  }

  private static void addPoint(TriangleMesh mesh, Vector3d p) {
    mesh.getPoints().addAll((float) p.x, (float) p.y, (float) p.z);
  }

  private static void face(TriangleMesh mesh, int a, int b, int c, boolean outward) {
    if (outward) {
      mesh.getFaces().addAll(a, 0, b, 0, c, 0);
    } else {
      mesh.getFaces().addAll(a, 0, c, 0, b, 0);
    }
  }
}
