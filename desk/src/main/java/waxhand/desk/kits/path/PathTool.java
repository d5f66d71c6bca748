package waxhand.desk.kits.path;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import waxhand.core.motion.Frames;
import waxhand.desk.session.Session;

/** Whether the path of the selected part is shown, and how much of it. */
public final class PathTool {
  private static final double USUAL_S = 0.5;
  private static final double LEAST_S = 0.125;
  private static final double MOST_S = 4;

  private final Session session;
  private final DoubleProperty aroundS = new SimpleDoubleProperty(USUAL_S);

  public PathTool(Session session) {
    this.session = session;
  }

  public BooleanProperty shownProperty() {
    return session.posing().pathShownProperty();
  }

  /** How long before and behind the playhead it is shown, seconds. */
  public DoubleProperty aroundSProperty() {
    return aroundS;
  }

  void change(double factor) {
    aroundS.set(Math.max(LEAST_S, Math.min(MOST_S, factor * aroundS.get())));
  }

  /** The frames that are shown about one of them. */
  Frames around(int frame) {
    int far = (int) Math.max(1, Math.round(aroundS.get() * session.rateHz()));
    return new Frames(Math.max(0, frame - far), frame + far + 1);
  }
}
