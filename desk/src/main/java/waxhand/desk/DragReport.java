package waxhand.desk;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import javafx.animation.PauseTransition;
import javafx.util.Duration;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Clip;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Session;
import waxhand.rehearsal.scene.Scene;

/**
 * How long it takes from a drag of a handle until the views have drawn the pose, and until the
 * window is laid out and handed to the renderer, with ten passes on takes of ten minutes: turns of
 * an arm, pulls of a hand. What the renderer then takes is the machine's, see {@link StallReport}.
 */
final class DragReport {
  private static final int DRAGS = 120;

  /** Drags that are not counted, until what runs often has been compiled. */
  private static final int FIRST = 60;

  private static final int FRAME = 36_000;
  private static final String LAYER = "pose";

  private final Session session;
  private final List<Double> drawn = new ArrayList<>();
  private final List<Double> laidOut = new ArrayList<>();
  private final javafx.scene.Scene scene;
  private final Runnable layout = this::laidOut;
  private long begun;
  private boolean posed;

  DragReport(Bench bench, javafx.scene.Scene scene) {
    session = bench.session();
    this.scene = scene;
  }

  /** The take that is dragged on: ten minutes at 120 Hz. */
  static Project project(Scene of) {
    Clip minute = Demo.rehearsed(of, 60, 120, Map.of()).raw();
    int[] frames = IntStream.range(0, 72_000).map(f -> f % minute.frames()).toArray();
    Clip ten = minute.showing(frames, minute.rateHz());
    RawTake raw = new RawTake("long.bvh", new byte[0], Motion.of(ten), Map.of(), List.of());
    return Project.empty("drags").added("long", raw);
  }

  /** Measures and prints. For the UI thread. */
  void run(Runnable then) {
    session.stagesProperty().addListener((o, a, b) -> arrived());
    scene.addPostLayoutPulseListener(layout);
    Runnable last =
        () -> {
          scene.removePostLayoutPulseListener(layout);
          then.run();
        };
    run(Scene.DECK_WALK, () -> run(Scene.LINE_HAUL, last));
  }

  private void run(Scene of, Runnable then) {
    session.reset(project(of), Optional.empty());
    System.out.printf(
        "%s, %d joints%n",
        of.key(),
        session.takeProperty().get().orElseThrow().raw().motion().body().skeleton().size());
    List<Plate> plates = new ArrayList<>();
    plates.add(Plate.of(LAYER, LayerPass.KIND.defaults()));
    for (int i = 0; i < 9; i++) {
      plates.add(
          i % 3 == 1
              ? Plate.of("s" + i, SmoothPass.lowPass(6, 2))
                  .withSpan(new Span(FRAME - 300 + 60 * i, FRAME + 300, 12, 12))
              : Plate.of(
                  "l" + i,
                  new LevelPass(
                      OptionalDouble.of(0.001 * i), OptionalDouble.empty(), 0.01 * i, 0, 0)));
    }
    session.editChain("ten passes", null, c -> new Chain(plates));
    session.plateIdProperty().set(Optional.of(LAYER));
    session.seek(FRAME);
    BitSet arm = new BitSet();
    arm.set(
        session
            .takeProperty()
            .get()
            .orElseThrow()
            .raw()
            .motion()
            .body()
            .joint(Role.LEFT_UPPER_ARM)
            .orElseThrow());
    session.select(arm);
    later(
        25_000,
        () ->
            run(
                List.of(
                    new Hand(
                        "turn of an arm, at leisure", Role.LEFT_UPPER_ARM, Channel.Of.TURN, 300),
                    new Hand("turn of an arm, in one go", Role.LEFT_UPPER_ARM, Channel.Of.TURN, 40),
                    new Hand("pull of a hand, at leisure", Role.LEFT_HAND, Channel.Of.GOAL, 300),
                    new Hand("pull of a hand, in one go", Role.LEFT_HAND, Channel.Of.GOAL, 40)),
                then));
  }

  /**
   * What is dragged, and how quickly.
   *
   * @param apartMs from one pose to the next: longer than a renderer without a graphics card needs,
   *     or as a mouse tells where it is
   */
  private record Hand(String what, Role part, Channel.Of of, double apartMs) {}

  private void run(List<Hand> hands, Runnable then) {
    if (hands.isEmpty()) {
      then.run();
      return;
    }
    step(
        0,
        hands.get(0),
        () -> {
          print(hands.get(0).what());
          run(hands.subList(1, hands.size()), then);
        });
  }

  private void step(int n, Hand hand, Runnable then) {
    if (n == FIRST) {
      drawn.clear();
      laidOut.clear();
    }
    if (n == FIRST + DRAGS) {
      then.run();
      return;
    }
    PartName part = PartName.of(hand.part());
    double[] by = {0.001 * (n % 60), 0.0007 * (n % 45), 0.02};
    LayerEdit.Hold hold = new LayerEdit.Hold.Near(30);
    begun = System.nanoTime();
    session.editPlate(
        "drag",
        "drag",
        LAYER,
        p ->
            p.withPass(LayerEdit.set(LayerPass.KIND.defaults(), part, hand.of(), FRAME, by, hold)));
    later(hand.apartMs(), () -> step(n + 1, hand, then));
  }

  /** The listeners before this one have given the views their pose. */
  private void arrived() {
    session
        .stagesProperty()
        .get()
        .filter(s -> s.chain().equals(session.chain()) && begun > 0 && !posed)
        .ifPresent(
            s -> {
              drawn.add((System.nanoTime() - begun) / 1e6);
              posed = true;
            });
  }

  private void laidOut() {
    if (posed) {
      laidOut.add((System.nanoTime() - begun) / 1e6);
      posed = false;
      begun = 0;
    }
  }

  private static void later(double millis, Runnable action) {
    PauseTransition wait = new PauseTransition(Duration.millis(millis));
    wait.setOnFinished(e -> action.run());
    wait.play();
  }

  private void print(String what) {
    System.out.printf(
        Locale.ROOT,
        "%s: %d of %d poses; drawn %s; laid out %s%n",
        what,
        drawn.size(),
        DRAGS,
        told(drawn),
        told(laidOut));
    System.out.flush();
  }

  private static String told(List<Double> times) {
    double[] all = times.stream().mapToDouble(t -> t).sorted().toArray();
    return String.format(
        Locale.ROOT,
        "%.1f, %.1f (p95), %.1f ms (worst)",
        all[all.length / 2],
        all[(int) (0.95 * (all.length - 1))],
        all[all.length - 1]);
  }
}
