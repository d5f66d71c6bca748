package waxhand.rehearsal.convention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.contact.KnownContacts;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.mate.MateScene;

/** Takes on skeletons that have other joints than theirs, and back. */
class OtherSkeletonsTest {
  private static Clip as(Rehearsal take, RestPose rest, EnumSet<Habit> habits) {
    return new Convention(Naming.WORDS, rest, habits, 5).of(take).take().truth();
  }

  private static Motion on(Motion from, Clip to, RetargetPass pass) {
    Body body = Body.of(to.skeleton());
    Character character = new Character("it", body, Optional.empty(), Optional.empty());
    Motion in = from.with(new Wardrobe(List.of(character)));
    return Plate.of("on", pass).apply(in, from.clip().allFrames(), Work.UNWATCHED);
  }

  private static Clip on(Clip from, Clip to) {
    return on(Motion.of(from), to, RetargetPass.to("it").withFeet(0).withHands(0)).clip();
  }

  private static List<String> names(Clip clip) {
    return IntStream.range(0, clip.skeleton().size())
        .mapToObj(j -> clip.skeleton().joint(j).name())
        .toList();
  }

  /** The largest angle by which a joint is turned otherwise in the world, degrees. */
  private static double apartDeg(Clip a, Clip b, String joint) {
    WorldPose its = new WorldPose(a.skeleton());
    WorldPose other = new WorldPose(b.skeleton());
    double most = 0;
    for (int f = 0; f < a.frames(); f += 3) {
      its.solve(a, f);
      other.solve(b, f);
      most =
          Math.max(
              most,
              Quats.angle(
                  its.rotations(), 4 * a.skeleton().indexOf(joint),
                  other.rotations(), 4 * b.skeleton().indexOf(joint)));
    }
    return Math.toDegrees(most);
  }

  @ParameterizedTest
  @CsvSource({"DANCE, A", "CRAWL, LYING", "CARTWHEEL, ARMS_FORWARD"})
  void theyTurnAsThoseOfTheTakeItself(MateScene scene, RestPose rest) {
    Rehearsal take = Rehearsal.ofMate(scene, 4, 60, 11, Map.of());
    Clip plain = as(take, RestPose.T, EnumSet.noneOf(Habit.class));
    Clip twisting = as(take, RestPose.T, EnumSet.of(Habit.TWISTS));
    Clip there = on(plain, twisting);
    assertThat(names(twisting)).contains("twist L_Knee", "twist R_Wrist");
    for (String joint : names(twisting)) {
      assertThat(apartDeg(there, twisting, joint)).as(joint).isLessThan(0.01);
    }
    Clip back = on(as(take, rest, EnumSet.of(Habit.TWISTS)), plain);
    for (String joint : List.of("left_thigh", "right_shin", "right_upper_arm", "left_hand")) {
      assertThat(apartDeg(back, plain, joint)).as(joint + " again").isLessThan(0.01);
    }
    double before = apartDeg(plain, twisting, "left_thigh");
    assertThat(before).as("a thigh that leaves some of its roll to them").isGreaterThan(2);
  }

  /** Where toes are missing a foot rolls over its tip; with toes again it stands on its ball. */
  @ParameterizedTest
  @CsvSource({"LUNGE, 602", "TOE_KNEEL, 11"})
  void aFootComesBackToItsBallFromOneWithoutToes(MateScene scene, long seed) {
    Rehearsal take = Rehearsal.ofMate(scene, 6, 60, seed, Map.of());
    Clip plain = as(take, RestPose.T, EnumSet.noneOf(Habit.class));
    Clip stiff = as(take, RestPose.T, EnumSet.of(Habit.NO_TOES));
    FrameSet all = FrameSet.of(plain.allFrames());
    Motion in = Motion.of(plain).with(new KnownContacts(all, take.contacts()));
    Motion back = on(on(in, stiff, RetargetPass.to("it")), plain, RetargetPass.to("it"));
    int ankle = in.body().joint(Role.LEFT_FOOT).orElseThrow();
    double higher = 0;
    double beside = 0;
    WorldPose was = new WorldPose(plain.skeleton());
    WorldPose is = new WorldPose(plain.skeleton());
    for (int f = 0; f < plain.frames(); f++) {
      was.solve(plain, f);
      is.solve(back.clip(), f);
      higher = Math.max(higher, Math.abs(is.y(ankle) - was.y(ankle)));
      double off = Math.hypot(is.x(ankle) - was.x(ankle), is.z(ankle) - was.z(ankle));
      beside = Math.max(beside, off);
    }
    assertThat(higher).isLessThan(0.01);
    assertThat(beside).isLessThan(0.018);
  }
}
