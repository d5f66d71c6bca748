package waxhand.rehearsal.damage;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;

/** The kinds of damage, by name, in the order in which they are put on a take. */
public final class Damages {
  /** Root mean square of usual jitter, radians for turns and metres for translation. */
  private static final double JITTER_RAD = Math.toRadians(0.9);

  private static final double JITTER_M = 0.0022;

  /** What every capture suffers from, with its usual strength. */
  public static final Map<String, Double> USUAL =
      strengths(List.of("leg", "drift", "float", "floor", "jitter", "dropout", "freeze", "spike"));

  /** What files from elsewhere suffer from, with its usual strength. */
  public static final Map<String, Double> WILD =
      strengths(
          List.of(
              "leg", "height", "drift", "float", "floor", "jitter", "burst", "wild", "freeze",
              "flip", "round"));

  private static final Map<String, Damage> KINDS = kinds();

  /** Kinds that the deckhand's takes do not have. */
  private static final List<String> ELSEWHERE = List.of("height", "burst", "wild", "flip", "round");

  /** All kinds of the deckhand's takes, with their usual strength. */
  public static final Map<String, Double> ALL =
      strengths(KINDS.keySet().stream().filter(k -> !ELSEWHERE.contains(k)).toList());

  private Damages() {}

  private static Map<String, Double> strengths(Collection<String> kinds) {
    Map<String, Double> all = new LinkedHashMap<>();
    kinds.forEach(kind -> all.put(kind, 1.0));
    return Collections.unmodifiableMap(all);
  }

  private static Map<String, Damage> kinds() {
    Map<String, Damage> kinds = new LinkedHashMap<>();
    kinds.put("leg", Damages::wrongLegLength);
    kinds.put("height", Damages::wrongHeight);
    kinds.put("drift", Damages::drift);
    kinds.put("float", Damages::floating);
    kinds.put("floor", Damages::floorOffset);
    kinds.put("collision", LimbDamage::throughBody);
    kinds.put("shake", LimbDamage::shakingHead);
    kinds.put("twist", LimbDamage::twistedWrist);
    kinds.put("pop", LimbDamage::pops);
    kinds.put("jolt", Damages::jolts);
    kinds.put("jitter", Damages::jitter);
    kinds.put("burst", FileDamage::bursts);
    kinds.put("stick", LimbDamage::sticks);
    kinds.put("dropout", LimbDamage::dropouts);
    kinds.put("freeze", Damages::freezes);
    kinds.put("spike", Damages::spikes);
    kinds.put("wild", WildRuns::apply);
    kinds.put("flip", FileDamage::flips);
    kinds.put("round", FileDamage::rounding);
    return kinds;
  }

  /** Those of the strengths that are of kinds which only move the body as a whole. */
  public static Map<String, Double> ofPlace(Map<String, Double> strengths) {
    Map<String, Double> place = new LinkedHashMap<>(strengths);
    place.keySet().retainAll(List.of("leg", "height", "drift", "float", "floor", "jolt"));
    return place;
  }

  /**
   * Puts several kinds of damage on a clip.
   *
   * @param strengths by kind; kinds not named stay away
   * @throws IllegalArgumentException for an unknown kind or a strength below 0
   */
  public static Damaged apply(Clip clip, Map<String, Double> strengths, long seed) {
    for (Map.Entry<String, Double> entry : strengths.entrySet()) {
      if (!KINDS.containsKey(entry.getKey())) {
        throw new IllegalArgumentException(
            "there is no damage '" + entry.getKey() + "'; there are " + KINDS.keySet());
      }
      if (!(entry.getValue() >= 0)) {
        throw new IllegalArgumentException("strength of " + entry.getKey() + " is below 0");
      }
    }
    Clip damaged = clip;
    List<Fault> faults = new ArrayList<>();
    for (Map.Entry<String, Damage> kind : KINDS.entrySet()) {
      double strength = strengths.getOrDefault(kind.getKey(), 0.0);
      if (strength > 0) {
        Damaged result =
            kind.getValue()
                .apply(
                    damaged,
                    strength,
                    new SplittableRandom(seed ^ ((long) kind.getKey().hashCode() << 20))
                        .nextLong());
        damaged = result.clip();
        faults.addAll(result.faults());
      }
    }
    return new Damaged(damaged, List.copyOf(faults));
  }

