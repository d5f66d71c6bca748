package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/**
 * A file without its animations, and without the numbers that only they had need of: else a
 * character would grow by a take each time it is handed on.
 */
final class Unanimated {
  /** Extensions that name no accessors and no views of buffers, by how they begin. */
  private static final List<String> HARMLESS =
      List.of("KHR_materials_", "KHR_texture_", "KHR_lights_");

  private final ObjectNode root;
  private final byte[] binary;

  private Unanimated(ObjectNode root, byte[] binary) {
    this.root = root;
    this.binary = binary;
  }

  /** On from a file whose only buffer is its own binary one. */
  static GltfPack of(Gltf gltf) {
    ObjectNode root = gltf.root().deepCopy();
    byte[] binary = gltf.binary().orElse(new byte[0]);
    boolean animated = root.remove("animations") != null;
    return animated && isPlain(root)
        ? new Unanimated(root, binary).trimmed()
        : new GltfPack(root, binary);
  }

  private static boolean isPlain(ObjectNode root) {
    for (JsonNode used : root.path("extensionsUsed")) {
      if (HARMLESS.stream().noneMatch(used.asText()::startsWith)) {
        return false;
      }
    }
    return true;
  }

  private GltfPack trimmed() {
    renumber("accessors", this::namingAccessors);
    renumber("bufferViews", this::namingViews);
    return new GltfPack(root, packed());
  }

  /** Takes out of a list what nobody names. */
  private void renumber(String list, Consumer<BiConsumer<ObjectNode, String>> naming) {
    Set<Integer> named = new HashSet<>();
    naming.accept((node, field) -> named.add(node.path(field).asInt(-1)));
    ArrayNode kept = root.arrayNode();
    int[] numbers = new int[root.path(list).size()];
    for (int n = 0; n < numbers.length; n++) {
      numbers[n] = kept.size();
      if (named.contains(n)) {
        kept.add(root.path(list).get(n));
      }
    }
    naming.accept(
        (node, field) -> {
          int n = node.path(field).asInt(-1);
          if (n >= 0 && n < numbers.length) {
            node.put(field, numbers[n]);
          }
        });
    root.remove(list);
    if (!kept.isEmpty()) {
      root.set(list, kept);
    }
  }

  private void namingAccessors(BiConsumer<ObjectNode, String> each) {
    for (JsonNode mesh : root.path("meshes")) {
      for (JsonNode primitive : mesh.path("primitives")) {
        all(primitive.path("attributes"), each);
        named(primitive, "indices", each);
        for (JsonNode target : primitive.path("targets")) {
          all(target, each);
        }
      }
    }
    for (JsonNode skin : root.path("skins")) {
      named(skin, "inverseBindMatrices", each);
    }
  }

  private void namingViews(BiConsumer<ObjectNode, String> each) {
    for (JsonNode accessor : root.path("accessors")) {
      named(accessor, "bufferView", each);
      named(accessor.path("sparse").path("indices"), "bufferView", each);
      named(accessor.path("sparse").path("values"), "bufferView", each);
    }
    for (JsonNode image : root.path("images")) {
      named(image, "bufferView", each);
    }
  }

  private static void all(JsonNode node, BiConsumer<ObjectNode, String> each) {
    List<String> fields = new ArrayList<>();
    node.fieldNames().forEachRemaining(fields::add);
    fields.forEach(field -> named(node, field, each));
  }

  private static void named(JsonNode node, String field, BiConsumer<ObjectNode, String> each) {
    if (node instanceof ObjectNode own && own.path(field).isInt()) {
      each.accept(own, field);
    }
  }

  /** The bytes that views still show, each once and on a multiple of four as it lay. */
  private byte[] packed() {
    List<ObjectNode> views = new ArrayList<>();
    for (JsonNode view : root.path("bufferViews")) {
      if (!(view instanceof ObjectNode own) || !isInside(view)) {
        // whoever reads it is told; it stays as it is
        return binary;
      }
      views.add(own);
    }
    views.sort(Comparator.comparingLong(Unanimated::start));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    // bytes from here on are not yet out
    long done = 0;
    long shift = 0;
    for (ObjectNode view : views) {
      long start = start(view);
      if (start >= done) {
        done = start - start % 4 >= done ? start - start % 4 : done;
        while (out.size() % 4 != done % 4) {
          out.write(0);
        }
        shift = out.size() - done;
      }
      long end = start + view.path("byteLength").asLong();
      if (end > done) {
        out.write(binary, (int) done, (int) (end - done));
        done = end;
      }
      view.put("byteOffset", start + shift);
    }
    return out.toByteArray();
  }

  private boolean isInside(JsonNode view) {
    long length = view.path("byteLength").asLong(-1);
    return length >= 0 && start(view) >= 0 && start(view) + length <= binary.length;
  }

  private static long start(JsonNode view) {
    return view.path("byteOffset").asLong(0);
  }
}
