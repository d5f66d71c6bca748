package waxhand.formats.takes;

import java.util.Set;
import waxhand.core.body.Cast;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** Stretches of a repaired motion that become takes of their own. */
public final class KeptTakes {
  private KeptTakes() {}

  /**
   * The raw take that a stretch of a motion becomes: a file such as the motion came from, with the
   * digits it came with where nothing was touched, read back.
   *
   * @param name of its file, without ending; what no file may be called is left out
   * @param raw take that the motion was made from
   * @param run of the motion, not empty
   * @throws FormatException if the motion cannot be told in such a file
   */
  public static RawTake of(String name, Motion motion, RawTake raw, Frames run, Work work)
      throws FormatException {
    TakeFormat format =
        Formats.of(raw).writer().isPresent() ? Formats.of(raw) : Formats.writable().get(0);
    Unit unit = Unit.ofKey(raw.reading().getOrDefault("unit", "")).orElse(Unit.CM);
    Up up = Up.ofKey(raw.reading().getOrDefault("up", "")).orElse(Up.Y);
    byte[] bytes =
        format
            .writer()
            .orElseThrow()
            .write(
                new Outgoing(motion, Handoff.source(motion, raw, work), run, unit, up, Set.of()),
                work);
    Reading reading =
        Reading.GUESS.withUnit(unit).withUp(up).withRate(motion.clip().rateHz()).withRestFrames(0);
    String file = name.replaceAll("[^\\p{L}\\p{N} ._-]", "-") + format.endings().get(0);
    RawTake kept = TakeFiles.read(file, bytes, reading, work);
    Cast cast = Cast.of(motion.body());
    return Cast.of(kept.motion().body()).equals(cast) ? kept : kept.playing(cast);
  }
}
