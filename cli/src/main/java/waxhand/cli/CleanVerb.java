package waxhand.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Distance;
import waxhand.core.project.RawTake;
import waxhand.formats.AtomicFile;
import waxhand.formats.Handoff;
import waxhand.formats.project.Recipe;

@Command(
    name = "clean",
    description = "Runs a recipe over takes. A take that fails is reported and the rest is done.")
final class CleanVerb extends TakeVerb {
  @Parameters(arity = "1..*", paramLabel = "TAKE", description = ".bvh files or folders of them.")
  List<Path> takes;

  @Option(
      names = "--recipe",
      defaultValue = "first-pass",
      description = "A recipe file, or the name of a shipped one. [${DEFAULT-VALUE}]")
  String recipe;

  @Option(names = "--out", required = true, description = "A .bvh file, or a folder for many.")
  Path target;

  @Option(
      names = "--report",
      paramLabel = "OUT.html",
      description = "Write a page of what was found, mended and remains.")
  Path report;

  @Option(names = "--json", description = "Print what was done as JSON.")
  boolean json;

  @Override
  public Integer call() throws Exception {
    Recipe chosen = Recipe.named(recipe);
    List<Path> files = TakeList.of(takes);
    boolean single =
        files.size() == 1 && target.toString().toLowerCase(Locale.ROOT).endsWith(".bvh");
    if (!single && Files.isRegularFile(target)) {
      throw wrong("--out is a file, but there are " + files.size() + " takes; give a folder");
    }
    ArrayNode done = JSON.createArrayNode();
    Set<Path> written = new HashSet<>();
    ReportPage page = new ReportPage(chosen.name());
    int failed =
        each(
            files,
            done,
            (file, node) -> {
              Path to = single ? target : target.resolve(file.getFileName());
              if (Files.exists(to) && Files.isSameFile(file, to)) {
                throw new IOException(
                    file + ": the raw take would be overwritten; give another --out");
              }
              if (!written.add(to.toAbsolutePath().normalize())) {
                throw new IOException(file + ": another take of that name was written to " + to);
              }
              clean(file, to, chosen, node, page);
            },
            (file, why) -> page.addFailure(file.toString(), why));
    if (report != null) {
      byte[] bytes = page.page().getBytes(StandardCharsets.UTF_8);
      AtomicFile.write(report, stream -> stream.write(bytes));
    }
    if (json) {
      out().println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(done));
    } else if (files.size() > 1) {
      out().printf("%d cleaned, %d failed%n", files.size() - failed, failed);
    }
    return failed == 0 ? 0 : 1;
  }

  private void clean(Path file, Path to, Recipe chosen, ObjectNode node, ReportPage page)
      throws IOException {
    RawTake raw = read(file);
    Progress progress = new Progress("cleaning " + file.getFileName());
    Evaluator.Stages stages = new Evaluator(raw.motion()).evaluate(chosen.chain(), progress);
    Handoff.Receipt receipt = Handoff.AS_IT_CAME.write(stages.result(), raw, to, progress);
    if (report != null) {
      page.add(file.toString(), stages, progress);
    }
    progress.end();
    node.put("out", to.toString()).put("frames", receipt.frames());
    for (int k = 0; k < chosen.chain().size(); k++) {
      ObjectNode plate = node.withArray("plates").addObject();
      plate.put("name", chosen.chain().plates().get(k).name());
      Optional<String> complaint =
          chosen
              .chain()
              .placed(k, chosen.chain().timing(raw.motion().clip().frames(), k))
              .complaint(stages.motions().get(k));
      complaint.ifPresent(c -> plate.put("complaint", c));
      plate.put(
          "changedMm",
          1000 * Distance.overall(stages.motions().get(k), stages.motions().get(k + 1)));
      ObjectNode settings = plate.putObject("settings");
      var pass = stages.passes().get(k);
      pass.kind().plain(pass).forEach(settings::putPOJO);
      if (!json) {
        out()
            .printf(
                Locale.ROOT,
                "  %s: moved the body by %.1f mm (root mean square) %s%n",
                plate.path("name").asText(),
                plate.path("changedMm").asDouble(),
                settings);
        complaint.ifPresent(c -> out().println("    " + c));
      }
    }
    if (!json) {
      out().println(receipt.words());
    }
  }
}
