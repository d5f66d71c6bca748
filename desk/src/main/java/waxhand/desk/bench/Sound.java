package waxhand.desk.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import waxhand.core.project.Project;
import waxhand.core.work.Work;
import waxhand.desk.notice.Notices;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.project.ProjectFile;

/**
 * What is sound of a project file.
 *
 * @param left what was left out of it, each with its place and the reason
 */
record Sound(Path file, Project project, List<String> left) {
  private static final String MARK = " (as found)";

  static Sound open(Path file, Work work) throws IOException {
    List<String> left = new ArrayList<>();
    Project project =
        ProjectFile.open(file, (place, reason) -> left.add(place + ": " + reason), work);
    return new Sound(file, project, List.copyOf(left));
  }

  boolean isWhole() {
    return left.isEmpty();
  }

  void tell(Notices notices) {
    if (!isWhole()) {
      List<String> lines = new ArrayList<>(left);
      lines.add("The file stays as it is; when the project is saved it is kept beside it.");
      notices.fail(file.getFileName() + " is damaged; the rest of it was opened", lines);
    }
  }

  /**
   * Keeps the damaged file beside the one that is to take its place.
   *
   * @return under which name
   */
  Path keepAside() throws IOException {
    String name = file.getFileName().toString().replace(ProjectFile.ENDING, "") + MARK;
    Path free = file.resolveSibling(name + ProjectFile.ENDING);
    for (int n = 2; Files.exists(free); n++) {
      free = file.resolveSibling(name + " " + n + ProjectFile.ENDING);
    }
    AtomicFile.write(free, out -> Files.copy(file, out));
    return free;
  }
}
