package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.props.Mesh;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Folder;
import waxhand.formats.disk.WholeFile;

/**
 * Reads the triangles of a glTF file as one mesh, as its scene stands at rest: positions of every
 * primitive of triangles, strips or fans. Materials, skins, shapes and animation are left out.
 * Metres, y up, as glTF has it.
 */
public final class GltfMeshReader {
  private static final int STRIP = 5;
  private static final int FAN = 6;
  private static final int TRIANGLES = 4;

  /** Nodes nested deeper are refused. */
  private static final int DEEPEST = 500;

  /** Props that can be acted against are smaller by far. */
  private static final long MOST_BYTES = 1L << 30;

  private final Gltf gltf;
  private final List<float[]> points = new ArrayList<>();
  private final List<int[]> triangles = new ArrayList<>();
  private int pointCount;
  private int cornerCount;
  private final BitSet seen = new BitSet();

  private GltfMeshReader(Gltf gltf) {
    this.gltf = gltf;
  }

  /**
   * @throws FormatException if it cannot be read, or holds no triangles
   */
  public static Mesh read(Path path) throws FormatException {
    String name = path.toString();
    return read(name, WholeFile.read(path, MOST_BYTES), Folder.of(path));
  }

  static Mesh read(String name, byte[] bytes, Beside beside) throws FormatException {
    return new GltfMeshReader(Gltf.read(name, bytes, beside)).mesh();
  }

  private Mesh mesh() throws FormatException {
    JsonNode scenes = gltf.root().path("scenes");
    if (scenes.isEmpty()) {
      for (int n = 0; n < gltf.root().path("meshes").size(); n++) {
        add(n, new Matrix4d());
      }
    } else {
      for (JsonNode node : gltf.item("scenes", gltf.root().path("scene").asInt(0)).path("nodes")) {
        walk(node.asInt(-1), new Matrix4d(), 0);
      }
    }
    if (cornerCount == 0) {
      throw new FormatException(gltf.file(), "there are no triangles in it");
    }
    float[] p = new float[pointCount];
    int[] t = new int[cornerCount];
    int at = 0;
    for (float[] some : points) {
      System.arraycopy(some, 0, p, at, some.length);
      at += some.length;
    }
    at = 0;
    for (int[] some : triangles) {
      System.arraycopy(some, 0, t, at, some.length);
      at += some.length;
    }
    try {
      return Mesh.of(p, t);
    } catch (IllegalArgumentException e) {
      throw new FormatException(gltf.file(), e.getMessage());
    }
  }

  private void walk(int n, Matrix4d parent, int depth) throws FormatException {
    JsonNode node = gltf.item("nodes", n);
    if (seen.get(n) || depth > DEEPEST) {
      throw new FormatException(
          gltf.file(), "node " + n + " hangs from two others, from itself, or too deep");
    }
    seen.set(n);
    Matrix4d world = new Matrix4d(parent).mul(local(node));
    if (node.has("mesh")) {
      add(node.get("mesh").asInt(-1), world);
    }
    for (JsonNode child : node.path("children")) {
      walk(child.asInt(-1), world, depth + 1);
    }
  }

  private static Matrix4d local(JsonNode node) {
    JsonNode m = node.path("matrix");
    if (m.size() == 16) {
      double[] values = new double[16];
      for (int i = 0; i < 16; i++) {
        values[i] = m.get(i).asDouble();
      }
      return new Matrix4d().set(values);
    }
    JsonNode t = node.path("translation");
    JsonNode r = node.path("rotation");
    JsonNode s = node.path("scale");
    return new Matrix4d()
        .translationRotateScale(
            new Vector3d(number(t, 0, 0), number(t, 1, 0), number(t, 2, 0)),
            new Quaterniond(number(r, 0, 0), number(r, 1, 0), number(r, 2, 0), number(r, 3, 1)),
            new Vector3d(number(s, 0, 1), number(s, 1, 1), number(s, 2, 1)));
  }

  private static double number(JsonNode list, int n, double otherwise) {
    return list.has(n) ? list.get(n).asDouble(otherwise) : otherwise;
  }

  private void add(int mesh, Matrix4d world) throws FormatException {
    for (JsonNode primitive : gltf.item("meshes", mesh).path("primitives")) {
      int mode = primitive.path("mode").asInt(TRIANGLES);
      int position = primitive.path("attributes").path("POSITION").asInt(-1);
      if (mode < TRIANGLES || position < 0) {
        continue;
      }
      double[] places = gltf.numbers(position, "VEC3", 3);
      double[] order =
          primitive.has("indices")
              ? gltf.numbers(primitive.get("indices").asInt(-1), "SCALAR", 1)
              : counted(places.length / 3);
      add(places, order, mode, world);
    }
  }

  private static double[] counted(int count) {
    double[] order = new double[count];
    for (int n = 0; n < count; n++) {
      order[n] = n;
    }
    return order;
  }

  private void add(double[] places, double[] order, int mode, Matrix4d world)
      throws FormatException {
    int count = mode == TRIANGLES ? order.length / 3 : Math.max(0, order.length - 2);
    if (cornerCount / 3L + count > Mesh.MOST_TRIANGLES) {
      throw new FormatException(
          gltf.file(), "more than " + Mesh.MOST_TRIANGLES + " triangles; thin them out first");
    }
    // a mirroring scale turns triangles inside out
    boolean mirrored = world.determinant() < 0;
    int[] corners = new int[3 * count];
    for (int n = 0; n < count; n++) {
      int a = mode == TRIANGLES ? 3 * n : mode == FAN ? 0 : n;
      int b = mode == TRIANGLES ? a + 1 : n + 1;
      int c = b + 1;
      boolean odd = mode == STRIP && n % 2 == 1;
      boolean swap = odd != mirrored;
      corners[3 * n] = corner(order[a], places);
      corners[3 * n + 1] = corner(order[swap ? c : b], places);
      corners[3 * n + 2] = corner(order[swap ? b : c], places);
    }
    float[] moved = new float[places.length];
    Vector3d p = new Vector3d();
    for (int n = 0; n < places.length; n += 3) {
      world.transformPosition(p.set(places[n], places[n + 1], places[n + 2]));
      moved[n] = (float) p.x;
      moved[n + 1] = (float) p.y;
      moved[n + 2] = (float) p.z;
    }
    points.add(moved);
    triangles.add(corners);
    pointCount += moved.length;
    cornerCount += corners.length;
  }

  private int corner(double index, double[] places) throws FormatException {
    if (!(index >= 0 && index < places.length / 3)) {
      throw new FormatException(
          gltf.file(), "a triangle has corner " + (long) index + " of " + places.length / 3);
    }
    return pointCount / 3 + (int) index;
  }
}
