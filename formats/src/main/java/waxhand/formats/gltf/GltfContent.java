package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.Set;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Folder;
import waxhand.formats.disk.WholeFile;

/** What a glTF file is to us. */
public enum GltfContent {
  /** It moves. */
  TAKE,
  /** It has joints, and stands still. */
  CHARACTER,
  /** Neither: to act against. */
  THING;

  private static final Set<String> MOVES = Set.of("rotation", "translation", "weights");

  /**
   * @throws FormatException if it cannot be read
   */
  public static GltfContent of(Path path) throws FormatException {
    byte[] bytes = WholeFile.read(path, WholeFile.MOST_BYTES);
    JsonNode root = Gltf.read(path.toString(), bytes, Folder.of(path)).root();
    for (JsonNode animation : root.path("animations")) {
      for (JsonNode channel : animation.path("channels")) {
        String moves = channel.path("target").path("path").asText();
        if (MOVES.contains(moves)) {
          return TAKE;
        }
      }
    }
    return root.path("skins").isEmpty() ? THING : CHARACTER;
  }
}
