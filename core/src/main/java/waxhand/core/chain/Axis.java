package waxhand.core.chain;

/** An axis of a joint's own frame, or of the world for travel. */
public enum Axis {
  X,
  Y,
  Z
}
