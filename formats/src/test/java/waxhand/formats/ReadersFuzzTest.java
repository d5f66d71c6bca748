package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.TakeFiles;

/**
 * Whatever the bytes, a reader gives a whole value or one clear error. Run by itself with {@code
 * JAZZER_FUZZ=1} a test looks for bytes that break this; else it tries the inputs kept beside it.
 */
class ReadersFuzzTest {
  private static final long INPUTS = 10_000_000;

  /** Where the search begins must be right, or it would only ever look at refusals. */
  @Test
  void whatTheSearchBeginsWithIsAccepted() throws IOException {
    byte[] take = kept("anyTakeIsReadOrRefused/small.bvh");
    assertThat(
            TakeFiles.read("f.bvh", take, Reading.GUESS, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(3);
  }

  private static byte[] kept(String name) throws IOException {
    try (InputStream in =
        ReadersFuzzTest.class.getResourceAsStream("ReadersFuzzTestInputs/" + name)) {
      return in.readAllBytes();
    }
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyTakeIsReadOrRefused(byte[] bytes) throws IOException {
    RawTake raw;
    try {
      raw = TakeFiles.read("f.bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    } catch (FormatException e) {
      assertThat(e.getMessage()).startsWith("f.bvh");
      return;
    }
    Clip clip = raw.motion().clip();
    assertThat(clip.frames()).isPositive();
    Unit unit = Unit.ofKey(raw.reading().get("unit")).orElseThrow();
    Up up = Up.ofKey(raw.reading().get("up")).orElseThrow();
    byte[] back = BvhWriter.write(clip, raw, clip.allFrames(), unit, up, Work.UNWATCHED);
    assertThat(
            TakeFiles.read("g.bvh", back, Reading.GUESS, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(clip.frames());
  }
}
