package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.chain.Axis;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/** What is done to whole layers: taken apart by part, mirrored, put together. */
public final class LayerActs {
  /** Merged turns may differ by so much from the two one after the other, radians. */
  private static final double SAME_RAD = 1e-6;

  private LayerActs() {}

  /** One layer a part, in the order of their rows. */
  public static List<LayerPass> split(LayerPass layer) {
    Map<PartName, List<LayerRow>> parts = new LinkedHashMap<>();
    layer.rows().forEach(r -> parts.computeIfAbsent(r.part(), p -> new ArrayList<>()).add(r));
    return parts.values().stream().map(layer::withRows).toList();
  }

  /**
   * The layer of the other side: left and right exchanged, about the body's own plane for turns and
   * moves, about the world's x for goals.
   */
  public static LayerPass mirrored(LayerPass layer, Body body) {
    List<LayerRow> rows = new ArrayList<>();
    Set<String> done = new LinkedHashSet<>();
    for (LayerRow row : layer.rows()) {
      String group = row.part() + " " + row.channel().of() + " " + row.to();
      if (done.add(group)) {
        rows.addAll(mirrored(layer, row, body));
      }
    }
    return layer.withRows(rows);
  }

  private static List<LayerRow> mirrored(LayerPass layer, LayerRow of, Body body) {
    Channel.Of group = of.channel().of();
    List<Curve> curves = new ArrayList<>();
    LayerRow[] own = new LayerRow[group == Channel.Of.SWIVEL ? 1 : 3];
    for (LayerRow row : layer.rows()) {
      if (row.part().equals(of.part()) && row.channel().of() == group && row.to().equals(of.to())) {
        own[row.channel().axis().ordinal()] = row;
      }
    }
    for (LayerRow row : own) {
      curves.add(row == null ? Curve.NONE : row.curve());
    }
    double[][] map = map(layer, of.part(), group, body);
    List<LayerRow> rows = new ArrayList<>();
    for (int i = 0; i < own.length; i++) {
      Curve curve = Curve.sum(curves, Arrays.copyOf(map[i], own.length));
      if (!curve.isEmpty()) {
        Channel channel = Channel.of(group, Axis.values()[i]);
        rows.add(new LayerRow(of.part().mirrored(), channel, of.to(), curve, of.off()));
      }
    }
    return rows;
  }

  /** What becomes of values along x, y and z, a row each. */
  private static double[][] map(LayerPass layer, PartName part, Channel.Of group, Body body) {
    boolean turns = group.isAngle();
    double[] signs = turns ? new double[] {1, -1, -1} : new double[] {-1, 1, 1};
    double[][] map = new double[3][3];
    if (group == Channel.Of.SWIVEL) {
      map[0][0] = -1;
      return map;
    }
    Quaterniond from = frame(layer, part, group, body);
    Quaterniond to = frame(layer, part.mirrored(), group, body);
    for (int k = 0; k < 3; k++) {
      Vector3d v = new Vector3d(k == 0 ? 1 : 0, k == 1 ? 1 : 0, k == 2 ? 1 : 0);
      from.transform(v).mul(signs[0], signs[1], signs[2]);
      to.transformInverse(v);
      map[0][k] = v.x;
      map[1][k] = v.y;
      map[2][k] = v.z;
    }
    return map;
  }

  /** How the frame in which a part's values are told stands in the world at rest. */
  private static Quaterniond frame(LayerPass layer, PartName part, Channel.Of group, Body body) {
    int joint = part.on(body).orElse(-1);
    int parent = joint < 0 ? -1 : body.skeleton().parent(joint);
    boolean world = group.isGoal() || layer.frame() == LayerPass.Frame.WORLD || parent < 0;
    return world ? new Quaterniond() : body.skeleton().restRotation(parent);
  }

  /**
   * Two layers in one.
   *
   * @param layer what does the same as both one after the other
   * @param dense whether that took a key a frame somewhere
   */
  public record Merged(LayerPass layer, boolean dense) {}

