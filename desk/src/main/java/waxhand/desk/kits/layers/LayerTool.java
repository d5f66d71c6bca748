package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
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
import waxhand.core.passes.layers.Channel;
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
  private final ObjectProperty<Set<Channel>> channels = new SimpleObjectProperty<>(Set.of());
  private Map<LayerRow, List<CurveKey>> copied = Map.of();
  private double copiedFrom;

  public LayerTool(Session session) {
    this.session = session;
    session.plateIdProperty().addListener((o, a, b) -> select(Set.of(), Set.of()));
    session.takeProperty().addListener((o, a, b) -> forgetGone());
  }

  public ObjectProperty<Set<Spot>> selectedProperty() {
    return selected;
  }

  /** Of which channels keys are selected; none for all of them. */
  ObjectProperty<Set<Channel>> channelsProperty() {
    return channels;
  }

  /** Selects keys of some channels alone. */
  void select(Set<Spot> spots, Set<Channel> of) {
    channels.set(Set.copyOf(of));
    selected.set(Set.copyOf(spots));
  }

  /** Whether a key is selected. */
  boolean isSelected(LayerRow row, CurveKey key) {
    return isIn(selected.get(), row, key);
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

  private boolean isIn(Set<Spot> spots, LayerRow row, CurveKey key) {
    boolean meant = channels.get().isEmpty() || channels.get().contains(row.channel());
    return meant && spots.stream().anyMatch(s -> s.holds(row, key));
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
  LayerPass moved(LayerPass layer, Set<Spot> spots, double about, double factor, double by) {
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

  /** Selected keys of a layer elsewhere, in time and in value. */
  LayerPass shifted(LayerPass layer, Set<Spot> spots, double frames, double value) {
    return eachRow(layer, r -> r.withCurve(r.curve().moved(k -> isIn(spots, r, k), frames, value)));
  }

  /** Selected keys of a layer stretched about a frame and a value. */
  LayerPass stretched(
      LayerPass layer, Set<Spot> spots, double frame, double inTime, double value, double inValue) {
    return eachRow(
        layer,
        r -> r.withCurve(r.curve().scaled(k -> isIn(spots, r, k), frame, inTime, value, inValue)));
  }

  /** A layer with the slopes of the selected keys drawn; what is empty stays. */
  LayerPass sloped(LayerPass layer, Set<Spot> spots, OptionalDouble before, OptionalDouble behind) {
    return eachRow(
        layer,
        r ->
            r.withCurve(
                r.curve()
                    .changed(
                        k -> isIn(spots, r, k),
                        k ->
                            k.withSlopes(
                                before.orElse(r.curve().slopeBefore(k.frame())),
                                behind.orElse(r.curve().slope(k.frame()))))));
  }

  /** Brings the selected keys to where the curve goes without them. */
  public void calm() {
    edit(
        "calm keys of",
        null,
        l ->
            eachRow(
                l,
                r -> {
                  Curve without = r.curve().without(k -> isSelected(r, k));
                  return without.isEmpty()
                      ? r
                      : r.withCurve(
                          r.curve()
                              .changed(
                                  k -> isSelected(r, k),
                                  k -> CurveKey.smooth(k.frame(), without.at(k.frame()))));
                }));
  }

  /** Brings the selected keys of a layer that adds to nothing: what lies beneath is there. */
  public void reset() {
    edit(
        "reset keys of",
        null,
        l ->
            eachRow(
                l,
                r -> r.withCurve(r.curve().changed(k -> isSelected(r, k), k -> k.withValue(0)))));
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
    select(now, Set.of());
  }

  /** Selects all keys. */
  public void selectAll() {
    List<Spot> all = new ArrayList<>();
    layer().ifPresent(l -> parts(l).forEach((p, fs) -> fs.forEach(f -> all.add(new Spot(p, f)))));
    select(Set.copyOf(all), Set.of());
  }
}
