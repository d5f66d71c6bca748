package waxhand.core.passes.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Floor;
import waxhand.core.contact.FloorPlane;
import waxhand.core.contact.Ground;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Unreached;
import waxhand.core.work.Work;

/** Bodies and takes plants were not made for: nothing explodes. */
class PlantsLimitsTest {
  /** A motion of a skeleton that sways a little; its root stands at 0.95 m or is turned. */
  private static Motion swaying(Skeleton skeleton, int frames, double[] rootTurn, double heightM) {
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      double[] q = new double[4 * frames];
      double[] p = new double[3 * frames];
      for (int f = 0; f < frames; f++) {
        double slow = 0.06 * Math.sin(0.05 * f + j);
        Quats.exp(new double[] {slow, 0.3 * slow, 0}, 0, q, 4 * f);
        if (skeleton.parent(j) < 0) {
          Quats.multiply(rootTurn, 0, q, 4 * f, q, 4 * f);
        }
        p[3 * f] = 0.002 * f;
        p[3 * f + 1] = heightM;
      }
      rotations.add(Track.of(TrackType.ROTATION, q));
      translations.add(skeleton.parent(j) < 0 ? Track.of(TrackType.TRANSLATION, p) : null);
    }
    return Motion.of(new Clip(skeleton, 60, rotations, translations));
  }

  private static final double[] UPRIGHT = {0, 0, 0, 1};

  /** Every frame of every part of both feet, overlapping and touching. */
  private static PlantsPass everything(int frames) {
    PlantsPass pass = PlantsPass.KIND.defaults();
    for (ContactPart part : ContactPart.values()) {
      pass =
          pass.plus(Plant.found(part, new Frames(0, frames), 10, 10))
              .plus(Plant.found(part, new Frames(20, 50), 400, 0))
              .plus(Plant.found(part, new Frames(50, 51), 0, 400));
    }
    return pass;
  }

  private static void staysABody(Motion in, PlantsPass pass, double mostM) {
    Motion out = Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    WorldPose a = new WorldPose(in.clip().skeleton());
    WorldPose b = new WorldPose(in.clip().skeleton());
    for (int f = 0; f < in.clip().frames(); f++) {
      a.solve(in.clip(), f);
      b.solve(out.clip(), f);
      for (int i = 0; i < a.positions().length; i++) {
        assertThat(b.positions()[i]).as("frame %d number %d", f, i).isFinite();
        assertThat(Math.abs(b.positions()[i] - a.positions()[i]))
            .as("frame %d joint %d", f, i / 3)
            .isLessThan(mostM);
      }
      for (int j = 0; j < in.clip().skeleton().size(); j++) {
        double[] q = new double[4];
        out.clip().rotation(j).read(f, q, 0);
        assertThat(Quats.dot(q, 0, q, 0)).isCloseTo(1, within(1e-9));
      }
    }
  }

  @Test
  void feetWithoutToesOneLegAndNoLegs() {
    for (String[] gone :
        new String[][] {
          {"Toe"}, {"LeftUpLeg", "LeftLeg", "LeftFoot", "LeftToe"}, {"UpLeg", "Leg", "Foot", "Toe"}
        }) {
      Motion in = swaying(Samples.bodyWithout(gone), 90, UPRIGHT, 0.95);
      staysABody(in, PlantsPass.KIND.defaults(), 0.35);
      staysABody(in, everything(90), 0.6);
    }
    Motion none = swaying(Samples.bodyWithout("UpLeg", "Leg", "Foot", "Toe"), 20, UPRIGHT, 0.95);
    assertThat(Plate.of("p", PlantsPass.KIND.defaults()).complaint(none)).isPresent();
  }

  @Test
  void contactsAllOverTheTakeTouchingAndOverlapping() {
    staysABody(swaying(Samples.body(), 120, UPRIGHT, 0.95), everything(120), 0.6);
    staysABody(swaying(Samples.body(), 3, UPRIGHT, 0.95), everything(3), 0.6);
  }

  @Test
  void bodiesThatLieOrSitOrStandOnTheirHeads() {
    double h = Math.sqrt(0.5);
    for (double[] turn : new double[][] {{h, 0, 0, h}, {-h, 0, 0, h}, {1, 0, 0, 0}, {0, 0, h, h}}) {
      for (double height : new double[] {0.1, 0.5, 1.2}) {
        staysABody(swaying(Samples.body(), 60, turn, height), PlantsPass.KIND.defaults(), 0.5);
      }
    }
  }

  @Test
  void bonesWithoutLength() {
    Skeleton body = Samples.body();
    List<Joint> joints = new ArrayList<>();
    for (Joint joint : body.joints()) {
      boolean shin = joint.name().equals("LeftFoot");
      joints.add(shin ? Samples.joint(joint.name(), joint.parent(), 0, 0, 0) : joint);
    }
    Motion in = swaying(new Skeleton(joints), 60, UPRIGHT, 0.95);
    staysABody(in, everything(60), 1);
  }

  /** A spot a metre away: the body gives way as far as legs hold, and a finding says so. */
  @Test
  void aSpotAMetreAwayIsToldOf() {
    Motion in = swaying(Samples.body(), 90, UPRIGHT, 0.95);
    Plant far =
        Plant.found(ContactPart.LEFT_BALL, new Frames(30, 60), 10, 10)
            .withMove(new Plant.Move(1, 0, 0.4, 0));
    PlantsPass pass = PlantsPass.KIND.defaults().plus(far);
    staysABody(in, pass, 1.2);
    Stages stages = new Evaluator(in).evaluate(Chain.of(Plate.of("p", pass)), Work.UNWATCHED);
    List<Finding> short1 = Unreached.of(stages);
    assertThat(short1).isNotEmpty().allMatch(f -> f.kind() == FindingKind.SHORT);
    Finding worst = short1.stream().max(Comparator.comparingDouble(Finding::size)).orElseThrow();
    assertThat(worst.text()).startsWith("Left toes stay ").contains("where Plants has them");
    assertThat(worst.size()).isBetween(100.0, 1100.0);
    PlantsPass alone = PlantsPass.KIND.defaults();
    assertThat(
            Unreached.of(
                new Evaluator(in).evaluate(Chain.of(Plate.of("p", alone)), Work.UNWATCHED)))
        .isEmpty();
  }

  /** Free feet are kept out of the floor as soon as something rests, and that is said. */
  @Test
  void theFirstPlantCanBeFeltWhereverAFreeFootIsInTheFloor() {
    Motion in = swaying(Samples.body(), 400, UPRIGHT, 0.95);
    Map<String, Object> values = PlantsPass.KIND.plain(PlantsPass.KIND.defaults());
    values.put("floorM", 0.3);
    values.put("follow", 0.0);
    PlantsPass nothing = PlantsPass.KIND.of(values);
    Plant plant = Plant.found(ContactPart.LEFT_BALL, new Frames(100, 120), 10, 10);
    Place whole = Plate.of("p", nothing).place();
    Frames all = in.clip().allFrames();
    Planted before = nothing.prepared(in, whole);
    Planted after = nothing.plus(plant).prepared(in, whole, before);
    assertThat(before.contacts()).isEmpty();
    Clip was = before.apply(in, all, Work.UNWATCHED).clip();
    Clip is = after.apply(in, all, Work.UNWATCHED).clip();
    int leg = in.body().joint(Role.RIGHT_THIGH).orElseThrow();
    assertThat(was.rotation(leg)).isSameAs(in.clip().rotation(leg));
    assertThat(is.rotation(leg).sameAt(390, was.rotation(leg))).isFalse();
    assertThat(after.differing(before, all).contains(390)).isTrue();
  }

  @Test
  void aTiltedFloorIsFoundAndALevelOneStaysLevel() {
    for (double deg : new double[] {0, 4}) {
      double tilt = Math.toRadians(deg);
      Motion walk = walking(tilt);
      FloorPlane floor = Ground.found(walk, Floor.rounded(walk)).floor();
      assertThat(Math.toDegrees(Math.atan(floor.slopeX()))).isCloseTo(deg, within(0.5));
      assertThat(floor.slopeZ()).isCloseTo(0, within(0.01));
    }
  }

  /** A body that stands for a while every half metre along x, on a floor that rises that way. */
  private static Motion walking(double tilt) {
    Motion still = swaying(Samples.body(), 600, UPRIGHT, 0.95);
    double[] p = new double[1800];
    for (int f = 0; f < 600; f++) {
      int place = f / 100;
      double go = Math.min(1, (f % 100) / 30.0);
      double x = 0.5 * (place + go);
      p[3 * f] = x;
      p[3 * f + 1] = 0.95 + x * Math.tan(tilt) + (go < 1 ? 0.1 * Math.sin(Math.PI * go) : 0);
    }
    return still.with(still.clip().withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
  }

  /** Heights with keys lift the whole body and leave its pose. */
  @Test
  void aHeightWithKeysLiftsTheWholeBody() {
    Motion in = swaying(Samples.body(), 100, UPRIGHT, 0.95);
    LevelPass pass =
        LevelPass.KIND.of(
            Map.of(
                "floorM",
                0.0,
                "keys",
                List.of(Map.of("frame", 20.0, "upM", 0.0), Map.of("frame", 60.0, "upM", 0.04))));
    Motion out = Plate.of("l", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    for (int f : new int[] {0, 20, 40, 60, 99}) {
      double wanted = f <= 20 ? 0 : f >= 60 ? 0.04 : 0.02;
      double by = out.clip().translation(0).at(f, 1) - in.clip().translation(0).at(f, 1);
      assertThat(by).isCloseTo(wanted, within(1e-12));
    }
    assertThat(out.clip().rotation(5)).isSameAs(in.clip().rotation(5));
    assertThat(LevelPass.KIND.of(LevelPass.KIND.plain(pass))).isEqualTo(pass);
    assertThat(new Contact(ContactPart.LEFT_TOE, new Frames(0, 1)).part().words())
        .isEqualTo("left toe");
  }
}