  /** Whether both only add turns in the parent's frame, at their full weight. */
  public static boolean canMerge(LayerPass first, LayerPass second) {
    return List.of(first, second).stream()
        .allMatch(
            l ->
                !l.replaces()
                    && l.frame() == LayerPass.Frame.PARENT
                    && l.weight().isEmpty()
                    && l.rows().stream()
                        .allMatch(r -> !r.off() && r.channel().of() == Channel.Of.TURN));
  }

  /**
   * Two layers that {@link #canMerge can be merged}. Parts that turn about one axis in both keep
   * their keys exactly; others get as many as it takes.
   *
   * @param run frames in which the result must be the same
   */
  public static Merged merged(LayerPass first, LayerPass second, Frames run) {
    LayerPass merged = first;
    boolean dense = false;
    Set<PartName> parts = new LinkedHashSet<>();
    second.rows().forEach(r -> parts.add(r.part()));
    for (PartName part : parts) {
      List<Curve> a = curves(first, part);
      List<Curve> b = curves(second, part);
      List<Curve> both = new ArrayList<>();
      for (int i = 0; i < 3; i++) {
        both.add(Curve.sum(List.of(a.get(i), b.get(i)), new double[] {1, 1}));
      }
      if (!isSame(a, b, both, run)) {
        both = product(a, b, run);
        dense = true;
      }
      for (int i = 0; i < 3; i++) {
        Channel channel = Channel.of(Channel.Of.TURN, Axis.values()[i]);
        LayerRow row = new LayerRow(part, channel, both.get(i));
        boolean there = merged.rows().stream().anyMatch(row::isSameChannel);
        merged = there || !both.get(i).isEmpty() ? merged.plus(row) : merged;
      }
    }
    return new Merged(merged, dense);
  }

  private static List<Curve> curves(LayerPass layer, PartName part) {
    Curve[] curves = {Curve.NONE, Curve.NONE, Curve.NONE};
    for (LayerRow row : layer.rows()) {
      if (row.part().equals(part)) {
        curves[row.channel().axis().ordinal()] = row.curve();
      }
    }
    return List.of(curves);
  }

  private static void turn(List<Curve> curves, double frame, double[] dest, int at) {
    double[] v = new double[3];
    for (int i = 0; i < 3; i++) {
      v[i] = curves.get(i).at(frame);
    }
    Quats.exp(v, 0, dest, at);
  }

  private static boolean isSame(List<Curve> a, List<Curve> b, List<Curve> both, Frames run) {
    double[] q = new double[12];
    for (int f = run.from(); f < run.to(); f++) {
      turn(a, f, q, 0);
      turn(b, f, q, 4);
      Quats.multiply(q, 4, q, 0, q, 0);
      turn(both, f, q, 8);
      if (Quats.angle(q, 0, q, 8) > SAME_RAD) {
        return false;
      }
    }
    return true;
  }

  /** A key a frame from the first key to the last, nothing but ends where both are constant. */
  private static List<Curve> product(List<Curve> a, List<Curve> b, Frames run) {
    TreeSet<Double> keys = new TreeSet<>();
    for (int i = 0; i < 3; i++) {
      a.get(i).keys().forEach(k -> keys.add(k.frame()));
      b.get(i).keys().forEach(k -> keys.add(k.frame()));
    }
    int from = (int) Math.max(run.from(), Math.floor(keys.first()));
    int to = (int) Math.min(run.to() - 1.0, Math.ceil(keys.last()));
    List<List<CurveKey>> all = List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    double[] q = new double[8];
    double[] v = new double[3];
    for (int f = from; f <= Math.max(from, to); f++) {
      turn(a, f, q, 0);
      turn(b, f, q, 4);
      Quats.multiply(q, 4, q, 0, q, 0);
      Quats.log(q, 0, v, 0);
      for (int i = 0; i < 3; i++) {
        all.get(i).add(CurveKey.smooth(f, v[i]));
      }
    }
    return all.stream().map(Curve::of).toList();
  }
}
