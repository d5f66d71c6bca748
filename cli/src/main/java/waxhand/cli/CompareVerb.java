package waxhand.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.contact.Contact;
import waxhand.core.measure.Comparison;
import waxhand.rehearsal.Rehearsal;

@Command(name = "compare", description = "Measures how a take differs from a reference.")
final class CompareVerb extends TakeVerb {
  @Parameters(index = "0", paramLabel = "REFERENCE", description = "The take to measure against.")
  Path reference;

  @Parameters(index = "1", paramLabel = "CANDIDATE", description = "The take that is measured.")
  Path candidate;

  @Option(names = "--truth", description = "A truth.json with the true contacts, for the slide.")
  Path truth;

  @Option(names = "--json", description = "Print JSON.")
  boolean json;

  @Override
  public Integer call() throws Exception {
    List<Contact> contacts =
        truth == null ? List.of() : Rehearsal.contactsOf(Files.readAllBytes(truth));
    Comparison c = Comparison.of(read(reference).motion(), read(candidate).motion(), contacts);
    if (json) {
      out().println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(JSON.valueToTree(c)));
      return 0;
    }
    line("position error", c.positionRmsMm(), "mm RMS");
    line("", c.positionP95Mm(), "mm at the 95th percentile");
    line("pose error", c.poseRmsMm(), "mm RMS, relative to the root");
    line("rotation error", c.rotationRmsDeg(), "° RMS");
    line("slide in contacts", c.slideMmPerFrame(), "mm a frame");
    line("deepest sinking", c.deepestSinkMm(), "mm");
    line("jerk ratio", c.jerkRatio(), "times the reference");
    return 0;
  }

  private void line(String what, double value, String unit) {
    out()
        .println(
            Double.isNaN(value)
                ? String.format("%-18s     not known", what)
                : String.format(Locale.ROOT, "%-18s %10.3f %s", what, value, unit));
  }
}
