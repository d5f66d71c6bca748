package waxhand.desk.session;

import java.util.Optional;
import java.util.OptionalInt;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;

/**
 * What goes into the chosen plate and what comes out of it, as last worked out.
 *
 * @param plate as it was worked out
 * @param frame of the playhead, counted as in {@code in}; its last one where the playhead is behind
 *     it
 */
public record ChosenStage<P extends Pass>(
    Session session, Plate plate, P pass, Motion in, Motion out, int frame) {
  /** Which frames of the raw take go into the plate. */
  public TimeMap times() {
    Stages stages = session.stagesProperty().get().orElseThrow();
    int at = stages.chain().indexOf(plate.id()).orElseThrow();
    return stages.chain().timing(session.frames(), at);
  }

  /** Of the chosen plate, if its pass is of a type; empty before it has been worked out. */
  public static <P extends Pass> Optional<ChosenStage<P>> of(Session session, Class<P> type) {
    Optional<Stages> stages = session.stagesProperty().get();
    Optional<Plate> chosen = session.plate();
    if (stages.isEmpty() || chosen.isEmpty() || !type.isInstance(chosen.get().pass())) {
      return Optional.empty();
    }
    OptionalInt index = stages.get().chain().indexOf(chosen.get().id());
    if (index.isEmpty()) {
      return Optional.empty();
    }
    int at = index.getAsInt();
    int frame =
        Math.min(
            stages.get().chain().timing(session.frames(), at).local(session.frameProperty().get()),
            stages.get().motions().get(at).clip().frames() - 1);
    return Optional.of(
        new ChosenStage<>(
            session,
            chosen.get(),
            type.cast(chosen.get().pass()),
            stages.get().motions().get(at),
            stages.get().motions().get(at + 1),
            frame));
  }
}
