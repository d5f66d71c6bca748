package waxhand.core.passes.props;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import waxhand.core.chain.Item;
import waxhand.core.props.LoadedMesh;
import waxhand.core.props.Mesh;

/**
 * Meshes in plain form, as they stand in files: little-endian floats and integers of 32 bits, in
 * Base64 (RFC 4648).
 */
final class MeshItems {
  private MeshItems() {}

  static Item plain(LoadedMesh loaded) {
    float[] points = loaded.mesh().points();
    int[] triangles = loaded.mesh().triangles();
    ByteBuffer p = ByteBuffer.allocate(4 * points.length).order(ByteOrder.LITTLE_ENDIAN);
    p.asFloatBuffer().put(points);
    ByteBuffer t = ByteBuffer.allocate(4 * triangles.length).order(ByteOrder.LITTLE_ENDIAN);
    t.asIntBuffer().put(triangles);
    return Item.empty()
        .with("file", loaded.file())
        .with("points", Base64.getEncoder().encodeToString(p.array()))
        .with("triangles", Base64.getEncoder().encodeToString(t.array()));
  }

  /**
   * @throws IllegalArgumentException naming what is wrong
   */
  static LoadedMesh mesh(Item item) {
    ByteBuffer p = bytes(item, "points");
    ByteBuffer t = bytes(item, "triangles");
    float[] points = new float[p.capacity() / 4];
    int[] triangles = new int[t.capacity() / 4];
    p.asFloatBuffer().get(points);
    t.asIntBuffer().get(triangles);
    return new LoadedMesh(String.valueOf(item.get("file")), Mesh.of(points, triangles));
  }

  private static ByteBuffer bytes(Item item, String key) {
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
