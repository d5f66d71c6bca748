package waxhand.core.character;

import java.util.Arrays;
import java.util.Map;

/**
 * The file a character came in, so that it leaves as it came.
 *
 * @param name of the file, without folders
 * @param bytes the whole file; must not be modified
 * @param reading how it was read, in the words of the reader
 */
public record CharacterFile(String name, byte[] bytes, Map<String, String> reading) {
  public CharacterFile {
    reading = Map.copyOf(reading);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof CharacterFile f
        && name.equals(f.name)
        && reading.equals(f.reading)
        && Arrays.equals(bytes, f.bytes);
  }

  @Override
  public int hashCode() {
    return name.hashCode() + bytes.length;
  }
}
