package waxhand.desk.kits.poses;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.project.KeptPose;
import waxhand.desk.session.Background;
import waxhand.formats.disk.Trouble;
import waxhand.formats.project.PoseFile;

/**
 * The artist's own poses, of all projects: a file each in a folder of the program. Disks are waited
 * for on a thread of its own.
 */
final class PoseShelf implements AutoCloseable {
  private final Path folder;
  private final Consumer<String> trouble;
  private final ObjectProperty<List<Kept>> poses = new SimpleObjectProperty<>(List.of());
  private final ExecutorService disk = Background.thread("poses");

  /** A pose and the file it stands in. */
  record Kept(Path file, KeptPose pose) {}

  /**
   * @param trouble is told what cannot be read or written, and why
   */
  PoseShelf(Path folder, Consumer<String> trouble) {
    this.folder = folder;
    this.trouble = trouble;
    disk.execute(this::read);
  }

  ObjectProperty<List<Kept>> posesProperty() {
    return poses;
  }

  private void read() {
    List<Kept> read = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> files = Files.list(folder)) {
        for (Path file : files.filter(f -> f.toString().endsWith(".json")).sorted().toList()) {
          read(file, read);
        }
      } catch (IOException e) {
        tell(e);
      }
    }
    Platform.runLater(() -> poses.set(List.copyOf(read)));
  }

  private void read(Path file, List<Kept> to) {
    try {
      PoseFile pose = PoseFile.read(file);
      to.add(new Kept(file, new KeptPose(pose.name(), pose.pose())));
    } catch (IOException | IllegalArgumentException e) {
      tell(e);
    }
  }

  private void tell(Exception e) {
    Platform.runLater(() -> trouble.accept(Trouble.words(e)));
  }

  /** Keeps a pose, in a file that no other has. */
  void add(KeptPose pose) {
    disk.execute(
        () -> {
          try {
            Files.createDirectories(folder);
            String plain = pose.name().replaceAll("[^\\p{L}\\p{N} _-]", "-").strip();
            Path file = folder.resolve(plain + ".json");
            for (int n = 2; Files.exists(file); n++) {
              file = folder.resolve(plain + " " + n + ".json");
            }
            new PoseFile(pose.name(), pose.pose()).save(file);
          } catch (IOException e) {
            tell(e);
          }
          read();
        });
  }

  /** Puts the file of a pose away for good. */
  void remove(Kept kept) {
    disk.execute(
        () -> {
          try {
            Files.deleteIfExists(kept.file());
          } catch (IOException e) {
            tell(e);
          }
          read();
        });
  }

  @Override
  public void close() {
    disk.shutdown();
  }
}
