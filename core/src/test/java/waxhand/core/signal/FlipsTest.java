package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Remedies;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;

/** Parts that are turned over for a while are found, told and turned back. */
class FlipsTest {
  private static final int FRAMES = 1200;
  private static final double RATE = 120;

  /** A joint that turns over itself in some stretches, in its own frame or its parent's. */
  private static double[] turned(double[] q, List<Frames> stretches, double deg, boolean parents) {
    double[] out = q.clone();
    double half = Math.toRadians(deg) / 2;
    double[] over = {Math.sin(half) * 0.6, Math.sin(half) * 0.8, 0, Math.cos(half)};
    for (Frames run : stretches) {
      for (int f = run.from(); f < run.to(); f++) {
        if (parents) {
          Quats.multiply(over, 0, q, 4 * f, out, 4 * f);
        } else {
          Quats.multiply(q, 4 * f, over, 0, out, 4 * f);
        }
      }
    }
    return out;
  }

  private static double[] samples(Motion motion, int joint) {
    double[] q = new double[4 * motion.clip().frames()];
    motion.clip().rotation(joint).read(motion.clip().allFrames(), q);
    return q;
  }

  @Test
  void stretchesAreFoundToTheFrameAndTurnedBackToWithinTheNoise() {
    Random random = new Random(3);
    int joint = Samples.body().indexOf("LeftHand");
    for (int take = 0; take < 24; take++) {
      Motion noisy = Samples.swaying(FRAMES, RATE, 0.004, take);
      double[] truth = samples(noisy, joint);
      double deg = 75 + 100 * random.nextDouble();
      List<Frames> stretches =
          List.of(
              run(150 + random.nextInt(50), 5 + random.nextInt(75)),
              run(500 + random.nextInt(50), 5 + random.nextInt(75)),
              run(1000 + random.nextInt(50), 5 + random.nextInt(75)));
      double[] q = turned(truth, stretches, deg, take % 2 == 0);
      Flips flips = Flips.of(RATE, Flips.LONGEST_S);
      List<Flips.Flip> found = flips.find(q, FRAMES);
      assertThat(found).extracting(f -> new Frames(f.from(), f.to())).isEqualTo(stretches);
      found.forEach(f -> Flips.mend(q, FRAMES, f));
      double worst = 0;
      for (int f = 0; f < FRAMES; f++) {
        worst = Math.max(worst, Quats.angle(q, 4 * f, truth, 4 * f));
      }
      assertThat(Math.toDegrees(worst)).as("take %d, turned by %.0f°", take, deg).isLessThan(4);
      assertThat(flips.find(truth, FRAMES)).isEmpty();
    }
  }

  private static Frames run(int from, int length) {
    return new Frames(from, from + length);
  }

  @Test
  void aPartThatStaysTurnedOrTurnsQuicklyIsNotFlipped() {
    Motion calm = Samples.swaying(FRAMES, RATE, 0.004, 1);
    double[] truth = samples(calm, 3);
    Flips flips = Flips.of(RATE, Flips.LONGEST_S);
    double[] stays = turned(truth, List.of(new Frames(400, FRAMES)), 160, false);
    assertThat(flips.find(stays, FRAMES)).as("nobody knows which half is right").isEmpty();
    double[] long1 = turned(truth, List.of(new Frames(400, 500)), 160, false);
    assertThat(flips.find(long1, FRAMES)).isEmpty();
    // over and back, 160 degrees in three samples each way
    double[] quick = truth.clone();
    for (int f = 600; f < 630; f++) {
      double share = Math.min(1, Math.min((f - 599) / 3.0, (630 - f) / 3.0));
      double half = Math.toRadians(160) * share / 2;
      double[] turn = {0, Math.sin(half), 0, Math.cos(half)};
      Quats.multiply(truth, 4 * f, turn, 0, quick, 4 * f);
    }
    assertThat(flips.find(quick, FRAMES)).isEmpty();
  }

  /** What freezes while it is turned over is turned back; what only stands still is lost. */
  @Test
  void aFlipMayFreezeOnItsWay() {
    double[] truth = samples(Samples.swaying(FRAMES, RATE, 0.004, 8), 3);
    Flips flips = Flips.of(RATE, Flips.LONGEST_S);
    for (int moves : new int[] {0, 6}) {
      double[] q = turned(truth, List.of(run(492, 14)), 135, false);
      for (int f = 492 + moves + 1; f < 506; f++) {
        System.arraycopy(q, 4 * (492 + moves), q, 4 * f, 4);
      }
      List<Flips.Flip> found = flips.find(q, FRAMES);
      assertThat(found).as("moves for %d frames", moves).hasSize(moves == 0 ? 0 : 1);
      found.forEach(f -> Flips.mend(q, FRAMES, f));
      if (moves > 0) {
        assertThat(found.get(0).from()).isEqualTo(492);
        assertThat(found.get(0).to()).isEqualTo(506);
        assertThat(Math.toDegrees(Quats.angle(q, 4 * 500, truth, 4 * 500))).isLessThan(6);
      }
    }
  }

