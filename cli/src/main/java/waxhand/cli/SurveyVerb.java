package waxhand.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.SurveyScore;
import waxhand.rehearsal.damage.Damage.Fault;

@Command(name = "survey", description = "Lists what looks wrong in takes, worst first.")
final class SurveyVerb extends TakeVerb {
  @Parameters(arity = "1..*", paramLabel = "TAKE", description = ".bvh files or folders of them.")
  List<Path> takes;

  @Option(
      names = "--kind",
      split = ",",
      description =
          "Only these: jitter spike freeze missing slide float sink collision overbend pop jolt"
              + " shake.")
  List<String> kinds;

  @Option(
      names = "--truth",
      description = "A truth.json with the faults of the take: tells precision and recall.")
  Path truth;

  @Option(names = "--json", description = "Print JSON: an object for one take, a list for more.")
  boolean json;

  @Mixin ReadingOptions how;

  @Override
  public Integer call() throws Exception {
    how(how);
    Set<FindingKind> wanted = wanted();
    TakeList list = TakeList.of(takes);
    if (truth != null && list.files().size() != 1) {
      throw wrong("--truth is of one take, but there are " + list.files().size());
    }
    ArrayNode all = JSON.createArrayNode();
    int failed =
        each(
            TakeIn.firsts(list.files()),
            list.empty(),
            all,
            (file, node) -> survey(file, wanted, node),
            (file, why) -> {});
    if (json) {
      print(all.size() == 1 ? all.get(0) : all);
    }
    return failed == 0 ? 0 : 1;
  }

  private Set<FindingKind> wanted() {
    if (kinds == null) {
      return EnumSet.copyOf(FindingKind.ofMotions());
    }
    Set<FindingKind> wanted = EnumSet.noneOf(FindingKind.class);
    for (String kind : kinds) {
      wanted.add(
          FindingKind.of(kind)
              .filter(FindingKind.ofMotions()::contains)
              .orElseThrow(
                  () ->
                      wrong(
                          "there is no kind '"
                              + kind
                              + "'; there are "
                              + FindingKind.ofMotions().stream()
                                  .map(FindingKind::key)
                                  .collect(Collectors.joining(" ")))));
    }
    return wanted;
  }

  private void survey(TakeIn take, Set<FindingKind> wanted, ObjectNode node) throws IOException {
    Path file = take.file();
    Motion motion = read(take, how).motion();
    List<Fault> faults = truth == null ? List.of() : truth(truth, Rehearsal::faultsOf);
    requireSame(truth, faults.stream().map(Fault::frames), motion);
    Progress progress = new Progress("surveying", file);
    Survey survey = new Surveyor().survey(motion, progress);
    progress.end();
    List<Finding> findings =
        new ArrayList<>(survey.findings().stream().filter(f -> wanted.contains(f.kind())).toList());
    findings.sort(Survey.WORST_FIRST);
    int frames = motion.clip().frames();
    node.put("frames", frames);
    ArrayNode list = node.putArray("findings");
    for (Finding finding : findings) {
      add(list, finding, motion);
    }
    if (!json) {
      out()
          .printf(
              Locale.ROOT,
              "%s: %d %s in %d %s%n",
              file,
              findings.size(),
              findings.size() == 1 ? "finding" : "findings",
              frames,
              frames == 1 ? "frame" : "frames");
      if (frames < 3) {
        out().println("  a take of fewer than 3 frames has nothing that could be surveyed");
      }
      if (motion.body().soles().isEmpty()) {
        out().println("  no feet were found in this skeleton, so feet were not looked at");
      }
      for (Finding f : findings) {
        out()
            .printf(
                Locale.ROOT,
                "  %.2f  %6d:%-6d %s%n",
                f.severity(),
                f.frames().from(),
                f.frames().to(),
                f.text());
      }
    }
    if (truth != null) {
      score(
          SurveyScore.of(findings, faults, motion.clip().skeleton(), motion.clip().rateHz()),
          wanted,
          node);
    }
  }

  private static void add(ArrayNode list, Finding finding, Motion motion) {
    ObjectNode node = list.addObject().put("kind", finding.kind().key());
    ArrayNode parts = node.putArray("parts");
    finding.joints().forEach(j -> parts.add(motion.clip().skeleton().joint(j).name()));
    node.put("from", finding.frames().from())
        .put("to", finding.frames().to())
        .put("worst", finding.worst())
        .put("size", Math.round(1000 * finding.size()) / 1000.0)
        .put("unit", finding.unit())
        .put("severity", Math.round(1000 * finding.severity()) / 1000.0)
        .put("text", finding.text());
  }

  private void score(SurveyScore score, Set<FindingKind> wanted, ObjectNode node) {
    ObjectNode scores = node.putObject("score");
    for (FindingKind kind : wanted) {
      SurveyScore.Count c = score.kinds().get(kind);
      ObjectNode one = scores.putObject(kind.key());
      one.put("findings", c.findings()).put("right", c.right());
      one.put("faults", c.faults()).put("found", c.found());
      if (c.findings() > 0) {
        one.put("precision", c.precision());
      }
      if (c.faults() > 0) {
        one.put("recall", c.recall());
      }
      if (!json && c.findings() + c.faults() > 0) {
        out()
            .printf(
                Locale.ROOT,
                "  %-10s precision %s of %d findings, recall %s of %d faults%n",
                kind.key(),
                share(c.precision()),
                c.findings(),
                share(c.recall()),
                c.faults());
      }
    }
  }

  private static String share(double value) {
    return Double.isNaN(value) ? "–" : String.format(Locale.ROOT, "%.3f", value);
  }
}
