package waxhand.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.FloorPlane;
import waxhand.core.measure.Standing;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.ContactScore;
import waxhand.rehearsal.Rehearsal;

@Command(
    name = "contacts",
    description = "Lists when heels, balls, toes, knees and hands of a take rest on the floor.")
final class ContactsVerb extends TakeVerb {
  @Parameters(arity = "1..*", paramLabel = "TAKE", description = ".bvh files or folders of them.")
  List<Path> takes;

  @Option(
      names = "--height",
      paramLabel = "MM",
      defaultValue = "35",
      description = "A resting part may seem so much higher. [${DEFAULT-VALUE}]")
  double heightMm;

  @Option(
      names = "--speed",
      paramLabel = "MM/S",
      defaultValue = "300",
      description = "A resting part may seem so fast. [${DEFAULT-VALUE}]")
  double speedMms;

  @Option(names = "--truth", description = "A truth.json with the true contacts: tells F1 by part.")
  Path truth;

  @Option(names = "--json", description = "Print JSON: an object for one take, a list for more.")
  boolean json;

  @Override
  public Integer call() throws Exception {
    TakeList list = TakeList.of(takes);
    if (truth != null && list.files().size() != 1) {
      throw wrong("--truth is of one take, but there are " + list.files().size());
    }
    if (!(heightMm > 0 && heightMm < 1000) || !(speedMms > 0 && speedMms < 10000)) {
      throw wrong("--height must be from 0 to 1000 mm and --speed from 0 to 10000 mm/s");
    }
    ArrayNode all = JSON.createArrayNode();
    int failed =
        each(TakeIn.firsts(list.files()), list.empty(), all, this::contacts, (file, why) -> {});
    if (json) {
      print(all.size() == 1 ? all.get(0) : all);
    }
    return failed == 0 ? 0 : 1;
  }

  private void contacts(TakeIn take, ObjectNode node) throws IOException {
    List<Contact> known = truth == null ? List.of() : truth(truth, Rehearsal::contactsOf);
    Path file = take.file();
    Motion motion = read(file).motion();
    requireSame(truth, known.stream().map(Contact::frames), motion);
    ContactSettings settings =
        ContactSettings.USUAL.withHeight(heightMm / 1000).withSpeed(speedMms / 1000);
    double floorM = Floor.rounded(motion);
    List<Contact> found =
        new ContactFinder(settings, List.of(FloorPlane.level(floorM))).find(motion);
    node.put("frames", motion.clip().frames()).put("floorMm", 1000 * floorM);
    if (!json) {
      out()
          .printf(
              Locale.ROOT,
              "%s: %d contacts in %d frames, floor at %.0f mm%n",
              file,
              found.size(),
              motion.clip().frames(),
              1000 * floorM);
      if (motion.body().soles().isEmpty()) {
        out().println("  no feet were found in this skeleton");
      }
    }
    ArrayNode list = node.putArray("contacts");
    for (Contact contact : found) {
      add(list, contact, motion);
    }
    if (truth != null) {
      score(ContactScore.of(found, known, motion.clip().frames(), motion.clip().rateHz()), node);
    }
  }

  private void add(ArrayNode list, Contact contact, Motion motion) {
    double driftMm = Standing.of(motion, List.of(contact)).driftMm();
    ObjectNode node =
        list.addObject()
            .put("part", contact.part().key())
            .put("from", contact.frames().from())
            .put("to", contact.frames().to());
    if (!Double.isNaN(driftMm)) {
      node.put("driftMm", Math.round(100 * driftMm) / 100.0);
    }
    if (!json) {
      out()
          .printf(
              Locale.ROOT,
              "  %-11s %6d:%-6d %6.2f s  drifts %s%n",
              contact.part().key(),
              contact.frames().from(),
              contact.frames().to(),
              contact.frames().count() / motion.clip().rateHz(),
              Double.isNaN(driftMm) ? "–" : String.format(Locale.ROOT, "%.1f mm", driftMm));
    }
  }

  private void score(ContactScore score, ObjectNode node) {
    ObjectNode scores = node.putObject("score");
    Stream.of(ContactPart.values())
        .filter(score.parts()::containsKey)
        .forEach(
            part -> {
              ContactScore.Count c = score.parts().get(part);
              scores.putObject(part.key()).put("f1", c.f1()).put("f1Inside", c.f1Inside());
              if (!json) {
                out()
                    .printf(
                        Locale.ROOT,
                        "  %-11s F1 %.3f, %.3f without frames within 50 ms of a true end%n",
                        part.key(),
                        c.f1(),
                        c.f1Inside());
              }
            });
  }
}
