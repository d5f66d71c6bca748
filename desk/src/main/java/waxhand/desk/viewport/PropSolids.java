package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.Box;
import javafx.scene.shape.CullFace;
import javafx.scene.shape.Cylinder;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.Shape3D;
import javafx.scene.shape.Sphere;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Translate;
import waxhand.core.props.Mesh;
import waxhand.core.props.Prop;
import waxhand.core.props.Shape;
import waxhand.desk.theme.Palette;

/** Props in a 3D view. */
final class PropSolids extends Group {
  /** A platform is drawn so thick, metres. */
  private static final double THICK = 0.03;

  private final Map<String, PhongMaterial> materials = new HashMap<>();
  private final List<Prop> shown = new ArrayList<>();
  private final List<Affine> places = new ArrayList<>();
  private final double[] pose = new double[7];

  void paint(Palette palette) {
    for (PropColour colour : PropColour.values()) {
      material(colour.words()).setDiffuseColor(colour.in(palette));
    }
  }

  private PhongMaterial material(String colour) {
    return materials.computeIfAbsent(colour, c -> new PhongMaterial(Color.GRAY));
  }

  /** Shows props as they are in a frame. */
  void show(List<Prop> props, int frame) {
    if (!alike(props)) {
      getChildren().clear();
      places.clear();
      for (Prop prop : props) {
        Node solid = solid(prop);
        Affine place = new Affine();
        Group group = new Group(solid);
        group.getTransforms().add(place);
        places.add(place);
        getChildren().add(group);
      }
    }
    shown.clear();
    shown.addAll(props);
    for (int n = 0; n < props.size(); n++) {
      props.get(n).path().read(frame, pose, 0);
      place(places.get(n));
    }
  }

  private boolean alike(List<Prop> props) {
    if (props.size() != shown.size()) {
      return false;
    }
    for (int n = 0; n < props.size(); n++) {
      Prop a = props.get(n);
      Prop b = shown.get(n);
      if (!a.shape().equals(b.shape()) || !a.colour().equals(b.colour())) {
        return false;
      }
    }
    return true;
  }

  private Node solid(Prop prop) {
    if (prop.shape() instanceof Mesh mesh) {
      MeshView view = new MeshView(triangles(mesh));
      view.setMaterial(material(prop.colour()));
      // also from inside, and where a file turns its triangles the other way
      view.setCullFace(CullFace.NONE);
      return view;
    }
    double[] size = prop.shape().size();
    Shape3D solid;
    double middle = size[1] / 2;
    if (prop.shape() instanceof Shape.Cylinder c) {
      solid = new Cylinder(c.width() / 2, c.height(), 40);
    } else if (prop.shape() instanceof Shape.Ball b) {
      solid = new Sphere(b.width() / 2, 40);
    } else if (prop.shape() instanceof Shape.Plane) {
      solid = new Box(size[0], THICK, size[2]);
      middle = -THICK / 2;
    } else {
      solid = new Box(size[0], size[1], size[2]);
    }
    solid.setMaterial(material(prop.colour()));
    solid.getTransforms().add(new Translate(0, middle, 0));
    return solid;
  }

  private static TriangleMesh triangles(Mesh mesh) {
    TriangleMesh triangles = new TriangleMesh();
    triangles.getTexCoords().addAll(0, 0);
    triangles.getPoints().addAll(mesh.points());
    int[] corners = mesh.triangles();
    int[] faces = new int[2 * corners.length];
    for (int n = 0; n < corners.length; n++) {
      faces[2 * n] = corners[n];
    }
    triangles.getFaces().addAll(faces);
    return triangles;
  }

  private void place(Affine to) {
    double x = pose[3];
    double y = pose[4];
    double z = pose[5];
    double w = pose[6];
    to.setToTransform(
        1 - 2 * (y * y + z * z),
        2 * (x * y - z * w),
        2 * (x * z + y * w),
        pose[0],
        2 * (x * y + z * w),
        1 - 2 * (x * x + z * z),
        2 * (y * z - x * w),
        pose[1],
        2 * (x * z - y * w),
        2 * (y * z + x * w),
        1 - 2 * (x * x + y * y),
        pose[2]);
  }
}
