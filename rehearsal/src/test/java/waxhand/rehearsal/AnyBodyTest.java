package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.joml.Vector3d;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Plate;
import waxhand.core.curve.CurveKey;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.layers.PathEdit;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;

/**
 * The artist's hand on bodies of other people's files: every joint that there is, as it is there.
 */
class AnyBodyTest {
  private static final LayerPass EMPTY = LayerPass.KIND.defaults();
  private static final LayerEdit.Hold NEAR = new LayerEdit.Hold.Near(10);
  private static final int FRAME = 40;
  private static final double BY_M = 0.03;

  /** A body with a name that says how it came to be. */
  private record Named(String name, Motion in) {
    @Override
    public String toString() {
      return name;
    }

    Motion out(LayerPass pass) {
      return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    }
  }

  static Stream<Named> bodies() {
    MateScene[] scenes = MateScene.values();
    return Stream.iterate(700, seed -> seed + 1)
        .limit(14)
        .map(
            seed -> {
              Convention convention = Convention.drawn(seed);
              MateScene scene = scenes[seed % scenes.length];
              Rehearsal take = Rehearsal.ofMate(scene, 1.5, 60, 9000 + seed, Damages.WILD);
              return new Named(
                  seed + " " + convention, Motion.of(convention.of(take).take().truth()));
            });
  }

