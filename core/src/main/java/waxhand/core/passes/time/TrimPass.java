package waxhand.core.passes.time;

import java.util.List;
import java.util.Optional;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Stage;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Keeps the frames of its span and drops what lies before and after. */
public record TrimPass() implements Pass {
  public static final PassKind<TrimPass> KIND =
      new PassKind<TrimPass>(
              "trim",
              "Trim",
              "Keeps the frames of its span; what lies before and after is dropped.",
              new TrimPass(),
              List.of(),
              true,
              false)
          .in(Stage.TIME);

  @Override
  public PassKind<TrimPass> kind() {
    return KIND;
  }

  @Override
  public Reshapes reshapes() {
    return Reshapes.TIME;
  }

  @Override
  public TimeMap time(Place place, int frames) {
    Frames kept = place.frames(frames);
    return kept.isEmpty()
        ? TimeMap.all(frames)
        : TimeMap.without(
            frames, List.of(new Frames(0, kept.from()), new Frames(kept.to(), frames)));
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place);
  }

  private record Ready(TrimPass pass, Place place) implements Prepared {
    @Override
    public int reach() {
      return 0;
    }

    @Override
    public Optional<String> complaint() {
      return place.span().isAll()
          ? Optional.of("The span holds the whole take, so nothing is dropped.")
          : Optional.empty();
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Clip clip = in.clip();
      Frames kept = place.frames(clip.frames());
      return kept.isEmpty() || kept.count() == clip.frames() ? in : in.with(clip.cut(kept));
    }
  }
}
