package waxhand.core.plants;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.DoubleStream;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Quats;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/** Finds how the feet of a take lie where they rest, and what they turn about. */
final class FootRestSearch {
  private static final int SAMPLES = 300;

  /** Fewer frames tell nothing. */
  private static final int FEWEST = 12;

  /** A foot tilted by more does not lie flat, radians. */
  private static final double MOST_TILT = Math.toRadians(12);

  /** An ankle is not farther from where the skeleton has it, metres. */
  private static final double MOST_M = 0.03;

  /** Kept to these, so that an edit elsewhere does not move them by a hair. */
  private static final double GRAIN_RAD = Math.toRadians(0.1);

  private static final double GRAIN_M = 5e-4;

  private final Motion motion;
  private final Ground ground;
  private final List<Sole> soles;

  /** Frames in which each place of a sole rests, by side. */
  private final Map<Side, FrameSet[]> rests = new EnumMap<>(Side.class);

  FootRestSearch(Motion motion, List<Contact> contacts, Ground ground) {
    this.motion = motion;
    this.ground = ground;
    this.soles = motion.body().soles();
    for (Sole sole : soles) {
      FrameSet[] places = new FrameSet[Sole.PLACES];
      for (int place = 0; place < Sole.PLACES; place++) {
        ContactPart part = ContactPart.ofSole(sole.side(), place);
        places[place] =
            FrameSet.of(
                contacts.stream().filter(c -> c.part() == part).map(Contact::frames).toList());
      }
      rests.put(sole.side(), places);
    }
  }

  Map<Side, FootRest> found() {
    Map<Side, FootRest> found = new TreeMap<>();
    for (Sole sole : soles) {
      found.put(sole.side(), tilt(sole));
    }
    Map<Side, Double> heights = ankles();
    found.replaceAll((side, rest) -> rest.withAnkle(heights.getOrDefault(side, Double.NaN)));
    List<Sole> stiff = soles.stream().filter(s -> s.toes() == s.foot()).toList();
    if (!stiff.isEmpty()) {
      FootPivot tip = tip(stiff, found);
      for (Sole sole : stiff) {
        found.computeIfPresent(
            sole.side(),
            (side, rest) -> rest.withPivots(List.of(FootPivot.NONE, FootPivot.NONE, tip)));
      }
    }
    return found;
  }

  /** The frames in which both heel and ball rest. */
  private FrameSet flat(Side side) {
    return rests.get(side)[0].common(rests.get(side)[1]);
  }

  /** Some frames of a set, evenly spread. */
  private static int[] samples(FrameSet frames) {
    int step = Math.max(1, frames.count() / SAMPLES);
    int[] samples = new int[(frames.count() + step - 1) / step];
    int seen = 0;
    for (Frames run : frames.runs()) {
      for (int f = run.from(); f < run.to(); f++) {
        if (seen % step == 0) {
          samples[seen / step] = f;
        }
        seen++;
      }
    }
    return samples;
  }

  private FootPose pose(Sole sole, Carry carry, FootRest rest) {
    return new FootPose(motion.clip(), sole, carry, rest);
  }

  // ---- how it is tilted --------------------------------------------------------------------

  private FootRest tilt(Sole sole) {
    FrameSet flat = flat(sole.side());
    if (flat.count() < FEWEST) {
      return FootRest.AS_BUILT;
    }
    FootPose pose = pose(sole, Carry.NONE, FootRest.AS_BUILT);
    int[] frames = samples(flat);
    double[][] found = new double[6][frames.length];
    double[] back = new double[4];
    double[] tilt = new double[4];
    double[] v = new double[3];
    for (int n = 0; n < frames.length; n++) {
      pose.load(frames[n]);
      for (int part = 0; part < 2; part++) {
        double[] turn = part == 0 ? pose.foot : pose.toes;
        FootPose.yaw(pose.restHeading - pose.heading(turn), back);
        Quats.multiply(back, 0, turn, 0, tilt, 0);
        Quats.log(tilt, 0, v, 0);
        for (int i = 0; i < 3; i++) {
          found[3 * part + i][n] = v[i];
        }
      }
    }
    return FootRest.tilted(vector(found, 0), vector(found, 3));
  }

