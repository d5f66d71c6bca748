package waxhand.desk.handoff;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import waxhand.core.character.Character;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;
import waxhand.desk.session.Memory;
import waxhand.formats.disk.Trouble;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.takes.Characters;

/** Writes what is handed on in the background, and says what came of it. */
record Delivery(Jobs jobs, Notices notices, Memory memory) {
  void one(Parcel parcel) {
    memory.rememberFolder("handoff", parcel.path());
    jobs.run(
        "Handing on " + parcel.path().getFileName(),
        parcel::write,
        receipt ->
            notices.say(
                "Handed on: "
                    + receipt.words()
                    + (parcel.reported() ? ", with a report beside it" : "")
                    + "\n"
                    + receipt.path()));
  }

  /** The character alone, for those who do not have it yet. */
  void still(Character character, Path path, Untouchable raws) {
    memory.rememberFolder("handoff", path);
    jobs.run(
        "Handing on " + path.getFileName(),
        work -> {
          raws.claim(path);
          return Characters.write(character, path, work);
        },
        told -> notices.say("Handed on: " + told + "\n" + path));
  }

  /** Those that fail are told, the rest is done. */
  void all(List<Parcel> parcels) {
    memory.rememberFolder("handoff", parcels.get(0).path());
    jobs.run(
        "Handing on " + parcels.size() + " takes",
        work -> {
          List<String> failures = new ArrayList<>();
          for (Parcel parcel : parcels) {
            work.check();
            try {
              parcel.write(work);
            } catch (IOException e) {
              failures.add(Trouble.words(e));
            }
          }
          return failures;
        },
        failures -> {
          if (failures.isEmpty()) {
            Path folder = parcels.get(0).path().getParent();
            notices.say("Handed on: " + parcels.size() + " takes, each read back\n" + folder);
          } else {
            notices.fail(failures.size() + " of " + parcels.size() + " takes failed", failures);
          }
        });
  }
}
