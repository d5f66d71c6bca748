package waxhand.formats.takes;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3dc;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;

/**
 * What was read back from a written file, against what was meant.
 *
 * @param difference of places of joints
 * @param without names of channels that have no place in the file
 */
record ReadBack(Comparison difference, List<String> without) {
  /**
   * @param written the bytes of the file, with what lies beside it
   * @param tolerance metres, and share of a channel's value
   * @throws FormatException if it differs from what was meant by more
   */
  static ReadBack of(
      Path path, byte[] written, Reading reading, Motion meant, double tolerance, Work work)
      throws FormatException {
    RawTake again;
    try {
      again = TakeFiles.read(path.getFileName().toString(), written, reading, work);
    } catch (FormatException e) {
      throw e.of(path.toString());
    }
    Comparison difference = Comparison.of(meant, again.motion(), List.of());
    if (!(difference.positionRmsMm() < 1000 * tolerance)) {
      throw new FormatException(
          path.toString(),
          String.format(
              Locale.ROOT,
              "what would be written differs from the take by %.3f mm; nothing was written",
              difference.positionRmsMm()));
    }
    double ends = endsApartM(meant.clip(), again.motion().clip());
    if (!(ends < tolerance)) {
      throw new FormatException(
          path.toString(),
          String.format(
              Locale.ROOT,
              "what would be written differs from the take by %.3f mm at the end of a bone;"
                  + " nothing was written",
              1000 * ends));
    }
    return new ReadBack(
        difference, without(path, Channels.of(meant), Channels.of(again.motion()), tolerance));
  }

  /** Channels that did not come back; those that did are as they were meant. */
  private static List<String> without(Path path, Channels its, Channels read, double tolerance)
      throws FormatException {
    List<String> without = new ArrayList<>();
    for (String channel : its.names()) {
      if (!read.has(channel)) {
        without.add(channel);
        continue;
      }
      for (int f = 0; f < its.frames(); f++) {
        double value = its.at(channel, f);
        double off = Math.abs(read.at(channel, f) - value);
        if (!(off <= tolerance * Math.max(1, Math.abs(value)))) {
          throw new FormatException(
              path.toString(),
              "the channel "
                  + Legible.of(channel, 40)
                  + " would be off by "
                  + off
                  + " in frame "
                  + f
                  + "; nothing was written");
        }
      }
    }
    return without;
  }

  /** So many frames are looked at, spread over the take. */
  private static final int LOOKED_AT = 400;

  /**
   * How far the ends of last bones are apart at most, metres: places of joints do not show how the
   * last of them turn.
   */
  private static double endsApartM(Clip meant, Clip again) {
    WorldPose a = new WorldPose(meant.skeleton());
    WorldPose b = new WorldPose(again.skeleton());
    double[] p = new double[6];
    double worst = 0;
    for (int f = 0; f < meant.frames(); f += Math.max(1, meant.frames() / LOOKED_AT)) {
      a.solve(meant, f);
      b.solve(again, f);
      for (int j = 0; j < meant.skeleton().size(); j++) {
        Optional<Vector3dc> its = meant.skeleton().joint(j).tip();
        Optional<Vector3dc> read = again.skeleton().joint(j).tip();
        if (its.isPresent() && read.isPresent()) {
          a.point(j, its.get(), p, 0);
          b.point(j, read.get(), p, 3);
          double apart = Math.hypot(Math.hypot(p[3] - p[0], p[4] - p[1]), p[5] - p[2]);
          worst = Math.max(worst, apart);
        }
      }
    }
    return worst;
  }
}
