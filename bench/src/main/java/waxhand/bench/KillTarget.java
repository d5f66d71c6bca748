package waxhand.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import waxhand.core.chain.Plate;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.project.Project;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.project.ProjectFile;
import waxhand.formats.takes.TakeFiles;

/**
 * Something to kill: saves two projects by turns over one file, without end. With {@code once} it
 * saves each to a file of its own, to compare with. Arguments: save|rescue|once, a take, the file.
 */
public final class KillTarget {
  private KillTarget() {}

  public static void main(String[] args) throws Exception {
    Path file = Path.of(args[2]);
    Project one = Project.empty("kill");
    for (int n = 0; n < 3; n++) {
      one = one.added("take", TakeFiles.read(Path.of(args[1]), Reading.GUESS, Work.UNWATCHED));
    }
    Plate level = Plate.of("level-1", LevelPass.KIND.of(Map.of("headingRad", 1.0)));
    Project two = one.changed("take-2", t -> t.withChain(t.chain().inserted(0, level)));
    if (args[0].equals("once")) {
      ProjectFile.save(one, file.resolveSibling("one"), Work.UNWATCHED);
      ProjectFile.save(two, file.resolveSibling("two"), Work.UNWATCHED);
      return;
    }
    for (int n = 0; ; n++) {
      Project next = n % 2 == 0 ? one : two;
      if (args[0].equals("rescue")) {
        ProjectFile.savePrivately(next, file, Work.UNWATCHED);
      } else {
        ProjectFile.save(next, file, Work.UNWATCHED);
      }
      if (n == 0) {
        Files.writeString(file.resolveSibling("ready"), "1");
      }
    }
  }
}
