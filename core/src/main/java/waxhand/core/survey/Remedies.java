package waxhand.core.survey;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import waxhand.core.body.Role;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Ground;
import waxhand.core.gaps.StillStretches;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.RepeatsPass;
import waxhand.core.scene.Motion;

/**
 * The passes that mend findings, with their settings, spans and parts filled in. Used by one thread
 * at a time.
 */
public final class Remedies {
  /** A head that trembles keeps what is slower than this, Hz. */
  private static final double NOD_HZ = 2.2;

  /**
   * What a limb does is made up for no longer than this, seconds; there is more true than wrong.
   */
  public static final double LONGEST_MADE_UP_S = 1.6;

  /** A height is led in and out over this time beside the stretch that is mended, seconds. */
  private static final double LIFT_EASE = 0.3;

  /** The longest such time, seconds. */
  private static final double LONGEST_LIFT_EASE = 0.7;

  /** Feet farther off than this are not on the ground, metres. */
  private static final double IN_AIR = 0.05;

  /** At most this many frames of a stretch are looked at for its height. */
  private static final int SAMPLES = 120;

  private final Motion motion;
  private final double floorM;
  private List<Contact> contacts;

  /**
   * @param motion what was surveyed
   * @param floorM the height its feet were taken to stand on
   */
  public Remedies(Motion motion, double floorM) {
    this.motion = motion;
    this.floorM = floorM;
  }

  /**
   * The plate that mends a finding, to be put after what was surveyed; its id is to be replaced.
   * Empty where no pass mends such a thing.
   */
  public Optional<Plate> of(Finding finding) {
    return switch (finding.kind()) {
      case REPEAT -> Optional.of(Plate.of("remedy", RepeatsPass.KIND.defaults()));
      case SPIKE, FLIP -> plate(finding, DespikePass.KIND.defaults(), finding.frames(), 0);
      case FREEZE, MISSING -> plate(finding, GapFillPass.ofSpan(), unknown(finding), 0);
      case JITTER -> plate(finding, SmoothPass.KIND.defaults(), finding.frames(), frames(0.1));
      case POP -> plate(finding, GapFillPass.ofSpan(), around(finding, 0.045), 0);
      case OVERBEND, COLLISION ->
          seconds(finding) > LONGEST_MADE_UP_S
              ? Optional.empty()
              : plate(finding, GapFillPass.ofSpan(), around(finding, 0.12), 0);
      case JOLT -> plate(finding, GapFillPass.ofSpan(), around(finding, 0.08), 0);
      case SHAKE ->
          plate(finding, SmoothPass.lowPass(NOD_HZ, 2), around(finding, 0.15), frames(0.15));
      case FLOAT, SINK ->
          finding.wholeBody()
              ? Optional.of(Plate.of("remedy", LevelPass.KIND.defaults()))
              : lift(finding);
      case SLIDE -> planted(finding);
      case SHORT -> Optional.empty();
    };
  }

  /**
   * Plates that mend findings of one kind. Where a pass finds such faults by itself it is one plate
   * for all.
   */
  public List<Plate> of(FindingKind kind, List<Finding> findings) {
    Optional<Pass> finder =
        switch (kind) {
          case SPIKE, FLIP -> Optional.of(DespikePass.KIND.defaults());
          case FREEZE, MISSING -> Optional.of(GapFillPass.KIND.defaults());
          case JITTER -> Optional.of(SmoothPass.KIND.defaults());
          case SLIDE -> Optional.of(PlantsPass.KIND.defaults());
          default -> Optional.empty();
        };
    if (finder.isPresent() && findings.size() > 1) {
      return List.of(Plate.of("remedy", finder.get()));
    }
    boolean height = kind == FindingKind.FLOAT || kind == FindingKind.SINK;
    List<Plate> plates = new ArrayList<>();
    (height ? apart(findings) : findings).forEach(f -> of(f).ifPresent(plates::add));
    return plates;
  }

  /** Holds what touches the ground while it slides; both feet, as the body goes along. */
  private Optional<Plate> planted(Finding finding) {
    // whole contacts: what is held is not let go half way
    Frames run = finding.frames();
    for (Contact contact : contacts()) {
      if (!contact.frames().within(finding.frames()).isEmpty()) {
        run = run.cover(contact.frames());
      }
    }
    run = run.grown(2 * frames(LIFT_EASE));
    return plate(finding, PlantsPass.KIND.defaults(), run, frames(LIFT_EASE))
        .map(plate -> plate.withScope(Scope.ALL));
  }

  private List<Contact> contacts() {
    if (contacts == null) {
      Ground ground = Ground.of(motion, floorM);
      contacts = new ContactFinder(ContactSettings.USUAL, ground.surfaces()).find(motion);
    }
    return contacts;
  }

  /** The body is lifted once where both feet float, or one after the other without a pause. */
  private List<Finding> apart(List<Finding> findings) {
    List<Finding> apart = new ArrayList<>();
    findings.stream()
        .sorted(Comparator.comparingInt(f -> f.frames().from()))
        .forEach(
            f -> {
              int last = apart.size() - 1;
              if (last < 0 || apart.get(last).frames().within(eased(f.frames())).isEmpty()) {
                apart.add(f);
              } else {
                Frames both = apart.get(last).frames().cover(f.frames());
                apart.set(last, apart.get(last).at(both, apart.get(last).worst()));
              }
            });
    return apart;
  }

