package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Layers, guards and thinning from recipes, and the keys that leave. */
class KeysTest extends CliTest {
  private Path take;

  @BeforeEach
  void simulate() {
    assertThat(simulate("deck-walk", 4, folder.resolve("walk"))).isZero();
    take = folder.resolve("walk/truth.bvh");
  }

  private Path recipe(String name, String plates) throws Exception {
    return Files.writeString(
        folder.resolve(name),
        "{\"waxhand\":\"recipe\",\"version\":1,\"name\":\"r\",\"plates\":[" + plates + "]}");
  }

  @Test
  void keysThatLeaveTellTheTakeAsItWasThinned() throws Exception {
    String thin = "{\"pass\":\"thin\",\"settings\":{\"toleranceRad\":0.0174,\"toleranceM\":0.005}}";
    Path recipe = recipe("thin.json", thin);
    Path keys = folder.resolve("K.json");
    assertThat(run("keys", take, "--recipe", recipe, "--json", "--out", keys)).isZero();
    assertThat(json().get("keys").asInt() * 4).isLessThan(json().get("samples").asInt());
    assertThat(json().get("worstDegrees").asDouble()).isBetween(0.1, 1.0);
    assertThat(json().get("worstMm").asDouble()).isBetween(0.5, 5.0);
    assertThat(json().get("channels").size()).isGreaterThan(60);
    Path thinned = folder.resolve("thinned.bvh");
    Path layered = folder.resolve("layered.bvh");
    assertThat(run("clean", take, "--recipe", recipe, "--out", thinned)).isZero();
    assertThat(run("clean", take, "--recipe", keys, "--out", layered)).isZero();
    assertThat(out).contains("69 channels").hasSizeLessThan(2000);
    assertThat(run("compare", thinned, layered, "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(0.01);
    assertThat(run("keys", take, "--recipe", recipe, "--out", take)).isEqualTo(1);
    assertThat(err).contains("raw take");
  }

  @Test
  void aLayerAndAGuardFromARecipe() throws Exception {
    String layer =
        """
        {"pass":"layer","settings":{"mode":"adds","frame":"parent","channels":[
          {"part":"left-forearm","channel":"turn-x","keys":[{"frame":0,"value":0.2}]},
          {"part":"left-thumb-1","channel":"turn-x","keys":[{"frame":0,"value":0.2}]}]}}""";
    String guard =
        "{\"pass\":\"guard\",\"settings\":{},\"span\":"
            + "{\"from\":0,\"to\":100000,\"easeIn\":0,\"easeOut\":0}}";
    Path target = folder.resolve("out.bvh");
    assertThat(run("clean", take, "--recipe", recipe("l.json", layer), "--out", target)).isZero();
    assertThat(out).contains("This body has no left thumb 1");
    assertThat(Files.readAllBytes(target)).isNotEqualTo(Files.readAllBytes(take));
    String path = "{\"pass\":\"prop-path\",\"settings\":{\"prop\":\"lantern\"}},";
    assertThat(run("keys", take, "--recipe", recipe("p.json", path + layer))).isZero();
    assertThat(err).contains("no prop 'lantern'").contains("no left thumb 1");
    Path guarded = folder.resolve("guarded.bvh");
    Path both = recipe("g.json", guard + "," + layer);
    assertThat(run("clean", take, "--recipe", both, "--out", guarded)).isZero();
    assertThat(guarded).hasSameBinaryContentAs(take);
  }

  @Test
  void whatNoKeyCanBeIsToldByItsPlace() throws Exception {
    String key =
        "{\"pass\":\"layer\",\"settings\":{\"channels\":[{\"part\":\"head\",\"channel\":"
            + "\"turn-x\",\"keys\":[{\"frame\":3,\"value\":%s}]}]}}";
    for (String bad : new String[] {"1e999", "\"much\"", "1e6"}) {
      Path recipe = recipe("bad.json", key.formatted(bad));
      assertThat(run("clean", take, "--recipe", recipe, "--out", folder.resolve("o.bvh")))
          .isEqualTo(1);
      assertThat(err).contains("plates[0].settings.channels").contains("value");
    }
    assertThat(Files.exists(folder.resolve("o.bvh"))).isFalse();
  }

  @Test
  void aPoseIsSavedAndTakenOnNearAFrame() throws Exception {
    Path pose = folder.resolve("pose.json");
    assertThat(run("pose", "save", take, "--frame", 200, "--out", pose)).isZero();
    Path target = folder.resolve("posed.bvh");
    assertThat(run("pose", "apply", take, pose, "--frame", 60, "--mirrored", "--out", target))
        .isZero();
    assertThat(out).contains("parts posed at frame 60");
    String[] was = Files.readString(take).split("\n");
    String[] is = Files.readString(target).split("\n");
    int rows = 0;
    while (!was[was.length - 1 - rows].startsWith("Frame Time")) {
      rows++;
    }
    int first = was.length - rows;
    assertThat(is[first + 60]).isNotEqualTo(was[first + 60]);
    assertThat(is[first + 45]).isEqualTo(was[first + 45]);
    assertThat(is[first + 75]).isEqualTo(was[first + 75]);
    assertThat(run("pose", "apply", take, "fist", "--frame", 60, "--out", folder.resolve("f.bvh")))
        .as("this body has no fingers")
        .isEqualTo(2);
    Files.writeString(pose, "{\"waxhand\":\"pose\",\"version\":1,\"turns\":{\"tail\":[0,0,1]}}");
    assertThat(run("pose", "apply", take, pose, "--frame", 60, "--out", folder.resolve("f.bvh")))
        .isEqualTo(1);
    assertThat(err).contains("tail");
  }
}
