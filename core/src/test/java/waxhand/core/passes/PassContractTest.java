package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.CancellationException;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.StoppedWork;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.contact.ContactPart;
import waxhand.core.curve.Curve;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.GuardPass;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.RepeatsPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;
import waxhand.core.plants.Plant;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** What every kind of pass must keep to, and what the single kinds promise. */
class PassContractTest {
  private static final Motion RAW = carrying(Samples.faulty(Samples.swaying(700, 120, 0.02, 1)));

  /** A body that has a crate in its hands now and then. */
  private static Motion carrying(Motion body) {
    PropPass crate =
        PropPass.KIND
            .defaults()
            .withHolds(List.of(new Hold(Holder.BOTH_HANDS, new Frames(40, 660))));
    return run(Plate.of("crate", crate), body);
  }

  private static Motion run(Plate plate, Motion in) {
    return plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  /** Passes that cut frames out have a test of their own. */
  private static boolean cuts(PassKind<?> kind) {
    return kind == SplicePass.KIND || kind == TrimPass.KIND;
  }

  /** A plate that surely changes something. */
  private static Plate strong(PassKind<?> kind) {
    Pass pass =
        switch (kind.id()) {
          case "level" ->
              new LevelPass(OptionalDouble.of(0.03), OptionalDouble.empty(), 0.4, 0.2, -0.1);
          case "shift" -> new ShiftPass(new Triple(0.1, 0, 0.2), new Triple(0.1, 0, 0), 0.05);
          case "smooth" -> SmoothPass.lowPass(4, 2);
          case "plants" -> planted();
          case "repeats" -> RepeatsPass.KIND.of(Map.of("picturesHz", 90.0));
          case "tether" -> TetherPass.KIND.of(Map.of("target", "hips"));
          case "layer" -> layered();
          case "limb-goal" -> LimbGoalPass.KIND.of(Map.of("moveY", 0.1, "turnX", 0.3));
          default -> kind.defaults();
        };
    return Plate.of("p", pass);
  }

  private static Pass layered() {
    LayerPass pass = LayerPass.KIND.defaults();
    for (Channel channel : List.of(Channel.TURN_X, Channel.MOVE_Y, Channel.GOAL_Z)) {
      Role role = channel.of().isGoal() ? Role.LEFT_HAND : Role.HIPS;
      pass = pass.plus(new LayerRow(PartName.of(role), channel, Curve.constant(0.1)));
    }
    return pass;
  }

  private static Pass planted() {
    PlantsPass pass = PlantsPass.KIND.defaults();
    for (ContactPart part : List.of(ContactPart.LEFT_BALL, ContactPart.LEFT_HEEL)) {
      pass = pass.plus(Plant.found(part, new Frames(300, 380), 20, 20));
    }
    return pass;
  }

  @Test
  void mutedWeightlessOrOutsideTheTakeIsIdentity() {
    for (PassKind<?> kind : PassKinds.ALL) {
      if (cuts(kind)) {
        continue;
      }
      assertThat(run(strong(kind), RAW)).as(kind.words()).isNotSameAs(RAW);
      assertThat(run(strong(kind).withMuted(true), RAW)).isSameAs(RAW);
      assertThat(run(strong(kind).withWeight(0), RAW)).isSameAs(RAW);
      if (kind.local()) {
        assertThat(run(strong(kind).withSpan(new Span(5000, 5100, 0, 0)), RAW)).isSameAs(RAW);
      }
      if (kind.scoped()) {
        Scope nowhere = new Scope(Set.of(Role.LEFT_THUMB_1), Set.of(), Scope.ALL.axes());
        assertThat(run(strong(kind).withScope(nowhere), RAW)).isSameAs(RAW);
      }
    }
  }

  @Property(tries = 25)
  void whatLiesOutsideSpanAndScopeKeepsItsBits(
      @ForAll @IntRange(max = 600) int from,
      @ForAll @IntRange(min = 1, max = 400) int length,
      @ForAll @IntRange(max = 60) int ease,
      @ForAll boolean arm) {
    Span span = new Span(from, from + length, ease, ease);
    Scope scope =
        arm
            ? new Scope(Set.of(Role.LEFT_FOREARM, Role.LEFT_HAND), Set.of(), Scope.ALL.axes())
            : Scope.ALL;
    for (PassKind<?> kind : PassKinds.ALL) {
      if (!kind.local() || cuts(kind)) {
        continue;
      }
      Motion result = run(strong(kind).withSpan(span).withScope(scope), RAW);
      Clip out = result.clip();
      boolean changed = false;
      for (int f = 0; f < out.frames(); f++) {
        boolean same = Arrays.equals(crate(RAW, f), crate(result, f));
        assertThat(same || f >= from && f < from + length).as("crate in frame %d", f).isTrue();
        changed |= !same;
      }
      for (int j = 0; j < out.skeleton().size(); j++) {
        boolean in = !kind.scoped() || scope.joints(RAW.body()).get(j);
        for (int f = 0; f < out.frames(); f++) {
          boolean same = Samples.sameBits(RAW.clip(), out, j, f);
          if (!in || f < from || f >= from + length) {
            assertThat(same).as("joint %d frame %d", j, f).isTrue();
          }
          changed |= !same;
        }
      }
      // every second has something to mend, and the plants lie in between
      boolean surely =
          !arm
              && length >= 260
              && from + length <= 700
              && kind != GuardPass.KIND
              && (kind != PlantsPass.KIND || from <= 280 && from + length >= 400);
      assertThat(changed || !surely).as("%s %s", kind.words(), span).isTrue();
    }
  }

  private static double[] crate(Motion motion, int frame) {
    double[] pose = new double[Poses.SIZE];
    motion.get(Props.KIND).named("crate").orElseThrow().path().read(frame, pose, 0);
    return pose;
  }

  @Test
  void aFramesResultDoesNotDependOnWhichFramesWereAskedFor() {
    Motion longer = Samples.faulty(Samples.swaying(5000, 120, 0.02, 2));
    for (PassKind<?> kind : PassKinds.ALL) {
      if (cuts(kind)) {
        continue;
      }
      Plate plate = strong(kind);
      Clip whole = run(plate, longer).clip();
      Clip part = plate.apply(longer, new Frames(1900, 2300), Work.UNWATCHED).clip();
      for (int f = 1900; f < 2300; f++) {
        for (int j = 0; j < whole.skeleton().size(); j++) {
          assertThat(Samples.sameBits(whole, part, j, f)).as("%s %d", kind.words(), f).isTrue();
        }
      }
      boolean stays = part.skeleton().size() == longer.clip().skeleton().size();
      for (int j = 0; stays && j < whole.skeleton().size(); j++) {
        assertThat(Samples.sameBits(part, longer.clip(), j, 1899)).isTrue();
        assertThat(Samples.sameBits(part, longer.clip(), j, 2300)).isTrue();
      }
    }
  }

  @Test
  void settingsSurvivePlainFormAndBadOnesAreRefused() {
    for (PassKind<?> kind : PassKinds.ALL) {
      Pass pass = strong(kind).pass();
      assertThat((Pass) kind.of(kind.plain(pass))).isEqualTo(pass);
      Map<String, Object> odd = new HashMap<>(Map.of("nonsense", 1.0));
      assertThatThrownBy(() -> kind.of(odd)).hasMessageContaining("nonsense");
      for (Setting<?> setting : kind.settings()) {
        Map<String, Object> bad = new HashMap<>(Map.of(setting.key(), Double.NaN));
        assertThatThrownBy(() -> kind.of(bad)).hasMessageContaining(setting.key());
        assertThat(setting.help()).isNotBlank();
      }
    }
  }

  @Test
  void stoppedWorkEnds() {
    Work stopped = new StoppedWork(0);
    assertThatThrownBy(() -> strong(SmoothPass.KIND).apply(RAW, RAW.clip().allFrames(), stopped))
        .isInstanceOf(CancellationException.class);
  }

  @Test
  void easesRiseFromNothingAndMeetInTheMiddle() {
    Span span = new Span(10, 50, 10, 20);
    assertThat(span.weight(9)).isZero();
    assertThat(span.weight(50)).isZero();
    assertThat(span.weight(10)).isBetween(0.0, 0.05);
    assertThat(span.weight(25)).isEqualTo(1);
    for (int f = 10; f < 20; f++) {
      assertThat(span.weight(f + 1)).isGreaterThan(span.weight(f));
    }
    assertThat(new Span(0, 4, 100, 100).weight(2)).isBetween(0.1, 1.0);
    assertThatThrownBy(() -> new Span(5, 5, 0, 0)).hasMessageContaining("no frame");
  }

  @Test
  void smoothTakesOutJitterAndKeepsTheMotion() {
    Motion truth = Samples.swaying(1500, 120, 0, 5);
    Motion noisy = Samples.swaying(1500, 120, 0.02, 5);
    Motion clean = run(Plate.of("p", SmoothPass.KIND.defaults()), noisy);
    double before =
        waxhand.core.measure.Comparison.of(truth, noisy, java.util.List.of()).rotationRmsDeg();
    double after =
        waxhand.core.measure.Comparison.of(truth, clean, java.util.List.of()).rotationRmsDeg();
    assertThat(after).isLessThan(0.4 * before);
  }

  @Test
  void smoothOnOneAxisLeavesTheOthers() {
    Scope onlyY = Scope.ALL.withAxes(EnumSet.of(Axis.Y));
    Clip out = run(strong(SmoothPass.KIND).withScope(onlyY), RAW).clip();
    for (int f = 0; f < 700; f += 50) {
      assertThat(out.translation(0).at(f, 0)).isEqualTo(RAW.clip().translation(0).at(f, 0));
      assertThat(out.translation(0).at(f, 2)).isEqualTo(RAW.clip().translation(0).at(f, 2));
    }
    assertThat(out.translation(0).at(300, 1)).isNotEqualTo(RAW.clip().translation(0).at(300, 1));
  }

  @Test
  void levelFindsTheFloorScalesAndTurnsAboutTheOrigin() {
    Motion still = Samples.swaying(300, 120, 0, 1);
    LevelPass settled = (LevelPass) LevelPass.KIND.defaults().prepared(still, Place.ALL).pass();
    assertThat(settled.floorM()).isPresent();
    LevelPass big =
        new LevelPass(
            OptionalDouble.of(0.1),
            OptionalDouble.of(2 * still.body().heightM()),
            Math.PI / 2,
            0,
            0);
    Motion out = run(Plate.of("p", big), still);
    assertThat(out.body().heightM()).isCloseTo(2 * still.body().heightM(), within(1e-9));
    WorldPose a = new WorldPose(still.clip().skeleton());
    WorldPose b = new WorldPose(out.clip().skeleton());
    a.solve(still.clip(), 120);
    b.solve(out.clip(), 120);
    for (int j = 0; j < 20; j++) {
      assertThat(b.x(j)).isCloseTo(2 * a.z(j), within(1e-9));
      assertThat(b.y(j)).isCloseTo(2 * (a.y(j) - 0.1), within(1e-9));
      assertThat(b.z(j)).isCloseTo(-2 * a.x(j), within(1e-9));
    }
    Motion half = run(Plate.of("p", big).withWeight(0.5), still);
    assertThat(half.body().heightM())
        .isCloseTo(Math.sqrt(2) * still.body().heightM(), within(1e-9));
  }

  @Test
  void spinsBeyondATurnAreStillSmoothed() {
    int n = 600;
    double[] q = new double[4 * n];
    java.util.Random random = new java.util.Random(1);
    for (int f = 0; f < n; f++) {
      double angle = 4 * Math.PI * f / n + 0.02 * random.nextGaussian();
      q[4 * f + 1] = Math.sin(angle / 2);
      q[4 * f + 3] = Math.cos(angle / 2);
    }
    Clip spinning =
        Samples.swaying(n, 120, 0, 1)
            .clip()
            .withRotation(0, waxhand.core.motion.Track.of(TrackType.ROTATION, q));
    Clip out = run(strong(SmoothPass.KIND), Motion.of(spinning)).clip();
    double worst = 0;
    for (int f = 60; f < n - 60; f++) {
      double angle = 4 * Math.PI * f / n;
      double[] wanted = {0, Math.sin(angle / 2), 0, Math.cos(angle / 2)};
      double[] got = new double[4];
      out.rotation(0).read(f, got, 0);
      worst = Math.max(worst, waxhand.core.maths.Quats.angle(wanted, 0, got, 0));
    }
    assertThat(worst).isLessThan(0.03);
  }
}
