package waxhand.core.passes.character;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntToDoubleFunction;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Skin;
import waxhand.core.character.Wardrobe;
import waxhand.core.character.Worn;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.KnownContacts;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.CarriedOver;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PartTurn;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** A take on other bodies: told by where bones point, where feet stand, and the way back. */
class RetargetTest {
  private static final RetargetPass BARE =
      new RetargetPass(
          "other", Travel.SCALED, new Holds(0, 0, 0, 0, 0), 0, BodyMap.FOUND, Match.FOUND);

  private static Motion put(Motion in, RetargetPass pass) {
    return Plate.of("retarget", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static Character character(String name, Skeleton skeleton) {
    return new Character(name, Body.of(skeleton), Optional.empty(), Optional.empty());
  }

  private static Motion with(Motion in, Character... characters) {
    Wardrobe wardrobe = Wardrobe.OURS;
    for (Character c : characters) {
      wardrobe = wardrobe.with(c);
    }
    return in.with(wardrobe);
  }

  /** A part of one that bends by a share. Modified: turn. */
  private static void bend(Role role, double s, int f, int frames, Quaterniond turn) {
    double x = role.side() == Side.LEFT ? -1 : 1;
    if (role.name().endsWith("THIGH") || role.name().endsWith("FOOT")) {
      turn.rotateX(-0.8 * s);
    } else if (role.name().endsWith("SHIN")) {
      turn.rotateX(1.6 * s);
    } else if (role.name().endsWith("UPPER_ARM")) {
      turn.rotateZ(x * (0.6 + 0.5 * s)).rotateY(0.3 * s);
    } else if (role.name().endsWith("FOREARM")) {
      turn.rotateY(x * s);
    } else if (role.name().startsWith("SPINE")) {
      turn.rotateX(0.15 * s).rotateY(0.2 * Math.sin(4 * Math.PI * f / frames));
    } else if (role == Role.CHEST || role == Role.HEAD) {
      turn.rotateX(0.2 * s);
    }
  }

  /** One that bends its limbs, squats and turns, on the stoker. */
  static Motion bending(int frames) {
    Body body = LayFigures.named("stoker").orElseThrow().body();
    Skeleton skeleton = body.skeleton();
    Vector3d hips = skeleton.restPositions()[0];
    double shank = skeleton.joint(skeleton.indexOf("left-shin")).offset().length();
    IntToDoubleFunction bent = f -> 0.5 - 0.5 * Math.cos(2 * Math.PI * f / frames);
    Motion motion =
        Samples.told(
            body,
            frames,
            60,
            (j, f, turn) ->
                body.role(j).ifPresent(r -> bend(r, bent.applyAsDouble(f), f, frames, turn)),
            // the feet stay: thigh and shin lean the same way
            f ->
                new Vector3d(
                    0, hips.y - 2 * shank * (1 - Math.cos(0.8 * bent.applyAsDouble(f))), 0));
    List<Contact> contacts = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      for (int place = 0; place < 3; place++) {
        contacts.add(new Contact(ContactPart.ofSole(side, place), motion.clip().allFrames()));
      }
    }
    return motion.with(new KnownContacts(FrameSet.of(motion.clip().allFrames()), contacts));
  }

  @Test
  void onTheSameBodyATakeIsAsItWas() {
    Motion in = Samples.swaying(300, 60, 0, 0);
    Motion on = put(with(in, character("other", in.clip().skeleton())), BARE);
    assertThat(Comparison.of(in, on, List.of()).positionRmsMm()).isLessThan(1e-6);
    assertThat(Worn.by(on).orElseThrow().name()).isEqualTo("other");
  }

  @Test
  void bonesPointAsTheyPointedWhateverPoseABodyRestsIn() {
    Motion in = bending(240);
    Character pilot = LayFigures.named("pilot").orElseThrow();
    for (Character target : List.of(pilot, resting(pilot, 80), resting(pilot, -90))) {
      Motion on = put(with(in, target), BARE.withCharacter(target.name()));
      CarriedOver over = CarriedOver.of(in, on, List.of(), 0);
      assertThat(over.directionDeg()).as(target.name()).isLessThan(1e-4);
      assertThat(over.kneePeak()).isLessThan(1.001);
      Motion back = put(with(on, character("back", in.clip().skeleton())), backTo());
      assertThat(Comparison.of(in, back, List.of()).poseRmsMm()).isLessThan(1);
    }
  }

  private static RetargetPass backTo() {
    return new RetargetPass(
        "back", Travel.SCALED, new Holds(0, 0, 0, 0, 0), 0, BodyMap.FOUND, Match.FOUND);
  }

  /** The same body with its arms turned forwards or down at rest, degrees. */
  private static Character resting(Character of, double deg) {
    Skeleton skeleton = of.body().skeleton();
    List<Joint> joints = new ArrayList<>();
    for (Joint joint : skeleton.joints()) {
      boolean arm = joint.name().endsWith("upper-arm");
      double side = joint.name().startsWith("left") ? 1 : -1;
      Quaterniond rest = new Quaterniond(joint.rest());
      if (arm && deg > 0) {
        rest.premul(new Quaterniond().rotateZ(-side * Math.toRadians(deg)));
      } else if (arm) {
        rest.premul(new Quaterniond().rotateY(side * Math.toRadians(deg)));
      }
      joints.add(
          new Joint(
              joint.name(), joint.parent(), joint.offset(), rest, joint.moves(), joint.tip()));
    }
    return character("resting " + deg, new Skeleton(joints));
  }

  /** The same body that rests as it stands in a frame of a take. */
  private static Character restingAsIn(Motion in, int frame) {
    List<Joint> joints = new ArrayList<>();
    double[] q = new double[4];
    for (int j = 0; j < in.clip().skeleton().size(); j++) {
      Joint is = in.clip().skeleton().joint(j);
      in.clip().rotation(j).read(frame, q, 0);
      Quaterniond rest = new Quaterniond(q[0], q[1], q[2], q[3]);
      joints.add(new Joint(is.name(), is.parent(), is.offset(), rest, is.moves(), is.tip()));
    }
    return character("other", new Skeleton(joints));
  }

  /** A take that looks another way all through. */
  private static Motion looking(Motion in, double rad) {
    int frames = in.clip().frames();
    double[] q = new double[4 * frames];
    for (int f = 0; f < frames; f++) {
      q[4 * f + 1] = Math.sin(rad / 2);
      q[4 * f + 3] = Math.cos(rad / 2);
    }
    return in.with(in.clip().withRotation(0, Track.of(TrackType.ROTATION, q)));
  }

  @Test
  void anyFrameCanBeTheMatchOfARestThatIsNoPose() {
    Motion in = bending(240);
    Character squats = restingAsIn(in, 90);
    Motion turned = looking(in, 0.7);
    Match match = Match.FOUND.withFrame(OptionalInt.of(90));
    Motion on = put(with(turned, squats), BARE.withMatch(match));
    assertThat(CarriedOver.of(turned, on, List.of(), 0).directionDeg()).isLessThan(1e-4);
    assertThat(Comparison.of(turned, on, List.of()).poseRmsMm()).isLessThan(1e-3);
    // of the same take another frame is another match
    Motion wrong =
        put(with(turned, squats), BARE.withMatch(match.withFrame(OptionalInt.of(150 + 500))));
    assertThat(CarriedOver.of(turned, wrong, List.of(), 0).directionDeg()).isGreaterThan(5);
  }

  @Test
  void aPartTurnedForTheMatchTakesWithItWhatItCarries() {
    Motion in = bending(120);
    Motion with = with(in, LayFigures.named("pilot").orElseThrow().withName("other"));
    Motion plain = put(with, BARE);
    PartTurn turn = PartTurn.none(Role.LEFT_UPPER_ARM).withAbout(2, 20);
    Motion on = put(with, BARE.withMatch(Match.FOUND.with(turn)));
    WorldPose was = new WorldPose(plain.clip().skeleton());
    WorldPose is = new WorldPose(plain.clip().skeleton());
    for (int f = 0; f < 120; f += 17) {
      was.solve(plain.clip(), f);
      is.solve(on.clip(), f);
      for (var e : on.body().joints().entrySet()) {
        int at = 4 * e.getValue();
        double dot = 0;
        for (int i = 0; i < 4; i++) {
          dot += was.rotations()[at + i] * is.rotations()[at + i];
        }
        double deg = Math.toDegrees(2 * Math.acos(Math.min(1, Math.abs(dot))));
        String key = e.getKey().name();
        boolean carried =
            key.startsWith("LEFT_")
                && (key.contains("ARM") || key.contains("HAND") || e.getKey().isFinger());
        assertThat(deg).as(key).isCloseTo(carried ? 20 : 0, within(1e-4));
      }
    }
    // told of in files as it is
    RetargetPass pass = BARE.withMatch(Match.FOUND.with(turn).withFrame(OptionalInt.of(7)));
    RetargetPass again = BARE;
    for (var setting : RetargetPass.KIND.settings()) {
      again = setting.with(again, setting.plain(pass));
    }
    assertThat(again).isEqualTo(pass);
    assertThat(RetargetPass.KIND.shared(pass).match().frame()).isEmpty();
  }

  /** What a hand sees turn about an axis of the world does. */
  @Test
  void aPartIsTurnedForTheMatchAboutAnAxisAsItIsSeen() {
    Motion in = with(bending(240));
    Match match =
        Match.FOUND.withTurns(
            List.of(
                new PartTurn(Role.LEFT_UPPER_ARM, 10, -20, 15),
                new PartTurn(Role.LEFT_FOREARM, 5, 0, 30)));
    RetargetPass pass = BARE.withCharacter("pilot").withMatch(match);
    Retargeted ready = (Retargeted) pass.prepared(in, Place.ALL);
    Motion before = put(in, pass);
    int frame = 90;
    Vector3d axis = new Vector3d(0.3, -0.5, 0.8).normalize();
    for (Role role : List.of(Role.LEFT_FOREARM, Role.LEFT_UPPER_ARM, Role.RIGHT_THIGH)) {
      int joint = before.body().joint(role).orElseThrow();
      Quaterniond was = turned(before, joint, frame);
      Vector3d own =
          new Quaterniond(was)
              .mul(ready.transfer().matchAxes(joint))
              .transformInverse(new Vector3d(axis));
      Motion after = put(in, pass.withMatch(match.with(match.of(role).by(own, 0.25))));
      Quaterniond by = turned(after, joint, frame).mul(was.conjugate());
      Quaterniond wanted = new Quaterniond().rotateAxis(0.25, axis);
      assertThat(Math.abs(by.dot(wanted))).as(role.words()).isCloseTo(1, within(1e-9));
    }
  }

  private static Quaterniond turned(Motion motion, int joint, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    double[] q = pose.rotations();
    return new Quaterniond(q[4 * joint], q[4 * joint + 1], q[4 * joint + 2], q[4 * joint + 3]);
  }

  @Test
  void feetStandOnOtherLegs() {
    Motion in = bending(240);
    for (String name : LayFigures.NAMES) {
      Motion on = put(in, RetargetPass.to(name));
      CarriedOver over = CarriedOver.of(in, on, KnownContacts.of(on).contacts(), 0);
      assertThat(over.speedMms()).as(name).isLessThan(1);
      assertThat(over.floatMm()).isLessThan(1);
      assertThat(over.sinkMm()).isLessThan(1);
      assertThat(over.directionDeg()).isLessThan(2);
      assertThat(over.kneePeak()).isLessThan(1.25);
      assertThat(KnownContacts.of(on).contacts()).hasSize(6);
    }
  }

  @Test
  void aSpineOfMoreJointsBendsAllAlongAndEndsAsTheOther() {
    Motion in = bending(120);
    Motion on = put(in, RetargetPass.to("pilot"));
    int frame = 60;
    WorldPose a = new WorldPose(in.clip().skeleton());
    WorldPose b = new WorldPose(on.clip().skeleton());
    a.solve(in.clip(), frame);
    b.solve(on.clip(), frame);
    double whole = lean(a, in, "chest");
    assertThat(lean(b, on, "chest")).isCloseTo(whole, within(1e-9));
    double before = lean(b, on, "hips");
    for (String joint : List.of("spine-1", "spine-2", "spine-3", "spine-4", "chest")) {
      double now = lean(b, on, joint);
      assertThat(now - before).as(joint).isBetween(0.05 * whole, 0.6 * whole);
      before = now;
    }
  }

  /** How far a joint is turned in the world from how it rests, radians. */
  private static double lean(WorldPose pose, Motion of, String joint) {
    int j = of.clip().skeleton().indexOf(joint);
    double[] q = pose.rotations();
    Quaterniond turn =
        new Quaterniond(q[4 * j], q[4 * j + 1], q[4 * j + 2], q[4 * j + 3])
            .mul(of.clip().skeleton().restRotation(j).conjugate());
    return 2 * Math.acos(Math.min(1, Math.abs(turn.w)));
  }

  @Test
  void travelIsScaledKeptOrTakenAway() {
    Motion in = walking(600);
    Motion scaled = put(in, RetargetPass.to("pilot"));
    Motion kept = put(in, RetargetPass.to("pilot").withTravel(Travel.KEPT));
    Motion still = put(in, RetargetPass.to("pilot").withTravel(Travel.IN_PLACE));
    double way = way(in);
    double legs = scaled.body().heightM() * 0.545 / (in.body().heightM() * 0.48);
    assertThat(way(scaled) / way).isCloseTo(legs, within(0.02));
    assertThat(way(kept)).isCloseTo(way, within(0.03));
    assertThat(Math.abs(way(still))).isLessThan(0.3);
    assertThat(KnownContacts.of(still)).isEqualTo(KnownContacts.NONE);
  }

  @Test
  void inPlaceItIsALoopWhereItsEndsAreAlike() {
    Motion in = walking(600);
    RetargetPass loop = RetargetPass.to("pilot").withTravel(Travel.LOOP);
    Motion round = in.with(in.clip().cut(new Frames(0, 540)));
    Motion open = put(round, loop.withTravel(Travel.IN_PLACE));
    Motion closed = put(round, loop);
    assertThat(apartMm(open, 539, open, 0)).isGreaterThan(10);
    assertThat(apartMm(closed, 539, closed, 0)).isLessThan(1e-6);
    // half is taken at either end and nothing in the middle, and it takes no leap
    double ends = apartMm(open, 539, open, 0);
    assertThat(apartMm(open, 0, closed, 0)).isCloseTo(ends / 2, within(0.2 * ends));
    assertThat(apartMm(open, 270, closed, 270)).isLessThan(ends / 500);
    for (int f = 1; f < 540; f++) {
      assertThat(apartMm(closed, f, closed, f - 1))
          .isLessThan(apartMm(open, f, open, f - 1) + 3 * ends / 540);
    }
    Plate plate = Plate.of("retarget", loop);
    assertThat(plate.complaint(round)).isEmpty();
    // from upright to the deepest it does not come round: it stays open and says so
    Motion half = in.with(in.clip().cut(new Frames(0, 300)));
    assertThat(plate.complaint(half).orElseThrow()).contains("no loop").contains("shin");
    Motion left = put(half, loop);
    Motion same = put(half, loop.withTravel(Travel.IN_PLACE));
    assertThat(Comparison.of(same, left, List.of()).positionRmsMm()).isLessThan(1e-6);
  }

  /** How far joints are apart at most, millimetres. */
  private static double apartMm(Motion a, int f, Motion b, int g) {
    WorldPose one = new WorldPose(a.clip().skeleton());
    WorldPose other = new WorldPose(b.clip().skeleton());
    one.solve(a.clip(), f);
    other.solve(b.clip(), g);
    double worst = 0;
    for (int j = 0; j < a.clip().skeleton().size(); j++) {
      double x = one.x(j) - other.x(j);
      double y = one.y(j) - other.y(j);
      double z = one.z(j) - other.z(j);
      worst = Math.max(worst, 1000 * Math.sqrt(x * x + y * y + z * z));
    }
    return worst;
  }

  /** The bending one, carried along z. */
  private static Motion walking(int frames) {
    Motion in = bending(frames);
    Track track = in.clip().translation(0);
    double[] p = new double[3 * frames];
    track.read(in.clip().allFrames(), p);
    for (int f = 0; f < frames; f++) {
      p[3 * f + 2] += 2.0 * f / frames;
    }
    Clip clip = in.clip().withTranslation(0, track.with(in.clip().allFrames(), p));
    return in.with(clip).with(new KnownContacts(FrameSet.of(clip.allFrames()), List.of()));
  }

  private static double way(Motion motion) {
    int hips = motion.body().joint(Role.HIPS).orElseThrow();
    Track track = motion.clip().translation(hips);
    return track.at(motion.clip().frames() - 1, 2) - track.at(0, 2);
  }

  @Test
  void pairsCanBeChangedAndLeftOut() {
    Motion in = bending(60);
    BodyMap map =
        BodyMap.FOUND
            .with(Role.LEFT_FOREARM, Optional.empty())
            .with(Role.HEAD, Optional.of("neck-2"));
    Motion on = put(in, RetargetPass.to("pilot").withMap(map));
    int fore = on.clip().skeleton().indexOf("left-forearm");
    var rest = on.clip().skeleton().joint(fore).rest();
    assertThat(on.clip().rotation(fore).isConstant(rest.x(), rest.y(), rest.z(), rest.w()))
        .isTrue();
    assertThat(on.body().joint(Role.HEAD)).hasValue(on.clip().skeleton().indexOf("neck-2"));
    var pass = RetargetPass.to("pilot").withMap(map);
    assertThat((Object) RetargetPass.KIND.of(RetargetPass.KIND.plain(pass))).isEqualTo(pass);
  }

  @Test
  void withoutACharacterOrABodyNothingHappensAndThatIsSaid() {
    Motion in = bending(30);
    Plate nobody = Plate.of("r", RetargetPass.to("nobody"));
    assertThat(nobody.apply(in, in.clip().allFrames(), Work.UNWATCHED)).isSameAs(in);
    assertThat(nobody.prepared(in).full().complaint().orElseThrow()).contains("'nobody'");
    Skeleton heap =
        new Skeleton(
            List.of(
                new Joint("a", -1, new Vector3d(), true, Optional.empty()),
                new Joint("b", -1, new Vector3d(1, 0, 0), true, Optional.empty())));
    Track still = Track.of(TrackType.ROTATION, new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1});
    Track at = Track.of(TrackType.TRANSLATION, new double[9]);
    Motion none = Motion.of(new Clip(heap, 30, List.of(still, still), List.of(at, at)));
    Plate stoker = Plate.of("r", RetargetPass.to("stoker"));
    assertThat(stoker.apply(none, none.clip().allFrames(), Work.UNWATCHED)).isSameAs(none);
    assertThat(stoker.prepared(none).full().complaint().orElseThrow()).contains("No body");
  }

