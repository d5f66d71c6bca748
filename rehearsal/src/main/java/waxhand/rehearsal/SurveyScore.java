package waxhand.rehearsal;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import waxhand.core.motion.Skeleton;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.rehearsal.damage.Damage.Fault;

/**
 * How well a survey finds the faults that were put into a take. A finding is right if a fault of
 * its kind is on its part and shares frames with it, within 50 ms and 2 frames. Slight faults may
 * be missed, but finding one is right.
 *
 * @param kinds counts by kind
 */
public record SurveyScore(Map<FindingKind, Count> kinds) {
  /**
   * Counts of one kind.
   *
   * @param findings all of them
   * @param right those that point at a fault
   * @param faults those that had to be found
   * @param found how many of them were
   */
  public record Count(int findings, int right, int faults, int found) {
    public Count plus(Count o) {
      return new Count(findings + o.findings, right + o.right, faults + o.faults, found + o.found);
    }

    /** NaN where nothing was found. */
    public double precision() {
      return findings == 0 ? Double.NaN : right / (double) findings;
    }

    /** NaN where there was nothing to find. */
    public double recall() {
      return faults == 0 ? Double.NaN : found / (double) faults;
    }
  }

  public static SurveyScore of(
      List<Finding> findings, List<Fault> faults, Skeleton skeleton, double rateHz) {
    Map<FindingKind, Count> kinds = new EnumMap<>(FindingKind.class);
    for (FindingKind kind : FindingKind.ofMotions()) {
      List<Finding> own =
          findings.stream().filter(f -> f.kind() == kind && !isFloor(f, kind)).toList();
      List<Fault> known = faults.stream().filter(f -> f.kind().equals(kind.key())).toList();
      long right =
          own.stream()
              .filter(f -> known.stream().anyMatch(k -> meets(f, k, skeleton, rateHz)))
              .count();
      List<Fault> wanted = known.stream().filter(k -> !k.slight()).toList();
      long found =
          wanted.stream()
              .filter(k -> own.stream().anyMatch(f -> meets(f, k, skeleton, rateHz)))
              .count();
      kinds.put(kind, new Count(own.size(), (int) right, wanted.size(), (int) found));
    }
    return new SurveyScore(kinds);
  }

  public SurveyScore plus(SurveyScore other) {
    Map<FindingKind, Count> sum = new EnumMap<>(kinds);
    other.kinds.forEach((kind, count) -> sum.merge(kind, count, Count::plus));
    return new SurveyScore(sum);
  }

  /** The floor of the whole take is no fault of a foot. */
  private static boolean isFloor(Finding finding, FindingKind kind) {
    return finding.wholeBody() && (kind == FindingKind.FLOAT || kind == FindingKind.SINK);
  }

  private static boolean meets(Finding finding, Fault fault, Skeleton skeleton, double rateHz) {
    int slack = Math.max(2, (int) Math.round(0.05 * rateHz));
    if (finding.frames().grown(slack).within(fault.frames()).isEmpty()) {
      return false;
    }
    int part = skeleton.indexOf(fault.part());
    return part < 0
        || finding.wholeBody()
        || finding.joints().stream()
            .anyMatch(j -> j == part || skeleton.parent(part) == j || skeleton.isAncestor(part, j));
  }
}
