package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;
import waxhand.core.curve.TurnCurve;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;

/** What a hand does to a layer: it sets a part at a frame, and nothing beyond what it means to. */
public final class LayerEdit {
  private LayerEdit() {}

  /** How far an edit is felt. */
  public sealed interface Hold {
    /**
     * Keys that keep what is there stand on both sides.
     *
     * @param before frames before it, above 0
     * @param after frames behind it, above 0
     */
    record Near(double before, double after) implements Hold {
      /** As far to either side. */
      public Near(double frames) {
        this(frames, frames);
      }
    }

    /**
     * All of a run is changed by as much.
     *
     * @param from first frame
     * @param to last frame
     * @param last last frame of the take
     * @param ease frames over which it comes and goes beyond, above 0
     */
    record Whole(double from, double to, double last, double ease) implements Hold {}

    /** As far as the keys on either side of it, which stay; where there are none, without end. */
    record Between() implements Hold {}
  }

  /** The values of a group of channels of a part at a frame; zeros where there are no keys. */
  public static double[] at(LayerPass layer, PartName part, Channel.Of group, double frame) {
    List<Curve> curves = curves(layer, part, group);
    if (isWhole(layer, group, curves)) {
      double[] q = new double[4];
      new TurnCurve(curves).read(frame, q, 0);
      double[] v = new double[3];
      Quats.log(q, 0, v, 0);
      return v;
    }
    return curves.stream().mapToDouble(c -> c.at(frame)).toArray();
  }

  /** What a group of channels of a part is told relative to; empty for the world. */
  static Optional<String> target(LayerPass layer, PartName part, Channel.Of group) {
    return layer.rows().stream()
        .filter(r -> r.part().equals(part) && r.channel().of() == group && !r.to().isEmpty())
        .map(LayerRow::to)
        .findFirst();
  }

  /** Whether a key of a group of channels of a part stands at a frame. */
  public static boolean isKey(LayerPass layer, PartName part, Channel.Of group, double frame) {
    return curves(layer, part, group).stream().anyMatch(c -> c.keyAt(frame).isPresent());
  }

  /** Whether a frame lies between keys of a group of channels of a part. */
  public static boolean isBetween(LayerPass layer, PartName part, Channel.Of group, double frame) {
    List<Double> keys =
        curves(layer, part, group).stream()
            .flatMap(c -> c.keys().stream())
            .map(CurveKey::frame)
            .toList();
    return keys.stream().anyMatch(k -> k < frame) && keys.stream().anyMatch(k -> k > frame);
  }

  /** Whether a layer has keys of a group of channels of a part. */
  public static boolean has(LayerPass layer, PartName part, Channel.Of group) {
    return curves(layer, part, group).stream().anyMatch(c -> !c.isEmpty());
  }

  /**
   * A layer with a part set at a frame.
   *
   * @param values one an axis; of the swivel one alone
   */
  public static LayerPass set(
      LayerPass layer, PartName part, Channel.Of group, double frame, double[] values, Hold hold) {
    List<Curve> curves = curves(layer, part, group);
    boolean whole = isWhole(layer, group, curves);
    List<Curve> now =
        whole ? turned(curves, frame, values, hold) : each(curves, frame, values, hold);
    LayerPass set = layer;
    for (int i = 0; i < now.size(); i++) {
      Channel channel = Channel.of(group, Axis.values()[i]);
      if (!now.get(i).equals(curves.get(i))) {
        set = set.plus(row(layer, part, channel).withCurve(now.get(i)));
      }
    }
    return set;
  }

  private static List<Curve> each(List<Curve> curves, double frame, double[] values, Hold hold) {
    List<Curve> now = new ArrayList<>();
    for (int i = 0; i < curves.size(); i++) {
      Curve curve = curves.get(i);
      double by = values[i] - curve.at(frame);
      if (Math.abs(by) < 1e-12) {
        now.add(curve);
      } else if (hold instanceof Hold.Whole w) {
        now.add(curve.raised(by, w.from(), w.to(), w.last(), w.ease()));
      } else if (hold instanceof Hold.Between) {
        Curve held = between(curves, curve, frame);
        now.add(held.plus(rekeyed(held, frame, values[i])));
      } else {
        Hold.Near near = (Hold.Near) hold;
        now.add(curve.edited(frame, values[i], frame - near.before(), frame + near.after()));
      }
    }
    return now;
  }

