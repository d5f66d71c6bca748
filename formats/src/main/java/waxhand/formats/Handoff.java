package waxhand.formats;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.passes.Work;
import waxhand.core.project.RawTake;
import waxhand.formats.bvh.BvhWriter;

/**
 * How a take leaves: which frames, in which unit and axes.
 *
 * @param range frames handed on; all of them while empty
 * @param unit as in the raw file while empty
 * @param up as in the raw file while empty
 */
public record Handoff(Optional<Frames> range, Optional<Unit> unit, Optional<Up> up) {
  public static final Handoff AS_IT_CAME =
      new Handoff(Optional.empty(), Optional.empty(), Optional.empty());

  /** Largest distance, metres, between what was meant and what was read back. */
  private static final double TOLERANCE_M = 1e-4;

  /**
   * What was written and read back.
   *
   * @param frames handed on
   * @param worstMm 95th percentile of the distance between what was meant and what the file holds
   */
  public record Receipt(Path path, int frames, long bytes, double worstMm) {
    public String words() {
      return String.format(
          Locale.ROOT,
          "%s: %d frames, %.1f MB, read back within %.3f mm",
          path.getFileName(),
          frames,
          bytes / 1e6,
          worstMm);
    }
  }

  /**
   * Writes a result, reads it back and compares; only then it takes its place. On any failure a
   * file that was there stays as it was.
   *
   * @throws FormatException if it would replace the raw take itself, or does not read back as meant
   */
  public Receipt write(Motion result, RawTake raw, Path path, Work work) throws IOException {
    Clip clip = result.clip();
    Frames frames = range.orElse(clip.allFrames()).within(clip.allFrames());
    if (frames.isEmpty()) {
      throw new FormatException(path.getFileName().toString(), "the range holds no frame");
    }
    Unit out = unit.or(() -> Unit.ofKey(raw.reading().getOrDefault("unit", ""))).orElse(Unit.CM);
    Up axis = up.or(() -> Up.ofKey(raw.reading().getOrDefault("up", ""))).orElse(Up.Y);
    String name = path.getFileName().toString();
    if (isRaw(path, raw)) {
      throw new FormatException(name, "this is the raw take itself; give another name or folder");
    }
    byte[] bytes = BvhWriter.write(clip, raw, frames, out, axis, work);
    Reading reading = Reading.GUESS.withUnit(out).withUp(axis).withRate(clip.rateHz());
    Motion meant = result.with(clip.cut(frames));
    Comparison difference =
        AtomicFile.write(
            path,
            stream -> stream.write(bytes),
            written -> compared(name, Files.readAllBytes(written), reading, meant, work));
    return new Receipt(path, frames.count(), bytes.length, difference.positionP95Mm());
  }

  private static boolean isRaw(Path path, RawTake raw) throws IOException {
    return Files.isRegularFile(path)
        && Files.size(path) == raw.bytes().length
        && Arrays.equals(Files.readAllBytes(path), raw.bytes());
  }

  private static Comparison compared(
      String name, byte[] written, Reading reading, Motion meant, Work work)
      throws FormatException {
    RawTake again = TakeFiles.read(name, written, reading, work);
    Comparison difference = Comparison.of(meant, again.motion(), List.of());
    if (!(difference.positionRmsMm() < 1000 * TOLERANCE_M)) {
      throw new FormatException(
          name,
          String.format(
              Locale.ROOT,
              "what would be written differs from the take by %.3f mm; nothing was written",
              difference.positionRmsMm()));
    }
    return difference;
  }
}
