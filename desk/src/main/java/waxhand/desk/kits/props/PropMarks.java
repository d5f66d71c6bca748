package waxhand.desk.kits.props;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.PlaceMark;

/** The handle of a prop that stands somewhere: it is dragged to its place. */
public final class PropMarks {
  private PropMarks() {}

  /** That of the chosen prop. */
  public static List<Mark> of(ChosenStage<PropPass> stage) {
    PropPass pass = stage.pass();
    if (!pass.uses("placeX")) {
      return List.of();
    }
    return stage.out().get(Props.KIND).named(pass.name()).stream()
        .map(prop -> mark(stage.session(), pass, prop, stage.frame()))
        .toList();
  }

  private static Mark mark(Session session, PropPass pass, Prop prop, int frame) {
    double[] pose = new double[7];
    prop.path().read(frame, pose, 0);
    String words =
        String.format(
            Locale.ROOT, "%s at %.2f, %.2f, %.2f m", prop.name(), pose[0], pose[1], pose[2]);
    return new PlaceMark(
        new Vector3d(pose[0], pose[1], pose[2]),
        Optional.empty(),
        words,
        () -> {
          PlateEdit edit = new PlateEdit(session);
          return by -> edit.to("place of", pass.withPlace(pass.placeM().plus(by.x, by.y, by.z)));
        },
        session::settle);
  }
}
