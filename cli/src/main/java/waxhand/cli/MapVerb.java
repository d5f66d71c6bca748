package waxhand.cli;

import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.body.Body;
import waxhand.core.character.Character;
import waxhand.core.project.RawTake;
import waxhand.core.retarget.Correspondence;
import waxhand.core.retarget.PlacedBody;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.project.MapFile;

@Command(
    name = "map",
    description = "Finds which joints of a character answer those of a take, and writes them down.")
final class MapVerb extends TakeVerb {
  @Parameters(index = "0", paramLabel = "TAKE", description = "A take.")
  Path take;

  @Parameters(
      index = "1",
      paramLabel = "CHARACTER",
      description = "stoker, pilot, or a file with a body, such as a .glb or .bvh.")
  String named;

  @Option(names = "--out", required = true, paramLabel = "MAP.json", description = "The map.")
  Path target;

  @Mixin ReadingOptions how;

  @Override
  public Integer call() throws Exception {
    Untouchable untouchable = new Untouchable();
    untouchable.reads(take, "the raw take");
    Dress.file(this, named).ifPresent(p -> untouchable.reads(p, "the character"));
    untouchable.claim(target);
    RawTake raw = read(take, how);
    Character character = Dress.character(this, named);
    Body source = PlacedBody.bodyOf(raw.motion());
    Correspondence pairs = new Correspondence(source, character.body());
    MapFile map = MapFile.of(character.name(), source, character.body());
    map.save(target);
    long paired = map.pairs().stream().filter(p -> p.joint().isPresent()).count();
    out().println(paired + " of " + map.pairs().size() + " parts of the take are paired");
    pairs.unanswered().forEach(r -> out().println("  none answers the " + r.words()));
    pairs.unmoved().forEach(r -> out().println("  nothing moves the character's " + r.words()));
    return 0;
  }
}
