package waxhand.core.plants;

/**
 * A hand that rests on something that stands still.
 *
 * @param plant which contact
 * @param x of the wrist, metres
 * @param y metres, up
 * @param z metres
 */
public record HandHold(Plant plant, double x, double y, double z) {}
