package waxhand.formats.project;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.takes.TakeFiles;

/** Each thing that is wrong with a project is told by its place, and the rest is opened. */
class DamagedProjectTest {
  private static final String RAW =
      "HIERARCHY\nROOT Hips\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
          + " Xrotation Yrotation\n}\nMOTION\nFrames: 3\nFrame Time: 0.01\n"
          + "1 2 3 4 5 6\n".repeat(3);

  private static final String PLATE =
      "{\"id\":\"s\",\"pass\":\"smooth\",\"name\":\"Smooth\",\"settings\":{\"method\":\"low-pass\","
          + "\"cutoffHz\":6.0},\"span\":{\"from\":1,\"to\":3,\"easeIn\":0,\"easeOut\":0},"
          + "\"scope\":{\"parts\":[\"head\"],\"joints\":[],\"axes\":[\"X\"]},"
          + "\"weight\":0.5,\"muted\":false}";

  private static final String GOOD =
      "{\"waxhand\":\"project\",\"version\":1,\"name\":\"ferry\",\"takes\":["
          + "{\"id\":\"a\",\"name\":\"one\",\"file\":\"raw/a/one.bvh\",\"sha256\":\"SUM\","
          + "\"reading\":{\"unit\":\"cm\",\"up\":\"Y\",\"rateHz\":\"100.0\"},"
          + "\"workRange\":{\"from\":0,\"to\":2},\"plates\":[],"
          + "\"notes\":[{\"id\":\"n\",\"frame\":1,\"name\":\"turn\",\"colour\":\"good\"}],"
          + "\"dismissed\":[{\"kind\":\"slide\",\"part\":\"x\",\"from\":0,\"to\":2,\"reason\":\"r\"}],"
          + "\"label\":{\"date\":\"2026-02-03\",\"remark\":\"calm\","
          + "\"keptFrom\":{\"take\":\"two\",\"from\":1,\"to\":2}}},"
          + "{\"id\":\"b\",\"name\":\"two\",\"file\":\"raw/b/two.bvh\",\"sha256\":\"SUM\","
          + "\"workRange\":{\"from\":0,\"to\":3},\"plates\":["
          + PLATE
          + "]}],\"poses\":[{\"name\":\"bow\",\"turns\":{\"head\":[0.1,0,0]}}]}";

  private final FileSystem disk = Jimfs.newFileSystem(Configuration.unix());
  private final Path file = disk.getPath("/ferry.waxhand");
  private final List<String> faults = new ArrayList<>();

  @BeforeEach
  void whole() throws IOException {
    Project project = opened(GOOD);
    assertThat(faults).isEmpty();
    assertThat(project.takes()).hasSize(2);
    assertThat(project.takes().get(1).chain().plates().get(0).weight()).isEqualTo(0.5);
  }

  @AfterEach
  void close() throws IOException {
    disk.close();
  }

