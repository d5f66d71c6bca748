package waxhand.formats.takes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Cast;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** A stretch that becomes a take of its own is what it was. */
class KeptTakesTest {
  private static RawTake raw(Unit unit, Up up) throws Exception {
    Clip clip =
        Rehearsal.of(new Rehearsal.Order(Scene.BOLLARD_KNEEL, 3, 60, 5, 1.7, true, Map.of())).raw();
    byte[] bytes = BvhWriter.write(clip, unit, up);
    return TakeFiles.read(
        "kneel.bvh", bytes, Reading.GUESS.withUnit(unit).withUp(up), Work.UNWATCHED);
  }

  @Test
  void itKeepsTheFilesUnitAxisRateAndDigits() throws Exception {
    for (Up up : Up.values()) {
      RawTake raw = raw(Unit.IN, up);
      Frames run = new Frames(40, 100);
      RawTake kept = KeptTakes.of("a/b: kneel", raw.motion(), raw, run, Work.UNWATCHED);
      assertThat(kept.fileName()).isEqualTo("a-b- kneel.bvh");
      Clip is = kept.motion().clip();
      assertThat(is.frames()).isEqualTo(60);
      assertThat(is.rateHz()).isCloseTo(60, within(1e-4));
      assertThat(kept.reading().get("unit")).isEqualTo(raw.reading().get("unit"));
      assertThat(Cast.of(kept.motion().body())).isEqualTo(Cast.of(raw.motion().body()));
      WorldPose was = new WorldPose(raw.motion().clip().skeleton());
      WorldPose now = new WorldPose(is.skeleton());
      was.solve(raw.motion().clip(), 70);
      now.solve(is, 30);
      for (int j = 0; j < is.skeleton().size(); j++) {
        assertThat(now.x(j)).isCloseTo(was.x(j), within(1e-9));
        assertThat(now.y(j)).isCloseTo(was.y(j), within(1e-9));
        assertThat(now.z(j)).isCloseTo(was.z(j), within(1e-9));
      }
      String first =
          new String(kept.bytes(), StandardCharsets.US_ASCII)
              .lines()
              .filter(l -> !l.isBlank())
              .reduce((a, b) -> b)
              .orElseThrow();
      assertThat(new String(raw.bytes(), StandardCharsets.US_ASCII).lines().toList())
          .as("the last row stands in the raw file, digit for digit")
          .contains(first);
    }
  }

  @Test
  void rolesThatWereSetByHandGoWithIt() throws Exception {
    RawTake raw = raw(Unit.CM, Up.Y);
    Cast cast = Cast.of(raw.motion().body());
    String without = cast.text().replaceAll("left-thumb-\\d:\\d+ ?", "").strip();
    RawTake set = raw.playing(Cast.parse(without).orElseThrow());
    RawTake kept = KeptTakes.of("k", set.motion(), set, new Frames(0, 9), Work.UNWATCHED);
    assertThat(Cast.of(kept.motion().body())).isEqualTo(Cast.of(set.motion().body()));
    assertThat(Cast.of(kept.motion().body())).isNotEqualTo(cast);
  }
}
