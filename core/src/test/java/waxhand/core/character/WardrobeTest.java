package waxhand.core.character;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;

/** Which characters are at hand: ours always, loaded ones before them. */
class WardrobeTest {
  private static final Body BODY = Body.of(Samples.body());

  private static Character called(String name) {
    return new Character(name, BODY, Optional.empty(), Optional.empty());
  }

  @Test
  void oursAreAlwaysThereAndALoadedOneOfTheirNameHidesThem() {
    assertThat(Wardrobe.OURS.names()).containsExactlyElementsOf(LayFigures.NAMES);
    Wardrobe more = Wardrobe.OURS.with(called("client")).with(called("pilot"));
    assertThat(more.names()).containsExactly("client", "pilot", "stoker");
    assertThat(more.named("pilot").orElseThrow().body()).isSameAs(BODY);
    assertThat(more.all()).hasSize(3);
    assertThat(more.without("pilot").named("pilot").orElseThrow().skin()).isPresent();
    assertThat(more.named("nobody")).isEmpty();
    Character other = called("client");
    assertThat(more.with(other).loaded()).hasSize(2).contains(other);
  }

  @Test
  void theyAreOfNoFrames() {
    Wardrobe wardrobe = Wardrobe.OURS.with(called("client"));
    Motion motion = Samples.swaying(30, 60, 0, 0).with(wardrobe);
    assertThat(Wardrobe.of(motion)).isEqualTo(wardrobe);
    assertThat(wardrobe.patched(new Frames(3, 9), Wardrobe.OURS)).isEqualTo(Wardrobe.OURS);
    assertThat(wardrobe.through(TimeMap.evenly(30, 10))).isEqualTo(wardrobe);
    Worn worn = new Worn(wardrobe.named("client"));
    assertThat(Worn.by(motion.with(worn)).map(Character::name)).contains("client");
    assertThat(Worn.by(motion)).isEmpty();
    assertThat(worn.through(TimeMap.evenly(30, 10))).isEqualTo(worn);
  }

  /** About five thousand triangles each, closed, and no two figures of one size. */
  @Test
  void oursAreMadeOnceAndDiffer() {
    Character stoker = LayFigures.named("stoker").orElseThrow();
    Character pilot = LayFigures.named("pilot").orElseThrow();
    assertThat(LayFigures.named("stoker").orElseThrow()).isSameAs(stoker);
    for (Character c : new Character[] {stoker, pilot}) {
      Skin skin = c.skin().orElseThrow();
      assertThat(skin.triangles().length / 3).isBetween(4000, 7000);
      for (int n = 0; n < skin.count(); n++) {
        float sum = 0;
        for (int k = 0; k < Skin.MOST_JOINTS; k++) {
          sum += skin.shares()[Skin.MOST_JOINTS * n + k];
        }
        assertThat(sum).isBetween(0.999f, 1.001f);
      }
    }
    assertThat(pilot.body().heightM()).isGreaterThan(stoker.body().heightM() + 0.25);
  }
}
