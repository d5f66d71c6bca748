package waxhand.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.contact.Contact;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Pops;
import waxhand.core.measure.Standing;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;

@Command(name = "compare", description = "Measures how a take differs from a reference.")
final class CompareVerb extends TakeVerb {
  @Parameters(index = "0", paramLabel = "REFERENCE", description = "The take to measure against.")
  Path reference;

  @Parameters(index = "1", paramLabel = "CANDIDATE", description = "The take that is measured.")
  Path candidate;

  @Option(
      names = "--truth",
      description = "A truth.json with the true contacts, for slide and drift.")
  Path truth;

  @Option(names = "--json", description = "Print JSON.")
  boolean json;

  @Override
  public Integer call() throws Exception {
    List<Contact> contacts = truth == null ? List.of() : truth(truth, Rehearsal::contactsOf);
    Motion is = read(candidate).motion();
    requireSame(truth, contacts.stream().map(Contact::frames), is);
    Motion should = read(reference).motion();
    Comparison c = Comparison.of(should, is, contacts);
    Standing standing = Standing.of(is, contacts);
    double knees = Pops.peak(is, true) / Pops.peak(should, true);
    double elbows = Pops.peak(is, false) / Pops.peak(should, false);
    if (json) {
      ObjectNode node = JSON.valueToTree(c);
      node.setAll((ObjectNode) JSON.valueToTree(standing));
      node.put("kneePops", knees).put("elbowPops", elbows);
      print(node);
      return 0;
    }
    line("position error", c.positionRmsMm(), "mm RMS");
    line("", c.positionP95Mm(), "mm at the 95th percentile");
    line("pose error", c.poseRmsMm(), "mm RMS, relative to the hips");
    line("rotation error", c.rotationRmsDeg(), "° RMS");
    line("slide in contacts", c.slideMmPerFrame(), "mm a frame");
    line("speed in contacts", standing.speedMms(), "mm/s");
    line("", standing.insideMms(), "mm/s, 50 ms and more from their ends");
    line("drift in contacts", standing.driftMm(), "mm, the mean over contacts");
    line("float in contacts", standing.floatMm(), "mm");
    line("deepest sinking", c.deepestSinkMm(), "mm");
    line("knee pops", knees, "times the reference's peak acceleration");
    line("elbow pops", elbows, "times the reference's peak acceleration");
    line("jerk ratio", c.jerkRatio(), "times the reference");
    return 0;
  }

  private void line(String what, double value, String unit) {
    out()
        .println(
            !Double.isFinite(value)
                ? String.format(Locale.ROOT, "%-18s     not known", what)
                : String.format(Locale.ROOT, "%-18s %10.3f %s", what, value, unit));
  }
}
