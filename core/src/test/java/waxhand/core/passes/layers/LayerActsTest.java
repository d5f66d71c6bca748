package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;

class LayerActsTest {
  private static final Motion IN = Samples.stepping(300, 60, 0.01, 2);
  private static final LayerPass EMPTY = LayerPass.KIND.defaults();

  private static LayerRow row(Role role, Channel channel, double... values) {
    Curve curve = Curve.NONE;
    for (int n = 0; n < values.length; n++) {
      curve = curve.plus(CurveKey.smooth(40 * n, values[n]));
    }
    return new LayerRow(PartName.of(role), channel, curve);
  }

  private static Motion run(Motion in, LayerPass... layers) {
    Motion out = in;
    for (LayerPass layer : layers) {
      out = Plate.of("p", layer).apply(out, out.clip().allFrames(), Work.UNWATCHED);
    }
    return out;
  }

  private static double apart(Motion a, Motion b) {
    return Deviation.of(a, b, a.clip().allFrames(), Work.UNWATCHED).worstDegrees();
  }

  @Test
  void layersThatTurnAboutOneAxisAreMergedKeyByKey() {
    LayerPass first =
        EMPTY
            .plus(row(Role.HEAD, Channel.TURN_Y, 0, 0.4, 0.1))
            .plus(row(Role.LEFT_FOREARM, Channel.TURN_X, 0.2));
    LayerPass second =
        EMPTY
            .plus(row(Role.HEAD, Channel.TURN_Y, 0.1, 0, 0.2, 0.3))
            .plus(row(Role.CHEST, Channel.TURN_Z, 0.1));
    assertThat(LayerActs.canMerge(first, second)).isTrue();
    LayerActs.Merged merged = LayerActs.merged(first, second, IN.clip().allFrames());
    assertThat(merged.dense()).isFalse();
    assertThat(merged.layer().rows().stream().mapToInt(r -> r.curve().keys().size()).max())
        .hasValue(4);
    assertThat(apart(run(IN, first, second), run(IN, merged.layer()))).isLessThan(1e-5);
  }

  @Test
  void othersTakeAKeyAFrameAndSaySo() {
    LayerPass first =
        EMPTY
            .plus(row(Role.HEAD, Channel.TURN_Y, 0, 0.4, 0.1))
            .plus(row(Role.HEAD, Channel.TURN_X, 0.3, 0, 0.2));
    LayerPass second = EMPTY.plus(row(Role.HEAD, Channel.TURN_Z, 0.1, 0.5, 0.2));
    LayerActs.Merged merged = LayerActs.merged(first, second, IN.clip().allFrames());
    assertThat(merged.dense()).isTrue();
    assertThat(apart(run(IN, first, second), run(IN, merged.layer()))).isLessThan(1e-4);
    assertThat(LayerActs.canMerge(first.withMode(LayerPass.Mode.REPLACES), second)).isFalse();
  }

  @Test
  void splitAndPutOnTheOtherSide() {
    LayerPass both =
        EMPTY
            .plus(row(Role.LEFT_UPPER_ARM, Channel.TURN_Z, 0, 0.5, 0.2))
            .plus(row(Role.HEAD, Channel.TURN_X, 0.2))
            .plus(row(Role.LEFT_UPPER_ARM, Channel.TURN_X, 0.1));
    List<LayerPass> split = LayerActs.split(both);
    assertThat(split).hasSize(2);
    assertThat(apart(run(IN, both), run(IN, split.toArray(new LayerPass[0])))).isLessThan(1e-9);
    LayerPass other = LayerActs.mirrored(both, IN.body());
    LayerRow z =
        other.rows().stream().filter(r -> r.channel() == Channel.TURN_Z).findFirst().orElseThrow();
    assertThat(z.part()).isEqualTo(PartName.of(Role.RIGHT_UPPER_ARM));
    assertThat(z.curve().at(40)).isCloseTo(-0.5, within(1e-12));
    assertThat(z.curve().keys()).hasSize(3);
    assertThat(apart(run(IN, both), run(IN, LayerActs.mirrored(other, IN.body()))))
        .isLessThan(1e-9);
  }
}
