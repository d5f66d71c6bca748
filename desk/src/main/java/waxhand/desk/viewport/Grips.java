package waxhand.desk.viewport;

/** Handles in a view that a hand can take hold of. Places are pixels of the view. */
interface Grips {
  /** Whether something was taken hold of. */
  boolean press(View view, double x, double y);

  /**
   * @param upOnly whether only height may change
   * @param groundOnly whether height may not
   */
  void drag(View view, double x, double y, boolean upOnly, boolean groundOnly);

  void release();

  /** A click on nothing that could be picked; whether it meant something here. */
  boolean click(View view, double x, double y);
}
