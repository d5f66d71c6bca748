package waxhand.core.project;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;
import waxhand.core.motion.Clip;
import waxhand.core.scene.Motion;

/**
 * A take as it came: the file's bytes and what was read from them. Never changed.
 *
 * @param fileName of the file it came from, without folders
 * @param bytes the whole file; must not be modified
 * @param motion what was read
 * @param reading how it was read, in the words of the reader, to read it again the same way
 * @param assumptions what the reader took for granted, in plain words
 * @param remarks those assumptions that are worth a look: what is odd in the file, or was set apart
 * @param rest frames of a rest pose that the file has before the motion
 * @param origin the whole path of the file, where it is known, so that it is never written over; of
 *     this run of the program alone, and no part of what a take is
 */
public record RawTake(
    String fileName,
    byte[] bytes,
    Motion motion,
    Map<String, String> reading,
    List<String> assumptions,
    List<String> remarks,
    Optional<Clip> rest,
    Optional<String> origin) {
  /** Under this key a reading says which joints play which roles, where that was set. */
  public static final String CAST = "cast";

  private static final String BY_HAND = "set: which joints play which roles";

  public RawTake {
    reading = Map.copyOf(reading);
    assumptions = List.copyOf(assumptions);
    remarks = List.copyOf(remarks);
  }

  /** A take of which it is not known where its file lies. */
  public RawTake(
      String fileName,
      byte[] bytes,
      Motion motion,
      Map<String, String> reading,
      List<String> assumptions) {
    this(
        fileName,
        bytes,
        motion,
        reading,
        assumptions,
        List.of(),
        Optional.empty(),
        Optional.empty());
  }

  public RawTake from(String path) {
    return new RawTake(
        fileName, bytes, motion, reading, assumptions, remarks, rest, Optional.of(path));
  }

  /** The same take with frames of rest before its motion. */
  public RawTake after(Clip rest) {
    return new RawTake(
        fileName, bytes, motion, reading, assumptions, remarks, Optional.of(rest), origin);
  }

  /** The same take with remarks on it. */
  public RawTake noting(List<String> odd) {
    return new RawTake(fileName, bytes, motion, reading, assumptions, odd, rest, origin);
  }

  /** The same take with its joints in other roles than were found. */
  public RawTake playing(Cast cast) {
    Body body = motion.body().playing(cast);
    Map<String, String> how = new LinkedHashMap<>(reading);
    how.put(CAST, Cast.of(body).text());
    List<String> assumed = new ArrayList<>(assumptions);
    assumed.remove(BY_HAND);
    assumed.add(BY_HAND);
    return new RawTake(
        fileName, bytes, motion.with(motion.clip(), body), how, assumed, remarks, rest, origin);
  }

  /** How many frames of rest the file has before the motion. */
  public int restFrames() {
    return rest.map(Clip::frames).orElse(0);
  }

  /** Checksum of the bytes, lower-case hex; worked out at each call. */
  public String sha256() {
    return sha256(bytes);
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
            && fileName.equals(r.fileName)
            && reading.equals(r.reading)
            && Arrays.equals(bytes, r.bytes));
  }

  @Override
  public int hashCode() {
    return fileName.hashCode() + bytes.length;
  }
}
