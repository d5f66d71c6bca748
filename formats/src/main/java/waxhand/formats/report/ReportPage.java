package waxhand.formats.report;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Setting;
import waxhand.core.character.Worn;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.CarriedOver;
import waxhand.core.measure.Distance;
import waxhand.core.passes.character.Carried;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Unreached;
import waxhand.core.text.Legible;
import waxhand.formats.disk.Trouble;

/**
 * A page that tells what was found in takes, what was mended and what remains: one HTML file that
 * needs nothing else.
 */
public final class ReportPage {
  private static final int WIDTH = 860;
  private static final int SAMPLES = 430;
  private static final String PAGE = "<!DOCTYPE html>";

  private final StringBuilder html = new StringBuilder();

  /**
   * @param recipe what was done, in a few words
   */
  public ReportPage(String recipe) {
    html.append(
        """
        <!DOCTYPE html>
        <html lang="en"><head><meta charset="utf-8"><title>Wax Hand report</title><style>
        body { background: #F5F0E6; color: #2A2522; font: 15px/1.45 sans-serif; margin: 32px auto;
          max-width: 900px; padding: 0 16px; }
        h1 { font-size: 24px; } h2 { font-size: 19px; margin-top: 40px; border-top: 1px solid #DDD3C2;
          padding-top: 16px; } h3 { font-size: 15px; margin: 20px 0 4px; }
        table { border-collapse: collapse; } td, th { padding: 3px 18px 3px 0; text-align: left;
          vertical-align: top; } th { font-weight: 600; border-bottom: 1px solid #DDD3C2; }
        td.n, th.n { text-align: right; font-variant-numeric: tabular-nums; }
        .soft { color: #6B625A; } .good { color: #3F7F6E; } .trouble { color: #A8392B; }
        svg { background: #FBF8F1; display: block; margin: 4px 0; }
        </style></head><body>
        """);
    html.append("<h1>Wax Hand report</h1>\n<p>Recipe: ").append(text(recipe)).append("</p>\n");
  }

