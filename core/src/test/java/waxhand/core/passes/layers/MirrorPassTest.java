package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.KnownContacts;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class MirrorPassTest {
  private static final Motion IN = Samples.swaying(400, 120, 0.01, 3);

  private static Motion run(Plate plate, Motion in) {
    return plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static Plate world() {
    return Plate.of("m", MirrorPass.KIND.of(Map.of("about", "the world's middle")));
  }

  private static Vector3d at(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = motion.body().joint(role).orElseThrow();
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }

  @Test
  void everyPartGoesWhereTheOtherSideWasOnTheFarSideOfThePlane() {
    Motion out = run(world(), IN);
    for (int f : new int[] {0, 117, 399}) {
      for (Role role : IN.body().joints().keySet()) {
        Vector3d was = at(IN, role.mirrored(), f);
        assertThat(at(out, role, f).distance(new Vector3d(-was.x, was.y, was.z)))
            .as("%s in frame %d", role, f)
            .isLessThan(1e-9);
      }
    }
    Motion twice = run(world(), out);
    for (int f : new int[] {0, 117, 399}) {
      for (int j = 0; j < IN.clip().skeleton().size(); j++) {
        assertThat(twice.clip().rotation(j).angleAt(f, IN.clip().rotation(j))).isLessThan(1e-9);
      }
    }
  }

  /** A bone that grew on one side only is half as long on both where the weight is half. */
  @Test
  void atHalfAWeightABoneThatGrewKeepsHalfOfIt() {
    int grown = IN.body().joint(Role.RIGHT_FOREARM).orElseThrow();
    int other = IN.body().joint(Role.LEFT_FOREARM).orElseThrow();
    double length = IN.clip().skeleton().offset(grown, 0);
    double[] places = new double[3 * 400];
    IN.clip().places(grown).read(new Frames(0, 400), places);
    for (int f = 100; f < 300; f++) {
      places[3 * f] = 1.2 * length;
    }
    Track longer = Track.of(TrackType.TRANSLATION, places);
    Motion in = IN.with(IN.clip().withTranslation(grown, longer));
    Motion out = run(world().withWeight(0.5), in);
    assertThat(out.clip().places(grown).at(200, 0)).isCloseTo(1.1 * length, within(1e-12));
    assertThat(out.clip().places(other).at(200, 0)).isCloseTo(-1.1 * length, within(1e-12));
    assertThat(out.clip().places(grown).at(50, 0)).isCloseTo(length, within(1e-12));
  }

  /** About its own middle a body stays where it is on the whole, and a foot that stood stands. */
  @Test
  void aboutItsOwnMiddleTheBodyStays() {
    Motion steps = Samples.stepping(600, 120, 0, 4);
    Plate own = Plate.of("m", MirrorPass.KIND.of(Map.of("about", "the body's middle")));
    Motion out = run(own, steps);
    Vector3d middle = new Vector3d();
    for (int f = 0; f < 600; f++) {
      middle.add(at(out, Role.HIPS, f)).sub(at(steps, Role.HIPS, f));
    }
    assertThat(middle.length() / 600).isLessThan(1e-6);
    for (int f : new int[] {30, 200, 500}) {
      assertThat(at(out, Role.LEFT_FOOT, f).y)
          .isCloseTo(at(steps, Role.RIGHT_FOOT, f).y, within(1e-9));
      double there = at(steps, Role.RIGHT_FOOT, f).distance(at(steps, Role.RIGHT_FOOT, f + 1));
      double here = at(out, Role.LEFT_FOOT, f).distance(at(out, Role.LEFT_FOOT, f + 1));
      assertThat(here).isCloseTo(there, within(1e-9));
    }
  }

  /** One who walks off and turns begins where he began, and turns the other way. */
  @Test
  void fromItsBeginningABodyGoesTheOtherWay() {
    int frames = 600;
    double[] q = new double[4 * frames];
    double[] p = new double[3 * frames];
    double heading = 0;
    for (int f = 0; f < frames; f++) {
      heading = f < 150 ? 0.4 : 0.4 + 0.004 * (f - 150);
      q[4 * f + 1] = Math.sin(heading / 2);
      q[4 * f + 3] = Math.cos(heading / 2);
      p[3 * f] = f == 0 ? 5 : p[3 * f - 3] + 0.01 * Math.sin(heading);
      p[3 * f + 1] = 0.9;
      p[3 * f + 2] = f == 0 ? -2 : p[3 * f - 1] + 0.01 * Math.cos(heading);
    }
    Motion still = Samples.swaying(frames, 120, 0, 1);
    Motion walk =
        still.with(
            still
                .clip()
                .withRotation(0, Track.of(TrackType.ROTATION, q))
                .withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
    Motion out = run(Plate.of("m", MirrorPass.KIND.defaults()), walk);
    for (int f : new int[] {0, 60, 140}) {
      assertThat(at(out, Role.HIPS, f).distance(at(walk, Role.HIPS, f))).isLessThan(1e-9);
    }
    double ahead = Math.sin(0.4);
    double aside = Math.cos(0.4);
    Vector3d was = at(walk, Role.HIPS, 599).sub(at(walk, Role.HIPS, 0));
    Vector3d is = at(out, Role.HIPS, 599).sub(at(out, Role.HIPS, 0));
    assertThat(is.x * ahead + is.z * aside).isCloseTo(was.x * ahead + was.z * aside, within(1e-9));
    assertThat(is.x * aside - is.z * ahead).isCloseTo(-was.x * aside + was.z * ahead, within(1e-9));
    assertThat(Math.abs(was.x * aside - was.z * ahead)).as("it does turn").isGreaterThan(1);
  }

  /** Where sides are unlike at rest bones still point where the other side's did. */
  @Test
  void skeletonsThatAreNotSymmetricAreMirroredByRole() {
    List<Joint> joints = new ArrayList<>(IN.clip().skeleton().joints());
    for (int j = 0; j < joints.size(); j++) {
      Joint joint = joints.get(j);
      if (joint.name().equals("LeftForeArm") || joint.name().equals("LeftHand")) {
        // the left arm hangs down at rest, and is longer
        joints.set(
            j, Samples.joint(joint.name(), joint.parent(), 0.02, -1.2 * joint.offset().x(), 0.01));
      }
    }
    Skeleton odd = new Skeleton(joints);
    Motion in = Motion.of(IN.clip().withSkeleton(odd));
    Motion out = run(world(), in);
    for (int f : new int[] {3, 250}) {
      for (List<Role> bone :
          List.of(
              List.of(Role.LEFT_UPPER_ARM, Role.LEFT_FOREARM),
              List.of(Role.RIGHT_FOREARM, Role.RIGHT_HAND),
              List.of(Role.LEFT_FOREARM, Role.LEFT_HAND),
              List.of(Role.RIGHT_SHIN, Role.RIGHT_FOOT))) {
        Vector3d now = at(out, bone.get(1), f).sub(at(out, bone.get(0), f)).normalize();
        Vector3d was =
            at(in, bone.get(1).mirrored(), f).sub(at(in, bone.get(0).mirrored(), f)).normalize();
        assertThat(now.distance(new Vector3d(-was.x, was.y, was.z)))
            .as("%s in frame %d", bone, f)
            .isLessThan(1e-9);
      }
    }
  }

  @Test
  void whatIsKnownOfOneSideIsKnownOfTheOther() {
    int left = IN.body().joint(Role.LEFT_HAND).orElseThrow();
    int right = IN.body().joint(Role.RIGHT_HAND).orElseThrow();
    BitSet hand = new BitSet();
    hand.set(left);
    Contact heel = new Contact(ContactPart.LEFT_HEEL, new Frames(50, 150));
    Motion in =
        IN.with(KnownContacts.NONE.with(new Frames(0, 400), List.of(heel)))
            .with(Filled.NONE.with(hand, new Frames(80, 120)));
    Motion out = run(world().withSpan(new Span(100, 300, 0, 0)), in);
    assertThat(KnownContacts.of(out).contacts())
        .containsExactlyInAnyOrder(
            new Contact(ContactPart.LEFT_HEEL, new Frames(50, 100)),
            new Contact(ContactPart.RIGHT_HEEL, new Frames(100, 150)));
    assertThat(Filled.of(out).of(IN.clip().skeleton(), left))
        .isEqualTo(FrameSet.of(new Frames(80, 100)));
    assertThat(Filled.of(out).of(IN.clip().skeleton(), right))
        .isEqualTo(FrameSet.of(new Frames(100, 120)));
  }

  @Test
  void aBodyWithoutSidesIsLeftAsItIsAndSaysSo() {
    Skeleton rod =
        new Skeleton(List.of(Samples.joint("a", -1, 0, 1, 0), Samples.joint("b", 0, 0, 0.1, 0)));
    List<waxhand.core.motion.Track> translations = new ArrayList<>();
    translations.add(IN.clip().translation(0));
    translations.add(null);
    Motion in =
        Motion.of(
            new waxhand.core.motion.Clip(
                rod, 120, List.of(IN.clip().rotation(0), IN.clip().rotation(1)), translations));
    assertThat(run(world(), in)).isSameAs(in);
    assertThat(world().complaint(in).orElseThrow()).contains("No sides");
  }
}
