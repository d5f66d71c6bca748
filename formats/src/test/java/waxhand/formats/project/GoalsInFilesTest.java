package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Keys;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.plants.Plant;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;

/** What is done by hand to contacts, props and goals comes back from files as it was. */
class GoalsInFilesTest {
  @TempDir Path folder;

  @Test
  void handEditsOfPlantsThingsAndGoalsComeBack() throws Exception {
    PlantsPass plants =
        PlantsPass.KIND
            .of(Map.of("heightM", 0.05, "twist", 0.3, "floorM", 0.01))
            .plus(
                new Plant(
                    ContactPart.RIGHT_BALL,
                    new Frames(100, 180),
                    12,
                    40,
                    0.75,
                    new Plant.Move(0.1, 0.02, -0.3, 0.5),
                    true,
                    true))
            .withKept(
                List.of(Plant.found(ContactPart.LEFT_KNEE, new Frames(5, 9), 1, 2).madeByHand()),
                List.of(new Contact(ContactPart.LEFT_TOE, new Frames(7, 70))));
    PropPass prop =
        PropPass.KIND
            .of(
                Map.of(
                    "name",
                    "bollard",
                    "form",
                    "cylinder",
                    "height",
                    0.7,
                    "start",
                    "where hands take it"))
            .withHolds(
                List.of(
                    new Hold(Holder.LEFT_HAND, new Frames(3, 50)),
                    new Hold(Holder.BOTH_HANDS, new Frames(50, 90))));
    Chain chain =
        Chain.of(
            Plate.of("l", LevelPass.KIND.defaults().withKeys(Keys.ofNumbers().plus(30, -0.015))),
            Plate.of("pr", prop),
            Plate.of("p", plants),
            Plate.of(
                    "t",
                    TetherPass.KIND.of(
                        Map.of(
                            "limbs",
                            "left foot",
                            "target",
                            "bollard",
                            "fromFrame",
                            12.0,
                            "turns",
                            false)))
                .withSpan(new Span(10, 60, 5, 6)),
            Plate.of(
                "g",
                LimbGoalPass.KIND.of(
                    Map.of(
                        "part",
                        "head",
                        "goal",
                        "stays, moved by",
                        "moveY",
                        0.1,
                        "turnX",
                        0.2,
                        "share",
                        0.5))));
    Path file = folder.resolve("r.json");
    new Recipe("all", chain).save(file);
    Chain back = Recipe.parse("r.json", Files.readAllBytes(file)).chain();
    assertThat(back).isEqualTo(chain);
    // what a search found is found again, not kept
    assertThat(Files.readString(file)).doesNotContain("footing").contains("\"left-knee\"");
  }
}
