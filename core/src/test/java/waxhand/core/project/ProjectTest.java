package waxhand.core.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.character.Wardrobe;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;

class ProjectTest {
  private static RawTake raw(int frames) {
    byte[] bytes = {1, 2, (byte) frames};
    return new RawTake(
        "a.bvh", bytes, Samples.swaying(frames, 30, 0, 1), Map.of("unit", "cm"), List.of());
  }

  @Test
  void takesGetFreeIdsAndNames() {
    Project project =
        Project.empty("p").added("walk", raw(20)).added("walk", raw(20)).added("walk", raw(20));
    assertThat(project.takes()).extracting(Take::name).containsExactly("walk", "walk 2", "walk 3");
    Project fewer = project.without("take-2").added("hop", raw(20));
    assertThat(fewer.takes()).extracting(Take::id).containsExactly("take-1", "take-3", "take-2");
    assertThatThrownBy(
            () ->
                new Project(
                    "p",
                    List.of(project.takes().get(0), project.takes().get(0)),
                    List.of(),
                    Wardrobe.OURS))
        .hasMessageContaining("same id");
  }

  @Test
  void editsTouchOneTakeAndLeaveTheFormerProjectAlone() {
    Project before = Project.empty("p").added("a", raw(20)).added("b", raw(20));
    Project after = before.changed("take-2", t -> t.withName("c").withWorkRange(new Frames(3, 9)));
    assertThat(after.takes().get(0)).isSameAs(before.takes().get(0));
    assertThat(after.take("take-2").orElseThrow().workRange()).isEqualTo(new Frames(3, 9));
    assertThat(before.take("take-2").orElseThrow().name()).isEqualTo("b");
    assertThat(after.take("nobody")).isEmpty();
    assertThatThrownBy(() -> before.takes().get(0).withWorkRange(new Frames(5, 21)))
        .hasMessageContaining("does not fit");
  }

  @Test
  void readAgainShorterTheRangeStartsAfresh() {
    Take take = Take.of("t", "t", raw(40)).withWorkRange(new Frames(10, 35));
    assertThat(take.withRaw(raw(36)).workRange()).isEqualTo(new Frames(10, 35));
    assertThat(take.withRaw(raw(20)).workRange()).isEqualTo(new Frames(0, 20));
  }

  @Test
  void chainsAreEditedByIdAndIndex() {
    Plate a = Plate.of("a", SmoothPass.KIND.defaults());
    Plate b = Plate.of("b", LevelPass.KIND.defaults());
    Chain chain = Chain.of(a, b);
    assertThat(chain.moved("b", 0).plates()).containsExactly(b, a);
    assertThat(chain.moved("a", 99).plates()).containsExactly(b, a);
    assertThat(chain.without("a").plates()).containsExactly(b);
    assertThat(chain.changed("b", p -> p.withName("floor")).plates().get(1).name())
        .isEqualTo("floor");
    assertThat(chain.changed("x", p -> p.withName("floor"))).isEqualTo(chain);
    Chain fresh =
        chain.inserted(1, Plate.of(chain.freshId(SmoothPass.KIND), SmoothPass.KIND.defaults()));
    assertThat(fresh.freshId(SmoothPass.KIND)).isEqualTo("smooth-2");
    assertThatThrownBy(() -> Chain.of(a, a)).hasMessageContaining("'a'");
    assertThatThrownBy(() -> a.withWeight(Double.NaN)).hasMessageContaining("weight");
    assertThatThrownBy(() -> a.withName(" ")).hasMessageContaining("name");
  }
}
