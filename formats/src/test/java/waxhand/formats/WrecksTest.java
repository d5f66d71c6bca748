package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Clip;
import waxhand.core.passes.PassKinds;
import waxhand.core.passes.UnknownPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.project.ProjectFile;
import waxhand.formats.project.Recipe;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;
import waxhand.rehearsal.wreck.JsonWrecks;
import waxhand.rehearsal.wreck.TakeWrecks;
import waxhand.rehearsal.wreck.Wreck;
import waxhand.rehearsal.wreck.ZipWrecks;

/** Three hundred broken files of each kind: read as far as they are whole, or refused in a line. */
class WrecksTest {
  private static final int MANY = 300;

  private final FileSystem disk = Jimfs.newFileSystem(Configuration.unix());
  private final Path folder = disk.getPath("/shoot");
  private int refused;

  @AfterEach
  void close() throws IOException {
    disk.close();
  }

  private static byte[] take() {
    Rehearsal.Order order = Rehearsal.Order.usual(Scene.DECK_WALK, 1, 24, 3);
    return BvhWriter.write(Rehearsal.of(order).raw(), Unit.CM, Up.Y);
  }

  /** A plate of every kind there is, with all that a plate can have. */
  private static Chain everyPass() {
    List<Plate> plates = new ArrayList<>();
    for (var kind : PassKinds.ALL) {
      Plate plate = Plate.of(kind.id() + "-1", kind.defaults());
      plates.add(kind.local() ? plate.withSpan(new Span(3, 20, 2, 2)).withWeight(0.5) : plate);
    }
    return new Chain(plates);
  }

  /** What every refusal must be. */
  private void isOneLine(String message, String file) {
    refused++;
    assertThat(message).startsWith(file).hasSizeLessThan(700);
    assertThat(message.codePoints().noneMatch(Legible::isObeyed)).as(message).isTrue();
    assertThat(message)
        .doesNotContain("Exception", "waxhand.", "java.", "For input string", "No enum")
        .doesNotContain("fault of Wax Hand")
        .doesNotContain(file + ": " + file);
  }

  @Test
  @Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void brokenTakes() {
    byte[] whole = take();
    for (int seed = 0; seed < MANY; seed++) {
      Wreck wreck = TakeWrecks.of(whole, seed);
      try {
        RawTake raw = TakeFiles.read("f.bvh", wreck.bytes(), Reading.GUESS, Work.UNWATCHED);
        Clip clip = raw.motion().clip();
        assertThat(clip.frames()).isPositive();
        assertThat(raw.assumptions())
            .allSatisfy(a -> assertThat(a).hasSizeLessThan(400).doesNotContain("NaN", "Infinity"));
        for (int j = 0; j < clip.skeleton().size(); j++) {
          assertThat(clip.rotation(j).at(clip.frames() - 1, 3)).isBetween(-1.0001, 1.0001);
        }
      } catch (FormatException e) {
        isOneLine(e.getMessage(), "f.bvh");
      }
    }
    assertThat(refused).as("broken so that it matters").isBetween(MANY / 2, MANY - 20);
  }

  @Test
  @Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void brokenProjects() throws IOException {
    Files.createDirectories(folder);
    Path file = folder.resolve("p.waxhand");
    ProjectFile.save(project(), file, Work.UNWATCHED);
    byte[] whole = Files.readAllBytes(file);
    int opened = 0;
    int told = 0;
    for (int seed = 0; seed < MANY; seed++) {
      Wreck wreck = ZipWrecks.of(whole, seed);
      Files.write(file, wreck.bytes());
      List<String> faults = new ArrayList<>();
      try {
        Project project =
            ProjectFile.open(
                file, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
        opened++;
        told += faults.isEmpty() ? 0 : 1;
        for (String fault : faults) {
          assertThat(fault).matches("(?s)(the file|name|[a-zA-Z]+[\\[.]\\S+|takes): .+");
          isOneLine(file + ": " + fault, file.toString());
        }
        isKept(project, wreck, seed);
      } catch (FormatException e) {
        isOneLine(e.getMessage(), "/shoot/p.waxhand: ");
      }
      assertThat(file).as("opening changes nothing").hasBinaryContent(wreck.bytes());
    }
    assertThat(opened).as("what is sound is opened").isBetween(MANY / 4, MANY - 20);
    assertThat(told).as("and the rest is told").isBetween(MANY / 8, opened - 1);
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left.map(Path::getFileName).map(Path::toString))
          .containsExactlyInAnyOrder("p.waxhand", "again.waxhand");
    }
  }

  private static Project project() throws FormatException {
    RawTake raw = TakeFiles.read("walk.bvh", take(), Reading.GUESS, Work.UNWATCHED);
    Project project = Project.empty("Night Ferry").added("walk", raw).added("again", raw);
    return project.changed("take-1", t -> t.withChain(everyPass()).noted(5).noted(9));
  }

  /**
   * What was opened is sound: saved, it opens again as it was; plates of no known pass are told.
   */
  private void isKept(Project project, Wreck wreck, int seed) throws FormatException {
    Path again = folder.resolve("again.waxhand");
    ProjectFile.save(project, again, Work.UNWATCHED);
    List<String> faults = new ArrayList<>();
    Project back =
        ProjectFile.open(
            again, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
    assertThat(back).as("seed %d: %s", seed, wreck.what()).isEqualTo(project);
    long unknown =
        project.takes().stream()
            .flatMap(t -> t.chain().plates().stream())
            .filter(p -> p.pass() instanceof UnknownPass)
            .count();
    assertThat(faults.stream().filter(f -> f.contains("there is no pass"))).hasSize((int) unknown);
    assertThat(faults.isEmpty()).as("nothing else is wrong: %s", faults).isEqualTo(unknown == 0);
  }

  @Test
  @Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void brokenRecipes() throws IOException {
    Path file = folder.resolve("r.json");
    new Recipe("mine", everyPass()).save(file);
    byte[] whole = Files.readAllBytes(file);
    for (int seed = 0; seed < MANY; seed++) {
      try {
        Recipe recipe = Recipe.parse("r.json", JsonWrecks.of(whole, seed).bytes());
        recipe.save(file);
        assertThat(Recipe.parse("r.json", Files.readAllBytes(file))).isEqualTo(recipe);
      } catch (FormatException e) {
        isOneLine(e.getMessage(), "r.json:");
      }
    }
    assertThat(refused).isBetween(MANY / 2, MANY - 8);
  }
}
