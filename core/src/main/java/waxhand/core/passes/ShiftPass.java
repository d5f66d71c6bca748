package waxhand.core.passes;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;

/**
 * Shifts what its parts do, in value or in time: turned about their own axes, moved, or earlier and
 * later. With a span and eases it moves a region of curves and nothing else.
 *
 * @param turn about the joint's own x, y and z, after its rotation, radians
 * @param move of roots and of joints that move, along x, y and z of the parent, metres
 * @param laterS by how much what happens comes later, seconds; below 0 earlier
 */
public record ShiftPass(Turn turn, Move move, double laterS) implements Pass {
  /** Radians about three axes. */
  public record Turn(double x, double y, double z) {
    static final Turn NONE = new Turn(0, 0, 0);
  }

  /** Metres along three axes. */
  public record Move(double x, double y, double z) {
    static final Move NONE = new Move(0, 0, 0);
  }

  public static final PassKind<ShiftPass> KIND =
      new PassKind<>(
          "shift",
          "Shift",
          "Moves what its parts do in value or in time, within its span and eases.",
          new ShiftPass(Turn.NONE, Move.NONE, 0),
          List.of(
              turn("turnX", "Turn x", t -> t.x, (t, v) -> new Turn(v, t.y, t.z)),
              turn("turnY", "Turn y", t -> t.y, (t, v) -> new Turn(t.x, v, t.z)),
              turn("turnZ", "Turn z", t -> t.z, (t, v) -> new Turn(t.x, t.y, v)),
              move("moveX", "Move x", m -> m.x, (m, v) -> new Move(v, m.y, m.z)),
              move("moveY", "Move y", m -> m.y, (m, v) -> new Move(m.x, v, m.z)),
              move("moveZ", "Move z", m -> m.z, (m, v) -> new Move(m.x, m.y, v)),
              new Setting.Number<>(
                  "laterS",
                  "Later",
                  "s",
                  -2,
                  2,
                  0.01,
                  "What the parts do comes so much later; below 0 earlier.",
                  ShiftPass::laterS,
                  (p, v) -> new ShiftPass(p.turn, p.move, v))),
          true);

  public ShiftPass {
    if (!(laterS >= -2 && laterS <= 2)) {
      throw new IllegalArgumentException("later by " + laterS + " s; it must be from -2 to 2");
    }
  }

  /** Moves up, metres. */
  public static ShiftPass lift(double upM) {
    return new ShiftPass(Turn.NONE, new Move(0, upM, 0), 0);
  }

  private static Setting<ShiftPass> turn(
      String key, String words, Function<Turn, Double> get, BiFunction<Turn, Double, Turn> set) {
    return new Setting.Number<>(
        key,
        words,
        "°",
        -Math.PI,
        Math.PI,
        Math.toRadians(0.5),
        "Turns the parts about their own axis.",
        p -> get.apply(p.turn),
        (p, v) -> new ShiftPass(set.apply(p.turn, v), p.move, p.laterS));
  }

  private static Setting<ShiftPass> move(
      String key, String words, Function<Move, Double> get, BiFunction<Move, Double, Move> set) {
    return new Setting.Number<>(
        key,
        words,
        "cm",
        -5,
        5,
        0.005,
        "Moves the hips, and joints that move in their parent.",
        p -> get.apply(p.move),
        (p, v) -> new ShiftPass(p.turn, set.apply(p.move, v), p.laterS));
  }

  @Override
  public PassKind<ShiftPass> kind() {
    return KIND;
  }

  @Override
  public int reach(Motion in, Place place) {
    return (int) Math.ceil(Math.abs(laterS) * in.clip().rateHz()) + 1;
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    if (equals(KIND.defaults())) {
      return in;
    }
    Clip clip = in.clip();
    double later = laterS * clip.rateHz();
    double[] by = new double[4];
    Quats.exp(new double[] {turn.x, turn.y, turn.z}, 0, by, 0);
    return in.with(
        EachJoint.change(
            clip, place.joints(in.body()), work, (j, track) -> shifted(track, frames, later, by)));
  }

  private Track shifted(Track track, Frames frames, double later, double[] by) {
    int width = track.width();
    double[] out = new double[width * frames.count()];
    double[] a = new double[width];
    double[] b = new double[width];
    for (int n = 0; n < frames.count(); n++) {
      double from = Math.max(0, Math.min(track.frames() - 1.0, frames.from() + n - later));
      int before = (int) from;
      track.read(before, a, 0);
      if (from > before) {
        track.read(before + 1, b, 0);
        between(a, b, from - before, width);
      }
      if (width == Track.ROTATION) {
        Quats.multiply(a, 0, by, 0, out, 4 * n);
      } else {
        out[3 * n] = a[0] + move.x;
        out[3 * n + 1] = a[1] + move.y;
        out[3 * n + 2] = a[2] + move.z;
      }
    }
    return track.with(frames, out);
  }

  private static void between(double[] a, double[] b, double share, int width) {
    if (width == Track.ROTATION) {
      Quats.slerp(a, 0, b, 0, share, a, 0);
      return;
    }
    for (int i = 0; i < width; i++) {
      a[i] += share * (b[i] - a[i]);
    }
  }
}
