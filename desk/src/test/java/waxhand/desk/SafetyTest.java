package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.desk.session.Memory;
import waxhand.formats.project.ProjectFile;

/** What the window does with damaged files, and what it never does to whole ones. */
class SafetyTest extends DeskTest {
  @TempDir Path folder;
  private Path raw;

  @BeforeEach
  void capture() throws IOException {
    raw = Files.write(folder.resolve("walk.bvh"), Demo.sample().takes().get(0).raw().bytes());
  }

  private void addRaw() throws Exception {
    interact(() -> bench.files().openAny(List.of(raw)));
    until(() -> session.hasTake());
    untilWorkedOut();
  }

  /** The project file with words of its project.json replaced. */
  private void spoil(Path file, String... pairs) throws IOException {
    Map<String, byte[]> entries = new TreeMap<>();
    try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(file))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        entries.put(e.getName(), zip.readAllBytes());
      }
    }
    String json = new String(entries.get("project.json"), StandardCharsets.UTF_8);
    for (int n = 0; n < pairs.length; n += 2) {
      assertThat(json).contains(pairs[n]);
      json = json.replace(pairs[n], pairs[n + 1]);
    }
    entries.put("project.json", json.getBytes(StandardCharsets.UTF_8));
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(entry.getKey()));
        zip.write(entry.getValue());
      }
    }
  }

  @Test
  void aDamagedProjectIsOpenedWithoutWhatIsWrongAndKept() throws Exception {
    addRaw();
    run("add-level");
    interact(() -> session.edit("n", p -> p.changed("take-1", t -> t.noted(3).noted(4))));
    interact(() -> session.editPlate("w", null, plate().id(), p -> p.withWeight(0.25)));
    Path file = folder.resolve("ferry.waxhand");
    interact(() -> bench.files().saveTo(file));
    until(() -> !session.isDirty());
    spoil(file, "\"weight\" : 0.25", "\"weight\" : \"half\"", "\"frame\" : 4", "\"frame\" : 400");
    byte[] damaged = Files.readAllBytes(file);
    interact(bench.files()::startNew);
    interact(() -> bench.files().openAny(List.of(file)));
    until(() -> session.hasTake());
    assertThat(trouble())
        .contains("ferry.waxhand is damaged; the rest of it was opened")
        .contains("takes[0].plates[0].weight: it is 'half'; it must be a number from 0 to 1")
        .contains("takes[0].notes[1].frame: it is 400");
    assertThat(session.chain().plates().get(0).muted()).as("nobody knows what it did").isTrue();
    assertThat(session.takeProperty().get().orElseThrow().notes()).hasSize(1);
    assertThat(file).as("opening changes nothing").hasBinaryContent(damaged);
    // another project takes the bench, and this one comes back
    run("add-smooth");
    interact(() -> session.reset(Demo.sample(), Optional.empty()));
    interact(() -> bench.files().open(file));
    until(() -> session.fileProperty().get().isPresent());
    trouble();
    run("add-shift");
    interact(bench.files()::startNew);
    clickOn("Bring it back");
    run("save");
    Path kept = folder.resolve("ferry (as found).waxhand");
    until(() -> Files.exists(kept) && !session.isDirty());
    assertThat(kept).hasBinaryContent(damaged);
    assertThat(ProjectFile.open(file, Work.UNWATCHED)).isEqualTo(session.projectProperty().get());
    run("add-smooth");
    run("save");
    until(() -> !session.isDirty());
    try (Stream<Path> files = Files.list(folder)) {
      assertThat(files.map(p -> p.getFileName().toString()))
          .as("kept once, and nothing else is left")
          .containsExactlyInAnyOrder("walk.bvh", "ferry.waxhand", "ferry (as found).waxhand");
    }
  }

  private void handOn(String name) {
    run("hand-on");
    type("handoff-folder", folder.toString());
    type("handoff-name", name);
    interact(() -> lookup("#handoff-go").queryButton().fire());
  }

  @Test
  void handingOnNeverTakesThePlaceOfARawTake() throws Exception {
    addRaw();
    String sum = RawTake.sha256(Files.readAllBytes(raw));
    run("hand-on");
    type("handoff-folder", folder.toString());
    type("handoff-name", "walk");
    assertThat(lookup("A raw take lies there; give another name or folder").tryQuery()).isPresent();
    run("leave");
    handOn("walk");
    assertThat(trouble()).contains("a raw take would be overwritten");
    Files.createSymbolicLink(folder.resolve("link.bvh"), raw);
    handOn("link");
    assertThat(trouble()).contains("a raw take would be overwritten");
    // the same again, and another one over it
    Path out = folder.resolve("out.bvh");
    for (int n = 0; n < 2; n++) {
      handOn("out");
      until(() -> lookup(".wh-notice-news").tryQuery().isPresent());
      assertThat(out).hasBinaryContent(Files.readAllBytes(raw));
      run("leave");
    }
    interact(
        () ->
            session.edit(
                "read again", p -> p.changed("take-1", t -> t.withWorkRange(new Frames(0, 9)))));
    handOn("out");
    until(() -> !RawTake.sha256(Files.readAllBytes(out)).equals(sum));
    assertThat(RawTake.sha256(Files.readAllBytes(raw))).isEqualTo(sum);
  }

  @Test
  void whatIsRememberedIsForItsOwnerAlone() throws Exception {
    addRaw();
    run("add-level");
    Path rescue = new Memory().rescueFile();
    until(() -> Files.exists(rescue));
    interact(bench::close);
    Path home = Path.of(System.getProperty("waxhand.home"));
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(home)))
        .isEqualTo("rwx------");
    try (Stream<Path> files = Files.list(home)) {
      assertThat(files)
          .contains(rescue, home.resolve("desk.properties"))
          .allSatisfy(
              f ->
                  assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(f)))
                      .isEqualTo("rw-------"))
          .noneMatch(f -> f.toString().endsWith(".part"));
    }
  }

  @Test
  void filesThatNeverEndAndEqualNames() throws Exception {
    Path d2 = Files.createDirectory(folder.resolve("d2"));
    Path pipe = d2.resolve("walk.bvh");
    assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor()).isZero();
    Path bad =
        Files.writeString(Files.createDirectory(folder.resolve("d3")).resolve("walk.bvh"), "x");
    interact(() -> bench.files().openAny(List.of(pipe, bad, raw)));
    assertThat(trouble())
        .contains("2 takes could not be read")
        .contains(pipe + ": this is a pipe or a device")
        .contains(bad + ":1:1: expected 'HIERARCHY', found 'x'");
    until(() -> session.hasTake());
    assertThat(session.projectProperty().get().takes()).hasSize(1);
  }
}
