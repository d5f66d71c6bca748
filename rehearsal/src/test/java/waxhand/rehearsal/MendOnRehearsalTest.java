package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Plate;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.FindingKind;
import waxhand.core.work.Work;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** What Mend offers mends: the finding is gone, and its parts are nearer to the truth. */
class MendOnRehearsalTest {
  @Test
  void everyRemedyMendsItsFindingAndBringsTheTakeNearerToTheTruth() {
    MendScore all = new MendScore(Map.of());
    for (Scene scene : Scene.values()) {
      Map<String, Double> harm = new HashMap<>(Damages.ALL);
      harm.put("float", 4.0);
      Rehearsal take =
          Rehearsal.of(new Rehearsal.Order(scene, 12, 60, 700 + scene.ordinal(), 1.7, false, harm));
      Motion truth = Motion.of(take.truth());
      Motion raw = truth.with(take.raw());
      Motion level =
          Plate.of("level", LevelPass.KIND.defaults())
              .apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
      all = all.plus(MendScore.of(truth, level));
    }
    assertThat(all.kinds().keySet())
        .contains(
            FindingKind.SPIKE,
            FindingKind.FREEZE,
            FindingKind.MISSING,
            FindingKind.FLOAT,
            FindingKind.SINK,
            FindingKind.COLLISION,
            FindingKind.OVERBEND,
            FindingKind.POP,
            FindingKind.JOLT,
            FindingKind.SHAKE);
    all.kinds()
        .forEach(
            (kind, mends) -> {
              if (mends.offered() > 0) {
                assertThat(mends.gone())
                    .as("%s gone of %d", kind.key(), mends.offered())
                    .isGreaterThanOrEqualTo((int) (0.9 * mends.offered()));
                assertThat(mends.error(0.5)).as(kind.key()).isLessThan(1);
              }
            });
    for (FindingKind much :
        new FindingKind[] {FindingKind.OVERBEND, FindingKind.COLLISION, FindingKind.POP}) {
      assertThat(all.kinds().get(much).error(0.5)).as(much.key()).isLessThan(0.4);
    }
  }
}