  private Frames eased(Frames frames) {
    return frames.grown(frames(LIFT_EASE));
  }

  /**
   * Lowers or lifts the whole body for a while, by the middle height of its lower foot. Empty where
   * the other foot stands well: then a leg is at fault, not the body.
   */
  private Optional<Plate> lift(Finding finding) {
    Frames run = finding.frames();
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    int step = Math.max(1, run.count() / SAMPLES);
    double offM =
        IntStream.iterate(run.from(), n -> n < run.to(), n -> n + step)
            .mapToDouble(n -> lowest(pose, n))
            .sorted()
            .skip(run.count() / step / 2)
            .findFirst()
            .orElse(floorM);
    double aroundM = offM - floorM;
    double wantedM = (finding.kind() == FindingKind.FLOAT ? 1e-3 : -1e-3) * finding.size();
    if (aroundM / wantedM < 0.3) {
      return Optional.empty();
    }
    Span span = span(run, aroundM);
    return plate(finding, ShiftPass.lift(-aroundM), run, 0)
        .map(plate -> plate.withSpan(span).withScope(Scope.of(motion.body(), set(0))));
  }

  /** The span whose eases follow how the feet come to a height and leave it. */
  private Span span(Frames run, double aroundM) {
    Frames all = motion.clip().allFrames();
    Frames near = run.grown(frames(2 * LONGEST_LIFT_EASE)).within(all);
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double[] offM =
        IntStream.range(near.from(), near.to())
            .mapToDouble(n -> lowest(pose, n) - floorM)
            .toArray();
    int middle = (run.from() + run.to()) / 2;
    Span before = null;
    Span after = null;
    for (double ease = 0.1; ease <= LONGEST_LIFT_EASE; ease *= 1.6) {
      for (double grown = 0; grown <= 1; grown += 0.25) {
        Frames wide = run.grown((int) (grown * frames(ease))).within(all);
        Span span = new Span(wide.from(), wide.to(), frames(ease), frames(ease));
        before = better(before, span, offM, near.from(), new Frames(near.from(), middle), aroundM);
        after = better(after, span, offM, near.from(), new Frames(middle, near.to()), aroundM);
      }
    }
    int in = before.from() == 0 ? 0 : before.easeIn();
    int out = after.to() == all.to() ? 0 : after.easeOut();
    return new Span(before.from(), after.to(), in, out);
  }

  /** The one of two spans that leaves less of a height in some frames. */
  private static Span better(
      Span a, Span b, double[] offM, int first, Frames frames, double aroundM) {
    return a == null
            || left(b, offM, first, frames, aroundM) < left(a, offM, first, frames, aroundM)
        ? b
        : a;
  }

  private static double left(Span span, double[] offM, int first, Frames frames, double aroundM) {
    return IntStream.range(frames.from(), frames.to())
        // feet in the air tell nothing
        .mapToDouble(f -> Math.min(IN_AIR, Math.abs(offM[f - first] - span.weight(f) * aroundM)))
        .sum();
  }

  private double lowest(WorldPose pose, int frame) {
    pose.solve(motion.clip(), frame);
    return motion.body().soles().stream().mapToDouble(s -> s.lowest(pose)).min().orElse(floorM);
  }

  private Optional<Plate> plate(Finding finding, Pass pass, Frames frames, int ease) {
    Frames all = motion.clip().allFrames();
    Frames within = frames.within(all);
    if (within.isEmpty()) {
      return Optional.empty();
    }
    boolean most = within.count() > 0.9 * all.count();
    int longest = Math.min(ease, within.count() / 3);
    int in = within.from() == 0 ? 0 : longest;
    int out = within.to() == all.to() ? 0 : longest;
    Span span = most ? Span.ALL : new Span(within.from(), within.to(), in, out);
    return Optional.of(
        Plate.of("remedy", pass).withName(name(finding)).withSpan(span).withScope(scope(finding)));
  }

  /** What a plate mends, such as "Pop, left shin", so that many of one pass are told apart. */
  private String name(Finding finding) {
    String kind = finding.kind().key();
    String part = finding.wholeBody() ? "whole body" : motion.body().words(finding.joint());
    return Character.toUpperCase(kind.charAt(0)) + kind.substring(1) + ", " + part;
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
  private Frames unknown(Finding finding) {
    Frames run = finding.frames();
    boolean frozen =
        finding.wholeBody() || !StillStretches.isAtRest(motion.clip(), finding.joint(), run.from());
    return frozen && run.count() > 1 ? new Frames(run.from() + 1, run.to()) : run;
  }

  private double seconds(Finding finding) {
    return finding.frames().count() / motion.clip().rateHz();
  }

  private Frames around(Finding finding, double seconds) {
    return finding.frames().grown(frames(seconds));
  }

  private int frames(double seconds) {
    return Math.max(1, (int) Math.round(seconds * motion.clip().rateHz()));
  }
}
