package waxhand.formats.project;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import waxhand.core.passes.Chain;
import waxhand.formats.AtomicFile;
import waxhand.formats.FormatException;

/**
 * A saved chain, to be used on other takes.
 *
 * @param name for people
 */
public record Recipe(String name, Chain chain) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int VERSION = 1;

  /** The automatic chain to start from. */
  public static Recipe firstPass() {
    try (InputStream in =
        Recipe.class.getResourceAsStream("/waxhand/formats/recipes/first-pass.json")) {
      return parse("first-pass", in.readAllBytes());
    } catch (IOException e) {
      throw new IllegalStateException("the shipped recipe is damaged", e);
    }
  }

  /** A shipped recipe by its name, or one in a file. */
  public static Recipe named(String nameOrFile) throws IOException {
    if (nameOrFile.equals("first-pass")) {
      return firstPass();
    }
    Path path = Path.of(nameOrFile);
    if (!Files.isRegularFile(path)) {
      throw new FormatException(
          nameOrFile, "there is no such recipe file, and no recipe of that name");
    }
    return parse(path.getFileName().toString(), Files.readAllBytes(path));
  }

  static Recipe parse(String file, byte[] bytes) throws FormatException {
    try {
      JsonNode root = JSON.readTree(bytes);
      if (!root.path("waxhand").asText().equals("recipe")) {
        throw new FormatException(file, "this is no recipe: \"waxhand\": \"recipe\" is missing");
      }
      if (root.path("version").asInt() > VERSION) {
        throw new FormatException(file, "this recipe is from a newer Wax Hand");
      }
      return new Recipe(root.path("name").asText(file), ChainJson.read(root.get("plates")));
    } catch (JsonProcessingException e) {
      throw new FormatException(
          file,
          e.getLocation() == null ? 0 : e.getLocation().getLineNr(),
          e.getLocation() == null ? 0 : e.getLocation().getColumnNr(),
          "not JSON: " + e.getOriginalMessage());
    } catch (IllegalArgumentException e) {
      throw new FormatException(file, e.getMessage());
    } catch (IOException e) {
      throw new FormatException(file, e.getMessage());
    }
  }

  public void save(Path path) throws IOException {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "recipe").put("version", VERSION).put("name", name);
    root.set("plates", ChainJson.write(chain));
    byte[] bytes = JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    AtomicFile.write(path, stream -> stream.write(bytes));
  }
}
