package waxhand.rehearsal.damage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;
import waxhand.rehearsal.scene.Scene;

/** Each damage does what captures do, in the size it says and where it says. */
class DamagesTest {
  private static final Rehearsal TAKE =
      Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 20, 100, 3, 1.75, false, Map.of()));
  private static final Clip TRUTH = TAKE.truth();

  private static Damaged damaged(String kind, double strength, long seed) {
    return Damages.apply(TRUTH, Map.of(kind, strength), seed);
  }

  private static double turn(Clip a, Clip b, int joint, int frame) {
    return a.rotation(joint).angleAt(frame, b.rotation(joint));
  }

  @Test
  void jitterIsNoiseOfItsSizeThatForgetsItselfQuickly() {
    Clip out = damaged("jitter", 1, 8).clip();
    double sum = 0;
    double neighbours = 0;
    double far = 0;
    int n = 0;
    for (int j = 0; j < TRUTH.skeleton().size(); j++) {
      double[] v = new double[TRUTH.frames()];
      for (int f = 0; f < v.length; f++) {
        // the x component of the turn from truth to damage
        double[] a = new double[4];
        double[] b = new double[4];
        TRUTH.rotation(j).read(f, a, 0);
        out.rotation(j).read(f, b, 0);
        Quats.between(a, 0, b, 0, b, 0);
        v[f] = 2 * b[0] * Math.signum(b[3]);
      }
      for (int f = 0; f + 40 < v.length; f++) {
        sum += v[f] * v[f];
        neighbours += v[f] * v[f + 1];
        far += v[f] * v[f + 40];
        n++;
      }
    }
    double rms = Math.toDegrees(Math.sqrt(3 * sum / n));
    assertThat(rms).as("degrees over the three axes").isBetween(0.6, 1.2);
    assertThat(neighbours / sum).as("some of it is coloured").isBetween(0.1, 0.3);
    assertThat(far / sum).as("0.4 s later nothing is left").isCloseTo(0, within(0.03));
  }

  @ParameterizedTest
  @ValueSource(strings = {"jitter", "drift", "float", "floor", "leg"})
  void twiceTheStrengthIsTwiceTheHarm(String kind) {
    Motion truth = Motion.of(TRUTH);
    double once = harm(truth, damaged(kind, 1, 5).clip());
    double twice = harm(truth, damaged(kind, 2, 5).clip());
    assertThat(twice / once).isCloseTo(2, within(0.03));
  }

  private static double harm(Motion truth, Clip clip) {
    return Comparison.of(truth, truth.with(clip), List.of()).positionRmsMm();
  }

  @Test
  void spikesAreSingleFramesThatAreNamed() {
    Damaged result = damaged("spike", 1, 6);
    assertThat(result.faults()).hasSize(5).allMatch(f -> f.kind().equals("spike"));
    int changed = 0;
    for (int j = 0; j < TRUTH.skeleton().size(); j++) {
      for (int f = 0; f < TRUTH.frames(); f++) {
        double by = Math.toDegrees(turn(TRUTH, result.clip(), j, f));
        if (by > 1e-6) {
          assertThat(by).isBetween(21.9, 110.0);
          String name = TRUTH.skeleton().joint(j).name();
          int frame = f;
          assertThat(result.faults())
              .anyMatch(
                  x -> x.part().equals(name) && x.frames().equals(new Frames(frame, frame + 1)));
          changed++;
        }
      }
    }
    assertThat(changed).isEqualTo(5);
  }

  @Test
  void aFreezeHoldsEverythingAndThenLeaps() {
    Damaged result = damaged("freeze", 2, 7);
    assertThat(result.faults()).isNotEmpty();
    for (Fault fault : result.faults()) {
      Frames run = fault.frames();
      assertThat(run.count() / TRUTH.rateHz()).isBetween(0.05, 0.17);
      for (int f = run.from(); f < run.to(); f++) {
        for (int j = 0; j < TRUTH.skeleton().size(); j++) {
          for (int i = 0; i < 4; i++) {
            assertThat(result.clip().rotation(j).at(f, i))
                .isEqualTo(result.clip().rotation(j).at(run.from(), i));
          }
        }
        assertThat(result.clip().translation(0).at(f, 2))
            .isEqualTo(result.clip().translation(0).at(run.from(), 2));
      }
      assertThat(result.clip().translation(0).at(run.to(), 2))
          .isEqualTo(TRUTH.translation(0).at(run.to(), 2));
    }
  }

  @Test
  void theWorldIsWrongInItsOwnWayOnly() {
    Clip floor = damaged("floor", 1, 9).clip();
    double by = floor.translation(0).at(0, 1) - TRUTH.translation(0).at(0, 1);
    assertThat(Math.abs(by)).isBetween(0.04, 0.09);
    Clip drift = damaged("drift", 1, 9).clip();
    Clip leg = damaged("leg", 1, 9).clip();
    Clip floating = damaged("float", 1, 9).clip();
    for (int f = 0; f < TRUTH.frames(); f++) {
      assertThat(floor.translation(0).at(f, 1) - TRUTH.translation(0).at(f, 1))
          .isCloseTo(by, within(1e-12));
      assertThat(drift.translation(0).at(f, 1)).isEqualTo(TRUTH.translation(0).at(f, 1));
      assertThat(leg.translation(0).at(f, 1)).isEqualTo(TRUTH.translation(0).at(f, 1));
      assertThat(floating.translation(0).at(f, 0)).isEqualTo(TRUTH.translation(0).at(f, 0));
      assertThat(Math.abs(floating.translation(0).at(f, 1) - TRUTH.translation(0).at(f, 1)))
          .isLessThan(0.017);
    }
    double walked = TRUTH.translation(0).at(900, 2) - TRUTH.translation(0).at(0, 2);
    double claimed = leg.translation(0).at(900, 2) - leg.translation(0).at(0, 2);
    assertThat(Math.abs(claimed / walked - 1)).isCloseTo(0.018, within(1e-9));
  }

  @Test
  void everyKindHasASeedOfItsOwn() {
    Clip alone = damaged("drift", 1, 12).clip();
    Clip both = Damages.apply(TRUTH, Map.of("drift", 1.0, "floor", 1.0), 12).clip();
    for (int f = 0; f < TRUTH.frames(); f += 50) {
      assertThat(both.translation(0).at(f, 0))
          .as("another damage beside it does not change a damage")
          .isEqualTo(alone.translation(0).at(f, 0));
    }
    Clip other = damaged("drift", 1, 13).clip();
    assertThat(other.translation(0).at(700, 0)).isNotEqualTo(alone.translation(0).at(700, 0));
  }

  @Test
  void noDamageIsNoChangeAndNonsenseIsRefused() {
    assertThat(Damages.apply(TRUTH, Map.of(), 1).clip()).isSameAs(TRUTH);
    assertThat(Damages.apply(TRUTH, Map.of("jitter", 0.0), 1).clip()).isSameAs(TRUTH);
    for (double bad : new double[] {-1, Double.NaN}) {
      assertThatThrownBy(() -> damaged("jitter", bad, 1)).hasMessageContaining("below 0");
    }
  }

  @Test
  void tinyTakesSurviveEveryDamage() {
    for (int frames = 1; frames < 8; frames++) {
      Clip tiny = TRUTH.cut(Frames.first(frames));
      Clip out = Damages.apply(tiny, Damages.USUAL, 3).clip();
      assertThat(out.frames()).isEqualTo(frames);
    }
  }
}
