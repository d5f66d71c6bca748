package waxhand.core.passes.layers;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.chain.Axis;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.limbs.Limb;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/**
 * Parts drawn anew over a stretch in which what was captured is worth nothing: a layer that
 * replaces, with keys at both ends alone. There the parts are where they were and as fast, so that
 * they come out of the stretch as they go on; between them keys can be set by hand.
 */
public final class DrawnAnew {
  /** Speeds at the ends are those over this time beside the stretch, seconds. */
  private static final double SPEED_S = 0.05;

  private DrawnAnew() {}

  /** The joints that are drawn anew for one of them: all of its limb, or it alone. */
  public static BitSet joints(Body body, int joint) {
    BitSet alone = new BitSet();
    alone.set(joint);
    return Limb.with(body, joint).map(l -> l.chain(body.skeleton())).orElse(alone);
  }

  /**
   * The layer, to be put over the stretch; empty where it is too short, 3 frames, to hold anything.
   *
   * @param in what is drawn over
   * @param stretch frames of it, within the take, which begins with the raw take's first frame
   */
  public static Optional<LayerPass> over(Motion in, BitSet joints, Frames stretch) {
    if (stretch.count() < 3) {
      return Optional.empty();
    }
    LayerPass layer =
        new LayerPass(LayerPass.Mode.REPLACES, LayerPass.Frame.PARENT, List.of(), Curve.NONE, 0.5);
    int reach = (int) Math.max(1, Math.round(SPEED_S * in.clip().rateHz()));
    int first = stretch.from();
    int last = stretch.to() - 1;
    int before = Math.max(0, first - reach);
    int behind = Math.min(in.clip().frames() - 1, last + reach);
    for (int joint = joints.nextSetBit(0); joint >= 0; joint = joints.nextSetBit(joint + 1)) {
      PartName part = PartName.of(in.body(), joint);
      double[] start = LayerEdit.beneath(layer, part, Channel.Of.TURN, in, first);
      double[] end = LayerEdit.beneath(layer, part, Channel.Of.TURN, in, last);
      RotationVectors.unwind(end, start);
      double[] into = LayerEdit.beneath(layer, part, Channel.Of.TURN, in, before);
      RotationVectors.unwind(into, start);
      double[] out = LayerEdit.beneath(layer, part, Channel.Of.TURN, in, behind);
      RotationVectors.unwind(out, end);
      for (int i = 0; i < 3; i++) {
        double speed = speed(into[i], start[i], first - before);
        double speedOn = speed(end[i], out[i], behind - last);
        CurveKey begins = CurveKey.free(first, start[i], speed, speed);
        CurveKey ends = CurveKey.free(last, end[i], speedOn, speedOn);
        Channel channel = Channel.of(Channel.Of.TURN, Axis.values()[i]);
        layer = layer.plus(new LayerRow(part, channel, Curve.of(List.of(begins, ends))));
      }
    }
    return Optional.of(layer);
  }

  /** A frame; nothing at the ends of a take, beside which nothing is known. */
  private static double speed(double from, double to, int frames) {
    return frames > 0 ? (to - from) / frames : 0;
  }
}
