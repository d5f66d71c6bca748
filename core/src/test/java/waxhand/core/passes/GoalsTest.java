package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.Samples;
import waxhand.core.body.JointRange;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Shortfall;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.time.TrimPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Limb goals, tethers and props. */
class GoalsTest {
  private static final Motion STRAIGHT = Samples.swaying(300, 120, 0.002, 3);

  /** Its arms are bent, so that they can give and take. */
  private static final Motion BODY =
      run(
          goal(GoalPart.RIGHT_HAND, 0.2, 0, 0),
          run(goal(GoalPart.LEFT_HAND, -0.2, 0, 0), STRAIGHT));

  private static Motion run(Pass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static Vector3d place(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = motion.body().joint(role).orElseThrow();
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }

  private static LimbGoalPass goal(GoalPart part, double x, double y, double z) {
    return LimbGoalPass.KIND.defaults().withPart(part).withMove(new Triple(x, y, z));
  }

  @ParameterizedTest
  @EnumSource(
      value = GoalPart.class,
      names = {"LEFT_HAND", "RIGHT_HAND", "LEFT_FOOT", "RIGHT_FOOT", "HEAD", "CHEST", "HIPS"})
  void partsGoWhereTheyAreDriven(GoalPart part) {
    // nobody is taller than he is
    boolean trunk = part.ordinal() >= GoalPart.HEAD.ordinal();
    boolean spine = trunk && part != GoalPart.HIPS;
    double x = part == GoalPart.RIGHT_HAND ? 0.04 : -0.04;
    double y = part == GoalPart.HIPS ? -0.05 : trunk ? 0 : 0.03;
    Motion out = run(goal(part, x, y, -0.02), BODY);
    Role role = part.role();
    for (int f = 0; f < 300; f += 23) {
      Vector3d by = place(out, role, f).sub(place(BODY, role, f));
      // a spine bends, but does not stretch
      Vector3d base = place(BODY, spine ? Role.SPINE_1 : role, f);
      Vector3d was = place(BODY, role, f);
      double stretch =
          trunk
              ? Math.abs(was.distance(base) - new Vector3d(was).add(x, y, -0.02).distance(base))
              : 0;
      double slack = spine ? 1.2 * stretch + 0.012 : 0.008;
      assertThat(by.distance(x, y, -0.02)).as("frame " + f).isLessThan(slack);
    }
    // and legs that are not driven stay where they stood
    for (Role foot : List.of(Role.LEFT_FOOT, Role.RIGHT_FOOT)) {
      if (foot != role) {
        assertThat(place(out, foot, 100).distance(place(BODY, foot, 100))).isLessThan(0.006);
      }
    }
  }

  @Test
  void aPartThatStaysIsStillWhateverTheBodyDoes() {
    LimbGoalPass pass = LimbGoalPass.KIND.of(Map.of("goal", "stays, moved by", "giveWay", 0.0));
    Plate plate =
        Plate.of("p", pass)
            .withScope(new Scope(Set.of(Role.LEFT_HAND), Set.of(), Scope.ALL.axes()))
            .withSpan(new Span(100, 200, 20, 20));
    Motion out = plate.apply(BODY, BODY.clip().allFrames(), Work.UNWATCHED);
    Vector3d spot = place(BODY, Role.LEFT_HAND, 150);
    for (int f = 140; f < 160; f++) {
      assertThat(place(out, Role.LEFT_HAND, f).distance(spot)).isLessThan(0.004);
    }
    assertThat(place(BODY, Role.LEFT_HAND, 140).distance(spot)).isGreaterThan(0.02);
    assertThat(place(out, Role.LEFT_HAND, 99)).isEqualTo(place(BODY, Role.LEFT_HAND, 99));
  }

  @Test
  void goalsAMetreOutOfReachStretchNobody() {
    for (GoalPart part : GoalPart.values()) {
      Motion out = run(goal(part, 1, 1, 1), BODY);
      WorldPose pose = new WorldPose(out.clip().skeleton());
      for (int f = 0; f < 300; f += 60) {
        pose.solve(out.clip(), f);
        for (double v : pose.positions()) {
          assertThat(v).isFinite();
        }
        Vector3d hips = place(out, Role.HIPS, f).sub(place(BODY, Role.HIPS, f));
        assertThat(hips.length()).as(part.words()).isLessThan(1.8);
      }
      List<Shortfall> off = goal(part, 1, 1, 1).prepared(BODY, Place.ALL).shortfalls(BODY, out);
      boolean told = !part.words().endsWith("knee") && !part.words().endsWith("elbow");
      assertThat(off.isEmpty()).as("what " + part.words() + " reaches").isEqualTo(!told);
      off.forEach(s -> assertThat(s.mm()).isBetween(15.0, 1900.0));
    }
  }

  /** Hips go first, the spine less, and the hand gets nearer by both. */
  @Test
  void theSpineGivesWayTooWhereAnArmFallsShort() {
    LimbGoalPass far = goal(GoalPart.LEFT_HAND, 0.1, 0.1, 0.35).withGiveWay(0);
    Motion stiff = run(far, STRAIGHT);
    Motion soft = run(far.withGiveWay(0.5), STRAIGHT);
    int spine = STRAIGHT.body().joint(Role.SPINE_1).orElseThrow();
    double nearer = 0;
    for (int f = 20; f < 280; f += 20) {
      Vector3d wanted = place(STRAIGHT, Role.LEFT_HAND, f).add(0.1, 0.1, 0.35);
      double was = wanted.distance(place(stiff, Role.LEFT_HAND, f));
      double is = wanted.distance(place(soft, Role.LEFT_HAND, f));
      nearer += (was - is) / 13;
      assertThat(is).as("frame " + f).isLessThan(was + 1e-3);
      for (Role foot : List.of(Role.LEFT_FOOT, Role.RIGHT_FOOT)) {
        assertThat(place(soft, foot, f).distance(place(STRAIGHT, foot, f))).isLessThan(0.02);
      }
    }
    assertThat(nearer).isGreaterThan(0.03);
    assertThat(soft.clip().rotation(spine)).isNotSameAs(STRAIGHT.clip().rotation(spine));
    assertThat(stiff.clip().rotation(spine)).isSameAs(STRAIGHT.clip().rotation(spine));
    // and neither comes with a jerk
    for (int f = 1; f < 299; f++) {
      Vector3d before = moved(soft, Role.CHEST, f - 1);
      Vector3d after = moved(soft, Role.CHEST, f + 1);
      Vector3d jerk = before.add(after).sub(moved(soft, Role.CHEST, f).mul(2));
      assertThat(jerk.length()).as("frame " + f).isLessThan(0.0015);
    }
  }

  private static Vector3d moved(Motion out, Role role, int frame) {
    return place(out, role, frame).sub(place(STRAIGHT, role, frame));
  }

  @Test
  void bonesThatMayStretchReachFartherAndKeepTheirLengthElsewhere() {
    Map<String, Object> settings = new LinkedHashMap<>();
    settings.put("part", "left foot");
    settings.put("moveY", -0.07);
    settings.put("giveWay", 0.0);
    Motion firm = run(LimbGoalPass.KIND.of(settings), BODY);
    settings.put("stretch", 0.15);
    Plate plate =
        Plate.of("p", LimbGoalPass.KIND.of(settings)).withSpan(new Span(100, 200, 20, 20));
    Motion grown = plate.apply(BODY, BODY.clip().allFrames(), Work.UNWATCHED);
    Vector3d wanted = place(BODY, Role.LEFT_FOOT, 150).add(0, -0.07, 0);
    assertThat(place(firm, Role.LEFT_FOOT, 150).distance(wanted)).isGreaterThan(0.02);
    assertThat(place(grown, Role.LEFT_FOOT, 150).distance(wanted)).isLessThan(0.003);
    double shin = place(BODY, Role.LEFT_SHIN, 150).distance(place(BODY, Role.LEFT_FOOT, 150));
    assertThat(place(grown, Role.LEFT_SHIN, 150).distance(place(grown, Role.LEFT_FOOT, 150)))
        .isBetween(1.005 * shin, 1.15 * shin);
    for (int f : new int[] {0, 99, 200, 299}) {
      assertThat(place(grown, Role.LEFT_FOOT, f)).isEqualTo(place(BODY, Role.LEFT_FOOT, f));
    }
    double step = 0;
    for (int f = 90; f < 210; f++) {
      step =
          Math.max(
              step, place(grown, Role.LEFT_FOOT, f).distance(place(grown, Role.LEFT_FOOT, f - 1)));
    }
    assertThat(step).as("eased in").isLessThan(0.03);
  }

  @Test
  void aHandIsNotTurnedPastItsRange() {
    Motion out =
        run(LimbGoalPass.KIND.of(Map.of("part", "left hand", "turnX", 3.0, "giveWay", 0.0)), BODY);
    int hand = BODY.body().joint(Role.LEFT_HAND).orElseThrow();
    JointRange range = JointRange.of(BODY.body(), hand).orElseThrow();
    double[] q = new double[4];
    double most = 0;
    for (int f = 0; f < 300; f += 10) {
      out.clip().rotation(hand).read(f, q, 0);
      assertThat(range.swing(q, 0)).isLessThan(range.swingRad() + 1e-6);
      assertThat(range.twist(q, 0)).isLessThan(range.twistRad() + 1e-6);
      most = Math.max(most, Math.max(range.swing(q, 0), range.twist(q, 0)));
    }
    assertThat(most).isGreaterThan(0.9 * Math.min(range.swingRad(), range.twistRad()));
  }

  @Test
  void aKneeIsTurnedAsideWhileTheFootStays() {
    Motion out = run(goal(GoalPart.LEFT_KNEE, 0.1, 0, 0), BODY);
    for (int f = 0; f < 300; f += 50) {
      assertThat(place(out, Role.LEFT_FOOT, f).distance(place(BODY, Role.LEFT_FOOT, f)))
          .isLessThan(1e-9);
      double x = place(out, Role.LEFT_SHIN, f).x - place(BODY, Role.LEFT_SHIN, f).x;
      assertThat(x).isGreaterThan(0);
    }
  }

  // ---- props ------------------------------------------------------------------------------

  private static PropPass crate(Hold... holds) {
    return PropPass.KIND.defaults().withPlace(new Triple(0.1, 0.9, 0.4)).withHolds(List.of(holds));
  }

  private static double[] pose(Motion motion, int frame) {
    double[] pose = new double[7];
    motion.get(Props.KIND).named("crate").orElseThrow().path().read(frame, pose, 0);
    return pose;
  }

  @Test
  void aThingGoesWithTheHandThatHasItAndIsHandedOverWithoutALeap() {
    Motion out =
        run(
            crate(
                new Hold(Holder.LEFT_HAND, new Frames(50, 120)),
                new Hold(Holder.RIGHT_HAND, new Frames(120, 180)),
                new Hold(Holder.BOTH_HANDS, new Frames(200, 250))),
            BODY);
    assertThat(out.clip()).isSameAs(BODY.clip());
    assertThat(pose(out, 49)).isEqualTo(pose(out, 0));
    assertThat(pose(out, 199)).isEqualTo(pose(out, 180));
    assertThat(pose(out, 299)).isEqualTo(pose(out, 250));
    for (int f = 1; f < 300; f++) {
      double[] a = pose(out, f - 1);
      double[] b = pose(out, f);
      double step = new Vector3d(b[0] - a[0], b[1] - a[1], b[2] - a[2]).length();
      assertThat(step).as("frame " + f).isLessThan(0.05);
    }
    // as far from the hand all the while
    double[] first = pose(out, 60);
    double[] later = pose(out, 119);
    double was = place(BODY, Role.LEFT_HAND, 60).distance(first[0], first[1], first[2]);
    double is = place(BODY, Role.LEFT_HAND, 119).distance(later[0], later[1], later[2]);
    assertThat(is).isCloseTo(was, within(1e-9));
  }

  @Test
  void handsTiedToAThingKeepTheirPlaceOnItAndFromEachOther() {
    Motion with = run(crate(new Hold(Holder.BOTH_HANDS, new Frames(0, 300))), BODY);
    Motion out = run(TetherPass.KIND.of(Map.of("giveWay", 0.0)), with);
    double last = Double.NaN;
    for (int f = 0; f < 300; f += 7) {
      double apart = place(out, Role.LEFT_HAND, f).distance(place(out, Role.RIGHT_HAND, f));
      assertThat(Double.isNaN(last) || Math.abs(apart - last) < 0.002).as("frame " + f).isTrue();
      last = apart;
    }
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (int f = 0; f < 300; f += 7) {
      double apart = place(BODY, Role.LEFT_HAND, f).distance(place(BODY, Role.RIGHT_HAND, f));
      least = Math.min(least, apart);
      most = Math.max(most, apart);
    }
    assertThat(most - least).as("untied").isGreaterThan(0.05);
  }

  @Test
  void aTetherToNothingSaysSoAndLeavesAllAsItIs() {
    TetherPass pass = TetherPass.KIND.of(Map.of("target", "anchor"));
    assertThat(run(pass, BODY)).isSameAs(BODY);
    assertThat(Plate.of("t", pass).complaint(BODY)).get().asString().contains("anchor");
  }

  @Test
  void formsKnowTheirInsideFromTheirOutside() {
    for (String form : List.of("box", "cylinder", "ball", "platform")) {
      Map<String, Object> settings = new LinkedHashMap<>();
      settings.put("form", form);
      settings.put("headingRad", 0.6);
      settings.put("placeX", 1.0);
      settings.put("placeZ", 2.0);
      settings.put("placeY", 0.5);
      Prop prop =
          run(PropPass.KIND.of(settings), BODY).get(Props.KIND).named("crate").orElseThrow();
      double height = prop.shape().size()[1];
      assertThat(prop.outside(0, 1, 0.5 + height + 0.2, 2)).as(form).isCloseTo(0.2, within(1e-9));
      assertThat(prop.outside(0, 1, 0.5 + height - 0.01, 2)).as(form).isNegative();
      assertThat(prop.outside(0, 5, 0.5, 2)).as(form).isGreaterThan(3);
    }
  }

  @Test
  void thingsAreCutAndLevelledWithTheirTake() {
    Motion with = run(crate(new Hold(Holder.LEFT_HAND, new Frames(20, 200))), BODY);
    Plate trim = Plate.of("t", new TrimPass()).withSpan(new Span(40, 120, 0, 0));
    Motion cut = trim.apply(with, with.clip().allFrames(), Work.UNWATCHED);
    assertThat(cut.get(Props.KIND).named("crate").orElseThrow().path().frames())
        .isEqualTo(cut.clip().frames());
    Motion level = run(LevelPass.KIND.of(Map.of("floorM", 0.1, "headingRad", 0.7)), with);
    double[] a = pose(with, 100);
    double[] b = pose(level, 100);
    Vector3d hand = place(with, Role.LEFT_HAND, 100);
    Vector3d levelled = place(level, Role.LEFT_HAND, 100);
    assertThat(levelled.distance(b[0], b[1], b[2]))
        .isCloseTo(hand.distance(a[0], a[1], a[2]), within(1e-9));
  }

  /** What words mean does not hang on which props there are. */
  @Test
  void aThingMayBeCalledLikeAPartAndTiesGoWithItsName() {
    TieTarget part = TieTarget.of("head");
    TieTarget thing = new TieTarget.OfProp("head");
    assertThat(part).isEqualTo(new TieTarget.OfPart(Role.HEAD));
    assertThat(part.words()).isEqualTo("head");
    assertThat(thing.words()).isNotEqualTo("head");
    for (String name : List.of("head", "crate", "Left hand", "prop \"x\"", "prop \"", " ", "é")) {
      if (!name.isBlank()) {
        TieTarget named = new TieTarget.OfProp(name);
        assertThat(TieTarget.of(named.words())).as(name).isEqualTo(named);
      }
    }
    PropPass far = PropPass.KIND.of(Map.of("name", "head", "placeX", 5.0));
    Motion with = run(far, BODY);
    assertThat(TieTarget.words(with)).containsOnlyOnce("head").contains(thing.words());
    double[] a = new double[7];
    double[] b = new double[7];
    thing.in(with).orElseThrow().pose(50, a);
    part.in(with).orElseThrow().pose(50, b);
    assertThat(a[0]).isEqualTo(5);
    assertThat(b[0]).isLessThan(2);
    assertThat(thing.in(BODY)).as("no such thing, though there is a head").isEmpty();
    TetherPass tie = TetherPass.KIND.defaults().withTarget(thing);
    assertThat(tie.prepared(BODY, Place.ALL).complaint()).isPresent();
    assertThat((Pass) TetherPass.KIND.of(TetherPass.KIND.plain(tie))).isEqualTo(tie);
  }

  @Test
  void aThingThatIsRenamedKeepsItsTies() {
    Plate first = Plate.of("p1", PropPass.KIND.of(Map.of("name", "crate")));
    Plate tie = Plate.of("t1", TetherPass.KIND.of(Map.of("target", "crate")));
    Plate hips = Plate.of("t2", TetherPass.KIND.of(Map.of("target", "hips")));
    Plate second = Plate.of("p2", PropPass.KIND.of(Map.of("name", "crate")));
    Plate later = Plate.of("t3", TetherPass.KIND.of(Map.of("target", "crate")));
    Chain chain = Chain.of(first, tie, hips, second, later);
    Chain renamed = chain.changed("p1", p -> p.withPass(((PropPass) p.pass()).withName("hips")));
    assertThat(target(renamed, 1)).isEqualTo(new TieTarget.OfProp("hips"));
    assertThat(target(renamed, 2)).isEqualTo(new TieTarget.OfPart(Role.HIPS));
    assertThat(target(renamed, 4)).as("tied to the other").isEqualTo(target(chain, 4));
    Chain both = renamed.changed("p2", p -> p.withPass(((PropPass) p.pass()).withName("box")));
    assertThat(target(both, 4)).isEqualTo(new TieTarget.OfProp("box"));
    assertThat(target(both, 1)).isEqualTo(new TieTarget.OfProp("hips"));
  }

  private static TieTarget target(Chain chain, int plate) {
    return ((TetherPass) chain.plates().get(plate).pass()).target();
  }
}
