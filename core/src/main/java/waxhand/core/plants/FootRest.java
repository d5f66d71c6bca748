package waxhand.core.plants;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Quats;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
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
 */
public record FootRest(List<Double> footRad, List<Double> toesRad, double ankleM) {
  /** As the skeleton says. */
  public static final FootRest AS_BUILT =
      new FootRest(List.of(0.0, 0.0, 0.0), List.of(0.0, 0.0, 0.0), Double.NaN);

  private static final int SAMPLES = 300;

  /** Fewer tell nothing. */
  private static final int FEWEST = 12;

  /** A foot tilted by more does not lie flat, radians. */
  private static final double MOST_TILT = Math.toRadians(12);

  /** An ankle is not farther from where the skeleton has it, metres. */
  private static final double MOST_M = 0.03;

  /** Kept to these, so that an edit elsewhere does not move them by a hair. */
  private static final double GRAIN_RAD = Math.toRadians(0.1);

  private static final double GRAIN_M = 5e-4;

  public FootRest {
    footRad = List.copyOf(footRad);
    toesRad = List.copyOf(toesRad);
  }

  /** The same on soles that are known: they tell how high the ankle is. */
  public FootRest onKnownSoles() {
    return new FootRest(footRad, toesRad, Double.NaN);
  }

  /** How the feet of a motion lie, by side, from what was found to rest. */
  public static Map<Side, FootRest> of(Motion motion, List<Contact> contacts, Ground ground) {
    Map<Side, FootRest> rests = new TreeMap<>();
    for (Sole sole : motion.body().soles()) {
      rests.put(sole.side(), of(motion, sole, contacts, ground));
    }
    return rests;
  }

  private static FootRest of(Motion motion, Sole sole, List<Contact> contacts, Ground ground) {
    FrameSet flat = FrameSet.NONE;
    for (Frames ball : frames(contacts, sole.side(), 1).runs()) {
      flat = flat.union(frames(contacts, sole.side(), 0).within(ball));
    }
    int many = flat.count();
    if (many < FEWEST) {
      return AS_BUILT;
    }
    FootPose pose = new FootPose(motion.clip(), sole, Carry.NONE, AS_BUILT);
    int step = Math.max(1, many / SAMPLES);
    double[][] found = new double[7][many / step + 1];
    int count = 0;
    int seen = 0;
    double[] back = new double[4];
    double[] tilt = new double[4];
    double[] v = new double[3];
    for (Frames run : flat.runs()) {
      for (int f = run.from(); f < run.to(); f++) {
        if (seen++ % step != 0) {
          continue;
        }
        pose.load(f);
        for (int part = 0; part < 2; part++) {
          double[] turn = part == 0 ? pose.foot : pose.toes;
          FootPose.yaw(pose.restHeading - pose.heading(turn), back);
          Quats.multiply(back, 0, turn, 0, tilt, 0);
          if (tilt[3] < 0) {
            for (int i = 0; i < 4; i++) {
              tilt[i] = -tilt[i];
            }
          }
          Quats.log(tilt, 0, v, 0);
          for (int i = 0; i < 3; i++) {
            found[3 * part + i][count] = v[i];
          }
        }
        // over what is under the ball: beside the ankle there may be something higher
        pose.fromAnkle(1, pose.foot, pose.toes, v);
        double over =
            ground.over(f, v[0] + pose.ankle[0], v[1] + pose.ankle[1], v[2] + pose.ankle[2]);
        found[6][count] = over - v[1];
        count++;
      }
    }
    double built = -pose.fromAnkleAtRest(1)[1];
    double ankle = GRAIN_M * Math.round(middle(found[6], count) / GRAIN_M);
    return new FootRest(
        vector(found, 0, count),
        vector(found, 3, count),
        Math.abs(ankle - built) < MOST_M ? ankle : Double.NaN);
  }

  private static FrameSet frames(List<Contact> contacts, Side side, int place) {
    FrameSet frames = FrameSet.NONE;
    ContactPart part = ContactPart.ofSole(side, place);
    for (Contact contact : contacts) {
      if (contact.part() == part) {
        frames = frames.union(FrameSet.of(contact.frames()));
      }
    }
    return frames;
  }

  private static List<Double> vector(double[][] found, int at, int count) {
    double[] v = new double[3];
    double size = 0;
    for (int i = 0; i < 3; i++) {
      v[i] = GRAIN_RAD * Math.round(middle(found[at + i], count) / GRAIN_RAD);
      size += v[i] * v[i];
    }
    return size > MOST_TILT * MOST_TILT ? AS_BUILT.footRad : List.of(v[0], v[1], v[2]);
  }

  private static double middle(double[] values, int count) {
    double[] sorted = Arrays.copyOf(values, count);
    Arrays.sort(sorted);
    return sorted[count / 2];
  }
}
