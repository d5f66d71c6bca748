package waxhand.rehearsal;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Remedies;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;

/**
 * What becomes of findings when each is mended by itself with the pass that is offered for it:
 * whether it is gone, and whether its parts are nearer to the truth within its frames.
 *
 * @param kinds by kind of finding
 */
public record MendScore(Map<FindingKind, Mends> kinds) {
  /** Frames this long beside a finding count too, seconds. */
  private static final double BESIDE = 0.1;

  /** At this distance from a joint its turn counts, metres. */
  private static final double LEVER_M = 0.15;

  /**
   * Mends of one kind.
   *
   * @param findings all of them
   * @param offered those that have a remedy
   * @param gone those that are not found again afterwards
   * @param errors distance to the truth after over before, of those with a remedy
   */
  public record Mends(int findings, int offered, int gone, List<Double> errors) {
    private static final Mends NONE = new Mends(0, 0, 0, List.of());

    private Mends unmendable() {
      return new Mends(findings + 1, offered, gone, errors);
    }

    private Mends plus(boolean isGone, double error) {
      List<Double> more = new ArrayList<>(errors);
      more.add(error);
      return new Mends(findings + 1, offered + 1, gone + (isGone ? 1 : 0), more);
    }

    private Mends plus(Mends o) {
      List<Double> both = new ArrayList<>(errors);
      both.addAll(o.errors);
      return new Mends(findings + o.findings, offered + o.offered, gone + o.gone, both);
    }

    /** The error that a share of the mends stays below; NaN where there is none. */
    public double error(double share) {
      double[] sorted = errors.stream().mapToDouble(e -> e).sorted().toArray();
      return sorted.length == 0
          ? Double.NaN
          : sorted[Math.min(sorted.length - 1, (int) (share * sorted.length))];
    }
  }

  /**
   * @param truth of the same frames
   * @param motion what is surveyed and mended
   */
  public static MendScore of(Motion truth, Motion motion) {
    Map<FindingKind, Mends> kinds = new EnumMap<>(FindingKind.class);
    Surveyor surveyor = new Surveyor();
    Survey survey = surveyor.survey(motion, Work.UNWATCHED);
    Remedies remedies = new Remedies(motion, survey.floorM());
    for (Finding finding : survey.findings()) {
      Mends before = kinds.getOrDefault(finding.kind(), Mends.NONE);
      Optional<Plate> plate = remedies.of(finding);
      if (plate.isEmpty()) {
        kinds.put(finding.kind(), before.unmendable());
        continue;
      }
      Motion mended = plate.get().apply(motion, motion.clip().allFrames(), Work.UNWATCHED);
      Survey after = surveyor.survey(mended, Work.UNWATCHED);
      boolean gone = after.findings().stream().noneMatch(finding::isSameAs);
      double error = error(truth, mended, finding) / error(truth, motion, finding);
      kinds.put(finding.kind(), before.plus(gone, error));
    }
    return new MendScore(kinds);
  }

  public MendScore plus(MendScore other) {
    Map<FindingKind, Mends> sum = new EnumMap<>(FindingKind.class);
    sum.putAll(kinds);
    other.kinds.forEach((kind, mends) -> sum.merge(kind, mends, Mends::plus));
    return new MendScore(sum);
  }

  /**
   * Distance of a finding's parts, and of what hangs on them, to the truth, metres: of heights
   * where it is about the floor, of places where it is about a leap, of places but for where all of
   * it lies where it is about a slide, else of the pose, root on root.
   */
  private static double error(Motion truth, Motion motion, Finding finding) {
    Clip clip = motion.clip();
    boolean height = finding.kind() == FindingKind.FLOAT || finding.kind() == FindingKind.SINK;
    boolean slide = finding.kind() == FindingKind.SLIDE;
    boolean pose = !height && !slide && finding.kind() != FindingKind.JOLT;
    int beside = height || slide ? 0 : (int) Math.round(BESIDE * clip.rateHz());
    Frames run = finding.frames().grown(beside).within(clip.allFrames());
    WorldPose t = new WorldPose(clip.skeleton());
    WorldPose m = new WorldPose(clip.skeleton());
    double[] middle = slide ? middle(truth, motion, run) : new double[3 * clip.skeleton().size()];
    double sum = 0;
    for (int f = run.from(); f < run.to(); f++) {
      t.solve(truth.clip(), f);
      m.solve(clip, f);
      for (int j = 0; j < clip.skeleton().size(); j++) {
        if (concerns(finding, clip, j)) {
          for (int i = 0; i < 3; i++) {
            double apart = m.positions()[3 * j + i] - t.positions()[3 * j + i] - middle[3 * j + i];
            apart -= pose ? m.positions()[i] - t.positions()[i] : 0;
            sum += !height || i == 1 ? apart * apart : 0;
          }
        }
      }
      // a hand that is turned stays where it is
      for (int j : pose ? finding.joints() : List.<Integer>of()) {
        double apart = LEVER_M * clip.rotation(j).angleAt(f, truth.clip().rotation(j));
        sum += apart * apart;
      }
    }
    return Math.sqrt(sum / run.count());
  }

  /** Mean difference of the places of joints, 3 numbers a joint, metres. */
  private static double[] middle(Motion truth, Motion motion, Frames run) {
    WorldPose t = new WorldPose(truth.clip().skeleton());
    WorldPose m = new WorldPose(truth.clip().skeleton());
    double[] mean = new double[t.positions().length];
    for (int f = run.from(); f < run.to(); f++) {
      t.solve(truth.clip(), f);
      m.solve(motion.clip(), f);
      for (int i = 0; i < mean.length; i++) {
        mean[i] += (m.positions()[i] - t.positions()[i]) / run.count();
      }
    }
    return mean;
  }

  private static boolean concerns(Finding finding, Clip clip, int joint) {
    return finding.wholeBody()
        || finding.joints().stream().anyMatch(j -> clip.skeleton().isAncestor(j, joint));
  }
}
