package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import waxhand.core.project.Project;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;

/**
 * Whatever stands in project.json, what is sound of it is opened, or it is refused in one line. Run
 * as {@code ReadersFuzzTest} is.
 */
class ProjectFuzzTest {
  private static final byte[] TAKE =
      ("HIERARCHY\nROOT hips\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
              + " Xrotation Yrotation\n}\nMOTION\nFrames: 2\nFrame Time: 0.01\n0 90 0 0 0 0\n"
              + "0 91 0 0 5 0\n")
          .getBytes(StandardCharsets.US_ASCII);

  private static Project opened(byte[] json, Faults faults) throws FormatException {
    Map<String, byte[]> entries = new HashMap<>();
    entries.put("project.json", json);
    entries.put("raw/take-1/a.bvh", TAKE);
    return ProjectFile.read(
        "p.waxhand", new Archive(entries, Optional.empty()), faults, Work.UNWATCHED);
  }

  /** Where the search begins must be right, or it would only ever look at refusals. */
  @Test
  void whatTheSearchBeginsWithIsAccepted() throws IOException {
    try (InputStream in =
        ProjectFuzzTest.class.getResourceAsStream(
            "ProjectFuzzTestInputs/anyProjectIsOpenedOrRefused/small.json")) {
      Project opened = opened(in.readAllBytes(), Faults.none("p.waxhand"));
      assertThat(opened.takes().get(0).chain().size()).isEqualTo(2);
    }
  }

  @FuzzTest(maxExecutions = 10_000_000, maxDuration = "100m")
  void anyProjectIsOpenedOrRefused(byte[] json) throws IOException {
    Project opened;
    try {
      opened = opened(json, (place, reason) -> assertThat(place + reason).hasSizeLessThan(900));
    } catch (FormatException e) {
      if (!e.getMessage().startsWith("p.waxhand: ") || e.getMessage().length() > 900) {
        throw new AssertionError(e.getMessage());
      }
      return;
    }
    // what was opened is sound: saved, it opens as it was, with nothing left out
    Archive again = new Archive(ProjectFile.entries(opened), Optional.empty());
    assertThat(ProjectFile.read("p", again, Faults.none("p"), Work.UNWATCHED)).isEqualTo(opened);
  }
}
