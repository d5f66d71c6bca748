package waxhand.desk.kits.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.Channel;
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

    PartName arm = PartName.of(Role.RIGHT_UPPER_ARM);
    PartName hand = PartName.of(Role.RIGHT_HAND);
    Map<PartName, TreeSet<Double>> keys =
        Map.of(arm, new TreeSet<>(List.of(10.0, 20.0)), hand, new TreeSet<>(List.of(20.0, 30.5)));
    assertThat(folded.get(2).frames(keys)).containsExactly(10.0, 20.0, 30.5);
    assertThat(folded.get(2).spots(keys, 20))
        .containsExactlyInAnyOrder(new LayerTool.Spot(arm, 20), new LayerTool.Spot(hand, 20));
    assertThat(folded.get(2).spots(keys, 10)).containsExactly(new LayerTool.Spot(arm, 10));
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
