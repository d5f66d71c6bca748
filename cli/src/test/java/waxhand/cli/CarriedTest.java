package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.project.Recipe;
import waxhand.formats.takes.TakeFiles;

/** A carried crate from the command line: props, tethers and goals travel in recipes. */
class CarriedTest extends CliTest {
  private static final int FROM = 260;
  private static final int TO = 560;

  private Path crate() {
    Path take = folder.resolve("sim");
    assertThat(
            run(
                "simulate",
                "--take",
                "crate-lift",
                "--seed",
                5,
                "--rate",
                60,
                "--seconds",
                14,
                "--out",
                take))
        .isZero();
    return take;
  }

  private static Motion read(Path file) throws Exception {
    return TakeFiles.read(file, Reading.GUESS, Work.UNWATCHED).motion();
  }

  /** First pass, a crate both hands carry, and both hands tied to it. */
  private Path recipe(Plate... more) throws Exception {
    List<Plate> plates = new ArrayList<>(Recipe.firstPass().chain().plates());
    PropPass crate =
        PropPass.KIND
            .of(Map.of("start", "where hands take it"))
            .withHolds(List.of(new Hold(Holder.BOTH_HANDS, new Frames(FROM, TO))));
    plates.add(Plate.of("crate", crate));
    plates.add(
        Plate.of("tie", TetherPass.KIND.defaults()).withSpan(new Span(FROM - 12, TO + 12, 12, 12)));
    plates.addAll(List.of(more));
    Path file = folder.resolve("carried.json");
    new Recipe("carried", new Chain(plates)).save(file);
    return file;
  }

  private static double[] apart(Motion motion) {
    int left = motion.body().joint(Role.LEFT_HAND).orElseThrow();
    int right = motion.body().joint(Role.RIGHT_HAND).orElseThrow();
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (int f = FROM + 1; f < TO; f++) {
      pose.solve(motion.clip(), f);
      double x = pose.x(left) - pose.x(right);
      double y = pose.y(left) - pose.y(right);
      double z = pose.z(left) - pose.z(right);
      double is = Math.sqrt(x * x + y * y + z * z);
      least = Math.min(least, is);
      most = Math.max(most, is);
    }
    return new double[] {least, most};
  }

  @Test
  void handsKeepTheirGripOnACarriedCrate() throws Exception {
    Path take = crate();
    Path clean = folder.resolve("clean.bvh");
    assertThat(run("clean", take.resolve("raw.bvh"), "--recipe", recipe(), "--out", clean))
        .isZero();
    double[] before = apart(read(take.resolve("raw.bvh")));
    double[] after = apart(read(clean));
    assertThat(before[1] - before[0]).as("hands slip in the raw take").isGreaterThan(0.03);
    assertThat(after[1] - after[0]).as("within 2 mm of each other's grip").isLessThan(0.002);
    assertThat(
            run(
                "compare",
                take.resolve("truth.bvh"),
                clean,
                "--truth",
                take.resolve("truth.json"),
                "--json"))
        .isZero();
    JsonNode figures = json();
    assertThat(figures.get("speedMms").asDouble()).isLessThan(10);
    assertThat(figures.get("driftMm").asDouble()).isLessThan(5);
    assertThat(figures.get("sinkMm").asDouble()).isLessThan(3);
    assertThat(figures.get("kneePops").asDouble()).isLessThan(1.2);
  }

  /** A goal out of reach: the take is still handed on, and the report says what fell short. */
  @Test
  void whatCannotBeReachedIsSaidInTheReport() throws Exception {
    Path take = crate();
    LimbGoalPass far =
        LimbGoalPass.KIND.of(Map.of("part", "left hand", "moveY", 1.6, "giveWay", 0.5));
    Path recipe = recipe(Plate.of("far", far).withSpan(new Span(600, 700, 10, 10)));
    Path page = folder.resolve("report.html");
    Path clean = folder.resolve("clean.bvh");
    assertThat(
            run(
                "clean",
                take.resolve("raw.bvh"),
                "--recipe",
                recipe,
                "--out",
                clean,
                "--report",
                page))
        .isZero();
    assertThat(Files.readString(page)).contains("mm short of where Limb goal has it");
    Motion out = read(clean);
    WorldPose pose = new WorldPose(out.clip().skeleton());
    for (int f = 0; f < out.clip().frames(); f++) {
      pose.solve(out.clip(), f);
      for (double p : pose.positions()) {
        assertThat(Math.abs(p)).isLessThan(20);
      }
    }
  }

  /** Spoiled plates of props and goals are refused with their reason; nothing is written. */
  @Test
  void spoiledThingsAreRefused() throws Exception {
    Path take = crate();
    String good = Files.readString(recipe());
    ObjectMapper mapper = new ObjectMapper();
    assertThat(mapper.readTree(good)).isNotNull();
    for (String[] spoil :
        new String[][] {
          {"\"both hands\"", "\"three hands\""},
          {"\"box\"", "\"teapot\""},
          {"\"where hands take it\"", "\"nowhere\""},
        }) {
      assertThat(good).contains(spoil[0]);
      Path bad = folder.resolve("bad.json");
      Files.writeString(bad, good.replace(spoil[0], spoil[1]));
      Path target = folder.resolve("never.bvh");
      assertThat(run("clean", take.resolve("raw.bvh"), "--recipe", bad, "--out", target))
          .isNotZero();
      assertThat(err).contains(spoil[1].replace("\"", "")).doesNotContain("Exception");
      assertThat(target).doesNotExist();
    }
  }
}
