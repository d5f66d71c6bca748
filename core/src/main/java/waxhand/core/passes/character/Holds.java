package waxhand.core.passes.character;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.ToDoubleFunction;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Setting;

/**
 * By how much a character is brought back to what the take did where its own body would do
 * something else, each from 0 to 1.
 *
 * @param feet to where they stood, knees and hands to where they rested
 * @param hands to what they held
 * @param body hands to where they touched the body
 * @param gaze the head to where it looked
 * @param giveWay hips, and shoulders where hands rest, to what limbs do not reach
 */
public record Holds(double feet, double hands, double body, double gaze, double giveWay) {
  private static final Amount FEET =
      Amount.share("feet", "Feet", "How much feet are held where they stood, on the new legs.");

  private static final Amount HANDS =
      Amount.share("hands", "Holding", "How much hands are brought to what they held.");

  private static final Amount BODY =
      Amount.share(
          "body",
          "Touching",
          "How much hands are brought to where they touched the own body, and kept out of it.");

  private static final Amount GAZE =
      Amount.share(
          "gaze", "Gaze", "How much the head looks where it looked while the spine gives way.");

  private static final Amount GIVE_WAY =
      Amount.share(
          "giveWay",
          "Gives way",
          "How far the hips go to what legs do not reach, and shoulders to where hands rest.");

  /** All of it. */
  static final Holds ALL = new Holds(1, 1, 1, 1, 1);

  public Holds {
    FEET.check(feet);
    HANDS.check(hands);
    BODY.check(body);
    GAZE.check(gaze);
    GIVE_WAY.check(giveWay);
  }

  /** As settings of a pass, in the order in which they are shown. */
  static List<Setting<RetargetPass>> settings() {
    return List.of(
        of(FEET, Holds::feet, Holds::withFeet),
        of(HANDS, Holds::hands, Holds::withHands),
        of(BODY, Holds::body, Holds::withBody),
        of(GAZE, Holds::gaze, Holds::withGaze),
        of(GIVE_WAY, Holds::giveWay, Holds::withGiveWay));
  }

  private static Setting<RetargetPass> of(
      Amount amount, ToDoubleFunction<Holds> get, BiFunction<Holds, Double, Holds> set) {
    return amount.of(
        p -> get.applyAsDouble(p.holds()), (p, v) -> p.withHolds(set.apply(p.holds(), v)));
  }

  /** Whether hands are brought to anything. */
  boolean anyHands() {
    return hands > 0 || body > 0;
  }

  Holds withFeet(double other) {
    return new Holds(other, hands, body, gaze, giveWay);
  }

  Holds withHands(double other) {
    return new Holds(feet, other, body, gaze, giveWay);
  }

  Holds withBody(double other) {
    return new Holds(feet, hands, other, gaze, giveWay);
  }

  Holds withGaze(double other) {
    return new Holds(feet, hands, body, other, giveWay);
  }

  Holds withGiveWay(double other) {
    return new Holds(feet, hands, body, gaze, other);
  }
}
