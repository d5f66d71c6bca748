package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.character.BlendShape;
import waxhand.core.character.Skin;
import waxhand.core.motion.Skeleton;
import waxhand.formats.FormatException;
import waxhand.formats.guess.Understanding;

/**
 * Reads the meshes of a scene as one skin: points as they lie when the skeleton rests, with the
 * joints that carry them. What hangs on a joint without being bound goes with it.
 */
final class GltfSkinReader {
  private static final int GREY = 0xC8C0B4;

  /** More points are no figure that can be drawn in time. */
  private static final int MOST_POINTS = 2_000_000;

  private final GltfSkeleton joints;
  private final Gltf gltf;
  private final Skeleton rests;
  private final Understanding told;
  private final Vector3d[] restPlaces;
  private final List<float[]> points = new ArrayList<>();
  private final List<int[]> carriers = new ArrayList<>();
  private final List<float[]> shares = new ArrayList<>();
  private final List<int[]> triangles = new ArrayList<>();
  private final List<int[]> colours = new ArrayList<>();
  private final List<Map<String, float[]>> moves = new ArrayList<>();
  private final GltfShapes shapes;
  private int count;

  private GltfSkinReader(GltfSkeleton joints, Skeleton rests, Understanding told) {
    this.joints = joints;
    this.gltf = joints.gltf();
    this.rests = rests;
    this.told = told;
    this.restPlaces = rests.restPositions();
    this.shapes = new GltfShapes(gltf);
  }

  /**
   * @param rests the skeleton as it was understood: metres, y up, standing
   */
  static Optional<Skin> read(GltfSkeleton joints, Skeleton rests, Understanding told)
      throws FormatException {
    GltfSkinReader reader = new GltfSkinReader(joints, rests, told);
    for (GltfNodes.Node node : joints.nodes().all()) {
      JsonNode json = reader.gltf.item("nodes", node.number());
      if (json.has("mesh")) {
        reader.mesh(node, json);
      }
    }
    return reader.count == 0 ? Optional.empty() : Optional.of(reader.skin());
  }

  private void mesh(GltfNodes.Node node, JsonNode json) throws FormatException {
    JsonNode mesh = gltf.item("meshes", json.path("mesh").asInt(-1));
    boolean bound = json.has("skin");
    JsonNode skin = bound ? gltf.item("skins", json.path("skin").asInt(-1)) : null;
    int[] own = null;
    Matrix4d[] inverse = null;
    if (skin != null) {
      JsonNode list = skin.path("joints");
      if (list.isEmpty()) {
        throw new FormatException(
            gltf.file(), "skin " + json.path("skin").asInt() + " has no joints");
      }
      own = new int[list.size()];
      for (int n = 0; n < own.length; n++) {
        own[n] = Math.max(0, joints.jointOf(list.get(n).asInt(-1)));
      }
      inverse = joints.inverseBinds(skin, own.length);
    }
    // triangles of several colours often go between the same points
    Map<String, int[]> read = new HashMap<>();
    for (JsonNode primitive : mesh.path("primitives")) {
      int mode = primitive.path("mode").asInt(4);
      int position = primitive.path("attributes").path("POSITION").asInt(-1);
      if (mode == 4 && position >= 0) {
        String same = primitive.path("attributes") + " " + primitive.path("targets");
        int[] run = read.get(same);
        if (run == null) {
          run = new int[] {count, points(node, primitive, own, inverse)};
          read.put(same, run);
        }
        int[] order = corners(primitive, run[0], run[1]);
        triangles.add(order);
        int[] colour = new int[order.length / 3];
        java.util.Arrays.fill(colour, colour(primitive));
        colours.add(colour);
      }
    }
  }

  /** Reads the points between which a primitive has its triangles; how many they are. */
  private int points(GltfNodes.Node node, JsonNode primitive, int[] own, Matrix4d[] inverse)
      throws FormatException {
    JsonNode attributes = primitive.path("attributes");
    double[] p = gltf.numbers(attributes.path("POSITION").asInt(-1), "VEC3", 3);
    int points = p.length / 3;
    if (count + points > MOST_POINTS) {
      throw new FormatException(gltf.file(), "more than " + MOST_POINTS + " points in its meshes");
    }
    int[] carrier = new int[Skin.MOST_JOINTS * points];
    float[] share = new float[carrier.length];
    if (own == null) {
      int joint = carrier(node);
      for (int n = 0; n < points; n++) {
        carrier[Skin.MOST_JOINTS * n] = joint;
        share[Skin.MOST_JOINTS * n] = 1;
      }
    } else {
      weights(attributes, points, own, carrier, share);
    }
    Place place = own == null ? unbound(node) : bound(own, inverse);
    float[] at = new float[p.length];
    Vector3d sum = new Vector3d();
    Vector3d one = new Vector3d();
    for (int n = 0; n < points; n++) {
      rest(p, n, carrier, share, place, sum, one);
      at[3 * n] = (float) sum.x;
      at[3 * n + 1] = (float) sum.y;
      at[3 * n + 2] = (float) sum.z;
    }
    shapes(shapes.of(node.number()), primitive, p, carrier, share, place, at);
    this.points.add(at);
    carriers.add(carrier);
    shares.add(share);
    count += points;
    return points;
  }

