package waxhand.core.passes;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import waxhand.core.props.LoadedMesh;
import waxhand.core.props.Mesh;

/**
 * Meshes in plain form, as they stand in files: little-endian floats and integers of 32 bits, in
 * Base64 (RFC 4648).
 */
final class MeshItems {
  private MeshItems() {}

  static Map<String, Object> plain(LoadedMesh loaded) {
    float[] points = loaded.mesh().points();
    int[] triangles = loaded.mesh().triangles();
    ByteBuffer p = ByteBuffer.allocate(4 * points.length).order(ByteOrder.LITTLE_ENDIAN);
    p.asFloatBuffer().put(points);
    ByteBuffer t = ByteBuffer.allocate(4 * triangles.length).order(ByteOrder.LITTLE_ENDIAN);
    t.asIntBuffer().put(triangles);
    Map<String, Object> item = new LinkedHashMap<>();
    item.put("file", loaded.file());
    item.put("points", Base64.getEncoder().encodeToString(p.array()));
    item.put("triangles", Base64.getEncoder().encodeToString(t.array()));
    return item;
  }

  /**
   * @throws IllegalArgumentException naming what is wrong
   */
  static LoadedMesh mesh(Map<String, Object> item) {
    ByteBuffer p = bytes(item, "points");
    ByteBuffer t = bytes(item, "triangles");
    float[] points = new float[p.capacity() / 4];
    int[] triangles = new int[t.capacity() / 4];
    p.asFloatBuffer().get(points);
    t.asIntBuffer().get(triangles);
    return new LoadedMesh(String.valueOf(item.get("file")), Mesh.of(points, triangles));
  }

  private static ByteBuffer bytes(Map<String, Object> item, String key) {
    if (!(item.get(key) instanceof String text)) {
      throw new IllegalArgumentException("a mesh without " + key);
    }
    try {
      return ByteBuffer.wrap(Base64.getDecoder().decode(text)).order(ByteOrder.LITTLE_ENDIAN);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException("the " + key + " of a mesh are not Base64", e);
    }
  }
}
