package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class SurveyorTest {
  private static final Motion CALM = Samples.swaying(3000, 120, 0.004, 3);

  private static List<Finding> survey(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }

  private static List<Finding> of(FindingKind kind, List<Finding> findings) {
    return findings.stream().filter(f -> f.kind() == kind).toList();
  }

  private static Motion turned(Motion motion, String joint, Frames run, double x, double y) {
    Clip clip = motion.clip();
    int j = clip.skeleton().indexOf(joint);
    double[] by = new double[4];
    Quats.exp(new double[] {x, y, 0}, 0, by, 0);
    double[] q = new double[4 * run.count()];
    clip.rotation(j).read(run, q);
    for (int n = 0; n < run.count(); n++) {
      Quats.multiply(q, 4 * n, by, 0, q, 4 * n);
    }
    return motion.with(clip.withRotation(j, clip.rotation(j).with(run, q)));
  }

  @Test
  void spikesAndFreezesAreFoundWhereTheyAreAndNowhereElse() {
    Motion faulty = Samples.faulty(CALM);
    List<Finding> findings = survey(faulty);
    List<Finding> spikes = of(FindingKind.SPIKE, findings);
    List<Finding> freezes = of(FindingKind.FREEZE, findings);
    int forearm = faulty.clip().skeleton().indexOf("LeftForeArm");
    assertThat(spikes).hasSize(25);
    assertThat(spikes).allMatch(f -> f.joint() == forearm && f.worst() % 120 == 60);
    assertThat(spikes).allMatch(f -> Math.abs(f.size() - Math.toDegrees(0.8)) < 8);
    assertThat(freezes).hasSize(25);
    assertThat(freezes)
        .allMatch(f -> f.wholeBody() && f.frames().from() % 120 == 72 && f.size() == 10);
    assertThat(spikes.get(0).text()).isEqualTo("Left forearm is off by 46° in one frame.");
    assertThat(of(FindingKind.SPIKE, survey(CALM))).isEmpty();
    assertThat(of(FindingKind.FREEZE, survey(CALM))).isEmpty();
  }

  /** A pose that is reached gently and held is no freeze, however still it is. */
  @Test
  void aHeldPoseIsNoFreeze() {
    Clip clip = Samples.swaying(600, 120, 0, 1).clip();
    Clip held = clip;
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * 600];
      for (int f = 0; f < 600; f++) {
        // into the pose of frame 200 with an eased clock, held, and on from there
        double u = Math.max(0, Math.min(1, (f - 100) / 150.0));
        double v = Math.max(0, Math.min(1, (f - 400) / 150.0));
        double t = f < 100 ? f : 100 + 100 * u * u * (3 - 2 * u) + 100 * v * v * (3 - 2 * v);
        clip.rotation(j).read((int) t, q, 4 * f);
        double[] next = new double[4];
        clip.rotation(j).read(Math.min(599, (int) t + 1), next, 0);
        Quats.slerp(q, 4 * f, next, 0, t - (int) t, q, 4 * f);
      }
      held = held.withRotation(j, Track.of(TrackType.ROTATION, q));
      if (held.hasTranslation(j)) {
        double[] p = new double[3 * 600];
        for (int f = 0; f < 600; f++) {
          p[3 * f + 1] = 0.95;
        }
        held = held.withTranslation(j, Track.of(TrackType.TRANSLATION, p));
      }
    }
    Motion motion = Motion.of(held);
    assertThat(of(FindingKind.FREEZE, survey(motion))).isEmpty();
    assertThat(of(FindingKind.MISSING, survey(motion))).isEmpty();
  }

  @Test
  void aLimbThatIsLostIsMissingWithAllItsParts() {
    Clip clip = CALM.clip();
    Frames run = new Frames(700, 780);
    BitSet top = new BitSet();
    top.set(clip.skeleton().indexOf("LeftArm"));
    BitSet arm = clip.skeleton().below(top);
    for (int j = arm.nextSetBit(0); j >= 0; j = arm.nextSetBit(j + 1)) {
      clip = clip.withRotation(j, Samples.held(clip.rotation(j), run));
    }
    List<Finding> missing = of(FindingKind.MISSING, survey(CALM.with(clip)));
    assertThat(missing).hasSize(1);
    assertThat(missing.get(0).frames()).isEqualTo(run);
    assertThat(missing.get(0).joints()).containsAll(arm.stream().boxed().toList());
    assertThat(missing.get(0).text()).contains("0.67 s");
  }

  @Test
  void afterAnEditOnlyWhatWasTouchedIsLookedAtAgain() {
    Surveyor surveyor = new Surveyor();
    Motion faulty = Samples.faulty(Samples.swaying(12_000, 120, 0.004, 4));
    surveyor.survey(faulty, Work.UNWATCHED);
    long before = surveyor.blocksSurveyed();
    Motion edited = turned(faulty, "RightForeArm", new Frames(6000, 6001), 0, 0.7);
    Survey again = surveyor.survey(edited, Work.UNWATCHED);
    assertThat(surveyor.blocksSurveyed() - before).isBetween(1L, 3L);
    assertThat(again.findings()).isEqualTo(survey(edited));
    assertThat(of(FindingKind.SPIKE, again.findings())).anyMatch(f -> f.worst() == 6000);
    surveyor.survey(edited, Work.UNWATCHED);
    assertThat(surveyor.blocksSurveyed() - before).isLessThanOrEqualTo(3);
  }

  /**
   * Every remedy takes its own finding off the list, and leaves frames and parts beside it alone.
   */
  @Test
  void remediesMendWhatTheyAreFor() {
    Motion bad = turned(CALM, "LeftHand", new Frames(1200, 1290), 2.6, 0);
    bad = turned(bad, "RightForeArm", new Frames(2000, 2001), 0, 0.8);
    Clip clip = bad.clip();
    for (int j = 0; j < clip.skeleton().size(); j++) {
      clip = clip.withRotation(j, Samples.held(clip.rotation(j), new Frames(500, 512)));
    }
    clip = clip.withTranslation(0, Samples.held(clip.translation(0), new Frames(500, 512)));
    Motion motion = bad.with(clip);
    List<Finding> findings = survey(motion);
    List<FindingKind> mended = new ArrayList<>();
    for (Finding f : findings) {
      Optional<Plate> plate = new Remedies(motion, 0).of(f);
      // legs that sway like reeds go through each other all the time
      boolean lasting = f.kind() == FindingKind.JITTER || f.kind() == FindingKind.COLLISION;
      if (plate.isPresent() && !lasting && !f.wholeBody() | f.kind() == FindingKind.FREEZE) {
        Motion out = plate.get().apply(motion, motion.clip().allFrames(), Work.UNWATCHED);
        assertThat(survey(out)).as(f.text()).noneMatch(f::isSameAs);
        assertThat(Samples.sameBits(motion.clip(), out.clip(), 3, 2900)).isTrue();
        mended.add(f.kind());
      }
    }
    assertThat(mended).contains(FindingKind.SPIKE, FindingKind.FREEZE, FindingKind.OVERBEND);
  }

  @Test
  void takesOfAnyKindAreSurveyedWithoutHarm() {
    for (int frames : new int[] {1, 2, 3, 4, 7, 40}) {
      for (double rate : new double[] {10, 1000}) {
        survey(Samples.swaying(frames, rate, 0.01, 1));
      }
    }
    Clip still = Samples.swaying(200, 60, 0, 1).clip();
    for (int j = 0; j < still.skeleton().size(); j++) {
      still = still.withRotation(j, Samples.held(still.rotation(j), still.allFrames()));
    }
    still = still.withTranslation(0, Samples.held(still.translation(0), still.allFrames()));
    assertThat(of(FindingKind.FREEZE, survey(Motion.of(still)))).isEmpty();
    List<Joint> rod = new ArrayList<>();
    rod.add(Samples.joint("a", -1, 0, 1, 0));
    rod.add(Samples.joint("b", 0, 0, 0.1, 0));
    List<Track> turns = List.of(still.rotation(0), still.rotation(1));
    List<Track> translations = new ArrayList<>();
    translations.add(still.translation(0));
    translations.add(null);
    Motion rodMotion = Motion.of(new Clip(new Skeleton(rod), 60, turns, translations));
    assertThat(rodMotion.body().soles()).isEmpty();
    assertThat(survey(rodMotion)).isEmpty();
  }

  @Test
  void severityRisesWithSizeOnOneScale() {
    for (FindingKind kind : FindingKind.values()) {
      assertThat(kind.severity(0)).isZero();
      assertThat(kind.severity(10)).isLessThan(kind.severity(20));
      assertThat(kind.severity(1e6)).isBetween(0.9, 1.0);
      assertThat(FindingKind.of(kind.key())).contains(kind);
    }
  }

  @Test
  void segmentsAreAsFarApartAsGeometrySays() {
    double[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0, 0.5, -1, 2, 0.5, 1, 2, 3, 0, 0, 4, 0, 0};
    assertThat(CollisionWatch.apart(p, 0, 3, 6, 9)).isCloseTo(1, within(1e-12));
    assertThat(CollisionWatch.apart(p, 0, 3, 12, 15)).isCloseTo(2, within(1e-12));
    assertThat(CollisionWatch.apart(p, 0, 3, 18, 21)).isCloseTo(2, within(1e-12));
    assertThat(CollisionWatch.apart(p, 0, 0, 3, 3)).isCloseTo(1, within(1e-12));
  }
}
