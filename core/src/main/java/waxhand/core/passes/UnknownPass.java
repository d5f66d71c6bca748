package waxhand.core.passes;

import java.util.List;
import java.util.Optional;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;

/**
 * Stands for a pass of another version of the program. It does nothing; it keeps what the file
 * says, word for word, so that nothing is lost when the project is saved. It cannot be added, so it
 * is not among {@link PassKinds}.
 *
 * @param called by which the other version knows its kind
 * @param document the plate as it stands in the file
 */
public record UnknownPass(String called, String document) implements Pass {
  public static final PassKind<UnknownPass> KIND =
      new PassKind<>(
          "unknown",
          "Unknown pass",
          "Made by another version of Wax Hand; kept as it came.",
          new UnknownPass("", ""),
          List.of(),
          true,
          false);

  @Override
  public PassKind<UnknownPass> kind() {
    return KIND;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this);
  }

  private record Ready(UnknownPass pass) implements Prepared {
    @Override
    public int reach() {
      return 0;
    }

    @Override
    public Optional<String> complaint() {
      return Optional.of(
          "This Wax Hand does not know the pass '"
              + Legible.of(pass.called)
              + "'. It does nothing here and is saved again as it came.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      return in;
    }
  }
}
