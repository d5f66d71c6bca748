package waxhand.core.body;

/** Which half of the body, as the body itself would say it. */
public enum Side {
  LEFT,
  MIDDLE,
  RIGHT;

  public Side other() {
    return this == LEFT ? RIGHT : this == RIGHT ? LEFT : MIDDLE;
  }
}
