package waxhand.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.passes.layers.LayerKeys;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.project.Recipe;

@Command(
    name = "keys",
    description =
        "Few keys for a take, as the last thinning plate of a recipe finds them, and how far off"
            + " they are.")
final class KeysVerb extends TakeVerb {
  @Parameters(paramLabel = "TAKE", description = "A .bvh file.")
  Path take;

  @Option(
      names = "--recipe",
      required = true,
      description =
          "A recipe file, or the name of a shipped one. Without a Thin plate the usual"
              + " one is put behind it.")
  String recipe;

  @Option(
      names = "--out",
      paramLabel = "K.json",
      description = "Write the keys: a recipe of one layer that replaces what is there.")
  Path target;

  @Option(names = "--json", description = "Print JSON.")
  boolean json;

  @Mixin ReadingOptions how;

  @Override
  public Integer call() throws Exception {
    Chain chain = Recipe.named(recipe).chain();
    if (target != null) {
      Untouchable untouchable = new Untouchable();
      untouchable.reads(take, "the raw take");
      Recipe.pathOf(recipe).ifPresent(path -> untouchable.reads(path, "the recipe"));
      untouchable.claim(target);
    }
    RawTake raw = read(take, how);
    Progress progress = new Progress("finding keys of", take);
    int thin =
        IntStream.range(0, chain.size())
            .filter(k -> chain.plates().get(k).pass() instanceof ThinPass)
            .filter(k -> chain.plates().get(k).acts())
            .reduce((a, b) -> b)
            .orElse(chain.size());
    boolean told = thin < chain.size();
    Chain before = new Chain(chain.plates().subList(0, thin));
    Evaluator.Stages stages = new Evaluator(raw.motion()).evaluate(before, progress);
    Motion in = stages.result();
    Plate plate =
        told
            ? chain.placed(thin, chain.timing(raw.motion().clip().frames(), thin))
            : Plate.of("thin", ThinPass.KIND.defaults());
    Place place = told ? plate.place() : Place.ALL;
    ThinPass.Ready ready = ((ThinPass) plate.pass()).prepared(in, place);
    LayerKeys keys = LayerKeys.of(ready, in, progress);
    Motion out = plate.apply(in, in.clip().allFrames(), progress);
    progress.end();
    for (int k = 0; k < thin; k++) {
      String name = before.plates().get(k).name();
      complaint(stages, k).ifPresent(c -> err().println("waxhand: " + name + ": " + c));
    }
    Deviation off = Deviation.of(in, out, in.clip().allFrames(), Work.UNWATCHED);
    if (target != null) {
      Plate layer = Plate.of("layer-1", keys.layer()).withSpan(plate.span());
      new Recipe("keys", Chain.of(layer)).save(target);
    }
    print(keys, off, in, told);
    return 0;
  }

  private void print(LayerKeys keys, Deviation off, Motion in, boolean told) throws Exception {
    List<LayerRow> rows = keys.rows();
    if (json) {
      ObjectNode node = JSON.createObjectNode();
      node.put("take", take.toString()).put("keys", keys.keys()).put("samples", keys.samples());
      node.put("worstDegrees", off.worstDegrees()).put("worstMm", off.worstMm());
      node.put("worstFrame", off.worstFrame());
      for (LayerRow row : rows) {
        ObjectNode channel = node.withArray("channels").addObject();
        row.part()
            .role()
            .ifPresentOrElse(
                r -> channel.put("part", r.key()), () -> channel.put("joint", row.part().joint()));
        channel.put("channel", row.channel().key());
        channel.put("keys", row.curve().keys().size());
      }
      print(node);
      return;
    }
    if (!told) {
      out().println("The recipe thins nothing; the usual Thin was put behind it.");
    }
    for (LayerRow row : rows) {
      out()
          .printf(
              Locale.ROOT,
              "  %-22s %-8s %6d keys%n",
              row.part().words(),
              row.channel().words(),
              row.curve().keys().size());
    }
    int frames = in.clip().frames();
    out()
        .printf(
            Locale.ROOT,
            "%d keys for %d samples (%.1f times fewer), %d frames%n",
            keys.keys(),
            keys.samples(),
            keys.keys() == 0 ? 1.0 : (double) keys.samples() / keys.keys(),
            frames);
    out()
        .printf(
            Locale.ROOT,
            "at most %.3f degrees and %.3f mm off, farthest in frame %d%n",
            off.worstDegrees(),
            off.worstMm(),
            off.worstFrame());
    if (target != null) {
      out().println("keys written to " + target);
    }
  }
}
