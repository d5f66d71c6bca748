package waxhand.core.survey;

/** Looks for one family of faults. Has no memory: what it sees depends on the window alone. */
interface Watch {
  /** Tells {@code marks} of everything in the window's block; marks are cut to the block. */
  void look(Window window, Marks marks);
}
