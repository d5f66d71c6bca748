package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Triple;
import waxhand.core.motion.Frames;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Head, eyes, chest or any part look at something and keep how they looked beside it, without what
 * is quicker than a glance: a shaking head is calmed, a slow look round stays.
 *
 * @param part what looks
 * @param target at what
 * @param pointM where the point is, if it is one, metres in the world
 * @param amounts how much of it counts, and what goes along
 */
public record AimPass(PartName part, AimTarget target, Triple pointM, Amounts amounts)
    implements Pass {
  private static final Amount AMOUNT = Amount.share("amount", "Amount", "How much of it counts.");

  private static final Amount STRAIGHT =
      Amount.share(
          "straight", "Straight at it", "0 keeps how the part looked beside it, 100 looks at it.");

  private static final Amount KEEPS =
      new Amount(
          "keepsHz",
          "Keeps slower than",
          "Hz",
          0.3,
          12,
          0.1,
          "Movements that are slower stay; quicker ones, such as a shake, are pulled out.");

  private static final Amount NECK =
      Amount.share("neckShare", "Neck", "The neck takes so much of the turn.");

  private static final Amount CHEST =
      Amount.share("chestShare", "Chest", "The chest takes so much of the turn.");

  private static final Amount LIMIT =
      new Amount(
          "limitRad",
          "No farther than",
          "°",
          Math.toRadians(10),
          Math.toRadians(120),
          Math.toRadians(1),
          "The part turns no farther from how it stands at rest on the chest, or than captured.");

  private static final List<Amount> POINT =
      Triple.along(
          new Amount("point", "Point", "cm", -5, 5, 0.01, "Where the point is in the world.")
              .within(-1000, 1000));

  /**
   * How much of an aim counts.
   *
   * @param amount of all of it, 0 to 1
   * @param straight how much of the way to looking right at the target, 0 to 1
   * @param keepsHz what is slower stays
   * @param neckShare how much of the turn the neck takes, 0 to 1
   * @param chestShare how much the chest takes, 0 to 1
   * @param limitRad how far the part turns on the chest
   */
  public record Amounts(
      double amount,
      double straight,
      double keepsHz,
      double neckShare,
      double chestShare,
      double limitRad) {
    public Amounts {
      AMOUNT.check(amount);
      STRAIGHT.check(straight);
      KEEPS.check(keepsHz);
      NECK.check(neckShare);
      CHEST.check(chestShare);
      LIMIT.check(limitRad);
    }

    public Amounts withAmount(double other) {
      return new Amounts(other, straight, keepsHz, neckShare, chestShare, limitRad);
    }

    public Amounts withStraight(double other) {
      return new Amounts(amount, other, keepsHz, neckShare, chestShare, limitRad);
    }

    public Amounts withKeeps(double otherHz) {
      return new Amounts(amount, straight, otherHz, neckShare, chestShare, limitRad);
    }

    public Amounts withNeck(double other) {
      return new Amounts(amount, straight, keepsHz, other, chestShare, limitRad);
    }

    public Amounts withChest(double other) {
      return new Amounts(amount, straight, keepsHz, neckShare, other, limitRad);
    }

    public Amounts withLimit(double otherRad) {
      return new Amounts(amount, straight, keepsHz, neckShare, chestShare, otherRad);
    }
  }

  public static final PassKind<AimPass> KIND =
      new PassKind<AimPass>(
              "aim",
              "Aim",
              "Head, eyes or chest look at something; what shakes is calmed, slow looks stay.",
              new AimPass(
                  PartName.of(Role.HEAD),
                  new AimTarget.Ahead(),
                  new Triple(0, 1.6, 3),
                  new Amounts(1, 0, 2.5, 0.4, 0, Math.toRadians(80))),
              settings(),
              true,
              false)
          .in(Stage.ACTING);

  private static List<Setting<AimPass>> settings() {
    List<Setting<AimPass>> all = new ArrayList<>();
    all.add(
        new Setting.Text<>(
            "part",
            "Part",
            "What looks: a part of the body, or a joint such as an eye by its name.",
            AimPass::parts,
            p -> p.part.words(),
            (p, v) -> new AimPass(partOf(v), p.target, p.pointM, p.amounts)));
    all.add(
        new Setting.Text<>(
            "target",
            "Looks at",
            "A prop or a part by its name, a point, or where it looks as captured.",
            AimTarget::words,
            p -> p.target.words(),
            (p, v) -> p.withTarget(AimTarget.of(v))));
    all.addAll(Triple.settings(POINT, AimPass::pointM, AimPass::withPoint));
    all.add(of(AMOUNT, Amounts::amount, Amounts::withAmount));
    all.add(of(STRAIGHT, Amounts::straight, Amounts::withStraight));
    all.add(of(KEEPS, Amounts::keepsHz, Amounts::withKeeps));
    all.add(of(NECK, Amounts::neckShare, Amounts::withNeck));
    all.add(of(CHEST, Amounts::chestShare, Amounts::withChest));
    all.add(of(LIMIT, Amounts::limitRad, Amounts::withLimit));
    return all;
  }

  private static Setting<AimPass> of(
      Amount amount, Function<Amounts, Double> get, BiFunction<Amounts, Double, Amounts> set) {
    return amount.of(p -> get.apply(p.amounts), (p, v) -> p.with(set.apply(p.amounts, v)));
  }

  /** The part that words mean: a role where they are one's, else a joint's name. */
  private static PartName partOf(String words) {
    return Role.ofKey(words.trim().toLowerCase(Locale.ROOT).replace(' ', '-'))
        .map(PartName::of)
        .orElseGet(() -> PartName.ofJoint(words));
  }

  private static List<String> parts(Motion in) {
    TreeSet<String> eyes = new TreeSet<>();
    in.clip()
        .skeleton()
        .joints()
        .forEach(
            j -> {
              if (j.name().toLowerCase(Locale.ROOT).contains("eye")) {
                eyes.add(j.name());
              }
            });
    List<String> all = new ArrayList<>(List.of(Role.HEAD.words(), Role.CHEST.words()));
    all.addAll(eyes);
    return all;
  }

  public AimPass {
    pointM.check(POINT);
  }

  public AimPass withTarget(AimTarget other) {
    return new AimPass(part, other, pointM, amounts);
  }

  public AimPass withPoint(Triple other) {
    return new AimPass(part, target, other, amounts);
  }

  public AimPass with(Amounts other) {
    return new AimPass(part, target, pointM, other);
  }

  @Override
  public PassKind<AimPass> kind() {
    return KIND;
  }

  @Override
  public Optional<String> actsOn() {
    return Optional.of(part.words());
  }

  @Override
  public boolean uses(String key) {
    return switch (key) {
      case "pointX", "pointY", "pointZ" -> target instanceof AimTarget.Point;
      case "straight" -> !target.isNowhere();
      default -> true;
    };
  }

  @Override
  public Optional<String> needs() {
    return target instanceof AimTarget.At at && at.target() instanceof TieTarget.OfProp prop
        ? Optional.of(prop.name())
        : Optional.empty();
  }

  @Override
  public AimPass renamed(String was, String now) {
    return target.equals(new AimTarget.At(new TieTarget.OfProp(was)))
        ? withTarget(new AimTarget.At(new TieTarget.OfProp(now)))
        : this;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, Gaze.reach(in.clip().rateHz(), amounts.keepsHz), complaint(in));
  }

  private Optional<String> complaint(Motion in) {
    if (part.on(in.body()).isEmpty()) {
      return Optional.of("This body has no " + part.words() + " that could look anywhere.");
    }
    double[] point = {pointM.x(), pointM.y(), pointM.z()};
    return target.isNowhere() || target.in(in, point).isPresent()
        ? Optional.empty()
        : Optional.of("There is no " + target.words() + " here to look at.");
  }

  private record Ready(AimPass pass, int reach, Optional<String> complaint) implements Prepared {
    @Override
    public int block() {
      return Gaze.BLOCK;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      if (complaint.isPresent() || pass.amounts.amount == 0) {
        return in;
      }
      return in.with(
          InBlocks.of(
              in.clip(),
              frames,
              work,
              Gaze.BLOCK,
              run -> new Gaze(pass, in).block(Gaze.block(in.clip(), run), reach)));
    }
  }
}