  /** Whether a report may be written there: nothing is, or an earlier page. */
  public static boolean mayReplace(Path file) throws IOException {
    if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
      return true;
    }
    if (!Files.isRegularFile(file)) {
      return false;
    }
    try (InputStream in = Files.newInputStream(file)) {
      String start = new String(in.readNBytes(PAGE.length()), StandardCharsets.UTF_8);
      return start.isEmpty() || start.equalsIgnoreCase(PAGE);
    }
  }

  /**
   * Adds a take that was cleaned; nothing of it if that fails.
   *
   * @param before what is found in the raw take
   * @param after what is found in the result
   * @throws IOException if its report cannot be made
   */
  public void add(
      String name, Evaluator.Stages stages, Supplier<Survey> before, Supplier<Survey> after)
      throws IOException {
    int length = html.length();
    try {
      section(name, stages, before.get().findings(), after.get().findings());
    } catch (RuntimeException | OutOfMemoryError e) {
      html.setLength(length);
      throw new IOException(
          name + ": it was cleaned and written, but not reported: " + Trouble.words(e), e);
    }
  }

  private void section(
      String name, Evaluator.Stages stages, List<Finding> before, List<Finding> remaining) {
    Motion raw = stages.motions().get(0);
    Motion result = stages.result();
    List<Finding> after = new ArrayList<>(Unreached.of(stages));
    after.addAll(remaining);
    int frames = raw.clip().frames();
    html.append("<h2>").append(text(name)).append("</h2>\n");
    html.append(
        format(
            "<p>%d frames at %.6g a second (%.1f s), %d joints. <b>%d findings before, %d"
                + " after.</b></p>%n",
            frames,
            raw.clip().rateHz(),
            raw.clip().seconds(),
            raw.clip().skeleton().size(),
            before.size(),
            after.size()));
    kinds(before, after);
    html.append("<h3>When: findings before (above) and after (below)</h3>\n");
    timeline(before, after, frames);
    // bodies of two sizes are apart whatever was done
    Motion mended = onItsBody(stages);
    html.append("<h3>How far the take was moved, by part");
    html.append(mended == result ? "" : ", before it was put on another body");
    html.append("</h3>\n");
    heat(raw, mended);
    carried(stages);
    plates(stages);
    remaining(after);
  }

  /** Adds a take that could not be cleaned. */
  public void addFailure(String name, String reason) {
    html.append("<h2>").append(text(name)).append("</h2>\n<p class=\"trouble\">");
    html.append(text(reason)).append("</p>\n");
  }

  /** The page as it stands in a file. */
  public String page() {
    return html + "</body></html>\n";
  }

  private void kinds(List<Finding> before, List<Finding> after) {
    html.append("<table><tr><th>Kind</th><th class=\"n\">found</th><th class=\"n\">remain</th>");
    html.append("<th>worst before</th><th>worst after</th></tr>\n");
    for (FindingKind kind : FindingKind.values()) {
      List<Finding> was = before.stream().filter(f -> f.kind() == kind).toList();
      List<Finding> is = after.stream().filter(f -> f.kind() == kind).toList();
      if (was.isEmpty() && is.isEmpty()) {
        continue;
      }
      html.append(
          format(
              "<tr><td>%s</td><td class=\"n\">%d</td><td class=\"n %s\">%d</td><td>%s</td><td>%s"
                  + "</td></tr>%n",
              text(kind.words()),
              was.size(),
              is.isEmpty() ? "good" : is.size() > was.size() ? "trouble" : "",
              is.size(),
              worst(was),
              worst(is)));
    }
    html.append("</table>\n");
  }

  private static String worst(List<Finding> findings) {
    return findings.stream()
        .sorted(Survey.WORST_FIRST)
        .findFirst()
        .map(f -> format("%.3g %s", f.size(), f.unit()))
        .orElse("–");
  }

  private void timeline(List<Finding> before, List<Finding> after, int frames) {
    html.append(format("<svg width=\"%d\" height=\"64\">%n", WIDTH));
    bars(before, frames, 2, "#A8392B");
    bars(after, frames, 34, "#A8392B");
    html.append(format("<path d=\"M0 32H%d\" stroke=\"#DDD3C2\"/>", WIDTH));
    html.append("</svg>\n");
  }

  private void bars(List<Finding> findings, int frames, int top, String colour) {
    List<FindingKind> kinds = findings.stream().map(Finding::kind).distinct().sorted().toList();
    double row = Math.min(6, 28.0 / Math.max(1, kinds.size()));
    for (Finding f : findings) {
      double x = WIDTH * (double) f.frames().from() / frames;
      double width = Math.max(1.5, WIDTH * (double) f.frames().count() / frames);
      html.append(
          format(
              "<rect x=\"%.1f\" y=\"%.1f\" width=\"%.1f\" height=\"%.1f\" fill=\"%s\""
                  + " fill-opacity=\"%.2f\"><title>%s</title></rect>%n",
              x,
              top + row * kinds.indexOf(f.kind()),
              width,
              Math.max(1, row - 0.8),
              colour,
              0.15 + 0.85 * f.severity(),
              text(f.text())));
    }
  }

  private void heat(Motion raw, Motion result) {
    double[][] distance = Distance.byPart(raw, result, SAMPLES);
    double most = 0.001;
    for (double[] part : distance) {
      for (double d : part) {
        most = Math.max(most, d);
      }
    }
    html.append("<table>");
    for (BodyPart part : BodyPart.values()) {
      double[] d = distance[part.ordinal()];
      StringBuilder path = new StringBuilder("M0 24");
      double peak = 0;
      for (int i = 0; i < d.length; i++) {
        path.append(
            format("L%.1f %.1f", 640.0 * i / Math.max(1, d.length - 1), 24 - 22 * d[i] / most));
        peak = Math.max(peak, d[i]);
      }
      html.append(
          format(
              "<tr><td>%s</td><td><svg width=\"640\" height=\"25\"><path d=\"%sL640 24Z\""
                  + " fill=\"#E3B878\" stroke=\"#B9843F\" stroke-width=\"0.6\"/></svg></td>"
                  + "<td class=\"n\">up to %.0f mm</td></tr>%n",
              text(part.words()), path, 1000 * peak));
    }
    html.append("</table>\n");
  }

  /** The last that was made of a take on the body it came on. */
  private static Motion onItsBody(Evaluator.Stages stages) {
    Motion last = stages.motions().get(0);
    for (Motion motion : stages.motions()) {
      last = Worn.by(motion).equals(Worn.by(stages.motions().get(0))) ? motion : last;
    }
    return last;
  }

  /** How well the take came over to other bodies. */
  private void carried(Evaluator.Stages stages) {
    for (int k = 0; k < stages.chain().size(); k++) {
      Motion in = stages.motions().get(k);
      Motion out = stages.motions().get(k + 1);
      if (stages.prepared().get(k).isPresent() && stages.pass(k) instanceof RetargetPass pass) {
        CarriedOver over = Carried.over(in, out);
        html.append("<h3>On ").append(text(pass.character())).append("</h3>\n");
        html.append(
            format(
                "<p>Limbs point %.2f° otherwise in the mean. Feet move by %s mm/s where they rest,"
                    + " float by %s mm and sink by %s mm.</p>%n",
                over.directionDeg(),
                known(over.speedMms()),
                known(over.floatMm()),
                known(over.sinkMm())));
      }
    }
  }

  private static String known(double value) {
    return Double.isNaN(value) ? "–" : format("%.1f", value);
  }

  private void plates(Evaluator.Stages stages) {
    html.append("<h3>What was done</h3>\n<table><tr><th>Pass</th><th class=\"n\">moved the body");
    html.append("</th><th>settings</th></tr>\n");
    for (int k = 0; k < stages.chain().size(); k++) {
      Plate plate = stages.chain().plates().get(k);
      var pass = stages.pass(k);
      List<String> settings = new ArrayList<>();
      for (var setting : pass.kind().settings()) {
        Object value = pass.kind().get(pass, setting);
        if (value != null && pass.kind().applies(pass, setting)) {
          told(setting, value).ifPresent(settings::add);
        }
      }
      Motion in = stages.motions().get(k);
      Motion out = stages.motions().get(k + 1);
      String moved =
          Worn.by(in).equals(Worn.by(out))
              ? format("%.1f mm", 1000 * Distance.overall(in, out))
              : "–";
      html.append(
          format(
              "<tr><td>%s%s</td><td class=\"n\">%s</td><td class=\"soft\">%s</td></tr>%n",
              text(plate.name()),
              plate.muted() ? " (muted)" : "",
              moved,
              text(String.join(", ", settings))));
    }
    html.append("</table>\n");
  }

  /** A setting in words; of a list its length, and nothing of an empty one. */
  private static Optional<String> told(Setting<?> setting, Object value) {
    if (value instanceof Collection<?> list) {
      return list.isEmpty()
          ? Optional.empty()
          : Optional.of(list.size() + " " + setting.words().toLowerCase(Locale.ROOT));
    }
    Object plain = value instanceof Double d ? format("%.4g", d) : value;
    return Optional.of(setting.words() + " " + plain);
  }

  private void remaining(List<Finding> after) {
    html.append("<h3>What remains, worst first</h3>\n");
    if (after.isEmpty()) {
      html.append("<p class=\"good\">Nothing.</p>\n");
      return;
    }
    html.append("<table><tr><th class=\"n\">severity</th><th class=\"n\">frames</th>");
    html.append("<th>what</th></tr>\n");
    after.stream()
        .sorted(Survey.WORST_FIRST)
        .forEach(
            f ->
                html.append(
                    format(
                        "<tr><td class=\"n\">%.2f</td><td class=\"n\">%d–%d</td><td>%s</td></tr>%n",
                        f.severity(), f.frames().from(), f.frames().to() - 1, text(f.text()))));
    html.append("</table>\n");
  }

  private static String format(String pattern, Object... values) {
    return String.format(Locale.ROOT, pattern, values);
  }

  private static String text(String plain) {
    return Legible.whole(plain)
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
