package waxhand.formats.bvh;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import waxhand.core.maths.EulerRun;
import waxhand.core.motion.Track;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.text.Words;

/**
 * Parses rows that stand a line each on all processors: where lines begin is quickly seen, and
 * chunks of them are then read apart from each other. Whatever is not as it should be is left to be
 * read again one after the other, which tells what is wrong and where.
 */
final class BvhLines {
  private static final VarHandle EIGHT =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private final String file;
  private final byte[] bytes;
  private final BvhHeader header;
  private final BvhTracks tracks;
  private final double[] greatest;
  private final ConcurrentLinkedQueue<Room> free = new ConcurrentLinkedQueue<>();

  /**
   * @param greatest for each number of a frame how great it may be
   * @param tracks get the numbers. Modified.
   */
  BvhLines(String file, byte[] bytes, BvhHeader header, double[] greatest, BvhTracks tracks) {
    this.file = file;
    this.bytes = bytes;
    this.header = header;
    this.greatest = greatest;
    this.tracks = tracks;
  }

  /**
   * Whether all was read: as many lines as frames, each with its numbers and no more. Else the
   * tracks hold nothing that can be used.
   *
   * @throws CancellationException if {@code work} was stopped
   */
  boolean parse(Work work) {
    int threads = Runtime.getRuntime().availableProcessors();
    if (threads < 2) {
      return false;
    }
    ExecutorService pool = Executors.newFixedThreadPool(threads, BvhLines::daemon);
    try {
      List<Future<Boolean>> pending = new ArrayList<>();
      int begun = -1;
      int lines = 0;
      int at = header.numbers();
      while (at < bytes.length) {
        int start = at;
        while (at < bytes.length && bytes[at] <= ' ' && bytes[at] >= 0 && bytes[at] != '\n') {
          at++;
        }
        boolean blank = at == bytes.length || bytes[at] == '\n';
        at = 1 + lineEnd(at);
        if (blank) {
          continue;
        }
        if (lines % Track.CHUNK == 0) {
          if (begun >= 0) {
            pending.add(submit(pool, pending.size(), begun, start, work));
          }
          begun = start;
          work.check();
          work.done(0.5 * at / bytes.length);
        }
        if (++lines > header.frames()) {
          return false;
        }
      }
      if (lines != header.frames()) {
        return false;
      }
      pending.add(submit(pool, pending.size(), begun, bytes.length, work));
      boolean whole = true;
      for (int n = 0; n < pending.size(); n++) {
        whole &= pending.get(n).get();
        work.done(0.5 + 0.5 * n / pending.size());
      }
      if (whole) {
        tracks.join();
      }
      return whole;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("interrupted");
    } catch (ExecutionException e) {
      if (e.getCause() instanceof CancellationException stopped) {
        throw stopped;
      }
      if (e.getCause() instanceof OutOfMemoryError full) {
        throw full;
      }
      throw new IllegalStateException(e.getCause());
    } finally {
      pool.shutdownNow();
    }
  }

  /**
   * Where the next line end is, from an offset on; the file's end where there is none. Eight bytes
   * are looked at in one go (Warren, "Hacker's Delight", 2nd ed. 2012, section 6-1).
   */
  private int lineEnd(int from) {
    int at = from;
    while (at + 32 <= bytes.length
        && (ends(at) | ends(at + 8) | ends(at + 16) | ends(at + 24)) == 0) {
      at += 32;
    }
    while (at < bytes.length && bytes[at] != '\n') {
      at++;
    }
    return at;
  }

  /** Not 0 where a line ends among eight bytes. */
  private long ends(int from) {
    long ends = (long) EIGHT.get(bytes, from) ^ 0x0A0A0A0A0A0A0A0AL;
    return ends - 0x0101010101010101L & ~ends & 0x8080808080808080L;
  }

  private Future<Boolean> submit(ExecutorService pool, int chunk, int from, int to, Work work) {
    return pool.submit(
        () -> {
          work.check();
          return chunk(chunk, from, to);
        });
  }

  /** Reads the lines of a chunk; false where one does not have its numbers. */
  private boolean chunk(int chunk, int from, int to) {
    int count = Math.min(Track.CHUNK, header.frames() - chunk * Track.CHUNK);
    Room free = this.free.poll();
    Room room = free == null ? Room.of(greatest.length) : free;
    try {
      Words words = new Words(file, bytes, from);
      for (int f = 0; f < count; f += BvhTracks.BLOCK) {
        int some = Math.min(BvhTracks.BLOCK, count - f);
        if (!rows(words, f == 0, some, room.numbers)) {
          return false;
        }
        tracks.convert(chunk, f, some, room.numbers, room.run);
      }
      return !words.next() || words.start() >= to;
    } catch (FormatException e) {
      return false;
    } finally {
      this.free.add(room);
    }
  }

  /** Reads some lines; false where one does not have its numbers. Modified: numbers. */
  private boolean rows(Words words, boolean first, int count, double[] numbers)
      throws FormatException {
    int width = greatest.length;
    for (int f = 0; f < count; f++) {
      if (!(first && f == 0) && !words.isLineEnd()) {
        return false;
      }
      int row = f * width;
      int read = words.numbers(numbers, row, width);
      while (read < width) {
        if (words.end() == words.start()) {
          return false;
        }
        numbers[row + read] = words.number("a number");
        read += 1 + words.numbers(numbers, row + read + 1, width - read - 1);
      }
      for (int i = 0; i < width; i++) {
        if (Math.abs(numbers[row + i]) > greatest[i]) {
          return false;
        }
      }
    }
    return true;
  }

  /** What a thread works with, used again and again. */
  private record Room(double[] numbers, EulerRun run) {
    static Room of(int width) {
      return new Room(new double[width * BvhTracks.BLOCK], new EulerRun(BvhTracks.BLOCK));
    }
  }

  private static Thread daemon(Runnable run) {
    Thread thread = new Thread(run, "bvh-lines");
    thread.setDaemon(true);
    return thread;
  }
}
