package waxhand.desk.kits.layers;

import java.util.Locale;
import org.joml.Vector3d;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Posing;
import waxhand.desk.session.Session;

/** One drag of a part on the active layer: what it was at its start, and what becomes of it. */
public final class LayerHands {
  private final Session session;
  private final PlateEdit edit;
  private final PartEdit part;
  private final String words;

  LayerHands(ChosenStage<LayerPass> stage, int joint) {
    session = stage.session();
    edit = new PlateEdit(session);
    words = stage.out().body().words(joint);
    part =
        new PartEdit(
            stage.pass(),
            stage.in(),
            stage.out(),
            joint,
            stage.frame(),
            session.frameProperty().get());
  }

  /** The axes a part turns about: the rotation that leads from the world's to them. */
  static double[] axes(Posing.Axes of, WorldPose pose, int joint, int parent) {
    double[] q = {0, 0, 0, 1};
    int from = of == Posing.Axes.OWN ? joint : of == Posing.Axes.PARENT ? parent : -1;
    if (from >= 0) {
      System.arraycopy(pose.rotations(), 4 * from, q, 0, 4);
    }
    return q;
  }

  /** How far an edit is felt, as it is set now. */
  public static LayerEdit.Hold hold(Session session) {
    Frames range = session.workRange();
    return session.posing().wholeRangeProperty().get()
        ? new LayerEdit.Hold.Whole(
            range.from(), range.to() - 1.0, session.frames() - 1.0, holdFrames(session))
        : new LayerEdit.Hold.Near(
            frames(session, session.posing().holdBeforeSProperty().get()), holdFrames(session));
  }

  /** How long an edit is held behind it, frames. */
  public static double holdFrames(Session session) {
    return frames(session, session.posing().holdAfterSProperty().get());
  }

  private static double frames(Session session, double seconds) {
    return Math.max(1, seconds * session.rateHz());
  }

  /** Turns the part from how it was when the hand took hold of it, about an axis of the world. */
  void turn(Vector3d axis, double angleRad) {
    double[] by = {angleRad * axis.x, angleRad * axis.y, angleRad * axis.z};
    boolean spread = part.isOfTheSpine() && session.posing().spreadProperty().get();
    edit.to(
        (spread ? "bend of the spine on" : "turn of " + words + " on"),
        spread ? part.spread(by, hold(session)) : part.turned(by, hold(session)));
  }

  /** Pulls the part from where it was, in the world. */
  void pull(Vector3d by) {
    double[] way = {by.x, by.y, by.z};
    edit.to("pull of " + words + " on", part.pulled(way, hold(session)));
  }

  static String degrees(double rad) {
    return String.format(Locale.ROOT, "%+.1f°", Math.toDegrees(rad));
  }
}
