package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.junit.FuzzTest;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Clip;
import waxhand.core.passes.Work;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.project.ProjectFile;

/**
 * Whatever the bytes, a reader gives a whole value or one clear error. Run by itself with {@code
 * JAZZER_FUZZ=1} a test looks for bytes that break this; else it tries the inputs kept beside it.
 */
class ReadersFuzzTest {
  private static final long INPUTS = 10_000_000;

  private static final byte[] TAKE =
      ("HIERARCHY\nROOT hips\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
              + " Xrotation Yrotation\n}\nMOTION\nFrames: 2\nFrame Time: 0.01\n0 90 0 0 0 0\n"
              + "0 91 0 0 5 0\n")
          .getBytes(StandardCharsets.US_ASCII);

  private final FileSystem disk = Jimfs.newFileSystem(Configuration.unix());
  private final Path project = disk.getPath("/p.waxhand");

  /** Where the search begins must be right, or it would only ever look at refusals. */
  @Test
  void whatTheSearchBeginsWithIsAccepted() throws IOException {
    byte[] take = kept("anyTakeIsReadOrRefused/small.bvh");
    assertThat(
            TakeFiles.read("f.bvh", take, Reading.GUESS, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(3);
    writeProject(kept("anyProjectIsOpenedOrRefused/small.json"));
    Project opened = ProjectFile.open(project, Work.UNWATCHED);
    assertThat(opened.takes().get(0).chain().size()).isEqualTo(2);
  }

  private static byte[] kept(String name) throws IOException {
    try (InputStream in =
        ReadersFuzzTest.class.getResourceAsStream("ReadersFuzzTestInputs/" + name)) {
      return in.readAllBytes();
    }
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyTakeIsReadOrRefused(byte[] bytes) throws IOException {
    RawTake raw;
    try {
      raw = TakeFiles.read("f.bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    } catch (FormatException e) {
      assertThat(e.getMessage()).startsWith("f.bvh");
      return;
    }
    Clip clip = raw.motion().clip();
    assertThat(clip.frames()).isPositive();
    Unit unit = Unit.ofKey(raw.reading().get("unit")).orElseThrow();
    Up up = Up.ofKey(raw.reading().get("up")).orElseThrow();
    byte[] back = BvhWriter.write(clip, raw, clip.allFrames(), unit, up, Work.UNWATCHED);
    assertThat(
            TakeFiles.read("g.bvh", back, Reading.GUESS, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(clip.frames());
  }

  @FuzzTest(maxExecutions = INPUTS, maxDuration = "100m")
  void anyProjectIsOpenedOrRefused(byte[] json) throws IOException {
    writeProject(json);
    Project opened;
    try {
      opened =
          ProjectFile.open(
              project,
              (place, reason) -> assertThat(place + reason).hasSizeLessThan(900),
              Work.UNWATCHED);
    } catch (FormatException e) {
      assertThat(e.getMessage()).contains("p.waxhand");
      return;
    }
    ProjectFile.save(opened, project, Work.UNWATCHED);
    assertThat(ProjectFile.open(project, Work.UNWATCHED)).isEqualTo(opened);
  }

  private void writeProject(byte[] json) throws IOException {
    try (OutputStream out = Files.newOutputStream(project);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("project.json"));
      zip.write(json);
      zip.putNextEntry(new ZipEntry("raw/take-1/a.bvh"));
      zip.write(TAKE);
      zip.closeEntry();
    }
  }
}
