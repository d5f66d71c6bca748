package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;

/**
 * A row of keys: of one part, or of all parts of a limb, folded.
 *
 * @param limb which the parts are of
 * @param parts one, or those of the limb
 * @param folds whether it can be opened, or is open
 * @param open whether rows of its parts follow
 */
record KeyRow(Limb limb, List<PartName> parts, boolean folds, boolean open) {
  /** Layers of fewer parts have a row for each. */
  private static final int FEW = 7;

  /** What parts are folded into. */
  enum Limb {
    BODY,
    LEFT_ARM,
    LEFT_FINGERS,
    RIGHT_ARM,
    RIGHT_FINGERS,
    LEFT_LEG,
    RIGHT_LEG,
    OTHER_PARTS;

    private static Limb of(PartName part) {
      if (part.role().isEmpty()) {
        return OTHER_PARTS;
      }
      Role role = part.role().get();
      if (role.side() == Side.MIDDLE) {
        return BODY;
      }
      String kind =
          role.isFinger() ? "FINGERS" : Role.limb(role.side(), true).contains(role) ? "LEG" : "ARM";
      return valueOf(role.side().name() + "_" + kind);
    }

    String words() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /**
   * Those of a layer's parts.
   *
   * @param opened limbs that are unfolded
   */
  static List<KeyRow> of(Set<PartName> parts, Set<Limb> opened) {
    Map<Limb, List<PartName>> limbs = new LinkedHashMap<>();
    parts.forEach(p -> limbs.computeIfAbsent(Limb.of(p), l -> new ArrayList<>()).add(p));
    List<KeyRow> rows = new ArrayList<>();
    limbs.forEach(
        (limb, its) -> {
          boolean folds = parts.size() >= FEW && its.size() > 1;
          boolean open = !folds || opened.contains(limb);
          if (folds) {
            rows.add(new KeyRow(limb, List.copyOf(its), true, open));
          }
          if (open) {
            its.forEach(p -> rows.add(new KeyRow(limb, List.of(p), false, false)));
          }
        });
    return rows;
  }

  String words() {
    return folds ? limb.words() : parts.get(0).words();
  }

  Side side() {
    return parts.get(0).role().map(Role::side).orElse(Side.MIDDLE);
  }

  /** The rows of a layer that it shows. */
  private List<LayerRow> rows(LayerPass layer) {
    return layer.rows().stream().filter(r -> parts.contains(r.part())).toList();
  }

  /** The frames of all its keys. */
  TreeSet<Double> frames(LayerPass layer) {
    TreeSet<Double> frames = new TreeSet<>();
    rows(layer).forEach(r -> r.curve().keys().forEach(k -> frames.add(k.frame())));
    return frames;
  }

  /** The keys at a frame. */
  Set<LayerTool.Spot> spots(LayerPass layer, double frame) {
    Set<LayerTool.Spot> spots = new HashSet<>();
    for (LayerRow row : rows(layer)) {
      row.curve().keyAt(frame).ifPresent(k -> spots.add(LayerTool.Spot.of(row, k)));
    }
    return spots;
  }
}
