package waxhand.desk.kits.limbs;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.limbs.Limb;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.PlaceMark;

/**
 * The handles of a limb goal: what is driven, a knob at knee or elbow that turns the bend, and a
 * scale beside the hips that says how much the body gives way.
 */
public final class GoalMarks {
  private GoalMarks() {}

  /** Those of the chosen limb goal at the playhead; none outside its span and while it is muted. */
  public static List<Mark> of(ChosenStage<LimbGoalPass> stage) {
    int frame = Math.min(stage.frame(), stage.in().clip().frames() - 1);
    OptionalInt joint = stage.out().body().joint(stage.pass().part().role());
    boolean inside = stage.plate().span().within(stage.in().clip().frames()).contains(frame);
    if (joint.isEmpty() || !inside || stage.plate().muted()) {
      return List.of();
    }
    int j = joint.getAsInt();
    WorldPose now = new WorldPose(stage.out().clip().skeleton());
    now.solve(stage.out().clip(), frame);
    WorldPose was = new WorldPose(stage.in().clip().skeleton());
    was.solve(stage.in().clip(), frame);
    Session session = stage.session();
    LimbGoalPass goal = stage.pass();
    Vector3d place = place(now, j);
    List<Mark> marks = new ArrayList<>();
    if (goal.uses("giveWay")) {
      stage.out().body().joint(Role.HIPS).stream()
          .mapToObj(
              h ->
                  new GiveWayMark(place(now, h), place, session, goal.giveWay(), goal::withGiveWay))
          .forEach(marks::add);
    }
    Limb.of(stage.out().body()).stream()
        .filter(l -> l.end() == j)
        .map(l -> new BendMark(place(now, l.middle()), session, goal))
        .forEach(marks::add);
    marks.add(moved(session, goal, place, place(was, j)));
    return marks;
  }

  private static Vector3d place(WorldPose pose, int joint) {
    return new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
  }

  private static Mark moved(Session session, LimbGoalPass goal, Vector3d place, Vector3d from) {
    Vector3d by = new Vector3d(place).sub(from).mul(1000);
    String words =
        String.format(
            Locale.ROOT, "%s %+.0f, %+.0f, %+.0f mm", goal.part().words(), by.x, by.y, by.z);
    return new PlaceMark(
        place,
        Optional.of(from),
        words,
        () -> {
          PlateEdit edit = new PlateEdit(session);
          return d -> edit.to("move of", goal.withMove(goal.moveM().plus(d.x, d.y, d.z)));
        },
        session::settle);
  }
}
