package waxhand.core.motion;

import java.util.Arrays;
import waxhand.core.maths.Quats;

/**
 * One quantity of a clip over all its frames, in chunks of {@link #CHUNK} frames. Immutable; a
 * changed track shares every chunk that did not change.
 */
public final class Track {
  /** Frames in a chunk. */
  public static final int CHUNK = 256;

  private final TrackType type;
  private final int width;
  private final int frames;
  private final double[][] chunks;

  private Track(TrackType type, int frames, double[][] chunks) {
    this.type = type;
    this.width = type.width();
    this.frames = frames;
    this.chunks = chunks;
  }

  /**
   * Takes over chunks that the caller will not touch again.
   *
   * @param chunks each {@code type.width() · CHUNK} long, the last as long as its frames need
   */
  public static Track adopt(TrackType type, int frames, double[][] chunks) {
    int width = type.width();
    if (chunks.length != chunkCount(frames)) {
      throw new IllegalArgumentException(chunks.length + " chunks for " + frames + " frames");
    }
    for (int c = 0; c < chunks.length; c++) {
      int wanted = width * Math.min(CHUNK, frames - c * CHUNK);
      if (chunks[c].length != wanted) {
        throw new IllegalArgumentException(
            "chunk " + c + " holds " + chunks[c].length + " numbers, not " + wanted);
      }
    }
    return new Track(type, frames, chunks.clone());
  }

  /** Copies {@code values}, {@code type.width()} numbers a frame. */
  public static Track of(TrackType type, double[] values) {
    int width = type.width();
    int frames = values.length / width;
    double[][] chunks = new double[chunkCount(frames)][];
    for (int c = 0; c < chunks.length; c++) {
      int from = c * CHUNK;
      chunks[c] = Arrays.copyOfRange(values, from * width, Math.min(from + CHUNK, frames) * width);
    }
    return new Track(type, frames, chunks);
  }

  public static int chunkCount(int frames) {
    return (frames + CHUNK - 1) / CHUNK;
  }

  public TrackType type() {
    return type;
  }

  /** Numbers a frame. */
  public int width() {
    return width;
  }

  public int frames() {
    return frames;
  }

  /** One number. */
  public double at(int frame, int component) {
    return chunks[frame / CHUNK][(frame % CHUNK) * width + component];
  }

  /** The samples of so many frames beginning at a multiple of {@link #CHUNK}; never modified. */
  double[] chunk(int index) {
    return chunks[index];
  }

  /** Copies one frame's numbers into {@code dest}. Modified: dest. */
  public void read(int frame, double[] dest, int at) {
    double[] chunk = chunks[frame / CHUNK];
    int from = (frame % CHUNK) * width;
    for (int i = 0; i < width; i++) {
      dest[at + i] = chunk[from + i];
    }
  }

  /** Copies a run of frames into the start of {@code dest}. Modified: dest. */
  public void read(Frames run, double[] dest) {
    int frame = run.from();
    int at = 0;
    while (frame < run.to()) {
      int within = frame % CHUNK;
      int count = Math.min(CHUNK - within, run.to() - frame);
      System.arraycopy(chunks[frame / CHUNK], within * width, dest, at, count * width);
      at += count * width;
      frame += count;
    }
  }

  /** The samples of these frames one after another, copied. */
  Track showing(int[] shown) {
    double[] values = new double[width() * shown.length];
    for (int n = 0; n < shown.length; n++) {
      read(shown[n], values, n * width());
    }
    return of(type(), values);
  }

  /**
   * This track with the frames of {@code run} replaced from the start of {@code values}. Chunks
   * that the run does not touch, and chunks that come out bit for bit the same, are shared.
   */
  public Track with(Frames run, double[] values) {
    if (run.from() < 0 || run.to() > frames) {
      throw new IndexOutOfBoundsException(run + " in a track of " + frames + " frames");
    }
    double[][] changed = null;
    int frame = run.from();
    int at = 0;
    while (frame < run.to()) {
      int c = frame / CHUNK;
      int within = frame % CHUNK;
      int count = Math.min(CHUNK - within, run.to() - frame);
      if (!sameBits(chunks[c], within * width, values, at, count * width)) {
        if (changed == null) {
          changed = chunks.clone();
        }
        changed[c] = patched(chunks[c], within * width, values, at, count * width);
      }
      at += count * width;
      frame += count;
    }
    return changed == null ? this : new Track(type, frames, changed);
  }

