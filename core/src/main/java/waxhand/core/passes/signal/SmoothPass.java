package waxhand.core.passes.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.common.EachJoint;
import waxhand.core.passes.common.SmoothAmounts;
import waxhand.core.scene.Motion;
import waxhand.core.signal.ResidualAnalysis;
import waxhand.core.signal.Smoother;
import waxhand.core.signal.SmoothingSpline;
import waxhand.core.work.Work;

/**
 * Removes jitter from rotations and translation; see {@link BlockFilter} for how filters act on
 * them.
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
 * @param translation whether positions of roots and moving joints are smoothed
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
    boolean translation)
    implements Pass {
  /** How strongly the large parts are smoothed, each 0 to 4. */
  public record Shares(double head, double trunk, double arms, double legs) {
    private static final Amount SHARE = share("share", "Share");

    public static final Shares EVEN = new Shares(1, 1, 1, 1);

    public Shares {
      for (double share : new double[] {head, trunk, arms, legs}) {
        SHARE.check(share);
      }
    }

    private static Amount share(String key, String words) {
      return new Amount(
          key,
          words,
          "×",
          0,
          4,
          0.05,
          "How strongly this part is smoothed: 1 as set above, 0 not at all.");
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

  private static final Amount CUTOFF =
      new Amount(
              "cutoffHz",
              "Cutoff",
              "Hz",
              0.5,
              25,
              0.1,
              "Movement quicker than this is taken out. Lower is smoother.")
          .within(0.2, 500);

  private static final Amount WINDOW =
      new Amount(
          "windowS",
          "Window",
          "ms",
          0.01,
          1,
          0.01,
          "How much time is looked at for each frame. Longer is smoother.");

  private static final List<String> ORDERS = List.of("2", "4", "6", "8");
  private static final List<String> DEGREES = List.of("1", "2", "3", "4", "5");

  private static Setting<SmoothPass> share(
      String key,
      String words,
      Function<Shares, Double> get,
      BiFunction<Shares, Double, Shares> set) {
    return Shares.share(key, words)
        .of(p -> get.apply(p.shares), (p, v) -> p.withShares(set.apply(p.shares, v)));
  }

  public static final PassKind<SmoothPass> KIND =
      new PassKind<SmoothPass>(
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
                  Setting.choice(
                      "method",
                      "Method",
                      SmoothMethod.class,
                      "Adaptive opens at strikes and quick moves and closes at rest. The others treat"
                          + " every frame alike.",
                      SmoothPass::method,
                      SmoothPass::withMethod),
                  SmoothAmounts.STRENGTH.of(SmoothPass::strength, SmoothPass::withStrength),
                  CUTOFF.found(SmoothPass::cutoffHz, SmoothPass::withCutoff),
                  new Setting.Choice<>(
                      "order",
                      "Order",
                      ORDERS,
                      "How sharply the cutoff divides. High orders ring at impacts.",
                      p -> Integer.toString(p.order),
                      (p, v) -> p.withOrder(Integer.parseInt(v))),
                  WINDOW.of(SmoothPass::windowS, SmoothPass::withWindow),
                  new Setting.Choice<>(
                      "degree",
                      "Degree",
                      DEGREES,
                      "Of the polynomial laid through each window. Higher follows more closely.",
                      p -> Integer.toString(p.degree),
                      (p, v) -> p.withDegree(Integer.parseInt(v))),
                  share(
                      "head",
                      "Head",
                      Shares::head,
                      (s, v) -> new Shares(v, s.trunk, s.arms, s.legs)),
                  share(
                      "trunk",
                      "Trunk",
                      Shares::trunk,
                      (s, v) -> new Shares(s.head, v, s.arms, s.legs)),
                  share(
                      "arms",
                      "Arms",
                      Shares::arms,
                      (s, v) -> new Shares(s.head, s.trunk, v, s.legs)),
                  share(
                      "legs",
                      "Legs",
                      Shares::legs,
                      (s, v) -> new Shares(s.head, s.trunk, s.arms, v)),
                  new Setting.Switch<>(
                      "turns",
                      "Turns",
                      "Smooth the rotations of the parts.",
                      SmoothPass::turns,
                      (p, v) -> p.withTurns(v, p.translation)),
                  new Setting.Switch<>(
                      "travel",
                      "Translation",
                      "Smooth the path of the hips and of joints that move.",
                      SmoothPass::translation,
                      (p, v) -> p.withTurns(p.turns, v))),
              true)
          .reading(SmoothPass::base)
          .in(Stage.SIGNAL);

  /** Before there were other methods a Smooth was a low-pass, and did not say so. */
  private static SmoothPass base(Set<String> named) {
    boolean old = !named.isEmpty() && !named.contains("method");
    return old ? KIND.defaults().withMethod(SmoothMethod.LOW_PASS) : KIND.defaults();
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
    SmoothAmounts.STRENGTH.check(strength);
    CUTOFF.check(cutoffHz);
    WINDOW.check(windowS);
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
  public boolean usesAxes() {
    return true;
  }

  @Override
  public boolean uses(String key) {
    boolean ofSome = Set.of("strength", "cutoffHz", "order", "windowS", "degree").contains(key);
    return !ofSome || method.uses(key);
  }

  public SmoothPass withMethod(SmoothMethod m) {
    return new SmoothPass(
        m, strength, cutoffHz, order, windowS, degree, shares, turns, translation);
  }

  public SmoothPass withStrength(double s) {
    return new SmoothPass(method, s, cutoffHz, order, windowS, degree, shares, turns, translation);
  }

  public SmoothPass withCutoff(double hz) {
    return withCutoff(OptionalDouble.of(hz));
  }

  private SmoothPass withCutoff(OptionalDouble hz) {
    return new SmoothPass(method, strength, hz, order, windowS, degree, shares, turns, translation);
  }

  public SmoothPass withOrder(int o) {
    return new SmoothPass(
        method, strength, cutoffHz, o, windowS, degree, shares, turns, translation);
  }

  public SmoothPass withWindow(double s) {
    return new SmoothPass(method, strength, cutoffHz, order, s, degree, shares, turns, translation);
  }

  public SmoothPass withDegree(int d) {
    return new SmoothPass(
        method, strength, cutoffHz, order, windowS, d, shares, turns, translation);
  }

  public SmoothPass withShares(Shares s) {
    return new SmoothPass(
        method, strength, cutoffHz, order, windowS, degree, s, turns, translation);
  }

  public SmoothPass withTurns(boolean rotations, boolean places) {
    return new SmoothPass(
        method, strength, cutoffHz, order, windowS, degree, shares, rotations, places);
  }

  /** The filter for a large part of the body; empty where it would keep everything. */
  private Optional<Smoother> smoother(double rateHz, BodyPart part) {
    double share = shares.of(part);
    if (!isReady() || share == 0) {
      return Optional.empty();
    }
    if (method.hasCutoff() && !(cutoffHz.getAsDouble() / share < rateHz / 2)) {
      return Optional.empty();
    }
    return Optional.of(method.smoother(this, rateHz, share));
  }

  private boolean isReady() {
    return !method.hasCutoff() || cutoffHz.isPresent();
  }

  @Override
  public boolean finds() {
    return !isReady();
  }

  /** With the suggested cutoff; on a take too short to tell, without, which then does nothing. */
  @Override
  public Prepared prepared(Motion in, Place place) {
    SmoothPass found = isReady() ? this : found(in, place.scope());
    return new Ready(found, place, in.clip().rateHz(), in.clip().frames(), new BitSet());
  }

  private SmoothPass found(Motion in, Scope scope) {
    if (method == SmoothMethod.SPLINE) {
      List<double[]> signals = signals(in, scope);
      return signals.isEmpty()
          ? this
          : withCutoff(
              CUTOFF.nearest(
                  SmoothingSpline.byCrossValidation(signals, 3).cutoffHz(in.clip().rateHz())));
    }
    return analyse(in, scope).map(f -> withCutoff(CUTOFF.nearest(f.suggestedHz()))).orElse(this);
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
    if (RotationVectors.fromRotations(q, run.count(), middle(q), v)) {
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

  /**
   * @param left joints that are left as they are, though they are in scope
   */
  private record Ready(SmoothPass pass, Place place, double rateHz, int length, BitSet left)
      implements Prepared {
    @Override
    public int block() {
      return BlockFilter.BLOCK;
    }

    @Override
    public Optional<Prepared> leaving(BitSet joints) {
      return Optional.of(new Ready(pass, place, rateHz, length, joints));
    }

    @Override
    public int reach() {
      int most = 0;
      for (BodyPart part : BodyPart.values()) {
        most =
            Math.max(
                most,
                pass.smoother(rateHz, part).map(s -> BlockFilter.BLOCK + s.reach()).orElse(0));
      }
      return most;
    }

    @Override
    public Optional<String> complaint() {
      if (length < SHORTEST) {
        String frames = length == 1 ? "one frame" : length + " frames";
        return Optional.of("A take of " + frames + " is too short to smooth.");
      }
      if (!pass.isReady()) {
        return Optional.of("The take is too short, or too still, to find a cutoff; set one.");
      }
      boolean none =
          Arrays.stream(BodyPart.values()).allMatch(p -> pass.smoother(rateHz, p).isEmpty());
      return none
          ? Optional.of("Nothing is quicker than this cutoff in a take of this rate.")
          : Optional.empty();
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Clip clip = in.clip();
      if (clip.frames() < 2) {
        return in;
      }
      Map<BodyPart, Smoother> smoothers = new EnumMap<>(BodyPart.class);
      for (BodyPart part : BodyPart.values()) {
        pass.smoother(rateHz, part).ifPresent(s -> smoothers.put(part, s));
      }
      if (smoothers.isEmpty()) {
        return in;
      }
      Set<Axis> axes = place.scope().axes();
      BitSet joints = place.joints(in.body());
      joints.andNot(left);
      return in.with(
          EachJoint.change(
              clip,
              joints,
              work,
              (j, track) -> {
                Smoother smoother = smoothers.get(BodyPart.of(in.body(), j));
                if (smoother == null) {
                  return track;
                }
                if (track.type() == TrackType.ROTATION) {
                  return pass.turns ? BlockFilter.rotation(track, frames, smoother, axes) : track;
                }
                return pass.translation
                    ? BlockFilter.translation(track, frames, smoother, axes)
                    : track;
              }));
    }
  }

  private static double[] middle(double[] q) {
    int n = q.length / 8;
    double[] reference = {q[4 * n], q[4 * n + 1], q[4 * n + 2], q[4 * n + 3]};
    return reference;
  }
}
