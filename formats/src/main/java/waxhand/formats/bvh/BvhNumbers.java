package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import waxhand.core.motion.Track;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Unit;
import waxhand.formats.text.Words;

/**
 * The numbers of a file: rows of a line each on all processors, others chunk by chunk on the
 * calling thread while another turns the chunk before into rotations.
 */
final class BvhNumbers {
  private BvhNumbers() {}

  /** For each number of a frame how great it may be, in the file's own unit. */
  private static double[] greatest(BvhHeader header, Unit unit) {
    double farthest = Limits.FARTHEST_M / unit.metres();
    return header.order().stream()
        .flatMap(List::stream)
        .mapToDouble(c -> c.isRotation() ? Limits.WIDEST_DEG : farthest)
        .toArray();
  }

  /**
   * Reads all rows.
   *
   * @param bytes of the file. Not modified.
   * @param tracks get the numbers. Modified.
   * @return false where the file has other rows than it says
   * @throws FormatException at a word that is no number, or one that is too great
   */
  static boolean parse(
      String file, byte[] bytes, BvhHeader header, Unit unit, BvhTracks tracks, Work work)
      throws FormatException {
    double[] greatest = greatest(header, unit);
    int chunks = Track.chunkCount(header.frames());
    if (chunks > 1 && new BvhLines(file, bytes, header, greatest, tracks).parse(work)) {
      return true;
    }
    Words words = new Words(file, bytes, header.numbers());
    if (chunks == 1) {
      // not worth another thread
      double[] numbers = new double[header.channels() * header.frames()];
      if (!chunk(words, 0, header, greatest, numbers)) {
        return false;
      }
      tracks.convert(0, header.frames(), numbers);
    } else if (!parseInTwo(words, chunks, header, greatest, tracks, work)) {
      return false;
    }
    return !words.next();
  }

  private static int framesIn(int chunk, BvhHeader header) {
    return Math.min(Track.CHUNK, header.frames() - chunk * Track.CHUNK);
  }

  /** Reads the numbers of a chunk; false where there are too few. Modified: numbers. */
  private static boolean chunk(
      Words words, int chunk, BvhHeader header, double[] greatest, double[] numbers)
      throws FormatException {
    int count = framesIn(chunk, header);
    boolean whole = true;
    for (int f = 0; f < count && whole; f++) {
      whole = frame(words, greatest, numbers, f * greatest.length);
    }
    return whole;
  }

  /** Reads on this thread while another converts. */
  private static boolean parseInTwo(
      Words words, int chunks, BvhHeader header, double[] greatest, BvhTracks tracks, Work work)
      throws FormatException {
    ArrayBlockingQueue<double[]> free = new ArrayBlockingQueue<>(3);
    for (int i = 0; i < 3; i++) {
      free.add(new double[greatest.length * Track.CHUNK]);
    }
    ExecutorService second = Executors.newSingleThreadExecutor(r -> daemon(r));
    try {
      List<Future<?>> pending = new ArrayList<>();
      for (int c = 0; c < chunks; c++) {
        work.check();
        work.done(c / (double) chunks);
        double[] numbers = free.take();
        if (!chunk(words, c, header, greatest, numbers)) {
          return false;
        }
        int count = framesIn(c, header);
        int chunk = c;
        pending.add(
            second.submit(
                () -> {
                  try {
                    tracks.convert(chunk, count, numbers);
                  } finally {
                    free.add(numbers);
                  }
                }));
      }
      for (Future<?> future : pending) {
        future.get();
      }
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new java.util.concurrent.CancellationException("interrupted");
    } catch (ExecutionException e) {
      if (e.getCause() instanceof OutOfMemoryError full) {
        throw full;
      }
      throw new IllegalStateException(e.getCause());
    } finally {
      second.shutdownNow();
    }
  }

  /** Reads the numbers of one frame; false at the end of the file. Modified: numbers. */
  private static boolean frame(Words words, double[] greatest, double[] numbers, int at)
      throws FormatException {
    for (int i = 0; i < greatest.length; i++) {
      if (!words.next()) {
        return false;
      }
      double value = words.number("a number");
      if (Math.abs(value) > greatest[i]) {
        boolean angle = greatest[i] == Limits.WIDEST_DEG;
        throw words.expected(angle ? "an angle within a million degrees" : "a place within 10 km");
      }
      numbers[at + i] = value;
    }
    return true;
  }

  private static Thread daemon(Runnable run) {
    Thread thread = new Thread(run, "bvh-convert");
    thread.setDaemon(true);
    return thread;
  }
}