  @Test
  void anEvaluatorChangesBodiesThereAndBack() {
    Motion in = bending(600);
    Evaluator evaluator = new Evaluator(in, 1000);
    Plate retarget = Plate.of("r", RetargetPass.to("pilot"));
    Chain chain = Chain.of(retarget);
    Motion on = evaluator.evaluate(chain, Work.UNWATCHED).result();
    assertThat(Samples.sameBits(on.clip(), put(in, RetargetPass.to("pilot")).clip(), 3, 300))
        .isTrue();
    Chain muted = chain.changed("r", p -> p.withMuted(true));
    assertThat(evaluator.evaluate(muted, Work.UNWATCHED).result().clip()).isSameAs(in.clip());
    Motion other =
        evaluator
            .evaluate(
                chain.changed("r", p -> p.withPass(RetargetPass.to("stoker"))), Work.UNWATCHED)
            .result();
    assertThat(other.clip().skeleton().size()).isEqualTo(in.clip().skeleton().size());
  }

  @Test
  void theLayFiguresAreBodiesInClosedSkins() {
    for (Character figure : LayFigures.all()) {
      assertThat(figure.body().joints()).hasSizeGreaterThan(48);
      Skin skin = figure.skin().orElseThrow();
      assertThat(skin.triangles().length / 3).isBetween(4000, 12000);
      double volume = 0;
      float[] p = skin.points();
      int[] t = skin.triangles();
      for (int n = 0; n < t.length; n += 3) {
        Vector3d a = new Vector3d(p[3 * t[n]], p[3 * t[n] + 1], p[3 * t[n] + 2]);
        Vector3d b = new Vector3d(p[3 * t[n + 1]], p[3 * t[n + 1] + 1], p[3 * t[n + 1] + 2]);
        Vector3d c = new Vector3d(p[3 * t[n + 2]], p[3 * t[n + 2] + 1], p[3 * t[n + 2] + 2]);
        volume += a.dot(b.cross(c)) / 6;
      }
      // triangles face outwards, and the body is as heavy as people are
      assertThat(volume).as(figure.name()).isBetween(0.05, 0.12);
      for (int n = 0; n < skin.count(); n++) {
        float sum = 0;
        for (int k = 0; k < Skin.MOST_JOINTS; k++) {
          sum += skin.shares()[Skin.MOST_JOINTS * n + k];
        }
        assertThat(sum).isCloseTo(1, within(1e-5f));
      }
    }
  }
}
