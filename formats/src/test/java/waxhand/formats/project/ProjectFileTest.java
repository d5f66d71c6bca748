package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.joml.Vector3d;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.pose.Pose;
import waxhand.core.project.Dismissal;
import waxhand.core.project.KeptPose;
import waxhand.core.project.Note;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.ShelfLabel;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;

class ProjectFileTest {
  private static final String TAKE =
      "HIERARCHY\nROOT Hips\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
          + " Xrotation Yrotation\nEnd Site\n{\nOFFSET 0 170 0\n}\n}\nMOTION\nFrames: 3\nFrame Time:"
          + " 0.01\n1 2 3 4 5 6\n1 2.50 3 4 5 6\n1 2 3 4 5 6.000\n";

  private FileSystem disk;
  private Path folder;

  @BeforeEach
  void makeDisk() throws IOException {
    disk = Jimfs.newFileSystem(Configuration.unix());
    folder = disk.getPath("/shoot");
    Files.createDirectories(folder);
  }

  @AfterEach
  void dropDisk() throws IOException {
    disk.close();
  }

  private static RawTake raw() throws FormatException {
    return TakeFiles.read(
        "walk ü.bvh",
        TAKE.getBytes(StandardCharsets.UTF_8),
        Reading.GUESS.withUnit(Unit.IN),
        Work.UNWATCHED);
  }

  private static Project project() throws FormatException {
    Plate smooth =
        new Plate(
            "s-7",
            "wrist",
            SmoothPass.lowPass(7.25, 4).withTurns(true, false),
            new Span(1, 3, 1, 0),
            new Scope(Set.of(Role.LEFT_HAND), Set.of("Prop"), EnumSet.of(Axis.X)),
            0.5,
            true,
            true);
    Chain chain = Chain.of(smooth, Plate.of("l", LevelPass.KIND.defaults()));
    Project project = Project.empty("Night Ferry").added("walk", raw()).added("walk", raw());
    ShelfLabel.Source from = new ShelfLabel.Source("walk", new Frames(1, 3));
    ShelfLabel label = new ShelfLabel("2026-02-03", "the calm one", Optional.of(from));
    return project
        .withPoses(
            List.of(new KeptPose("nod", new Pose(Map.of(Role.HEAD, new Vector3d(0.3, 0, 0))))))
        .changed(
            "take-2", t -> t.withChain(chain).withWorkRange(new Frames(1, 3)).withLabel(label));
  }

  @Test
  void aProjectComesBackAsItWasWithEveryRawByte() throws Exception {
    Path file = folder.resolve("ferry.waxhand");
    ProjectFile.save(project(), file, Work.UNWATCHED);
    Project back = ProjectFile.open(file, Work.UNWATCHED);
    assertThat(back).isEqualTo(project());
    assertThat(back.takes().get(1).name()).isEqualTo("walk 2");
    assertThat(back.takes().get(0).raw().bytes()).isEqualTo(TAKE.getBytes(StandardCharsets.UTF_8));
    byte[] once = Files.readAllBytes(file);
    ProjectFile.save(back, file, Work.UNWATCHED);
    assertThat(Files.readAllBytes(file)).isEqualTo(once);
  }

  @Test
  void anInterruptedSaveLeavesTheOldFileAndNoLitter() throws Exception {
    Path file = folder.resolve("ferry.waxhand");
    ProjectFile.save(project(), file, Work.UNWATCHED);
    byte[] old = Files.readAllBytes(file);
    for (int failAfter : new int[] {0, 1, 100, 5000}) {
      assertThatThrownBy(
              () ->
                  AtomicFile.write(
                      file,
                      out -> {
                        out.write(new byte[failAfter]);
                        throw new IOException("the line broke");
                      }))
          .hasMessageContaining("the line broke");
      assertThat(Files.readAllBytes(file)).isEqualTo(old);
    }
    Work stop =
        new Work() {
          @Override
          public void done(double share) {}

          @Override
          public boolean stopped() {
            return true;
          }
        };
    assertThatThrownBy(() -> ProjectFile.save(project(), file, stop)).hasMessage("stopped");
    assertThat(Files.readAllBytes(file)).isEqualTo(old);
    try (Stream<Path> all = Files.list(folder)) {
      assertThat(all).containsExactly(file);
    }
  }

