package waxhand.desk.kits.poses;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.shape.StrokeLineCap;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;
import waxhand.desk.viewport.Pen;

/** What the pose under the pointer would make of the figure at the playhead, as drawn bones. */
final class PosePreview implements MarkSource {
  private final Session session;
  private final PoseTool tool;

  PosePreview(Session session, PoseTool tool) {
    this.session = session;
    this.tool = tool;
  }

  @Override
  public List<Mark> marks() {
    Optional<Motion> shown = session.motionAt(session.flagBProperty().get());
    return tool.hoveredProperty().get().isEmpty() || shown.isEmpty()
        ? List.of()
        : List.of(bones(shown.get(), tool.hoveredProperty().get().get()));
  }

  @Override
  public void onChange(Runnable changed) {
    tool.hoveredProperty().addListener((o, a, b) -> changed.run());
    tool.shareProperty().addListener((o, a, b) -> changed.run());
  }

  private Bones bones(Motion motion, PoseTool.Source source) {
    Flag flag = session.flagBProperty().get();
    int frame = session.timingAt(flag).local(session.frameProperty().get());
    int at = Math.min(frame, motion.clip().frames() - 1);
    Motion here = motion.with(motion.clip().cut(new Frames(at, at + 1)));
    Pose pose = tool.meant(source, motion.body());
    LayerPass layer =
        LayerEdit.posed(
            LayerPass.KIND.defaults(),
            here,
            here,
            0,
            0,
            pose,
            tool.shareProperty().get(),
            new LayerEdit.Hold.Near(1));
    Motion posed = Plate.of("preview", layer).apply(here, here.clip().allFrames(), Work.UNWATCHED);
    return new Bones(motion, posed.clip(), pose);
  }

  /** Bones that the pose moves. */
  private static final class Bones implements Mark {
    private final WorldPose pose;
    private final int[] parents;
    private final BitSet shown = new BitSet();

    Bones(Motion motion, Clip posed, Pose turns) {
      pose = new WorldPose(posed.skeleton());
      pose.solve(posed, 0);
      parents = new int[posed.skeleton().size()];
      for (int j = 0; j < parents.length; j++) {
        parents[j] = posed.skeleton().parent(j);
        Optional<Role> above = parents[j] < 0 ? Optional.empty() : motion.body().role(parents[j]);
        boolean moved = above.flatMap(turns::turn).isPresent();
        shown.set(j, moved || parents[j] >= 0 && shown.get(parents[j]));
      }
    }

    @Override
    public void draw(Pen pen) {
      GraphicsContext g = pen.graphics();
      g.setLineCap(StrokeLineCap.ROUND);
      double[] a = new double[3];
      double[] b = new double[3];
      for (boolean edge : new boolean[] {true, false}) {
        g.setStroke(edge ? pen.ink(Ink.RAISED) : pen.ink(Ink.FOCUS));
        g.setLineWidth(edge ? 6 : 3.5);
        for (int j = shown.nextSetBit(0); j >= 0; j = shown.nextSetBit(j + 1)) {
          Vector3d from = new Vector3d(pose.x(parents[j]), pose.y(parents[j]), pose.z(parents[j]));
          Vector3d to = new Vector3d(pose.x(j), pose.y(j), pose.z(j));
          if (pen.sight().project(from, a) && pen.sight().project(to, b)) {
            g.strokeLine(a[0], a[1], b[0], b[1]);
          }
        }
      }
      g.setLineCap(StrokeLineCap.BUTT);
    }
  }
}
