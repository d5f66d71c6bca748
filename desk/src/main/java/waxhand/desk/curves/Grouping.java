package waxhand.desk.curves;

import java.util.ArrayList;
import java.util.List;

/** Which curves share a row. */
public enum Grouping {
  NONE("Each alone") {
    @Override
    boolean join(CurveSet.Row first, CurveSet.Row row) {
      return false;
    }
  },

  AXES("Axes together") {
    @Override
    boolean join(CurveSet.Row first, CurveSet.Row row) {
      return first.joint() == row.joint();
    }
  },

  PARTS("Parts together") {
    @Override
    boolean join(CurveSet.Row first, CurveSet.Row row) {
      return first.component() == row.component();
    }
  };

  private final String words;

  Grouping(String words) {
    this.words = words;
  }

  abstract boolean join(CurveSet.Row first, CurveSet.Row row);

  /** Rows as they are drawn. */
  List<List<CurveSet.Row>> of(CurveSet set) {
    List<List<CurveSet.Row>> groups = new ArrayList<>();
    for (CurveSet.Row row : set.rows()) {
      groups.stream()
          .filter(g -> join(g.get(0), row))
          .findFirst()
          .ifPresentOrElse(g -> g.add(row), () -> groups.add(new ArrayList<>(List.of(row))));
    }
    return groups;
  }

  @Override
  public String toString() {
    return words;
  }
}
