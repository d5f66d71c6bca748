package waxhand.core.passes.character;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PointRoles;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.measure.CarriedOver;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.retarget.PlacedBody;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** A take of the places of joints alone becomes a body, and goes on characters as one. */
class PlacedBodyTest {
  private static final Motion TRUE = RetargetTest.bending(240);

  /** Names as tables have them, and the roles whose joints stand there. */
  private static Map<String, Role> named() {
    Map<String, Role> names = new LinkedHashMap<>();
    names.put("Pelvis", Role.HIPS);
    names.put("Spine", Role.SPINE_1);
    names.put("Chest", Role.CHEST);
    names.put("Neck", Role.NECK);
    names.put("Head", Role.HEAD);
    for (String side : List.of("Left", "Right")) {
      String role = side.toUpperCase(java.util.Locale.ROOT);
      names.put(side + "Shoulder", Role.valueOf(role + "_UPPER_ARM"));
      names.put(side + "Elbow", Role.valueOf(role + "_FOREARM"));
      names.put(side + "Wrist", Role.valueOf(role + "_HAND"));
      names.put(side + "Hip", Role.valueOf(role + "_THIGH"));
      names.put(side + "Knee", Role.valueOf(role + "_SHIN"));
      names.put(side + "Ankle", Role.valueOf(role + "_FOOT"));
      names.put(side + "Toe", Role.valueOf(role + "_TOES"));
    }
    return names;
  }

  private static Motion points(Map<String, Role> names) {
    Clip clip = TRUE.clip();
    int frames = clip.frames();
    WorldPose pose = new WorldPose(clip.skeleton());
    double[][] places = new double[names.size()][3 * frames];
    double[] still = new double[4 * frames];
    for (int f = 0; f < frames; f++) {
      pose.solve(clip, f);
      still[4 * f + 3] = 1;
      int n = 0;
      for (Role role : names.values()) {
        int j = TRUE.body().joint(role).orElseThrow();
        places[n][3 * f] = pose.x(j);
        places[n][3 * f + 1] = pose.y(j);
        places[n++][3 * f + 2] = pose.z(j);
      }
    }
    List<Joint> joints = new ArrayList<>();
    List<Track> turns = new ArrayList<>();
    List<Track> moves = new ArrayList<>();
    int n = 0;
    for (String name : names.keySet()) {
      Vector3d first = new Vector3d(places[n][0], places[n][1], places[n][2]);
      joints.add(new Joint(name, -1, first, true, Optional.empty()));
      turns.add(Track.of(TrackType.ROTATION, still));
      moves.add(Track.of(TrackType.TRANSLATION, places[n++]));
    }
    return Motion.of(new Clip(new Skeleton(joints), clip.rateHz(), turns, moves));
  }

  @Test
  void itsJointsStandWhereThePointsDoAndItsBonesKeepTheirLengths() {
    Motion points = points(named());
    Motion body = PlacedBody.bodied(points);
    assertThat(body.body().joints().keySet()).containsAll(named().values());
    assertThat(CarriedOver.of(TRUE, body, List.of(), 0).directionDeg()).isLessThan(0.01);
    WorldPose is = new WorldPose(body.clip().skeleton());
    WorldPose was = new WorldPose(TRUE.clip().skeleton());
    for (int f = 0; f < 240; f += 7) {
      is.solve(body.clip(), f);
      was.solve(TRUE.clip(), f);
      for (Role role : named().values()) {
        int a = body.body().joint(role).orElseThrow();
        int b = TRUE.body().joint(role).orElseThrow();
        assertThat(
                Math.hypot(Math.hypot(is.x(a) - was.x(b), is.y(a) - was.y(b)), is.z(a) - was.z(b)))
            .as(role.words() + " in frame " + f)
            .isLessThan(0.012);
      }
    }
    // elbows and knees are hinges: what carries them tells their plane
    int knee = body.body().joint(Role.LEFT_SHIN).orElseThrow();
    double[] q = new double[4];
    body.clip().rotation(knee).read(120, q, 0);
    assertThat(Math.abs(q[0])).isGreaterThan(0.5);
    assertThat(Math.hypot(q[1], q[2])).isLessThan(1e-6);
  }

  @Test
  void onACharacterItMovesAsTheTakeItselfWould() {
    RetargetPass pass = RetargetPass.to("pilot");
    Plate plate = Plate.of("r", pass);
    Motion points = points(named());
    assertThat(plate.complaint(points)).isEmpty();
    Motion on = plate.apply(points, points.clip().allFrames(), Work.UNWATCHED);
    Motion direct = plate.apply(TRUE, TRUE.clip().allFrames(), Work.UNWATCHED);
    assertThat(CarriedOver.of(direct, on, List.of(), 0).directionDeg()).isLessThan(1.5);
    assertThat(on.body().heightM()).isEqualTo(direct.body().heightM());
  }

  @Test
  void fewerNamesMakeABodyAndTooFewNone() {
    Map<String, Role> few = named();
    List.of("Pelvis", "Spine", "Chest", "Neck", "LeftToe", "RightToe").forEach(few::remove);
    Motion body = PlacedBody.bodied(points(few));
    assertThat(body.body().joint(Role.HIPS)).isPresent();
    assertThat(CarriedOver.of(TRUE, body, List.of(), 0).directionDeg()).isLessThan(0.5);
    few.remove("LeftKnee");
    Motion none = points(few);
    assertThat(PlacedBody.bodied(none)).isSameAs(none);
    assertThat(PlacedBody.bodied(TRUE)).isSameAs(TRUE);
    assertThat(Plate.of("r", RetargetPass.to("pilot")).complaint(none).orElseThrow())
        .contains("No body");
  }

  @Test
  void namesTellWhatAPointIs() {
    PointRoles arms = PointRoles.of(List.of("LeftShoulder", "LeftArm", "LeftForeArm", "LeftHand"));
    assertThat(arms.joints())
        .containsEntry(Role.LEFT_COLLAR, 0)
        .containsEntry(Role.LEFT_UPPER_ARM, 1)
        .containsEntry(Role.LEFT_FOREARM, 2)
        .containsEntry(Role.LEFT_HAND, 3);
    PointRoles legs =
        PointRoles.of(List.of("RUpLeg", "RLeg", "RAnkle", "RFoot", "Head", "HeadTop", "Hips"));
    assertThat(legs.joints())
        .containsEntry(Role.RIGHT_THIGH, 0)
        .containsEntry(Role.RIGHT_SHIN, 1)
        .containsEntry(Role.RIGHT_FOOT, 2)
        .containsEntry(Role.RIGHT_TOES, 3)
        .containsEntry(Role.HEAD, 4)
        .containsEntry(Role.HIPS, 6);
    assertThat(legs.ends()).containsEntry(Role.HEAD, 5);
    PointRoles both = PointRoles.of(List.of("L_Wrist", "L_Hand", "camera", "left_index_1", "x"));
    assertThat(both.joints()).containsOnlyKeys(Role.LEFT_HAND);
    assertThat(both.ends()).containsEntry(Role.LEFT_HAND, 1);
    assertThat(both.joints().get(Role.LEFT_HAND)).isCloseTo(0, within(0));
  }
}
