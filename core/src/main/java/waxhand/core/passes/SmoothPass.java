package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.body.BodyPart;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;
import waxhand.core.signal.ResidualAnalysis;
import waxhand.core.signal.Smoother;
import waxhand.core.signal.SmoothingSpline;

/**
 * Removes jitter from rotations and travel; see {@link BlockFilter} for how filters act on them.
 *
 * @param method how
 * @param strength of the adaptive method, 1 as fitted
 * @param cutoffHz of low-pass and spline; found from the take while empty: by residual analysis for
 *     the low-pass, by cross-validation for the spline
 * @param order of one direction of the low-pass: 2, 4, 6 or 8
 * @param windowS length of the window of local polynomial and median, seconds
 * @param degree of the local polynomial: 1 to 5
 * @param shares by large part of the body, how strongly it is smoothed: 1 as set, 0 not at all
 * @param turns whether rotations are smoothed
 * @param travel whether positions of roots and moving joints are smoothed
 */
public record SmoothPass(
    SmoothMethod method,
    double strength,
    OptionalDouble cutoffHz,
    int order,
    double windowS,
    int degree,
    Shares shares,
    boolean turns,
    boolean travel)
    implements Pass {
  /** How strongly the large parts are smoothed, each 0 to 4. */
  public record Shares(double head, double trunk, double arms, double legs) {
    public static final Shares EVEN = new Shares(1, 1, 1, 1);

    public Shares {
      for (double share : new double[] {head, trunk, arms, legs}) {
        if (!(share >= 0 && share <= 4)) {
          throw new IllegalArgumentException("share " + share + "; it must be from 0 to 4");
        }
      }
    }

    double of(BodyPart part) {
      return switch (part) {
        case HEAD -> head;
        case TRUNK -> trunk;
        case LEFT_ARM, RIGHT_ARM -> arms;
        case LEFT_LEG, RIGHT_LEG -> legs;
      };
    }
  }

  private static final List<String> ORDERS = List.of("2", "4", "6", "8");
  private static final List<String> DEGREES = List.of("1", "2", "3", "4", "5");

  public static final PassKind<SmoothPass> KIND =
      new PassKind<>(
          "smooth",
          "Smooth",
          "Takes out jitter. Too strong, it takes out acting too: strikes, grabs, quick hands.",
          new SmoothPass(
              SmoothMethod.ADAPTIVE,
              1,
              OptionalDouble.empty(),
              2,
              0.12,
              3,
              Shares.EVEN,
              true,
              true),
          List.of(
              new Setting.Choice<>(
                  "method",
                  "Method",
                  SmoothMethod.allWords(),
                  "Adaptive opens at strikes and quick moves and closes at rest. The others treat"
                      + " every frame alike.",
                  p -> p.method.words(),
                  (p, v) -> p.withMethod(SmoothMethod.of(v))),
              new Setting.Number<>(
                  "strength",
                  "Strength",
                  "×",
                  0.2,
                  4,
                  0.05,
                  "1 is what brings simulated takes nearest to their truth.",
                  SmoothPass::strength,
                  (p, v) -> p.withStrength(v)),
              new Setting.Found<>(
                  "cutoffHz",
                  "Cutoff",
                  "Hz",
                  0.2,
                  500,
                  0.1,
                  "Movement quicker than this is taken out. Lower is smoother.",
                  SmoothPass::cutoffHz,
                  (p, v) -> p.withCutoff(v)),
              new Setting.Choice<>(
                  "order",
                  "Order",
                  ORDERS,
                  "How sharply the cutoff divides. High orders ring at impacts.",
                  p -> Integer.toString(p.order),
                  (p, v) -> p.withOrder(Integer.parseInt(v))),
              new Setting.Number<>(
                  "windowS",
                  "Window",
                  "ms",
                  0.01,
                  1,
                  0.01,
                  "How much time is looked at for each frame. Longer is smoother.",
                  SmoothPass::windowS,
                  (p, v) -> p.withWindow(v)),
              new Setting.Choice<>(
                  "degree",
                  "Degree",
                  DEGREES,
                  "Of the polynomial laid through each window. Higher follows more closely.",
                  p -> Integer.toString(p.degree),
                  (p, v) -> p.withDegree(Integer.parseInt(v))),
              share("head", "Head", Shares::head, (s, v) -> new Shares(v, s.trunk, s.arms, s.legs)),
              share(
                  "trunk", "Trunk", Shares::trunk, (s, v) -> new Shares(s.head, v, s.arms, s.legs)),
              share("arms", "Arms", Shares::arms, (s, v) -> new Shares(s.head, s.trunk, v, s.legs)),
              share("legs", "Legs", Shares::legs, (s, v) -> new Shares(s.head, s.trunk, s.arms, v)),
              new Setting.Switch<>(
                  "turns",
                  "Turns",
                  "Smooth the rotations of the parts.",
                  SmoothPass::turns,
                  (p, v) -> p.withTurns(v, p.travel)),
              new Setting.Switch<>(
                  "travel",
                  "Travel",
                  "Smooth the path of the hips and of joints that move.",
                  SmoothPass::travel,
                  (p, v) -> p.withTurns(p.turns, v))),
          true);

  private static Setting<SmoothPass> share(
      String key,
      String words,
      Function<Shares, Double> get,
      BiFunction<Shares, Double, Shares> set) {
    return new Setting.Number<>(
        key,
        words,
        "×",
        0,
        4,
        0.05,
        "How strongly this part is smoothed: 1 as set above, 0 not at all.",
        p -> get.apply(p.shares),
        (p, v) -> p.withShares(set.apply(p.shares, v)));
  }

  /** Most frames that are looked at to find a cutoff. */
  private static final int ANALYSED = 2400;

  public SmoothPass {
    if (!ORDERS.contains(Integer.toString(order))) {
      throw new IllegalArgumentException("order " + order + "; it must be one of " + ORDERS);
    }
    if (!DEGREES.contains(Integer.toString(degree))) {
      throw new IllegalArgumentException("degree " + degree + "; it must be one of " + DEGREES);
    }
    if (!(strength > 0 && windowS > 0)) {
      throw new IllegalArgumentException("strength " + strength + ", window " + windowS + " s");
    }
  }

  /** A low-pass with that cutoff. */
  public static SmoothPass lowPass(double cutoffHz, int order) {
    return KIND.defaults().withMethod(SmoothMethod.LOW_PASS).withCutoff(cutoffHz).withOrder(order);
  }

  @Override
  public PassKind<SmoothPass> kind() {
    return KIND;
  }

  @Override
  public boolean uses(String key) {
    boolean ofSome = Set.of("strength", "cutoffHz", "order", "windowS", "degree").contains(key);
    return !ofSome || method.uses(key);
  }

  public SmoothPass withMethod(SmoothMethod m) {
    return new SmoothPass(m, strength, cutoffHz, order, windowS, degree, shares, turns, travel);
  }

  public SmoothPass withStrength(double s) {
    return new SmoothPass(method, s, cutoffHz, order, windowS, degree, shares, turns, travel);
  }

  public SmoothPass withCutoff(double hz) {
    return withCutoff(OptionalDouble.of(hz));
  }

  private SmoothPass withCutoff(OptionalDouble hz) {
    return new SmoothPass(method, strength, hz, order, windowS, degree, shares, turns, travel);
  }

  public SmoothPass withOrder(int o) {
    return new SmoothPass(method, strength, cutoffHz, o, windowS, degree, shares, turns, travel);
  }

  public SmoothPass withWindow(double s) {
    return new SmoothPass(method, strength, cutoffHz, order, s, degree, shares, turns, travel);
  }

  public SmoothPass withDegree(int d) {
    return new SmoothPass(method, strength, cutoffHz, order, windowS, d, shares, turns, travel);
  }

  public SmoothPass withShares(Shares s) {
    return new SmoothPass(method, strength, cutoffHz, order, windowS, degree, s, turns, travel);
  }

  public SmoothPass withTurns(boolean rotations, boolean places) {
    return new SmoothPass(
        method, strength, cutoffHz, order, windowS, degree, shares, rotations, places);
  }

  /** The filter for a large part of the body; empty where it would keep everything. */
  private Optional<Smoother> smoother(double rateHz, BodyPart part) {
    double share = shares.of(part);
    if (!isSettled() || share == 0) {
      return Optional.empty();
    }
    if (method.hasCutoff() && !(cutoffHz.getAsDouble() / share < rateHz / 2)) {
      return Optional.empty();
    }
    return Optional.of(method.smoother(this, rateHz, share));
  }

  @Override
  public int reach(Motion in, Place place) {
    double rate = in.clip().rateHz();
    int most = 0;
    for (BodyPart part : BodyPart.values()) {
      most = Math.max(most, smoother(rate, part).map(s -> BlockFilter.BLOCK + s.reach()).orElse(0));
    }
    return most;
  }

  @Override
  public boolean isSettled() {
    return !method.hasCutoff() || cutoffHz.isPresent();
  }

  /** With the suggested cutoff; on a take too short to tell, itself, which then changes nothing. */
  @Override
  public SmoothPass settled(Motion in, Place place) {
    if (isSettled()) {
      return this;
    }
    if (method == SmoothMethod.SPLINE) {
      List<double[]> signals = signals(in, place.scope());
      return signals.isEmpty()
          ? this
          : withCutoff(SmoothingSpline.byCrossValidation(signals, 3).cutoffHz(in.clip().rateHz()));
    }
    return analyse(in, place.scope()).map(found -> withCutoff(found.suggestedHz())).orElse(this);
  }

  /**
   * Residual against cutoff for the parts in scope, from up to 2400 frames in the middle of the
   * take; empty where the take is too short to tell.
   */
  public Optional<ResidualAnalysis> analyse(Motion in, Scope scope) {
    List<double[]> signals = signals(in, scope);
    return signals.isEmpty()
        ? Optional.empty()
        : Optional.of(ResidualAnalysis.of(signals, in.clip().rateHz(), order));
  }

  /** Rotation vectors of the parts that turn; none where the take is too short to tell anything. */
  private List<double[]> signals(Motion in, Scope scope) {
    Clip clip = in.clip();
    int count = Math.min(clip.frames(), ANALYSED);
    int from = (clip.frames() - count) / 2;
    List<double[]> signals = new ArrayList<>();
    if (count >= 16) {
      Frames run = new Frames(from, from + count);
      scope.joints(in.body()).stream().forEach(j -> collect(clip, j, run, signals));
    }
    return signals;
  }

  private void collect(Clip clip, int joint, Frames run, List<double[]> signals) {
    if (!turns) {
      return;
    }
    double[] q = new double[4 * run.count()];
    clip.rotation(joint).read(run, q);
    double[] v = new double[3 * run.count()];
    double[] work = new double[RotationVectors.workspace(run.count())];
    if (RotationVectors.fromRotations(q, run.count(), middle(q), v, work)) {
      for (double x : v) {
        if (x != v[0]) {
          signals.add(v);
          return;
        }
      }
    }
  }

  /** Runs that are shorter cannot be told from noise. */
  private static final int SHORTEST = 8;

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    int frames = in.clip().frames();
    if (frames < SHORTEST) {
      return Optional.of("A take of " + frames + " frames is too short to smooth.");
    }
    SmoothPass found = settled(in, place);
    if (!found.isSettled()) {
      return Optional.of("The take is too short, or too still, to find a cutoff; set one.");
    }
    boolean none =
        Arrays.stream(BodyPart.values())
            .allMatch(p -> found.smoother(in.clip().rateHz(), p).isEmpty());
    return none
        ? Optional.of("Nothing is quicker than this cutoff in a take of this rate.")
        : Optional.empty();
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    Clip clip = in.clip();
    if (clip.frames() < 2) {
      return in;
    }
    Map<BodyPart, Smoother> smoothers = new EnumMap<>(BodyPart.class);
    for (BodyPart part : BodyPart.values()) {
      smoother(clip.rateHz(), part).ifPresent(s -> smoothers.put(part, s));
    }
    if (smoothers.isEmpty()) {
      return in;
    }
    Set<Axis> axes = place.scope().axes();
    return in.with(
        EachJoint.change(
            clip,
            place.joints(in.body()),
            work,
            (j, track) -> {
              Smoother smoother = smoothers.get(BodyPart.of(in.body(), j));
              if (smoother == null) {
                return track;
              }
              if (track.width() == Track.ROTATION) {
                return turns ? BlockFilter.rotation(track, frames, smoother, axes) : track;
              }
              return travel ? BlockFilter.travel(track, frames, smoother, axes) : track;
            }));
  }

  private static double[] middle(double[] q) {
    int n = q.length / 8;
    double[] reference = {q[4 * n], q[4 * n + 1], q[4 * n + 2], q[4 * n + 3]};
    return reference;
  }
}
