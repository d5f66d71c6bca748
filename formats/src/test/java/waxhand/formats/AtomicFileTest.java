package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

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
                      throw new IOException("no space left");
                    }))
        .hasMessage("no space left");
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

  @Test
  void litterOfAnEarlierCrashIsInNobodysWay() throws IOException {
    Files.createDirectories(file.getParent());
    Files.writeString(file.resolveSibling(".a.bvh.part"), "half of someth");
    AtomicFile.write(file, text("whole"));
    assertThat(file).hasContent("whole");
    assertThat(folder()).containsExactly("a.bvh");
  }

  @Test
  void aFolderOfThatNameIsNotWrittenOver() throws IOException {
    Files.createDirectories(file.resolve("inner"));
    assertThatThrownBy(() -> AtomicFile.write(file, text("x"))).isInstanceOf(IOException.class);
    assertThat(file.resolve("inner")).isDirectory();
    assertThat(folder()).containsExactly("a.bvh");
  }
}
