package waxhand.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Shortfall;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;

/**
 * What passes hold or drive somewhere and could not bring there, or let go. A motion alone does not
 * tell, so this looks at the stages of a chain.
 */
public final class Unreached {
  /** What was let go counts so many times less. */
  private static final double LESS = 4;

  private Unreached() {}

  /** Findings of every plate, in the order of the chain, their frames counted in the raw take. */
  public static List<Finding> of(Stages stages) {
    List<Finding> findings = new ArrayList<>();
    int frames = stages.motions().get(0).clip().frames();
    for (int k = 0; k < stages.chain().size(); k++) {
      Optional<Prepared> prepared = stages.prepared().get(k);
      TimeMap timing = stages.chain().timing(frames, k);
      Plate plate = stages.chain().placed(k, timing);
      if (plate.acts() && plate.weight() == 1 && prepared.isPresent()) {
        Motion out = stages.motions().get(k + 1);
        for (Shortfall s : prepared.get().shortfalls(stages.motions().get(k), out)) {
          findings.add(finding(s, plate, out, timing));
        }
      }
    }
    return findings;
  }

  private static Finding finding(Shortfall s, Plate plate, Motion motion, TimeMap timing) {
    FindingKind kind = FindingKind.SHORT;
    String part = motion.body().words(s.joint());
    String says = Agreement.of(motion.body(), s.joint(), " " + s.why().words());
    return new Finding(
        kind,
        List.of(s.joint()),
        false,
        timing.raw(s.frames()),
        timing.raw(s.worst()),
        s.mm(),
        kind.unit(),
        // what was left as it was captured is no worse than before
        kind.severity(s.why() == Shortfall.Why.LET_GO ? s.mm() / LESS : s.mm()),
        Character.toUpperCase(part.charAt(0))
            + part.substring(1)
            + String.format(Locale.ROOT, says, s.mm(), plate.name()));
  }
}
