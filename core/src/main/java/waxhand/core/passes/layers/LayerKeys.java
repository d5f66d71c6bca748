package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.joml.Quaterniondc;
import waxhand.core.body.PartName;
import waxhand.core.chain.Axis;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.thin.BodyThinner;
import waxhand.core.thin.Keyed;
import waxhand.core.work.Work;

/**
 * The keys that thinning finds, as the sheet of a layer.
 *
 * @param rows one a channel
 * @param keys how many frames are keys, over all joints' rotations and places
 * @param samples how many samples they stand for
 */
public record LayerKeys(List<LayerRow> rows, long keys, long samples) {
  /** A track of a joint. */
  private record Which(int joint, boolean turns) {}

  /**
   * Finds them over a run of frames.
   *
   * @param ready a thinning pass prepared for {@code in}
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public static LayerKeys of(ThinPass.Ready ready, Motion in, Work work) {
    Frames run = ready.place().frames(in.clip().frames());
    List<Frames> blocks = run.blocks(ThinPass.BLOCK).stream().map(b -> b.within(run)).toList();
    BodyThinner.Thinned[] thinned = new BodyThinner.Thinned[blocks.size()];
    IntStream.range(0, thinned.length)
        .parallel()
        .forEach(
            b -> {
              work.check();
              thinned[b] = ready.block(in, blocks.get(b));
              work.done((b + 1.0) / thinned.length);
            });
    Map<Which, List<List<CurveKey>>> found = new LinkedHashMap<>();
    for (BodyThinner.Thinned block : thinned) {
      for (Keyed keyed : block.keyed()) {
        List<List<CurveKey>> axes =
            found.computeIfAbsent(
                new Which(keyed.joint(), keyed.turns()),
                w -> List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>()));
        Quaterniondc rest = in.body().skeleton().joint(keyed.joint()).rest();
        double[] standing = {rest.x(), rest.y(), rest.z(), rest.w()};
        for (int i = 0; i < 3; i++) {
          append(axes.get(i), keyed.curve(i, standing));
        }
      }
    }
    List<LayerRow> rows = new ArrayList<>();
    long keys = 0;
    for (Map.Entry<Which, List<List<CurveKey>>> track : found.entrySet()) {
      PartName part = PartName.of(in.body(), track.getKey().joint());
      Channel.Of group = track.getKey().turns() ? Channel.Of.TURN : Channel.Of.MOVE;
      for (Axis axis : Axis.values()) {
        Curve curve = Curve.of(track.getValue().get(axis.ordinal()));
        rows.add(new LayerRow(part, Channel.of(group, axis), curve));
      }
      keys += track.getValue().get(0).size();
    }
    return new LayerKeys(rows, keys, (long) found.size() * run.count());
  }

  /** Joins keys of a block to those before it: the frame in which both meet is a key of both. */
  private static void append(List<CurveKey> to, List<CurveKey> more) {
    int last = to.size() - 1;
    int from = 0;
    if (last >= 0 && !more.isEmpty() && to.get(last).frame() == more.get(0).frame()) {
      CurveKey before = to.get(last);
      CurveKey behind = more.get(0);
      to.set(last, CurveKey.free(before.frame(), before.value(), before.in(), behind.out()));
      from = 1;
    }
    to.addAll(more.subList(from, more.size()));
  }

  /** The keys as a layer that takes the place of what was thinned. */
  public LayerPass layer() {
    return LayerPass.KIND.defaults().withMode(LayerPass.Mode.REPLACES).withRows(rows);
  }

  /** Frames at which any row has a key, in rising order. */
  public double[] frames() {
    return rows.stream()
        .flatMap(r -> r.curve().keys().stream())
        .mapToDouble(CurveKey::frame)
        .sorted()
        .distinct()
        .toArray();
  }
}
