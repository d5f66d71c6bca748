package waxhand.desk.viewport;

import javafx.scene.shape.CullFace;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Affine;

/** A skin as one figure wears it, and its shadow on the ground. */
abstract class Worn {
  /** Height at which the shadow lies, just over the ground, metres. */
  private static final double SHADOW_HEIGHT = 0.002;

  /** How far the shadow of a point falls aside per metre of height. */
  private static final double SLANT = 0.22;

  final MeshView skin;
  final MeshView shadow;
  private final Affine place = new Affine();
  private final Affine shadowPlace = new Affine();

  Worn(TriangleMesh mesh) {
    skin = view(mesh, CullFace.BACK, place);
    shadow = view(mesh, CullFace.NONE, shadowPlace);
  }

  private static MeshView view(TriangleMesh mesh, CullFace cull, Affine place) {
    MeshView view = new MeshView(mesh);
    view.setCullFace(cull);
    view.getTransforms().add(place);
    return view;
  }

  /**
   * Moves the skin to a solved pose.
   *
   * @param moves what takes each joint from rest to the pose
   */
  abstract void move(JointMoves moves);

  /**
   * Puts the mesh as a whole where a matrix takes it.
   *
   * @param m 3 rows of 4 numbers. Not modified.
   */
  final void put(double[] m) {
    place.setToTransform(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10], m[11]);
    double k = SLANT;
    shadowPlace.setToTransform(
        m[0] - k * m[4],
        m[1] - k * m[5],
        m[2] - k * m[6],
        m[3] - k * m[7],
        0.0002 * m[4],
        0.0002 * m[5],
        0.0002 * m[6],
        SHADOW_HEIGHT,
        m[8] - k * m[4],
        m[9] - k * m[5],
        m[10] - k * m[6],
        m[11] - k * m[7]);
  }
}
