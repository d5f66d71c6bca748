package waxhand.core.passes.props;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.maths.Poses;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;

/**
 * Makes the path of a prop smooth or straight over its span; hands that are tied to the prop behind
 * it follow.
 *
 * @param prop its name
 * @param bend what becomes of the path
 * @param widthS how long what is smoothed away lasts, seconds
 */
public record PropPathPass(String prop, Bend bend, double widthS) implements Pass {
  /** What becomes of a path. */
  public enum Bend implements Worded {
    /** Place and turn without what is quick; swings keep their size. */
    SMOOTH,
    /** From the place at the start of the span straight to that at its end, as fast as it went. */
    STRAIGHT;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private static final Amount WIDTH =
      new Amount(
              "widthS",
              "Width",
              "s",
              0.01,
              0.5,
              0.01,
              "What is quicker than this is taken out of the path.")
          .within(1e-3, 10);

  public static final PassKind<PropPathPass> KIND =
      new PassKind<PropPathPass>(
              "prop-path",
              "Prop path",
              "Makes the path of a prop smooth or straight; hands tied to it behind follow.",
              new PropPathPass("crate", Bend.SMOOTH, 0.05),
              List.of(
                  new Setting.Text<>(
                      "prop",
                      "Prop",
                      "A prop by its name.",
                      in -> Props.of(in).stream().map(Prop::name).toList(),
                      PropPathPass::prop,
                      (p, v) -> new PropPathPass(v, p.bend, p.widthS)),
                  Setting.choice(
                      "path",
                      "Path",
                      Bend.class,
                      "Smooth, or straight from the start of the span to its end.",
                      PropPathPass::bend,
                      PropPathPass::withBend),
                  WIDTH.of(PropPathPass::widthS, (p, v) -> new PropPathPass(p.prop, p.bend, v))),
              true,
              false)
          .in(Stage.GROUND);

  public PropPathPass {
    WIDTH.check(widthS);
    if (prop.isBlank()) {
      throw new IllegalArgumentException("a prop needs a name");
    }
  }

  public PropPathPass withProp(String other) {
    return new PropPathPass(other, bend, widthS);
  }

  public PropPathPass withBend(Bend other) {
    return new PropPathPass(prop, other, widthS);
  }

  @Override
  public PassKind<PropPathPass> kind() {
    return KIND;
  }

  @Override
  public boolean uses(String key) {
    return bend == Bend.SMOOTH || !key.equals(WIDTH.key());
  }

  @Override
  public Optional<String> actsOn() {
    return Optional.of(Legible.of(prop));
  }

  @Override
  public Optional<String> needs() {
    return Optional.of(prop);
  }

  @Override
  public PropPathPass renamed(String was, String now) {
    return prop.equals(was) ? withProp(now) : this;
  }

  @Override
  public boolean finds() {
    return true;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return ready(in, place, 1);
  }

  @Override
  public Optional<Prepared> weakened(double weight, Prepared full, Motion in, Place place) {
    return Optional.of(ready(in, place, weight));
  }

  private Ready ready(Motion in, Place place, double weight) {
    Frames run = place.frames(in.clip().frames());
    Optional<Prop> bent =
        in.get(Props.KIND)
            .named(prop)
            .filter(p -> p.path().frames() == in.clip().frames() && run.count() > 2)
            .map(p -> p.withPath(bent(p.path(), in.clip().rateHz(), run, place, weight)));
    return new Ready(this, bent, in.get(Props.KIND).named(prop).isPresent(), run.count());
  }

  private PropPath bent(PropPath path, double rateHz, Frames run, Place place, double weight) {
    int count = run.count();
    double[] poses = new double[Poses.SIZE * path.frames()];
    for (int f = 0; f < path.frames(); f++) {
      path.read(f, poses, Poses.SIZE * f);
    }
    PartPath was = path.places(run);
    double width = widthS * rateHz;
    PartPath to = bend == Bend.STRAIGHT ? was.straight() : was.smooth(width);
    double[] turns = bend == Bend.STRAIGHT ? new double[0] : turns(poses, run, width);
    for (int n = 0; n < count; n++) {
      int at = Poses.SIZE * (run.from() + n);
      double share = weight * place.span().weight(run.from() + n);
      for (int i = 0; i < 3; i++) {
        poses[at + i] += share * (to.at(n, i) - was.at(n, i));
      }
      if (turns.length > 0 && !Arrays.equals(poses, at + 3, at + 7, turns, 4 * n, 4 * n + 4)) {
        Quats.slerp(poses, at + 3, turns, 4 * n, share, poses, at + 3);
      }
    }
    return PropPath.adopt(poses);
  }

  /** Rotations of a run, each the mean of its neighbours as it sees them. */
  private static double[] turns(double[] poses, Frames run, double width) {
    int count = run.count();
    double[] turns = new double[4 * count];
    double[] q = new double[4];
    double[] v = new double[3];
    double[] off = new double[3];
    for (int n = 0; n < count; n++) {
      int at = Poses.SIZE * (run.from() + n) + 3;
      int reach = PartPath.reach(n, count, width);
      double sum = 0;
      Arrays.fill(off, 0);
      for (int m = -reach; m <= reach; m++) {
        int its = at + Poses.SIZE * m;
        double w = PartPath.weight(m, width);
        sum += w;
        if (!Arrays.equals(poses, at, at + 4, poses, its, its + 4)) {
          Quats.between(poses, at, poses, its, q, 0);
          Quats.log(q, 0, v, 0);
          for (int i = 0; i < 3; i++) {
            off[i] += w * v[i];
          }
        }
      }
      System.arraycopy(poses, at, turns, 4 * n, 4);
      if (off[0] != 0 || off[1] != 0 || off[2] != 0) {
        for (int i = 0; i < 3; i++) {
          off[i] /= sum;
        }
        Quats.exp(off, 0, q, 0);
        Quats.multiply(turns, 4 * n, q, 0, turns, 4 * n);
        Quats.normalize(turns, 4 * n);
      }
    }
    return turns;
  }

  /**
   * The prop on its new path.
   *
   * @param bent empty where there is nothing to bend
   * @param there whether the take has the prop
   * @param length of the span, frames
   */
  private record Ready(PropPathPass pass, Optional<Prop> bent, boolean there, int length)
      implements Prepared {
    @Override
    public int reach() {
      // where a straight path ends tells all of it
      return length;
    }

    @Override
    public Optional<String> complaint() {
      String name = Legible.of(pass.prop);
      return there
          ? bent.isPresent()
              ? Optional.empty()
              : Optional.of("The span is too short: a path needs three frames.")
          : Optional.of("There is no prop '" + name + "' before this pass.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Props props = in.get(Props.KIND);
      return bent.map(
              now ->
                  in.with(
                      props.plus(
                          now.withPath(
                              props
                                  .named(now.name())
                                  .map(was -> was.path().patched(frames, now.path()))
                                  .orElse(now.path())))))
          .orElse(in);
    }
  }
}