  /** A curve held where any of a group has its keys beside a frame. */
  private static Curve between(List<Curve> group, Curve curve, double frame) {
    double before = Double.NEGATIVE_INFINITY;
    double behind = Double.POSITIVE_INFINITY;
    for (Curve each : group) {
      for (CurveKey key : each.keys()) {
        before = key.frame() < frame ? Math.max(before, key.frame()) : before;
        behind = key.frame() > frame ? Math.min(behind, key.frame()) : behind;
      }
    }
    Curve held = Double.isInfinite(before) ? curve : curve.inserted(before);
    return Double.isInfinite(behind) ? held : held.inserted(behind);
  }

  /** A key with another value; slopes that were drawn by hand stay. */
  private static CurveKey rekeyed(Curve curve, double frame, double value) {
    return curve
        .keyAt(frame)
        .map(k -> k.withValue(value))
        .orElseGet(() -> CurveKey.smooth(frame, value));
  }

  /** A turn that replaces is one curve: keys stand on all three. */
  private static List<Curve> turned(List<Curve> curves, double frame, double[] values, Hold hold) {
    TurnCurve turn = new TurnCurve(curves);
    if (hold instanceof Hold.Near near) {
      return turn.edited(frame, values, frame - near.before(), frame + near.after());
    }
    if (hold instanceof Hold.Whole w) {
      return turn.raised(frame, values, w.from(), w.to(), w.last(), w.ease());
    }
    List<Curve> now = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      Curve held = between(curves, curves.get(i), frame);
      now.add(held.plus(rekeyed(held, frame, values[i])));
    }
    return now;
  }

  private static boolean isWhole(LayerPass layer, Channel.Of group, List<Curve> curves) {
    return layer.replaces()
        && group == Channel.Of.TURN
        && curves.stream().noneMatch(Curve::isEmpty);
  }

  /**
   * A layer that puts a body into a pose at a frame. Which way the body faces stays as it is.
   *
   * @param in what the layer acts on
   * @param out what comes of it as it is
   * @param at the frame, counted as in both
   * @param frame the same, counted in the raw take
   * @param share how much of the way from how the body stands there, 0 to 1
   * @throws IllegalArgumentException if the layer turns parts in the world's frame
   */
  public static LayerPass posed(
      LayerPass layer,
      Motion in,
      Motion out,
      int at,
      double frame,
      Pose pose,
      double share,
      Hold hold) {
    if (layer.frame() == LayerPass.Frame.WORLD) {
      throw new IllegalArgumentException("poses go on layers that turn in the parent's frame");
    }
    LayerPass posed = layer;
    double[] is = new double[4];
    double[] under = new double[4];
    double[] to = new double[4];
    double[] v = new double[3];
    for (Role role : Role.values()) {
      if (pose.rotation(in.body(), role, to, 0)) {
        int joint = in.body().joint(role).orElseThrow();
        out.clip().rotation(joint).read(at, is, 0);
        if (role == Role.HIPS) {
          faceAlike(in.body().skeleton(), joint, is, to);
        }
        Quats.slerp(is, 0, to, 0, share, to, 0);
        if (layer.replaces()) {
          Quaterniondc rest = in.body().skeleton().joint(joint).rest();
          under = new double[] {rest.x(), rest.y(), rest.z(), rest.w()};
        } else {
          in.clip().rotation(joint).read(at, under, 0);
        }
        Quats.leading(under, 0, to, 0, to, 0);
        Quats.log(to, 0, v, 0);
        posed = set(posed, PartName.of(role), Channel.Of.TURN, frame, v, hold);
      }
    }
    return posed;
  }

  /** Turns a rotation of the hips about the upright until it faces as another. Modified: to. */
  private static void faceAlike(Skeleton skeleton, int hips, double[] is, double[] to) {
    int parent = skeleton.parent(hips);
    Vector3d up = new Vector3d(0, 1, 0);
    if (parent >= 0) {
      skeleton.restRotation(parent).transformInverse(up);
    }
    double[] way = new double[4];
    Quats.leading(is, 0, to, 0, way, 0);
    double about = way[0] * up.x + way[1] * up.y + way[2] * up.z;
    double angle = -2 * Math.atan2(about, way[3]);
    double[] back = new double[4];
    Quats.exp(new double[] {angle * up.x, angle * up.y, angle * up.z}, 0, back, 0);
    Quats.multiply(back, 0, to, 0, to, 0);
  }

  /**
   * A layer that at a frame leaves some parts as they are beneath it: keys of nothing where it
   * adds, of what is there where it replaces. Channels without keys get none.
   *
   * @param in what the layer acts on
   * @param at the frame, counted as there
   * @param frame the same, counted in the raw take
   */
  public static LayerPass asBeneath(
      LayerPass layer, List<PartName> parts, Motion in, int at, double frame) {
    LayerPass now = layer;
    for (PartName part : parts) {
      for (Channel.Of group : Channel.Of.values()) {
        List<Curve> curves = curves(layer, part, group);
        double[] values = beneath(layer, part, group, in, at);
        for (int i = 0; i < curves.size(); i++) {
          if (!curves.get(i).isEmpty()) {
            Curve pinned = curves.get(i).plus(CurveKey.of(frame, values[i], Manner.FLAT));
            Channel channel = Channel.of(group, Axis.values()[i]);
            now = now.plus(row(layer, part, channel).withCurve(pinned));
          }
        }
      }
    }
    return now;
  }

  /** What a group of channels says where it changes nothing. */
  static double[] beneath(LayerPass layer, PartName part, Channel.Of group, Motion in, int at) {
    double[] v = new double[3];
    int joint = part.on(in.body()).orElse(-1);
    if (!layer.replaces() || joint < 0 || group.isGoal()) {
      return v;
    }
    boolean world = layer.frame() == LayerPass.Frame.WORLD;
    WorldPose pose = WorldPose.only(in.clip().skeleton(), joint);
    pose.solve(in.clip(), at);
    if (group == Channel.Of.MOVE) {
      if (world) {
        System.arraycopy(pose.positions(), 3 * joint, v, 0, 3);
      } else {
        in.clip().places(joint).read(at, v, 0);
      }
      return v;
    }
    Skeleton skeleton = in.clip().skeleton();
    Quaterniondc stands = world ? skeleton.restRotation(joint) : skeleton.joint(joint).rest();
    double[] rest = {stands.x(), stands.y(), stands.z(), stands.w()};
    double[] is = new double[4];
    if (world) {
      System.arraycopy(pose.rotations(), 4 * joint, is, 0, 4);
    } else {
      in.clip().rotation(joint).read(at, is, 0);
    }
    Quats.leading(rest, 0, is, 0, is, 0);
    Quats.log(is, 0, v, 0);
    return v;
  }

  /** With a key that changes nothing on all that is keyed of some parts, at a frame. */
  public static LayerPass keyed(LayerPass layer, List<PartName> parts, double frame) {
    LayerPass now = layer;
    for (LayerRow row : layer.rows()) {
      if (parts.contains(row.part()) && !row.curve().isEmpty()) {
        List<Curve> all = curves(layer, row.part(), row.channel().of());
        Curve curve =
            isWhole(layer, row.channel().of(), all)
                ? new TurnCurve(all).inserted(frame).get(row.channel().axis().ordinal())
                : row.curve().inserted(frame);
        now = now.plus(row.withCurve(curve));
      }
    }
    return now;
  }

  /** The row of a channel of a part; one without keys where the layer has none. */
  static LayerRow row(LayerPass layer, PartName part, Channel channel) {
    LayerRow fresh = new LayerRow(part, channel, Curve.NONE);
    Optional<LayerRow> own =
        layer.rows().stream()
            .filter(r -> r.channel() == channel && r.part().equals(part))
            .findFirst();
    return own.orElse(fresh);
  }

  static List<Curve> curves(LayerPass layer, PartName part, Channel.Of group) {
    Curve[] curves = new Curve[group == Channel.Of.SWIVEL ? 1 : 3];
    Arrays.fill(curves, Curve.NONE);
    for (LayerRow row : layer.rows()) {
      if (row.part().equals(part) && row.channel().of() == group) {
        curves[row.channel().axis().ordinal()] = row.curve();
      }
    }
    return List.of(curves);
  }
}
