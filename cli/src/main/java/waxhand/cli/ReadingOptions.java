package waxhand.cli;

import picocli.CommandLine.Option;
import waxhand.formats.Reading;
import waxhand.formats.Unit;

/** What overrules the guesses by which takes are read, for all takes of a call. */
final class ReadingOptions {
  @Option(
      names = "--body",
      paramLabel = "NAME",
      description = "The body that is meant where a file has several: the name of its hips.")
  String body;

  @Option(
      names = "--height",
      paramLabel = "M",
      description = "How tall the body is, metres; the unit follows from it.")
  Double heightM;

  @Option(
      names = "--scale",
      paramLabel = "S",
      description = "Metres that one unit of the file stands for.")
  Double scale;

  @Option(
      names = "--rest-frames",
      paramLabel = "N",
      description = "How many rows at the start are a rest pose and no motion.")
  Integer restFrames;

  @Option(
      names = "--animation",
      paramLabel = "NAME",
      description = "The take that is meant where a file holds several animations.")
  String animation;

  /**
   * What is overruled.
   *
   * @throws IllegalArgumentException where that cannot be
   */
  Reading reading() {
    if (heightM != null && scale != null) {
      throw new IllegalArgumentException("--height and --scale both set the size; give one");
    }
    Reading reading = Reading.GUESS;
    reading = body == null ? reading : reading.withBody(body);
    reading = heightM == null ? reading : reading.withHeight(heightM);
    reading = scale == null ? reading : reading.withUnit(Unit.of(scale));
    reading = animation == null ? reading : reading.withTake(animation);
    return restFrames == null ? reading : reading.withRestFrames(restFrames);
  }
}