  private Project opened(String json) throws IOException {
    String sum = RawTake.sha256(RAW.getBytes(UTF_8));
    write(Map.of("raw/a/one.bvh", RAW, "raw/b/two.bvh", RAW), json.replace("SUM", sum));
    faults.clear();
    return ProjectFile.open(
        file, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
  }

  private void write(Map<String, String> raws, String json) throws IOException {
    try (OutputStream out = Files.newOutputStream(file);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("project.json"));
      zip.write(json.getBytes(UTF_8));
      for (Map.Entry<String, String> raw : raws.entrySet()) {
        zip.putNextEntry(new ZipEntry(raw.getKey()));
        zip.write(raw.getValue().getBytes(UTF_8));
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "\"weight\":0.5 | \"weight\":\"half\" | takes[1].plates[0].weight: it is 'half'; it must be",
        "\"weight\":0.5 | \"weight\":1e308 | takes[1].plates[0].weight: it is 1.0E308",
        "\"muted\":false | \"muted\":0 | takes[1].plates[0].muted: it is 0; it must be true or false",
        "\"cutoffHz\":6.0 | \"cutoffHz\":1e308 | takes[1].plates[0].settings.cutoffHz: 'Smooth': cutoffHz is",
        "\"cutoffHz\":6.0 | \"shine\":6.0 | takes[1].plates[0].settings.shine: 'Smooth': Smooth has no setting",
        "\"from\":1,\"to\":3 | \"from\":3,\"to\":1 | takes[1].plates[0].span: it ends at 1, before",
        "\"from\":1,\"to\":3 | \"from\":1,\"to\":4294967297 | takes[1].plates[0].span.to: it is 42949",
        "\"parts\":[\"head\"] | \"parts\":[\"tail\"] | takes[1].plates[0].scope.parts[0]: there is no",
        "\"axes\":[\"X\"] | \"axes\":[\"W\"] | takes[1].plates[0].scope.axes[0]: there is no axis 'W'",
        "\"axes\":[\"X\"] | \"axes\":7 | takes[1].plates[0].scope.axes: it is 7; it must be a list"
      })
  void aPlateOfWhichAPartIsWrongComesMuted(String what, String by, String fault) throws Exception {
    assertThat(GOOD).contains(what);
    Project project = opened(GOOD.replace(what, by));
    assertThat(faults).hasSize(2);
    assertThat(faults.get(0)).startsWith(fault);
    assertThat(faults.get(1)).startsWith("takes[1].plates[0]: 'Smooth' was muted");
    Plate plate = project.takes().get(1).chain().plates().get(0);
    assertThat(plate.muted()).isTrue();
    assertThat(plate.name()).isEqualTo("Smooth");
    assertThatThrownBy(() -> ProjectFile.open(file, Work.UNWATCHED))
        .as("where nothing may be left out")
        .hasMessageStartingWith("/ferry.waxhand: " + fault);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "\"unit\":\"cm\" | \"unit\":\"ell\" | takes[0].reading.unit: there is no unit 'ell'; it was",
        "\"rateHz\":\"100.0\" | \"rateHz\":\"1e300\" | takes[0].reading.rateHz: '1e300' is no rate",
        "\"rateHz\":\"100.0\" | \"rateHz\":\"quick\" | takes[0].reading.rateHz: 'quick' is no rate",
        "\"up\":\"Y\" | \"up\":\"W\" | takes[0].reading.up: there is no axis 'W'",
        "\"frame\":1 | \"frame\":3 | takes[0].notes[0].frame: it is 3; it must be a whole number",
        "\"frame\":1 | \"frame\":1e308 | takes[0].notes[0].frame: it is 1.0E308",
        "\"colour\":\"good\" | \"colour\":\"beige\" | takes[0].notes[0].colour: there is no colour",
        "\"from\":0,\"to\":2,\"reason\" | \"from\":0,\"to\":9,\"reason\" | takes[0].dismissed[0].to: it is",
        "\"from\":0,\"to\":2},\"plates\" | \"from\":0,\"to\":7},\"plates\" | takes[0].workRange.to: it is 7",
        "\"pass\":\"smooth\" | \"pass\":\"melt\" | takes[1].plates[0].pass: there is no pass 'melt'; the",
        "\"id\":\"b\" | \"id\":\"a\" | takes[1].id: it was given before",
        "\"name\":\"two\" | \"name\":[] | takes[1].name: it is a list; it must be a text",
        "\"remark\":\"calm\" | \"remark\":7 | takes[0].label.remark: it is 7; it must be a text",
        "\"take\":\"two\",\"from\":1 | \"take\":\"two\",\"from\":-1 | takes[0].label.keptFrom.from: it is -1",
        "\"keptFrom\":{\"take\":\"two\",\"from\":1,\"to\":2} | \"keptFrom\":3 | takes[0].label.keptFrom: it is 3",
        "\"head\":[0.1,0,0] | \"tail\":[0.1,0,0] | poses[0].turns.tail",
        "\"head\":[0.1,0,0] | \"head\":[0.1,1e9,0] | poses[0].turns.head[1]",
        "\"turns\":{\"head\":[0.1,0,0]} | \"turns\":[] | poses[0].turns: it is a list",
        "\"name\":\"bow\" | \"name\":[] | poses[0].name: it is a list; it must be a text"
      })
  void whatElseIsWrongIsLeftOut(String what, String by, String fault) throws Exception {
    assertThat(GOOD).contains(what);
    Project project = opened(GOOD.replace(what, by));
    assertThat(faults.get(0)).startsWith(fault);
    assertThat(project.takes()).hasSize(2);
    Take one = project.takes().get(0);
    assertThat(one.notes().size()).isEqualTo(fault.contains(".frame") ? 0 : 1);
    assertThat(one.raw().motion().clip().rateHz()).isEqualTo(100);
    assertThat(one.workRange()).isEqualTo(new Frames(0, fault.contains("workRange") ? 3 : 2));
    assertThat(project.takes().get(1).chain().size()).isEqualTo(1);
  }

