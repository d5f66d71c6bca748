package waxhand.desk.handoff;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.report.ReportPage;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;

/**
 * What is handed on of one take, and where.
 *
 * @param input of its chain
 * @param raws what is never written over
 * @param reported whether a page of what was done is to lie beside it
 */
record Parcel(Take take, Motion input, Handoff how, Path path, Untouchable raws, boolean reported) {
  /**
   * Works out the take, writes it and reads it back.
   *
   * @throws IOException if that fails; what was there before stays
   */
  Handoff.Receipt write(Work work) throws IOException {
    raws.claim(path);
    Path page = path.resolveSibling(TakeFiles.bareName(path.getFileName().toString()) + ".html");
    if (reported && !ReportPage.mayReplace(page)) {
      throw new FormatException(
          page.toString(), "what is there is no report, and one was to be written there");
    }
    Evaluator.Stages stages = new Evaluator(input).evaluate(take.chain(), work);
    Handoff.Receipt receipt = how.keyedBy(stages).write(stages.result(), take.raw(), path, work);
    if (reported) {
      ReportPage report = new ReportPage("the plates of " + take.name());
      report.add(
          take.name(),
          stages,
          () -> new Surveyor().survey(stages.motions().get(0), work),
          () -> new Surveyor().survey(stages.result(), work));
      AtomicFile.write(page, out -> out.write(report.page().getBytes(StandardCharsets.UTF_8)));
    }
    return receipt;
  }
}
