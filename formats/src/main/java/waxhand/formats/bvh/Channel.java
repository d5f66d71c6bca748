package waxhand.formats.bvh;

/** One number a file stores for a joint and frame: a position or a turn along one axis. */
enum Channel {
  X_POSITION,
  Y_POSITION,
  Z_POSITION,
  X_ROTATION,
  Y_ROTATION,
  Z_ROTATION;

  /** 0 for x, 1 for y, 2 for z. */
  int axis() {
    return ordinal() % 3;
  }

  boolean isRotation() {
    return ordinal() >= 3;
  }
}
