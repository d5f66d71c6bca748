package waxhand.desk.kits.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;

/** How the rows of a layer are folded, and how its curves are laid out. */
class KeyRowTest {
  @Test
  void fewPartsStandAloneAndManyAreFoldedByLimb() {
    Set<PartName> few =
        new LinkedHashSet<>(List.of(PartName.of(Role.HEAD), PartName.of(Role.CHEST)));
    assertThat(KeyRow.of(few, Set.of())).extracting(KeyRow::words).containsExactly("head", "chest");

    Set<PartName> many = new LinkedHashSet<>();
    Role.fingers(Side.RIGHT).forEach(r -> many.add(PartName.of(r)));
    many.add(PartName.of(Role.HEAD));
    many.add(PartName.of(Role.RIGHT_UPPER_ARM));
    many.add(PartName.of(Role.RIGHT_HAND));
    many.add(PartName.of(Role.LEFT_SHIN));
    many.add(PartName.ofJoint("Tail"));
    List<KeyRow> folded = KeyRow.of(many, Set.of());
    assertThat(folded)
        .extracting(KeyRow::words)
        .containsExactly("right fingers", "head", "right arm", "left shin", "Tail");
    assertThat(folded.get(0).side()).isEqualTo(Side.RIGHT);
    List<KeyRow> open = KeyRow.of(many, Set.of(KeyRow.Limb.RIGHT_ARM));
    assertThat(open)
        .extracting(KeyRow::words)
        .containsExactly(
            "right fingers",
            "head",
            "right arm",
            "right upper arm",
            "right hand",
            "left shin",
            "Tail");

    LayerRow arm = row(Role.RIGHT_UPPER_ARM, Channel.TURN_X, 10, 20);
    LayerRow aside = row(Role.RIGHT_UPPER_ARM, Channel.TURN_Y, 20);
    LayerRow hand = row(Role.RIGHT_HAND, Channel.TURN_X, 20, 30.5);
    LayerPass layer = LayerPass.KIND.defaults().plus(arm).plus(aside).plus(hand);
    assertThat(folded.get(2).frames(layer)).containsExactly(10.0, 20.0, 30.5);
    assertThat(folded.get(2).spots(layer, 20))
        .containsExactlyInAnyOrder(spot(arm, 20), spot(aside, 20), spot(hand, 20));
    assertThat(folded.get(2).spots(layer, 10)).containsExactly(spot(arm, 10));
    assertThat(folded.get(1).frames(layer)).isEmpty();
  }

  private static LayerRow row(Role role, Channel channel, double... frames) {
    List<CurveKey> keys = DoubleStream.of(frames).mapToObj(f -> CurveKey.smooth(f, 0.1)).toList();
    return new LayerRow(PartName.of(role), channel, Curve.of(keys));
  }

  private static LayerTool.Spot spot(LayerRow row, double frame) {
    return new LayerTool.Spot(row.part(), row.channel(), frame);
  }

  @Test
  void keysOfOneUnitAreRaisedWithoutThoseOfTheOther() {
    LayerRow turn = row(Role.LEFT_HAND, Channel.TURN_X, 10, 20);
    LayerRow pull = row(Role.LEFT_HAND, Channel.GOAL_X, 10, 20);
    LayerPass layer = LayerPass.KIND.defaults().plus(turn).plus(pull);
    Set<LayerTool.Spot> both = Set.of(spot(turn, 20), spot(pull, 20));
    LayerPass raised = LayerTool.raised(layer, both, true, 0.5);
    assertThat(raised.rows().get(0).curve().at(20)).isEqualTo(0.6);
    assertThat(raised.rows().get(0).curve().at(10)).isEqualTo(0.1);
    assertThat(raised.rows().get(1)).isEqualTo(pull);
    LayerPass scaled = LayerTool.scaled(layer, both, false, 0, 3);
    assertThat(scaled.rows().get(0)).isEqualTo(turn);
    assertThat(scaled.rows().get(1).curve().at(20)).isCloseTo(0.3, within(1e-15));
    LayerPass later = LayerTool.stretched(layer, both, 10, 2.5);
    assertThat(later.rows()).allMatch(r -> r.curve().keyAt(35).isPresent());
    LayerPass moved = LayerTool.moved(layer, Set.of(spot(pull, 10)), -3);
    assertThat(moved.rows().get(0)).isEqualTo(turn);
    assertThat(moved.rows().get(1).curve().keyAt(7)).isPresent();
  }

  @Test
  void anglesAndLengthsHavePlotsOfTheirOwnInWhichAllTheirKeysAreInSight() {
    PartName hand = PartName.of(Role.LEFT_HAND);
    Curve turn = Curve.of(List.of(CurveKey.smooth(10, 0), CurveKey.smooth(20, Math.toRadians(30))));
    Curve move = Curve.of(List.of(CurveKey.smooth(15, -0.2)));
    List<LayerRow> rows =
        List.of(new LayerRow(hand, Channel.GOAL_Y, move), new LayerRow(hand, Channel.TURN_X, turn));
    List<KeyPlot> plots = KeyPlot.of(rows, new Frames(0, 100), 20, 200);
    assertThat(plots).extracting(KeyPlot::unit).containsExactly("°", "mm");
    KeyPlot angles = plots.get(0);
    assertThat(angles.high()).isGreaterThan(30);
    assertThat(angles.low()).isNegative();
    double middle = angles.y(Math.toRadians(15));
    assertThat(angles.has(middle)).isTrue();
    assertThat(plots.get(1).has(middle)).isFalse();
    assertThat(angles.by(angles.y(0) - middle)).isCloseTo(Math.toRadians(15), within(1e-12));
    assertThat(plots.get(1).has(plots.get(1).y(-0.2))).isTrue();
    assertThat(KeyPlot.of(List.of(), new Frames(0, 9), 0, 50)).isEmpty();
  }
}
