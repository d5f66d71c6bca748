package waxhand.core.passes.common;

import waxhand.core.chain.Amount;

/** Amounts that passes which move limbs have in common. */
public final class LimbAmounts {
  /** By how much of their length bones may grow. */
  public static final Amount STRETCH =
      new Amount(
          "stretch",
          "Stretch",
          "%",
          0,
          0.15,
          0.01,
          "Bones grow by up to so much of their length where a limb still falls short.");

  private LimbAmounts() {}

  /** How far the hips go. */
  public static Amount giveWay(String where) {
    return Amount.share("giveWay", "Gives way", "The hips go so much of the way to " + where);
  }
}
