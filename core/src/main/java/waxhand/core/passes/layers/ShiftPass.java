package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Triple;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.common.EachJoint;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Shifts what its parts do, in value or in time: turned about their own axes, moved, or earlier and
 * later. With a span and eases it moves a region of curves and nothing else.
 *
 * @param turn about the joint's own x, y and z, after its rotation, radians
 * @param move of roots and of joints that move, along x, y and z of the parent, metres
 * @param laterS by how much what happens comes later, seconds; below 0 earlier
 */
public record ShiftPass(Triple turn, Triple move, double laterS) implements Pass {
  private static final List<Amount> TURN =
      Triple.along(
          new Amount(
              "turn",
              "Turn",
              "°",
              -Math.PI,
              Math.PI,
              Math.toRadians(0.5),
              "Turns the parts about their own axis."));

  private static final List<Amount> MOVE =
      Triple.along(
          new Amount(
              "move",
              "Move",
              "cm",
              -5,
              5,
              0.005,
              "Moves the hips, and joints that move in their parent."));

  private static final Amount LATER =
      new Amount(
          "laterS",
          "Later",
          "s",
          -2,
          2,
          0.01,
          "What the parts do comes so much later; below 0 earlier.");

  public static final PassKind<ShiftPass> KIND =
      new PassKind<ShiftPass>(
              "shift",
              "Shift",
              "Moves what its parts do in value or in time, within its span and eases.",
              new ShiftPass(Triple.ZERO, Triple.ZERO, 0),
              settings(),
              true)
          .in(Stage.ACTING);

  private static List<Setting<ShiftPass>> settings() {
    List<Setting<ShiftPass>> all = new ArrayList<>();
    all.addAll(
        Triple.settings(TURN, ShiftPass::turn, (p, v) -> new ShiftPass(v, p.move, p.laterS)));
    all.addAll(
        Triple.settings(MOVE, ShiftPass::move, (p, v) -> new ShiftPass(p.turn, v, p.laterS)));
    all.add(LATER.of(ShiftPass::laterS, (p, v) -> new ShiftPass(p.turn, p.move, v)));
    return all;
  }

  public ShiftPass {
    turn.check(TURN);
    move.check(MOVE);
    LATER.check(laterS);
  }

  /** Moves up, metres. */
  public static ShiftPass lift(double upM) {
    return new ShiftPass(Triple.ZERO, new Triple(0, upM, 0), 0);
  }

  @Override
  public PassKind<ShiftPass> kind() {
    return KIND;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place, in.clip().rateHz());
  }

  private record Ready(ShiftPass pass, Place place, double rateHz) implements Prepared {
    @Override
    public int reach() {
      return (int) Math.ceil(Math.abs(pass.laterS) * rateHz) + 1;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      if (pass.equals(KIND.defaults())) {
        return in;
      }
      double later = pass.laterS * rateHz;
      double[] by = new double[4];
      Quats.exp(new double[] {pass.turn.x(), pass.turn.y(), pass.turn.z()}, 0, by, 0);
      BitSet joints = place.joints(in.body());
      return in.with(
          EachJoint.change(
              in.clip(),
              joints,
              work,
              (j, track) ->
                  pass.shifted(
                      track, frames, later, by, isMoved(in.clip().skeleton(), joints, j))));
    }

    /**
     * Roots move, and of parts that are chosen without what they hang from those that the file
     * moves; what hangs from a moved part goes along with it.
     */
    private static boolean isMoved(Skeleton skeleton, BitSet joints, int joint) {
      int parent = skeleton.parent(joint);
      return parent < 0 || !joints.get(parent) && skeleton.joint(joint).moves();
    }
  }

  private Track shifted(Track track, Frames frames, double later, double[] by, boolean moved) {
    int width = track.width();
    double[] out = new double[width * frames.count()];
    double[] a = new double[width];
    double[] b = new double[width];
    // apart, so that the same frames mix alike wherever they are in a take
    int whole = (int) Math.floor(-later);
    double part = -later - whole;
    int last = track.frames() - 1;
    for (int n = 0; n < frames.count(); n++) {
      int before = frames.from() + n + whole;
      track.read(Math.max(0, Math.min(last, before)), a, 0);
      if (part > 0 && before >= 0 && before < last) {
        track.read(before + 1, b, 0);
        track.type().mix(a, 0, b, 0, part, a, 0);
      }
      if (track.type() == TrackType.ROTATION) {
        Quats.multiply(a, 0, by, 0, out, 4 * n);
      } else {
        out[3 * n] = a[0] + (moved ? move.x() : 0);
        out[3 * n + 1] = a[1] + (moved ? move.y() : 0);
        out[3 * n + 2] = a[2] + (moved ? move.z() : 0);
      }
    }
    return track.with(frames, out);
  }
}
