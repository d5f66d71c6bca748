package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.motion.WorldPose;
import waxhand.desk.session.Memory;
import waxhand.desk.viewport.Viewport;

/** What the views show and keep while one works in them. */
class ViewportTest extends DeskTest {
  private WorldPose pose;

  private void open() throws Exception {
    openDemo();
    run("view-front");
    WaitForAsyncUtils.waitForFxEvents();
    pose = new WorldPose(raw().clip().skeleton());
    pose.solve(raw().clip(), session.frameProperty().get());
  }

  /** Where a point beside a joint is on the screen in the front view as first framed. */
  private Point2D onScreen(Role role, double upM) {
    Node view = lookup("#view-front").query();
    Bounds b = view.localToScreen(view.getBoundsInLocal());
    double height = raw().body().heightM();
    double pixels = b.getHeight() / (1.25 * height);
    int j = raw().body().joint(role).getAsInt();
    return new Point2D(
        b.getCenterX() + (pose.x(j) - pose.x(0)) * pixels,
        b.getCenterY() - (pose.y(j) + upM - 0.49 * height) * pixels);
  }

  private boolean isSelected(Role role) {
    return session.selected().get(raw().body().joint(role).getAsInt());
  }

  @Test
  void anIsolatedLimbIsAllThatCanBePicked() throws Exception {
    open();
    assertThat(run("isolate")).as("nothing is selected").isFalse();
    select(Role.LEFT_THIGH);
    assertThat(run("isolate")).isTrue();
    assertThat(bench.viewport().isIsolated()).isTrue();
    run("select-none");
    clickOn(onScreen(Role.RIGHT_SHIN, -0.2));
    assertThat(isSelected(Role.RIGHT_SHIN)).as("it is hidden").isFalse();
    clickOn(onScreen(Role.LEFT_SHIN, -0.2));
    assertThat(isSelected(Role.LEFT_SHIN)).as("it hangs from the thigh").isTrue();
    run("select-none");
    assertThat(run("isolate")).as("shows all again").isTrue();
    clickOn(onScreen(Role.RIGHT_SHIN, -0.2));
    assertThat(isSelected(Role.RIGHT_SHIN)).isTrue();
    select(Role.LEFT_THIGH);
    run("isolate");
    interact(() -> session.choose("take-2"));
    untilWorkedOut();
    assertThat(bench.viewport().isIsolated()).as("another take is shown whole").isFalse();
  }

  private WritableImage seen() {
    WritableImage[] seen = new WritableImage[1];
    interact(() -> seen[0] = bench.viewport().snapshot(null, null));
    return seen[0];
  }

  /** Whether pictures are other in a part of them, told by shares of width and height. */
  private static boolean differ(WritableImage a, WritableImage b, double... part) {
    for (int y = (int) (part[1] * a.getHeight()); y < part[3] * a.getHeight(); y++) {
      for (int x = (int) (part[0] * a.getWidth()); x < part[2] * a.getWidth(); x++) {
        if (a.getPixelReader().getArgb(x, y) != b.getPixelReader().getArgb(x, y)) {
          return true;
        }
      }
    }
    return false;
  }

  @Test
  void theFigureStandsAloneWithoutWhatHelps() throws Exception {
    open();
    double[] scale = {0.75, 0.9, 1, 1};
    double[] axes = {0, 0.75, 0.2, 1};
    double[] chest = {0.4, 0.15, 0.6, 0.5};
    WritableImage whole = seen();
    run("helpers");
    WritableImage alone = seen();
    assertThat(differ(whole, alone, scale)).as("the scale is gone").isTrue();
    assertThat(differ(whole, alone, axes)).as("the axes are").isTrue();
    assertThat(differ(whole, alone, chest)).as("the figure is as it was").isFalse();
    run("helpers");
    assertThat(differ(whole, seen(), 0, 0, 1, 1)).as("all is back").isFalse();
  }

