package waxhand.desk.kits.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.MouseEvent;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.desk.MouseEvents;
import waxhand.desk.session.Session;
import waxhand.desk.timeline.TimeScale;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Keys of a layer in a hand: on its curves, and by what is done to those that are selected. */
class KeyGrabTest {
  private static final PartName HAND = PartName.of(Role.LEFT_HAND);
  private static final Motion TAKE =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 2, 60, 3, 1.78, false, Map.of()))
              .truth());

  /** A pixel is a tenth of a frame. */
  private static final Frames SEEN = new Frames(0, 100);

  private final Session session = new Session();
  private final LayerTool tool = new LayerTool(session);

  @BeforeEach
  void aLayerWithKeysOfTwoUnits() {
    RawTake raw = new RawTake("t.bvh", new byte[0], TAKE, Map.of(), List.of());
    session.reset(Project.empty("keys").added("t", raw), Optional.empty());
    LayerPass layer =
        LayerPass.KIND
            .defaults()
            .plus(row(Channel.TURN_X, 20, 0.2, 40, 0.6, 60, 0.2))
            .plus(row(Channel.GOAL_Y, 20, 0.05, 60, 0.15));
    session.editChain("layer", null, c -> Chain.of(Plate.of("layer", layer)));
    session.plateIdProperty().set(Optional.of("layer"));
    session.settle();
  }

  private static LayerRow row(Channel channel, double... framesAndValues) {
    Curve curve = Curve.NONE;
    for (int n = 0; n < framesAndValues.length; n += 2) {
      curve = curve.plus(CurveKey.smooth(framesAndValues[n], framesAndValues[n + 1]));
    }
    return new LayerRow(HAND, channel, curve);
  }

  private LayerPass layer() {
    return tool.layer().orElseThrow();
  }

  private Curve turn() {
    return layer().rows().get(0).curve();
  }

  private Curve pull() {
    return layer().rows().get(1).curve();
  }

  private static List<Double> frames(Curve curve) {
    return curve.keys().stream().map(CurveKey::frame).toList();
  }

  private KeyCurveView view() {
    TimeScale scale = new TimeScale(TAKE.clip().frames(), SEEN, 100, 1000);
    return new KeyCurveView(KeyPlot.of(layer().rows(), SEEN, 20, 400), scale, tool);
  }

  private double[] at(Channel channel, double frame) {
    KeyCurveView view = view();
    for (KeyPlot plot : view.plots()) {
      for (LayerRow row : plot.rows()) {
        if (row.channel() == channel) {
          return new double[] {view.scale().x(frame + 0.5), plot.y(row.curve().at(frame))};
        }
      }
    }
    throw new IllegalArgumentException(channel.words());
  }

  private Optional<KeyGrab> press(double x, double y, boolean shift) {
    return KeyGrab.of(tool, view(), MouseEvents.of(MouseEvent.MOUSE_PRESSED, x, y, shift, false));
  }

  /** Takes hold of a place, and drags in three steps. */
  private void drag(double[] from, double dx, double dy, boolean shift, boolean ctrl) {
    KeyGrab grab = press(from[0], from[1], false).orElseThrow();
    for (int n = 1; n <= 3; n++) {
      grab.drag(
          MouseEvents.of(
              MouseEvent.MOUSE_DRAGGED, from[0] + dx * n / 3, from[1] + dy * n / 3, shift, ctrl));
    }
    session.settle();
  }

  @Test
  void aKeyIsDraggedInTimeAndValueAndIsOneStepToUndo() {
    LayerPass was = layer();
    double[] key = at(Channel.TURN_X, 40);
    drag(key, 100, -30, false, false);
    assertThat(frames(turn())).containsExactly(20.0, 50.0, 60.0);
    assertThat(turn().at(50)).isGreaterThan(0.65);
    assertThat(turn().at(20)).isEqualTo(0.2);
    assertThat(pull()).isEqualTo(was.rows().get(1).curve());
    assertThat(tool.selectedProperty().get())
        .containsExactly(new LayerTool.Spot(HAND, Channel.TURN_X, 50));
    session.undo();
    assertThat(layer()).isEqualTo(was);
  }

  @Test
  void withShiftItGoesAlongOneAxisAndWithControlBetweenFrames() {
    drag(at(Channel.TURN_X, 40), 104, 20, true, false);
    assertThat(frames(turn())).containsExactly(20.0, 50.0, 60.0);
    assertThat(turn().at(50)).isEqualTo(0.6);
    drag(at(Channel.TURN_X, 50), 9, -40, true, false);
    assertThat(frames(turn())).containsExactly(20.0, 50.0, 60.0);
    assertThat(turn().at(50)).isGreaterThan(0.6);
    drag(at(Channel.TURN_X, 50), -57, 0, false, true);
    assertThat(frames(turn()).get(1)).isCloseTo(44.3, within(1e-9));
  }

  @Test
  void severalKeysGoTogetherAndOnlyThoseOfTheUnitChangeTheirValues() {
    double[] first = at(Channel.TURN_X, 60);
    assertThat(press(first[0], first[1], false)).isPresent();
    double[] second = at(Channel.GOAL_Y, 60);
    assertThat(press(second[0], second[1], true)).isPresent();
    assertThat(tool.selectedProperty().get()).hasSize(2);
    drag(second, 50, 25, false, false);
    assertThat(frames(turn())).containsExactly(20.0, 40.0, 65.0);
    assertThat(frames(pull())).containsExactly(20.0, 65.0);
    assertThat(turn().at(65)).isEqualTo(0.2);
    assertThat(pull().at(65)).isLessThan(0.14);
  }

  @Test
  void slopesAreDrawnOnBothSidesOrWithShiftOnOne() {
    double[] key = at(Channel.TURN_X, 40);
    press(key[0], key[1], false);
    List<KeyCurveView.SlopeHandle> handles = view().handles();
    assertThat(handles).hasSize(2);
    KeyCurveView.SlopeHandle behind = handles.get(1);
    drag(new double[] {behind.x(), behind.y()}, 0, 30, false, false);
    double slope = turn().slope(40);
    assertThat(slope).isNegative();
    assertThat(turn().slopeBefore(40)).isEqualTo(slope);
    assertThat(turn().keyAt(40).orElseThrow().manner()).isEqualTo(Manner.FREE);
    KeyCurveView.SlopeHandle before = view().handles().get(0);
    drag(new double[] {before.x(), before.y()}, 0, -60, true, false);
    assertThat(turn().slope(40)).as("the other side stays").isEqualTo(slope);
    assertThat(turn().slopeBefore(40)).isNotEqualTo(slope);
    // two keys have a box, and no handles
    tool.selectAll();
    assertThat(view().handles()).isEmpty();
  }

  @Test
  void aBoxIsStretchedAtItsEdges() {
    tool.selectAll();
    KeyCurveView.Box box = view().box().orElseThrow();
    double middle = (box.top() + box.bottom()) / 2;
    // its right edge by as much as it is wide: 40 frames become 60
    drag(new double[] {box.right(), middle}, 200, 0, false, false);
    assertThat(frames(turn())).containsExactly(20.0, 50.0, 80.0);
    assertThat(frames(pull())).containsExactly(20.0, 80.0);
    assertThat(tool.selectedProperty().get()).hasSize(5).allMatch(s -> holds(s));
    box = view().box().orElseThrow();
    drag(new double[] {box.left(), middle}, 300, 0, false, false);
    assertThat(frames(turn())).containsExactly(50.0, 65.0, 80.0);
    // pressed to nothing, or turned round, keys would be lost: the last that goes stays
    box = view().box().orElseThrow();
    drag(new double[] {box.right(), middle}, -900, 0, false, false);
    assertThat(frames(turn())).hasSize(3).isSorted();

    double low = turn().at(frames(turn()).get(0));
    Curve pulled = pull();
    box = view().box().orElseThrow();
    drag(new double[] {(box.left() + box.right()) / 2, box.top()}, 0, -40, false, false);
    assertThat(turn().at(frames(turn()).get(0)))
        .as("the lowest stays")
        .isCloseTo(low, within(1e-12));
    assertThat(turn().at(frames(turn()).get(1))).isGreaterThan(0.61);
    assertThat(pull()).as("lengths are another plot").isEqualTo(pulled);
  }

  private boolean holds(LayerTool.Spot spot) {
    return layer().rows().stream()
        .anyMatch(r -> r.curve().keys().stream().anyMatch(k -> spot.holds(r, k)));
  }

  @Test
  void whereNothingIsNothingIsHeld() {
    double[] key = at(Channel.TURN_X, 40);
    assertThat(press(key[0] + 60, key[1] + 60, false)).isEmpty();
    assertThat(view().curve(key[0], key[1])).contains(layer().rows().get(0));
    assertThat(view().curve(key[0], key[1] + 40)).isEmpty();
    SelectionBox box = new SelectionBox();
    box.press(key[0] - 300, key[1] - 10);
    box.draw(key[0] + 5, key[1] + 400);
    assertThat(view().inside(box))
        .containsExactlyInAnyOrder(
            new LayerTool.Spot(HAND, Channel.TURN_X, 20),
            new LayerTool.Spot(HAND, Channel.TURN_X, 40),
            new LayerTool.Spot(HAND, Channel.GOAL_Y, 20));
  }

  // ---- what is done to selected keys -------------------------------------------------------

  private void select(Channel channel, double... frames) {
    Set<LayerTool.Spot> spots = new HashSet<>();
    for (double frame : frames) {
      spots.add(new LayerTool.Spot(HAND, channel, frame));
    }
    tool.selectedProperty().set(Set.copyOf(spots));
  }

  @Test
  void aSpikeIsCalmedAndFreedKeysKeepTheirSlopes() {
    select(Channel.TURN_X, 40);
    tool.calm();
    assertThat(turn().at(40)).isCloseTo(0.2, within(1e-12));
    session.undo();
    select(Channel.TURN_X, 20, 40, 60);
    tool.manner(Manner.STRAIGHT);
    double slope = turn().slope(30);
    assertThat(slope).isCloseTo(0.02, within(1e-12));
    tool.manner(Manner.FREE);
    assertThat(turn().at(33)).isCloseTo(0.2 + 13 * slope, within(1e-12));
    tool.manner(Manner.STEP);
    assertThat(turn().at(59)).isEqualTo(0.6);
    select(Channel.GOAL_Y, 20);
    tool.reset();
    assertThat(pull().at(20)).isZero();
    // without any other key nothing says where to a calmed one would go
    select(Channel.GOAL_Y, 20, 60);
    Curve was = pull();
    tool.calm();
    assertThat(pull()).isEqualTo(was);
  }

  @Test
  void keysAreCopiedToThePlayheadAlsoIntoAnotherLayer() {
    select(Channel.TURN_X, 40, 60);
    tool.copy();
    session.seek(70);
    tool.paste();
    assertThat(frames(turn())).containsExactly(20.0, 40.0, 60.0, 70.0, 90.0);
    assertThat(turn().at(70)).isEqualTo(0.6);
    assertThat(tool.selectedProperty().get())
        .extracting(LayerTool.Spot::frame)
        .containsExactlyInAnyOrder(70.0, 90.0);
    tool.remove();
    assertThat(frames(turn())).containsExactly(20.0, 40.0, 60.0);

    Plate other = Plate.of("other", LayerPass.KIND.defaults());
    session.editChain("other", null, c -> c.inserted(1, other));
    session.plateIdProperty().set(Optional.of("other"));
    assertThat(tool.selectedProperty().get()).as("another layer's keys").isEmpty();
    tool.paste();
    assertThat(layer().rows()).hasSize(1);
    assertThat(frames(layer().rows().get(0).curve())).containsExactly(70.0, 90.0);

    // on the row of the one layer those of the other are told apart
    TimeScale scale = new TimeScale(TAKE.clip().frames(), SEEN, 100, 1000);
    KeyRow row = KeyRow.of(LayerTool.parts(layer()), Set.of()).get(0);
    OtherKeys others = new OtherKeys(session);
    assertThat(others.at(scale, row, scale.x(40.5)).map(Plate::id)).contains("layer");
    assertThat(others.at(scale, row, scale.x(70.5))).as("its own").isEmpty();
  }

  @Test
  void whatIsUndoneIsNoLongerSelected() {
    tool.edit("add a key to", null, l -> l.plus(row(Channel.TURN_Z, 33, 0.1)));
    select(Channel.TURN_Z, 33);
    session.undo();
    assertThat(tool.selectedProperty().get()).isEmpty();
  }
}
