package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Pops;
import waxhand.core.measure.Standing;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.scene.Scene;

/** The measures by which repairs are judged, on errors of known size. */
class ScoresTest {
  private static final double RATE = 120;
  private static Rehearsal take;
  private static Motion truth;

  @BeforeAll
  static void rehearse() {
    take = Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 8, RATE, 77, 1.75, false, Map.of()));
    truth = Motion.of(take.truth());
  }

  private static Contact heel(int from, int to) {
    return new Contact(ContactPart.LEFT_HEEL, new Frames(from, to));
  }

  private static ContactScore.Count count(List<Contact> found, List<Contact> is) {
    return ContactScore.of(found, is, 1000, RATE).parts().get(ContactPart.LEFT_HEEL);
  }

  @Test
  void contactsAreCountedFrameByFrame() {
    List<Contact> is = List.of(heel(100, 200), heel(400, 500));
    assertThat(count(is, is).f1()).isEqualTo(1);
    ContactScore.Count early = count(List.of(heel(90, 190), heel(400, 500)), is);
    assertThat(early.hits()).isEqualTo(190);
    assertThat(early.wrong()).isEqualTo(10);
    assertThat(early.missed()).isEqualTo(10);
    assertThat(early.f1()).isCloseTo(2 * 190 / (2 * 190 + 20.0), within(1e-12));
    // 50 ms are 6 frames: 4 of each ten are farther from a true end
    assertThat(early.inside().wrong()).isEqualTo(4);
    assertThat(early.inside().missed()).isEqualTo(4);
    assertThat(count(List.of(heel(100, 500)), is).wrong()).isEqualTo(200);
    assertThat(count(List.of(), is).f1()).isZero();
    assertThat(ContactScore.of(List.of(), List.of(), 1000, RATE).parts()).isEmpty();
    ContactScore both =
        ContactScore.of(is, is, 1000, RATE).plus(ContactScore.of(List.of(), is, 1000, RATE));
    assertThat(both.parts().get(ContactPart.LEFT_HEEL).f1()).isCloseTo(2 / 3.0, within(1e-12));
    // what is beyond the take counts for nothing
    assertThat(
            count(
                    List.of(heel(100, 200), heel(400, 5000)),
                    List.of(heel(100, 200), heel(400, 5000)))
                .hits())
        .isEqualTo(700);
  }

  /** The root moved by so much in some frames, along an axis. */
  private static Motion moved(int from, int to, int axis, double by) {
    Clip clip = truth.clip();
    double[] p = new double[3 * clip.frames()];
    clip.translation(0).read(clip.allFrames(), p);
    for (int f = from; f < to; f++) {
      p[3 * f + axis] += by;
    }
    return truth.with(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
  }

  private static Motion drifting(double metresASecond) {
    Clip clip = truth.clip();
    double[] p = new double[3 * clip.frames()];
    clip.translation(0).read(clip.allFrames(), p);
    for (int f = 0; f < clip.frames(); f++) {
      p[3 * f] += metresASecond * f / RATE;
    }
    return truth.with(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
  }

  @Test
  void theTruthStandsStill() {
    Standing standing = Standing.of(truth, take.contacts());
    assertThat(standing.insideMms()).isLessThan(0.5);
    assertThat(standing.driftMm()).isLessThan(0.1);
    assertThat(standing.floatMm()).isLessThan(0.2);
    assertThat(standing.sinkMm()).isLessThan(1.1);
  }

  @Test
  void slidesDriftsAndHeightsHaveTheSizeTheyWereMadeWith() {
    Standing slid = Standing.of(drifting(0.05), take.contacts());
    assertThat(slid.speedMms()).isCloseTo(50, within(1.0));
    assertThat(slid.insideMms()).isCloseTo(50, within(1.0));
    Contact longest =
        take.contacts().stream()
            .filter(c -> c.part().isSole())
            .max((a, b) -> Integer.compare(a.frames().count(), b.frames().count()))
            .orElseThrow();
    Standing one = Standing.of(drifting(0.05), List.of(longest));
    double half = 50 * longest.frames().count() / RATE / 2;
    assertThat(one.driftMm()).isBetween(half - 4, half + 4);
    Standing high = Standing.of(moved(0, truth.clip().frames(), 1, 0.02), take.contacts());
    assertThat(high.floatMm()).isCloseTo(20, within(0.3));
    assertThat(high.sinkMm()).isZero();
    Standing deep = Standing.of(moved(200, 260, 1, -0.03), take.contacts());
    assertThat(deep.sinkMm()).isCloseTo(30, within(1.2));
    assertThat(Standing.of(truth, List.of()).speedMms()).isNaN();
  }

  @Test
  void swingsAreMeasuredWhereNoPartOfAFootRests() {
    assertThat(SwingScore.errorMm(truth, truth, take.contacts())).isZero();
    Motion off = moved(0, truth.clip().frames(), 2, 0.013);
    assertThat(SwingScore.errorMm(truth, off, take.contacts())).isCloseTo(13, within(1e-9));
    Contact first =
        take.contacts().stream()
            .filter(c -> c.frames().from() == 0 && c.part() == ContactPart.LEFT_BALL)
            .findFirst()
            .orElseThrow();
    Contact other =
        take.contacts().stream()
            .filter(c -> c.frames().from() == 0 && c.part() == ContactPart.RIGHT_BALL)
            .findFirst()
            .orElseThrow();
    int both = Math.min(first.frames().to(), other.frames().to());
    Motion standing = moved(0, both, 2, 0.2);
    assertThat(SwingScore.errorMm(truth, standing, take.contacts()))
        .as("while both feet stand")
        .isZero();
  }

  /** A knee that is bent for three frames and let go snaps harder than any that walks. */
  @Test
  void aSnapOfAKneeIsAPop() {
    double walks = Pops.peak(truth, true);
    int knee = truth.clip().skeleton().indexOf("LeftShin");
    double[] snap = new double[4];
    Quats.exp(new double[] {Math.toRadians(35), 0, 0}, 0, snap, 0);
    double[] q = new double[4 * 4];
    truth.clip().rotation(knee).read(new Frames(100, 104), q);
    for (int n = 0; n < 4; n++) {
      Quats.multiply(q, 4 * n, snap, 0, q, 4 * n);
    }
    Clip clip =
        truth.clip().withRotation(knee, truth.clip().rotation(knee).with(new Frames(100, 104), q));
    assertThat(Pops.peak(truth.with(clip), true)).isGreaterThan(2 * walks);
    assertThat(Pops.peak(truth.with(clip), false)).as("elbows").isEqualTo(Pops.peak(truth, false));
  }

  @Test
  void mendsAreCountedByKind() {
    Rehearsal hurt =
        Rehearsal.of(
            new Rehearsal.Order(
                Scene.DECK_WALK, 8, RATE, 77, 1.75, false, Map.of("spike", 2.0, "freeze", 1.0)));
    MendScore score = MendScore.of(Motion.of(hurt.truth()), Motion.of(hurt.raw()));
    long spikes = hurt.faults().stream().filter(f -> f.kind().equals("spike")).count();
    MendScore.Mends mends = score.kinds().get(waxhand.core.survey.FindingKind.SPIKE);
    assertThat(mends.findings()).isBetween((int) spikes - 1, (int) spikes);
    assertThat(mends.gone()).isEqualTo(mends.offered()).isEqualTo(mends.findings());
    assertThat(mends.error(0.5)).as("nearer to the truth").isLessThan(0.5);
    MendScore twice = score.plus(score);
    assertThat(twice.kinds().get(waxhand.core.survey.FindingKind.SPIKE).findings())
        .isEqualTo(2 * mends.findings());
  }
}
