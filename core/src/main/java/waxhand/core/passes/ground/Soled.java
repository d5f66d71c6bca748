package waxhand.core.passes.ground;

import java.util.OptionalDouble;
import waxhand.core.body.Body;
import waxhand.core.body.SoleThickness;
import waxhand.core.chain.Amount;

/** The thickness of soles as settings of passes. */
final class Soled {
  static final Amount BALL =
      new Amount(
              "soleM",
              "Sole, ball",
              "mm",
              0,
              0.1,
              0.001,
              "From the joint of the toes down to the ground in a foot that stands flat; found from"
                  + " the rest pose where it is likely, else from the height of the body.")
          .within(-0.2, 0.4);

  static final Amount HEEL =
      new Amount(
              "heelM",
              "Sole, heel",
              "mm",
              0,
              0.2,
              0.001,
              "From the ankle down to the ground in a foot that stands flat; found likewise.")
          .within(-0.2, 0.6);

  private Soled() {}

  static void check(SoleThickness soles) {
    BALL.check(soles.ballM());
    HEEL.check(soles.heelM());
  }

  static SoleThickness ball(SoleThickness soles, OptionalDouble value) {
    return new SoleThickness(value, soles.heelM());
  }

  static SoleThickness heel(SoleThickness soles, OptionalDouble value) {
    return new SoleThickness(soles.ballM(), value);
  }

  /** What a body stands on, as if it had been set. */
  static SoleThickness of(Body body) {
    return new SoleThickness(within(BALL, body.ballM()), within(HEEL, body.heelM()));
  }

  private static OptionalDouble within(Amount amount, OptionalDouble value) {
    return value.isPresent() ? OptionalDouble.of(amount.nearest(value.getAsDouble())) : value;
  }
}
