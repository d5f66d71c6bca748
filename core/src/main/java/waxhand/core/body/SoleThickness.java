package waxhand.core.body;

import java.util.OptionalDouble;

/**
 * How far the ground is under a foot that stands flat, where the artist says so: what a skeleton's
 * ends tell is often the tip of a bone and not the sole.
 *
 * @param ballM from the joint of the toes down, metres; from the ankle ahead of which the ball is
 *     taken to be where there are no toes; found while empty
 * @param heelM from the ankle down, metres; found while empty
 */
public record SoleThickness(OptionalDouble ballM, OptionalDouble heelM) {
  /** All is found. */
  public static final SoleThickness FOUND =
      new SoleThickness(OptionalDouble.empty(), OptionalDouble.empty());

  public boolean isFound() {
    return ballM.isEmpty() && heelM.isEmpty();
  }

  /** For a body that much larger. */
  public SoleThickness scaled(double factor) {
    return new SoleThickness(scaled(ballM, factor), scaled(heelM, factor));
  }

  private static OptionalDouble scaled(OptionalDouble value, double factor) {
    return value.isPresent() ? OptionalDouble.of(factor * value.getAsDouble()) : value;
  }

  /** With what is not set here as another has it. */
  public SoleThickness or(SoleThickness other) {
    return new SoleThickness(
        ballM.isPresent() ? ballM : other.ballM, heelM.isPresent() ? heelM : other.heelM);
  }
}
