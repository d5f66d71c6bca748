package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.event.ActionEvent;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Triple;
import waxhand.core.contact.ContactPart;
import waxhand.core.measure.Slide;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.plants.Plant;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.kits.contacts.ContactLanes;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.kits.contacts.Prints;
import waxhand.desk.shelf.BodyMap;

/** Contacts over time and on the ground, goals and props, by hand and by key. */
class ContactsTest extends DeskTest {
  private Contacts contacts() {
    return bench.contacts();
  }

  private List<Plant> plants() {
    return contacts().stateProperty().get().plants();
  }

  private Plant first(ContactPart part, int after) {
    return plants().stream()
        .filter(p -> p.part() == part && p.frames().from() >= after)
        .findFirst()
        .orElseThrow();
  }

  private Plant selected() {
    assertThat(contacts().selectedProperty().get()).hasSize(1);
    return contacts().selectedProperty().get().get(0);
  }

  private void firstPass() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    until(() -> contacts().stateProperty().get().plateId().isPresent() && !plants().isEmpty());
  }

  private Point2D inLane(ContactPart part, double frame) {
    ContactLanes lanes = bench.contactLanes();
    double x = lanes.xOf((int) frame) + (frame % 1) * (lanes.xOf(1) - lanes.xOf(0));
    return lanes.localToScreen(x, lanes.yOf(part));
  }

  private void dragLane(ContactPart part, double from, double to) throws Exception {
    drag(inLane(part, from), MouseButton.PRIMARY).dropTo(inLane(part, to));
    untilWorkedOut();
  }

  @Test
  void slidesAreSeenBeforeAndGoneAfterTheFirstPass() throws Exception {
    openDemo();
    until(() -> !plants().isEmpty());
    until(() -> contacts().slidesProperty().get().of(plants().get(0)).isPresent());
    double before = worstSlide();
    firstPass();
    until(() -> contacts().slidesProperty().get().of(plants().get(0)).isPresent());
    assertThat(before).isGreaterThan(14);
    assertThat(worstSlide()).isLessThan(2);
    assertThat(plate().pass()).isInstanceOf(PlantsPass.class);
  }

  private double worstSlide() {
    return plants().stream()
        .filter(p -> p.part().place() == 1 && p.part().isSole())
        .map(p -> contacts().slidesProperty().get().of(p))
        .flatMap(Optional::stream)
        .mapToDouble(Slide::farMm)
        .max()
        .orElse(0);
  }

  @Test
  void spansEndsAndEasesAreDraggedAndTheHandEditStays() throws Exception {
    firstPass();
    Plant heel = first(ContactPart.LEFT_HEEL, 200);
    double middle = (heel.frames().from() + heel.frames().to()) / 2.0;
    clickOn(inLane(heel.part(), middle));
    assertThat(selected()).isEqualTo(heel);
    dragLane(heel.part(), heel.frames().to(), heel.frames().to() - 20);
    Plant shorter = selected();
    assertThat(shorter.frames().to()).isCloseTo(heel.frames().to() - 20, within(3));
    assertThat(shorter.frames().from()).isEqualTo(heel.frames().from());
    assertThat(shorter.byHand()).isTrue();
    dragLane(heel.part(), shorter.frames().to() + shorter.easeOut(), shorter.frames().to() + 60);
    assertThat(selected().easeOut()).isCloseTo(60, within(4));
    int from = selected().frames().from();
    dragLane(heel.part(), from + 12, from + 30);
    assertThat(selected().frames().from()).isCloseTo(from + 18, within(3));
    Plant edited = selected();
    PlantsPass pass = (PlantsPass) plate().pass();
    assertThat(pass.kept()).containsExactly(edited);
    type("contact-strength", "40");
    untilWorkedOut();
    assertThat(selected().strength()).isEqualTo(0.4);
    run("undo");
    untilWorkedOut();
    interact(() -> contacts().choose(List.of(edited)));
    // another threshold, and the search runs again: the hand edit stays
    type("heightM", "45");
    untilWorkedOut();
    assertThat(plants()).contains(edited);
    for (int n = 0; n < 4; n++) {
      run("undo");
    }
    untilWorkedOut();
    assertThat(plants()).contains(heel);
  }

  @Test
  void contactsAreAddedSplitJoinedMutedAndRemoved() throws Exception {
    firstPass();
    Plant toe = first(ContactPart.RIGHT_TOE, 300);
    int gap = toe.frames().to() + 25;
    dragLane(ContactPart.RIGHT_TOE, gap, gap + 14);
    Plant made = selected();
    assertThat(made.part()).isEqualTo(ContactPart.RIGHT_TOE);
    assertThat(made.frames().from()).isCloseTo(gap, within(2));
    int count = plants().size();
    interact(() -> session.seek(made.frames().from() + 6));
    interact(() -> bench.viewport().active().requestFocus());
    push(KeyCode.S);
    untilWorkedOut();
    assertThat(plants()).hasSize(count + 1);
    assertThat(contacts().selectedProperty().get()).hasSize(2);
    push(KeyCode.J);
    untilWorkedOut();
    assertThat(plants()).hasSize(count);
    run("mute-contact");
    untilWorkedOut();
    assertThat(selected().muted()).isTrue();
    push(KeyCode.DELETE);
    untilWorkedOut();
    assertThat(plants()).hasSize(count - 1);
    assertThat(session.chain().plates()).as("the plate is still there").hasSize(6);
    // a found one that is removed does not come back
    interact(() -> contacts().choose(List.of(first(ContactPart.RIGHT_TOE, 300))));
    push(KeyCode.DELETE);
    untilWorkedOut();
    type("speedMs", "310");
    untilWorkedOut();
    assertThat(plants()).noneMatch(p -> p.part() == toe.part() && p.frames().equals(toe.frames()));
  }

  @Test
  void keysGoAlongContactsAndMoveTheirEnds() throws Exception {
    firstPass();
    interact(() -> session.seek(400));
    interact(() -> bench.viewport().active().requestFocus());
    push(KeyCode.P);
    Plant next = selected();
    assertThat(session.frameProperty().get()).isEqualTo(next.frames().from());
    interact(() -> session.seek(next.frames().from() + 5));
    push(KeyCode.ALT, KeyCode.I);
    untilWorkedOut();
    assertThat(selected().frames().from()).isEqualTo(next.frames().from() + 5);
    int ease = selected().easeIn();
    push(KeyCode.E);
    assertThat(selected().easeIn()).isGreaterThan(ease);
    push(KeyCode.ESCAPE);
    assertThat(contacts().selectedProperty().get()).isEmpty();
  }

  /** A print is picked on the ground and moved by its ring: the foot goes along. */
  @Test
  void aPrintIsPickedAndMovedByHand() throws Exception {
    firstPass();
    Plant ball = first(ContactPart.LEFT_BALL, 200);
    int middle = (ball.frames().from() + ball.frames().to()) / 2;
    interact(() -> session.seek(middle));
    run("view-top");
    interact(() -> bench.viewport().setWax(waxhand.desk.viewport.Viewport.Wax.NONE));
    double[] before = place(ContactPart.LEFT_BALL, middle);
    interact(() -> contacts().choose(List.of(ball)));
    Node view = lookup("#view-top").query();
    Point2D grip = onView(view, before);
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(40, 0));
    untilWorkedOut();
    double[] after = place(ContactPart.LEFT_BALL, middle);
    double by = Math.hypot(after[0] - before[0], after[2] - before[2]);
    assertThat(by).isBetween(0.03, 0.8);
    assertThat(after[1]).isCloseTo(before[1], within(2e-3));
    assertThat(contacts().selectedProperty().get()).anyMatch(p -> !p.move().isNone());
    assertThat(session.undoName()).contains("move print");
    run("undo");
    untilWorkedOut();
    assertThat(place(ContactPart.LEFT_BALL, middle)[0]).isCloseTo(before[0], within(1e-6));
  }

  private Point2D onView(Node view, double[] p) {
    Bounds b = view.getBoundsInLocal();
    double[] at = bench.viewport().project(p[0], p[1], p[2]);
    assertThat(b.contains(at[0], at[1])).as("in sight").isTrue();
    return view.localToScreen(at[0], at[1]);
  }

  private double[] place(ContactPart part, int frame) {
    Motion m = result();
    WorldPose pose = new WorldPose(m.clip().skeleton());
    pose.solve(m.clip(), frame);
    double[] p = new double[3];
    part.place(m.body(), pose, p, 0);
    return p;
  }

  @Test
  void aHandIsDraggedByItsGoal() throws Exception {
    firstPass();
    select(Role.RIGHT_HAND);
    interact(() -> session.seek(500));
    run("add-limb-goal");
    untilWorkedOut();
    assertThat(((LimbGoalPass) plate().pass()).part()).isEqualTo(GoalPart.RIGHT_HAND);
    run("view-front");
    double[] before = hand();
    Node view = lookup("#view-front").query();
    Point2D grip = onView(view, before);
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(0, -30));
    untilWorkedOut();
    double[] after = hand();
    assertThat(after[1] - before[1]).isGreaterThan(0.03);
    double[] at = bench.viewport().project(after[0], after[1], after[2]);
    double[] was = bench.viewport().project(before[0], before[1], before[2]);
    assertThat(was[1] - at[1]).as("the hand is where the pointer is").isBetween(22.0, 36.0);
    assertThat(plate().span().within(session.frames()).contains(500)).isTrue();
  }

  private double[] hand() {
    Motion m = result();
    WorldPose pose = new WorldPose(m.clip().skeleton());
    pose.solve(m.clip(), 500);
    int j = m.body().joint(Role.RIGHT_HAND).orElseThrow();
    return new double[] {pose.x(j), pose.y(j), pose.z(j)};
  }

  @Test
  void bothHandsAreTiedToACrateTheyCarry() throws Exception {
    interact(() -> session.reset(demo(), Optional.empty()));
    interact(() -> session.choose("take-2"));
    untilWorkedOut();
    run("first-pass");
    untilWorkedOut();
    interact(() -> session.seek(330));
    run("add-prop");
    untilWorkedOut();
    interact(() -> lookup("#bring").queryButton().fire());
    untilWorkedOut();
    interact(() -> lookup("#take-both-hands").queryButton().fire());
    untilWorkedOut();
    assertThat(((PropPass) plate().pass()).holds()).hasSize(1);
    interact(() -> session.seek(700));
    interact(() -> lookup("#let-go").queryButton().fire());
    untilWorkedOut();
    assertThat(((PropPass) plate().pass()).holds().get(0).frames().to()).isEqualTo(700);
    // whatever plate is chosen, a tether comes behind what it ties to
    String first = session.chain().plates().get(0).id();
    interact(() -> session.plateIdProperty().set(Optional.of(first)));
    run("add-tether");
    untilWorkedOut();
    assertThat(plate().span().within(session.frames()).from()).isLessThanOrEqualTo(330);
    assertThat(lookup("#complaint").queryLabeled().getText()).isEmpty();
    double[] apart = new double[40];
    Motion m = result();
    WorldPose pose = new WorldPose(m.clip().skeleton());
    int a = m.body().joint(Role.LEFT_HAND).orElseThrow();
    int b = m.body().joint(Role.RIGHT_HAND).orElseThrow();
    for (int n = 0; n < apart.length; n++) {
      pose.solve(m.clip(), 360 + 8 * n);
      apart[n] =
          Math.hypot(
              Math.hypot(pose.x(a) - pose.x(b), pose.y(a) - pose.y(b)), pose.z(a) - pose.z(b));
    }
    double spread = Arrays.stream(apart).max().orElse(0) - Arrays.stream(apart).min().orElse(0);
    assertThat(spread).isLessThan(0.002);
    interact(
        () -> {
          ComboBox<?> target = lookup("#target").queryAs(ComboBox.class);
          assertThat(target.getItems().toString()).contains("crate").contains("hips");
          target.getEditor().setText("nowhere");
          target.getEditor().fireEvent(new ActionEvent());
        });
    untilWorkedOut();
    assertThat(lookup("#complaint").queryLabeled().getText()).contains("nowhere");
  }

  /** Shown larger, time is dragged as finely as it is drawn; the body map picks and tells. */
  @Test
  void timeIsShownLargerAndPartsArePickedOnTheMap() throws Exception {
    firstPass();
    Plant heel = first(ContactPart.LEFT_HEEL, 400);
    interact(() -> session.seek(heel.frames().from()));
    for (int n = 0; n < 4; n++) {
      run("time-nearer");
    }
    assertThat(session.seenProperty().get().count()).isLessThan(session.frames() / 6);
    assertThat(session.seenProperty().get().contains(heel.frames().from())).isTrue();
    clickOn(inLane(heel.part(), heel.frames().from() + 10));
    dragLane(heel.part(), heel.frames().from(), heel.frames().from() + 4);
    assertThat(selected().frames().from()).isCloseTo(heel.frames().from() + 4, within(1));
    run("time-all");
    assertThat(session.seenProperty().get().count()).isEqualTo(session.frames());
    clickOn("#tab-parts");
    BodyMap map = lookup("#body-map").queryAs(BodyMap.class);
    double[] at = map.placeOf(Role.RIGHT_THIGH).orElseThrow();
    clickOn(map.localToScreen(at[0], at[1]));
    int thigh = raw().body().joint(Role.RIGHT_THIGH).getAsInt();
    assertThat(session.selected().stream().toArray()).containsExactly(thigh);
    run("magnifier");
    assertThat(lookup("#view-magnifier").query().isVisible()).isTrue();
    // a pass goes to every take without what was done by hand to this one
    run("share");
    assertThat(session.projectProperty().get().takes())
        .allSatisfy(
            t -> assertThat(t.chain().plates()).anyMatch(p -> p.pass() instanceof PlantsPass))
        .filteredOn(t -> !t.id().equals("take-1"))
        .allSatisfy(
            t ->
                assertThat(t.chain().plates())
                    .filteredOn(p -> p.pass() instanceof PlantsPass)
                    .allSatisfy(p -> assertThat(((PlantsPass) p.pass()).kept()).isEmpty()));
  }

  // ---- props and what rests on them ---------------------------------------------------------

  private void openTake(String id) throws Exception {
    openDemo();
    interact(() -> session.choose(id));
    untilWorkedOut();
    run("first-pass");
    untilWorkedOut();
    until(() -> contacts().stateProperty().get().plateId().isPresent() && !plants().isEmpty());
  }

  /** The crate of the demo is there, is picked in the view, and hands are tied to it at once. */
  @Test
  void theCrateIsPickedInTheViewAndHandsAreTiedToIt() throws Exception {
    openTake("take-2");
    interact(() -> session.seek(520));
    run("view-front");
    double[] pose = new double[7];
    result().get(Props.KIND).named("crate").orElseThrow().path().read(520, pose, 0);
    assertThat(pose[1]).as("it is carried").isGreaterThan(0.3);
    clickOn(onView(lookup("#view-front").query(), new double[] {pose[0], pose[1] + 0.1, pose[2]}));
    assertThat(plate().pass()).isInstanceOf(PropPass.class);
    assertThat(session.chain().plates().get(6).pass()).as("behind Plants").isSameAs(plate().pass());
    run("add-tether");
    untilWorkedOut();
    assertThat(lookup("#complaint").queryLabeled().getText()).isEmpty();
    double least = 9;
    double most = 0;
    for (int f = 400; f < 700; f += 20) {
      WorldPose now = new WorldPose(result().clip().skeleton());
      now.solve(result().clip(), f);
      result().get(Props.KIND).named("crate").orElseThrow().path().read(f, pose, 0);
      int j = result().body().joint(Role.LEFT_HAND).orElseThrow();
      double far =
          Math.hypot(Math.hypot(now.x(j) - pose[0], now.y(j) - pose[1]), now.z(j) - pose[2]);
      least = Math.min(least, far);
      most = Math.max(most, far);
    }
    assertThat(most - least).isLessThan(0.002);
  }

  /** A hand's print lies on top of the bollard; moved, the hand goes along. */
  @Test
  void aPalmPrintIsMovedOnTheBollard() throws Exception {
    openTake("take-5");
    Plant hand = first(ContactPart.LEFT_HAND, 300);
    int middle = (hand.frames().from() + hand.frames().to()) / 2;
    interact(() -> session.seek(middle));
    interact(() -> contacts().choose(List.of(hand)));
    run("view-top");
    double[] before = place(ContactPart.LEFT_HAND, middle);
    Point2D grip = onView(lookup("#view-top").query(), before);
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(12, 0));
    untilWorkedOut();
    double[] after = place(ContactPart.LEFT_HAND, middle);
    double by = Math.hypot(after[0] - before[0], after[2] - before[2]);
    assertThat(by).isBetween(0.01, 0.3);
    // on the bollard still
    assertThat(after[1]).isCloseTo(before[1], within(5e-3));
    assertThat(session.undoName()).contains("move print");
  }

  @Test
  void aThingFromAFileStandsInTheTakeAndABadOneIsToldOf() throws Exception {
    openDemo();
    Path folder = Files.createTempDirectory("things");
    Path good = folder.resolve("hatch.gltf");
    Files.writeString(good, HATCH.replace('\'', '"'));
    interact(() -> bench.files().openAny(List.of(good)));
    until(() -> session.plate().isPresent());
    untilWorkedOut();
    assertThat(plate().name()).contains("hatch");
    assertThat(result().get(Props.KIND).named("hatch").orElseThrow().shape().size())
        .containsExactly(1, 1, 1);
    Path bad = folder.resolve("torn.glb");
    Files.writeString(bad, "glTF but not for long");
    interact(() -> bench.files().openAny(List.of(bad)));
    until(() -> lookup(".wh-notice").queryAll().size() > 0);
    assertThat(session.chain().size()).isEqualTo(1);
  }

  /** One metre square and high: a corner of four triangles. */
  private static final String HATCH =
      "{'asset':{'version':'2.0'},'meshes':[{'primitives':[{'attributes':{'POSITION':0},"
          + "'indices':1}]}],'accessors':[{'bufferView':0,'componentType':5126,'count':4,"
          + "'type':'VEC3'},{'bufferView':1,'componentType':5121,'count':12,'type':'SCALAR'}],"
          + "'bufferViews':[{'buffer':0,'byteLength':48},{'buffer':0,'byteOffset':48,"
          + "'byteLength':12}],'buffers':[{'byteLength':60,'uri':'data:;base64,"
          + "AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAAAAAAAAAAAAAAAIA/AAIBAAEDAAMCAQID"
          + "'}]}";

  /** How much the body gives way is dragged beside the hips. */
  @Test
  void givingWayIsDraggedBesideTheHips() throws Exception {
    firstPass();
    select(Role.LEFT_HAND);
    interact(() -> session.seek(500));
    run("add-limb-goal");
    untilWorkedOut();
    run("view-front");
    Motion m = result();
    WorldPose pose = new WorldPose(m.clip().skeleton());
    pose.solve(m.clip(), 500);
    int hips = m.body().joint(Role.HIPS).orElseThrow();
    Node view = lookup("#view-front").query();
    Point2D at = onView(view, new double[] {pose.x(hips), pose.y(hips), pose.z(hips)});
    double before = ((LimbGoalPass) plate().pass()).giveWay();
    // away from the hand
    drag(at.add(-70, 0), MouseButton.PRIMARY).dropTo(at.add(-70, -20));
    untilWorkedOut();
    assertThat(((LimbGoalPass) plate().pass()).giveWay())
        .isCloseTo(before + 20 / 60.0, within(0.1));
  }

  /** Behind a pass that takes the body elsewhere nothing stands on the prints. */
  @Test
  void printsThatTheBodyLeftAreNotShown() throws Exception {
    firstPass();
    Prints prints = new Prints(session, contacts());
    interact(() -> session.seek(800));
    until(() -> !prints.marks().get(0).prints().isEmpty());
    run("add-shift");
    ShiftPass still = ShiftPass.KIND.defaults();
    ShiftPass aside = new ShiftPass(still.turn(), new Triple(2, 0, 0), 0);
    interact(() -> session.editPlate("aside", null, plate().id(), p -> p.withPass(aside)));
    until(() -> prints.marks().get(0).prints().isEmpty());
    run("mute");
    until(() -> !prints.marks().get(0).prints().isEmpty());
  }
}
