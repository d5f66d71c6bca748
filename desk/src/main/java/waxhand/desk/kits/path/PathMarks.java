package waxhand.desk.kits.path;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;

/** The paths of the selected part and of the chosen prop, while they are shown. */
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
        ? Stream.of(PathScene.of(session, tool), PathScene.ofProp(session, tool))
            .flatMap(Optional::stream)
            .<Mark>map(PathMark::new)
            .toList()
        : List.of();
  }

  @Override
  public void onChange(Runnable changed) {
    tool.shownProperty().addListener((o, a, b) -> changed.run());
    tool.aroundSProperty().addListener((o, a, b) -> changed.run());
  }
}
