package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.project.Take;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.kits.layers.KeyCurves;
import waxhand.desk.kits.layers.KeyLanes;

/** Paths, curves and poses in an artist's hands, on layers that may be locked. */
class PosingTest extends DeskTest {
  private static final PartName FOOT = PartName.of(Role.RIGHT_FOOT);

  private LayerPass layer() {
    return (LayerPass) plate().pass();
  }

  private List<Double> keys(Channel channel) {
    return layer().rows().stream()
        .filter(r -> r.channel() == channel)
        .flatMap(r -> r.curve().keys().stream())
        .map(CurveKey::frame)
        .toList();
  }

  private static double[] place(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = motion.body().joint(role).orElseThrow();
    return new double[] {pose.x(j), pose.y(j), pose.z(j)};
  }

  /** Where a part is at a frame, on the screen, in the view from the side. */
  private Point2D seen(Role role, int frame) {
    double[] p = place(result(), role, frame);
    double[] at = bench.viewport().project(p[0], p[1], p[2]);
    Node view = lookup("#view-side").query();
    return view.localToScreen(at[0], at[1]);
  }

  @Test
  void aPathIsBentByItsTicksSlidInTimeAndStraightened() throws Exception {
    openDemo();
    interact(() -> session.seek(400));
    select(Role.RIGHT_FOOT);
    run("view-side");
    run("add-layer");
    untilWorkedOut();
    run("show-path");
    Motion before = result();
    Point2D tick = seen(Role.RIGHT_FOOT, 420);
    drag(tick, MouseButton.PRIMARY).dropTo(tick.add(0, -30));
    untilWorkedOut();
    double rise = place(result(), Role.RIGHT_FOOT, 420)[1] - place(before, Role.RIGHT_FOOT, 420)[1];
    assertThat(rise).as("it goes with the hand").isGreaterThan(0.05);
    assertThat(keys(Channel.GOAL_Y)).hasSize(3);
    assertThat(place(result(), Role.RIGHT_FOOT, 380))
        .isEqualTo(place(before, Role.RIGHT_FOOT, 380));

    // with Shift its key is slid to a neighbouring tick
    double key = keys(Channel.GOAL_Y).get(1);
    Point2D at = seen(Role.RIGHT_FOOT, (int) key);
    Point2D to = seen(Role.RIGHT_FOOT, (int) key + 10);
    press(KeyCode.SHIFT);
    drag(at, MouseButton.PRIMARY).dropTo(to);
    release(KeyCode.SHIFT);
    untilWorkedOut();
    assertThat(keys(Channel.GOAL_Y).get(1)).isBetween(key + 7, key + 13);

    // a click on a tick goes there
    clickOn(seen(Role.RIGHT_FOOT, 412));
    assertThat(session.frameProperty().get()).isBetween(410, 414);

    // what is locked says so, and nothing changes
    run("lock");
    LayerPass was = layer();
    Point2D again = seen(Role.RIGHT_FOOT, 425);
    drag(again, MouseButton.PRIMARY).dropTo(again.add(0, -30));
    run("delete-plate");
    assertThat(layer()).isEqualTo(was);
    assertThat(lookup(".wh-mention").queryAllAs(Labeled.class))
        .anyMatch(l -> l.getText().contains("is locked"));
    run("lock");

    workRange(new Frames(600, 700));
    run("straighten-path");
    untilWorkedOut();
    int foot = result().body().joint(Role.RIGHT_FOOT).orElseThrow();
    PartPath is = PartPath.of(result().clip(), foot, new Frames(600, 700));
    double bent = is.distance(0, 50) + is.distance(50, 99) - is.distance(0, 99);
    assertThat(bent).isLessThan(0.002);
  }

  @Test
  void thePathOfAPropIsShownAndBentByAPlateOfItsOwn() throws Exception {
    openDemo();
    interact(() -> session.choose(take("crate-lift").id()));
    untilWorkedOut();
    run("show-path");
    interact(() -> session.posing().nextAlong());
    assertThat(session.posing().words()).contains("drags go up and down");
    interact(() -> session.plateIdProperty().set(Optional.of(plateOf(PropPass.KIND).id())));
    interact(() -> session.seek(760));
    untilWorkedOut();
    double[] crate = crate(760);
    double[] at = bench.viewport().project(crate[0], crate[1], crate[2]);
    Node view = lookup("#view-perspective").query();
    // its tick here is under the pointer, and the one a little later leads there
    double[] later = crate(790);
    double[] there = bench.viewport().project(later[0], later[1], later[2]);
    assertThat(Math.hypot(at[0] - there[0], at[1] - there[1])).isGreaterThan(8);
    clickOn(view.localToScreen(there[0], there[1]));
    assertThat(session.frameProperty().get()).isBetween(780, 800);

    // straight over the whole take is not meant
    int plates = session.chain().size();
    run("straighten-path");
    assertThat(session.chain().size()).isEqualTo(plates);
    run("smooth-path");
    untilWorkedOut();
    assertThat(plate().pass()).isInstanceOf(PropPathPass.class);
    assertThat(plate().name()).isEqualTo("Path: crate");
    double[] smooth = crate(760);
    double off = Math.hypot(smooth[0] - crate[0], smooth[1] - crate[1]);
    assertThat(off).isBetween(1e-6, 0.02);
    run("straighten-path");
    assertThat(((PropPathPass) plate().pass()).bend()).isEqualTo(PropPathPass.Bend.STRAIGHT);
    run("undo");
    run("undo");
    untilWorkedOut();
    assertThat(crate(760)).isEqualTo(crate);

    // the plate gets another name by a key, and another take begins afresh
    interact(() -> session.plateIdProperty().set(Optional.of(plateOf(PropPass.KIND).id())));
    run("rename-plate");
    write("Box").type(KeyCode.ENTER);
    assertThat(plate().name()).isEqualTo("Box");
    clickOn("Poses").clickOn("#to-fingers");
    Take take = session.takeProperty().get().orElseThrow();
    assertThat(take.raw().motion().body().joint(Role.LEFT_THUMB_1)).isPresent();
    assertThat(session.posing().words()).isEqualTo("hold 0.25 s");
  }

