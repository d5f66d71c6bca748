package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Keys;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothMethod;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.project.Project;
import waxhand.core.work.Work;

/** Files that were saved by the program of November 2026, kept as they were, mean the same. */
class OldFilesTest {
  @TempDir private Path folder;

  private static byte[] bytes(String name) throws Exception {
    try (InputStream in = OldFilesTest.class.getResourceAsStream(name)) {
      return in.readAllBytes();
    }
  }

  @Test
  void aProjectOpensWithoutAFaultAndMeansTheSame() throws Exception {
    Path file = folder.resolve("old.waxhand");
    Files.write(file, bytes("of-2026-11.waxhand"));
    List<String> faults = new ArrayList<>();
    Project project =
        ProjectFile.open(
            file, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
    assertThat(faults).isEmpty();
    Chain chain = project.takes().get(0).chain();
    assertThat(chain.plates())
        .extracting(Plate::id)
        .containsExactly("l", "pr", "p", "t", "g", "d", "gf", "s", "sp", "tr", "sh");
    assertThat(pass(chain, 0, LevelPass.class).keys()).isEqualTo(Keys.ofNumbers().plus(30, -0.015));
    PropPass prop = pass(chain, 1, PropPass.class);
    assertThat(prop.name()).isEqualTo("bollard");
    assertThat(prop.look().form()).isEqualTo(PropPass.Form.CYLINDER);
    assertThat(prop.start().begins()).isEqualTo(PropPass.Begins.AT_HANDS);
    assertThat(prop.holds()).hasSize(2);
    PlantsPass plants = pass(chain, 2, PlantsPass.class);
    assertThat(plants.kept()).hasSize(1);
    assertThat(plants.barred()).hasSize(1);
    assertThat(plants.floorM()).hasValue(0.01);
    TetherPass tether = pass(chain, 3, TetherPass.class);
    assertThat(tether.limbs()).isEqualTo(TetherPass.Tied.LEFT_FOOT);
    assertThat(tether.target()).isEqualTo(new TieTarget.OfProp("bollard"));
    assertThat(tether.fromFrame()).hasValue(12);
    LimbGoalPass goal = pass(chain, 4, LimbGoalPass.class);
    assertThat(goal.goal()).isEqualTo(LimbGoalPass.Goal.STAYS);
    assertThat(goal.turnRad().x()).isEqualTo(0.2);
    assertThat(pass(chain, 5, DespikePass.class).counts()).isEqualTo(DespikePass.Wild.SMALL);
    assertThat(chain.plates().get(5).scope().roles()).isEqualTo(Set.of(Role.LEFT_FOREARM));
    Plate bridge = chain.plates().get(6);
    assertThat(((GapFillPass) bridge.pass()).fills()).isEqualTo(GapFillPass.Fills.SPAN);
    assertThat(bridge.span()).isEqualTo(new Span(20, 40, 3, 4));
    assertThat(bridge.weight()).isEqualTo(0.25);
    assertThat(bridge.muted()).isTrue();
    assertThat(pass(chain, 7, SmoothPass.class).method()).isEqualTo(SmoothMethod.SPLINE);
    assertThat(pass(chain, 7, SmoothPass.class).cutoffHz()).hasValue(7.5);
    assertThat(pass(chain, 8, SplicePass.class).aligned()).isFalse();
    Recipe recipe = Recipe.parse("r.json", bytes("recipe-2026-11.json"));
    assertThat(recipe.chain()).isEqualTo(chain);
  }

  private static <P> P pass(Chain chain, int plate, Class<P> kind) {
    return kind.cast(chain.plates().get(plate).pass());
  }

  /** What is read and saved again is the very same text: no setting changed its name or form. */
  @Test
  void aRecipeSavedAgainSaysTheSameAndNoMoreThanHasComeSince() throws Exception {
    byte[] was = bytes("recipe-2026-11.json");
    Path file = folder.resolve("again.json");
    Recipe.parse("r.json", was).save(file);
    ObjectMapper json = new ObjectMapper();
    JsonNode old = json.readTree(was);
    JsonNode again = json.readTree(file.toFile());
    for (int n = 0; n < old.get("plates").size(); n++) {
      ObjectNode settings = (ObjectNode) again.get("plates").get(n).get("settings");
      String pass = old.get("plates").get(n).get("pass").asText();
      assertThat(settings.has("soleM")).isEqualTo(Set.of("level", "plants").contains(pass));
      assertThat(settings.has("flipsS")).isEqualTo(pass.equals("despike"));
      assertThat(settings.has("steady")).isEqualTo(pass.equals("plants"));
      settings.remove(List.of("soleM", "heelM"));
      for (String key : List.of("flipsS", "steady")) {
        JsonNode later = settings.remove(key);
        assertThat(later == null || later.asDouble() == 0).as("as it was before").isTrue();
      }
    }
    assertThat(again).isEqualTo(old);
  }
}
