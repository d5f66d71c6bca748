package waxhand.desk.kits.path;

import java.util.List;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;

/** The path of the selected part, while it is shown. */
public final class PathMarks implements MarkSource {
  private final Session session;
  private final PathTool tool;

  public PathMarks(Session session, PathTool tool) {
    this.session = session;
    this.tool = tool;
  }

  @Override
  public List<Mark> marks() {
    return tool.shownProperty().get()
        ? PathScene.of(session, tool)
            .<List<Mark>>map(s -> List.of(new PathMark(s)))
            .orElse(List.of())
        : List.of();
  }

  @Override
  public void onChange(Runnable changed) {
    tool.shownProperty().addListener((o, a, b) -> changed.run());
    tool.aroundSProperty().addListener((o, a, b) -> changed.run());
  }
}
