package waxhand.core.passes.ground;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Item;
import waxhand.core.chain.Setting;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.motion.Frames;
import waxhand.core.passes.common.LimbAmounts;
import waxhand.core.plants.Plant;
import waxhand.core.text.Legible;

/** The settings of {@link PlantsPass}. */
final class PlantsSettings {
  private static final Amount HEIGHT =
      new Amount(
          "heightM",
          "Height",
          "mm",
          0.005,
          0.2,
          0.001,
          "A resting part may seem so much higher than the floor.");

  private static final Amount SPEED =
      new Amount("speedMs", "Speed", "mm/s", 0.02, 2, 0.01, "A resting part may seem so fast.");

  private static final Amount SHORTEST =
      new Amount("shortestS", "Shortest", "s", 0, 1, 0.01, "Shorter contacts are none.");

  private static final Amount BRIDGE =
      new Amount("bridgeS", "Bridge", "s", 0, 1, 0.01, "Shorter pauses between contacts are none.");

  static final Amount FLOOR =
      new Amount(
              "floorM",
              "Floor",
              "mm",
              -0.2,
              0.2,
              0.001,
              "Height of the floor; found from low, slow feet.")
          .within(-Floor.FARTHEST, Floor.FARTHEST);

  static final Amount EASE =
      new Amount(
          "easeS",
          "Ease",
          "s",
          0,
          1,
          0.01,
          "Parts are led to their spots and let go so long before and after.");

  static final Amount TWIST =
      Amount.share("twist", "Keep twist", "A resting foot keeps so much of its small turns.");

  static final Amount FOLLOW =
      Amount.share(
          "follow", "Body follows", "The hips take over so much of what both feet need for long.");

  static final Amount GIVE_WAY = LimbAmounts.giveWay("a spot a leg does not reach.");

  static final Amount STEADY =
      Amount.share(
          "steady",
          "Steady limbs",
          "Where a knee would snap, or a foot leap, that did not as captured, it is held by so much less.");

  private static final Setting.Form<Plant> PLANT =
      new Setting.Form<>(PlantsSettings::plain, PlantsSettings::plant);

  private static final Setting.Form<Contact> CONTACT =
      new Setting.Form<>(c -> item(c.part(), c.frames()), i -> new Contact(part(i), i.frames()));

  private PlantsSettings() {}

  /**
   * @throws IllegalArgumentException naming what is out of bounds
   */
  static void check(ContactSettings search) {
    HEIGHT.check(search.heightM());
    SPEED.check(search.speedMs());
    SHORTEST.check(search.shortestS());
    BRIDGE.check(search.bridgeS());
  }

  /** In the order they are shown. */
  static List<Setting<PlantsPass>> all() {
    return List.of(
        search(HEIGHT, ContactSettings::heightM, ContactSettings::withHeight),
        search(SPEED, ContactSettings::speedMs, ContactSettings::withSpeed),
        search(SHORTEST, ContactSettings::shortestS, ContactSettings::withShortest),
        search(BRIDGE, ContactSettings::bridgeS, ContactSettings::withBridge),
        FLOOR.found(PlantsPass::floorM, PlantsPass::withFloor),
        Soled.BALL.found(p -> p.soles().ballM(), (p, v) -> p.withSoles(Soled.ball(p.soles(), v))),
        Soled.HEEL.found(p -> p.soles().heelM(), (p, v) -> p.withSoles(Soled.heel(p.soles(), v))),
        EASE.of(PlantsPass::easeS, PlantsPass::withEase),
        TWIST.of(PlantsPass::twist, PlantsPass::withTwist),
        FOLLOW.of(p -> p.ways().follow(), (p, v) -> p.withWays(p.ways().withFollow(v))),
        GIVE_WAY.of(p -> p.ways().giveWay(), (p, v) -> p.withWays(p.ways().withGiveWay(v))),
        LimbAmounts.STRETCH.of(
            p -> p.ways().stretch(), (p, v) -> p.withWays(p.ways().withStretch(v))),
        STEADY.of(p -> p.ways().steady(), (p, v) -> p.withWays(p.ways().withSteady(v))),
        Setting.stretches(
            "kept",
            "Edited plants",
            "Contacts made or changed by hand.",
            PLANT,
            Plant::frames,
            Plant::withFrames,
            PlantsPass::kept,
            (p, v) -> p.withKept(v, p.barred())),
        Setting.stretches(
            "barred",
            "Removed contacts",
            "Where a part is not to be planted.",
            CONTACT,
            Contact::frames,
            (c, frames) -> new Contact(c.part(), frames),
            PlantsPass::barred,
            (p, v) -> p.withKept(p.kept(), v)));
  }

  /** A number that says what counts as a contact. */
  private static Setting<PlantsPass> search(
      Amount amount,
      Function<ContactSettings, Double> get,
      BiFunction<ContactSettings, Double, ContactSettings> set) {
    return amount.of(p -> get.apply(p.search()), (p, v) -> p.withSearch(set.apply(p.search(), v)));
  }

  private static Item plain(Plant plant) {
    Item item =
        item(plant.part(), plant.frames())
            .with("easeIn", (double) plant.easeIn())
            .with("easeOut", (double) plant.easeOut())
            .with("strength", plant.strength());
    Plant.Move move = plant.move();
    if (!move.isNone()) {
      item.with("moveX", move.x())
          .with("moveY", move.y())
          .with("moveZ", move.z())
          .with("turnRad", move.turnRad());
    }
    return item.with("muted", plant.muted());
  }

  private static Plant plant(Item item) {
    Plant.Move move =
        new Plant.Move(
            item.number("moveX", 0),
            item.number("moveY", 0),
            item.number("moveZ", 0),
            item.number("turnRad", 0));
    return new Plant(
        part(item),
        item.frames(),
        item.whole("easeIn", 0),
        item.whole("easeOut", 0),
        item.number("strength", 1),
        move,
        item.isOn("muted"),
        true);
  }

  private static Item item(ContactPart part, Frames frames) {
    return Item.empty().with("part", part.key()).with(frames);
  }

  private static ContactPart part(Item item) {
    String key = String.valueOf(item.get("part"));
    return ContactPart.ofKey(key)
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "there is no part '" + Legible.of(key) + "' to touch with"));
  }
}
