package waxhand.core.survey;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Frames;

/** Findings in plain words. */
final class Sentences {
  private final Body body;
  private final double rateHz;

  Sentences(Body body, double rateHz) {
    this.body = body;
    this.rateHz = rateHz;
  }

  String of(Mark worst, List<Integer> joints, boolean whole, Frames frames) {
    String ofOne = ofOne(worst, joints, whole, frames);
    return whole ? ofOne : Agreement.of(body, worst.joint(), ofOne);
  }

  private String ofOne(Mark worst, List<Integer> joints, boolean whole, Frames frames) {
    String part = whole ? "The whole body" : part(worst.joint());
    String size = size(worst);
    return switch (worst.kind()) {
      case JITTER ->
          (whole
                  ? "The whole body jitters"
                  : joints.size() > 1
                      ? part + " and " + (joints.size() - 1) + " more parts jitter"
                      : part + " jitters")
              + String.format(Locale.ROOT, " by %s at its worst.", size);
      case SPIKE ->
          part + " is off by " + size + " in " + count(worst.frames()) + more(joints) + ".";
      case FREEZE -> part + " freezes for " + frames.count() + " frames.";
      case MISSING ->
          part
              + (worst.other() == Mark.AT_REST ? " is in its rest pose" : " is lost")
              + String.format(Locale.ROOT, " for %.2f s.", seconds(frames));
      case SLIDE -> part + " slides " + size + ".";
      case FLOAT -> part + " stands " + size + " over the ground.";
      case SINK -> part + " sinks " + size + " into the ground.";
      case COLLISION -> part + " goes " + size + " into the " + other(worst) + ".";
      case OVERBEND -> part + " is bent " + size + " past its range.";
      case POP -> part + " snaps by " + size + " and back.";
      case JOLT -> part + " leaps " + size + " from one frame to the next.";
      case SHAKE -> part + " trembles by " + size + ".";
      case FLIP ->
          part
              + " is turned over by "
              + size
              + " for "
              + count(worst.frames())
              + ", then back"
              + more(joints)
              + ".";
      // told of the take as a whole, with its beat
      case REPEAT -> part + " repeats " + size + " of its frames.";
      case SHORT -> part + " stays " + size + " short of where it is held.";
    };
  }

  /** What the fingers of a hand have, so many times. */
  String ofFingers(Mark worst, int hand, int times) {
    String what =
        switch (worst.kind()) {
          case JITTER -> "jitter";
          case FLIP -> "are turned over";
          default -> "are off";
        };
    String often = worst.kind() == FindingKind.JITTER ? "" : " " + times + " times,";
    return "Fingers of the "
        + body.words(hand)
        + " "
        + what
        + often
        + " by "
        + size(worst)
        + " at their worst.";
  }

  String floor(double floorM) {
    // short enough for the list of findings
    return String.format(
        Locale.ROOT,
        "The whole take is %.0f mm too %s.",
        1000 * Math.abs(floorM),
        floorM > 0 ? "high" : "low");
  }

  private static String more(List<Integer> joints) {
    return joints.size() < 2 ? "" : ", with " + (joints.size() - 1) + " more parts";
  }

  private static String count(Frames frames) {
    return frames.count() == 1 ? "one frame" : frames.count() + " frames";
  }

  private double seconds(Frames frames) {
    return frames.count() / rateHz;
  }

  private static String size(Mark mark) {
    String unit = mark.unit();
    String number =
        String.format(
            Locale.ROOT, unit.equals("°") && mark.size() < 10 ? "%.1f" : "%.0f", mark.size());
    return number + (unit.equals("°") ? "°" : " " + unit);
  }

  /** What is gone into; the list has no room to name a side twice. */
  private String other(Mark worst) {
    String words = body.words(worst.other());
    Optional<Side> side = body.role(worst.joint()).map(Role::side);
    boolean same =
        side.isPresent()
            && side.get() != Side.MIDDLE
            && side.equals(body.role(worst.other()).map(Role::side));
    return same ? words.substring(words.indexOf(' ') + 1) : words;
  }

  private String part(int joint) {
    String words = body.words(joint);
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }
}