  @Test
  void aKeptViewComesBackWhereverTheBodyWent() throws Exception {
    open();
    assertThat(run("kept-view-1")).as("nothing is kept yet").isFalse();
    Node view = lookup("#view-front").query();
    Bounds b = view.localToScreen(view.getBoundsInLocal());
    for (int i = 0; i < 4; i++) {
      run("zoom-in");
    }
    drag(new Point2D(b.getCenterX(), b.getCenterY()), MouseButton.SECONDARY)
        .dropTo(new Point2D(b.getCenterX() + 60, b.getCenterY() + 40));
    run("keep-view-1");
    until(() -> new Memory().get("view.1").isPresent());
    // what was picked in the kept view is picked again after looking elsewhere
    Point2D spot = new Point2D(b.getCenterX() + 55, b.getCenterY() + 30);
    run("select-none");
    clickOn(spot);
    var before = session.selected();
    assertThat(before.isEmpty()).isFalse();
    run("view-top");
    run("zoom-out");
    assertThat(lookup("#view-front").query().isVisible()).isFalse();
    run("kept-view-1");
    assertThat(lookup("#view-front").query().isVisible()).isTrue();
    run("select-none");
    clickOn(spot);
    assertThat(session.selected()).isEqualTo(before);
    // much later in the take the body is elsewhere, and so is the view
    interact(() -> session.seek(900));
    run("view-side");
    run("kept-view-1");
    run("select-none");
    clickOn(spot);
    assertThat(session.selected().isEmpty()).as("the body is still there").isFalse();
  }

  @Test
  void theViewFollowsTheBodyUnlessToldNotTo() throws Exception {
    open();
    interact(() -> session.seek(800));
    pose.solve(raw().clip(), 800);
    clickOn(onScreen(Role.HEAD, 0.1));
    assertThat(isSelected(Role.HEAD)).as("still in the middle").isTrue();
    run("follow");
    run("select-none");
    double walked = pose.z(0);
    interact(() -> session.seek(200));
    pose.solve(raw().clip(), 200);
    assertThat(Math.abs(pose.z(0) - walked)).isGreaterThan(1);
    run("view-side");
    Node view = lookup("#view-side").query();
    Bounds b = view.localToScreen(view.getBoundsInLocal());
    clickOn(new Point2D(b.getCenterX(), b.getCenterY()));
    assertThat(session.selected().isEmpty()).as("the body has left the view").isTrue();
  }

  @Test
  void waxGoesFromSolidToClearToNothingAndBack() throws Exception {
    open();
    for (Viewport.Wax wanted :
        new Viewport.Wax[] {Viewport.Wax.CLEAR, Viewport.Wax.NONE, Viewport.Wax.SOLID}) {
      run("wax");
      assertThat(bench.viewport().wax()).isEqualTo(wanted);
    }
  }

  @Test
  void wheelAndKeysZoomAndTurn() throws Exception {
    run("view-perspective");
    openDemo();
    run("frame-parts");
    Node view = lookup("#view-perspective").query();
    Bounds b = view.localToScreen(view.getBoundsInLocal());
    Point2D middle = new Point2D(b.getCenterX(), b.getCenterY());
    clickOn(middle);
    var chosen = session.selected();
    assertThat(chosen.isEmpty()).isFalse();
    // turned once round the body, the view is where it was
    interact(() -> view.requestFocus());
    press(KeyCode.ALT);
    for (int i = 0; i < 63; i++) {
      type(KeyCode.RIGHT);
    }
    release(KeyCode.ALT);
    run("select-none");
    clickOn(middle);
    assertThat(session.selected()).isEqualTo(chosen);
    moveTo(middle);
    scroll(8, VerticalDirection.DOWN);
    scroll(8, VerticalDirection.UP);
    run("select-none");
    clickOn(middle);
    assertThat(session.selected()).isEqualTo(chosen);
    assertThat(63 * 0.1).isCloseTo(2 * Math.PI, within(0.02));
  }

  @Test
  void theKeyboardStaysWithTheViewsWhenTheyChange() throws Exception {
    open();
    interact(() -> bench.viewport().active().requestFocus());
    for (KeyCode key : new KeyCode[] {KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT1}) {
      type(key);
      WaitForAsyncUtils.waitForFxEvents();
      assertThat(bench.viewport().active().isFocused()).as(key.getName()).isTrue();
    }
    type(KeyCode.SPACE);
    assertThat(session.playingProperty().get()).as("Space plays").isTrue();
    type(KeyCode.SPACE);
  }
}
