package waxhand.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.concurrent.CompletionException;
import java.util.stream.IntStream;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import waxhand.formats.FormatException;

/** Only what is a file is read, and whatever goes wrong has words of ours. */
class WholeFileTest {
  @TempDir Path folder;

  private void isRefused(Path path, String reason) {
    assertThatThrownBy(() -> WholeFile.read(path, 100))
        .isInstanceOf(FormatException.class)
        .hasMessage(path + ": " + reason);
  }

  @Test
  @EnabledOnOs(OS.LINUX)
  @Timeout(value = 20, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void whatNeverEndsIsNeverOpened() throws Exception {
    Path pipe = folder.resolve("pipe.bvh");
    assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor()).isZero();
    isRefused(pipe, "this is a pipe or a device, not a file; it is not read");
    Path endless = Files.createSymbolicLink(folder.resolve("a.bvh"), Path.of("/dev/zero"));
    isRefused(endless, "this is a pipe or a device, not a file; it is not read");
    Path circle = folder.resolve("circle.bvh");
    Files.createSymbolicLink(circle, circle);
    isRefused(circle, "its links lead in a circle");
  }

  @Test
  void filesAreReadWholeOrRefused() throws Exception {
    Path file = Files.write(folder.resolve("a.bvh"), new byte[100]);
    assertThat(WholeFile.read(file, 100)).hasSize(100);
    Files.write(file, new byte[101]);
    isRefused(file, "the file is larger than 0.0 MB: 0.0 MB");
    isRefused(folder, "this is a folder, not a file");
    isRefused(folder.resolve("none.bvh"), "there is no such file or folder");
    isRefused(file.resolve("inner.bvh"), "a part of this path is no folder");
    isRefused(folder.resolve("x".repeat(300)), "the name is too long");
  }

  @Test
  void noClassAndNothingOfTheSystemIsPassedOn() {
    assertThat(Trouble.words(new OutOfMemoryError("Java heap space")))
        .contains("memory", "WAXHAND_MEMORY=")
        .doesNotContain("heap");
    assertThat(Trouble.words(new IOException("what we say ourselves")))
        .isEqualTo("what we say ourselves");
    for (ThrowingCallable fault :
        List.<ThrowingCallable>of(
            () -> assertThat(Integer.parseInt("x")).isZero(),
            () -> assertThat(Enum.valueOf(OS.class, "x")).isNull(),
            () -> assertThat(IntStream.of(0, 1).parallel().map(n -> 1 / n).sum()).isZero(),
            () -> assertThat(folder.resolve((Path) null)).isNull())) {
      assertThatThrownBy(fault)
          .satisfies(
              e ->
                  assertThat(Trouble.words(e))
                      .startsWith("this is a fault of Wax Hand itself (")
                      .contains("formats.disk.WholeFileTest line ")
                      .doesNotContain("Exception", "For input", "No enum"));
    }
    assertThat(Trouble.words(new CompletionException(new FormatException("a", "b"))))
        .isEqualTo("a: b");
  }

  @Test
  @EnabledOnOs(OS.LINUX)
  void memoryIsAskedForBeforeItIsUsed() throws Exception {
    Room.need("a.bvh", 1 << 20, "a little");
    assertThatThrownBy(() -> Room.need("a.bvh", 1L << 40, "its 9 frames"))
        .hasMessageStartingWith("a.bvh: its 9 frames would need 1024.0 GB of memory, and ")
        .hasMessageContaining("WAXHAND_MEMORY=102");
    assertThatThrownBy(() -> WholeFile.read(sparse(), 1L << 40)).hasMessageContaining("MEMORY");
  }

  /** A file that claims more than it holds. */
  private Path sparse() throws IOException {
    Path file = folder.resolve("sparse.bvh");
    try (SeekableByteChannel channel =
        Files.newByteChannel(file, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
      channel.position((1L << 36) - 1).write(ByteBuffer.allocate(1));
    }
    return file;
  }
}
