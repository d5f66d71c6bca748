package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.survey.Finding;
import waxhand.desk.session.Flag;
import waxhand.desk.theme.Theme;
import waxhand.desk.timeline.Lanes;

/** What is drawn over time stands where it happens, in both themes. */
class LanesPictureTest extends DeskTest {
  private static final int STRIP_TOP = 21;
  private static final int STRIP_BOTTOM = 50;

  private Lanes lanes;
  private WritableImage picture;

  private void untilSurveyed() throws Exception {
    untilWorkedOut();
    until(() -> bench.worklist().motion().equals(session.motionAt(Flag.RESULT)));
    Thread.sleep(200);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void look() {
    interact(() -> picture = lanes.snapshot(null, null));
  }

  private boolean any(double fromX, double toX, int top, int bottom, Predicate<Color> wanted) {
    PixelReader reader = picture.getPixelReader();
    for (int x = (int) Math.max(0, fromX); x <= toX && x < picture.getWidth(); x++) {
      for (int y = top; y < bottom; y++) {
        if (wanted.test(reader.getColor(x, y))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Trouble: clearly more red than green and blue. */
  private static boolean red(Color c) {
    return c.getRed() - c.getGreen() > 0.12 && c.getRed() - c.getBlue() > 0.12;
  }

  /** Wax in the lanes, which is yellow: much less blue than red. */
  private static boolean wax(Color c) {
    return c.getRed() - c.getBlue() > 0.2 && c.getRed() - c.getGreen() < 0.25;
  }

  @Test
  void findingsStandInTheStripWhereTheyAreAndNowhereElse() throws Exception {
    openDemo();
    lanes = lookup("#lanes").queryAs(Lanes.class);
    run("first-pass");
    untilSurveyed();
    for (Theme theme : Theme.values()) {
      interact(() -> bench.setTheme(theme));
      Thread.sleep(600);
      WaitForAsyncUtils.waitForFxEvents();
      look();
      List<Finding> open = bench.worklist().stateProperty().get().open();
      assertThat(open).isNotEmpty();
      boolean[] covered = new boolean[session.frames()];
      for (Finding f : open) {
        double a = lanes.xOf(f.frames().from());
        double b = Math.max(a + 2, lanes.xOf(f.frames().to()));
        assertThat(any(a, b, STRIP_TOP, STRIP_BOTTOM, LanesPictureTest::red))
            .as("%s in %s", f.text(), theme)
            .isTrue();
        for (int n = Math.max(0, f.frames().from() - 8);
            n < Math.min(covered.length, f.frames().to() + 8);
            n++) {
          covered[n] = true;
        }
      }
      int clear = 0;
      for (int f = 10; f < covered.length - 10; f++) {
        if (!covered[f]) {
          clear++;
          assertThat(
                  any(lanes.xOf(f), lanes.xOf(f), STRIP_TOP, STRIP_BOTTOM, LanesPictureTest::red))
              .as("frame %d in %s", f, theme)
              .isFalse();
        }
      }
      assertThat(clear).as("there is something to tell apart").isPositive();
    }
  }

  @Test
  void aSpanIsDrawnFromItsFirstFrameToItsLastWithItsEases() throws Exception {
    openDemo();
    lanes = lookup("#lanes").queryAs(Lanes.class);
    run("add-smooth");
    String id = plate().id();
    interact(
        () -> session.editPlate("span", null, id, p -> p.withSpan(new Span(500, 1000, 0, 200))));
    untilSurveyed();
    look();
    int y = (int) lanes.yOf(id);
    Predicate<Color> wax = LanesPictureTest::wax;
    assertThat(any(lanes.xOf(520), lanes.xOf(780), y, y + 2, wax)).isTrue();
    assertThat(any(lanes.xOf(300), lanes.xOf(485), y - 8, y + 8, wax)).isFalse();
    assertThat(any(lanes.xOf(1015), lanes.xOf(1300), y - 8, y + 8, wax)).isFalse();
    // the ease slopes down: near the end only the foot of the lane is filled
    assertThat(any(lanes.xOf(970), lanes.xOf(975), y - 8, y - 3, wax)).isFalse();
    assertThat(any(lanes.xOf(970), lanes.xOf(975), y + 4, y + 9, wax)).isTrue();
  }

  @Test
  void distanceStandsWhereABodyPartWasMoved() throws Exception {
    openDemo();
    lanes = lookup("#lanes").queryAs(Lanes.class);
    Plate shift =
        Plate.of(
                "shift",
                new waxhand.core.passes.layers.ShiftPass(
                    new waxhand.core.chain.Triple(0, 0.6, 0), waxhand.core.chain.Triple.ZERO, 0))
            .withSpan(new Span(600, 900, 0, 0));
    interact(() -> session.editChain("shift", null, c -> c.inserted(0, shift)));
    untilSurveyed();
    look();
    Predicate<Color> wax = LanesPictureTest::wax;
    assertThat(any(lanes.xOf(610), lanes.xOf(890), 56, 80, wax)).isTrue();
    assertThat(any(lanes.xOf(100), lanes.xOf(590), 56, 80, wax)).isFalse();
    assertThat(any(lanes.xOf(915), lanes.xOf(1600), 56, 80, wax)).isFalse();
    // frames that a splice cuts out are veiled: the distance there is no more to be seen so
    // strongly
    Plate cut = Plate.of("cut", new SplicePass(0, true)).withSpan(new Span(700, 800, 0, 0));
    interact(() -> session.editChain("cut", null, c -> c.inserted(1, cut)));
    interact(() -> session.plateIdProperty().set(Optional.of("cut")));
    untilSurveyed();
    look();
    WritableImage with = picture;
    int middle = (int) lanes.xOf(750);
    int beside = (int) lanes.xOf(650);
    assertThat(saturation(with, middle)).isLessThan(saturation(with, beside));
  }

  private static double saturation(WritableImage image, int x) {
    double most = 0;
    for (int y = 56; y < 80; y++) {
      most = Math.max(most, image.getPixelReader().getColor(x, y).getSaturation());
    }
    return most;
  }
}