  /** White and coloured noise on every rotation, each joint with a share of its own. */
  private static Damaged jitter(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    double[] noise = new double[3];
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double own = strength * JITTER_RAD * (0.4 + 1.1 * random.nextDouble());
      double[] q = new double[4 * clip.frames()];
      clip.rotation(j).read(clip.allFrames(), q);
      // coloured noise forgets itself within some 30 ms
      double keep = Math.exp(-1 / (0.03 * clip.rateHz()));
      double fresh = Math.sqrt(1 - keep * keep);
      double[] slow = new double[3];
      double[] turn = new double[4];
      for (int f = 0; f < clip.frames(); f++) {
        for (int i = 0; i < 3; i++) {
          slow[i] = keep * slow[i] + fresh * random.nextGaussian();
          noise[i] = own * (0.8 * random.nextGaussian() + 0.45 * slow[i]) / Math.sqrt(3);
        }
        Quats.exp(noise, 0, turn, 0);
        Quats.multiply(q, 4 * f, turn, 0, q, 4 * f);
      }
      out = out.withRotation(j, Track.of(TrackType.ROTATION, q));
      if (clip.hasTranslation(j)) {
        double[] p = new double[3 * clip.frames()];
        clip.translation(j).read(clip.allFrames(), p);
        for (int i = 0; i < p.length; i++) {
          p[i] += strength * JITTER_M * random.nextGaussian();
        }
        out = out.withTranslation(j, Track.of(TrackType.TRANSLATION, p));
      }
      faults.add(new Fault("jitter", clip.skeleton().joint(j).name(), clip.allFrames()));
    }
    return new Damaged(out, faults);
  }

  /** Single frames in which a joint is thrown far off, about one in four seconds. */
  private static Damaged spikes(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 4);
    for (int n = 0; n < count && clip.frames() > 4; n++) {
      int j = 1 + random.nextInt(clip.skeleton().size() - 1);
      int f = 2 + random.nextInt(clip.frames() - 4);
      double[] v = new double[3];
      double size = Math.toRadians(22 + 30 * random.nextDouble());
      double length = 0;
      for (int i = 0; i < 3; i++) {
        v[i] = random.nextGaussian();
        length += v[i] * v[i];
      }
      for (int i = 0; i < 3; i++) {
        v[i] *= size / Math.sqrt(length);
      }
      double[] turn = new double[4];
      double[] q = new double[4];
      Quats.exp(v, 0, turn, 0);
      out.rotation(j).read(f, q, 0);
      Quats.multiply(q, 0, turn, 0, q, 0);
      out = out.withRotation(j, out.rotation(j).with(new Frames(f, f + 1), q));
      faults.add(new Fault("spike", clip.skeleton().joint(j).name(), new Frames(f, f + 1)));
    }
    return new Damaged(out, faults);
  }

  /** The whole body stops and then leaps to where it is, about once in ten seconds. */
  private static Damaged freezes(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 10);
    for (int n = 0; n < count; n++) {
      int length = (int) Math.round(clip.rateHz() * (0.06 + 0.1 * random.nextDouble()));
      if (length < 2 || clip.frames() < length + 4) {
        continue;
      }
      int from = 1 + random.nextInt(clip.frames() - length - 2);
      Frames run = new Frames(from, from + length);
      for (int j = 0; j < clip.skeleton().size(); j++) {
        out = out.withRotation(j, held(out.rotation(j), run));
        if (out.hasTranslation(j)) {
          out = out.withTranslation(j, held(out.translation(j), run));
        }
      }
      faults.add(new Fault("freeze", "body", run));
    }
    return new Damaged(out, faults);
  }

  /**
   * A solver that starts anew: the body leaps aside and drifts back, about once in eight seconds.
   */
  private static Damaged jolts(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 8);
    for (int n = 0; n < count && clip.frames() > 8; n++) {
      int at = 3 + random.nextInt(clip.frames() - 6);
      double heading = 2 * Math.PI * random.nextDouble();
      double size = strength * (0.05 + 0.04 * random.nextDouble());
      double from = at / clip.rateHz();
      out =
          moved(
              out,
              (p, t) -> {
                double left = t < from - 1e-9 ? 0 : size * Math.exp(-(t - from) / 0.35);
                return new double[] {
                  p[0] + left * Math.sin(heading), p[1], p[2] + left * Math.cos(heading)
                };
              });
      faults.add(new Fault("jolt", "body", new Frames(at, at + 1)));
    }
    return new Damaged(out, faults);
  }

  /** The track with the first sample of a run kept for all of it. */
  static Track held(Track track, Frames run) {
    double[] values = new double[track.width() * run.count()];
    for (int n = 0; n < run.count(); n++) {
      track.read(run.from(), values, n * track.width());
    }
    return track.with(run, values);
  }

  /** A slow wandering over the ground: resting feet slide. */
  private static Damaged drift(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    DoubleUnaryOperator x = wander(random, 0.03 * strength);
    DoubleUnaryOperator z = wander(random, 0.03 * strength);
    return new Damaged(
        moved(
            clip,
            (p, t) -> new double[] {p[0] + x.applyAsDouble(t), p[1], p[2] + z.applyAsDouble(t)}),
        List.of());
  }

  /** A solver that took the legs for longer than they are: translation and steps no longer fit. */
  private static Damaged wrongLegLength(Clip clip, double strength, long seed) {
    double factor = 1 + 0.018 * strength * (new Random(seed).nextBoolean() ? 1 : -1);
    double x0 = clip.translation(0).at(0, 0);
    double z0 = clip.translation(0).at(0, 2);
    return new Damaged(
        moved(
            clip,
            (p, t) -> new double[] {x0 + factor * (p[0] - x0), p[1], z0 + factor * (p[2] - z0)}),
        List.of());
  }

  /** And whose root is scaled in height: the body is pressed into the floor, or hangs over it. */
  private static Damaged wrongHeight(Clip clip, double strength, long seed) {
    double factor = 1 + 0.012 * strength * (2 * new Random(seed).nextDouble() - 1);
    return new Damaged(moved(clip, (p, t) -> new double[] {p[0], factor * p[1], p[2]}), List.of());
  }

  /** The body floats and sinks slowly. */
  private static Damaged floating(Clip clip, double strength, long seed) {
    DoubleUnaryOperator y = wander(new Random(seed), 0.008 * strength);
    return new Damaged(
        moved(clip, (p, t) -> new double[] {p[0], p[1] + y.applyAsDouble(t), p[2]}), List.of());
  }

  /** The floor is not where the take says. */
  private static Damaged floorOffset(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    double by = strength * (0.04 + 0.05 * random.nextDouble()) * (random.nextBoolean() ? 1 : -1);
    return new Damaged(moved(clip, (p, t) -> new double[] {p[0], p[1] + by, p[2]}), List.of());
  }

  private interface Move {
    double[] at(double[] place, double time);
  }

  private static Clip moved(Clip clip, Move move) {
    Clip out = clip;
    Skeleton skeleton = clip.skeleton();
    for (int j = 0; j < skeleton.size(); j++) {
      if (skeleton.parent(j) >= 0 || !clip.hasTranslation(j)) {
        continue;
      }
      double[] p = new double[3 * clip.frames()];
      clip.translation(j).read(clip.allFrames(), p);
      for (int f = 0; f < clip.frames(); f++) {
        double[] place = {p[3 * f], p[3 * f + 1], p[3 * f + 2]};
        System.arraycopy(move.at(place, f / clip.rateHz()), 0, p, 3 * f, 3);
      }
      out = out.withTranslation(j, Track.of(TrackType.TRANSLATION, p));
    }
    return out;
  }

  private static DoubleUnaryOperator wander(Random random, double size) {
    double[] speed = new double[3];
    double[] phase = new double[3];
    for (int i = 0; i < 3; i++) {
      speed[i] = 2 * Math.PI * (0.05 + 0.22 * random.nextDouble());
      phase[i] = 2 * Math.PI * random.nextDouble();
    }
    return t -> {
      double sum = 0;
      for (int i = 0; i < 3; i++) {
        sum += Math.sin(speed[i] * t + phase[i]) - Math.sin(phase[i]);
      }
      return size * sum / 3;
    };
  }
}
