package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The shapes that meshes of a glTF file go to by weights (glTF 2.0, 3.7.2.2), with a name each that
 * no other has: that of the file, after the node's where two nodes have one of the same name.
 */
final class GltfShapes {
  /** More shapes are no face. */
  private static final int MOST = 4096;

  private final Map<Integer, List<String>> byNode = new LinkedHashMap<>();
  private final Gltf gltf;

  GltfShapes(Gltf gltf) {
    this.gltf = gltf;
    Set<String> taken = new HashSet<>();
    JsonNode nodes = gltf.root().path("nodes");
    for (int n = 0; n < nodes.size(); n++) {
      JsonNode mesh = mesh(n);
      int count = Math.min(MOST, mesh.path("primitives").path(0).path("targets").size());
      if (count == 0) {
        continue;
      }
      JsonNode names = mesh.path("extras").path("targetNames");
      List<String> own = new ArrayList<>();
      for (int k = 0; k < count; k++) {
        String told = names.path(k).asText("");
        String name = told.isBlank() ? "shape " + (k + 1) : told;
        String node = nodes.get(n).path("name").asText("");
        name = taken.contains(name) ? (node.isBlank() ? "mesh " + n : node) + " " + name : name;
        String free = name;
        for (int m = 2; !taken.add(free); m++) {
          free = name + "#" + m;
        }
        own.add(free);
      }
      byNode.put(n, own);
    }
  }

  private JsonNode mesh(int node) {
    JsonNode json = gltf.root().path("nodes").path(node);
    return gltf.root().path("meshes").path(json.path("mesh").asInt(-1));
  }

  /** The nodes that have any. */
  Set<Integer> nodes() {
    return byNode.keySet();
  }

  /** The names of a node's shapes, in the order of its weights; empty where it has none. */
  List<String> of(int node) {
    return byNode.getOrDefault(node, List.of());
  }

  /** The weight of a node's shape where nothing moves it. */
  double still(int node, int k) {
    JsonNode own = gltf.root().path("nodes").path(node).path("weights");
    JsonNode told = own.isEmpty() ? mesh(node).path("weights") : own;
    return told.path(k).asDouble(0);
  }
}
