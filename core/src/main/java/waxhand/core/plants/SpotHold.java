package waxhand.core.plants;

/**
 * A hand or a knee that rests on something that stands still.
 *
 * @param plant which contact
 * @param x of the wrist or the middle of the knee, metres
 * @param y metres, up
 * @param z metres
 * @param headingRad where the hand or the shin points, about the vertical from z to x
 * @param overM how far wrist or knee are over what they rest on, metres
 */
public record SpotHold(Plant plant, double x, double y, double z, double headingRad, double overM) {
  /** The same with the part lying on another place, metres. */
  public SpotHold lyingOn(double otherX, double groundM, double otherZ) {
    return new SpotHold(plant, otherX, groundM + overM, otherZ, headingRad, overM);
  }

  /** The same spot held by another plant. */
  SpotHold with(Plant other) {
    return new SpotHold(other, x, y, z, headingRad, overM);
  }
}
