package waxhand.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.character.LayFigures;
import waxhand.core.project.RawTake;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Wish;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.gltf.GltfContent;
import waxhand.formats.gltf.GltfFormat;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.Handoff;

@Command(
    name = "convert",
    description = "Writes a take again: a range of it, in another unit, with another axis up.")
final class ConvertVerb extends TakeVerb {
  @Parameters(
      index = "0",
      paramLabel = "IN",
      description = "A take; or a character without motion: stoker, pilot or a file.")
  Path in;

  @Parameters(
      index = "1",
      paramLabel = "OUT",
      description =
          "The file to write; its ending tells the format. Or a folder, for all takes of IN.")
  Path outFile;

  @Option(
      names = "--range",
      paramLabel = "A:B",
      description = "Frames from A up to B, counted from 0; an end left out is the take's.")
  String range;

  @Option(names = "--unit", description = "Unit to write: m, cm, mm, in, ft or dm.")
  String unit;

  @Option(names = "--up", description = "Axis that points up in the written file: Y or Z.")
  String up;

  @Option(
      names = "--rate",
      paramLabel = "HZ",
      description = "Frames a second to write, 1 to 2000; as many as IN has.")
  Double rate;

  @Option(
      names = "--keys",
      description = "Few keys with slopes in place of every frame, where the format has such.")
  boolean keys;

  @Option(
      names = "--animation",
      paramLabel = "NAME",
      description = "The take that is meant where IN holds several; else the first.")
  String animation;

  @Option(names = "--from-unit", description = "Unit of IN, where the guess is wrong.")
  String fromUnit;

  @Option(names = "--from-up", description = "Axis that points up in IN, where the guess is wrong.")
  String fromUp;

  @Option(
      names = "--from-rate",
      paramLabel = "HZ",
      description = "Frames a second of IN, 1 to 2000, where the file is wrong.")
  Double fromRate;

  @Override
  public Integer call() throws Exception {
    if (fromRate != null && !Limits.isRate(fromRate)) {
      throw wrong("--from-rate must be from 1 to 2000 frames a second");
    }
    if (rate != null && !Limits.isRate(rate)) {
      throw wrong("--rate must be from 1 to 2000 frames a second");
    }
    Reading reading = Reading.GUESS;
    reading = fromUnit == null ? reading : reading.withUnit(unit(fromUnit).orElseThrow());
    reading = fromUp == null ? reading : reading.withUp(up(fromUp).orElseThrow());
    reading = fromRate == null ? reading : reading.withRate(fromRate);
    reading = animation == null ? reading : reading.withTake(animation);
    if (isCharacter()) {
      return character();
    }
    TakeList list = new TakeList(List.of(in), Map.of());
    Targets targets = targets(list, outFile, animation, Optional.empty(), new Untouchable());
    for (TakeIn take : targets.takes()) {
      write(take, reading, targets.of(take));
    }
    return 0;
  }

  private boolean isCharacter() throws IOException {
    if (LayFigures.named(in.toString()).isPresent() && !Files.exists(in)) {
      return true;
    }
    return GltfFormat.isGltf(in.toString())
        && Files.isRegularFile(in)
        && GltfContent.of(in) == GltfContent.CHARACTER;
  }

  private Integer character() throws IOException {
    if (Files.exists(in)) {
      new Untouchable().reads(in, "the character").claim(outFile);
    }
    Progress progress = new Progress("writing", outFile);
    String told = Characters.write(Dress.character(this, in.toString()), outFile, progress);
    progress.end();
    out().println(told);
    return 0;
  }

  private void write(TakeIn take, Reading reading, Path to) throws IOException {
    RawTake raw = read(take.file(), take.how(reading));
    Handoff handoff =
        new Handoff(range(range, raw.motion().clip().frames()), unit(unit), up(up))
            .with(Wish.REST, true)
            .with(Wish.KEYS, keys)
            .atRate(rate == null ? OptionalDouble.empty() : OptionalDouble.of(rate));
    Progress progress = new Progress("writing", to);
    Handoff.Receipt receipt = handoff.write(raw.motion(), raw, to, progress);
    progress.end();
    out().println(receipt.words());
  }
}
