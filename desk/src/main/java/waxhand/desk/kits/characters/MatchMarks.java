package waxhand.desk.kits.characters;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.passes.character.Retargeted;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PartTurn;
import waxhand.desk.kits.layers.PegMark;
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
    Optional<Stages> stages = session.stagesProperty().get();
    OptionalInt index = stages.map(s -> s.chain().indexOf(plateId)).orElse(OptionalInt.empty());
    return index.isPresent()
        ? stages
            .get()
            .prepared()
            .get(index.getAsInt())
            .filter(Retargeted.class::isInstance)
            .map(Retargeted.class::cast)
        : Optional.empty();
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
        PartTurn turned = from.by(own, angleRad);
        session.editPlate(
            "turn the character's " + role.words(),
            "match-turn",
            stage.plate().id(),
            p -> {
              RetargetPass pass = (RetargetPass) p.pass();
              Match match = pass.match();
              return p.withPass(pass.withMatch(match.with(turned)));
            });
      }

      @Override
      public void done() {
        session.settle();
      }
    };
  }
}
