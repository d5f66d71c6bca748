package waxhand.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Distance;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Room;
import waxhand.formats.disk.Trouble;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.project.Recipe;
import waxhand.formats.report.ReportPage;
import waxhand.formats.takes.Handoff;

@Command(
    name = "clean",
    description = "Runs a recipe over takes. A take that fails is reported and the rest is done.")
final class CleanVerb extends TakeVerb {
  /** How much of a take's samples a plate makes anew, as measured on the first pass. */
  private static final double PLATE_SHARE = 0.4;

  @Parameters(arity = "1..*", paramLabel = "TAKE", description = ".bvh files or folders of them.")
  List<Path> takes;

  @Option(
      names = "--recipe",
      defaultValue = "first-pass",
      description = "A recipe file, or the name of a shipped one. [${DEFAULT-VALUE}]")
  String recipe;

  @Option(
      names = "--out",
      required = true,
      description = "A file, whose ending tells the format, or a folder for many.")
  Path target;

  @Option(
      names = "--report",
      paramLabel = "OUT.html",
      description = "Write a page of what was found, mended and remains.")
  Path report;

  @Option(names = "--json", description = "Print what was done as JSON.")
  boolean json;

  @Mixin ReadingOptions how;

  @Override
  public Integer call() throws Exception {
    how(how);
    Recipe chosen = Recipe.named(recipe);
    TakeList list = TakeList.of(takes);
    Targets targets = claimed(list);
    ArrayNode done = JSON.createArrayNode();
    ReportPage page = new ReportPage(chosen.name());
    int failed =
        each(
            targets.takes(),
            list.empty(),
            done,
            (take, node) -> clean(take, targets.of(take), chosen, node, page),
            (file, why) -> page.addFailure(file.toString(), why));
    boolean reported = report == null || written(page);
    if (json) {
      print(done);
    } else if (done.size() > 1) {
      out().printf(Locale.ROOT, "%d cleaned, %d failed%n", done.size() - failed, failed);
    }
    return failed == 0 && reported ? 0 : 1;
  }

  /** Where everything will go, checked before any of it is written. */
  private Targets claimed(TakeList list) throws IOException {
    Untouchable untouchable = new Untouchable();
    Recipe.pathOf(recipe).ifPresent(path -> untouchable.reads(path, "the recipe"));
    Targets targets = targets(list, target, how.animation, Optional.empty(), untouchable);
    if (report != null) {
      untouchable.claim(report);
      if (!ReportPage.mayReplace(report)) {
        throw new FormatException(
            report.toString(), "what is there is no report; give --report another name");
      }
    }
    return targets;
  }

  private boolean written(ReportPage page) {
    try {
      AtomicFile.write(
          report, stream -> stream.write(page.page().getBytes(StandardCharsets.UTF_8)));
      return true;
    } catch (FormatException e) {
      err().println("waxhand: " + Trouble.words(e));
      return false;
    }
  }

  private Optional<Ahead<Survey>> reported(Motion motion) {
    return report == null
        ? Optional.empty()
        : Optional.of(Ahead.of(() -> new Surveyor().survey(motion, Work.UNWATCHED)));
  }

  /** Settings for people to read: of long lists their length. */
  private static ObjectNode brief(ObjectNode settings) {
    ObjectNode brief = JSON.createObjectNode();
    JsonNode plain = JSON.valueToTree(settings);
    plain
        .properties()
        .forEach(
            e ->
                brief.set(
                    e.getKey(),
                    e.getValue().isArray() && e.getValue().size() > 0
                        ? JSON.getNodeFactory().textNode(e.getValue().size() + " " + e.getKey())
                        : e.getValue()));
    return brief;
  }

  private void clean(TakeIn take, Path to, Recipe chosen, ObjectNode node, ReportPage page)
      throws IOException {
    Path file = take.file();
    RawTake raw = read(take, how);
    Clip clip = raw.motion().clip();
    long needed = (long) (PLATE_SHARE * chosen.chain().size() * clip.bytesBeyond(null));
    Room.need(file.toString(), needed + Handoff.memoryBytes(clip, clip.allFrames()), "cleaning it");
    Progress progress = new Progress("cleaning", file);
    // surveys go on where evaluating and writing leave a processor free
    Optional<Ahead<Survey>> before = reported(raw.motion());
    Evaluator.Stages stages = new Evaluator(raw.motion()).evaluate(chosen.chain(), progress);
    Optional<Ahead<Survey>> after = reported(stages.result());
    Handoff.Receipt receipt = Handoff.AS_IT_CAME.write(stages.result(), raw, to, progress);
    if (before.isPresent()) {
      page.add(take.toString(), stages, before.get()::get, after.get()::get);
    }
    progress.end();
    node.put("out", to.toString()).put("frames", receipt.frames());
    for (int k = 0; k < chosen.chain().size(); k++) {
      ObjectNode plate = node.withArray("plates").addObject();
      plate.put("name", chosen.chain().plates().get(k).name());
      Optional<String> complaint = complaint(stages, k);
      complaint.ifPresent(c -> plate.put("complaint", c));
      plate.put(
          "changedMm",
          1000 * Distance.overall(stages.motions().get(k), stages.motions().get(k + 1)));
      ObjectNode settings = plate.putObject("settings");
      var pass = stages.pass(k);
      pass.kind().plain(pass).forEach(settings::putPOJO);
      if (!json) {
        out()
            .printf(
                Locale.ROOT,
                "  %s: moved the body by %.1f mm (root mean square) %s%n",
                plate.path("name").asText(),
                plate.path("changedMm").asDouble(),
                brief(settings));
        complaint.ifPresent(c -> out().println("    " + c));
      }
    }
    if (!json) {
      out().println(receipt.words());
    }
  }
}
