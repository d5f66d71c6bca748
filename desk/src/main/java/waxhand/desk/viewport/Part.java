package waxhand.desk.viewport;

import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import waxhand.core.body.Side;

/** A skin of the figure. It belongs to a joint, with which it is chosen and shown alone. */
sealed interface Part permits StiffPart, SoftPart, SkinPart {
  int joint();

  Side side();

  /** Whether it is a band that tells the sides apart. */
  default boolean band() {
    return false;
  }

  /** Its mesh as it stands at rest, closed and facing outwards. */
  TriangleMesh mesh();

  /**
   * A mesh that has a normal at each of its points.
   *
   * @param points 3 numbers each, metres
   * @param normals as many
   * @param triangles 3 points each
   */
  static TriangleMesh mesh(float[] points, float[] normals, int[] triangles) {
    TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
    mesh.getTexCoords().addAll(0, 0);
    mesh.getPoints().addAll(points);
    mesh.getNormals().addAll(normals);
    int[] faces = new int[3 * triangles.length];
    for (int c = 0; c < triangles.length; c++) {
      faces[3 * c] = triangles[c];
      faces[3 * c + 1] = triangles[c];
    }
    mesh.getFaces().addAll(faces);
    return mesh;
  }

  /** The skin for one figure. */
  Worn wear();
}