  private static List<Double> vector(double[][] found, int at) {
    double[] v = new double[3];
    double size = 0;
    for (int i = 0; i < 3; i++) {
      v[i] = GRAIN_RAD * Math.round(middle(found[at + i]) / GRAIN_RAD);
      size += v[i] * v[i];
    }
    return size > MOST_TILT * MOST_TILT ? FootRest.AS_BUILT.footRad() : List.of(v[0], v[1], v[2]);
  }

  private static double middle(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  // ---- how high its ankle is ---------------------------------------------------------------

  /**
   * Heights of the ankles over the ground, metres, where the feet stood flat. How much higher one
   * is than the other is told from where both stood: what the body floats is then the same for
   * both.
   */
  private Map<Side, Double> ankles() {
    Map<Side, double[]> single = new EnumMap<>(Side.class);
    for (Sole sole : soles) {
      FrameSet flat = flat(sole.side());
      if (flat.count() >= FEWEST) {
        single.put(sole.side(), heights(sole, samples(flat)));
      }
    }
    Map<Side, Double> found = new EnumMap<>(Side.class);
    single.forEach((side, heights) -> found.put(side, middle(heights)));
    FrameSet both = single.size() < 2 ? FrameSet.NONE : flat(Side.LEFT).common(flat(Side.RIGHT));
    if (both.count() >= FEWEST) {
      int[] frames = samples(both);
      double[] left = heights(sole(Side.LEFT), frames);
      double[] right = heights(sole(Side.RIGHT), frames);
      Arrays.setAll(left, n -> 0.5 * (left[n] - right[n]));
      double higher = middle(left);
      double mean =
          middle(
              DoubleStream.concat(
                      Arrays.stream(single.get(Side.LEFT)).map(h -> h - higher),
                      Arrays.stream(single.get(Side.RIGHT)).map(h -> h + higher))
                  .toArray());
      found.put(Side.LEFT, mean + higher);
      found.put(Side.RIGHT, mean - higher);
    }
    found.replaceAll((side, height) -> GRAIN_M * Math.round(height / GRAIN_M));
    found.entrySet().removeIf(e -> Math.abs(e.getValue() - built(sole(e.getKey()))) >= MOST_M);
    return found;
  }

  private Sole sole(Side side) {
    return soles.stream().filter(s -> s.side() == side).findFirst().orElseThrow();
  }

  /** The height as the skeleton has it. */
  private double built(Sole sole) {
    return -pose(sole, Carry.NONE, FootRest.AS_BUILT).fromAnkleAtRest(1)[1];
  }

  private double[] heights(Sole sole, int[] frames) {
    FootPose pose = pose(sole, Carry.NONE, FootRest.AS_BUILT);
    double[] heights = new double[frames.length];
    double[] v = new double[3];
    for (int n = 0; n < frames.length; n++) {
      int f = frames[n];
      pose.load(f);
      // over what is under the ball: beside the ankle there may be something higher
      pose.fromAnkle(1, pose.foot, pose.toes, v);
      double over =
          ground.over(f, v[0] + pose.ankle[0], v[1] + pose.ankle[1], v[2] + pose.ankle[2]);
      heights[n] = over - v[1];
    }
    return heights;
  }

  // ---- what it turns about -----------------------------------------------------------------

  /**
   * What the body has to be carried against as feet that lie flat tell: they turn about nothing.
   */
  private Carry onFlatFeet(Map<Side, FootRest> known) {
    List<Footing> footings = new ArrayList<>();
    for (Sole sole : soles) {
      ContactPart part = ContactPart.ofSole(sole.side(), 1);
      for (Frames run : flat(sole.side()).runs()) {
        footings.add(
            new Footing(
                sole.side(), List.of(Plant.found(part, run, 0, 0)), run, 1, 0, 0, 0, List.of()));
      }
    }
    return Carry.of(motion, footings, known, ground, motion.clip().allFrames(), 1);
  }

  /**
   * What the tips of feet turn about that have no toes which bend; others roll on joints and heels
   * that files have.
   */
  private FootPivot tip(List<Sole> stiff, Map<Side, FootRest> found) {
    Carry carry = onFlatFeet(found);
    List<FootPivot.Turning> feet = new ArrayList<>();
    for (Sole sole : stiff) {
      FrameSet[] places = rests.get(sole.side());
      FrameSet alone = places[2].minus(places[0]).minus(places[1]);
      feet.add(new FootPivot.Turning(pose(sole, carry, found.get(sole.side())), alone.runs()));
    }
    return FootPivot.of(feet, 2);
  }
}
