package waxhand.bench;

import java.util.Map;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import waxhand.core.scene.Motion;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Ten minutes at 120 Hz: 72 000 frames, with 22 joints or with fingers and 60. */
@State(Scope.Benchmark)
public class LongTake {
  @Param({"false", "true"})
  public boolean fingers;

  @Param({"72000"})
  public int frames;

  Motion raw;
  byte[] file;

  @Setup(Level.Trial)
  public void simulate() {
    Rehearsal take =
        Rehearsal.of(
            new Rehearsal.Order(
                Scene.DECK_WALK, frames / 120.0, 120, 7, 1.78, fingers, Map.of("jitter", 1.0)));
    raw = Motion.of(take.raw());
    file = BvhWriter.write(take.raw(), Unit.CM, Up.Y);
  }
}
