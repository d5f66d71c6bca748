package waxhand.formats.gltf;

import java.util.Locale;
import waxhand.core.character.Character;
import waxhand.formats.FormatException;

/** Writes characters without motion. */
public final class GltfCharacterWriter {
  private GltfCharacterWriter() {}

  /**
   * The bytes of a file: the character's own without its animations, or one made for it.
   *
   * @param name of the file; one that ends in .gltf is text
   * @throws FormatException if its own file cannot be read
   */
  public static byte[] write(Character character, String name) throws FormatException {
    GltfPack pack = GltfWriter.still(character);
    return name.toLowerCase(Locale.ROOT).endsWith(".gltf") ? pack.toText() : pack.toBytes();
  }
}
