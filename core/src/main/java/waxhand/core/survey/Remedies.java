package waxhand.core.survey;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Role;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.passes.DespikePass;
import waxhand.core.passes.GapFillPass;
import waxhand.core.passes.LevelPass;
import waxhand.core.passes.Pass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Scope;
import waxhand.core.passes.SmoothPass;
import waxhand.core.passes.Span;

/** The passes that mend findings, with their settings, spans and parts filled in. */
public final class Remedies {
  /** A head that trembles keeps what is slower than this, Hz. */
  private static final double NOD_HZ = 2.2;

  private final Motion motion;

  /**
   * @param motion what was surveyed
   */
  public Remedies(Motion motion) {
    this.motion = motion;
  }

  /**
   * The plate that mends a finding, to be put after what was surveyed; its id is to be replaced.
   * Empty where no pass mends such a thing.
   */
  public Optional<Plate> of(Finding finding) {
    return switch (finding.kind()) {
      case SPIKE -> plate(finding, DespikePass.KIND.defaults(), finding.frames(), 0);
      case FREEZE, MISSING -> plate(finding, GapFillPass.ofSpan(), unknown(finding), 0);
      case JITTER -> plate(finding, SmoothPass.KIND.defaults(), finding.frames(), frames(0.1));
      case POP -> plate(finding, GapFillPass.ofSpan(), around(finding, 0.045), 0);
      case OVERBEND, COLLISION -> plate(finding, GapFillPass.ofSpan(), around(finding, 0.12), 0);
      case JOLT -> plate(finding, GapFillPass.ofSpan(), around(finding, 0.08), 0);
      case SHAKE ->
          plate(finding, SmoothPass.lowPass(NOD_HZ, 2), around(finding, 0.15), frames(0.15));
      case FLOAT, SINK ->
          finding.wholeBody()
              ? Optional.of(Plate.of("remedy", LevelPass.KIND.defaults()))
              : Optional.empty();
      case SLIDE -> Optional.empty();
    };
  }

  /**
   * Plates that mend findings of one kind. Where a pass finds such faults by itself it is one plate
   * for all.
   */
  public List<Plate> of(FindingKind kind, List<Finding> findings) {
    Optional<Pass> finder =
        switch (kind) {
          case SPIKE -> Optional.of(DespikePass.KIND.defaults());
          case FREEZE, MISSING -> Optional.of(GapFillPass.KIND.defaults());
          case JITTER -> Optional.of(SmoothPass.KIND.defaults());
          default -> Optional.empty();
        };
    if (finder.isPresent() && findings.size() > 1) {
      return List.of(Plate.of("remedy", finder.get()));
    }
    List<Plate> plates = new ArrayList<>();
    findings.forEach(f -> of(f).ifPresent(plates::add));
    return plates;
  }

  private Optional<Plate> plate(Finding finding, Pass pass, Frames frames, int ease) {
    Frames all = motion.clip().allFrames();
    Frames within = frames.within(all);
    if (within.isEmpty()) {
      return Optional.empty();
    }
    boolean most = within.count() > 0.9 * all.count();
    Span span = most ? Span.ALL : Span.of(within, Math.min(ease, within.count() / 3));
    return Optional.of(Plate.of("remedy", pass).withSpan(span).withScope(scope(finding)));
  }

  private Scope scope(Finding finding) {
    if (finding.kind() == FindingKind.JOLT && finding.wholeBody()) {
      return Scope.of(motion.body(), set(finding.joint()));
    }
    if (finding.wholeBody()) {
      return Scope.ALL;
    }
    BitSet joints = new BitSet();
    switch (finding.kind()) {
      case COLLISION:
        // an elbow gets out of a body only with its shoulder
        joints.set(finding.joint());
        joints.set(Math.max(0, motion.clip().skeleton().parent(finding.joint())));
        break;
      case SHAKE:
        joints.set(finding.joint());
        motion.body().joint(Role.NECK).ifPresent(joints::set);
        break;
      case POP:
      case OVERBEND:
        joints.set(finding.joint());
        break;
      default:
        finding.joints().forEach(joints::set);
    }
    return Scope.of(motion.body(), joints);
  }

  private static BitSet set(int joint) {
    BitSet set = new BitSet();
    set.set(joint);
    return set;
  }

  /** Frames of a still stretch that are not known; where it is frozen the first one is true. */
  private static Frames unknown(Finding finding) {
    Frames run = finding.frames();
    boolean first = run.count() > 1;
    return first ? new Frames(run.from() + 1, run.to()) : run;
  }

  private Frames around(Finding finding, double seconds) {
    return finding.frames().grown(frames(seconds));
  }

  private int frames(double seconds) {
    return Math.max(1, (int) Math.round(seconds * motion.clip().rateHz()));
  }
}
