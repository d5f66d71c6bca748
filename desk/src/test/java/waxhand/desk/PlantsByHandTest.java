package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.chain.Keys;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.plants.Plant;
import waxhand.core.project.Take;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/** Contacts, heights, props and goals: what is typed, keyed, and let go in a hurry. */
class PlantsByHandTest extends DeskTest {
  private void firstPass() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    until(() -> bench.contacts().stateProperty().get().plateId().isPresent());
  }

  private void choose(PassKind<?> kind) {
    String id =
        session.chain().plates().stream()
            .filter(p -> p.pass().kind() == kind)
            .map(Plate::id)
            .findFirst()
            .orElseThrow();
    interact(() -> session.plateIdProperty().set(Optional.of(id)));
    WaitForAsyncUtils.waitForFxEvents();
  }

  private List<Plant> plants(ContactPart part) {
    return bench.contacts().stateProperty().get().plants().stream()
        .filter(p -> p.part() == part)
        .toList();
  }

  private List<Plant> selected() {
    return bench.contacts().selectedProperty().get();
  }

  private PlantsPass pass() {
    return (PlantsPass) plate().pass();
  }

  /** An event as a window sends it that is too busy to send all of them. */
  private void mouse(Node to, EventType<MouseEvent> type, double x, double y, boolean still) {
    Point2D at = to.localToScene(x, y);
    PickResult picked = new PickResult(to, at.getX(), at.getY());
    interact(
        () -> Event.fireEvent(to, MouseEvents.over(type, at.getX(), at.getY(), still, picked)));
  }

  /** A drag of which the window is told the first way only, and where it ends. */
  private void hastyDrag(Node on, double fromX, double toX, double y) throws Exception {
    mouse(on, MouseEvent.MOUSE_PRESSED, fromX, y, true);
    mouse(on, MouseEvent.MOUSE_DRAGGED, fromX + (toX - fromX) / 4, y, false);
    mouse(on, MouseEvent.MOUSE_RELEASED, toX, y, false);
    untilWorkedOut();
  }

  @Test
  void aDragEndsWhereTheMouseIsLetGo() throws Exception {
    firstPass();
    var lanes = bench.contactLanes();
    double y = lanes.yOf(ContactPart.LEFT_BALL);
    Plant ball = plants(ContactPart.LEFT_BALL).get(1);
    int gap = ball.frames().to() + 30;
    hastyDrag(lanes, lanes.xOf(gap), lanes.xOf(gap + 20), y);
    Plant made = selected().get(0);
    assertThat(made.frames().from()).isCloseTo(gap, within(1));
    assertThat(made.frames().to()).isCloseTo(gap + 20, within(1));
    assertThat(pass().kept()).containsExactly(made);
    assertThat(pass().barred()).isEmpty();
    run("undo");
    untilWorkedOut();
    // the slope of a selected contact is taken hold of anywhere, a new contact is not made there
    interact(() -> bench.contacts().choose(List.of(ball)));
    int slope = ball.frames().to() + ball.easeOut() / 2;
    hastyDrag(lanes, lanes.xOf(slope), lanes.xOf(slope + 25), y);
    assertThat(selected().get(0).frames()).isEqualTo(ball.frames());
    assertThat(selected().get(0).easeOut()).isCloseTo(ball.easeOut() + 25, within(2));
    int rise = ball.frames().from() - ball.easeIn() / 2;
    hastyDrag(lanes, lanes.xOf(rise), lanes.xOf(rise + 9), y);
    assertThat(selected().get(0).easeIn()).isCloseTo(ball.easeIn() - 9, within(2));
    // a click changes nothing
    List<Plant> before = pass().kept();
    double x = lanes.xOf((ball.frames().from() + ball.frames().to()) / 2);
    mouse(lanes, MouseEvent.MOUSE_PRESSED, x, y, true);
    mouse(lanes, MouseEvent.MOUSE_RELEASED, x, y, true);
    assertThat(pass().kept()).isEqualTo(before);
  }

  @Test
  void contactsAreShapedByKeysAndGivenBackToTheSearch() throws Exception {
    firstPass();
    List<Plant> found = plants(ContactPart.RIGHT_BALL);
    Plant second = found.get(1);
    interact(() -> session.seek(found.get(2).frames().from() + 1));
    select(Role.RIGHT_FOOT);
    interact(() -> bench.viewport().active().requestFocus());
    push(KeyCode.ALT, KeyCode.P);
    assertThat(session.frameProperty().get()).isLessThan(found.get(2).frames().from() + 1);
    interact(() -> bench.contacts().choose(List.of(second)));
    int end = second.frames().to() - 9;
    interact(() -> session.seek(end));
    push(KeyCode.ALT, KeyCode.O);
    untilWorkedOut();
    assertThat(selected().get(0).frames()).isEqualTo(new Frames(second.frames().from(), end + 1));
    int in = selected().get(0).easeIn();
    int out = selected().get(0).easeOut();
    push(KeyCode.R);
    push(KeyCode.R);
    push(KeyCode.ALT, KeyCode.E);
    untilWorkedOut();
    assertThat(selected().get(0).easeOut()).isEqualTo(out + 4);
    assertThat(selected().get(0).easeIn()).isEqualTo(in - 2);
    assertThat(pass().kept()).hasSize(1);
    push(KeyCode.ALT, KeyCode.S);
    untilWorkedOut();
    assertThat(pass().kept()).isEmpty();
    assertThat(pass().barred()).isEmpty();
    assertThat(plants(ContactPart.RIGHT_BALL)).isEqualTo(found);
    // where nothing rests, Insert makes contacts of the selected parts
    int free = (found.get(1).frames().to() + found.get(2).frames().from()) / 2;
    interact(() -> session.seek(free));
    run("add-contact");
    untilWorkedOut();
    assertThat(selected()).isNotEmpty().allMatch(p -> p.part().words().startsWith("right"));
    assertThat(selected()).allMatch(p -> p.frames().contains(free) && p.byHand());
  }

  @Test
  void aFloorAndThingsGoToEveryTakeOfTheShoot() throws Exception {
    firstPass();
    type("speedMs", "280");
    type("heightM", "40");
    untilWorkedOut();
    run("share");
    for (Take take : session.projectProperty().get().takes()) {
      List<PlantsPass> all =
          take.chain().plates().stream()
              .map(Plate::pass)
              .filter(PlantsPass.class::isInstance)
              .map(PlantsPass.class::cast)
              .toList();
      assertThat(all).as(take.name()).hasSize(1);
      assertThat(all.get(0).search().speedMs()).isEqualTo(0.28);
      assertThat(all.get(0).search().heightM()).isEqualTo(0.04);
    }
    run("undo");
    assertThat(session.projectProperty().get().takes().get(1).chain().plates())
        .noneMatch(p -> p.pass() instanceof PlantsPass);
  }

  private double lowest(int frame) {
    Motion out = result();
    WorldPose pose = new WorldPose(out.clip().skeleton());
    pose.solve(out.clip(), frame);
    return out.body().soles().stream().mapToDouble(s -> s.lowest(pose)).min().orElseThrow();
  }

  @Test
  void framesAreGroundedByKeysOfHeightThatTakeTyping() throws Exception {
    openDemo();
    run("add-level");
    untilWorkedOut();
    choose(LevelPass.KIND);
    type("floorM", "-30");
    untilWorkedOut();
    assertThat(lowest(300)).isGreaterThan(0.005);
    for (int frame : new int[] {300, 900}) {
      interact(() -> session.seek(frame));
      interact(() -> lookup("#ground-here").queryAs(Button.class).fire());
      untilWorkedOut();
      assertThat(lowest(frame)).isCloseTo(0, within(1e-9));
    }
    LevelPass level = (LevelPass) plate().pass();
    assertThat(level.keys().all()).extracting(Keys.Key::frame).containsExactly(300, 900);
    TextField up = heightField(900);
    typeInto(up, "12.5");
    untilWorkedOut();
    assertThat(((LevelPass) plate().pass()).keys().all().get(1).value())
        .isCloseTo(0.0125, within(1e-12));
    TextField bad = heightField(900);
    typeInto(bad, "high");
    assertThat(bad.getText()).isEqualTo("12.5");
    assertThat(((LevelPass) plate().pass()).keys().all().get(1).value())
        .isCloseTo(0.0125, within(1e-12));
    run("undo");
    untilWorkedOut();
    assertThat(lowest(900)).isCloseTo(0, within(1e-9));
  }

  private TextField heightField(int frame) {
    return fieldCalled("#pass-panel", "lift at frame " + frame + " in mm", 0);
  }

  private TextField fieldCalled(String inside, String words, int row) {
    return from(lookup(inside).<Node>query())
        .lookup(".text-field")
        .queryAllAs(TextField.class)
        .stream()
        .filter(f -> words.equals(f.getAccessibleText()))
        .skip(row)
        .findFirst()
        .orElseThrow();
  }

  private void typeInto(TextField field, String text) {
    interact(
        () -> {
          field.requestFocus();
          field.setText(text);
          field.fireEvent(new javafx.event.ActionEvent());
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private PropPass thing() {
    return (PropPass) plate().pass();
  }

  private TextField holdField(String words, int row) {
    return fieldCalled("#holds", words, row);
  }

  @Test
  void whoHoldsAThingIsSaidByHandAndTyped() throws Exception {
    openDemo();
    run("add-prop");
    untilWorkedOut();
    interact(() -> session.seek(200));
    interact(() -> lookup("#take-left-hand").queryButton().fire());
    interact(() -> session.seek(400));
    interact(() -> lookup("#take-right-hand").queryButton().fire());
    untilWorkedOut();
    assertThat(thing().holds())
        .containsExactly(
            new Hold(Holder.LEFT_HAND, new Frames(200, 400)),
            new Hold(Holder.RIGHT_HAND, new Frames(400, session.frames())));
    typeInto(holdField("last frame", 1), "599");
    assertThat(thing().holds().get(1).frames()).isEqualTo(new Frames(400, 600));
    TextField bad = holdField("first frame", 1);
    typeInto(bad, "900");
    assertThat(bad.getText()).as("begins before it ends").isEqualTo("400");
    // taken anew in the middle of a hold, it goes on to the next
    interact(() -> session.seek(300));
    interact(() -> lookup("#take-both-hands").queryButton().fire());
    assertThat(thing().holds())
        .extracting(Hold::frames)
        .containsExactly(new Frames(200, 300), new Frames(300, 400), new Frames(400, 600));
    interact(() -> lookup("#let-go").queryButton().fire());
    assertThat(thing().holds())
        .extracting(Hold::by)
        .containsExactly(Holder.LEFT_HAND, Holder.RIGHT_HAND);
    untilWorkedOut();
    Motion out = result();
    double[] a = new double[7];
    double[] b = new double[7];
    for (int f : new int[] {200, 300, 400, 600}) {
      Props.of(out).get(0).path().read(f - 1, a, 0);
      Props.of(out).get(0).path().read(f, b, 0);
      double step = Math.hypot(Math.hypot(b[0] - a[0], b[1] - a[1]), b[2] - a[2]);
      assertThat(step).as("no leap at frame %d", f).isLessThan(0.04);
    }
  }

  /**
   * The knob of the bend and the cross of the goal, dragged in the view with axes locked by keys.
   */
  @Test
  void goalsAreDraggedAlongAxesAndBentAside() throws Exception {
    openDemo();
    select(Role.LEFT_HAND);
    interact(() -> session.seek(400));
    run("add-limb-goal");
    untilWorkedOut();
    Node view = bench.viewport().active();
    Point2D grip = onView(view);
    press(KeyCode.CONTROL);
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(30, -40));
    release(KeyCode.CONTROL);
    untilWorkedOut();
    LimbGoalPass up = (LimbGoalPass) plate().pass();
    assertThat(up.moveM().x()).as("straight up").isZero();
    assertThat(up.moveM().z()).isZero();
    assertThat(up.moveM().y()).isGreaterThan(0.03);
    run("undo");
    untilWorkedOut();
    press(KeyCode.ALT);
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(30, 10));
    release(KeyCode.ALT);
    untilWorkedOut();
    LimbGoalPass level = (LimbGoalPass) plate().pass();
    assertThat(level.moveM().y()).as("along the ground").isZero();
    assertThat(Math.hypot(level.moveM().x(), level.moveM().z())).isGreaterThan(0.02);
    run("undo");
    untilWorkedOut();
    assertThat(((LimbGoalPass) plate().pass()).moveM())
        .isEqualTo(LimbGoalPass.KIND.defaults().moveM());
  }

  /** Where the driven hand is seen. */
  private Point2D onView(Node view) {
    Motion m = result();
    int hand = m.body().joint(Role.LEFT_HAND).orElseThrow();
    WorldPose pose = new WorldPose(m.clip().skeleton());
    pose.solve(m.clip(), session.frameProperty().get());
    double[] at = bench.viewport().project(pose.x(hand), pose.y(hand), pose.z(hand));
    return view.localToScreen(at[0], at[1]);
  }
}
