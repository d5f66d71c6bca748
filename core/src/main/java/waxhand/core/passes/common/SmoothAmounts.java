package waxhand.core.passes.common;

import waxhand.core.chain.Amount;

/** What is set of adaptive smoothing wherever there is some. */
public final class SmoothAmounts {
  /** Of the adaptive method. */
  public static final Amount STRENGTH =
      new Amount(
          "strength",
          "Strength",
          "×",
          0.2,
          4,
          0.05,
          "1 is what brings simulated takes nearest to their truth.");

  private SmoothAmounts() {}
}
