package waxhand.core.project;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import waxhand.core.motion.Motion;

/**
 * A take as it came: the file's bytes and what was read from them. Never changed.
 *
 * @param fileName of the file it came from, without folders
 * @param bytes the whole file; must not be modified
 * @param sha256 checksum of the bytes, lower-case hex
 * @param motion what was read
 * @param reading how it was read, in the words of the reader, to read it again the same way
 * @param assumptions what the reader took for granted, in plain words
 */
public record RawTake(
    String fileName,
    byte[] bytes,
    String sha256,
    Motion motion,
    Map<String, String> reading,
    List<String> assumptions) {
  public RawTake {
    reading = Map.copyOf(reading);
    assumptions = List.copyOf(assumptions);
  }

  public static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  /** Two raw takes are one if their bytes and their reading are. */
  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof RawTake r
            && sha256.equals(r.sha256)
            && fileName.equals(r.fileName)
            && reading.equals(r.reading));
  }

  @Override
  public int hashCode() {
    return sha256.hashCode();
  }
}
