package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Wardrobe;
import waxhand.core.contact.Contact;
import waxhand.core.contact.KnownContacts;
import waxhand.core.contact.PartPoint;
import waxhand.core.maths.Poses;
import waxhand.core.measure.CarriedOver;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.Carried;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.retarget.Transfer;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.actor.Build;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** True takes on bodies of other sizes. */
class OtherBodiesTest {
  private static Motion known(Rehearsal take, Character target) {
    Motion truth = Motion.of(take.truth());
    FrameSet all = FrameSet.of(truth.clip().allFrames());
    return truth.with(new KnownContacts(all, take.contacts())).with(Wardrobe.OURS.with(target));
  }

  private static Character sized(double heightM) {
    Body body = Body.of(new Build(heightM, true).skeleton());
    return new Character("sized", body, Optional.empty(), Optional.empty());
  }

  private static Motion put(Motion in, RetargetPass pass) {
    return Plate.of("on", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double ankleM(Motion motion, Contact contact) {
    Role foot = contact.part().side() == Side.LEFT ? Role.LEFT_FOOT : Role.RIGHT_FOOT;
    WorldPose pose = new WorldPose(motion.body().skeleton());
    pose.solve(motion.clip(), (contact.frames().from() + contact.frames().to()) / 2);
    return pose.y(motion.body().joint(foot).orElseThrow());
  }

  /** Steps are as much higher as legs are longer, and as long as feet are. */
  @ParameterizedTest
  @ValueSource(doubles = {1.3, 1.95, 2.45})
  void stairsAreClimbedByEveryBody(double heightM) {
    Motion in = known(Rehearsal.ofMate(MateScene.STAIRS, 8, 60, 3, Map.of()), sized(heightM));
    Motion on = put(in, RetargetPass.to("sized"));
    double larger = Transfer.legRatio(in.body(), on.body());
    List<Contact> heels =
        KnownContacts.of(in).contacts().stream()
            .filter(c -> c.part().isSole() && c.part().place() == 0)
            .toList();
    double highest = 0;
    for (Contact heel : heels) {
      double step = ankleM(in, heel) - ankleM(in, heels.get(0));
      highest = Math.max(highest, step);
      assertThat(ankleM(on, heel) - ankleM(on, heels.get(0)))
          .as(heel.toString())
          .isCloseTo(larger * step, within(0.01));
    }
    assertThat(highest).isGreaterThan(0.3);
    CarriedOver over = Carried.over(in, on);
    assertThat(over.directionDeg()).isLessThan(1);
    assertThat(over.speedMms()).isLessThan(5);
  }

  /** Arms go about a crate of the body's own size as they went about the captured one. */
  @Test
  void aCrateOfItsSizeIsCarriedAsItWas() {
    Motion in =
        known(
            Rehearsal.of(new Rehearsal.Order(Scene.CRATE_LIFT, 8, 60, 501, 1.78, true, Map.of())),
            sized(1.05));
    double kept = Carried.over(in, put(in, RetargetPass.to("sized"))).directionDeg();
    double sized = Carried.over(in, put(in, RetargetPass.to("sized").withProps(1))).directionDeg();
    assertThat(kept).as("a crate that is not much too large for it").isBetween(2.0, 6.0);
    assertThat(sized).isLessThan(0.5);
  }

  /** The pilot with other forearms and hands. */
  private static Character armed(double times) {
    Skeleton pilot = LayFigures.named("pilot").orElseThrow().body().skeleton();
    List<Joint> joints = new ArrayList<>();
    for (Joint j : pilot.joints()) {
      double by = j.name().matches("(left|right)-(forearm|hand)") ? times : 1;
      Vector3d offset = new Vector3d(j.offset()).mul(by);
      joints.add(new Joint(j.name(), j.parent(), offset, j.rest(), j.moves(), j.tip()));
    }
    Body body = Body.of(new Skeleton(joints));
    return new Character("armed", body, Optional.empty(), Optional.empty());
  }

  private static int middle(Contact contact) {
    return (contact.frames().from() + contact.frames().to()) / 2;
  }

  /** The place a part rests on in the middle of a contact, metres. */
  private static double[] under(Motion motion, Contact contact) {
    PartPoint part = contact.part().on(motion.body()).orElseThrow();
    WorldPose pose = new WorldPose(motion.body().skeleton());
    pose.solve(motion.clip(), middle(contact));
    double[] p = new double[3];
    part.place(pose, p, 0);
    p[1] -= part.radiusM();
    return p;
  }

  /** A motion with a thing that stands on the floor. */
  private static Motion standing(Motion motion, Shape shape, double x, double z) {
    double[] poses = new double[Poses.SIZE * motion.clip().frames()];
    for (int at = 0; at < poses.length; at += Poses.SIZE) {
      poses[at] = x;
      poses[at + 2] = z;
      poses[at + 6] = 1;
    }
    Prop prop = new Prop("it", shape, "", PropPath.adopt(poses));
    return motion.with(new Props(List.of(prop)));
  }

  /** How far a part is over the one thing there is, in the middle of a contact, metres. */
  private static double overIt(Motion motion, Contact contact) {
    double[] p = under(motion, contact);
    return Props.of(motion).get(0).outside(middle(contact), p[0], p[1], p[2]);
  }

  /** Contacts are searched: hands lie on the floor, and soles stay while knees rest. */
  @ParameterizedTest
  @ValueSource(doubles = {0.7, 1, 1.2})
  void whoeverCrawlsHasHandsOnTheFloorAndFeetThatStay(double arms) {
    Motion take = Motion.of(Rehearsal.ofMate(MateScene.CRAWL, 6, 60, 5, Map.of()).truth());
    Motion on = put(take.with(Wardrobe.OURS.with(armed(arms))), RetargetPass.to("armed"));
    int hands = 0;
    for (Contact contact : KnownContacts.of(on).contacts()) {
      if (contact.part().isHand()) {
        assertThat(under(on, contact)[1]).as(contact.toString()).isCloseTo(0, within(0.005));
        hands++;
      }
    }
    assertThat(hands).isGreaterThan(1);
    CarriedOver over = Carried.over(take, on);
    assertThat(over.speedMms()).isLessThan(1);
    assertThat(over.sinkMm()).isLessThan(1);
    assertThat(over.directionDeg()).isLessThan(6);
  }

  /** It keeps its own size, or takes the body's: the hand lies on it. */
  @ParameterizedTest
  @ValueSource(doubles = {1.05, 1.63, 1.95, 2.45})
  void aHandOnABollardLiesOnItWhoeverComes(double heightM) {
    Rehearsal take =
        Rehearsal.of(new Rehearsal.Order(Scene.BOLLARD_KNEEL, 8, 60, 501, 1.78, true, Map.of()));
    Motion bare = known(take, sized(heightM));
    Contact hand =
        take.contacts().stream().filter(c -> c.part().isHand()).findFirst().orElseThrow();
    double[] top = under(bare, hand);
    Motion in = standing(bare, new Shape.Cylinder(0.3, top[1]), top[0], top[2]);
    for (double size : new double[] {0, 1}) {
      Motion on = put(in, RetargetPass.to("sized").withProps(size));
      assertThat(overIt(on, hand)).as("size " + size).isCloseTo(0, within(0.003));
      CarriedOver over = Carried.over(in, on);
      assertThat(over.directionDeg()).isLessThan(6);
      assertThat(over.speedMms()).isLessThan(1);
      assertThat(over.kneePeak()).isLessThan(1.25);
    }
  }

  /** What feet stand on is as much higher as legs are longer, as steps are. */
  @ParameterizedTest
  @ValueSource(doubles = {1.05, 1.95, 2.45})
  void whoStandsOnALandingStandsOnItWhoeverComes(double heightM) {
    Rehearsal take = Rehearsal.ofMate(MateScene.STAIRS, 8, 60, 3, Map.of());
    Motion bare = known(take, sized(heightM));
    Contact ball =
        take.contacts().stream()
            .filter(c -> c.part().isSole() && c.part().place() == 1)
            .max(Comparator.comparingDouble(c -> under(bare, c)[1]))
            .orElseThrow();
    double[] top = under(bare, ball);
    assertThat(top[1]).isGreaterThan(0.3);
    Motion in = standing(bare, new Shape.Box(0.5, top[1], 0.5), top[0], top[2]);
    for (double size : new double[] {0, 1}) {
      Motion on = put(in, RetargetPass.to("sized").withProps(size));
      assertThat(overIt(on, ball)).as("size " + size).isCloseTo(0, within(0.003));
    }
  }
}
