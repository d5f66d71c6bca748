package waxhand.core.passes;

import java.util.List;
import java.util.stream.Stream;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;

/** Plates of all kinds that leave body and time as they are, for tests of other packages. */
public final class RandomEdits {
  private RandomEdits() {}

  public static List<Plate> plates(long seed, int frames) {
    RandomPlates draw = new RandomPlates(seed, frames);
    return Stream.generate(draw::plate)
        .filter(p -> p.pass().reshapes() == Pass.Reshapes.NOTHING)
        .limit(3)
        .toList();
  }
}
