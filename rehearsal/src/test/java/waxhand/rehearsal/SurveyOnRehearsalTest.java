package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import waxhand.core.scene.Motion;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** The survey against faults that are known, and on the truth, where there are none. */
class SurveyOnRehearsalTest {
  @Test
  void faultsAreFoundAndTheTruthIsLeftInPeace() throws Exception {
    SurveyScore all = null;
    int onTruth = 0;
    double seconds = 0;
    for (Scene scene : Scene.values()) {
      double rate = scene.ordinal() % 2 == 0 ? 60 : 120;
      Rehearsal take =
          Rehearsal.of(
              new Rehearsal.Order(scene, 20, rate, 400 + scene.ordinal(), 1.7, false, Damages.ALL));
      Motion truth = Motion.of(take.truth());
      Motion raw = truth.with(take.raw());
      SurveyScore score =
          SurveyScore.of(
              new Surveyor().survey(raw, Work.UNWATCHED).findings(),
              Rehearsal.faultsOf(take.truthJson()),
              take.raw().skeleton(),
              rate);
      all = all == null ? score : all.plus(score);
      onTruth += new Surveyor().survey(truth, Work.UNWATCHED).findings().size();
      seconds += take.truth().seconds();
    }
    for (FindingKind sure :
        new FindingKind[] {FindingKind.SPIKE, FindingKind.FREEZE, FindingKind.MISSING}) {
      assertThat(all.kinds().get(sure).recall()).as(sure.key()).isGreaterThanOrEqualTo(0.95);
      assertThat(all.kinds().get(sure).precision()).as(sure.key()).isGreaterThanOrEqualTo(0.95);
    }
    for (FindingKind kind : FindingKind.ofMotions()) {
      SurveyScore.Count count = all.kinds().get(kind);
      if (count.faults() > 0) {
        assertThat(count.recall()).as(kind.key()).isGreaterThan(0.7);
        assertThat(count.precision()).as(kind.key()).isGreaterThan(0.6);
      }
    }
    assertThat(10 * onTruth / seconds).as("findings on the truth in ten seconds").isLessThan(1);
  }

  @Test
  void truthFilesWithBadFaultsAreRefused() {
    byte[] bad =
        "{\"faults\":[{\"kind\":\"spike\",\"from\":9,\"to\":3}]}".getBytes(StandardCharsets.UTF_8);
    assertThatThrownBy(() -> Rehearsal.faultsOf(bad))
        .hasMessageContaining("'spike' has no frames: from 9 to 3");
  }
}
