package waxhand.cli;

import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.project.RawTake;
import waxhand.formats.Handoff;
import waxhand.formats.Reading;

@Command(
    name = "convert",
    description = "Writes a take again: a range of it, in another unit, with another axis up.")
final class ConvertVerb extends TakeVerb {
  @Parameters(index = "0", paramLabel = "IN", description = "A .bvh file.")
  Path in;

  @Parameters(index = "1", paramLabel = "OUT", description = "The .bvh file to write.")
  Path outFile;

  @Option(
      names = "--range",
      paramLabel = "A:B",
      description = "Frames from A up to B, counted from 0; an end left out is the take's.")
  String range;

  @Option(names = "--unit", description = "Unit to write: m, cm, mm or in.")
  String unit;

  @Option(names = "--up", description = "Axis that points up in the written file: Y or Z.")
  String up;

  @Option(names = "--from-unit", description = "Unit of IN, where the guess is wrong.")
  String fromUnit;

  @Option(names = "--from-up", description = "Axis that points up in IN, where the guess is wrong.")
  String fromUp;

  @Override
  public Integer call() throws Exception {
    Reading reading = new Reading(unit(fromUnit), up(fromUp), java.util.OptionalDouble.empty());
    RawTake raw = read(in, reading);
    Handoff handoff = new Handoff(range(range, raw.motion().clip().frames()), unit(unit), up(up));
    Progress progress = new Progress("writing " + outFile.getFileName());
    Handoff.Receipt receipt = handoff.write(raw.motion(), raw, outFile, progress);
    progress.end();
    out().println(receipt.words());
    return 0;
  }
}
