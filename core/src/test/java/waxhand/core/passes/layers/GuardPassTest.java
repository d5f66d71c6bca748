package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.curve.Curve;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.RandomEdits;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class GuardPassTest {
  private static final Motion IN = Samples.faulty(Samples.stepping(700, 120, 0.01, 8));

  private static Motion result(Plate... plates) {
    return new Evaluator(IN).evaluate(Chain.of(plates), Work.UNWATCHED).result();
  }

  private static Plate guard(Span span) {
    return Plate.of("guard", new GuardPass()).withSpan(span);
  }

  @Property(tries = 25)
  void whatIsGuardedKeepsItsBitsUnderAnyEdits(@ForAll Random random) {
    int from = random.nextInt(500);
    int to = from + 30 + random.nextInt(170);
    int ease = random.nextInt(12);
    List<Plate> edits = RandomEdits.plates(random.nextLong(), 700);
    Plate[] plates = new Plate[edits.size() + 2];
    plates[0] = Plate.of("first", SmoothPass.KIND.defaults());
    plates[1] = guard(new Span(from, to, ease, ease));
    for (int n = 0; n < edits.size(); n++) {
      plates[n + 2] = edits.get(n);
    }
    Clip before = result(plates[0]).clip();
    Clip after = result(plates).clip();
    for (int j = 0; j < before.skeleton().size(); j++) {
      // a bone may have grown elsewhere, so that its joint has places here, too
      Track was = before.places(j);
      Track is = after.places(j);
      for (int f = from + ease; f < to - ease; f++) {
        boolean same = before.rotation(j).sameAt(f, after.rotation(j)) && was.sameAt(f, is);
        assertThat(same).as("joint %d frame %d", j, f).isTrue();
      }
    }
  }

  /** A guard keeps frames as they are; which props there are is no matter of frames. */
  @Test
  void aPropPutInBehindAGuardIsThereAndItsPathIsGuardedLikeTheBody() {
    Plate crate =
        Plate.of(
            "crate",
            PropPass.KIND
                .defaults()
                .withHolds(List.of(new Hold(Holder.BOTH_HANDS, new Frames(50, 650)))));
    Plate path = Plate.of("path", PropPathPass.KIND.defaults());
    Plate guard = guard(new Span(300, 400, 0, 0));
    Motion behind = result(guard, crate);
    assertThat(Props.of(behind)).isEqualTo(Props.of(result(crate))).hasSize(1);
    PropPath was = Props.of(behind).get(0).path();
    PropPath is = Props.of(result(crate, guard, path)).get(0).path();
    int changed = 0;
    for (int f = 0; f < 700; f++) {
      double[] a = new double[14];
      was.read(f, a, 0);
      is.read(f, a, 7);
      boolean same = Arrays.equals(a, 0, 7, a, 7, 14);
      boolean guarded = f >= 300 && f < 400;
      // hands take it at 50, and what they let go at 650 has come to stand by 690
      if (guarded || f <= 50 || f > 690) {
        assertThat(same).as("frame %d", f).isTrue();
      }
      changed += same ? 0 : 1;
    }
    assertThat(changed).isGreaterThan(350);
  }

  @Test
  void itsEasesLetMoreAndMoreThrough() {
    LayerPass turn =
        LayerPass.KIND
            .defaults()
            .plus(new LayerRow(PartName.of(Role.HEAD), Channel.TURN_Y, Curve.constant(0.5)));
    Clip out = result(guard(new Span(300, 400, 20, 0)), Plate.of("turn", turn)).clip();
    int head = IN.body().joint(Role.HEAD).orElseThrow();
    double last = 0.5;
    for (int f = 299; f <= 321; f++) {
      double[] q = new double[8];
      IN.clip().rotation(head).read(f, q, 0);
      out.rotation(head).read(f, q, 4);
      double turned = Quats.angle(q, 0, q, 4);
      assertThat(turned).isLessThanOrEqualTo(last + 1e-9);
      last = turned;
    }
    assertThat(last).isZero();
    assertThat(Samples.sameBits(IN.clip(), out, head, 400)).isFalse();
  }

  @Test
  void itGuardsItsPartsOnlyAndMutedNothing() {
    Scope arm = new Scope(Set.of(Role.LEFT_FOREARM), Set.of(), Scope.ALL.axes());
    Plate smooth = Plate.of("smooth", SmoothPass.KIND.defaults());
    Plate guard = guard(Span.ALL).withScope(arm);
    Clip out = result(guard, smooth).clip();
    int forearm = IN.body().joint(Role.LEFT_FOREARM).orElseThrow();
    assertThat(out.rotation(forearm)).isSameAs(IN.clip().rotation(forearm));
    assertThat(out.translation(0)).isNotSameAs(IN.clip().translation(0));
    assertThat(
            Samples.sameBits(result(guard.withMuted(true), smooth).clip(), result(smooth).clip()))
        .isTrue();
  }

  @Test
  void anotherSizeOfTheBodyIsNotHeldBack() {
    LevelPass taller = new LevelPass(OptionalDouble.of(0), OptionalDouble.of(2), 0, 0, 0);
    Motion out = result(guard(new Span(100, 200, 0, 0)), Plate.of("level", taller));
    assertThat(out.body().heightM()).isBetween(1.99, 2.01);
    assertThat(out.clip().translation(0).at(150, 1))
        .isGreaterThan(1.05 * IN.clip().translation(0).at(150, 1));
  }
}
