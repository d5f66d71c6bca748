package waxhand.core.passes;

import java.util.List;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;

/** Keeps the frames of its span and drops what lies before and after. */
public record TrimPass() implements Pass {
  public static final PassKind<TrimPass> KIND =
      new PassKind<>(
          "trim",
          "Trim",
          "Keeps the frames of its span; what lies before and after is dropped.",
          new TrimPass(),
          List.of(),
          true);

  @Override
  public PassKind<TrimPass> kind() {
    return KIND;
  }

  @Override
  public int reach(Motion in, Place place) {
    return 0;
  }

  @Override
  public List<Frames> cuts(Place place, int frames) {
    Frames kept = place.frames(frames);
    if (kept.isEmpty()) {
      return List.of();
    }
    return List.of(new Frames(0, kept.from()), new Frames(kept.to(), frames)).stream()
        .filter(f -> !f.isEmpty())
        .toList();
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    return place.span().isAll()
        ? Optional.of("The span holds the whole take, so nothing is dropped.")
        : Optional.empty();
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    Clip clip = in.clip();
    Frames kept = place.frames(clip.frames());
    return kept.isEmpty() || kept.count() == clip.frames() ? in : in.with(clip.cut(kept));
  }
}
