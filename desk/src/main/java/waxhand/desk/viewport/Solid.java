package waxhand.desk.viewport;

import javafx.scene.AmbientLight;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.PerspectiveCamera;
import javafx.scene.PointLight;
import javafx.scene.SceneAntialiasing;
import javafx.scene.SubScene;
import javafx.scene.paint.Color;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Rotate;
import org.joml.Vector3d;

/** A layer of a view that is drawn in 3D, in world coordinates: metres, y up. */
final class Solid {
  private final Group shaded = new Group();
  private final Group flat = new Group();
  private final PerspectiveCamera eye = new PerspectiveCamera(true);
  private final Affine eyePlace = new Affine();
  private final PointLight key = new PointLight(Color.gray(0.62));
  private final SubScene scene;

  Solid() {
    AmbientLight room = new AmbientLight(Color.gray(0.52));
    room.getScope().add(shaded);
    AmbientLight full = new AmbientLight(Color.WHITE);
    full.getScope().add(flat);
    key.getScope().add(shaded);
    key.setConstantAttenuation(1);
    Group world = new Group(flat, shaded, room, full, key);
    world.getTransforms().add(new Rotate(180, Rotate.X_AXIS));
    scene = new SubScene(new Group(world), 100, 100, true, SceneAntialiasing.BALANCED);
    eye.getTransforms().add(eyePlace);
    eye.setVerticalFieldOfView(true);
    scene.setCamera(eye);
  }

  SubScene scene() {
    return scene;
  }

  /** Adds what is lit by the lamp over the camera; it leaves the layer it was in. */
  void addShaded(Node node) {
    if (!shaded.getChildren().contains(node)) {
      shaded.getChildren().add(node);
    }
  }

  /** Adds what keeps its plain colour. */
  void addFlat(Node... nodes) {
    flat.getChildren().addAll(nodes);
  }

  void look(Camera camera) {
    Vector3d r = camera.right();
    Vector3d u = camera.up();
    Vector3d f = camera.back().negate();
    Vector3d e = camera.eye();
    // the scene's axes: y down and z away, so y and z of the world change sign
    eyePlace.setToTransform(r.x, -u.x, f.x, e.x, -r.y, u.y, -f.y, -e.y, -r.z, u.z, -f.z, -e.z);
    eye.setFieldOfView(Math.toDegrees(camera.fieldRad()));
    double d = camera.distance();
    eye.setNearClip(Math.max(0.05, d - 30));
    eye.setFarClip(d + 60);
    Vector3d light =
        new Vector3d(camera.target()).fma(2.5, camera.right()).fma(4, camera.back()).add(0, 5, 0);
    key.setTranslateX(light.x);
    key.setTranslateY(light.y);
    key.setTranslateZ(light.z);
  }
}
