package waxhand.core.passes.layers;

import java.util.List;
import java.util.Optional;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Stage;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Shielded;
import waxhand.core.work.Work;

/**
 * Shields frames and parts from all plates behind it: there the result is, to the bit, what stood
 * before. Its eases let more and more of later work through. Passes that give the body another size
 * or change time cannot be held back.
 */
public record GuardPass() implements Pass {
  public static final PassKind<GuardPass> KIND =
      new PassKind<GuardPass>(
              "guard",
              "Guard",
              "Shields its frames and parts from every plate behind it.",
              new GuardPass(),
              List.of(),
              true)
          .in(Stage.ACTING);

  @Override
  public PassKind<GuardPass> kind() {
    return KIND;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(place, 1);
  }

  @Override
  public Optional<Prepared> weakened(double weight, Prepared full, Motion in, Place place) {
    return Optional.of(new Ready(place, weight));
  }

  private record Ready(Place place, double weight) implements Prepared {
    @Override
    public Pass pass() {
      return new GuardPass();
    }

    @Override
    public int reach() {
      return 0;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      double[] weights = new double[frames.count()];
      for (int n = 0; n < weights.length; n++) {
        weights[n] = weight * place.span().weight(frames.from() + n);
      }
      int count = in.clip().frames();
      return in.with(Shielded.of(in).with(place.joints(in.body()), count, frames, weights));
    }
  }
}
