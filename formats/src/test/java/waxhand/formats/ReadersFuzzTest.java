package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.gltf.GltfCharacterReader;
import waxhand.formats.takes.Formats;
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
    assertAccepted("anyTakeIsReadOrRefused/small.bvh");
    assertAccepted("anyGltfIsReadOrRefused/small.gltf");
    assertAccepted("anyGltfIsReadOrRefused/small.glb");
    assertAccepted("anyAmcIsReadOrRefused/small.amc");
    assertAccepted("anyTableIsReadOrRefused/small.csv");
    assertAccepted("anyTableIsReadOrRefused/foreign.csv");
    assertAccepted("anyChannelsAreReadOrRefused/small.channels.json");
  }

  private static void assertAccepted(String name) throws IOException {
    String file = name.substring(name.indexOf('/') + 1);
    assertThat(
            TakeFiles.read(file, kept(name), Reading.GUESS, Work.UNWATCHED)
                .motion()
                .clip()
                .frames())
        .as(name)
        .isGreaterThanOrEqualTo(2);
  }

  private static byte[] kept(String name) throws IOException {
    try (InputStream in =
        ReadersFuzzTest.class.getResourceAsStream("ReadersFuzzTestInputs/" + name)) {
      return in.readAllBytes();
    }
  }

  /** A take of more frames is read only. */
  private static final int LONG = 2000;

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyTakeIsReadOrRefused(byte[] bytes) throws IOException {
    assertReadOrRefused("f.bvh", bytes);
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyGltfIsReadOrRefused(byte[] bytes) throws IOException {
    // two keys far apart ask for hours of frames, so most inputs are looked at once a second
    Reading slow = Reading.GUESS.withRate(1);
    assertReadOrRefused("f.gltf", bytes, bytes.length % 8 == 0 ? Reading.GUESS : slow);
    try {
      Skeleton skeleton =
          GltfCharacterReader.read("f.gltf", bytes, Beside.NOTHING, Work.UNWATCHED)
              .body()
              .skeleton();
      assertThat(skeleton.size()).isPositive();
    } catch (FormatException e) {
      assertThat(e.getMessage()).startsWith("f.gltf");
    }
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyAmcIsReadOrRefused(byte[] bytes) throws IOException {
    assertReadOrRefused("f.amc", bytes);
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyTableIsReadOrRefused(byte[] bytes) throws IOException {
    assertReadOrRefused("f.csv", bytes);
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyChannelsAreReadOrRefused(byte[] bytes) throws IOException {
    assertReadOrRefused("f.channels.json", bytes);
  }

  /** What is read can be written, and is as long when it is read again. */
  private static void assertReadOrRefused(String name, byte[] bytes) throws IOException {
    assertReadOrRefused(name, bytes, Reading.GUESS);
  }

  private static void assertReadOrRefused(String name, byte[] bytes, Reading how)
      throws IOException {
    RawTake raw;
    try {
      raw = TakeFiles.read(name, bytes, how, Work.UNWATCHED);
    } catch (FormatException e) {
      // where two files make a take, the other may be at fault, whatever its name
      if (!name.endsWith(".amc")) {
        assertThat(e.getMessage()).startsWith(name);
      }
      assertThat(e.getMessage()).isNotBlank().doesNotContain("\n");
      return;
    }
    Clip clip = raw.motion().clip();
    assertThat(clip.frames()).isPositive();
    if (clip.frames() > LONG) {
      // what is written of it differs by nothing but its length
      return;
    }
    Unit unit = Unit.ofKey(raw.reading().get("unit")).orElseThrow();
    Up up = Up.ofKey(raw.reading().get("up")).orElseThrow();
    Outgoing out =
        new Outgoing(raw.motion(), Optional.of(raw), clip.allFrames(), unit, up, Set.of());
    TakeFormat.Writer writer = Formats.of(raw).writer().orElseThrow();
    byte[] back;
    try {
      back = writer.again(writer.write(out, name, Work.UNWATCHED), out, name);
    } catch (FormatException e) {
      // such as a number that is too long for the format
      return;
    }
    // a take that begins as it rests would lose that frame
    Reading reading = writer.reads(out, how.withRestFrames(0));
    assertThat(TakeFiles.read(name, back, reading, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(clip.frames());
  }
}