  /** Digits, spaces and settings of a pass from another version survive opening and saving. */
  @Test
  void aPlateOfAPassNobodyKnowsIsKeptWordForWord() throws Exception {
    String odd =
        "{ \"pass\" : \"melt\",\"id\":\"m\", \"name\":\"Warm wax\", \"muted\":false,"
            + "\t\"settings\":{\"heat\":1.50,\"e\":6E1,\"words\":[\"é\",null]},"
            + "\"span\":{\"from\":1,\"to\":2}}";
    Project project = opened(GOOD.replace(PLATE, PLATE + "," + odd));
    assertThat(faults).hasSize(1);
    assertThat(faults.get(0))
        .isEqualTo(
            "takes[1].plates[1].pass: there is no pass 'melt'; the plate is kept, muted, as it"
                + " came");
    Plate kept = project.takes().get(1).chain().plates().get(1);
    assertThat(kept.name()).isEqualTo("Warm wax");
    assertThat(kept.id()).isEqualTo("m");
    assertThat(kept.muted()).isTrue();
    Motion in = project.takes().get(1).raw().motion();
    assertThat(kept.withMuted(false).apply(in, in.clip().allFrames(), Work.UNWATCHED)).isSameAs(in);
    assertThat(kept.withMuted(false).complaint(in).orElseThrow()).contains("'melt'");

    Path saved = disk.getPath("/again.waxhand");
    ProjectFile.save(project, saved, Work.UNWATCHED);
    try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(saved))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        if (e.getName().equals("project.json")) {
          assertThat(new String(zip.readAllBytes(), UTF_8)).contains(odd);
        }
      }
    }
    faults.clear();
    Project again =
        ProjectFile.open(
            saved, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
    assertThat(faults).hasSize(1);
    assertThat(again.takes().get(1).chain()).isEqualTo(project.takes().get(1).chain());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "\"version\":1, | `` | version: it is missing",
        "\"version\":1 | \"version\":4294967297 | version: 4294967297 is no version",
        "\"version\":1 | \"version\":\"1\" | version: '1' is no version",
        "\"version\":1 | \"version\":2 | made by a newer Wax Hand (version 2",
        "\"takes\":[ | \"takes\":\"none\",\"x\":[ | takes: it is 'none'; it must be a list",
        "\"version\":1 | \"version\":1,\"version\":1 | this name stands here a second time",
        "\"waxhand\":\"project\" | \"waxhand\":7 | does not describe a project",
        "SUM | 00 | nothing of it can be opened: takes[0].sha256: the raw file is damaged",
        "\"name\":\"ferry\" | \"name\" \"ferry\" | not JSON"
      })
  void whereNothingIsSoundItIsRefused(String what, String by, String reason) {
    assertThat(GOOD).contains(what);
    assertThatThrownBy(() -> opened(GOOD.replace(what, by)))
        .hasMessageStartingWith("/ferry.waxhand: ")
        .hasMessageContaining(reason);
  }

  @Test
  void aTakeThatIsDamagedDoesNotTakeTheOthersAlong() throws Exception {
    Project project = opened(GOOD.replaceFirst("SUM", "00"));
    assertThat(faults).hasSize(1);
    assertThat(faults.get(0)).startsWith("takes[0].sha256: the raw file is damaged");
    assertThat(project.takes()).extracting(Take::name).containsExactly("two");
    byte[] bytes = Files.readAllBytes(file);
    project = opened(GOOD);
    Files.write(file, Arrays.copyOf(Files.readAllBytes(file), bytes.length - 300));
    faults.clear();
    project = ProjectFile.open(file, (p, r) -> faults.add(p + ": " + r), Work.UNWATCHED);
    assertThat(faults.get(0))
        .isEqualTo("the file: it is damaged or cut short; what stands before that is read");
    assertThat(project.takes()).hasSize(1);
  }

  /** A small file must not fill the memory, however it is packed. */
  @Test
  @Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void filesThatUnpackToFarMoreThanTheyAreAreRefused() throws Exception {
    byte[] nothing = new byte[1 << 20];
    for (String name : new String[] {"raw/a/one.bvh", "project.json", "else"}) {
      try (OutputStream out = Files.newOutputStream(file);
          ZipOutputStream zip = new ZipOutputStream(out)) {
        if (!name.equals("project.json")) {
          zip.putNextEntry(new ZipEntry("project.json"));
          zip.write(GOOD.getBytes(UTF_8));
        }
        zip.putNextEntry(new ZipEntry(name));
        for (int n = 0; n < 120; n++) {
          zip.write(nothing);
        }
      }
      assertThat(Files.size(file)).isLessThan(1 << 20);
      assertThatThrownBy(() -> ProjectFile.open(file, Work.UNWATCHED))
          .hasMessageContaining("it unpacks to more than");
    }
  }

  /** What is so still that it packs too tightly is saved so that it opens again. */
  @Test
  @Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void whatIsSavedOpensAgain() throws Exception {
    int frames = 90_000;
    String still = RAW.substring(0, RAW.indexOf("Frames")) + "Frames: " + frames;
    still += "\nFrame Time: 0.01\n" + "0 0 0 0 0 0\n".repeat(frames);
    RawTake raw = TakeFiles.read("still.bvh", still.getBytes(UTF_8), Reading.GUESS, Work.UNWATCHED);
    Project project = Project.empty("still");
    for (int n = 0; n < 100; n++) {
      project = project.added("still", raw);
    }
    ProjectFile.save(project, file, Work.UNWATCHED);
    assertThat(Files.size(file)).as("not packed").isGreaterThan(100L << 20);
    assertThat(Archive.read(file, Work.UNWATCHED).entries()).hasSize(101);
  }

  @Test
  @Timeout(value = 20, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void manyPlatesOpenSoonAndTooManyAreRefused() throws Exception {
    for (int count : new int[] {2000, 20_000}) {
      String plates =
          IntStream.range(0, count)
              .mapToObj(n -> PLATE.replace("\"id\":\"s\"", "\"id\":\"s" + n + "\""))
              .collect(Collectors.joining(","));
      String many = GOOD.replace(PLATE, plates);
      if (count == 2000) {
        assertThat(opened(many).takes().get(1).chain().size()).isEqualTo(count);
        assertThat(faults).isEmpty();
      } else {
        assertThatThrownBy(() -> opened(many))
            .hasMessageContaining("takes[1].plates: 20000 plates; at most 2000");
      }
    }
  }
}
