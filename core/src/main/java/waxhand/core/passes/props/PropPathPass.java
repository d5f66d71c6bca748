package waxhand.core.passes.props;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.motion.Frames;
import waxhand.core.passes.common.SmoothAmounts;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.signal.AdaptiveSmoother;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;

/**
 * Makes the path of a prop smooth or straight over its span; hands that are tied to the prop behind
 * it follow.
 *
 * @param prop its name
 * @param bend what becomes of the path
 * @param strength of smoothing, 1 as fitted to noise
 */
public record PropPathPass(String prop, Bend bend, double strength) implements Pass {
  /** What becomes of a path. */
  public enum Bend implements Worded {
    /** Place and turn without their noise; quick moves and sudden stops stay. */
    SMOOTH,
    /** From the place at the start of the span straight to that at its end, as fast as it went. */
    STRAIGHT;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** A stretch leaves what it was within this time, seconds. */
  private static final double FADE_S = 0.1;

  public static final PassKind<PropPathPass> KIND =
      new PassKind<PropPathPass>(
              "prop-path",
              "Prop path",
              "Makes the path of a prop smooth or straight; hands tied to it behind follow.",
              new PropPathPass("crate", Bend.SMOOTH, 1),
              List.of(
                  new Setting.Text<>(
                      "prop",
                      "Prop",
                      "A prop by its name.",
                      in -> Props.of(in).stream().map(Prop::name).toList(),
                      PropPathPass::prop,
                      (p, v) -> new PropPathPass(v, p.bend, p.strength)),
                  Setting.choice(
                      "path",
                      "Path",
                      Bend.class,
                      "Smooth, or straight from the start of the span to its end.",
                      PropPathPass::bend,
                      PropPathPass::withBend),
                  SmoothAmounts.STRENGTH.of(
                      PropPathPass::strength, (p, v) -> new PropPathPass(p.prop, p.bend, v))),
              true,
              false)
          .in(Stage.GROUND);

  public PropPathPass {
    SmoothAmounts.STRENGTH.check(strength);
    if (prop.isBlank()) {
      throw new IllegalArgumentException("a prop needs a name");
    }
  }

  public PropPathPass withProp(String other) {
    return new PropPathPass(other, bend, strength);
  }

  public PropPathPass withBend(Bend other) {
    return new PropPathPass(prop, other, strength);
  }

  @Override
  public PassKind<PropPathPass> kind() {
    return KIND;
  }

  @Override
  public boolean uses(String key) {
    return bend == Bend.SMOOTH || !key.equals(SmoothAmounts.STRENGTH.key());
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
    int fade = (int) Math.ceil(FADE_S * rateHz);
    PropPath to =
        bend == Bend.STRAIGHT
            ? path.straight(run)
            : path.smooth(run, new AdaptiveSmoother(rateHz, strength), fade);
    return path.mixed(run, to, f -> weight * place.span().weight(f));
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
