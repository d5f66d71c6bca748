package waxhand.core.passes;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.contact.ContactSettings;

/** The settings of {@link PlantsPass}, in the order they are shown. */
final class PlantsSettings {
  static final List<Setting<PlantsPass>> ALL =
      List.of(
          search(
              "heightM",
              "Height",
              "mm",
              new double[] {0.005, 0.2, 0.001},
              "A resting part may seem so much higher than the floor.",
              ContactSettings::heightM,
              ContactSettings::withHeight),
          search(
              "speedMs",
              "Speed",
              "mm/s",
              new double[] {0.02, 2, 0.01},
              "A resting part may seem so fast.",
              ContactSettings::speedMs,
              ContactSettings::withSpeed),
          search(
              "shortestS",
              "Shortest",
              "s",
              new double[] {0, 1, 0.01},
              "Shorter contacts are none.",
              ContactSettings::shortestS,
              ContactSettings::withShortest),
          search(
              "bridgeS",
              "Bridge",
              "s",
              new double[] {0, 1, 0.01},
              "Shorter pauses between contacts are none.",
              ContactSettings::bridgeS,
              ContactSettings::withBridge),
          new Setting.Found<>(
              "floorM",
              "Floor",
              "mm",
              -5,
              5,
              0.001,
              "Height of the floor; found from low, slow feet.",
              PlantsPass::floorM,
              PlantsPass::withFloor),
          Setting.number(
              "easeS",
              "Ease",
              "s",
              new double[] {0, 1, 0.01},
              "Parts are led to their spots and let go so long before and after.",
              PlantsPass::easeS,
              PlantsPass::withEase),
          Setting.number(
              "twist",
              "Keep twist",
              "%",
              new double[] {0, 1, 0.05},
              "A resting foot keeps so much of its small turns.",
              PlantsPass::twist,
              PlantsPass::withTwist),
          Setting.number(
              "follow",
              "Body follows",
              "%",
              new double[] {0, 1, 0.05},
              "The hips take over so much of what both feet need for long.",
              p -> p.ways().follow(),
              (p, v) -> p.withWays(new PlantsPass.Ways(v, p.ways().giveWay(), p.ways().stretch()))),
          Setting.number(
              "giveWay",
              "Gives way",
              "%",
              new double[] {0, 1, 0.05},
              "The hips go so much of the way to a spot a leg does not reach.",
              p -> p.ways().giveWay(),
              (p, v) -> p.withWays(new PlantsPass.Ways(p.ways().follow(), v, p.ways().stretch()))),
          Stretch.setting(
              p -> p.ways().stretch(),
              (p, v) -> p.withWays(new PlantsPass.Ways(p.ways().follow(), p.ways().giveWay(), v))),
          new Setting.Items<>(
              "kept",
              "Edited plants",
              "Contacts made or changed by hand.",
              p -> PlantItems.ofPlants(p.kept()),
              (p, v) -> p.withKept(PlantItems.plants(v), p.barred())),
          new Setting.Items<>(
              "barred",
              "Removed contacts",
              "Where a part is not to be planted.",
              p -> PlantItems.ofContacts(p.barred()),
              (p, v) -> p.withKept(p.kept(), PlantItems.contacts(v))));

  private PlantsSettings() {}

  /** A number that says what counts as a contact. */
  private static Setting<PlantsPass> search(
      String key,
      String words,
      String unit,
      double[] minMaxStep,
      String help,
      Function<ContactSettings, Double> get,
      BiFunction<ContactSettings, Double, ContactSettings> set) {
    return Setting.number(
        key,
        words,
        unit,
        minMaxStep,
        help,
        p -> get.apply(p.search()),
        (p, v) -> p.withSearch(set.apply(p.search(), v)));
  }
}
