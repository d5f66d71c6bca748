package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.body.Body;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.limbs.Limb;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.MirrorPass;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** The same take told with joints that are turned at rest, as bones of some programs are. */
class RestRotationsTest {
  /** Each joint of a skeleton with axes of its own, and a clip told in them. */
  private record Turned(Quaterniond[] axes) {
    static Turned anyHow(Skeleton skeleton, long seed) {
      Random random = new Random(seed);
      Quaterniond[] axes = new Quaterniond[skeleton.size()];
      for (int j = 0; j < axes.length; j++) {
        axes[j] = new Quaterniond(g(random), g(random), g(random), g(random)).normalize();
      }
      return new Turned(axes);
    }

    private static double g(Random random) {
      return random.nextGaussian();
    }

    private Quaterniond axes(int joint) {
      return joint < 0 ? new Quaterniond() : axes[joint];
    }

    Skeleton of(Skeleton skeleton) {
      List<Joint> joints = new ArrayList<>();
      for (int j = 0; j < skeleton.size(); j++) {
        Joint own = skeleton.joint(j);
        Quaterniond parent = axes(own.parent());
        Quaterniond axis = axes[j];
        Optional<Vector3dc> tip = own.tip().map(t -> axis.transformInverse(t, new Vector3d()));
        Vector3d offset = parent.transformInverse(own.offset(), new Vector3d());
        Quaterniond rest = parent.conjugate(new Quaterniond()).mul(axis);
        joints.add(new Joint(own.name(), own.parent(), offset, rest, own.moves(), tip));
      }
      return new Skeleton(joints);
    }

    Clip of(Clip clip) {
      List<Track> rotations = new ArrayList<>();
      List<Track> places = new ArrayList<>();
      for (int j = 0; j < axes.length; j++) {
        Quaterniond parent = axes(clip.skeleton().parent(j));
        double[] q = new double[4 * clip.frames()];
        clip.rotation(j).read(clip.allFrames(), q);
        for (int at = 0; at < q.length; at += 4) {
          Quaterniond turn = new Quaterniond(q[at], q[at + 1], q[at + 2], q[at + 3]);
          turn.premul(parent.conjugate(new Quaterniond())).mul(axes[j]);
          q[at] = turn.x;
          q[at + 1] = turn.y;
          q[at + 2] = turn.z;
          q[at + 3] = turn.w;
        }
        rotations.add(Track.of(TrackType.ROTATION, q));
        places.add(clip.skeleton().parent(j) < 0 ? clip.translation(j) : null);
      }
      return new Clip(of(clip.skeleton()), clip.rateHz(), rotations, places);
    }
  }

  private static final List<Plate> PLATES =
      List.of(
          Plate.of("d", DespikePass.KIND.defaults()),
          Plate.of("g", GapFillPass.KIND.defaults()),
          // an adaptive filter looks at each axis by itself
          Plate.of("s", SmoothPass.lowPass(6, 4)),
          Plate.of("l", LevelPass.KIND.defaults()),
          Plate.of("p", PlantsPass.KIND.defaults()),
          Plate.of("h", LimbGoalPass.KIND.defaults().withMove(new Triple(0.1, 0.2, 0.15))),
          Plate.of(
              "f",
              LimbGoalPass.KIND
                  .defaults()
                  .withPart(GoalPart.RIGHT_FOOT)
                  .withTurn(new Triple(0.2, 0.4, 0))
                  .withBend(0.3)),
          Plate.of("x", new SplicePass(0.3, true)).withSpan(new Span(100, 160, 0, 0)),
          Plate.of("m", MirrorPass.KIND.defaults()));

  @ParameterizedTest
  @EnumSource(
      value = Scene.class,
      names = {"DECK_WALK", "CRATE_LIFT", "BOLLARD_KNEEL"})
  void areFoundSurveyedAndRepairedAlike(Scene scene) {
    Motion plain =
        Motion.of(
            Rehearsal.of(new Rehearsal.Order(scene, 10, 60, 61, 1.74, false, Damages.USUAL)).raw());
    Turned axes = Turned.anyHow(plain.clip().skeleton(), 4);
    Motion turned = Motion.of(axes.of(plain.clip()));
    sameBody(plain.body(), turned.body());
    sameSurvey(plain, turned);
    for (Plate plate : PLATES) {
      plain = plate.apply(plain, plain.clip().allFrames(), Work.UNWATCHED);
      turned = plate.apply(turned, turned.clip().allFrames(), Work.UNWATCHED);
      samePlaces(plate.name(), plain.clip(), turned.clip());
    }
    sameSurvey(plain, turned);
  }

  private static void sameBody(Body plain, Body turned) {
    assertThat(turned.joints()).isEqualTo(plain.joints());
    assertThat(turned.heightM()).isCloseTo(plain.heightM(), within(1e-9));
    Vector3d[] rest = plain.skeleton().restPositions();
    for (int n = 0; n < plain.soles().size(); n++) {
      for (int place = 0; place < 3; place++) {
        Vector3d one = plain.soles().get(n).atRest(place, plain.skeleton(), rest);
        Vector3d other = turned.soles().get(n).atRest(place, turned.skeleton(), rest);
        assertThat(other.distance(one)).isLessThan(1e-9);
      }
    }
    assertThat(Limb.of(turned)).hasSameSizeAs(Limb.of(plain));
  }

  private static void sameSurvey(Motion plain, Motion turned) {
    assertThat(told(turned)).isEqualTo(told(plain));
  }

  private static List<String> told(Motion motion) {
    List<String> told = new ArrayList<>();
    for (Finding finding : new Surveyor().survey(motion, Work.UNWATCHED).findings()) {
      if (finding.kind() == FindingKind.SHAKE) {
        continue; // seen along single axes
      }
      told.add(finding.kind() + " " + finding.frames() + " " + finding.joints());
    }
    return told;
  }

  private static void samePlaces(String after, Clip plain, Clip turned) {
    WorldPose a = new WorldPose(plain.skeleton());
    WorldPose b = new WorldPose(turned.skeleton());
    double farthest = 0;
    int at = 0;
    for (int f = 0; f < plain.frames(); f++) {
      a.solve(plain, f);
      b.solve(turned, f);
      for (int i = 0; i < a.positions().length; i++) {
        double off = Math.abs(a.positions()[i] - b.positions()[i]);
        if (off > farthest) {
          farthest = off;
          at = 1000 * f + i / 3;
        }
      }
    }
    assertThat(farthest).as(after + ", 1000 frames + joint " + at).isLessThan(1e-5);
  }
}
