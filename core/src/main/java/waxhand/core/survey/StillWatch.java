package waxhand.core.survey;

import java.util.List;
import waxhand.core.body.Role;
import waxhand.core.gaps.Gap;
import waxhand.core.gaps.StillStretches;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/** Freezes and missing stretches of the body and of limbs. */
final class StillWatch implements Watch {
  /** A limb that stands still for longer than this is missing, not frozen; seconds. */
  private static final double LONG = 0.2;

  private final StillStretches stretches;
  private final double[][] translations;
  private final double[][] rotations;
  private final int hips;

  StillWatch(Motion motion) {
    hips = motion.body().joint(Role.HIPS).orElse(0);
    stretches = new StillStretches(motion.body());
    translations = new double[motion.clip().skeleton().size()][];
    rotations = new double[translations.length][];
  }

  @Override
  public void look(Window w, Marks marks) {
    for (int j = 0; j < w.joints(); j++) {
      rotations[j] = w.rotation(j);
      translations[j] = w.translation(j);
    }
    List<Gap> gaps = stretches.find(rotations, translations, w.count());
    for (Gap gap : gaps) {
      Frames run = new Frames(w.first() + gap.frames().from(), w.first() + gap.frames().to());
      boolean missing = !gap.isWholeBody() && (gap.atRest() || run.count() > LONG * w.rateHz());
      marks.add(
          missing ? FindingKind.MISSING : FindingKind.FREEZE,
          gap.isWholeBody() ? hips : gap.top(),
          run,
          run.to() - 1,
          run.count(),
          gap.isWholeBody() ? Mark.WHOLE_BODY : gap.atRest() ? Mark.AT_REST : -1);
    }
  }
}
