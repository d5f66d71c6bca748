package waxhand.core.contact;

/** Something solid that parts rest on. */
public interface Surface {
  /**
   * How far a place lies outside the solid, metres; below 0 inside it.
   *
   * @param frame for props that move
   */
  double over(int frame, double x, double y, double z);
}