  /** Brings a point of a mesh into the frame of a joint as the file has it. */
  private interface Place {
    void in(int joint, Vector3d point);
  }

  private Place bound(int[] own, Matrix4d[] inverse) {
    Matrix4d[] byJoint = new Matrix4d[rests.size()];
    for (int n = 0; n < own.length; n++) {
      byJoint[own[n]] = inverse.length > 0 ? inverse[n] : null;
    }
    return (joint, point) -> {
      if (byJoint[joint] != null) {
        byJoint[joint].transformPosition(point);
      } else {
        inJoint(joint, point);
      }
    };
  }

  private Place unbound(GltfNodes.Node node) {
    Matrix4d world = world(node);
    return (joint, point) -> {
      world.transformPosition(point);
      inJoint(joint, point);
    };
  }

  private void inJoint(int joint, Vector3d point) {
    world(joints.nodes().at(joints.node(joint))).invert().transformPosition(point);
  }

  private Matrix4d world(GltfNodes.Node node) {
    Matrix4d world = new Matrix4d();
    for (GltfNodes.Node at = node; at != null; at = joints.nodes().at(at.parent())) {
      world.mulLocal(
          new Matrix4d().translationRotateScale(at.translation(), at.rotation(), at.scale()));
    }
    return world;
  }

  /** The joint a mesh hangs on; the first where it hangs on none. */
  private int carrier(GltfNodes.Node node) {
    for (GltfNodes.Node at = node; at != null; at = joints.nodes().at(at.parent())) {
      if (joints.jointOf(at.number()) >= 0) {
        return joints.jointOf(at.number());
      }
    }
    return 0;
  }

  /** Where a point is when the skeleton rests. Modified: sum, one. */
  private void rest(
      double[] p, int n, int[] carrier, float[] share, Place place, Vector3d sum, Vector3d one) {
    sum.zero();
    for (int k = Skin.MOST_JOINTS * n; k < Skin.MOST_JOINTS * (n + 1); k++) {
      if (share[k] > 0) {
        int joint = carrier[k];
        one.set(p[3 * n], p[3 * n + 1], p[3 * n + 2]);
        place.in(joint, one);
        one.mul(joints.size(joints.node(joint)) * told.unit().metres());
        double[] v = {one.x, one.y, one.z};
        told.up().toInside(v, 0);
        one.set(v[0], v[1], v[2]);
        new Quaterniond(rests.restRotation(joint)).transform(one);
        sum.fma(share[k], one.add(restPlaces[joint]));
      }
    }
  }

  private void weights(JsonNode attributes, int points, int[] own, int[] carrier, float[] share)
      throws FormatException {
    for (int set = 0; set < Skin.MOST_JOINTS / 4 && attributes.has("JOINTS_" + set); set++) {
      double[] j = gltf.numbers(attributes.path("JOINTS_" + set).asInt(-1), "VEC4", 4);
      double[] w = gltf.numbers(attributes.path("WEIGHTS_" + set).asInt(-1), "VEC4", 4);
      if (j.length != 4 * points || w.length != 4 * points) {
        throw new FormatException(
            gltf.file(), points + " points have the joints of " + j.length / 4);
      }
      for (int n = 0; n < 4 * points; n++) {
        int at = Skin.MOST_JOINTS * (n / 4) + 4 * set + n % 4;
        if (w[n] > 0) {
          if (!(j[n] >= 0 && j[n] < own.length)) {
            throw new FormatException(
                gltf.file(),
                "point "
                    + n / 4
                    + " goes with joint "
                    + (int) j[n]
                    + " of a skin of "
                    + own.length);
          }
          carrier[at] = own[(int) j[n]];
          share[at] = (float) w[n];
        }
      }
    }
    for (int n = 0; n < points; n++) {
      float sum = 0;
      for (int k = 0; k < Skin.MOST_JOINTS; k++) {
        sum += share[Skin.MOST_JOINTS * n + k];
      }
      if (sum > 0) {
        for (int k = 0; k < Skin.MOST_JOINTS; k++) {
          share[Skin.MOST_JOINTS * n + k] /= sum;
        }
      } else {
        carrier[Skin.MOST_JOINTS * n] = own[0];
        share[Skin.MOST_JOINTS * n] = 1;
      }
    }
  }