  @Test
  void damagedFilesAreRefusedWithAReason() throws Exception {
    Path file = folder.resolve("ferry.waxhand");
    ProjectFile.save(project(), file, Work.UNWATCHED);
    byte[] good = Files.readAllBytes(file);
    Random random = new Random(1);
    int[] refused = new int[2];
    for (int n = 0; n < 300; n++) {
      byte[] bad =
          n % 2 == 0 ? Arrays.copyOf(good, random.nextInt(good.length - 30)) : good.clone();
      for (int k = 0; n % 2 == 1 && k < 8; k++) {
        bad[random.nextInt(bad.length)] ^= (byte) (1 + random.nextInt(255));
      }
      Files.write(file, bad);
      try {
        // damage in names and times of the archive need not matter; in the takes it must
        Project read = ProjectFile.open(file, Work.UNWATCHED);
        read.takes()
            .forEach(
                t -> assertThat(t.raw().bytes()).isEqualTo(TAKE.getBytes(StandardCharsets.UTF_8)));
      } catch (FormatException e) {
        assertThat(e.getMessage()).startsWith("/shoot/ferry.waxhand: ");
        refused[n % 2]++;
      }
    }
    assertThat(refused[0]).as("what was cut off where it matters").isBetween(100, 149);
    assertThat(refused[1]).as("what was scrambled").isEqualTo(150);
    assertThatThrownBy(() -> ProjectFile.open(folder.resolve("none.waxhand"), Work.UNWATCHED))
        .hasMessageContaining("there is no such file");
    Files.writeString(file, "not a zip");
    assertThatThrownBy(() -> ProjectFile.open(file, Work.UNWATCHED))
        .hasMessageContaining("no Wax Hand project");
  }

  @Test
  void notesAndDismissedFindingsAreKeptAndBadOnesRefused() throws Exception {
    Project project =
        project()
            .changed(
                project().takes().get(0).id(),
                t ->
                    t.noted(2)
                        .withNote("note-1", n -> n.withName("lands").withColour(Note.Colour.GOOD))
                        .withDismissed(
                            List.of(
                                new Dismissal(
                                    "slide", "LeftFoot", new Frames(1, 3), "It is meant so"))));
    Path file = folder.resolve("notes.waxhand");
    ProjectFile.save(project, file, Work.UNWATCHED);
    assertThat(ProjectFile.open(file, Work.UNWATCHED)).isEqualTo(project);
    assertThat(ProjectFile.open(file, Work.UNWATCHED).takes().get(0).notes().get(0).name())
        .isEqualTo("lands");
    assertThatThrownBy(() -> new Note("n", -1, "early", Note.Colour.PLAIN))
        .hasMessageContaining("early");
  }

  @Test
  void recipesTravelAndBadOnesSayWhere() throws Exception {
    Path file = folder.resolve("r.json");
    new Recipe("mine", project().takes().get(1).chain()).save(file);
    assertThat(Recipe.parse("r.json", Files.readAllBytes(file)).chain())
        .isEqualTo(project().takes().get(1).chain());
    assertThat(Recipe.firstPass().chain().plates())
        .extracting(p -> p.pass().kind().id())
        .containsExactly("repeats", "despike", "gap-fill", "smooth", "level", "plants");
    assertBad(
        recipe("\"pass\":\"plants\",\"settings\":{\"kept\":[{\"part\":\"tail\"}]}"),
        "no part 'tail'");
    assertBad(
        recipe(
            "\"pass\":\"plants\",\"settings\":{\"kept\":[{\"part\":\"left-toe\",\"from\":9,\"to\":9}]}"),
        "from 9 to 9");
    assertBad(recipe("\"pass\":\"plants\",\"settings\":{\"kept\":7}"), "must be a list");
    assertBad(recipe("\"pass\":\"prop\",\"settings\":{\"width\":-1}"), "width");
    assertBad(recipe("\"pass\":\"tether\",\"settings\":{\"target\":\"\"}"), "target");
    assertBad("{", "not JSON");
    assertBad("{\"a\":1}", "this is no recipe");
    assertBad(recipe("\"pass\":\"melt\""), "plates[0].pass: there is no pass 'melt'");
    assertBad(recipe("\"pass\":\"smooth\",\"settings\":{\"order\":\"3\"}"), "one of [2, 4, 6, 8]");
    assertBad(
        recipe("\"pass\":\"smooth\",\"weight\":3"),
        "plates[0].weight: it is 3; it must be a number from 0 to 1");
    assertBad(recipe("\"pass\":\"smooth\",\"scope\":{\"parts\":[\"tail\"]}"), "no part 'tail'");
    assertBad("{\"waxhand\":\"recipe\",\"version\":99}", "newer Wax Hand");
  }

  private static String recipe(String plate) {
    return "{\"waxhand\":\"recipe\",\"version\":1,\"plates\":[{" + plate + "}]}";
  }

  private static void assertBad(String json, String reason) {
    assertThatThrownBy(() -> Recipe.parse("r.json", json.getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(reason);
  }

  @Test
  void theHandoffIsReadBack() throws Exception {
    RawTake raw = raw();
    Handoff.Receipt receipt =
        Handoff.AS_IT_CAME.write(raw.motion(), raw, folder.resolve("out.bvh"), Work.UNWATCHED);
    assertThat(receipt.frames()).isEqualTo(3);
    assertThat(receipt.worstMm()).isZero();
    assertThat(Files.readString(folder.resolve("out.bvh")))
        .contains("1 2.50 3 4 5 6")
        .contains("6.000");
  }
}
