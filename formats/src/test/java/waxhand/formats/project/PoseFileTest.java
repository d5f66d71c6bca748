package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.body.Role;
import waxhand.core.pose.Pose;
import waxhand.formats.FormatException;

class PoseFileTest {
  @TempDir Path folder;

  private static PoseFile parse(String json) throws FormatException {
    return PoseFile.parse("p.json", json.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void whatIsSavedIsReadAgain() throws Exception {
    Pose pose =
        new Pose(
            Map.of(
                Role.LEFT_HAND, new Vector3d(0.1, -2.5, 1e-17),
                Role.CHEST, new Vector3d(0, 0.3, 0)));
    Path file = folder.resolve("pose.json");
    new PoseFile("leaning", pose).save(file);
    assertThat(PoseFile.read(file)).isEqualTo(new PoseFile("leaning", pose));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{\"waxhand\":\"recipe\",\"version\":1} | this is no pose",
        "{\"waxhand\":\"pose\",\"version\":99,\"turns\":{}} | version",
        "{\"waxhand\":\"pose\",\"version\":1} | missing",
        "{\"waxhand\":\"pose\",\"version\":1,\"turns\":{\"tail\":[0,0,0]}} | tail",
        "{\"waxhand\":\"pose\",\"version\":1,\"turns\":{\"head\":[0,0]}} | 3 numbers",
        "{\"waxhand\":\"pose\",\"version\":1,\"turns\":{\"head\":[0,0,1e9]}} | head[2]",
        "{\"waxhand\":\"pose\",\"version\":1,\"turns\":{\"head\":[0,0,\"a\"]}} | head[2]",
        "{\"waxhand\":\"pose\",\"version\":1,\"turns\":[1]} | turns",
        "[] | JSON object",
        "{\"waxhand\": | not JSON"
      })
  void whatIsNoPoseIsToldByItsPlace(String json, String told) {
    assertThatThrownBy(() -> parse(json))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("p.json")
        .hasMessageContaining(told);
  }
}
