package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.formats.FormatException;
import waxhand.formats.Up;
import waxhand.formats.text.Words;

/**
 * Some rows of a file, spread over all of it, read before the others so that it is known how the
 * body stands. Where rows are no lines only those at the beginning are found.
 *
 * @param rows how many, at least one; without any row in the file, one of zeros
 * @param numbers row by row
 */
record BvhSample(int rows, double[] numbers) {
  private static final int MOST = 40;
  private static final int FIRST = 3;

  static BvhSample of(String file, byte[] bytes, BvhHeader header) {
    List<double[]> found = new ArrayList<>();
    Words words = new Words(file, bytes, header.numbers());
    double[] row = new double[header.channels()];
    while (found.size() < FIRST && isRow(words, row)) {
      found.add(row.clone());
    }
    long text = bytes.length - header.numbers();
    for (int n = 1; n < MOST; n++) {
      int at = (int) (header.numbers() + text * n / MOST);
      while (at < bytes.length && bytes[at] != '\n') {
        at++;
      }
      Words there = new Words(file, bytes, at);
      if (isRow(there, row) && (!there.next() || there.isFirstInLine())) {
        found.add(row.clone());
      }
    }
    if (found.isEmpty()) {
      found.add(new double[header.channels()]);
    }
    double[] numbers = new double[found.size() * header.channels()];
    for (int n = 0; n < found.size(); n++) {
      System.arraycopy(found.get(n), 0, numbers, n * header.channels(), header.channels());
    }
    return new BvhSample(found.size(), numbers);
  }

  /** Whether a whole row of likely numbers follows. Modified: row. */
  private static boolean isRow(Words words, double[] row) {
    try {
      for (int i = 0; i < row.length; i++) {
        if (!words.next()) {
          return false;
        }
        row[i] = words.number("a number");
      }
      return Arrays.stream(row).allMatch(v -> Math.abs(v) < 1e9);
    } catch (FormatException e) {
      return false;
    }
  }

  /** A sample with y up. */
  static Clip inside(Clip sample, Up up) {
    if (up == Up.Y) {
      return sample;
    }
    Skeleton skeleton = sample.skeleton();
    List<Joint> joints = new ArrayList<>();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      Joint joint = skeleton.joint(j);
      joints.add(
          new Joint(
              joint.name(),
              joint.parent(),
              inside(joint.offset(), up),
              new Quaterniond(),
              joint.moves(),
              joint.tip().map(t -> inside(t, up))));
      rotations.add(inside(sample.rotation(j), sample.frames(), up));
      translations.add(
          sample.hasTranslation(j) ? inside(sample.translation(j), sample.frames(), up) : null);
    }
    return new Clip(new Skeleton(joints), sample.rateHz(), rotations, translations);
  }

  private static Track inside(Track track, int frames, Up up) {
    double[] values = new double[track.width() * frames];
    track.read(new waxhand.core.motion.Frames(0, frames), values);
    for (int f = 0; f < frames; f++) {
      up.toInside(values, track.width() * f);
    }
    return Track.of(track.type(), values);
  }

  private static Vector3dc inside(Vector3dc v, Up up) {
    double[] p = {v.x(), v.y(), v.z()};
    up.toInside(p, 0);
    return new Vector3d(p[0], p[1], p[2]);
  }
}
