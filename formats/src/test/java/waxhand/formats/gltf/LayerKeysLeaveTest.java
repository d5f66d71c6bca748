package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.mate.MateScene;

/** Where a chain ends in a layer that replaces, its keys are among those that leave. */
class LayerKeysLeaveTest {
  @TempDir Path folder;

  private RawTake raw;

  @BeforeEach
  void rehearse() throws Exception {
    Rehearsal mate = Rehearsal.ofMate(MateScene.WATCH_WALK, 4, 60, 99, Map.of());
    Path file = folder.resolve("raw.bvh");
    Files.write(file, BvhWriter.write(mate.truth(), Unit.CM, Up.Y));
    raw = TakeFiles.read(file, Reading.GUESS.withRestFrames(0), Work.UNWATCHED);
  }

  private Evaluator.Stages stages(LayerPass.Mode mode) {
    Curve nod =
        Curve.of(
            List.of(
                CurveKey.smooth(0, 0),
                CurveKey.smooth(33, 0.3),
                CurveKey.smooth(71, -0.2),
                CurveKey.smooth(180, 0)));
    LayerPass layer =
        LayerPass.KIND
            .defaults()
            .withMode(mode)
            .plus(new LayerRow(PartName.of(Role.HEAD), Channel.TURN_X, nod))
            .plus(new LayerRow(PartName.of(Role.HEAD), Channel.TURN_Y, Curve.constant(0)))
            .plus(new LayerRow(PartName.of(Role.HEAD), Channel.TURN_Z, Curve.constant(0)));
    return new Evaluator(raw.motion()).evaluate(Chain.of(Plate.of("l", layer)), Work.UNWATCHED);
  }

  /** Times of the keys of the head's turns, in frames of a rate. */
  private List<Long> keys(Path file, double rateHz) throws Exception {
    Gltf gltf = Gltf.read("out.glb", Files.readAllBytes(file), Beside.NOTHING);
    JsonNode animation = gltf.root().path("animations").get(0);
    int head = raw.motion().body().joint(Role.HEAD).orElseThrow();
    String name = raw.motion().clip().skeleton().joint(head).name();
    List<Long> frames = new ArrayList<>();
    for (JsonNode channel : animation.path("channels")) {
      int node = channel.path("target").path("node").asInt();
      boolean its = gltf.root().path("nodes").get(node).path("name").asText().equals(name);
      if (its && channel.path("target").path("path").asText().equals("rotation")) {
        JsonNode sampler = animation.path("samplers").get(channel.path("sampler").asInt());
        assertThat(sampler.path("interpolation").asText()).isEqualTo("CUBICSPLINE");
        for (double time : gltf.numbers(sampler.path("input").asInt(), "SCALAR", 1)) {
          frames.add(Math.round(time * rateHz));
        }
      }
    }
    return frames;
  }

  @Test
  void keysByHandLeaveWhereTheyStandAndNotManyMore() throws Exception {
    Evaluator.Stages stages = stages(LayerPass.Mode.REPLACES);
    Handoff few = Handoff.AS_IT_CAME.with(Wish.KEYS, true).keyedBy(stages);
    Path out = folder.resolve("out.glb");
    few.write(stages.result(), raw, out, Work.UNWATCHED);
    assertThat(keys(out, 60)).contains(0L, 33L, 71L, 180L).hasSizeLessThan(12);
    few.atRate(OptionalDouble.of(30)).write(stages.result(), raw, out, Work.UNWATCHED);
    assertThat(keys(out, 30)).contains(0L, 16L, 36L, 90L);
  }

  @Test
  void whatIsAddedToACaptureHasNoKeysOfItsOwn() throws Exception {
    Evaluator.Stages stages = stages(LayerPass.Mode.ADDS);
    assertThat(Handoff.AS_IT_CAME.keyedBy(stages).keyed()).isEmpty();
  }
}
