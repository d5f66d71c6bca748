package waxhand.core.chain;

import java.util.List;
import java.util.Optional;
import waxhand.core.curve.Cubic;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;

/** Curves in plain form: a list of keys. */
public final class CurveItems {
  /** How one key stands in files. */
  public static final Setting.Form<CurveKey> KEY =
      new Setting.Form<>(CurveItems::plain, CurveItems::key);

  private CurveItems() {}

  private static Item plain(CurveKey key) {
    Item item =
        Item.empty()
            .with("frame", key.frame())
            .with("value", key.value())
            .with("manner", key.manner().key());
    if (key.in() != 0 || key.out() != 0) {
      item.with("in", key.in()).with("out", key.out());
    }
    key.part()
        .ifPresent(
            c ->
                item.with(
                    "part", (Object) List.of(c.from(), c.to(), c.a(), c.out(), c.b(), c.in())));
    return item;
  }

  private static CurveKey key(Item item) {
    String called = item.text("manner", Manner.SMOOTH.key());
    Manner manner =
        Manner.ofKey(called)
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        "manner is "
                            + Setting.shown(called)
                            + "; it must be one of "
                            + Manner.keys()));
    Optional<Cubic> part =
        item.numbers("part", 6)
            .filter(n -> n[1] > n[0])
            .map(n -> new Cubic(n[0], n[1], n[2], n[3], n[4], n[5]));
    return new CurveKey(
        item.instant("frame"),
        item.number("value", 0),
        manner,
        item.number("in", 0),
        item.number("out", 0),
        part);
  }

  /** The keys of a curve, to stand in an item. */
  public static List<Item> plain(Curve curve) {
    return curve.keys().stream().map(CurveItems::plain).toList();
  }

  /**
   * @throws IllegalArgumentException naming what is wrong
   */
  public static Curve read(List<Item> keys) {
    return Curve.of(keys.stream().map(CurveItems::key).toList());
  }
}