  /** One inside another, and two of which the second begins before the first is over. */
  @Test
  void flipsInsideAndAcrossOthersAreTurnedBackToo() {
    Motion noisy = Samples.swaying(FRAMES, RATE, 0.003, 6);
    double[] truth = samples(noisy, 3);
    List<List<Frames>> pairs =
        List.of(
            List.of(run(500, 60), run(520, 15)),
            List.of(run(500, 30), run(515, 40)),
            List.of(run(500, 20), run(520, 25)));
    for (List<Frames> pair : pairs) {
      double[] q = turned(truth, pair.subList(0, 1), 150, true);
      double half = Math.toRadians(130) / 2;
      double[] over = {0, 0, Math.sin(half), Math.cos(half)};
      for (int f = pair.get(1).from(); f < pair.get(1).to(); f++) {
        Quats.multiply(over, 0, q, 4 * f, q, 4 * f);
      }
      Flips flips = Flips.of(RATE, Flips.LONGEST_S);
      List<Flips.Flip> found = flips.find(q, FRAMES);
      assertThat(found).as("%s", pair).isNotEmpty();
      Flips.Flip outer = found.get(found.size() - 1);
      assertThat(outer.from()).isEqualTo(500);
      assertThat(outer.to()).isEqualTo(Math.max(pair.get(0).to(), pair.get(1).to()));
      found.forEach(f -> Flips.mend(q, FRAMES, f));
      for (int f = 0; f < FRAMES; f++) {
        double off = Math.toDegrees(Quats.angle(q, 4 * f, truth, 4 * f));
        assertThat(off).as("frame %d of %s", f, pair).isLessThan(8);
      }
    }
  }

  /** Flips among many others are the same whether all of a take is looked at or what is near. */
  @Test
  void whatIsFartherThanTheReachDoesNotMatter() {
    Flips flips = Flips.of(RATE, 0.25);
    Random random = new Random(8);
    int compared = 0;
    for (int take = 0; take < 40; take++) {
      double[] q = samples(Samples.swaying(FRAMES, RATE, 0.002, take), 3);
      for (int n = 0; n < 25; n++) {
        Frames run = run(20 + random.nextInt(FRAMES - 60), 3 + random.nextInt(30));
        q = turned(q, List.of(run), 80 + 90 * random.nextDouble(), random.nextBoolean());
      }
      Frames inner = run(500, 150);
      int from = inner.from() - flips.reach();
      int count = inner.count() + 2 * flips.reach();
      double[] near = Arrays.copyOfRange(q, 4 * from, 4 * (from + count));
      List<Flips.Flip> there =
          flips.find(q, FRAMES).stream()
              .filter(f -> f.from() < inner.to() && f.to() > inner.from())
              .toList();
      List<Flips.Flip> here =
          flips.find(near, count).stream()
              .map(
                  f ->
                      new Flips.Flip(
                          f.from() + from,
                          f.to() + from,
                          f.angleRad(),
                          f.turns().stream().map(t -> t + from).toList()))
              .filter(f -> f.from() < inner.to() && f.to() > inner.from())
              .toList();
      assertThat(here).isEqualTo(there);
      compared += here.size();
    }
    assertThat(compared).isGreaterThan(20);
  }

  @Test
  void theSurveyTellsAFlipOnceAndItsRemedyTakesItOut() {
    Motion calm = Samples.swaying(FRAMES, RATE, 0.001, 2);
    int joint = calm.clip().skeleton().indexOf("LeftHand");
    // longer than blocks of the survey reach into each other
    double[] q = turned(samples(calm, joint), List.of(new Frames(760, 830)), 150, false);
    Clip clip = calm.clip().withRotation(joint, Track.of(TrackType.ROTATION, q));
    Motion raw = calm.with(clip);
    Survey survey = new Surveyor().survey(raw, Work.UNWATCHED);
    List<Finding> hand = survey.findings().stream().filter(f -> f.joint() == joint).toList();
    assertThat(hand).as("and nothing that follows from it").hasSize(1);
    Finding flip = hand.get(0);
    assertThat(flip.kind()).isEqualTo(FindingKind.FLIP);
    assertThat(flip.frames()).isEqualTo(new Frames(760, 830));
    assertThat(flip.text()).contains("turned over by 150° for 70 frames");
    Plate remedy = new Remedies(raw, survey.floorM()).of(flip).orElseThrow();
    assertThat(remedy.pass()).isInstanceOf(DespikePass.class);
    Motion mended = remedy.apply(raw, clip.allFrames(), Work.UNWATCHED);
    assertThat(new Surveyor().survey(mended, Work.UNWATCHED).findings())
        .noneMatch(f -> f.joint() == joint);
    assertThat(Samples.sameBits(raw.clip(), mended.clip(), joint, 759)).isTrue();
    assertThat(Samples.sameBits(raw.clip(), mended.clip(), joint, 830)).isTrue();
  }
}
