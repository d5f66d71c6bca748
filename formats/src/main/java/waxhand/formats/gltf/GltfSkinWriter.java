package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashMap;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import waxhand.core.character.Skin;
import waxhand.core.character.Skinning;
import waxhand.core.motion.Skeleton;

/** Adds a skin of ours to a GLB: a mesh of one primitive a colour, bound to the joints at rest. */
final class GltfSkinWriter {
  private static final int ARRAY = 34962;
  private static final int ELEMENTS = 34963;

  private final GltfPack pack;
  private final Skeleton skeleton;
  private final int[] nodes;

  GltfSkinWriter(GltfPack pack, Skeleton skeleton, int[] nodes) {
    this.pack = pack;
    this.skeleton = skeleton;
    this.nodes = nodes;
  }

  void add(String name, Skin skin) {
    ObjectNode attributes = pack.object();
    attributes.put("POSITION", places(skin.points(), true));
    attributes.put("NORMAL", places(Skinning.normals(skin.points(), skin.triangles()), false));
    boolean wide = isWide(skin);
    for (int set = 0; set < (wide ? 2 : 1); set++) {
      attributes.put("JOINTS_" + set, joints(skin, set));
      attributes.put("WEIGHTS_" + set, weights(skin, set));
    }
    ObjectNode mesh = pack.object().put("name", name);
    Map<Integer, Integer> materials = new LinkedHashMap<>();
    for (int colour : skin.colours()) {
      materials.computeIfAbsent(colour, c -> material(c));
    }
    materials.forEach(
        (colour, material) -> {
          ObjectNode primitive = mesh.withArray("primitives").addObject();
          primitive.set("attributes", attributes);
          primitive.put("indices", triangles(skin, colour));
          primitive.put("material", material);
        });
    ObjectNode bound = pack.object().put("name", name);
    bound.put("inverseBindMatrices", inverseBinds());
    ArrayNode list = bound.putArray("joints");
    for (int node : nodes) {
      list.add(node);
    }
    ObjectNode node = pack.object().put("name", name + " skin");
    node.put("mesh", pack.add("meshes", mesh)).put("skin", pack.add("skins", bound));
    ((ArrayNode) pack.root().path("scenes").get(0).path("nodes")).add(pack.add("nodes", node));
  }

  private int places(float[] values, boolean bounded) {
    double[] all = new double[values.length];
    for (int n = 0; n < all.length; n++) {
      all[n] = values[n];
    }
    return pack.numbers(all, "VEC3", 3, GltfPack.FLOAT, bounded, ARRAY);
  }

  private static boolean isWide(Skin skin) {
    for (int n = 0; n < skin.count(); n++) {
      if (skin.shares()[Skin.MOST_JOINTS * n + 4] > 0) {
        return true;
      }
    }
    return false;
  }

  private int joints(Skin skin, int set) {
    double[] all = new double[4 * skin.count()];
    for (int n = 0; n < all.length; n++) {
      int at = Skin.MOST_JOINTS * (n / 4) + 4 * set + n % 4;
      all[n] = skin.shares()[at] > 0 ? skin.joints()[at] : 0;
    }
    return pack.numbers(all, "VEC4", 4, GltfPack.SHORT, false, ARRAY);
  }

  private int weights(Skin skin, int set) {
    double[] all = new double[4 * skin.count()];
    for (int n = 0; n < all.length; n++) {
      all[n] = skin.shares()[Skin.MOST_JOINTS * (n / 4) + 4 * set + n % 4];
    }
    return pack.numbers(all, "VEC4", 4, GltfPack.FLOAT, false, ARRAY);
  }

  private int triangles(Skin skin, int colour) {
    int count = 0;
    for (int c : skin.colours()) {
      count += c == colour ? 1 : 0;
    }
    double[] corners = new double[3 * count];
    int at = 0;
    for (int n = 0; n < skin.colours().length; n++) {
      if (skin.colours()[n] == colour) {
        for (int k = 0; k < 3; k++) {
          corners[at++] = skin.triangles()[3 * n + k];
        }
      }
    }
    return pack.numbers(corners, "SCALAR", 1, GltfPack.INT, false, ELEMENTS);
  }

  private int material(int colour) {
    ObjectNode material = pack.object();
    ObjectNode look = material.putObject("pbrMetallicRoughness");
    ArrayNode base = look.putArray("baseColorFactor");
    for (int shift = 16; shift >= 0; shift -= 8) {
      base.add(linear((colour >> shift & 0xFF) / 255.0));
    }
    base.add(1);
    look.put("metallicFactor", 0).put("roughnessFactor", 0.8);
    return pack.add("materials", material);
  }

  /** IEC 61966-2-1. */
  private static double linear(double s) {
    return s <= 0.04045 ? s / 12.92 : Math.pow((s + 0.055) / 1.055, 2.4);
  }

  private int inverseBinds() {
    Vector3d[] rest = skeleton.restPositions();
    double[] all = new double[16 * skeleton.size()];
    double[] one = new double[16];
    for (int j = 0; j < skeleton.size(); j++) {
      new Matrix4d().translationRotate(rest[j], skeleton.restRotation(j)).invert().get(one);
      // the last row is exactly this by the standard
      one[3] = 0;
      one[7] = 0;
      one[11] = 0;
      one[15] = 1;
      System.arraycopy(one, 0, all, 16 * j, 16);
    }
    return pack.numbers(all, "MAT4", 16, GltfPack.FLOAT, false, 0);
  }
}
