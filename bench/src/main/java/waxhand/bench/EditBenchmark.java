package waxhand.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.Planted;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.plants.Footing;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** What an artist waits for: an edit under ten passes, and single poses. */
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
@State(Scope.Benchmark)
public class EditBenchmark {
  private Evaluator evaluator;
  private Evaluator wholeEvaluator;
  private static final int KEY = 36_000;

  private Evaluator layerEvaluator;
  private Evaluator posedEvaluator;
  private LayerPass layer;
  private Chain posedChain;
  private Chain chain;
  private Chain wholeChain;
  private List<Plate> local;
  private WorldPose pose;
  private Plate plants;
  private Evaluator plantsEvaluator;
  private Footing footing;
  private int turn;

  @Setup(Level.Trial)
  public void prepare(LongTake take) {
    List<Plate> plates = new ArrayList<>();
    local = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      LevelPass level =
          new LevelPass(OptionalDouble.of(0.001 * i), OptionalDouble.empty(), 0.01 * i, 0, 0);
      local.add(Plate.of("l" + i, level));
      plates.add(
          i % 3 == 1
              ? Plate.of("s" + i, SmoothPass.lowPass(6, 2))
                  .withSpan(new Span(4000 * i, 4000 * i + 600, 12, 12))
              : Plate.of("l" + i, level));
    }
    chain = new Chain(plates);
    evaluator = new Evaluator(take.raw);
    evaluator.evaluate(chain, Work.UNWATCHED);
    wholeChain = chain.changed("s1", p -> p.withSpan(Span.ALL));
    wholeEvaluator = new Evaluator(take.raw);
    wholeEvaluator.evaluate(wholeChain, Work.UNWATCHED);
    posedChain = chain.inserted(0, Plate.of("pose", LayerPass.KIND.defaults()));
    posedEvaluator = new Evaluator(take.raw);
    posedEvaluator.evaluate(posedChain, Work.UNWATCHED);
    List<CurveKey> keys = new ArrayList<>();
    for (int k = 0; k < 20; k++) {
      keys.add(CurveKey.smooth(KEY / 10.0 * k, 0.1 * (k % 3)));
    }
    layer =
        LayerPass.KIND
            .defaults()
            .plus(new LayerRow(PartName.of(Role.HEAD), Channel.TURN_Y, Curve.of(keys)));
    layerEvaluator = new Evaluator(take.raw);
    layerEvaluator.evaluate(Chain.of(Plate.of("k", layer)), Work.UNWATCHED);
    pose = new WorldPose(take.raw.clip().skeleton());
    plants = Plate.of("p", PlantsPass.KIND.defaults());
    plantsEvaluator = new Evaluator(take.raw);
    Evaluator.Stages stages = plantsEvaluator.evaluate(Chain.of(plants), Work.UNWATCHED);
    Planted planted = (Planted) stages.prepared().get(0).orElseThrow();
    footing = planted.plan().footings().get(40);
  }

  /** A print is dragged: the whole take is right after, and the pose in view. */
  @Benchmark
  @BenchmarkMode(Mode.SampleTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public double dragPrint() {
    turn++;
    PlantsPass moved = (PlantsPass) plants.pass();
    Plant.Move move = new Plant.Move(0.002 * (turn % 30), 0, 0.01, 0.01 * (turn % 7));
    for (Plant plant : footing.plants()) {
      moved = moved.changed(plant, plant.withMove(move));
    }
    Motion result =
        plantsEvaluator.evaluate(Chain.of(plants.withPass(moved)), Work.UNWATCHED).result();
    pose.solve(result.clip(), footing.frames().from());
    return pose.y(0);
  }

  /** One of 20 keys of a layer is moved; all of the take is right after. */
  @Benchmark
  @BenchmarkMode(Mode.SampleTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public Motion moveKey() {
    turn++;
    LayerRow row = layer.rows().get(0);
    Curve moved = row.curve().changed(k -> k.frame() == KEY, k -> k.withValue(0.01 * (turn % 20)));
    Plate plate = Plate.of("k", layer.plus(row.withCurve(moved)));
    return layerEvaluator.evaluate(Chain.of(plate), Work.UNWATCHED).result();
  }

  /**
   * A hand is pulled on a layer in front of nine more passes, held a quarter of a second to either
   * side, until the pose is right.
   */
  @Benchmark
  @BenchmarkMode(Mode.SampleTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public double pullHand() {
    turn++;
    double[] by = {0.001 * (turn % 50), 0.0005 * (turn % 40), 0.02};
    LayerPass pulled =
        LayerEdit.set(
            LayerPass.KIND.defaults(),
            PartName.of(Role.LEFT_HAND),
            Channel.Of.GOAL,
            4300,
            by,
            new LayerEdit.Hold.Near(30));
    Chain edited = posedChain.changed("pose", p -> p.withPass(pulled));
    Motion result = posedEvaluator.evaluate(edited, Work.UNWATCHED).result();
    pose.solve(result.clip(), 4300);
    return pose.y(0);
  }

  /** One span of 600 frames is changed under eight later passes; all of the take is right after. */
  @Benchmark
  @BenchmarkMode(Mode.SampleTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public Motion editUnderTenPasses() {
    turn++;
    Chain edited = chain.changed("s1", p -> p.withSpan(new Span(4000, 4600 + turn % 20, 12, 12)));
    Motion result = evaluator.evaluate(edited, Work.UNWATCHED).result();
    pose.solve(result.clip(), 4300);
    return result;
  }

  /**
   * The cutoff of a pass over the whole take is dragged under eight later passes; until the frame
   * in view is right. The rest is given up, as it is when the artist drags on.
   */
  @Benchmark
  @BenchmarkMode(Mode.SampleTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public double firstPoseUnderTenPasses() {
    turn++;
    SmoothPass other = SmoothPass.lowPass(6 + 0.1 * (turn % 20), 2);
    Chain edited = wholeChain.changed("s1", p -> p.withPass(other));
    try {
      wholeEvaluator.evaluate(
          edited,
          new Frames(4300, 4301),
          Work.UNWATCHED,
          early -> {
            pose.solve(early.result().clip(), 4300);
            throw new CancellationException();
          });
    } catch (CancellationException gaveUp) {
      return pose.y(0);
    }
    throw new IllegalStateException("the frame in view did not come first");
  }

  /** One pose through ten passes that look at their own frame only. */
  @Benchmark
  @BenchmarkMode(Mode.AverageTime)
  @OutputTimeUnit(TimeUnit.MICROSECONDS)
  public double poseThroughTenPasses(LongTake take) {
    int frame = 128 * (turn++ % 500);
    Frames one = new Frames(frame, frame + 1);
    Motion motion = take.raw;
    for (Plate plate : local) {
      motion = plate.apply(motion, one, Work.UNWATCHED);
    }
    pose.solve(motion.clip(), frame);
    return pose.y(0);
  }
}