  private void shapes(
      List<String> names,
      JsonNode primitive,
      double[] p,
      int[] carrier,
      float[] share,
      Place place,
      float[] at)
      throws FormatException {
    Map<String, float[]> own = new HashMap<>();
    int k = 0;
    for (JsonNode target : primitive.path("targets")) {
      float[] by = new float[p.length];
      if (target.has("POSITION")) {
        double[] d = gltf.numbers(target.path("POSITION").asInt(-1), "VEC3", 3);
        if (d.length != p.length) {
          throw new FormatException(gltf.file(), "a shape has other points than its mesh");
        }
        double[] moved = new double[p.length];
        for (int n = 0; n < p.length; n++) {
          moved[n] = p[n] + d[n];
        }
        Vector3d sum = new Vector3d();
        Vector3d one = new Vector3d();
        for (int n = 0; n < p.length / 3; n++) {
          rest(moved, n, carrier, share, place, sum, one);
          by[3 * n] = (float) (sum.x - at[3 * n]);
          by[3 * n + 1] = (float) (sum.y - at[3 * n + 1]);
          by[3 * n + 2] = (float) (sum.z - at[3 * n + 2]);
        }
      }
      if (k < names.size()) {
        own.put(names.get(k), by);
      }
      k++;
    }
    moves.add(own);
  }

  private int[] corners(JsonNode primitive, int first, int points) throws FormatException {
    double[] order =
        primitive.has("indices")
            ? gltf.numbers(primitive.get("indices").asInt(-1), "SCALAR", 1)
            : null;
    int[] corners = new int[(order == null ? points : order.length) / 3 * 3];
    for (int n = 0; n < corners.length; n++) {
      double corner = order == null ? n : order[n];
      if (!(corner >= 0 && corner < points)) {
        throw new FormatException(
            gltf.file(), "a triangle has corner " + (long) corner + " of " + points);
      }
      corners[n] = first + (int) corner;
    }
    return corners;
  }

  private int colour(JsonNode primitive) {
    JsonNode material = gltf.root().path("materials").path(primitive.path("material").asInt(-1));
    JsonNode base = material.path("pbrMetallicRoughness").path("baseColorFactor");
    if (base.size() != 4) {
      return GREY;
    }
    int colour = 0;
    for (int i = 0; i < 3; i++) {
      double c = Math.max(0, Math.min(1, base.get(i).asDouble(1)));
      double s = c <= 0.0031308 ? 12.92 * c : 1.055 * Math.pow(c, 1 / 2.4) - 0.055;
      colour = colour << 8 | (int) Math.round(255 * s);
    }
    return colour;
  }

  private Skin skin() {
    float[] p = new float[3 * count];
    int[] j = new int[Skin.MOST_JOINTS * count];
    float[] w = new float[j.length];
    int corners = triangles.stream().mapToInt(t -> t.length).sum();
    int[] t = new int[corners];
    int[] c = new int[corners / 3];
    Map<String, float[]> all = new LinkedHashMap<>();
    for (int node : shapes.nodes()) {
      shapes.of(node).forEach(n -> all.put(n, new float[p.length]));
    }
    int corner = 0;
    for (int k = 0; k < triangles.size(); k++) {
      System.arraycopy(triangles.get(k), 0, t, corner, triangles.get(k).length);
      System.arraycopy(colours.get(k), 0, c, corner / 3, colours.get(k).length);
      corner += triangles.get(k).length;
    }
    int at = 0;
    for (int k = 0; k < points.size(); k++) {
      float[] own = points.get(k);
      System.arraycopy(own, 0, p, 3 * at, own.length);
      System.arraycopy(carriers.get(k), 0, j, Skin.MOST_JOINTS * at, carriers.get(k).length);
      System.arraycopy(shares.get(k), 0, w, Skin.MOST_JOINTS * at, shares.get(k).length);
      int first = 3 * at;
      moves.get(k).forEach((name, by) -> System.arraycopy(by, 0, all.get(name), first, own.length));
      at += own.length / 3;
    }
    List<BlendShape> made = new ArrayList<>();
    all.forEach((name, by) -> made.add(new BlendShape(name, by)));
    return new Skin(p, t, j, w, c, made);
  }
}
