package waxhand.core.body;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;

/** Faults of a bone that a twist joint takes half of. */
class TwistedBoneTest {
  private static final int FRAMES = 1200;

  /** A forearm with a twist joint, its hand behind that, and where the twist joint lies. */
  private static Skeleton forearm(Vector3d at) {
    List<Joint> joints = new ArrayList<>(Samples.body().joints());
    int hand = Samples.body().indexOf("LeftHand");
    Vector3d whole = new Vector3d(joints.get(hand).offset());
    joints.replaceAll(
        j ->
            j.parent() < hand
                ? j
                : Samples.joint(
                    j.name(), j.parent() + 1, j.offset().x(), j.offset().y(), j.offset().z()));
    Vector3d rest = whole.sub(at);
    joints.set(hand, Samples.joint("LeftHand", hand, rest.x, rest.y, rest.z));
    joints.add(hand, Samples.joint("LeftForeTwist", hand - 1, at.x, at.y, at.z));
    return new Skeleton(joints);
  }

  private static final Skeleton BODY = forearm(new Vector3d(0.12, 0, 0));
  private static final int FOREARM = BODY.indexOf("LeftForeArm");
  private static final int TWIST = BODY.indexOf("LeftForeTwist");

  /** A swaying body whose forearm turns about itself by some more in a run of frames, by halves. */
  private static Motion turned(double deg, Frames run) {
    Clip swaying = Samples.swaying(FRAMES, 120, 0.0005, 5).clip();
    List<Track> rotations =
        new ArrayList<>(IntStream.range(0, BODY.size() - 1).mapToObj(swaying::rotation).toList());
    rotations.add(TWIST, Track.of(TrackType.ROTATION, still()));
    List<Track> translations =
        new ArrayList<>(
            IntStream.range(0, rotations.size())
                .mapToObj(j -> j == 0 ? swaying.translation(0) : null)
                .toList());
    double s = Math.sin(Math.toRadians(deg) / 4);
    double[] half = {s, 0, 0, Math.sqrt(1 - s * s)};
    double[] q = new double[4];
    for (int joint : List.of(FOREARM, TWIST)) {
      for (int f = run.from(); f < run.to(); f++) {
        rotations.get(joint).read(f, q, 0);
        Quats.multiply(q, 0, half, 0, q, 0);
        rotations.set(joint, rotations.get(joint).with(new Frames(f, f + 1), q));
      }
    }
    return Motion.of(new Clip(BODY, 120, rotations, translations));
  }

  private static double[] still() {
    double[] q = new double[4 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      q[4 * f + 3] = 1;
    }
    return q;
  }

  @ParameterizedTest
  @CsvSource({"110, 760, 830, FLIP", "13, 500, 503, SPIKE", "12, 300, 301, SPIKE"})
  void aFaultInTwoHalvesIsToldOnceAndMendedInBoth(double deg, int from, int to, FindingKind kind) {
    Frames run = new Frames(from, to);
    Motion truth = turned(0, run);
    Motion raw = turned(deg, run);
    List<Finding> told = new Surveyor().survey(raw, Work.UNWATCHED).findings();
    assertThat(told).filteredOn(f -> f.kind() == kind).hasSize(1);
    assertThat(told).filteredOn(f -> f.kind() == kind).allMatch(f -> f.joint() == FOREARM);
    Clip out =
        Plate.of("d", DespikePass.KIND.defaults())
            .apply(raw, raw.clip().allFrames(), Work.UNWATCHED)
            .clip();
    double[] is = new double[4];
    double[] was = new double[4];
    for (int joint = 0; joint < BODY.size(); joint++) {
      for (int f = 0; f < FRAMES; f++) {
        boolean wrong = run.contains(f) && (joint == FOREARM || joint == TWIST);
        out.rotation(joint).read(f, is, 0);
        truth.clip().rotation(joint).read(f, was, 0);
        if (wrong) {
          assertThat(Math.toDegrees(Quats.angle(is, 0, was, 0))).isLessThan(2.5);
        } else {
          assertThat(is).containsExactly(was);
        }
      }
    }
  }

  @Test
  void onlyWhatLiesOnABoneTwistsIt() {
    assertThat(TwistedBone.of(Body.of(BODY)))
        .containsExactly(new TwistedBone(List.of(FOREARM, TWIST)));
    assertThat(TwistedBone.of(Body.of(Samples.body()))).isEmpty();
    assertThat(TwistedBone.of(Body.of(forearm(new Vector3d())))).isEmpty();
    assertThat(TwistedBone.of(Body.of(forearm(new Vector3d(0.1, 0.08, 0))))).isEmpty();
  }
}
