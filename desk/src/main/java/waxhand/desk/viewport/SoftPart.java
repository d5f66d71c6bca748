package waxhand.desk.viewport;

import java.util.Arrays;
import javafx.scene.shape.TriangleMesh;
import waxhand.core.body.Side;

/**
 * A stretch of a skin that several joints bend: each ring goes with their moves in shares (linear
 * blend skinning; Magnenat-Thalmann, Laperrière & Thalmann 1988). Stretches of one skin meet
 * without a seam, since the ring between them has the same shares and normals in both.
 */
final class SoftPart implements Part {
  /**
   * Who bends a skin.
   *
   * @param joints which
   * @param places where each stands at rest, 3 numbers, metres
   * @param shares of each ring, of each joint; of a ring they sum to 1
   */
  record Bend(int[] joints, double[] places, double[][] shares) {}

  /** Points are worked out in the world: the mesh as a whole stays where it is. */
  private static final double[] IDENTITY = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0};

  private final int joint;
  private final int first;
  private final int around;
  private final Bend bend;
  private final float[] points;
  private final float[] normals;
  private final int[] triangles;

  /**
   * @param joint which owns the stretch
   * @param skin all of it, in the world at rest
   * @param first its first ring of this stretch
   * @param last its last ring of this stretch
   */
  SoftPart(int joint, Loft skin, Bend bend, int first, int last) {
    this.joint = joint;
    this.first = first;
    this.bend = bend;
    around = skin.around();
    points = skin.points(first, last);
    normals = skin.normals(first, last);
    triangles = skin.triangles(first, last);
  }

  @Override
  public int joint() {
    return joint;
  }

  @Override
  public Side side() {
    return Side.MIDDLE;
  }

  @Override
  public TriangleMesh mesh() {
    return Part.mesh(points, normals, triangles);
  }

  @Override
  public Worn wear() {
    TriangleMesh mesh = mesh();
    Bending bending = new Bending();
    return new Worn(mesh) {
      {
        put(IDENTITY);
      }

      @Override
      void move(JointMoves moves) {
        if (bending.to(moves)) {
          mesh.getPoints().setAll(bending.points);
          mesh.getNormals().setAll(bending.normals);
        }
      }
    };
  }

  /** Points and normals as they stand in a pose. */
  Bending bending() {
    return new Bending();
  }

  /** The stretch in a pose; holds room for one. */
  final class Bending {
    final float[] points = SoftPart.this.points.clone();
    final float[] normals = SoftPart.this.normals.clone();
    private final double[] moves = new double[12 * bend.joints.length];
    private final double[] one = new double[12];
    private final double[] ring = new double[12];

    /** Whether it has come otherwise than it was; before the first pose it is nowhere. */
    boolean to(JointMoves pose) {
      boolean other = false;
      for (int j = 0; j < bend.joints.length; j++) {
        pose.matrix(bend.joints[j], one);
        for (int r = 0; r < 3; r++) {
          for (int c = 0; c < 3; c++) {
            // the skin is shaped in the world, not about the joint
            one[4 * r + 3] -= one[4 * r + c] * bend.places[3 * j + c];
          }
        }
        other |= !Arrays.equals(one, 0, 12, moves, 12 * j, 12 * j + 12);
        System.arraycopy(one, 0, moves, 12 * j, 12);
      }
      if (!other) {
        return false;
      }
      int rows = points.length / 3 / around;
      for (int r = 0; r < rows; r++) {
        blend(bend.shares[first + r]);
        take(r * around, around);
        if (r == 0) {
          take(rows * around, 1);
        }
        if (r == rows - 1) {
          take(rows * around + 1, 1);
        }
      }
      return true;
    }

    private void blend(double[] shares) {
      Arrays.fill(ring, 0);
      for (int j = 0; j < shares.length; j++) {
        for (int i = 0; shares[j] > 0 && i < 12; i++) {
          ring[i] += shares[j] * moves[12 * j + i];
        }
      }
    }

    private void take(int from, int count) {
      for (int i = 3 * from; i < 3 * (from + count); i += 3) {
        float[] p = SoftPart.this.points;
        float[] n = SoftPart.this.normals;
        double length = 0;
        for (int r = 0; r < 3; r++) {
          double[] m = ring;
          int at = 4 * r;
          points[i + r] =
              (float) (m[at] * p[i] + m[at + 1] * p[i + 1] + m[at + 2] * p[i + 2] + m[at + 3]);
          double turned = m[at] * n[i] + m[at + 1] * n[i + 1] + m[at + 2] * n[i + 2];
          normals[i + r] = (float) turned;
          length += turned * turned;
        }
        for (int r = 0; r < 3; r++) {
          normals[i + r] /= (float) Math.sqrt(Math.max(1e-12, length));
        }
      }
    }
  }
}
