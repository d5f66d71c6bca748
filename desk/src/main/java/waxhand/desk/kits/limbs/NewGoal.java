package waxhand.desk.kits.limbs;

import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.chain.Plate;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.desk.session.Session;

/** A new limb goal: of the selected part, about the playhead. */
public final class NewGoal {
  private NewGoal() {}

  public static Plate ofTheSelectedPart(Session session, Plate plate) {
    LimbGoalPass goal = (LimbGoalPass) plate.pass();
    Body body = session.takeProperty().get().orElseThrow().raw().motion().body();
    GoalPart part =
        session.selected().stream()
            .mapToObj(body::role)
            .flatMap(Optional::stream)
            .map(GoalPart::of)
            .flatMap(Optional::stream)
            .findFirst()
            .orElse(goal.part());
    String words = part.words();
    return plate
        .withPass(goal.withPart(part))
        .withSpan(session.spanHere())
        .withName(Character.toUpperCase(words.charAt(0)) + words.substring(1));
  }
}
