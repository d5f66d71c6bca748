package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.formats.FormatException;

/** The nodes of a glTF scene, parents before children, each with what it does in its parent. */
final class GltfNodes {
  /** More nodes are no body and no room. */
  private static final int MOST = 100_000;

  /**
   * One node.
   *
   * @param number in the file
   * @param parent number of its parent; -1 for those of the scene itself
   * @param name its own, or one made from its number
   * @param rotation in its parent, unit
   * @param scale by axis
   * @param shape whether a mesh, a camera or a light hangs on it
   */
  record Node(
      int number,
      int parent,
      String name,
      Vector3d translation,
      Quaterniond rotation,
      Vector3d scale,
      boolean shape) {
    /** By how much it scales what hangs on it, on the whole. */
    double size() {
      return Math.cbrt(Math.abs(scale.x * scale.y * scale.z));
    }

    boolean isUneven() {
      double size = size();
      return scale.x < 0
          || scale.y < 0
          || scale.z < 0
          || Math.abs(scale.x - size) > 0.01 * size
          || Math.abs(scale.y - size) > 0.01 * size
          || Math.abs(scale.z - size) > 0.01 * size;
    }
  }

  private final Gltf gltf;
  private final List<Node> nodes = new ArrayList<>();
  private final Node[] byNumber;

  private GltfNodes(Gltf gltf) {
    this.gltf = gltf;
    byNumber = new Node[gltf.root().path("nodes").size()];
  }

  /**
   * @throws FormatException if nodes hang on themselves, on two others, or on none that is there
   */
  static GltfNodes of(Gltf gltf) throws FormatException {
    GltfNodes all = new GltfNodes(gltf);
    int count = all.byNumber.length;
    if (count > MOST) {
      throw new FormatException(gltf.file(), count + " nodes; more than " + MOST + " are not read");
    }
    JsonNode scenes = gltf.root().path("scenes");
    if (scenes.isEmpty()) {
      boolean[] hangs = new boolean[count];
      for (JsonNode node : gltf.root().path("nodes")) {
        for (JsonNode child : node.path("children")) {
          int c = child.asInt(-1);
          if (c >= 0 && c < count) {
            hangs[c] = true;
          }
        }
      }
      for (int n = 0; n < count; n++) {
        if (!hangs[n]) {
          all.walk(n);
        }
      }
    } else {
      JsonNode scene = gltf.item("scenes", gltf.root().path("scene").asInt(0));
      for (JsonNode node : scene.path("nodes")) {
        all.walk(node.asInt(-1));
      }
    }
    if (all.nodes.isEmpty()) {
      throw new FormatException(
          gltf.file(),
          count == 0 ? "there are no nodes in it" : "its nodes hang on each other in a circle");
    }
    return all;
  }

  private void walk(int root) throws FormatException {
    Deque<int[]> open = new ArrayDeque<>();
    open.push(new int[] {root, -1});
    while (!open.isEmpty()) {
      int[] next = open.pop();
      JsonNode json = gltf.item("nodes", next[0]);
      if (byNumber[next[0]] != null) {
        throw new FormatException(
            gltf.file(), "node " + next[0] + " hangs from two others, or from itself");
      }
      Node node = node(next[0], next[1], json);
      byNumber[next[0]] = node;
      nodes.add(node);
      JsonNode children = json.path("children");
      for (int n = children.size() - 1; n >= 0; n--) {
        open.push(new int[] {children.get(n).asInt(-1), next[0]});
      }
    }
  }

  private Node node(int number, int parent, JsonNode json) throws FormatException {
    String name = json.path("name").asText();
    boolean shape = json.has("mesh") || json.has("camera");
    JsonNode m = json.path("matrix");
    Vector3d t = new Vector3d();
    Quaterniond r = new Quaterniond();
    Vector3d s = new Vector3d(1);
    if (m.size() == 16) {
      double[] values = new double[16];
      for (int i = 0; i < 16; i++) {
        values[i] = number(m.get(i), number);
      }
      Matrix4d matrix = new Matrix4d().set(values);
      matrix.getTranslation(t);
      matrix.getScale(s);
      if (Math.min(s.x, Math.min(s.y, s.z)) > 0) {
        matrix.getNormalizedRotation(r).normalize();
      }
    } else {
      t.set(triple(json.path("translation"), 0, number));
      s.set(triple(json.path("scale"), 1, number));
      JsonNode q = json.path("rotation");
      if (q.size() == 4) {
        r.set(
            number(q.get(0), number),
            number(q.get(1), number),
            number(q.get(2), number),
            number(q.get(3), number));
        r = r.lengthSquared() > 1e-12 ? r.normalize() : new Quaterniond();
      }
    }
    return new Node(number, parent, name.isBlank() ? "node " + number : name, t, r, s, shape);
  }

  private double[] triple(JsonNode list, double otherwise, int node) throws FormatException {
    double[] values = {otherwise, otherwise, otherwise};
    for (int i = 0; i < 3 && list.size() == 3; i++) {
      values[i] = number(list.get(i), node);
    }
    return values;
  }

  private double number(JsonNode value, int node) throws FormatException {
    double number = value.asDouble(Double.NaN);
    if (!value.isNumber() || !(Math.abs(number) <= Float.MAX_VALUE)) {
      throw new FormatException(gltf.file(), "node " + node + " is placed by what is no number");
    }
    return number;
  }

  /** All that are in the scene, parents before children. */
  List<Node> all() {
    return nodes;
  }

  /** The node of that number; null where it is not in the scene. */
  Node at(int number) {
    return number >= 0 && number < byNumber.length ? byNumber[number] : null;
  }

  /** By how much a node's own places are scaled in the scene, its own scale counted in. */
  double[] sizes() {
    double[] sizes = new double[byNumber.length];
    Arrays.fill(sizes, 1);
    for (Node node : nodes) {
      double above = node.parent() < 0 ? 1 : sizes[node.parent()];
      sizes[node.number()] = above * node.size();
    }
    return sizes;
  }
}
