package waxhand.formats.takes;

import waxhand.core.body.Cast;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;

/** Stretches of a repaired motion that become takes of their own. */
public final class KeptTakes {
  private KeptTakes() {}

  /**
   * The raw take that a stretch of a motion becomes: a BVH in centimetres, read back.
   *
   * @param name of its file, without ending; what no file may be called is left out
   * @param run of the motion, not empty
   * @throws FormatException if the motion cannot be told in such a file
   */
  public static RawTake of(String name, Motion motion, Frames run, Work work)
      throws FormatException {
    Clip clip = motion.clip().cut(run);
    byte[] bytes = BvhWriter.write(clip, Unit.CM, Up.Y);
    Reading reading = Reading.GUESS.withUnit(Unit.CM).withUp(Up.Y);
    String file = name.replaceAll("[^\\p{L}\\p{N} ._-]", "-") + ".bvh";
    RawTake raw = TakeFiles.read(file, bytes, reading, work);
    Cast cast = Cast.of(motion.body());
    return Cast.of(raw.motion().body()).equals(cast) ? raw : raw.playing(cast);
  }
}
