package waxhand.core.plants;

import java.util.List;
import java.util.Map;
import waxhand.core.body.Side;
import waxhand.core.contact.Contact;
import waxhand.core.contact.Ground;
import waxhand.core.scene.Motion;

/**
 * How a foot lies when it lies flat in a take. Where the sole is under a skeleton's joints no file
 * says, and how its foot is turned at rest need not be how the actor's foot stood when it was
 * captured; but feet stand flat most of the time, so the middle of how they stand tells. What is
 * corrected is only what departs from that, and the pose of one who stands still stays as it is.
 *
 * @param footRad by what the foot is tilted against how it rests, a rotation vector
 * @param toesRad the same of the toes
 * @param ankleM height of the ankle over the ground, metres; NaN where no one stood flat
 * @param pivots what it turns about while only its heel, ball or toe rests
 */
public record FootRest(
    List<Double> footRad, List<Double> toesRad, double ankleM, List<FootPivot> pivots) {
  private static final List<Double> STRAIGHT = List.of(0.0, 0.0, 0.0);

  private static final List<FootPivot> NO_PIVOTS =
      List.of(FootPivot.NONE, FootPivot.NONE, FootPivot.NONE);

  /** What is tilted by less lies flat, for all that anyone can see, radians. */
  private static final double SLIGHT_RAD = Math.toRadians(1);

  /** As the skeleton says. */
  public static final FootRest AS_BUILT = new FootRest(STRAIGHT, STRAIGHT);

  public FootRest {
    footRad = List.copyOf(footRad);
    toesRad = List.copyOf(toesRad);
    pivots = List.copyOf(pivots);
  }

  private FootRest(List<Double> footRad, List<Double> toesRad) {
    this(footRad, toesRad, Double.NaN, NO_PIVOTS);
  }

  /** How the feet of a motion lie, by side, from what was found to rest. */
  public static Map<Side, FootRest> of(Motion motion, List<Contact> contacts, Ground ground) {
    return new FootRestSearch(motion, contacts, ground).found();
  }

  /** The same on soles that are known: they tell how high the ankle is. */
  public FootRest onKnownSoles() {
    return withAnkle(Double.NaN);
  }

  /** The same where soles that all but lie flat do so: they are held to the ground itself. */
  public FootRest laidFlat() {
    return new FootRest(flat(footRad), flat(toesRad), ankleM, pivots);
  }

  private static List<Double> flat(List<Double> tilt) {
    double square = tilt.stream().mapToDouble(v -> v * v).sum();
    return square < SLIGHT_RAD * SLIGHT_RAD ? STRAIGHT : tilt;
  }

  static FootRest tilted(List<Double> footRad, List<Double> toesRad) {
    return new FootRest(footRad, toesRad);
  }

  FootRest withAnkle(double heightM) {
    return new FootRest(footRad, toesRad, heightM, pivots);
  }

  FootRest withPivots(List<FootPivot> others) {
    return new FootRest(footRad, toesRad, ankleM, others);
  }
}
