package waxhand.desk.kits.layers;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.BiFunction;
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

  /** A key of a channel of a part. */
  public record Spot(PartName part, Channel channel, double frame) {
    static Spot of(LayerRow row, CurveKey key) {
      return new Spot(row.part(), row.channel(), key.frame());
    }

    boolean holds(LayerRow row, CurveKey key) {
      return row.channel() == channel
          && row.part().equals(part)
          && Math.abs(key.frame() - frame) < SAME;
    }

    /** The same, at another frame. */
    Spot at(double other) {
      return new Spot(part, channel, other);
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

  /** Whether a key is selected. */
  boolean isSelected(LayerRow row, CurveKey key) {
    return isIn(selected.get(), row, key);
  }

  private void forgetGone() {
    Set<Spot> there = all();
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

  /** The parts of a layer in the order of its rows. */
  static Set<PartName> parts(LayerPass layer) {
    Set<PartName> parts = new LinkedHashSet<>();
    layer.rows().forEach(r -> parts.add(r.part()));
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

  /** All keys of the chosen layer. */
  private Set<Spot> all() {
    Set<Spot> all = new HashSet<>();
    for (LayerRow row : layer().map(LayerPass::rows).orElse(List.of())) {
      row.curve().keys().forEach(k -> all.add(Spot.of(row, k)));
    }
    return all;
  }

  private static boolean isIn(Set<Spot> spots, LayerRow row, CurveKey key) {
    return spots.stream().anyMatch(s -> s.holds(row, key));
  }

  /** A layer with each row's curve changed. */
  private static LayerPass curves(LayerPass layer, BiFunction<LayerRow, Curve, Curve> change) {
    return layer.each(r -> r.withCurve(change.apply(r, r.curve())));
  }

  /** Some keys of a layer by so many frames later. */
  static LayerPass moved(LayerPass layer, Set<Spot> spots, double frames) {
    return curves(layer, (r, c) -> c.moved(k -> isIn(spots, r, k), frames, 0));
  }

  /** Some keys of a layer higher; those of the other unit stay. */
  static LayerPass raised(LayerPass layer, Set<Spot> spots, boolean angles, double value) {
    return curves(layer, (r, c) -> c.moved(k -> isIn(spots, r, k) && is(r, angles), 0, value));
  }

  /** Some keys of a layer stretched in time about a frame. */
  static LayerPass stretched(LayerPass layer, Set<Spot> spots, double about, double factor) {
    return curves(layer, (r, c) -> c.scaled(k -> isIn(spots, r, k), about, factor, 0, 1));
  }

  /** Some keys of a layer stretched in value about one; those of the other unit stay. */
  static LayerPass scaled(
      LayerPass layer, Set<Spot> spots, boolean angles, double about, double factor) {
    return curves(
        layer, (r, c) -> c.scaled(k -> isIn(spots, r, k) && is(r, angles), 0, 1, about, factor));
  }

  private static boolean is(LayerRow row, boolean angle) {
    return row.channel().of().isAngle() == angle;
  }

  /** A layer with the slopes of some keys drawn; what is empty stays. */
  static LayerPass sloped(
      LayerPass layer, Set<Spot> spots, OptionalDouble before, OptionalDouble behind) {
    return curves(
        layer,
        (r, c) ->
            c.changed(
                k -> isIn(spots, r, k),
                k ->
                    k.withSlopes(
                        before.orElse(c.slopeBefore(k.frame())),
                        behind.orElse(c.slope(k.frame())))));
  }

  /** Changes the curves of the selected keys. */
  private void change(String what, BiFunction<LayerRow, Curve, Curve> change) {
    edit(what + " keys of", null, l -> curves(l, change));
  }

  /** Takes the selected keys away. */
  public void remove() {
    change("remove", (r, c) -> c.without(k -> isSelected(r, k)));
    selected.set(Set.of());
  }

  /** Gives the selected keys another manner; freed ones keep the slopes they had. */
  public void manner(Manner manner) {
    change(
        manner.key(),
        (r, c) ->
            c.changed(
                k -> isSelected(r, k),
                k ->
                    manner == Manner.FREE
                        ? k.withSlopes(c.slopeBefore(k.frame()), c.slope(k.frame()))
                        : k.withManner(manner)));
  }

  /** Brings the selected keys to where the curve goes without them. */
  public void calm() {
    change(
        "calm",
        (r, c) -> {
          Curve without = c.without(k -> isSelected(r, k));
          return without.isEmpty()
              ? c
              : c.changed(
                  k -> isSelected(r, k), k -> CurveKey.smooth(k.frame(), without.at(k.frame())));
        });
  }

  /** Brings the selected keys of a layer that adds to nothing: what lies beneath is there. */
  public void reset() {
    change("reset", (r, c) -> c.changed(k -> isSelected(r, k), k -> k.withValue(0)));
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
              now.add(Spot.of(row, key).at(key.frame() + by));
            }
            more = more.plus(row.withCurve(curve));
          }
          return more;
        });
    selected.set(Set.copyOf(now));
  }

  /** Selects all keys. */
  public void selectAll() {
    selected.set(all());
  }
}
