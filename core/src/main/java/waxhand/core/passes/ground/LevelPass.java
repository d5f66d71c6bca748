package waxhand.core.passes.ground;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import waxhand.core.body.Body;
import waxhand.core.body.SoleThickness;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Item;
import waxhand.core.chain.Keys;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.contact.Floor;
import waxhand.core.scene.Motion;

/**
 * Puts a take on its floor, one correction for all frames, or one that changes slowly between keys:
 * the floor comes to height 0, the body to the actor's height, then the take is turned about the
 * vertical through the origin and moved.
 *
 * @param floorM height of the floor in the take as it comes in, metres; found from the low, slow
 *     frames of the feet while empty
 * @param actorM height the body shall have, metres; as it is while empty
 * @param headingRad turn to the body's left, radians
 * @param eastM move along x after the turn, metres
 * @param southM move along z after the turn, metres
 * @param soles how far the ground is under the feet, of the body as it comes in
 * @param keys heights the whole body is lifted by, hips, feet and hands together, before all that;
 *     between two keys along 3t² − 2t³, constant before the first and after the last
 */
public record LevelPass(
    OptionalDouble floorM,
    OptionalDouble actorM,
    double headingRad,
    double eastM,
    double southM,
    SoleThickness soles,
    Keys<Double> keys)
    implements SoledPass {
  private static final Amount FLOOR =
      new Amount(
              "floorM",
              "Floor",
              "mm",
              -0.2,
              0.2,
              0.001,
              "Height of the floor in the take as it comes in; found from low, slow feet.")
          .within(-Floor.FARTHEST, Floor.FARTHEST);

  private static final Amount ACTOR =
      new Amount(
              "actorM",
              "Actor height",
              "cm",
              1.2,
              2.2,
              0.01,
              "From sole to crown; the body and its travel are scaled together.")
          .within(0.3, 4);

  private static final Amount HEADING =
      Amount.angle("headingRad", "Heading", "Turns the take about the vertical.");

  private static final Amount EAST =
      new Amount("eastM", "Move along x", "cm", -3, 3, 0.01, "Moves the take sideways.")
          .within(-100, 100);

  private static final Amount SOUTH =
      new Amount(
              "southM", "Move along z", "cm", -3, 3, 0.01, "Moves the take forwards or backwards.")
          .within(-100, 100);

  /** By how much a key lifts the body. */
  private static final Amount UP =
      new Amount("upM", "Height", "cm", -5, 5, 0.005, "By how much the body is lifted.");

  /** One correction for all frames. */
  public LevelPass(
      OptionalDouble floorM,
      OptionalDouble actorM,
      double headingRad,
      double eastM,
      double southM) {
    this(floorM, actorM, headingRad, eastM, southM, SoleThickness.FOUND, Keys.ofNumbers());
  }

  public LevelPass {
    ACTOR.check(actorM);
    HEADING.check(headingRad);
    EAST.check(eastM);
    SOUTH.check(southM);
    FLOOR.check(floorM);
    Soled.check(soles);
    keys.all().forEach(k -> UP.check(k.value()));
  }

  public static final PassKind<LevelPass> KIND =
      new PassKind<LevelPass>(
              "level",
              "Level",
              "Brings the floor to zero and the body to its height, over the whole take.",
              new LevelPass(OptionalDouble.empty(), OptionalDouble.empty(), 0, 0, 0),
              List.of(
                  FLOOR.found(LevelPass::floorM, LevelPass::withFloor),
                  ACTOR.found(LevelPass::actorM, LevelPass::withActor),
                  HEADING.of(
                      LevelPass::headingRad,
                      (p, v) ->
                          new LevelPass(p.floorM, p.actorM, v, p.eastM, p.southM, p.soles, p.keys)),
                  EAST.of(
                      LevelPass::eastM,
                      (p, v) ->
                          new LevelPass(
                              p.floorM, p.actorM, p.headingRad, v, p.southM, p.soles, p.keys)),
                  SOUTH.of(
                      LevelPass::southM,
                      (p, v) ->
                          new LevelPass(
                              p.floorM, p.actorM, p.headingRad, p.eastM, v, p.soles, p.keys)),
                  Soled.BALL.found(
                      p -> p.soles.ballM(), (p, v) -> p.withSoles(Soled.ball(p.soles, v))),
                  Soled.HEEL.found(
                      p -> p.soles.heelM(), (p, v) -> p.withSoles(Soled.heel(p.soles, v))),
                  Setting.keys(
                      "keys",
                      "Height keys",
                      "By how much the body is lifted, from key to key.",
                      up -> Item.empty().with("upM", up),
                      item -> item.number("upM", 0),
                      LevelPass::keys,
                      LevelPass::withKeys)),
              false)
          .in(Stage.GROUND);

  @Override
  public PassKind<LevelPass> kind() {
    return KIND;
  }

  @Override
  public Reshapes reshapes() {
    return actorM.isPresent() || !soles.isFound() ? Reshapes.SKELETON : Reshapes.NOTHING;
  }

  public LevelPass withActor(OptionalDouble metres) {
    return new LevelPass(floorM, metres, headingRad, eastM, southM, soles, keys);
  }

  public LevelPass withFloor(OptionalDouble floor) {
    return new LevelPass(floor, actorM, headingRad, eastM, southM, soles, keys);
  }

  public LevelPass withKeys(Keys<Double> others) {
    return new LevelPass(floorM, actorM, headingRad, eastM, southM, soles, others);
  }

  @Override
  public LevelPass withSoles(SoleThickness others) {
    return new LevelPass(floorM, actorM, headingRad, eastM, southM, others, keys);
  }

  /** By how much the body is lifted in a frame, metres. */
  public double liftAt(int frame) {
    return keys.at(frame).orElse(0.0);
  }

  @Override
  public boolean finds() {
    return floorM.isEmpty();
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    Body soled = in.body().soled(soles);
    Motion standing = onSoles(in);
    LevelPass found =
        floorM.isEmpty() ? withFloor(OptionalDouble.of(Floor.height(standing))) : this;
    found = found.withSoles(Soled.of(soled));
    double height = soled.heightM();
    double scale = actorM.isPresent() && height > 1e-6 ? actorM.getAsDouble() / height : 1;
    return new Levelled(
        found, found.floorM.getAsDouble(), scale, Levelled.Course.of(found, 1), in.body(), soled);
  }

  @Override
  public Optional<Prepared> weakened(double weight, Prepared full, Motion in, Place place) {
    Levelled all = (Levelled) full;
    return Optional.of(
        new Levelled(
            all.pass(),
            weight * all.floorM(),
            Math.pow(all.scale(), weight),
            Levelled.Course.of(this, weight),
            in.body(),
            all.soled()));
  }
}
