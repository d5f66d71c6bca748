package waxhand.formats.takes;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.character.Skin;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Folder;
import waxhand.formats.disk.WholeFile;
import waxhand.formats.gltf.GltfCharacterReader;
import waxhand.formats.gltf.GltfCharacterWriter;
import waxhand.formats.gltf.GltfFormat;

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
      if (GltfFormat.isGltf(name)) {
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
    return GltfFormat.isGltf(name)
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

  /** Largest distance, metres, between what was meant and what was read back. */
  private static final double TOLERANCE_M = 1e-4;

  /**
   * Writes a character without motion as glTF, reads it back and compares; only then it takes its
   * place. On any failure a file that was there stays as it was.
   *
   * @return what was written, for people
   * @throws FormatException if it would replace the character's own file, or does not read back as
   *     meant
   */
  public static String write(Character character, Path path, Work work) throws FormatException {
    String name = path.getFileName().toString();
    if (!GltfFormat.isGltf(name)) {
      throw new FormatException(
          path.toString(), "a character without motion leaves as glTF: give it the ending .glb");
    }
    if (character.skin().isEmpty()) {
      throw new FormatException(
          path.toString(),
          "this character has no skin, by which glTF tells joints from other nodes: hand on its"
              + " skeleton with motion");
    }
    byte[] bytes = GltfCharacterWriter.write(character, name);
    Optional<CharacterFile> own = character.file();
    if (own.isPresent()
        && !Arrays.equals(own.get().bytes(), bytes)
        && WholeFile.holds(path, own.get().bytes())) {
      throw new FormatException(
          path.toString(), "this is the character's own file; give another name");
    }
    AtomicFile.write(
        path,
        stream -> stream.write(bytes),
        written ->
            compared(
                path,
                character,
                read(name, WholeFile.read(written, WholeFile.MOST_BYTES), Reading.GUESS, work)));
    return String.format(
        Locale.ROOT,
        "%s: %s without motion, %d joints, %d points, %.1f MB, read back",
        Legible.whole(name),
        Legible.of(character.name(), 40),
        character.body().skeleton().size(),
        character.skin().map(Skin::count).orElse(0),
        bytes.length / 1e6);
  }

  private static boolean compared(Path path, Character meant, Character read)
      throws FormatException {
    Vector3d[] places = meant.body().skeleton().restPositions();
    Vector3d[] again = read.body().skeleton().restPositions();
    double off = places.length == again.length ? 0 : Double.POSITIVE_INFINITY;
    for (int j = 0; off < TOLERANCE_M && j < places.length; j++) {
      off = Math.max(off, places[j].distance(again[j]));
    }
    float[] points = meant.skin().map(Skin::points).orElse(new float[0]);
    float[] its = read.skin().map(Skin::points).orElse(new float[0]);
    off = points.length == its.length ? off : Double.POSITIVE_INFINITY;
    for (int n = 0; off < TOLERANCE_M && n < points.length; n++) {
      off = Math.max(off, Math.abs(points[n] - its[n]));
    }
    if (!(off < TOLERANCE_M)) {
      throw new FormatException(
          path.toString(),
          "what would be written is not the character as it rests; nothing was written");
    }
    return true;
  }

  /** The take whose body a character is, where it came in one that is written as it came. */
  static Optional<RawTake> take(CharacterFile file, Work work) throws FormatException {
    if (GltfFormat.isGltf(file.name())) {
      return Optional.empty();
    }
    return Optional.of(
        TakeFiles.read(file.name(), file.bytes(), Reading.keptIn(file.reading()), work));
  }
}
