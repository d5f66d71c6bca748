package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;

/**
 * The joints of a glTF scene: what its skins name and its animations turn, with what these hang on
 * and what hangs on them. Scales of nodes are worked into the lengths of bones.
 */
final class GltfSkeleton {
  /** Under this key a node's extras tell where its last bone ends, in its own frame. */
  static final String TIP = "tip";

  /** More joints are no body. */
  private static final int MOST = 10_000;

  /** A joint that is bound otherwise than its node stands by more rests as it is bound, radians. */
  private static final double OTHERWISE_RAD = 1e-3;

  private final Gltf gltf;
  private final GltfNodes nodes;
  private final double[] sizes;
  private final int[] jointOf;
  private final List<GltfNodes.Node> joints = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();
  private final Skeleton skeleton;

  GltfSkeleton(Gltf gltf) throws FormatException {
    this.gltf = gltf;
    nodes = GltfNodes.of(gltf);
    sizes = nodes.sizes();
    jointOf = new int[gltf.root().path("nodes").size()];
    Arrays.fill(jointOf, -1);
    BitSet wanted = wanted();
    for (GltfNodes.Node node : nodes.all()) {
      if (wanted.get(node.number())) {
        jointOf[node.number()] = joints.size();
        joints.add(node);
        if (node.isUneven() && remarks.isEmpty()) {
          remarks.add(
              "node '" + Legible.of(node.name()) + "' is scaled unevenly: its mean is taken");
        }
      }
    }
    if (joints.isEmpty()) {
      throw new FormatException(gltf.file(), "there are no joints in it: no skin and no animation");
    }
    if (joints.size() > MOST) {
      throw new FormatException(
          gltf.file(), joints.size() + " joints; more than " + MOST + " are not read");
    }
    skeleton = skeleton();
  }

  private BitSet wanted() throws FormatException {
    BitSet wanted = new BitSet();
    for (JsonNode skin : gltf.root().path("skins")) {
      for (JsonNode joint : skin.path("joints")) {
        int n = joint.asInt(-1);
        gltf.item("nodes", n);
        wanted.set(n);
      }
    }
    for (JsonNode animation : gltf.root().path("animations")) {
      for (JsonNode channel : animation.path("channels")) {
        String path = channel.path("target").path("path").asText();
        int n = channel.path("target").path("node").asInt(-1);
        if (n >= 0 && (path.equals("rotation") || path.equals("translation"))) {
          gltf.item("nodes", n);
          wanted.set(n);
        }
      }
    }
    boolean none = wanted.isEmpty();
    for (GltfNodes.Node node : nodes.all()) {
      boolean hangs = node.parent() >= 0 && wanted.get(node.parent());
      if (!node.shape() && (none || hangs)) {
        wanted.set(node.number());
      }
    }
    for (int n = nodes.all().size() - 1; n >= 0; n--) {
      GltfNodes.Node node = nodes.all().get(n);
      if (wanted.get(node.number()) && node.parent() >= 0) {
        wanted.set(node.parent());
      }
    }
    return wanted;
  }

  private Skeleton skeleton() throws FormatException {
    Quaterniond[] bound = bound();
    List<Joint> made = new ArrayList<>();
    for (int j = 0; j < joints.size(); j++) {
      GltfNodes.Node node = joints.get(j);
      int parent = node.parent() < 0 ? -1 : jointOf[node.parent()];
      Quaterniond rest = node.rotation();
      if (parent >= 0 && bound[j] != null && bound[parent] != null) {
        Quaterniond its = new Quaterniond(bound[parent]).conjugate().mul(bound[j]).normalize();
        double off = 2 * Math.acos(Math.min(1, Math.abs(its.dot(rest))));
        rest = off > OTHERWISE_RAD ? its : rest;
      }
      Vector3d offset = new Vector3d(node.translation()).mul(above(j));
      boolean moves = parent < 0 || isMoved(node.number());
      made.add(new Joint(node.name(), parent, offset, rest, moves, tip(node)));
    }
    return new Skeleton(made);
  }

  private Optional<Vector3dc> tip(GltfNodes.Node node) throws FormatException {
    JsonNode tip = gltf.item("nodes", node.number()).path("extras").path(TIP);
    if (!tip.isArray() || tip.size() != 3 || !tip.get(0).isNumber() || !tip.get(1).isNumber()) {
      return Optional.empty();
    }
    Vector3d end =
        new Vector3d(tip.get(0).asDouble(), tip.get(1).asDouble(), tip.get(2).asDouble());
    return end.isFinite() && end.length() < 1e6
        ? Optional.of(end.mul(sizes[node.number()]))
        : Optional.empty();
  }

  private boolean isMoved(int node) {
    for (JsonNode animation : gltf.root().path("animations")) {
      for (JsonNode channel : animation.path("channels")) {
        JsonNode target = channel.path("target");
        if (target.path("node").asInt(-1) == node
            && target.path("path").asText().equals("translation")) {
          return true;
        }
      }
    }
    return false;
  }

  /** How joints are turned where the skin is bound to them; null where it is not. */
  private Quaterniond[] bound() throws FormatException {
    Quaterniond[] bound = new Quaterniond[joints.size()];
    for (JsonNode skin : gltf.root().path("skins")) {
      JsonNode list = skin.path("joints");
      Matrix4d[] inverse = inverseBinds(skin, list.size());
      for (int n = 0; n < list.size() && inverse.length > 0; n++) {
        int j = jointOf(list.get(n).asInt(-1));
        if (j >= 0 && bound[j] == null && Math.abs(inverse[n].determinant()) > 1e-18) {
          Quaterniond q =
              inverse[n].invert(new Matrix4d()).getNormalizedRotation(new Quaterniond());
          bound[j] = q.isFinite() ? q.normalize() : null;
        }
      }
    }
    return bound;
  }

  /** What brings points of a skin's meshes to its joints; none where the file does not say. */
  Matrix4d[] inverseBinds(JsonNode skin, int joints) throws FormatException {
    if (!skin.has("inverseBindMatrices")) {
      return new Matrix4d[0];
    }
    double[] m = gltf.numbers(skin.get("inverseBindMatrices").asInt(-1), "MAT4", 16);
    if (m.length < 16 * joints) {
      throw new FormatException(
          gltf.file(), "a skin has " + joints + " joints, but " + m.length / 16 + " matrices");
    }
    Matrix4d[] all = new Matrix4d[joints];
    double[] one = new double[16];
    for (int n = 0; n < joints; n++) {
      System.arraycopy(m, 16 * n, one, 0, 16);
      all[n] = new Matrix4d().set(one);
    }
    return all;
  }

  Gltf gltf() {
    return gltf;
  }

  GltfNodes nodes() {
    return nodes;
  }

  /** Lengths as in the file's scene. */
  Skeleton joints() {
    return skeleton;
  }

  /** The joint of a node; -1 where it is none. */
  int jointOf(int node) {
    return node >= 0 && node < jointOf.length ? jointOf[node] : -1;
  }

  /** The node of a joint. */
  int node(int joint) {
    return joints.get(joint).number();
  }

  /** How a joint is turned in its parent while nothing moves it: as its node stands. */
  Quaterniondc still(int joint) {
    return joints.get(joint).rotation();
  }

  /** By how much places of a joint in its parent are scaled in the scene. */
  double above(int joint) {
    int parent = joints.get(joint).parent();
    return parent < 0 ? 1 : sizes[parent];
  }

  /** By how much places in the own frame of a node are scaled in the scene. */
  double size(int node) {
    return sizes[node];
  }

  List<String> remarks() {
    return remarks;
  }
}