  private static double[] patched(double[] chunk, int from, double[] values, int at, int count) {
    if (count == chunk.length) {
      return Arrays.copyOfRange(values, at, at + count);
    }
    double[] copy = chunk.clone();
    System.arraycopy(values, at, copy, from, count);
    return copy;
  }

  /**
   * This track with the frames of {@code run} taken from {@code other}. Chunks that come out bit
   * for bit as they were here, or else as they are there, are shared.
   */
  public Track with(Frames run, Track other) {
    if (other == this || run.isEmpty()) {
      return this;
    }
    if (run.count() == frames) {
      return other;
    }
    double[][] changed = null;
    int frame = run.from();
    while (frame < run.to()) {
      int c = frame / CHUNK;
      int within = frame % CHUNK;
      int count = Math.min(CHUNK - within, run.to() - frame);
      double[] merged = merged(chunks[c], other.chunks[c], within * width, count * width);
      if (merged != chunks[c]) {
        changed = changed == null ? chunks.clone() : changed;
        changed[c] = merged;
      }
      frame += count;
    }
    return changed == null ? this : new Track(type, frames, changed);
  }

  private static double[] merged(double[] mine, double[] theirs, int from, int count) {
    if (mine == theirs || sameBits(mine, from, theirs, from, count)) {
      return mine;
    }
    int to = from + count;
    boolean alike =
        sameBits(mine, 0, theirs, 0, from) && sameBits(mine, to, theirs, to, mine.length - to);
    if (alike) {
      return theirs;
    }
    double[] merged = mine.clone();
    System.arraycopy(theirs, from, merged, from, count);
    return merged;
  }

  /** The frames of {@code run} as a track of their own. */
  public Track cut(Frames run) {
    double[] values = new double[run.count() * width];
    read(run, values);
    return of(type, values);
  }

  /** Whether both tracks hold the very same bits at {@code frame}. */
  public boolean sameAt(int frame, Track other) {
    double[] mine = chunks[frame / CHUNK];
    double[] theirs = other.chunks[frame / CHUNK];
    int from = (frame % CHUNK) * width;
    return mine == theirs || sameBits(mine, from, theirs, from, width);
  }

  /** Angle between the rotations of both tracks at {@code frame}, radians. */
  public double angleAt(int frame, Track other) {
    int from = (frame % CHUNK) * width;
    return Quats.angle(chunks[frame / CHUNK], from, other.chunks[frame / CHUNK], from);
  }

  /** Whether both tracks share the storage of every frame in {@code run}. */
  public boolean shares(Frames run, Track other) {
    if (this == other) {
      return true;
    }
    for (int c = run.from() / CHUNK; c * CHUNK < run.to(); c++) {
      if (chunks[c] != other.chunks[c]) {
        return false;
      }
    }
    return true;
  }

  /** Whether every frame holds just these numbers. */
  public boolean isConstant(double... values) {
    for (double[] chunk : chunks) {
      for (int i = 0; i < chunk.length; i++) {
        if (chunk[i] != values[i % width]) {
          return false;
        }
      }
    }
    return true;
  }

  /** Bytes of the chunks that {@code other} does not share. */
  public long bytesBeyond(Track other) {
    if (other == this) {
      return 0;
    }
    if (other == null) {
      return 8L * width * frames;
    }
    long bytes = 0;
    for (int c = 0; c < chunks.length; c++) {
      if (c >= other.chunks.length || chunks[c] != other.chunks[c]) {
        bytes += 8L * chunks[c].length;
      }
    }
    return bytes;
  }

  private static boolean sameBits(double[] a, int aFrom, double[] b, int bFrom, int count) {
    // tells 0 from -0; only of what is no number it does not tell bits, and there is none here
    return Arrays.equals(a, aFrom, aFrom + count, b, bFrom, bFrom + count);
  }
}
