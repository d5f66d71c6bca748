package waxhand.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.body.Body;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.CarriedOver;
import waxhand.core.passes.character.Carried;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.passes.character.Travel;
import waxhand.core.project.RawTake;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.Correspondence;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PlacedBody;
import waxhand.core.scene.Motion;
import waxhand.formats.FormatException;
import waxhand.formats.Wish;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.project.MapFile;
import waxhand.formats.takes.Formats;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;

@Command(
    name = "retarget",
    description = "Puts takes on a character. A take that fails is reported and the rest is done.")
final class RetargetVerb extends TakeVerb {
  @Parameters(arity = "1..*", paramLabel = "TAKE", description = "Takes, or folders of them.")
  List<Path> takes;

  @Option(
      names = "--to",
      required = true,
      paramLabel = "CHARACTER",
      description = "stoker, pilot, or a file with a body, such as a .glb or .bvh.")
  String named;

  @Option(
      names = "--out",
      required = true,
      description =
          "A file, whose ending tells the format, or a folder; there in the character's format.")
  Path target;

  @Option(names = "--map", paramLabel = "MAP.json", description = "Which joints answer which.")
  Path map;

  @Option(
      names = "--travel",
      defaultValue = "scale",
      description = "How far the character goes: keep, scale, in-place or loop. [${DEFAULT-VALUE}]")
  String travel;

  @Option(
      names = "--props",
      defaultValue = "keep",
      description =
          "What hands hold between them keeps its size, or takes the character's: keep or scale."
              + " [${DEFAULT-VALUE}]")
  String props;

  @Option(names = "--skeleton", description = "The skeleton alone, without the character's skin.")
  boolean bare;

  @Option(names = "--json", description = "Print pairs and measures as JSON.")
  boolean json;

  @Mixin ReadingOptions how;

  /** In the order of {@link Travel}. */
  private static final List<String> WAYS = List.of("scale", "keep", "in-place", "loop");

  /** By how much props take the character's size: 0 and 1. */
  private static final List<String> SIZES = List.of("keep", "scale");

  @Override
  public Integer call() throws Exception {
    how(how);
    if (!WAYS.contains(travel)) {
      throw wrong("--travel is '" + travel + "'; it must be one of " + WAYS);
    }
    if (!SIZES.contains(props)) {
      throw wrong("--props is '" + props + "'; it must be one of " + SIZES);
    }
    TakeList list = TakeList.of(takes);
    Optional<Path> file = Dress.file(this, named);
    Targets targets = claimed(list, file);
    Character character = Dress.character(this, named);
    MapFile pairs = map == null ? null : MapFile.read(map);
    ArrayNode done = JSON.createArrayNode();
    int failed =
        each(
            targets.takes(),
            list.empty(),
            done,
            (take, node) -> retarget(take, targets.of(take), character, pairs, node),
            (take, why) -> {});
    if (json) {
      print(done);
    } else if (done.size() > 1) {
      out().printf(Locale.ROOT, "%d done, %d failed%n", done.size() - failed, failed);
    }
    return failed == 0 ? 0 : 1;
  }

  private Targets claimed(TakeList list, Optional<Path> character) throws IOException {
    String ending =
        character
            .map(p -> p.getFileName().toString())
            .map(n -> n.substring(TakeFiles.bareName(n).length()))
            .filter(e -> Formats.named(e).flatMap(f -> f.writer()).isPresent())
            .orElse(".glb");
    Untouchable untouchable = new Untouchable();
    character.ifPresent(p -> untouchable.reads(p, "the character"));
    if (map != null) {
      untouchable.reads(map, "the map");
    }
    return targets(list, target, how.animation, Optional.of(ending), untouchable);
  }

  private void retarget(TakeIn take, Path to, Character on, MapFile pairs, ObjectNode node)
      throws IOException {
    RawTake raw = read(take, how);
    Motion bodied = PlacedBody.bodied(raw.motion());
    Body source = pairs == null ? bodied.body() : pairs.source(bodied.body());
    BodyMap changed = pairs == null ? BodyMap.FOUND : pairs.map(on.body());
    Motion in = bodied.with(bodied.clip(), source).with(Wardrobe.OURS.with(on));
    RetargetPass pass =
        RetargetPass.to(on.name())
            .withMap(changed)
            .withMatch(Match.FOUND.withTurns(pairs == null ? List.of() : pairs.turns()))
            .withTravel(Travel.values()[WAYS.indexOf(travel)])
            .withProps(SIZES.indexOf(props));
    Progress progress = new Progress("retargeting", take.file());
    Evaluator.Stages stages =
        new Evaluator(in).evaluate(Chain.of(Plate.of("retarget", pass)), progress);
    Optional<String> complaint = complaint(stages, 0);
    if (complaint.isPresent()) {
      progress.end();
      throw new FormatException(take.file().toString(), complaint.get());
    }
    Motion result = stages.result();
    Handoff.Receipt receipt =
        Handoff.AS_IT_CAME.with(Wish.BARE, bare).write(result, raw, to, progress);
    progress.end();
    CarriedOver over = Carried.over(in, result);
    Correspondence told = new Correspondence(source, result.body());
    node.put("out", to.toString()).put("character", on.name()).put("frames", receipt.frames());
    MapFile.of(on.name(), source, result.body())
        .pairs()
        .forEach(
            p ->
                node.withArray("pairs")
                    .addObject()
                    .put("part", p.part().key())
                    .put("from", p.from().orElse(null))
                    .put("joint", p.joint().orElse(null)));
    ObjectNode left = node.putObject("unpaired");
    left.putArray("take").addAll(keys(told.unanswered().stream().map(r -> r.key()).toList()));
    left.putArray("character").addAll(keys(told.unmoved().stream().map(r -> r.key()).toList()));
    node.put("limbDirectionDeg", over.directionDeg());
    node.put("contactSpeedMms", over.speedMms());
    node.put("floatMm", over.floatMm()).put("sinkMm", over.sinkMm());
    node.put("kneePeak", over.kneePeak()).put("elbowPeak", over.elbowPeak());
    if (!json) {
      out()
          .println(
              "  limbs "
                  + known("%.2f° off", over.directionDeg())
                  + ", contacts "
                  + known("%.1f mm/s", over.speedMms())
                  + ", float "
                  + known("%.2f mm", over.floatMm())
                  + ", sink "
                  + known("%.2f mm", over.sinkMm()));
      told.unanswered().forEach(r -> out().println("  none answers the " + r.words()));
      out().println(receipt.words());
    }
  }

  private static String known(String format, double value) {
    return Double.isNaN(value) ? "not known" : String.format(Locale.ROOT, format, value);
  }

  private static ArrayNode keys(List<String> keys) {
    ArrayNode array = JSON.createArrayNode();
    keys.forEach(array::add);
    return array;
  }
}