  private Take take(String name) {
    return session.projectProperty().get().takes().stream()
        .filter(t -> t.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private Plate plateOf(PassKind<?> kind) {
    return session.chain().plates().stream()
        .filter(p -> p.pass().kind() == kind)
        .findFirst()
        .orElseThrow();
  }

  private double[] crate(int frame) {
    double[] pose = new double[7];
    result().get(Props.KIND).named("crate").orElseThrow().path().read(frame, pose, 0);
    return pose;
  }

  @Test
  void keysAreMovedAndStretchedOnCurvesAndTheHoldOnItsLane() throws Exception {
    openDemo();
    interact(() -> session.seek(600));
    select(Role.LEFT_UPPER_ARM);
    run("add-layer");
    KeyLanes lanes = lookup("#key-lanes").queryAs(KeyLanes.class);
    double[] grip = lanes.holdAt(false);
    Point2D hold = lanes.localToScreen(grip[0], grip[1]);
    drag(hold, MouseButton.PRIMARY)
        .dropTo(hold.add(lanes.at(FOOT, 630)[0] - lanes.at(FOOT, 600)[0], 0));
    assertThat(session.posing().holdAfterSProperty().get()).isCloseTo(0.5, within(0.05));
    assertThat(session.posing().holdBeforeSProperty().get()).isEqualTo(0.25);
    type("layer-turn-z", "20");
    assertThat(keys(Channel.TURN_Z)).hasSize(3).startsWith(570.0, 600.0);

    run("curves");
    interact(() -> session.zoomTime(0.2, 600));
    KeyCurves curves = lookup("#key-curves").queryAs(KeyCurves.class);
    untilWorkedOut();
    double[] at = curves.at(Channel.TURN_Z, 600);
    Point2D key = curves.localToScreen(at[0], at[1]);
    press(KeyCode.SHIFT);
    drag(key, MouseButton.PRIMARY).dropTo(key.add(3, 40));
    release(KeyCode.SHIFT);
    double lower = layer().rows().get(0).curve().at(600);
    assertThat(lower).as("in value alone").isLessThan(Math.toRadians(18));
    assertThat(keys(Channel.TURN_Z).get(1)).isEqualTo(600.0);

    double wide = curves.at(Channel.TURN_Z, 650)[0] - curves.at(Channel.TURN_Z, 600)[0];
    double[] now = curves.at(Channel.TURN_Z, 600);
    Point2D mid = curves.localToScreen(now[0], now[1]);
    // its slope behind: a handle to the right of it
    drag(mid.add(44, 0), MouseButton.PRIMARY).dropTo(mid.add(44, 30));
    assertThat(layer().rows().get(0).curve().slope(600)).isNegative();
    run("undo");

    Bounds b = curves.getBoundsInLocal();
    Point2D from = curves.localToScreen(curves.at(Channel.TURN_Z, 560)[0], 20);
    Point2D till = curves.localToScreen(curves.at(Channel.TURN_Z, 610)[0], b.getHeight() - 4);
    drag(from, MouseButton.PRIMARY).dropTo(till);
    double[] first = curves.at(Channel.TURN_Z, 570);
    double[] second = curves.at(Channel.TURN_Z, 600);
    Point2D edge = curves.localToScreen(second[0] + 8, (first[1] + second[1]) / 2);
    drag(edge, MouseButton.PRIMARY).dropTo(edge.add(wide / 5, 0));
    assertThat(keys(Channel.TURN_Z).get(0)).isEqualTo(570.0);
    assertThat(keys(Channel.TURN_Z).get(1)).isBetween(606.0, 614.0);
    double[] line = curves.at(Channel.TURN_Z, 590);
    doubleClickOn(curves.localToScreen(line[0], line[1]));
    assertThat(keys(Channel.TURN_Z)).hasSize(4);
    type(KeyCode.DELETE);
    assertThat(keys(Channel.TURN_Z)).hasSize(3);
    run("curves");
    run("curves");
    assertThat(lanes.isVisible()).isTrue();

    // a second layer on the same part: keys of the first are rings, and lead back to it
    String original = plate().id();
    run("duplicate");
    assertThat(plate().id()).isNotEqualTo(original);
    run("select-keys");
    PartName arm = PartName.of(Role.LEFT_UPPER_ARM);
    double at570 = lanes.at(arm, 570)[0];
    Point2D tack = lanes.localToScreen(at570, lanes.at(arm, 570)[1]);
    drag(tack, MouseButton.PRIMARY).dropTo(tack.add(lanes.at(arm, 550)[0] - at570, 0));
    assertThat(keys(Channel.TURN_Z).get(0)).isBetween(546.0, 554.0);
    clickOn(tack);
    assertThat(plate().id()).isEqualTo(original);
    assertThat(keys(Channel.TURN_Z).get(0)).isEqualTo(570.0);
  }

  @Test
  void aFistIsPutOnAHandPosesAreKeptAndARangeBecomesATake() throws Exception {
    openDemo();
    Take haul =
        session.projectProperty().get().takes().stream()
            .filter(t -> t.name().equals("line-haul"))
            .findFirst()
            .orElseThrow();
    interact(() -> session.choose(haul.id()));
    untilWorkedOut();
    interact(() -> session.seek(500));
    clickOn("#tab-poses");
    clickOn("#hands-right");
    moveTo("#pose-fist");
    Motion before = result();
    clickOn("#pose-fist");
    until(
        () ->
            session
                .plate()
                .filter(p -> p.pass() instanceof LayerPass l && !l.rows().isEmpty())
                .isPresent());
    untilWorkedOut();
    PartName finger = PartName.of(Role.RIGHT_MIDDLE_1);
    double[] turn = LayerEdit.at(layer(), finger, Channel.Of.TURN, 500);
    assertThat(Math.toDegrees(Math.hypot(Math.hypot(turn[0], turn[1]), turn[2])))
        .isBetween(50.0, 100.0);
    assertThat(LayerEdit.has(layer(), PartName.of(Role.LEFT_MIDDLE_1), Channel.Of.TURN)).isFalse();
    assertThat(place(result(), Role.RIGHT_MIDDLE_3, 500))
        .isNotEqualTo(place(before, Role.RIGHT_MIDDLE_3, 500));
    assertThat(place(result(), Role.RIGHT_MIDDLE_3, 450))
        .isEqualTo(place(before, Role.RIGHT_MIDDLE_3, 450));
    KeyLanes lanes = lookup("#key-lanes").queryAs(KeyLanes.class);
    double folded = lanes.prefHeight(-1);
    Point2D corner = lanes.localToScreen(8, lanes.at(finger, 500)[1]);
    clickOn(corner);
    assertThat(lanes.prefHeight(-1)).as("15 joints of fingers").isGreaterThan(folded + 200);

    clickOn("#pose-name").write("haul");
    clickOn("#keep-pose");
    assertThat(session.projectProperty().get().poses())
        .extracting(p -> p.name())
        .containsExactly("haul");
    interact(() -> session.seek(1200));
    // it has been brought into view
    clickOn("#pose-haul");
    untilWorkedOut();
    double[] elbow = LayerEdit.at(layer(), PartName.of(Role.RIGHT_FOREARM), Channel.Of.TURN, 1200);
    assertThat(elbow).isNotEqualTo(new double[3]);

    run("duplicate");
    run("solo");
    assertThat(session.chain().plates()).filteredOn(p -> p.muted()).hasSize(1);
    run("solo");
    assertThat(session.chain().plates()).noneMatch(p -> p.muted());

    workRange(new Frames(480, 520));
    untilWorkedOut();
    run("keep-as-take");
    until(() -> session.projectProperty().get().takes().stream().anyMatch(t -> t.label().isKept()));
    Take kept =
        session.projectProperty().get().takes().stream()
            .filter(t -> t.label().isKept())
            .findFirst()
            .orElseThrow();
    assertThat(kept.label().source().orElseThrow().take()).isEqualTo("line-haul");
    assertThat(kept.label().date()).matches("\\d{4}-\\d\\d-\\d\\d");
    Motion its = kept.raw().motion();
    assertThat(its.clip().frames()).isEqualTo(40);
    double[] there = place(its, Role.RIGHT_MIDDLE_3, 20);
    double[] here = place(result(), Role.RIGHT_MIDDLE_3, 500);
    for (int i = 0; i < 3; i++) {
      assertThat(there[i]).isCloseTo(here[i], within(1e-5));
    }
    clickOn("#tab-takes");
    assertThat(lookup("#kept-takes").query().isVisible()).isTrue();
  }
}
