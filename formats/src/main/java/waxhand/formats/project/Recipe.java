package waxhand.formats.project;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import waxhand.core.chain.Chain;
import waxhand.formats.FormatException;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.WholeFile;

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
  public static Recipe named(String nameOrFile) throws FormatException {
    if (nameOrFile.equals("first-pass")) {
      return firstPass();
    }
    Optional<Path> path = pathOf(nameOrFile);
    if (path.isEmpty() || !Files.exists(path.get())) {
      throw new FormatException(
          nameOrFile, "there is no such recipe file, and no recipe of that name");
    }
    return parse(nameOrFile, WholeFile.read(path.get(), WholeFile.MOST_TEXT));
  }

  /** The file a recipe is in; empty for a shipped one. */
  public static Optional<Path> pathOf(String nameOrFile) {
    try {
      return nameOrFile.equals("first-pass") ? Optional.empty() : Optional.of(Path.of(nameOrFile));
    } catch (InvalidPathException e) {
      return Optional.empty();
    }
  }

  /**
   * Reads a recipe. Nothing of it may be left out: it is run where nobody looks.
   *
   * @param file for messages
   * @throws FormatException if anything is wrong with it
   */
  public static Recipe parse(String file, byte[] bytes) throws FormatException {
    At root = At.root(file, bytes, Faults.none(file));
    if (!root.get("waxhand").text("").equals("recipe")) {
      throw new FormatException(file, "this is no recipe: \"waxhand\": \"recipe\" is missing");
    }
    Versions.check(root, VERSION);
    return new Recipe(
        root.get("name").text(file.substring(file.lastIndexOf('/') + 1)),
        ChainJson.read(root.get("plates")));
  }

  public void save(Path path) throws FormatException {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "recipe").put("version", VERSION).put("name", name);
    root.set("plates", ChainJson.write(chain));
    AtomicFile.write(
        path,
        stream -> stream.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root)));
  }
}
