package waxhand.desk.kits.characters;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.LayFigures;
import waxhand.core.passes.character.RetargetPass;

/** What the map draws as paired. */
class PairsTest {
  private static final Body STOKER = LayFigures.named("stoker").orElseThrow().body();
  private static final Body PILOT = LayFigures.named("pilot").orElseThrow().body();

  private static Pairs pairs(Body source, Body character, RetargetPass pass) {
    return new Pairs(pass, source, character, pass.map().on(character));
  }

  /** Three spine joints move five, and five three: none of either is left over. */
  @Test
  void aSpineIsPairedAsAWhole() {
    assertThat(PILOT.joint(Role.SPINE_3)).isPresent();
    assertThat(STOKER.joint(Role.SPINE_3)).isEmpty();
    Pairs up = pairs(STOKER, PILOT, RetargetPass.to("pilot"));
    assertThat(up.isPaired(Role.SPINE_3)).isFalse();
    assertThat(up.moved()).isEqualTo(PILOT.joints().keySet());
    assertThat(up.moving()).isEqualTo(STOKER.joints().keySet());
    Pairs down = pairs(PILOT, STOKER, RetargetPass.to("stoker"));
    assertThat(down.moving()).contains(Role.SPINE_3).isEqualTo(PILOT.joints().keySet());
    assertThat(down.left()).isEmpty();
  }

  @Test
  void whatIsClearedNeitherMovesNorIsMoved() {
    RetargetPass plain = RetargetPass.to("pilot");
    RetargetPass cleared = plain.withMap(plain.map().with(Role.LEFT_FOOT, Optional.empty()));
    Pairs pairs = pairs(STOKER, PILOT, cleared);
    assertThat(pairs.moving()).doesNotContain(Role.LEFT_FOOT).contains(Role.RIGHT_FOOT);
    assertThat(pairs.moved()).doesNotContain(Role.LEFT_FOOT).contains(Role.RIGHT_FOOT);
    assertThat(pairs.left()).anyMatch(words -> words.contains("left foot"));
  }
}
