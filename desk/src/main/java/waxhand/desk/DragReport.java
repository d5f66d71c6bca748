package waxhand.desk;

import java.util.ArrayList;
import java.util.Arrays;
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
 * How long it takes from a drag of a handle until the views have been given the pose, with ten
 * passes on a take of ten minutes: a turn of an arm, then a pull of a hand. What the renderer then
 * takes is the machine's, see {@link StallReport}.
 */
final class DragReport {
  private static final int DRAGS = 60;

  /** Later than that a renderer without a graphics card has done, milliseconds. */
  private static final double APART_MS = 600;

  private static final int FRAME = 36_000;
  private static final String LAYER = "pose";

  private final Session session;
  private final List<Double> times = new ArrayList<>();
  private long begun;
  private Chain awaited = Chain.EMPTY;

  DragReport(Bench bench) {
    session = bench.session();
  }

  /** The take that is dragged on: ten minutes at 120 Hz. */
  static Project project() {
    Clip minute = Demo.rehearsed(Scene.DECK_WALK, 60, 120, Map.of()).raw();
    int[] frames = IntStream.range(0, 72_000).map(f -> f % minute.frames()).toArray();
    Clip ten = minute.showing(frames, minute.rateHz());
    RawTake raw = new RawTake("long.bvh", new byte[0], Motion.of(ten), Map.of(), List.of());
    return Project.empty("drags").added("long", raw);
  }

  /** Measures and prints. For the UI thread. */
  void run(Project project, Runnable then) {
    session.reset(project, Optional.empty());
    session.stagesProperty().addListener((o, a, b) -> arrived());
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
            drag(
                "turn of an arm",
                PartName.of(Role.LEFT_UPPER_ARM),
                Channel.Of.TURN,
                () -> drag("pull of a hand", PartName.of(Role.LEFT_HAND), Channel.Of.GOAL, then)));
  }

  private void drag(String what, PartName part, Channel.Of of, Runnable then) {
    times.clear();
    step(
        0,
        part,
        of,
        () -> {
          print(what);
          then.run();
        });
  }

  private void step(int n, PartName part, Channel.Of of, Runnable then) {
    if (n == DRAGS) {
      then.run();
      return;
    }
    double[] by = {0.001 * (n % 60), 0.0007 * (n % 45), 0.02};
    LayerEdit.Hold hold = new LayerEdit.Hold.Near(30);
    begun = System.nanoTime();
    session.editPlate(
        "drag",
        "drag",
        LAYER,
        p -> p.withPass(LayerEdit.set(LayerPass.KIND.defaults(), part, of, FRAME, by, hold)));
    awaited = session.chain();
    later(APART_MS, () -> step(n + 1, part, of, then));
  }

  /** The listeners before this one have given the views their pose. */
  private void arrived() {
    session
        .stagesProperty()
        .get()
        .filter(s -> s.chain().equals(awaited) && begun > 0)
        .ifPresent(
            s -> {
              times.add((System.nanoTime() - begun) / 1e6);
              begun = 0;
            });
  }

  private static void later(double millis, Runnable action) {
    PauseTransition wait = new PauseTransition(Duration.millis(millis));
    wait.setOnFinished(e -> action.run());
    wait.play();
  }

  private void print(String what) {
    double[] all = times.stream().mapToDouble(t -> t).sorted().toArray();
    System.out.printf(
        Locale.ROOT,
        "%s: %d of %d poses shown; median %.1f ms, p95 %.1f ms, worst %.1f ms%n",
        what,
        all.length,
        DRAGS,
        all[all.length / 2],
        all[(int) (0.95 * (all.length - 1))],
        Arrays.stream(all).max().orElse(0));
    System.out.flush();
  }
}
