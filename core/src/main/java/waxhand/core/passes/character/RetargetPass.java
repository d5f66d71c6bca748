package waxhand.core.passes.character;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import waxhand.core.body.Role;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Item;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.character.Wardrobe;
import waxhand.core.contact.Floor;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PartTurn;
import waxhand.core.scene.Motion;

/**
 * Puts a take on another character: bones point where they pointed and bend as they bent, the
 * travel suits the legs, and feet stand where they stood on the new legs.
 *
 * @param character by name, one of the {@link Wardrobe}
 * @param travel what becomes of how far the body goes
 * @param holds by how much feet, hands, head and hips are brought back to what the take did
 * @param props how much props take the character's size, 0 to 1
 * @param map what the artist changed in which parts answer each other
 * @param match what the artist says about how the take and the character stand alike
 */
public record RetargetPass(
    String character, Travel travel, Holds holds, double props, BodyMap map, Match match)
    implements Pass {
  private static final Amount PROPS =
      Amount.share(
          "props",
          "Size of props",
          "How much props, and what hands hold between them, take the character's size; at 0 they"
              + " keep their own, as far as its arms can.");

  private static final Amount MATCH =
      new Amount(
          "matchFrame",
          "Alike in frame",
          "",
          0,
          1e7,
          1,
          "A frame in which the take stands as the character rests; found: how both rest.");

  private static final RetargetPass USUAL =
      new RetargetPass("stoker", Travel.SCALED, Holds.ALL, 0, BodyMap.FOUND, Match.FOUND);

  private static final List<String> AXES = List.of("sideDeg", "upDeg", "aheadDeg");

  public static final PassKind<RetargetPass> KIND =
      new PassKind<RetargetPass>(
              "retarget",
              "Retarget",
              "Puts the take on another character.",
              USUAL,
              settings(),
              false,
              false)
          .in(Stage.CHARACTER);

  private static List<Setting<RetargetPass>> settings() {
    List<Setting<RetargetPass>> settings = new ArrayList<>();
    settings.add(
        new Setting.Text<>(
            "character",
            "Character",
            "Whom the take is put on.",
            in -> Wardrobe.of(in).names(),
            RetargetPass::character,
            RetargetPass::withCharacter));
    settings.add(
        Setting.choice(
            "travel",
            "Travel",
            Travel.class,
            "How far the character goes: by as much farther as its legs are longer, as"
                + " far as was captured, or nowhere, its end brought to its beginning for"
                + " a loop.",
            RetargetPass::travel,
            (p, v) -> p.withTravel(v)));
    settings.addAll(Holds.settings());
    settings.add(PROPS.of(RetargetPass::props, RetargetPass::withProps));
    settings.add(
        Setting.items(
            "pairs",
            "Pairs",
            "Which joint of the character answers a part of the body, where that was"
                + " changed by hand.",
            new Setting.Form<>(RetargetPass::plain, RetargetPass::pair),
            p -> p.map.changed(),
            (p, v) -> p.withMap(new BodyMap(v))));
    settings.add(
        MATCH.frame(
            p -> p.match.frame().stream().asDoubleStream().findFirst(),
            (p, v) -> p.withMatch(p.match.withFrame(whole(v)))));
    settings.add(
        Setting.items(
            "turns",
            "Turned parts",
            "Parts of the character that were turned by hand, so that it stands as the"
                + " take does.",
            new Setting.Form<>(RetargetPass::plainTurn, RetargetPass::turn),
            p -> p.match.turns(),
            (p, v) -> p.withMatch(p.match.withTurns(v))));
    return settings;
  }

  public RetargetPass {
    PROPS.check(props);
  }

  private static Item plain(BodyMap.Pair pair) {
    Item item = Item.empty().with("part", pair.part().key());
    return pair.joint().map(joint -> item.with("joint", joint)).orElse(item);
  }

  private static Role part(String list, Item item) {
    return Role.ofKey(item.text("part", ""))
        .orElseThrow(
            () -> new IllegalArgumentException(list + " has one without a part of the body"));
  }

  private static Item plainTurn(PartTurn turn) {
    Item item = Item.empty().with("part", turn.part().key());
    for (int axis = 0; axis < 3; axis++) {
      item = turn.about(axis) == 0 ? item : item.with(AXES.get(axis), turn.about(axis));
    }
    return item;
  }

  private static PartTurn turn(Item item) {
    PartTurn turn = PartTurn.none(part("turns", item));
    for (int axis = 0; axis < 3; axis++) {
      turn = turn.withAbout(axis, item.number(AXES.get(axis), 0));
    }
    return turn;
  }

  private static OptionalInt whole(OptionalDouble frame) {
    return frame.isPresent() ? OptionalInt.of((int) frame.getAsDouble()) : OptionalInt.empty();
  }

  private static BodyMap.Pair pair(Item item) {
    Role part = part("pairs", item);
    String joint = item.text("joint", "");
    return new BodyMap.Pair(part, joint.isEmpty() ? Optional.empty() : Optional.of(joint));
  }

  /** So near to 0 the floor of a take is taken to be there, metres: soles are known no better. */
  private static final double LEVEL_M = 0.025;

  /** Height of the floor of a take, on which a character stands too, metres. */
  public static double floorM(Motion in) {
    double found = Floor.rounded(in);
    return Math.abs(found) <= LEVEL_M ? 0 : found;
  }

  public static RetargetPass to(String character) {
    return USUAL.withCharacter(character);
  }

  public RetargetPass withCharacter(String other) {
    return new RetargetPass(other, travel, holds, props, map, match);
  }

  public RetargetPass withTravel(Travel other) {
    return new RetargetPass(character, other, holds, props, map, match);
  }

  public RetargetPass withHolds(Holds other) {
    return new RetargetPass(character, travel, other, props, map, match);
  }

  public RetargetPass withFeet(double other) {
    return withHolds(holds.withFeet(other));
  }

  /** Of hands on things and on the own body. */
  public RetargetPass withHands(double other) {
    return withHolds(holds.withHands(other).withBody(other));
  }

  public RetargetPass withProps(double other) {
    return new RetargetPass(character, travel, holds, other, map, match);
  }

  public RetargetPass withMap(BodyMap other) {
    return new RetargetPass(character, travel, holds, props, other, match);
  }

  public RetargetPass withMatch(Match other) {
    return new RetargetPass(character, travel, holds, props, map, other);
  }

  @Override
  public PassKind<RetargetPass> kind() {
    return KIND;
  }

  @Override
  public Reshapes reshapes() {
    return Reshapes.SKELETON;
  }

  @Override
  public boolean finds() {
    return true;
  }

  @Override
  public Optional<String> actsOn() {
    return Optional.of(character);
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return Retargeted.of(this, in);
  }

  /** A character is worn or not: there is no half of one. */
  @Override
  public Optional<Prepared> weakened(double weight, Prepared full, Motion in, Place place) {
    return Optional.of(full);
  }
}
