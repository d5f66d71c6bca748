package waxhand.formats.gltf;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.Wish;

/** glTF 2.0 and its binary container: skeletons, skinned characters and their animations. */
public final class GltfFormat implements TakeFormat {
  static final String ID = "gltf";
  private static final String TEXT = ".gltf";

  @Override
  public About about() {
    return new About(
        ID, "glTF", "Skeleton, skin and motion; always metres, y up.", List.of(".glb", TEXT));
  }

  @Override
  public boolean isMetric() {
    return true;
  }

  /** Whether a file's name says that it is one. */
  public static boolean isGltf(String name) {
    String small = name.toLowerCase(Locale.ROOT);
    return small.endsWith(".glb") || small.endsWith(TEXT);
  }

  @Override
  public boolean isLike(byte[] bytes) {
    return bytes.length >= 4
        && bytes[0] == 'g'
        && bytes[1] == 'l'
        && bytes[2] == 'T'
        && bytes[3] == 'F';
  }

  @Override
  public byte[] gathered(String name, byte[] bytes, Beside beside) throws FormatException {
    return Gltf.packed(name, bytes, beside);
  }

  @Override
  public boolean holdsSeveral() {
    return true;
  }

  @Override
  public List<String> takes(String name, byte[] bytes) throws FormatException {
    return GltfTakeReader.names(Gltf.read(name, bytes, Beside.NOTHING));
  }

  @Override
  public RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return GltfTakeReader.read(name, bytes, reading, work);
  }

  @Override
  public Optional<Writer> writer() {
    return Optional.of(
        new Writer() {
          @Override
          public byte[] write(Outgoing take, Work work) throws FormatException {
            return GltfWriter.write(take, "take", work).toBytes();
          }

          @Override
          public byte[] write(Outgoing take, String name, Work work) throws FormatException {
            GltfPack pack = GltfWriter.write(take, name, work);
            return name.toLowerCase(Locale.ROOT).endsWith(TEXT) ? pack.toText() : pack.toBytes();
          }

          @Override
          public Set<Wish> grants() {
            return Set.of(Wish.KEYS, Wish.BARE);
          }

          @Override
          public Reading reads(Outgoing take, Reading usual) {
            return GltfWriter.reads(take, usual);
          }
        });
  }
}
