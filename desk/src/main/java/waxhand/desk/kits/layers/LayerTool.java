package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.body.PartName;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.desk.session.Session;

/** The keys of the active layer in the artist's hand: what is selected, and what is done to it. */
public final class LayerTool {
  private static final double SAME = 1e-3;

  /** All keys of a part at a frame. */
  public record Spot(PartName part, double frame) {
    boolean holds(LayerRow row, CurveKey key) {
      return row.part().equals(part) && Math.abs(key.frame() - frame) < SAME;
    }
  }

  private final Session session;
  private final ObjectProperty<Set<Spot>> selected = new SimpleObjectProperty<>(Set.of());
  private Map<LayerRow, List<CurveKey>> copied = Map.of();
  private double copiedFrom;

  public LayerTool(Session session) {
    this.session = session;
    session.plateIdProperty().addListener((o, a, b) -> selected.set(Set.of()));
    session.takeProperty().addListener((o, a, b) -> forgetGone());
  }

  public ObjectProperty<Set<Spot>> selectedProperty() {
    return selected;
  }

  private void forgetGone() {
    Set<Spot> there = new HashSet<>();
    layer()
        .ifPresent(
            l -> parts(l).forEach((p, frames) -> frames.forEach(f -> there.add(new Spot(p, f)))));
    if (!there.containsAll(selected.get())) {
      Set<Spot> left = new HashSet<>(selected.get());
      left.retainAll(there);
      selected.set(Set.copyOf(left));
    }
  }

  /** The layer of the chosen plate. */
  public Optional<LayerPass> layer() {
    return session
        .plate()
        .map(Plate::pass)
        .filter(LayerPass.class::isInstance)
        .map(LayerPass.class::cast);
  }

  /** The parts of a layer in the order of its rows, each with the frames of its keys. */
  public static Map<PartName, TreeSet<Double>> parts(LayerPass layer) {
    Map<PartName, TreeSet<Double>> parts = new LinkedHashMap<>();
    for (LayerRow row : layer.rows()) {
      TreeSet<Double> frames = parts.computeIfAbsent(row.part(), p -> new TreeSet<>());
      row.curve().keys().forEach(k -> frames.add(k.frame()));
    }
    return parts;
  }

  /** Changes the chosen layer. */
  public void edit(String what, Object mergeKey, UnaryOperator<LayerPass> change) {
    session
        .plate()
        .ifPresent(
            p ->
                session.editPlate(
                    what + " " + p.name(),
                    mergeKey,
                    p.id(),
                    plate -> plate.withPass(change.apply((LayerPass) plate.pass()))));
  }

  private static boolean isIn(Set<Spot> spots, LayerRow row, CurveKey key) {
    return spots.stream().anyMatch(s -> s.holds(row, key));
  }

  private static LayerPass eachRow(LayerPass layer, UnaryOperator<LayerRow> change) {
    return layer.withRows(layer.rows().stream().map(change).toList());
  }

  /**
   * Keys of a layer somewhere else in time.
   *
   * @param about frame that stays where keys are stretched
   * @param factor by which they are stretched; where it is 1 they are moved
   * @param by frames they are moved by
   */
  static LayerPass moved(LayerPass layer, Set<Spot> spots, double about, double factor, double by) {
    return eachRow(
        layer,
        row ->
            row.withCurve(
                factor == 1
                    ? row.curve().moved(k -> isIn(spots, row, k), by, 0)
                    : row.curve().scaled(k -> isIn(spots, row, k), about, factor, 0, 1)));
  }

  /** Takes the selected keys away. */
  public void remove() {
    Set<Spot> spots = selected.get();
    edit(
        "remove keys of",
        null,
        l -> eachRow(l, row -> row.withCurve(row.curve().without(k -> isIn(spots, row, k)))));
    selected.set(Set.of());
  }

  /** Gives the selected keys another manner; freed ones keep the slopes they had. */
  public void manner(Manner manner) {
    Set<Spot> spots = selected.get();
    edit(
        manner.key() + " keys of",
        null,
        l ->
            eachRow(
                l,
                row -> {
                  Curve was = row.curve();
                  return row.withCurve(
                      was.changed(
                          k -> isIn(spots, row, k),
                          k ->
                              manner == Manner.FREE
                                  ? k.withSlopes(was.slopeBefore(k.frame()), was.slope(k.frame()))
                                  : k.withManner(manner)));
                }));
  }

  /** Remembers the selected keys. */
  public void copy() {
    Set<Spot> spots = selected.get();
    Map<LayerRow, List<CurveKey>> held = new LinkedHashMap<>();
    layer()
        .ifPresent(
            l ->
                l.rows()
                    .forEach(
                        row -> {
                          List<CurveKey> keys =
                              row.curve().keys().stream().filter(k -> isIn(spots, row, k)).toList();
                          if (!keys.isEmpty()) {
                            held.put(row.withCurve(Curve.NONE), keys);
                          }
                        }));
    copied = held;
    copiedFrom = spots.stream().mapToDouble(Spot::frame).min().orElse(0);
  }

  public boolean hasCopied() {
    return !copied.isEmpty();
  }

  /** Puts the remembered keys in, the first of them at the playhead. */
  public void paste() {
    double by = session.frameProperty().get() - copiedFrom;
    Set<Spot> now = new HashSet<>();
    edit(
        "paste keys into",
        null,
        l -> {
          LayerPass more = l;
          for (Map.Entry<LayerRow, List<CurveKey>> entry : copied.entrySet()) {
            LayerRow row =
                more.rows().stream()
                    .filter(r -> r.isSameChannel(entry.getKey()))
                    .findFirst()
                    .orElse(entry.getKey());
            Curve curve = row.curve();
            for (CurveKey key : entry.getValue()) {
              curve = curve.plus(key.withFrame(key.frame() + by));
              now.add(new Spot(row.part(), key.frame() + by));
            }
            more = more.plus(row.withCurve(curve));
          }
          return more;
        });
    selected.set(Set.copyOf(now));
  }

  /** Selects all keys. */
  public void selectAll() {
    List<Spot> all = new ArrayList<>();
    layer().ifPresent(l -> parts(l).forEach((p, fs) -> fs.forEach(f -> all.add(new Spot(p, f)))));
    selected.set(Set.copyOf(all));
  }
}
