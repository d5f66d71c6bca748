package waxhand.desk.viewport;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.Demo;

class PosedTest {
  private static Posed at(Motion motion, int frame) {
    Posed posed = new Posed();
    posed.show(Optional.of(motion));
    posed.solve(frame);
    return posed;
  }

  private static Vector3d place(Posed posed, Role role) {
    return posed.place(posed.motion().orElseThrow().body().joint(role).orElseThrow()).orElseThrow();
  }

  @Test
  void theTakeStandsOverItsCharacterAsLargeAsIt() {
    Motion raw = Demo.project().takes().get(0).raw().motion();
    Motion take = raw.with(raw.clip().cut(new Frames(400, 700)), raw.body());
    Motion on =
        Plate.of("r", RetargetPass.to("stoker"))
            .apply(take, take.clip().allFrames(), Work.UNWATCHED);
    Posed wax = at(on, 200);
    Posed wire = at(take, 200);
    double high = place(wire, Role.HEAD).y;
    wire.over(wax);
    for (int axis : new int[] {0, 2}) {
      double here =
          place(wire, Role.LEFT_THIGH).get(axis) + place(wire, Role.RIGHT_THIGH).get(axis);
      double there = place(wax, Role.LEFT_THIGH).get(axis) + place(wax, Role.RIGHT_THIGH).get(axis);
      assertThat(here).isCloseTo(there, within(1e-9));
    }
    // hips of short legs are lower, and the wire's are as low
    assertThat(place(wire, Role.HEAD).y).isLessThan(0.9 * high);
    assertThat(place(wire, Role.LEFT_THIGH).y)
        .isCloseTo(place(wax, Role.LEFT_THIGH).y, within(0.03));
    Posed same = at(take, 200);
    same.over(at(take, 100));
    assertThat(place(same, Role.HEAD).y).as("of one body nothing is moved").isEqualTo(high);
  }
}
