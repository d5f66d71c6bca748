package waxhand.desk.viewport;

import java.util.List;

/** Several kinds of handles in one view; the first that is hit is held. */
final class ManyGrips implements Grips {
  private final List<Grips> all;
  private Grips held;

  ManyGrips(Grips... all) {
    this.all = List.of(all);
  }

  @Override
  public boolean press(View view, double x, double y) {
    held = all.stream().filter(g -> g.press(view, x, y)).findFirst().orElse(null);
    return held != null;
  }

  @Override
  public void drag(View view, double x, double y, boolean upOnly, boolean groundOnly) {
    held.drag(view, x, y, upOnly, groundOnly);
  }

  @Override
  public void release() {
    held.release();
  }

  @Override
  public boolean click(View view, double x, double y) {
    return all.stream().anyMatch(g -> g.click(view, x, y));
  }
}
