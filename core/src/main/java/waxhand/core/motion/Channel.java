package waxhand.core.motion;

/** One number a file stores for a joint and frame: a position or a turn along one axis. */
public enum Channel {
  X_POSITION,
  Y_POSITION,
  Z_POSITION,
  X_ROTATION,
  Y_ROTATION,
  Z_ROTATION;

  /** 0 for x, 1 for y, 2 for z. */
  public int axis() {
    return ordinal() % 3;
  }

  public boolean isRotation() {
    return ordinal() >= 3;
  }
}
