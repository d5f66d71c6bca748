package waxhand.desk.session;

import java.util.List;
import waxhand.core.chain.Chain;

/**
 * Where a flag stands on the rail: before all plates, after all, or after one of them. Kept by
 * plate, so that it stays put while plates come and go.
 *
 * @param place "raw", "result" or the id of a plate
 */
public record Flag(String place) {
  public static final Flag RAW = new Flag("raw:");
  public static final Flag RESULT = new Flag("result:");

  /** After so many plates; the ends are raw and result. */
  public static Flag after(Chain chain, int plates) {
    if (plates <= 0) {
      return RAW;
    }
    return plates >= chain.size() ? RESULT : new Flag(chain.plates().get(plates - 1).id());
  }

  /** After how many plates of the chain it stands. */
  public int index(Chain chain) {
    if (equals(RAW)) {
      return 0;
    }
    return chain.indexOf(place).stream().map(i -> i + 1).findFirst().orElse(chain.size());
  }

  /** In plain words. */
  public String words(Chain chain) {
    int index = index(chain);
    List<String> names = chain.plates().stream().map(p -> p.name()).toList();
    return equals(RAW) ? "raw" : equals(RESULT) ? "result" : "after " + names.get(index - 1);
  }
}
