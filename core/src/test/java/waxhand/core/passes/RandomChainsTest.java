package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.StoppedWork;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.time.TrimPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * What holds of every chain: however it was come to, everything a motion holds is what the plates
 * make of it one after the other, and nothing else is touched.
 */
class RandomChainsTest {
  private static final int FRAMES = 1100;
  private static final Motion RAW = Samples.faulty(Samples.stepping(FRAMES, 120, 0.01, 1));

  private static final int LONG = 2600;
  private static final int BLOCK = 768;
  private static final Set<PassKind<?>> WHOLE_TAKE =
      Set.of(GapFillPass.KIND, PlantsPass.KIND, PropPass.KIND, TetherPass.KIND);

  private static Evaluator.Stages afresh(Chain chain) {
    return new Evaluator(RAW).evaluate(chain, Work.UNWATCHED);
  }

  /** What each plate makes of what the one before it left. */
  private static List<Motion> plateByPlate(Chain chain) {
    List<Motion> motions = new ArrayList<>(List.of(RAW));
    TimeMap map = TimeMap.all(FRAMES);
    for (int k = 0; k < chain.size(); k++) {
      Plate placed = chain.placed(k, map);
      map = placed.after(map);
      Motion in = motions.get(k);
      motions.add(placed.apply(in, in.clip().allFrames(), Work.UNWATCHED));
      assertThat(motions.get(k + 1).clip().frames()).as("%s", placed).isEqualTo(map.frames());
    }
    return motions;
  }

  private static void assertSame(List<Motion> wanted, List<Motion> got, Object about) {
    for (int k = 0; k < wanted.size(); k++) {
      assertThat(Samples.differences(wanted.get(k), got.get(k)))
          .as("after %d plates of %s", k, about)
          .isEmpty();
    }
  }

  @Property(tries = 28)
  void editedFreshAndPlateByPlateAreTheSame(@ForAll long seed) {
    RandomPlates draw = new RandomPlates(seed, FRAMES);
    Chain chain = draw.chain();
    Evaluator evaluator = new Evaluator(RAW);
    for (int edit = 0; edit < 6; edit++) {
      int from = draw.below(FRAMES);
      Frames focus = new Frames(from, from + 1);
      List<Motion> kept = evaluator.evaluate(chain, focus, Work.UNWATCHED, stages -> {}).motions();
      assertSame(plateByPlate(chain), kept, chain);
      chain = edited(chain, draw);
    }
    assertSame(plateByPlate(chain), afresh(chain).motions(), chain);
  }

  /** This one mirrors contacts of which only pieces are known as yet. */
  @Example
  void contactsThatAreMirroredInPiecesAreWholeAgain() {
    editedFreshAndPlateByPlateAreTheSame(-15);
  }

  /** In this one a plate that cut contacts where a chunk ends goes elsewhere. */
  @Example
  void contactsThatWereCutAtTheEndOfASpanAreWholeAgain() {
    whatIsStoppedIsStaleAndNothingElse(2451236);
  }

  /** In these an equal body is made anew before plants, and two guards share a joint. */
  @Example
  void whatIsEqualButMadeInAnotherWayComesOutTheSame() {
    editedFreshAndPlateByPlateAreTheSame(770324);
    editedFreshAndPlateByPlateAreTheSame(52000405);
  }

  private static Chain edited(Chain chain, RandomPlates draw) {
    String id = chain.plates().get(draw.below(chain.size())).id();
    return switch (draw.below(7)) {
      case 0 -> chain.changed(id, p -> p.withMuted(!p.muted()));
      case 1 -> chain.changed(id, draw::placed);
      case 2 -> chain.moved(id, draw.below(chain.size()));
      case 3 -> chain.inserted(draw.below(chain.size() + 1), draw.plate());
      case 4 -> chain.size() > 1 ? chain.without(id) : chain;
      default -> chain.changed(id, p -> p.withPass(draw.changed(p.pass())));
    };
  }

