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
    convert(chunk, count, numbers, true);
  }

  /** Converts a chunk apart from all others, to be {@link #join joined} when all are there. */
  void convertApart(int chunk, int count, double[] numbers) {
    convert(chunk, count, numbers, false);
  }

  /** Puts the rotations of chunks that were converted apart on one side. */
  void join() {
    for (double[][] chunks : rotations) {
      for (int c = 1; c < chunks.length; c++) {
        double[] before = chunks[c - 1];
        if (Quats.dot(before, before.length - 4, chunks[c], 0) < 0) {
          for (int i = 0; i < chunks[c].length; i++) {
            chunks[c][i] = -chunks[c][i];
          }
        }
      }
    }
  }

  private void convert(int chunk, int count, double[] numbers, boolean after) {
    EulerRun run = new EulerRun(count);
    for (int j = 0; j < layout.length; j++) {
      double[] q = new double[4 * count];
      double[] before = chunk == 0 || !after ? null : rotations[j][chunk - 1];
      layout[j].rotations(numbers, width, count, up, run, q, before);
      rotations[j][chunk] = q;
      if (layout[j].hasPosition() || skeleton.parent(j) < 0) {
        double[] p = new double[3 * count];
        layout[j].positions(numbers, width, count, metres, up, p);
        translations[j][chunk] = p;
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
