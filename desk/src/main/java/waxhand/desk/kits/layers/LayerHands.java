package waxhand.desk.kits.layers;

import java.util.Locale;
import org.joml.Vector3d;
import waxhand.core.body.PartName;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Posing;
import waxhand.desk.session.Session;

/** One drag of a part on the active layer: what it was at its start, and what becomes of it. */
final class LayerHands {
  private final Session session;
  private final PlateEdit edit;
  private final LayerPass layer;
  private final PartName part;
  private final int joint;
  private final WorldPose pose;
  private final double[] rest = new double[4];
  private final int parent;
  private final double frame;

  LayerHands(ChosenStage<LayerPass> stage, int joint) {
    session = stage.session();
    edit = new PlateEdit(session);
    layer = stage.pass();
    part = PartName.of(stage.out().body(), joint);
    this.joint = joint;
    parent = stage.out().clip().skeleton().parent(joint);
    pose = WorldPose.only(stage.out().clip().skeleton(), joint);
    pose.solve(stage.out().clip(), stage.frame());
    var stands =
        layer.frame() == LayerPass.Frame.WORLD
            ? stage.out().clip().skeleton().restRotation(joint)
            : stage.out().clip().skeleton().joint(joint).rest();
    rest[0] = stands.x();
    rest[1] = stands.y();
    rest[2] = stands.z();
    rest[3] = stands.w();
    frame = session.frameProperty().get();
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
  static LayerEdit.Hold hold(Session session) {
    double hold = Math.max(1, session.posing().holdSProperty().get() * session.rateHz());
    Frames range = session.workRange();
    return session.posing().wholeRangeProperty().get()
        ? new LayerEdit.Hold.Whole(range.from(), range.to() - 1.0, session.frames() - 1.0, hold)
        : new LayerEdit.Hold.Near(hold);
  }

  /** Turns the part from how it was when the hand took hold of it, about an axis of the world. */
  void turn(Vector3d axis, double angleRad) {
    double[] by = {angleRad * axis.x, angleRad * axis.y, angleRad * axis.z};
    if (parent >= 0 && layer.frame() == LayerPass.Frame.PARENT) {
      double[] back = {
        -pose.rotations()[4 * parent],
        -pose.rotations()[4 * parent + 1],
        -pose.rotations()[4 * parent + 2],
        pose.rotations()[4 * parent + 3]
      };
      Quats.rotate(back, 0, by, 0, by, 0);
    }
    double[] was = LayerEdit.at(layer, part, Channel.Of.TURN, frame);
    double[] q = new double[8];
    Quats.exp(by, 0, q, 0);
    Quats.exp(was, 0, q, 4);
    Quats.multiply(q, 0, q, 4, q, 0);
    double[] now = new double[3];
    Quats.log(q, 0, now, 0);
    unwrap(now, was, by);
    edit.to(
        "turn of " + part.words() + " on",
        LayerEdit.set(layer, part, Channel.Of.TURN, frame, now, hold(session)));
  }

  /** Of the rotation vectors that mean the same the one nearest to where the hand has come. */
  private static void unwrap(double[] v, double[] was, double[] by) {
    double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    double along = 0;
    for (int i = 0; i < 3; i++) {
      along += (was[i] + by[i]) * (angle < 1e-9 ? 0 : v[i] / angle);
    }
    double turns = Math.rint((along - angle) / (2 * Math.PI));
    if (angle > 1e-9 && turns != 0) {
      double k = (angle + 2 * Math.PI * turns) / angle;
      for (int i = 0; i < 3; i++) {
        v[i] *= k;
      }
    }
  }

  /** Pulls the part from where it was, in the world. */
  void pull(Vector3d by) {
    double[] was = LayerEdit.at(layer, part, Channel.Of.GOAL, frame);
    double[] now = {was[0] + by.x, was[1] + by.y, was[2] + by.z};
    edit.to(
        "pull of " + part.words() + " on",
        LayerEdit.set(layer, part, Channel.Of.GOAL, frame, now, hold(session)));
  }

  int joint() {
    return joint;
  }

  static String degrees(double rad) {
    return String.format(Locale.ROOT, "%+.1f°", Math.toDegrees(rad));
  }
}
