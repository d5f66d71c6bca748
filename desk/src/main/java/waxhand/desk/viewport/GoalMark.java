package waxhand.desk.viewport;

import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.limbs.Limb;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.session.Session;

/**
 * Where the handles of the chosen limb goal or prop are.
 *
 * @param place of what is driven, metres
 * @param bend where the knob is that turns the bend
 * @param from where the part was before the pass; empty for props
 * @param gives where the hips are, beside which the body's giving way is set, and how much it does;
 *     empty where nothing gives way
 * @param words beside the handle
 */
record GoalMark(
    Vector3d place,
    Optional<Vector3d> bend,
    Optional<Vector3d> from,
    Optional<Gives> gives,
    String words) {
  /** How much the body gives way, 0 to 1, and where its hips are. */
  record Gives(Vector3d hips, double share) {
    /** Length of the scale beside the hips, pixels. */
    static final double LENGTH_PX = 60;

    /** How far beside the hips it stands, on the side away from what is driven, pixels. */
    static final double ASIDE_PX = 70;
  }

  /** Where the knob of the scale is in a view, x and y in pixels; empty where none is. */
  Optional<double[]> knob(View view) {
    double[] hips = new double[3];
    double[] driven = new double[3];
    Camera camera = view.camera();
    double w = view.getWidth();
    double h = view.getHeight();
    return gives
        .filter(g -> camera.project(g.hips().x, g.hips().y, g.hips().z, w, h, hips))
        .filter(g -> camera.project(place.x, place.y, place.z, w, h, driven))
        .map(
            g ->
                new double[] {
                  hips[0] + (driven[0] > hips[0] ? -1 : 1) * Gives.ASIDE_PX,
                  hips[1] + (0.5 - g.share()) * Gives.LENGTH_PX
                });
  }

  /** The handles at the playhead; empty where no limb goal or prop is chosen. */
  static Optional<GoalMark> at(Session session) {
    Optional<Plate> plate = session.plate();
    int index = plate.map(p -> session.chain().indexOf(p.id()).orElse(-1)).orElse(-1);
    var stages = session.stagesProperty().get();
    boolean known =
        index >= 0
            && stages.isPresent()
            && stages.get().chain().indexOf(plate.get().id()).isPresent();
    if (!known) {
      return Optional.empty();
    }
    int at = stages.get().chain().indexOf(plate.get().id()).getAsInt();
    Motion in = stages.get().motions().get(at);
    Motion out = stages.get().motions().get(at + 1);
    int frame =
        stages.get().chain().timing(session.frames(), at).local(session.frameProperty().get());
    if (plate.get().pass() instanceof LimbGoalPass goal) {
      return goal(goal, plate.get(), in, out, Math.min(frame, in.clip().frames() - 1));
    }
    if (plate.get().pass() instanceof PropPass prop && prop.uses("placeX")) {
      return out.get(Props.KIND).named(prop.name()).map(p -> prop(p, frame));
    }
    return Optional.empty();
  }

  private static Optional<GoalMark> goal(
      LimbGoalPass goal, Plate plate, Motion in, Motion out, int frame) {
    var joint = out.body().joint(goal.part().role());
    boolean inside = plate.span().within(in.clip().frames()).contains(frame);
    if (joint.isEmpty() || !inside || plate.muted()) {
      return Optional.empty();
    }
    int j = joint.getAsInt();
    WorldPose now = new WorldPose(out.clip().skeleton());
    now.solve(out.clip(), frame);
    WorldPose was = new WorldPose(in.clip().skeleton());
    was.solve(in.clip(), frame);
    Vector3d place = new Vector3d(now.x(j), now.y(j), now.z(j));
    Vector3d from = new Vector3d(was.x(j), was.y(j), was.z(j));
    Optional<Vector3d> bend =
        Limb.of(out.body()).stream()
            .filter(l -> l.end() == j)
            .findFirst()
            .map(l -> new Vector3d(now.x(l.middle()), now.y(l.middle()), now.z(l.middle())));
    Vector3d by = new Vector3d(place).sub(from).mul(1000);
    String words =
        String.format(
            java.util.Locale.ROOT,
            "%s %+.0f, %+.0f, %+.0f mm",
            goal.part().words(),
            by.x,
            by.y,
            by.z);
    Optional<Gives> gives =
        goal.uses("giveWay")
            ? out.body().joint(Role.HIPS).stream()
                .mapToObj(
                    h -> new Gives(new Vector3d(now.x(h), now.y(h), now.z(h)), goal.giveWay()))
                .findFirst()
            : Optional.empty();
    return Optional.of(new GoalMark(place, bend, Optional.of(from), gives, words));
  }

  private static GoalMark prop(Prop prop, int frame) {
    double[] pose = new double[7];
    prop.path().read(frame, pose, 0);
    String words =
        String.format(
            java.util.Locale.ROOT,
            "%s at %.2f, %.2f, %.2f m",
            prop.name(),
            pose[0],
            pose[1],
            pose[2]);
    return new GoalMark(
        new Vector3d(pose[0], pose[1], pose[2]),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        words);
  }
}
