package waxhand.core.plants;

import java.util.Arrays;
import java.util.List;
import waxhand.core.body.Sole;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/**
 * What a foot really turns about while one place of its sole rests, from where the skeleton has
 * that place. A foot without toes that bend rolls over the balls of toes that no file has, which
 * need not be where its bone ends. What is turned about keeps still, so it is the point of the foot
 * that moved least while the foot was tilted (least squares after Gamage and Lasenby, "New least
 * squares solutions for estimating the average centre of rotation and the axis of rotation", J.
 * Biomechanics 35, 2002), held to the place of the skeleton by as much as that is to be trusted.
 *
 * @param aheadM along the foot, metres
 * @param upM square to the sole, metres
 */
public record FootPivot(double aheadM, double upM) {
  /** As the skeleton says. */
  public static final FootPivot NONE = new FootPivot(0, 0);

  /** How far feet that rest wander, metres, and for how long one way, seconds. */
  private static final double WANDER_M = 0.01;

  private static final double WANDER_S = 0.5;

  /** How far off the place of a skeleton is, metres. */
  private static final double DOUBT_M = 0.02;

  /** What wanders by more did not rest, metres. */
  private static final double RESTS_M = 0.01;

  private static final int TURNS = 4;

  /** At most so many frames of a run are looked at. */
  private static final int SAMPLES = 120;

  /** A pivot is not farther behind or ahead of its place, shares of the foot's length. */
  private static final double MOST_BEHIND = 0.5;

  private static final double MOST_AHEAD = 0.15;

  /** Nor lower or higher, metres. */
  private static final double MOST_BELOW = 0.01;

  private static final double MOST_ABOVE = 0.06;

  /** Kept to this, so that an edit elsewhere does not move it by a hair, metres. */
  private static final double GRAIN_M = 5e-4;

  /**
   * A foot and when it may have turned.
   *
   * @param pose of the foot as the skeleton has it
   * @param runs in which the place rests and no other place of the foot does
   */
  record Turning(FootPose pose, List<Frames> runs) {
    /**
     * Adds to the normal equations. Modified: all.
     *
     * @param alike whether all runs count alike, else those less that wander about this pivot
     */
    private void add(int place, boolean alike, double ahead, double up, double[] all) {
      for (Frames run : runs) {
        double[] sums = sums(pose, place, run);
        double left =
            sums[5]
                + 2 * (ahead * sums[3] + up * sums[4])
                + ahead * ahead * sums[0]
                + 2 * ahead * up * sums[1]
                + up * up * sums[2];
        double wander = Math.max(0, left) / run.count();
        double weight = alike ? 1 : 1 / (1 + sq(wander) / sq(sq(RESTS_M)));
        for (int i = 0; i < 5; i++) {
          all[i] += weight * sums[i];
        }
      }
    }
  }

  /**
   * Finds one: the same for both feet, since they are built alike, and what one foot alone seems to
   * turn about may be what the body wandered.
   */
  static FootPivot of(List<Turning> feet, int place) {
    if (feet.stream().allMatch(f -> f.runs().isEmpty())) {
      return NONE;
    }
    double[] all = new double[5];
    double ahead = 0;
    double up = 0;
    for (int turn = 0; turn < TURNS; turn++) {
      Arrays.fill(all, 0);
      for (Turning foot : feet) {
        foot.add(place, turn == 0, ahead, up, all);
      }
      double ridge = WANDER_S * feet.get(0).pose().rateHz() * sq(WANDER_M) / sq(DOUBT_M);
      all[0] += ridge;
      all[2] += ridge;
      double det = all[0] * all[2] - sq(all[1]);
      ahead = -(all[3] * all[2] - all[4] * all[1]) / det;
      up = -(all[4] * all[0] - all[3] * all[1]) / det;
    }
    double length = feet.get(0).pose().along[Sole.PLACES - 1];
    boolean likely =
        ahead > -MOST_BEHIND * length
            && ahead < MOST_AHEAD * length
            && up > -MOST_BELOW
            && up < MOST_ABOVE;
    return likely ? new FootPivot(grain(ahead), grain(up)) : NONE;
  }

  private static double grain(double value) {
    return GRAIN_M * Math.round(value / GRAIN_M);
  }

  /**
   * What a run adds to the normal equations, with its own centre taken out: squares and product of
   * the foot's ways ahead and up, their products with its place, and the square of that.
   */
  private static double[] sums(FootPose pose, int place, Frames run) {
    int step = Math.max(1, run.count() / SAMPLES);
    double[] mean = new double[9];
    double[] squares = new double[6];
    double[] v = new double[9];
    int count = 0;
    for (int f = run.from(); f < run.to(); f += step) {
      pose.load(f);
      double[] turn = place == 0 ? pose.foot : pose.toes;
      double[] way = {Math.sin(pose.restHeading), 0, Math.cos(pose.restHeading)};
      Quats.rotate(turn, 0, way, 0, v, 0);
      way = new double[] {0, 1, 0};
      Quats.rotate(turn, 0, way, 0, v, 3);
      double[] p = new double[3];
      pose.fromAnkle(place, pose.foot, pose.toes, p);
      for (int i = 0; i < 3; i++) {
        v[6 + i] = p[i] + pose.ankle[i];
      }
      for (int i = 0; i < 9; i++) {
        mean[i] += v[i];
      }
      count++;
      squares[0] += dot(v, 0, 0);
      squares[1] += dot(v, 0, 3);
      squares[2] += dot(v, 3, 3);
      squares[3] += dot(v, 0, 6);
      squares[4] += dot(v, 3, 6);
      squares[5] += dot(v, 6, 6);
    }
    int[][] of = {{0, 0}, {0, 3}, {3, 3}, {0, 6}, {3, 6}, {6, 6}};
    for (int i = 0; i < 6; i++) {
      squares[i] = step * (squares[i] - dot(mean, of[i][0], of[i][1]) / count);
    }
    return squares;
  }

  private static double sq(double value) {
    return value * value;
  }

  private static double dot(double[] v, int a, int b) {
    return v[a] * v[b] + v[a + 1] * v[b + 1] + v[a + 2] * v[b + 2];
  }
}