  private static Vector3d place(Motion motion, int joint) {
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), joint);
    pose.solve(motion.clip(), FRAME);
    return new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
  }

  private static void assertSameBits(Motion was, Motion is, int from, int to) {
    for (int f = 0; f < was.clip().frames(); f++) {
      for (int j = 0; j < was.clip().skeleton().size() && (f <= from || f >= to); j++) {
        boolean same =
            was.clip().rotation(j).sameAt(f, is.clip().rotation(j))
                && was.clip().places(j).sameAt(f, is.clip().places(j));
        assertThat(same).as("joint %d in frame %d", j, f).isTrue();
      }
    }
  }

  /** Whatever is dragged comes nearer to the hand, and nothing happens beyond its span. */
  @ParameterizedTest
  @MethodSource("bodies")
  void everyPartThatCanBeDraggedFollowsTheHand(Named body) {
    Motion in = body.in();
    int dragged = 0;
    Random random = new Random(7);
    for (int j = 0; j < in.body().skeleton().size(); j++) {
      PartEdit edit = new PartEdit(EMPTY, in, in, j, FRAME, FRAME);
      Optional<PartEdit.Bender> bender = edit.bender();
      if (bender.isEmpty() || !in.body().members().get(j)) {
        continue;
      }
      Vector3d was = place(in, j);
      boolean turned = bender.get().group() == Channel.Of.TURN;
      Vector3d by = turned ? across(in, j, random) : pull(in, j, bender.get().part());
      if (by.length() < 0.004) {
        continue;
      }
      Motion out = body.out(edit.dragged(new double[] {by.x, by.y, by.z}, NEAR));
      double left = place(out, j).distance(new Vector3d(was).add(by));
      assertThat(left / by.length())
          .as("%s by %s", in.body().words(j), bender.get())
          .isLessThan(0.6);
      if (dragged++ % 6 == 0) {
        assertSameBits(in, out, FRAME - 10, FRAME + 10);
      }
    }
    assertThat(dragged).isGreaterThan(12);
  }

  /** What is turned goes across its bone, which gets no longer. */
  private static Vector3d across(Motion in, int joint, Random random) {
    Vector3d arm = new Vector3d(place(in, joint));
    arm.sub(place(in, in.body().skeleton().parent(joint)));
    double far = Math.min(BY_M, 0.5 * arm.length());
    Vector3d way = new Vector3d(random.nextGaussian(), random.nextGaussian(), 1).cross(arm);
    return far < 1e-3 ? new Vector3d() : way.normalize(far);
  }

  /** A limb's end goes inwards, elbows and knees about the line of their ends, the trunk aside. */
  private static Vector3d pull(Motion in, int joint, PartName part) {
    Role role = part.role().orElseThrow();
    Vector3d was = place(in, joint);
    if (role.side() == Side.MIDDLE) {
      return new Vector3d(1, 0, 0.5).normalize(BY_M);
    }
    if (!GoalPart.of(role).orElseThrow().isMiddle()) {
      Vector3d hips = place(in, in.body().joint(Role.HIPS).orElseThrow());
      return hips.sub(was).normalize(BY_M);
    }
    boolean left = role.side() == Side.LEFT;
    boolean arm = role == Role.LEFT_FOREARM || role == Role.RIGHT_FOREARM;
    Role above = Role.LEFT_THIGH;
    Role below = Role.LEFT_FOOT;
    if (arm) {
      above = Role.LEFT_UPPER_ARM;
      below = Role.LEFT_HAND;
    }
    Vector3d from = place(in, in.body().joint(left ? above : above.mirrored()).orElseThrow());
    Vector3d to = place(in, in.body().joint(left ? below : below.mirrored()).orElseThrow());
    Vector3d line = to.sub(from).normalize();
    Vector3d out = was.sub(from);
    out.fma(-out.dot(line), line);
    double far = Math.min(BY_M, 0.5 * out.length());
    return far < 1e-3 ? new Vector3d() : out.cross(line).normalize(far);
  }

  @ParameterizedTest
  @MethodSource("bodies")
  void aPathIsMadeStraightWithFewKeys(Named body) {
    Motion in = body.in();
    boolean hands = in.body().joint(Role.LEFT_HAND).isPresent();
    Role role = hands ? Role.LEFT_HAND : Role.LEFT_FOOT;
    Frames run = new Frames(20, 70);
    int joint = in.body().joint(role).orElseThrow();
    LayerPass bent =
        PathEdit.straightened(EMPTY, PartName.of(role), PartPath.of(in.clip(), joint, run), 20, 6);
    Motion out = body.out(bent);
    PartPath was = PartPath.of(in.clip(), joint, new Frames(26, 64));
    PartPath is = PartPath.of(out.clip(), joint, new Frames(26, 64));
    PartPath wanted = PartPath.of(in.clip(), joint, run).straight();
    double before = 0;
    double after = 0;
    for (int n = 0; n < is.count(); n++) {
      Vector3d to = new Vector3d(wanted.at(n + 6, 0), wanted.at(n + 6, 1), wanted.at(n + 6, 2));
      before = Math.max(before, to.distance(was.at(n, 0), was.at(n, 1), was.at(n, 2)));
      after = Math.max(after, to.distance(is.at(n, 0), is.at(n, 1), is.at(n, 2)));
    }
    assertThat(after).isLessThan(Math.max(0.003, 0.25 * before));
    assertSameBits(in, out, 19, 70);
    long keys = bent.rows().stream().flatMap(r -> r.curve().keys().stream()).count();
    assertThat(keys).isLessThan(3 * run.count() / 2);
  }

  /** Keys stand for a pose of roles, so a bow of another body bows this one as far. */
  @ParameterizedTest
  @MethodSource("bodies")
  void posesAndHandShapesDoTheSameOnAllOfThem(Named body) {
    Motion in = body.in();
    Pose bow = new Pose(Map.of(Role.HEAD, new Vector3d(0.4, 0, 0)));
    LayerPass posed = LayerEdit.posed(EMPTY, in, in, FRAME, FRAME, bow, 1, NEAR);
    double[] is = new double[4];
    double[] to = new double[4];
    int head = in.body().joint(Role.HEAD).orElseThrow();
    body.out(posed).clip().rotation(head).read(FRAME, is, 0);
    assertThat(bow.rotation(in.body(), Role.HEAD, to, 0)).isTrue();
    assertThat(Quats.angle(is, 0, to, 0)).isLessThan(1e-6);
    assertThat(posed.rows().stream().flatMap(r -> r.curve().keys().stream()))
        .extracting(CurveKey::frame)
        .containsOnly(FRAME - 10.0, (double) FRAME, FRAME + 10.0);

    boolean fingers = in.body().joint(Role.RIGHT_MIDDLE_2).isPresent();
    HandShape fist =
        HandShape.ALL.stream().filter(s -> s.key().equals("fist")).findFirst().orElseThrow();
    Pose closed = fist.pose(in.body(), Side.RIGHT);
    assertThat(closed.turns().isEmpty()).isEqualTo(!fingers);
    if (fingers) {
      Motion out = body.out(LayerEdit.posed(EMPTY, in, in, FRAME, FRAME, closed, 1, NEAR));
      int hand = in.body().joint(Role.RIGHT_HAND).orElseThrow();
      int tip = in.body().joint(Role.RIGHT_MIDDLE_3).orElse(-1);
      int far = tip >= 0 ? tip : in.body().joint(Role.RIGHT_MIDDLE_2).orElseThrow();
      double open = place(in, far).distance(place(in, hand));
      assertThat(place(out, far).distance(place(out, hand))).isLessThan(0.9 * open);
    }
  }
}
