package waxhand.desk.kits.characters;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.passes.character.Retargeted;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PartTurn;
import waxhand.desk.kits.layers.PegMark;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;

/**
 * Pegs on the selected part of a character, by which it is turned until it stands as the take does:
 * about the axes of a {@link PartTurn}, as the part has them at the playhead.
 */
public final class MatchMarks {
  /** Place of the words in the view, under its name. */
  private static final double WORDS_PX = 12;

  private MatchMarks() {}

  /** Those of the chosen Retarget at the playhead. */
  public static List<Mark> of(ChosenStage<RetargetPass> stage) {
    Session session = stage.session();
    if (stage.plate().muted() || session.selected(stage.out().body()).isEmpty()) {
      return List.of();
    }
    int joint = session.held(stage.out().body());
    Optional<Role> role = stage.out().body().role(joint);
    Optional<Retargeted> ready = ready(session, stage.plate().id());
    if (role.isEmpty() || ready.isEmpty()) {
      return List.of();
    }
    WorldPose pose = new WorldPose(stage.out().clip().skeleton());
    pose.solve(stage.out().clip(), Math.min(stage.frame(), stage.out().clip().frames() - 1));
    double[] q = pose.rotations();
    int at = 4 * joint;
    Quaterniond axes =
        new Quaterniond(q[at], q[at + 1], q[at + 2], q[at + 3])
            .mul(ready.get().transfer().matchAxes(joint))
            .normalize();
    String words =
        "Match: " + stage.pass().character() + "'s " + role.get().words() + ", in every frame";
    return List.of(
        pen -> pen.words(words, WORDS_PX, WORDS_PX + 24),
        new PegMark(
            new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint)),
            new double[] {axes.x, axes.y, axes.z, axes.w},
            session.posing(),
            () -> turning(stage, role.get(), axes)));
  }

  private static Optional<Retargeted> ready(Session session, String plateId) {
    return PassPicture.workOf(session, plateId)
        .flatMap(PassPicture.Work::prepared)
        .filter(Retargeted.class::isInstance)
        .map(Retargeted.class::cast);
  }

  /** Turns a part of the character of a plate; what one hand does to it is one step. */
  static void turn(Session session, String plateId, Role part, UnaryOperator<PartTurn> turn) {
    session.editPlate(
        "turn the character's " + part.words(),
        "match-turn",
        plateId,
        p -> {
          RetargetPass pass = (RetargetPass) p.pass();
          Match match = pass.match();
          return p.withPass(pass.withMatch(match.with(turn.apply(match.of(part)))));
        });
  }

  private static PegMark.Turned turning(
      ChosenStage<RetargetPass> stage, Role role, Quaterniond axes) {
    Session session = stage.session();
    if (stage.plate().locked()) {
      session.refuse(stage.plate().name() + " is locked. Open its clasp first to turn parts.");
      return PegMark.Turned.NOT;
    }
    PartTurn from = stage.pass().match().of(role);
    return new PegMark.Turned() {
      @Override
      public void by(Vector3d axis, double angleRad) {
        Vector3d own = axes.transformInverse(new Vector3d(axis));
        turn(session, stage.plate().id(), role, was -> from.by(own, angleRad));
      }

      @Override
      public void done() {
        session.settle();
      }
    };
  }
}
