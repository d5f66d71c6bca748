package waxhand.formats.takes;

import java.nio.file.Path;
import java.util.Optional;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.disk.Folder;
import waxhand.formats.disk.WholeFile;
import waxhand.formats.gltf.GltfCharacterReader;

/** Opens characters: the bodies of takes, and skinned ones. */
public final class Characters {
  private Characters() {}

  /**
   * Reads a character from a file.
   *
   * @throws FormatException if there is no body in it; it names the path as given
   */
  public static Character read(Path path, Work work) throws FormatException {
    try {
      String name = path.getFileName() == null ? path.toString() : path.getFileName().toString();
      byte[] bytes = WholeFile.read(path, WholeFile.MOST_BYTES);
      if (GltfCharacterReader.isGltf(name)) {
        return GltfCharacterReader.read(name, bytes, Folder.of(path), work);
      }
      RawTake take = TakeFiles.read(path, Reading.GUESS, work);
      return of(take);
    } catch (FormatException e) {
      throw e.at(path);
    }
  }

  /**
   * Reads a character from the bytes of a file that is whole by itself.
   *
   * @throws FormatException if there is no body in it
   */
  public static Character read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return GltfCharacterReader.isGltf(name)
        ? GltfCharacterReader.read(name, bytes, Beside.NOTHING, work)
        : of(TakeFiles.read(name, bytes, reading, work));
  }

  /** The body of a take, as it rests. */
  public static Character of(RawTake take) {
    return new Character(
        TakeFiles.bareName(take.fileName()),
        take.motion().body(),
        Optional.empty(),
        Optional.of(new CharacterFile(take.fileName(), take.bytes(), take.reading())));
  }

  /** The take whose body a character is, where it came in one that is written as it came. */
  static Optional<RawTake> take(CharacterFile file, Work work) throws FormatException {
    if (GltfCharacterReader.isGltf(file.name())) {
      return Optional.empty();
    }
    return Optional.of(
        TakeFiles.read(file.name(), file.bytes(), Reading.keptIn(file.reading()), work));
  }
}
