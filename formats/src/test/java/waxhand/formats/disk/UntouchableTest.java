package waxhand.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A file is one whatever leads to it. */
class UntouchableTest {
  @TempDir Path folder;
  private Path raw;

  @BeforeEach
  void capture() throws Exception {
    Files.createDirectories(folder.resolve("d1/inner"));
    raw = Files.writeString(folder.resolve("d1/a.bvh"), "captured");
  }

  private void isRefused(Path output) {
    assertThatThrownBy(() -> new Untouchable().reads(raw, "the raw take").claim(output))
        .hasMessageStartingWith(output + ": the raw take would be overwritten");
  }

  @Test
  void everyWayToAnInputIsFound() throws Exception {
    isRefused(raw);
    isRefused(folder.resolve("d1/inner/../a.bvh"));
    isRefused(Files.createSymbolicLink(folder.resolve("link.bvh"), raw));
    isRefused(Files.createLink(folder.resolve("hard.bvh"), raw));
    Path other = Files.createSymbolicLink(folder.resolve("d2"), folder.resolve("d1"));
    isRefused(other.resolve("a.bvh"));
    isRefused(folder.resolve("d1/none/../a.bvh"));
    raw = Files.createSymbolicLink(folder.resolve("given.bvh"), raw);
    isRefused(folder.resolve("d1/a.bvh"));
    isRefused(raw);
  }

  @Test
  void equalContentIsNotTheSameFile() throws Exception {
    Path copy = Files.copy(raw, folder.resolve("copy.bvh"));
    assertThatCode(() -> new Untouchable().reads(raw, "the raw take").claim(copy))
        .doesNotThrowAnyException();
  }

  @Test
  void noTwoOutputsHaveOnePlace() throws Exception {
    Files.createSymbolicLink(folder.resolve("d2"), folder.resolve("d1"));
    Untouchable untouchable = new Untouchable().reads(raw, "the raw take");
    untouchable.claim(folder.resolve("d1/new.bvh"));
    untouchable.claim(folder.resolve("d1/other.bvh"));
    assertThatThrownBy(() -> untouchable.claim(folder.resolve("d2/new.bvh")))
        .hasMessageContaining("two results would be written here");
    assertThatThrownBy(() -> untouchable.claim(folder.resolve("none/../d1/new.bvh")))
        .hasMessageContaining("two results");
    assertThat(folder.resolve("d1/new.bvh")).as("claimed, not written").doesNotExist();
  }
}
