package waxhand.formats.gltf;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;

/** A GLB being written: its JSON and one buffer, to which numbers are added. */
final class GltfPack {
  static final int FLOAT = 5126;
  static final int SHORT = 5123;
  static final int INT = 5125;
  private static final ObjectMapper JSON = new ObjectMapper();

  private final ObjectNode root;
  private final ByteArrayOutputStream binary = new ByteArrayOutputStream();

  /** A new one. */
  GltfPack() {
    root = JSON.createObjectNode();
    root.putObject("asset").put("version", "2.0").put("generator", "Wax Hand");
    root.put("scene", 0);
    root.putArray("scenes").addObject().putArray("nodes");
  }

  /** On from what is there. Kept: root, which is modified. */
  GltfPack(ObjectNode root, byte[] before) {
    this.root = root;
    binary.write(before, 0, before.length);
  }

  ObjectNode root() {
    return root;
  }

  /** Adds an object to a list of the file; its number. */
  int add(String list, ObjectNode item) {
    root.withArray(list).add(item);
    return root.withArray(list).size() - 1;
  }

  ObjectNode object() {
    return JSON.createObjectNode();
  }

  /**
   * Adds numbers as an accessor; its number.
   *
   * @param bounded whether their bounds are told, as the standard asks of places and times
   * @param target what the numbers are for in a mesh, as the standard numbers it; 0 for none
   */
  int numbers(double[] values, String type, int width, int kind, boolean bounded, int target) {
    int bytes = kind == SHORT ? 2 : 4;
    ByteBuffer out = ByteBuffer.allocate(values.length * bytes).order(ByteOrder.LITTLE_ENDIAN);
    for (double value : values) {
      if (kind == FLOAT) {
        out.putFloat((float) value);
      } else if (kind == SHORT) {
        out.putShort((short) (int) value);
      } else {
        out.putInt((int) value);
      }
    }
    while (binary.size() % 4 != 0) {
      binary.write(0);
    }
    ObjectNode view = object().put("buffer", 0).put("byteOffset", binary.size());
    view.put("byteLength", out.capacity());
    if (target > 0) {
      view.put("target", target);
    }
    binary.write(out.array(), 0, out.capacity());
    ObjectNode accessor = object().put("bufferView", add("bufferViews", view));
    accessor.put("componentType", kind).put("count", values.length / width).put("type", type);
    if (bounded) {
      for (int i = 0; i < width; i++) {
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        for (int n = i; n < values.length; n += width) {
          least = Math.min(least, (float) values[n]);
          most = Math.max(most, (float) values[n]);
        }
        accessor.withArray("min").add(least);
        accessor.withArray("max").add(most);
      }
    }
    return add("accessors", accessor);
  }

  private void end() {
    while (binary.size() % 4 != 0) {
      binary.write(0);
    }
    root.remove("buffers");
    if (binary.size() > 0) {
      root.putArray("buffers").addObject().put("byteLength", binary.size());
    }
  }

  /** The file as text, the numbers in it as Base64 (RFC 2397). */
  byte[] toText() {
    end();
    if (binary.size() > 0) {
      String numbers = Base64.getEncoder().encodeToString(binary.toByteArray());
      ((ObjectNode) root.path("buffers").get(0))
          .put("uri", "data:application/octet-stream;base64," + numbers);
    }
    return json();
  }

  /** The file. */
  byte[] toBytes() {
    end();
    byte[] json = json();
    int padded = (json.length + 3) / 4 * 4;
    int bin = binary.size() == 0 ? 0 : 8 + binary.size();
    ByteBuffer out = ByteBuffer.allocate(20 + padded + bin).order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(Gltf.MAGIC).putInt(2).putInt(out.capacity());
    out.putInt(padded).putInt(Gltf.JSON_CHUNK).put(json);
    while (out.position() < 20 + padded) {
      out.put((byte) ' ');
    }
    if (bin > 0) {
      out.putInt(binary.size()).putInt(Gltf.BINARY_CHUNK).put(binary.toByteArray());
    }
    return out.array();
  }

  private byte[] json() {
    try {
      return JSON.writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a tree of plain values can be written", e);
    }
  }
}