  @Property(tries = 28)
  void whatIsStoppedIsStaleAndNothingElse(@ForAll long seed) {
    RandomPlates draw = new RandomPlates(seed, FRAMES);
    Chain chain = draw.chain();
    Evaluator evaluator = new Evaluator(RAW);
    for (int edit = 0; edit < 4; edit++) {
      StoppedWork stopping = new StoppedWork(draw.below(30));
      try {
        evaluator.evaluate(chain, stopping);
      } catch (CancellationException e) {
        assertThat(stopping.wasStopped()).isTrue();
      }
      chain = edited(chain, draw);
    }
    assertSame(plateByPlate(chain), evaluator.evaluate(chain, Work.UNWATCHED).motions(), chain);
  }

  /** A random plate of every kind, and what it makes of a take. */
  @Property(tries = 25)
  void whatAPlateDoesNotReachKeepsItsBits(@ForAll long seed) {
    RandomPlates draw = new RandomPlates(seed, FRAMES);
    for (PassKind<?> kind : PassKinds.ALL) {
      Plate plate = draw.placed(Plate.of("p", draw.pass(kind)));
      Motion out = plate.apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED);
      assertThat(plate.withMuted(true).apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED))
          .isSameAs(RAW);
      assertThat(plate.withWeight(0).apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED))
          .isSameAs(RAW);
      if (plate.reshapesTime()) {
        continue;
      }
      Frames active = plate.active(FRAMES);
      BitSet scope = plate.scope().joints(RAW.body());
      for (int j = 0; j < RAW.clip().skeleton().size(); j++) {
        for (int f = 0; f < FRAMES; f++) {
          if (!active.contains(f) || kind.scoped() && !scope.get(j)) {
            assertThat(sameSamples(RAW.clip(), out.clip(), j, f))
                .as("%s joint %d frame %d", plate, j, f)
                .isTrue();
          }
        }
      }
    }
  }

  /** Where one clip has translation and the other has none, it must be the offset. */
  private static boolean sameSamples(Clip a, Clip b, int joint, int frame) {
    return a.rotation(joint).sameAt(frame, b.rotation(joint))
        && (a.translation(joint) == b.translation(joint)
            || Arrays.equals(place(a, joint, frame), place(b, joint, frame)));
  }

  private static double[] place(Clip clip, int joint, int frame) {
    double[] place = new double[3];
    for (int i = 0; i < 3; i++) {
      boolean moves = clip.hasTranslation(joint);
      place[i] = moves ? clip.translation(joint).at(frame, i) : clip.skeleton().offset(joint, i);
    }
    return place;
  }

  @Property(tries = 25)
  void reachAndDifferingHoldAndPreparingTwiceIsPreparingOnce(@ForAll long seed) {
    RandomPlates draw = new RandomPlates(seed, FRAMES);
    for (PassKind<?> kind : PassKinds.ALL) {
      Plate plate = draw.placed(Plate.of("p", draw.pass(kind))).withMuted(false);
      Pass pass = plate.pass();
      Place place = plate.place();
      if (pass.reshapes() == Pass.Reshapes.TIME) {
        continue;
      }
      Frames active = plate.withWeight(1).active(FRAMES);
      Prepared ready = pass.prepared(RAW, place);
      assertThat(ready.pass().prepared(RAW, place).pass()).isEqualTo(ready.pass());
      if (active.isEmpty()) {
        continue;
      }
      Motion out = ready.apply(RAW, active, Work.UNWATCHED);
      Motion again = ready.pass().prepared(RAW, place).apply(RAW, active, Work.UNWATCHED);
      assertThat(Samples.differences(out, again)).as("%s", plate).isEmpty();

      int at = draw.below(FRAMES);
      Motion poked = poked(RAW, new Frames(at, at + 1));
      Motion other = ready.apply(poked, active, Work.UNWATCHED);
      Frames felt = new Frames(at, at + 1).grown(ready.reach()).within(RAW.clip().allFrames());
      assertAlikeOutside(FrameSet.of(felt), out, other, plate);

      Prepared changed = draw.changed(pass).prepared(RAW, place, ready);
      if (changed.pass().reshapes() == pass.reshapes()) {
        FrameSet differing = changed.differing(ready, active);
        assertAlikeOutside(differing, out, changed.apply(RAW, active, Work.UNWATCHED), plate);
      }
    }
  }

  private static void assertAlikeOutside(FrameSet frames, Motion a, Motion b, Plate plate) {
    for (int f = 0; f < FRAMES; f++) {
      for (int j = 0; !frames.contains(f) && j < a.clip().skeleton().size(); j++) {
        assertThat(sameSamples(a.clip(), b.clip(), j, f))
            .as("%s joint %d frame %d beyond %s", plate, j, f, frames)
            .isTrue();
      }
    }
  }

  private static Motion poked(Motion motion, Frames run) {
    Clip clip = motion.clip();
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * run.count()];
      for (int n = 0; n < run.count(); n++) {
        q[4 * n + 1] = 0.6;
        q[4 * n + 3] = 0.8;
      }
      clip = clip.withRotation(j, clip.rotation(j).with(run, q));
      if (clip.hasTranslation(j)) {
        double[] p = new double[3 * run.count()];
        clip.translation(j).read(run, p);
        p[0] += 0.3;
        clip = clip.withTranslation(j, clip.translation(j).with(run, p));
      }
    }
    return motion.with(clip);
  }

  /**
   * A pass whose span is clear of a cut does the same before it and behind it: its frames are found
   * again. Kinds that look at the take as a whole see another take behind the cut.
   */
  @Property(tries = 8)
  void beforeACutAndBehindItAPassDoesTheSame(@ForAll long seed) {
    Motion raw = Samples.faulty(Samples.stepping(LONG, 120, 0.01, 1));
    RandomPlates draw = new RandomPlates(seed, LONG);
    // filters work in blocks, counted from the first frame
    Plate trim = Plate.of("t", new TrimPass()).withSpan(new Span(BLOCK, LONG, 0, 0));
    for (PassKind<?> kind : PassKinds.ALL) {
      if (!kind.local() || WHOLE_TAKE.contains(kind)) {
        continue;
      }
      Plate plate = draw.placed(Plate.of("p", draw.pass(kind))).withMuted(false).withWeight(1);
      // with what it finds in the whole take
      Prepared ready = plate.pass().prepared(raw, plate.place());
      plate = plate.withPass(ready.pass());
      int reach = ready.reach();
      int from = BLOCK + reach + draw.below(300);
      plate = plate.withSpan(new Span(from, from + 200 + draw.below(300), 20, 30));
      Motion first =
          new Evaluator(raw).evaluate(new Chain(List.of(plate, trim)), Work.UNWATCHED).result();
      Motion behind =
          new Evaluator(raw).evaluate(new Chain(List.of(trim, plate)), Work.UNWATCHED).result();
      assertThat(Samples.differences(first, behind)).as("%s", plate).isEmpty();
    }
  }

  /** Every kind does something to this take, or nothing would be tried. */
  @Test
  void everyKindFindsSomethingToDo() {
    PropPass crate =
        PropPass.KIND
            .defaults()
            .withHolds(List.of(new Hold(Holder.BOTH_HANDS, new Frames(40, FRAMES - 40))));
    Motion raw = Plate.of("crate", crate).apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED);
    for (PassKind<?> kind : PassKinds.ALL) {
      RandomPlates draw = new RandomPlates(7, FRAMES);
      int did = 0;
      for (int n = 0; n < 24; n++) {
        Plate plate = draw.placed(Plate.of("p", draw.pass(kind))).withMuted(false).withWeight(1);
        Motion out = plate.apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
        did += Samples.differences(raw, out).isEmpty() ? 0 : 1;
      }
      assertThat(did).as(kind.words()).isGreaterThan(3);
    }
    assertThat(Track.CHUNK).as("takes are longer than a few chunks").isLessThan(FRAMES / 4);
  }
}
