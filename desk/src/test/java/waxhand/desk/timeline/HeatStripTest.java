package waxhand.desk.timeline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import javafx.scene.Scene;
import javafx.scene.canvas.Canvas;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.StackPane;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.chain.Chain;
import waxhand.core.motion.Frames;
import waxhand.desk.session.Results;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Theme;

/** The strip of distances, looked at as it is drawn. */
class HeatStripTest {
  private static final int FRAMES = 1000;
  private static final double ROW = 5;

  @BeforeAll
  static void window() throws Exception {
    FxToolkit.registerPrimaryStage();
  }

  /** One part is apart by that in the samples of a run, and nothing else is. */
  private static Results.Sketch apart(int part, int from, int to, double metres) {
    double[][] distance = new double[6][500];
    for (int i = from; i < to; i++) {
      distance[part][i] = metres;
    }
    return new Results.Sketch(Chain.EMPTY, List.of(), distance);
  }

  private WritableImage drawn(Results.Sketch sketch, Frames seen) throws Exception {
    return WaitForAsyncUtils.asyncFx(
            () -> {
              Palette palette = new Palette();
              StackPane root = new StackPane(palette);
              Scene scene = new Scene(root, 120, 40);
              Theme.prepare(scene);
              Theme.TALLOW.wear(root);
              root.applyCss();
              Canvas canvas = new Canvas(120, 40);
              new HeatStrip(sketch, palette)
                  .draw(
                      canvas.getGraphicsContext2D(), new TimeScale(FRAMES, seen, 10, 100), 4, ROW);
              return canvas.snapshot(null, null);
            })
        .get();
  }

  /** From which to which pixel the middle of a part's row is painted; empty where it is not. */
  private static List<Integer> painted(WritableImage image, int part) {
    int y = (int) (4 + part * ROW + 2);
    return IntStream.range(0, 120)
        .filter(x -> !image.getPixelReader().getColor(x, y).equals(Color.WHITE))
        .boxed()
        .toList();
  }

  @Test
  void whatIsApartIsPaintedWhereItIsInTime() throws Exception {
    Results.Sketch sketch = apart(2, 250, 300, 0.1);
    WritableImage all = drawn(sketch, Frames.first(FRAMES));
    List<Integer> there = painted(all, 2);
    // frames 500 to 600 of 1000 on 100 pixels from 10 on
    assertThat(there.get(0)).isBetween(59, 61);
    assertThat(there.get(there.size() - 1)).isBetween(68, 70);
    for (int part : List.of(0, 1, 3, 4, 5)) {
      assertThat(painted(all, part)).as("row %d", part).isEmpty();
    }
    WritableImage near = drawn(sketch, new Frames(450, 550));
    List<Integer> half = painted(near, 2);
    assertThat(half.get(0)).isBetween(59, 61);
    assertThat(half.get(half.size() - 1)).as("to the right edge").isBetween(108, 110);
    assertThat(painted(drawn(sketch, new Frames(0, 400)), 2)).isEmpty();
  }

  @Test
  void howFarItIsApartIsHowStrongIt() throws Exception {
    double[][] distance = apart(0, 0, 250, 0.2).distance();
    for (int i = 250; i < 500; i++) {
      distance[0][i] = 0.01;
    }
    WritableImage image =
        drawn(new Results.Sketch(Chain.EMPTY, List.of(), distance), Frames.first(FRAMES));
    Color far = image.getPixelReader().getColor(30, 6);
    Color near = image.getPixelReader().getColor(90, 6);
    assertThat(near.getBrightness() - near.getSaturation())
        .isGreaterThan(far.getBrightness() - far.getSaturation() + 0.2);
    // less than half a centimetre is nothing to see much of, even where it is the most there is
    Color little =
        drawn(apart(0, 0, 500, 0.0005), Frames.first(FRAMES)).getPixelReader().getColor(60, 6);
    assertThat(little.getSaturation()).isLessThan(far.getSaturation() / 2);
  }
}
