package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class LayerEditTest {
  private static final Motion IN = Samples.stepping(600, 120, 0.01, 6);
  private static final List<Role> PARTS = List.of(Role.LEFT_UPPER_ARM, Role.CHEST, Role.HIPS);

  private static Motion run(LayerPass pass) {
    return Plate.of("p", pass).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  /** The frames in which any joint has other bits. */
  private static void assertSameBitsOutside(Motion was, Motion is, double from, double to) {
    boolean inside = false;
    for (int f = 0; f < was.clip().frames(); f++) {
      boolean same = true;
      for (int j = 0; j < was.clip().skeleton().size(); j++) {
        same &= Samples.sameBits(was.clip(), is.clip(), j, f);
      }
      assertThat(same || f > from && f < to).as("frame %d", f).isTrue();
      inside |= !same;
    }
    assertThat(inside).isTrue();
  }

  /** Keys that thinning found are a layer like any other: its edits stay where they are meant. */
  @Test
  void anEditOfFoundKeysChangesNoBitOutsideItsSpan() {
    LayerPass found =
        LayerKeys.of(ThinPass.KIND.defaults().prepared(IN, Place.ALL), IN, Work.UNWATCHED).layer();
    Motion was = run(found);
    for (Role role : PARTS) {
      PartName part = PartName.of(role);
      double[] to = LayerEdit.at(found, part, Channel.Of.TURN, 300);
      to[1] += 0.4;
      to[2] -= 0.2;
      LayerPass near =
          LayerEdit.set(found, part, Channel.Of.TURN, 300, to, new LayerEdit.Hold.Near(31, 17.5));
      assertSameBitsOutside(was, run(near), 269, 317.5);
      LayerPass whole =
          LayerEdit.set(
              found, part, Channel.Of.TURN, 300, to, new LayerEdit.Hold.Whole(250, 340, 599, 20));
      assertSameBitsOutside(was, run(whole), 230, 360);
      double[] is = LayerEdit.at(whole, part, Channel.Of.TURN, 300);
      for (int i = 0; i < 3; i++) {
        assertThat(is[i]).isCloseTo(to[i], within(1e-9));
      }
    }
  }

  @Test
  void whatIsKeptAsBeneathIsThere() {
    for (LayerPass.Mode mode : LayerPass.Mode.values()) {
      for (LayerPass.Frame frame : LayerPass.Frame.values()) {
        LayerPass pass = new LayerPass(mode, frame, List.of(), Curve.NONE, 0.5);
        for (Role role : PARTS) {
          for (Channel channel : Channel.values()) {
            boolean moves = channel.of() == Channel.Of.MOVE && role == Role.HIPS;
            if (channel.of() == Channel.Of.TURN || moves) {
              Curve keys = Curve.of(List.of(CurveKey.smooth(0, 0.3), CurveKey.smooth(599, -0.2)));
              pass = pass.plus(new LayerRow(PartName.of(role), channel, keys));
            }
          }
        }
        assertThat(off(run(pass), 300)).isGreaterThan(0.05);
        List<PartName> parts = PARTS.stream().map(PartName::of).toList();
        Motion kept = run(LayerEdit.asBeneath(pass, parts, IN, 300, 300));
        assertThat(off(kept, 300)).as("%s in the %s's frame", mode, frame).isLessThan(1e-9);
        assertThat(off(kept, 0)).isEqualTo(off(run(pass), 0));
      }
    }
  }

  /** How far a motion is from what lies beneath at a frame, radians and metres. */
  private static double off(Motion motion, int frame) {
    WorldPose a = new WorldPose(IN.clip().skeleton());
    WorldPose b = new WorldPose(motion.clip().skeleton());
    a.solve(IN.clip(), frame);
    b.solve(motion.clip(), frame);
    double off = 0;
    for (int j = 0; j < IN.clip().skeleton().size(); j++) {
      off = Math.max(off, Quats.angle(a.rotations(), 4 * j, b.rotations(), 4 * j));
      off = Math.max(off, Math.abs(a.y(j) - b.y(j)));
    }
    return off;
  }
}
