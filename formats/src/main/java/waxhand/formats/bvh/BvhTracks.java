package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.maths.EulerRun;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.text.Legible;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** Turns numbers of the file into tracks. */
final class BvhTracks {
  /** So many frames are converted in one go: few enough that the processor has them at hand. */
  static final int BLOCK = 64;

  /** A shorter offset is none, metres. */
  private static final double LEAST_OFFSET_M = 1e-9;

  private final Skeleton skeleton;
  private final BvhJoint[] layout;
  private final double metres;
  private final Up up;
  private final int width;
  private final int frames;
  private final double[][][] rotations;
  private final double[][][] translations;

  BvhTracks(BvhHeader header, Skeleton skeleton, Unit unit, Up up) {
    this.skeleton = skeleton;
    this.layout = BvhJoint.layout(header.order());
    this.metres = unit.metres();
    this.up = up;
    this.width = header.channels();
    this.frames = header.frames();
    int chunks = Track.chunkCount(frames);
    rotations = new double[skeleton.size()][chunks][];
    translations = new double[skeleton.size()][chunks][];
  }

  /** Converts a chunk after the one before it. */
  void convert(int chunk, int count, double[] numbers) {
    EulerRun run = new EulerRun(Math.min(BLOCK, count));
    double[] block = new double[width * BLOCK];
    for (int from = 0; from < count; from += BLOCK) {
      int some = Math.min(BLOCK, count - from);
      System.arraycopy(numbers, width * from, block, 0, width * some);
      convert(chunk, from, some, block, run);
    }
    if (chunk > 0) {
      join(chunk);
    }
  }

  /** Puts the rotations of chunks that were converted apart on one side. */
  void join() {
    for (int c = 1; c < Track.chunkCount(frames); c++) {
      join(c);
    }
  }

  private void join(int chunk) {
    for (double[][] chunks : rotations) {
      double[] before = chunks[chunk - 1];
      double[] q = chunks[chunk];
      if (Quats.dot(before, before.length - 4, q, 0) < 0) {
        for (int i = 0; i < q.length; i++) {
          q[i] = -q[i];
        }
      }
    }
  }

  /**
   * Converts some frames of a chunk behind those of the same chunk before them, and apart from all
   * other chunks: to be {@link #join joined} when all are there.
   *
   * @param from first frame in the chunk
   * @param count frames, {@link #BLOCK} at most
   * @param numbers of these frames. Not modified.
   * @param run room for so many rotations. Modified.
   */
  void convert(int chunk, int from, int count, double[] numbers, EulerRun run) {
    int whole = Math.min(Track.CHUNK, frames - chunk * Track.CHUNK);
    for (int j = 0; j < layout.length; j++) {
      boolean moves = layout[j].hasPosition() || skeleton.parent(j) < 0;
      if (from == 0) {
        rotations[j][chunk] = new double[4 * whole];
        translations[j][chunk] = moves ? new double[3 * whole] : null;
      }
      layout[j].rotations(numbers, width, count, up, run, rotations[j][chunk], from);
      if (moves) {
        layout[j].positions(numbers, width, count, metres, up, translations[j][chunk], from);
      }
    }
  }

  /**
   * Positions are places in the parent's frame. Some writers leave the offset out of them; where
   * they lie nearer to zero than to the offset, it is added.
   *
   * @return joints whose positions are beside their offset
   */
  BitSet placeOffsets(List<String> assumptions) {
    BitSet beside = new BitSet();
    for (int j = 0; j < layout.length; j++) {
      Vector3dc offset = skeleton.joint(j).offset();
      if (translations[j][0] == null || offset.length() < LEAST_OFFSET_M) {
        continue;
      }
      double[] p = translations[j][0];
      boolean written = layout[j].hasPosition();
      boolean inner = skeleton.parent(j) >= 0;
      if (written && !(inner && liesBeside(new Vector3d(p[0], p[1], p[2]), offset))) {
        continue;
      }
      for (double[] chunk : translations[j]) {
        for (int i = 0; i < chunk.length; i++) {
          chunk[i] += offset.get(i % 3);
        }
      }
      if (written) {
        beside.set(j);
        assumptions.add(
            "positions of " + Legible.of(skeleton.joint(j).name()) + " are added to its offset");
      }
    }
    return beside;
  }

  Clip clip(double rate) {
    List<Track> r = new ArrayList<>();
    List<Track> t = new ArrayList<>();
    for (int j = 0; j < layout.length; j++) {
      r.add(Track.adopt(TrackType.ROTATION, frames, rotations[j]));
      boolean moves = translations[j][0] != null;
      t.add(moves ? Track.adopt(TrackType.TRANSLATION, frames, translations[j]) : null);
    }
    return new Clip(skeleton, rate, r, t);
  }

  /** Whether the first position of an inner joint is taken to be beside the joint's offset. */
  static boolean liesBeside(Vector3dc first, Vector3dc offset) {
    return offset.length() >= LEAST_OFFSET_M && first.length() < first.distance(offset);
  }
}
