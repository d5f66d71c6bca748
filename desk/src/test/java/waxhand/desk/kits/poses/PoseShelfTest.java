package waxhand.desk.kits.poses;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.joml.Vector3d;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.pose.Pose;
import waxhand.core.project.KeptPose;
import waxhand.formats.project.PoseFile;

/** The artist's own poses on a disk that others write to as well. */
class PoseShelfTest {
  private static final Pose BOW = new Pose(Map.of(Role.HEAD, new Vector3d(0.4, 0, 0)));

  @TempDir Path folder;
  private final List<String> told = new CopyOnWriteArrayList<>();
  private PoseShelf shelf;

  @BeforeAll
  static void window() throws Exception {
    FxToolkit.registerPrimaryStage();
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private static void until(BooleanSupplier condition) throws Exception {
    WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, condition::getAsBoolean);
  }

  private List<String> names() {
    return shelf.posesProperty().get().stream().map(k -> k.pose().name()).toList();
  }

  private List<String> files() throws Exception {
    try (Stream<Path> files = Files.list(folder)) {
      return files.map(f -> f.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void whatCanBeReadStandsThereAndTheRestIsToldByItsFile() throws Exception {
    new PoseFile("bow", BOW).save(folder.resolve("a.json"));
    byte[] whole = Files.readAllBytes(folder.resolve("a.json"));
    Files.write(folder.resolve("b.json"), List.of("{ \"waxhand\": \"po"), StandardCharsets.UTF_8);
    Files.write(folder.resolve("c.json"), new byte[] {(byte) 0xff, 0, 7});
    Files.createDirectory(folder.resolve("d.json"));
    Files.writeString(folder.resolve("remarks.txt"), "mine");
    new PoseFile("nod", BOW).save(folder.resolve("e.json"));
    shelf = new PoseShelf(folder, told::add);
    until(() -> names().size() == 2 && told.size() == 3);
    assertThat(names()).containsExactly("bow", "nod");
    for (String bad : List.of("b.json", "c.json", "d.json")) {
      assertThat(told).anyMatch(t -> t.contains(bad));
    }

    // none of it is written over, whatever a new one is called
    shelf.add(new KeptPose("a", BOW));
    shelf.add(new KeptPose("../b: 7°/", BOW));
    until(() -> names().size() == 4);
    assertThat(Files.readAllBytes(folder.resolve("a.json"))).isEqualTo(whole);
    assertThat(files()).contains("a 2.json", "remarks.txt").hasSize(8);
    assertThat(names()).contains("a", "../b: 7°/");

    shelf.remove(shelf.posesProperty().get().get(0));
    until(() -> names().size() == 3);
    assertThat(files()).hasSize(7).contains("b.json", "c.json", "d.json");
  }

  @Test
  void aFolderThatCannotBeIsTold() throws Exception {
    Path taken = Files.writeString(folder.resolve("poses"), "a file stands where the folder would");
    shelf = new PoseShelf(taken, told::add);
    shelf.add(new KeptPose("bow", BOW));
    until(() -> !told.isEmpty());
    assertThat(told.get(0)).contains("poses");
    assertThat(names()).isEmpty();
    assertThat(taken).hasContent("a file stands where the folder would");
  }
}
