package waxhand.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AtomicFileTest {
  private final FileSystem disk = Jimfs.newFileSystem(Configuration.unix());
  private final Path file = disk.getPath("/work/takes/a.bvh");

  @AfterEach
  void close() throws IOException {
    disk.close();
  }

  private static AtomicFile.Content text(String words) {
    return stream -> stream.write(words.getBytes(StandardCharsets.UTF_8));
  }

  private List<String> folder() throws IOException {
    try (Stream<Path> paths = Files.list(file.getParent())) {
      return paths.map(p -> p.getFileName().toString()).toList();
    }
  }

  @Test
  void foldersAreMadeAndFilesReplaced() throws IOException {
    AtomicFile.write(file, text("first"));
    AtomicFile.write(file, text("second, longer"));
    AtomicFile.write(file, text("third"));
    assertThat(file).hasContent("third");
    assertThat(folder()).containsExactly("a.bvh");
  }

  @Test
  void contentThatBreaksOffLeavesTheOldFileAlone() throws IOException {
    AtomicFile.write(file, text("what was there"));
    assertThatThrownBy(
            () ->
                AtomicFile.write(
                    file,
                    stream -> {
                      stream.write(new byte[1 << 18]);
                      throw new IOException("No space left on device");
                    }))
        .hasMessageStartingWith("/work/takes/a.bvh: the disk is full (")
        .hasMessageContaining("jimfs");
    assertThatThrownBy(
            () ->
                AtomicFile.write(
                    file,
                    stream -> {
                      throw new IllegalStateException("a fault in the program");
                    }))
        .isInstanceOf(IllegalStateException.class);
    assertThat(file).hasContent("what was there");
    assertThat(folder()).as("nothing else is left behind").containsExactly("a.bvh");
  }

  /** What a killed run left goes; what a living one is at, and what is no litter, stays. */
  @Test
  void litterOfAnEarlierCrashIsCleared() throws Exception {
    Files.createDirectories(file.getParent());
    String mine = Leftovers.name("a.bvh");
    Process brief = new ProcessBuilder("true").start();
    brief.waitFor();
    String dead = mine.replace("-" + ProcessHandle.current().pid() + "-", "-" + brief.pid() + "-");
    Path precious = Files.writeString(file.resolveSibling("precious"), "p");
    Files.writeString(file.resolveSibling(mine), "of this very run");
    Files.writeString(file.resolveSibling(dead), "half of someth");
    Files.createSymbolicLink(file.resolveSibling(dead.replace("a.bvh", "b")), precious);
    Files.createDirectory(file.resolveSibling(dead.replace("a.bvh", "c")));
    Files.writeString(file.resolveSibling(".a.bvh.part"), "somebody's");
    AtomicFile.write(file, text("whole"));
    assertThat(file).hasContent("whole");
    assertThat(folder())
        .containsExactlyInAnyOrder(
            "a.bvh",
            "precious",
            mine,
            dead.replace("a.bvh", "b"),
            dead.replace("a.bvh", "c"),
            ".a.bvh.part");
    assertThat(precious).hasContent("p");
  }

  /** Everyone who is told that it is done has written whole, and one of them is there. */
  @Test
  void manyWritersOfOnePlace(@TempDir Path real) throws Exception {
    Path shared = real.resolve("out.bvh");
    List<String> all = IntStream.range(0, 6).mapToObj(n -> ("" + n).repeat(200_000)).toList();
    for (int round = 0; round < 5; round++) {
      List<CompletableFuture<Void>> writers =
          all.stream()
              .map(
                  words ->
                      CompletableFuture.runAsync(
                          () ->
                              assertThatCode(() -> AtomicFile.write(shared, text(words)))
                                  .doesNotThrowAnyException()))
              .toList();
      writers.forEach(CompletableFuture::join);
      assertThat(Files.readString(shared)).isIn(all);
    }
    try (Stream<Path> left = Files.list(real)) {
      assertThat(left).containsExactly(shared);
    }
  }

  @Test
  void linksAreReplacedAndPermissionsKept(@TempDir Path real) throws Exception {
    Path raw = Files.writeString(real.resolve("raw.bvh"), "captured");
    Path link = Files.createSymbolicLink(real.resolve("out.bvh"), raw);
    AtomicFile.write(link, text("cleaned"));
    assertThat(raw).hasContent("captured");
    assertThat(link).hasContent("cleaned").isRegularFile();
    assertThat(Files.isSymbolicLink(link)).isFalse();
    Files.setPosixFilePermissions(link, PosixFilePermissions.fromString("rw-r-----"));
    AtomicFile.write(link, text("again"));
    assertThat(permissions(link)).isEqualTo("rw-r-----");
  }

  @Test
  void whatIsPrivateIsReadByItsOwnerAlone(@TempDir Path real) throws Exception {
    Path home = real.resolve("home");
    Path kept = home.resolve("rescue.waxhand");
    AtomicFile.writePrivately(kept, text("mine"), written -> true);
    assertThat(permissions(home)).isEqualTo("rwx------");
    assertThat(permissions(kept)).isEqualTo("rw-------");
    Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
    Files.setPosixFilePermissions(kept, PosixFilePermissions.fromString("rw-r--r--"));
    AtomicFile.writePrivately(kept, text("mine"), written -> true);
    assertThat(permissions(home)).isEqualTo("rwx------");
    assertThat(permissions(kept)).isEqualTo("rw-------");
  }

  private static String permissions(Path path) throws IOException {
    return PosixFilePermissions.toString(Files.getPosixFilePermissions(path));
  }

  @Test
  void aFolderOfThatNameIsNotWrittenOver() throws IOException {
    Files.createDirectories(file.resolve("inner"));
    assertThatThrownBy(() -> AtomicFile.write(file, text("x")))
        .hasMessage("/work/takes/a.bvh: there is a folder of this name");
    assertThat(file.resolve("inner")).isDirectory();
    assertThat(folder()).containsExactly("a.bvh");
  }
}
