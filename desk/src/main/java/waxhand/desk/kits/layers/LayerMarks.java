package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.desk.kits.limbs.GiveWayMark;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Posing;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.PlaceMark;

/**
 * The handles of the active layer on the selected part: pegs that turn it, and a diamond on what
 * can be pulled. The layer's name stands at the edge of the view, with how far an edit is felt.
 */
public final class LayerMarks {
  private LayerMarks() {}

  /** Those of the chosen layer at the playhead. */
  public static List<Mark> of(ChosenStage<LayerPass> stage) {
    List<Mark> marks = new ArrayList<>();
    int frame = stage.frame();
    BitSet selected = stage.session().selected(stage.out().body());
    boolean inside = stage.plate().span().within(stage.in().clip().frames()).contains(frame);
    if (selected.isEmpty() || !inside) {
      marks.add(new LayerName(stage.plate(), stage.session(), ""));
      return marks;
    }
    int joint = stage.session().held(stage.out().body());
    PartName part = PartName.of(stage.out().body(), joint);
    Posing.Axes axes = stage.session().posing().axesProperty().get();
    boolean path = stage.session().posing().pathShownProperty().get();
    String turned = path ? "" : ", " + axes.words();
    String about = part.words() + turned + pulled(stage, part);
    marks.add(new LayerName(stage.plate(), stage.session(), about));
    WorldPose pose = new WorldPose(stage.out().clip().skeleton());
    pose.solve(stage.out().clip(), frame);
    Vector3d place = new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
    if (stage.pass().replaces() && !LayerEdit.has(stage.pass(), part, Channel.Of.TURN)) {
      marks.add(new Saying(place, "this layer replaces, and has no keys of the " + part.words()));
      return marks;
    }
    if (path) {
      // the path has handles of its own
      return marks;
    }
    marks.add(pegs(stage, joint, pose, place, axes));
    if (new PartEdit(stage.pass(), stage.in(), stage.out(), joint, frame, frame).isPulled()) {
      marks.add(diamond(stage, joint, place));
    }
    // elbows and knees only swing, nothing gives way to them
    boolean swings = part.role().flatMap(GoalPart::of).filter(GoalPart::isMiddle).isPresent();
    boolean pulled = LayerEdit.has(stage.pass(), part, Channel.Of.GOAL) && !swings;
    if (pulled && !stage.plate().locked()) {
      givesWay(stage, pose, place).ifPresent(marks::add);
    }
    return marks;
  }

  /** How much the body gives way to what is pulled. */
  private static Optional<Mark> givesWay(
      ChosenStage<LayerPass> stage, WorldPose pose, Vector3d place) {
    LayerPass layer = stage.pass();
    return stage.out().body().joint(Role.HIPS).stream()
        .mapToObj(h -> new Vector3d(pose.x(h), pose.y(h), pose.z(h)))
        .<Mark>map(
            hips ->
                new GiveWayMark(hips, place, stage.session(), layer.giveWay(), layer::withGiveWay))
        .findFirst();
  }

  private static Mark pegs(
      ChosenStage<LayerPass> stage, int joint, WorldPose pose, Vector3d place, Posing.Axes axes) {
    int parent = stage.out().clip().skeleton().parent(joint);
    double[] frame = LayerHands.axes(axes, pose, joint, parent);
    return new PegMark(
        place,
        frame,
        stage.session().posing(),
        () -> {
          if (isRefused(stage)) {
            return PegMark.Turned.NOT;
          }
          LayerHands hands = new LayerHands(stage, joint);
          return new PegMark.Turned() {
            @Override
            public void by(Vector3d axis, double angleRad) {
              hands.turn(axis, angleRad);
            }

            @Override
            public void done() {
              stage.session().settle();
            }
          };
        });
  }

  /** By how much the layer pulls the part here, in words. */
  private static String pulled(ChosenStage<LayerPass> stage, PartName part) {
    double frame = stage.session().frameProperty().get();
    double[] by = LayerEdit.at(stage.pass(), part, Channel.Of.GOAL, frame);
    return Math.abs(by[0]) + Math.abs(by[1]) + Math.abs(by[2]) < 1e-9
        ? ""
        : String.format(
            Locale.ROOT, ", pulled %+.0f, %+.0f, %+.0f mm", 1e3 * by[0], 1e3 * by[1], 1e3 * by[2]);
  }

  private static Mark diamond(ChosenStage<LayerPass> stage, int joint, Vector3d place) {
    return new PlaceMark(
        place,
        Optional.empty(),
        "",
        () -> {
          if (isRefused(stage)) {
            return way -> {};
          }
          LayerHands hands = new LayerHands(stage, joint);
          return hands::pull;
        },
        stage.session()::settle);
  }

  /** Whether a hand is told that it can do nothing on a layer that is switched off, or locked. */
  public static boolean isRefused(ChosenStage<LayerPass> stage) {
    String name = stage.plate().name();
    if (stage.plate().locked()) {
      stage.session().refuse(name + " is locked. Open its clasp first to pose on it.");
    } else if (stage.plate().muted()) {
      stage.session().refuse(name + " is switched off. Switch it on to pose on it.");
    }
    return stage.plate().locked() || stage.plate().muted();
  }

  /** Words beside a part that has no handles. */
  private record Saying(Vector3d place, String words) implements Mark {
    @Override
    public void draw(Pen pen) {
      double[] p = new double[3];
      if (pen.sight().project(place, p)) {
        pen.words(words, p[0] + 16, p[1] - 22);
      }
    }
  }
}
