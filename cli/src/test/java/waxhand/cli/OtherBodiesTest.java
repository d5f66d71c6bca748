package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Joint;
import waxhand.core.motion.WorldPose;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.takes.TakeFiles;

/** A take on other bodies and in other formats, by verbs. */
class OtherBodiesTest extends CliTest {
  private Path truth;

  @BeforeEach
  void simulate() {
    Path sim = folder.resolve("sim");
    assertThat(simulate("crate-lift", 5, sim)).isZero();
    truth = sim.resolve("truth.bvh");
  }

  @Test
  void aTakeIsPutOnACharacterAndToldOf() throws Exception {
    Path on = folder.resolve("pilot.glb");
    assertThat(run("retarget", truth, "--to", "pilot", "--out", on, "--json")).isZero();
    var told = json().get(0);
    assertThat(told.get("limbDirectionDeg").asDouble()).isLessThan(2);
    assertThat(told.get("contactSpeedMms").asDouble()).isLessThan(5);
    assertThat(told.get("floatMm").asDouble()).isLessThan(1);
    assertThat(told.get("sinkMm").asDouble()).isLessThan(1);
    assertThat(told.get("unpaired").get("take")).isEmpty();
    assertThat(told.get("pairs").size()).isGreaterThan(15);
    assertThat(run("info", on, "--json")).isZero();
    assertThat(json().get("heightM").asDouble()).isBetween(1.85, 2.0);
    Path sized = folder.resolve("sized.glb");
    assertThat(
            run("retarget", truth, "--to", "pilot", "--props", "scale", "--out", sized, "--json"))
        .isZero();
    assertThat(json().get(0).get("limbDirectionDeg").asDouble())
        .as("arms go about a crate of their own size as they went")
        .isLessThan(0.8 * told.get("limbDirectionDeg").asDouble());
    assertThat(run("retarget", truth, "--to", "pilot", "--props", "lost", "--out", sized))
        .isEqualTo(2);
    assertThat(err).contains("--props is 'lost'");
    // on the way back it is the take again, on the take's own skeleton
    Path back = folder.resolve("back.bvh");
    assertThat(run("retarget", on, "--to", truth, "--out", back)).isZero();
    assertThat(run("compare", truth, back, "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(30);
  }

  @Test
  void aMapIsWrittenChangedAndGivenBack() throws Exception {
    Path map = folder.resolve("map.json");
    assertThat(run("map", truth, "stoker", "--out", map)).isZero();
    assertThat(out).contains("parts of the take are paired");
    String text = Files.readString(map);
    Path changed = folder.resolve("changed.json");
    String without =
        text.replaceFirst(
            "(\"part\" : \"head\",\\s+\"from\" : [^,]+,\\s+\"joint\" : )\"head\"", "$1null");
    assertThat(without).isNotEqualTo(text);
    Files.writeString(changed, without);
    Path on = folder.resolve("on.glb");
    assertThat(run("retarget", truth, "--to", "stoker", "--map", changed, "--out", on, "--json"))
        .isZero();
    assertThat(json().get(0).get("unpaired").get("take").toString()).contains("head");
    Files.writeString(changed, text.replace("\"joint\" : \"head\"", "\"joint\" : \"beak\""));
    Path none = folder.resolve("none.glb");
    assertThat(run("retarget", truth, "--to", "stoker", "--map", changed, "--out", none))
        .isEqualTo(1);
    assertThat(err).contains("the character has no joint 'beak'");
    assertThat(none).doesNotExist();
  }

  @Test
  void travelIsKeptScaledOrTakenAway() throws Exception {
    double[] went = new double[3];
    int n = 0;
    for (String travel : new String[] {"keep", "scale", "in-place"}) {
      Path on = folder.resolve(travel + ".csv");
      assertThat(run("retarget", truth, "--to", "stoker", "--travel", travel, "--out", on))
          .isZero();
      double least = Double.POSITIVE_INFINITY;
      double most = Double.NEGATIVE_INFINITY;
      var lines = Files.readAllLines(on);
      int z = -1;
      for (String line : lines) {
        String[] cells = line.split(",");
        if (line.startsWith("#")) {
          continue;
        } else if (z < 0) {
          z = java.util.Arrays.asList(cells).indexOf("hips tz");
          assertThat(z).isPositive();
        } else {
          least = Math.min(least, Double.parseDouble(cells[z]));
          most = Math.max(most, Double.parseDouble(cells[z]));
        }
      }
      went[n++] = most - least;
    }
    assertThat(went[1]).isLessThan(0.98 * went[0]);
    assertThat(went[2]).isLessThan(0.9 * went[1]);
    assertThat(run("retarget", truth, "--to", "stoker", "--travel", "fly", "--out", folder))
        .isEqualTo(2);
    assertThat(err).contains("--travel is 'fly'");
  }

  @Test
  void aTakeGoesRoundThroughAllFormats() throws Exception {
    Path last = truth;
    for (String ending : new String[] {".glb", ".amc", ".tsv", ".channels.json", ".gltf", ".bvh"}) {
      Path next = folder.resolve("round" + ending);
      assertThat(run("convert", last, next)).as(ending).isZero();
      assertThat(run("info", next)).as(ending).isZero();
      last = next;
    }
    assertThat(run("compare", truth, last, "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(0.05);
    Path keys = folder.resolve("keys.glb");
    assertThat(run("convert", truth, keys, "--keys", "--rate", "60")).isZero();
    assertThat(run("info", keys, "--json")).isZero();
    assertThat(json().get("rateHz").asDouble()).isEqualTo(60);
    assertThat(run("convert", truth, folder.resolve("keys.csv"), "--keys")).isEqualTo(1);
    assertThat(err).contains("a value in every frame");
    Path lone = folder.resolve("lone").resolve("round.amc");
    Files.createDirectories(lone.getParent());
    Files.copy(folder.resolve("round.amc"), lone);
    assertThat(run("info", lone)).isEqualTo(1);
    assertThat(err).contains("its skeleton is missing");
    assertThat(run("info", folder.resolve("round.asf"))).isEqualTo(1);
    assertThat(err).contains("a skeleton without its motion");
  }

  @Test
  void takesGoToAFolderAndThoseThatFailAreTold() throws Exception {
    Path bad = folder.resolve("bad.bvh");
    Files.writeString(bad, "HIERARCHY\nROOT a\n{\n");
    Path second = folder.resolve("second.bvh");
    Files.copy(truth, second);
    Path into = folder.resolve("into");
    Files.createDirectories(into);
    assertThat(run("retarget", truth, bad, second, "--to", "stoker", "--out", into)).isEqualTo(1);
    assertThat(out).contains("2 done, 1 failed");
    assertThat(err).contains("bad.bvh:");
    assertThat(into.resolve("truth.glb")).exists();
    assertThat(into.resolve("second.glb")).exists();
    assertThat(into.resolve("bad.glb")).doesNotExist();
    byte[] was = Files.readAllBytes(truth);
    assertThat(run("retarget", truth, "--to", "stoker", "--out", truth)).isNotZero();
    assertThat(Files.readAllBytes(truth)).as("the raw take is never written over").isEqualTo(was);
    assertThat(run("retarget", truth, "--to", "nobody", "--out", into)).isNotZero();
    assertThat(err).contains("nobody");
  }

  @Test
  void aCharacterComesAsAFileAndGoesWithoutItsSkin() throws Exception {
    Path skinned = folder.resolve("skinned.glb");
    assertThat(run("retarget", truth, "--to", "pilot", "--out", skinned)).isZero();
    Path client = folder.resolve("client.glb");
    assertThat(run("retarget", truth, "--to", skinned, "--out", client)).isZero();
    Path bare = folder.resolve("bare.glb");
    assertThat(run("retarget", truth, "--to", skinned, "--skeleton", "--out", bare)).isZero();
    assertThat(Files.size(bare)).isLessThan(Files.size(client) - 100_000);
    assertThat(run("compare", client, bare, "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(0.01);
    // a file handed on again does not grow
    Path again = folder.resolve("again.glb");
    assertThat(run("retarget", truth, "--to", client, "--out", again)).isZero();
    assertThat(Files.size(again)).isCloseTo(Files.size(client), within(200L));
  }

  @Test
  void everyAnimationOfAFileIsATake() throws Exception {
    Path one = folder.resolve("shoot.gltf");
    assertThat(run("convert", truth, one)).isZero();
    ObjectNode root = (ObjectNode) new ObjectMapper().readTree(one.toFile());
    ObjectNode lift = (ObjectNode) root.path("animations").get(0);
    root.withArray("animations").add(lift.deepCopy().put("name", "set/down")).add(lift.deepCopy());
    new ObjectMapper().writeValue(one.toFile(), root);
    Path all = folder.resolve("all");
    assertThat(run("retarget", one, "--to", "pilot", "--out", all, "--json")).isZero();
    assertThat(json()).hasSize(3);
    assertThat(json().get(1).get("animation").asText()).isEqualTo("set/down");
    assertThat(all.resolve("shoot-set-down.glb")).exists();
    // with a table of the same name beside it each still has a file of its own
    Path table = folder.resolve("shoot-set-down.csv");
    assertThat(run("convert", truth, table)).isZero();
    Path both = folder.resolve("both");
    assertThat(run("retarget", one, table, "--to", "stoker", "--out", both)).isZero();
    assertThat(both.toFile().list()).hasSize(4);
    Path written = folder.resolve("written");
    assertThat(run("convert", one, written)).isZero();
    assertThat(run("compare", truth, written.resolve("shoot-set-down.gltf"), "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(0.1);
    JsonNode back = new ObjectMapper().readTree(written.resolve("shoot-set-down.gltf").toFile());
    assertThat(back.path("animations").get(0).path("name").asText()).isEqualTo("set/down");
    // one file takes one of them
    assertThat(run("clean", one, "--animation", "none", "--out", folder.resolve("c.glb")))
        .isEqualTo(1);
    assertThat(err).contains("set/down");
    assertThat(run("convert", one, folder.resolve("c.glb"))).isZero();
    assertThat(err).contains("3 animations");
  }

  /** A foreign table of places goes on a skeleton of one's own. */
  @Test
  void aTableOfPlacesBecomesABodyOnAChosenSkeleton() throws Exception {
    var clip =
        TakeFiles.read(truth, Reading.GUESS.withRestFrames(0), Work.UNWATCHED).motion().clip();
    var skeleton = clip.skeleton();
    WorldPose pose = new WorldPose(skeleton);
    StringBuilder table = new StringBuilder("time (s)");
    for (Joint joint : skeleton.joints()) {
      for (String axis : List.of("X", "Y", "Z")) {
        table.append(';').append(joint.name()).append('.').append(axis).append(" (mm)");
      }
    }
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(clip, f);
      table.append('\n').append(f / clip.rateHz());
      for (double metres : pose.positions()) {
        table.append(';').append(String.format(Locale.GERMANY, "%.3f", 1000 * metres));
      }
    }
    Path csv = folder.resolve("places.csv");
    Files.writeString(
        csv,
        table
            .toString()
            .replace('.', ',')
            .replace(",X", ".X")
            .replace(",Y", ".Y")
            .replace(",Z", ".Z"));
    Path on = folder.resolve("on.bvh");
    assertThat(run("retarget", csv, "--to", truth, "--out", on, "--json")).isZero();
    assertThat(json().get(0).get("contactSpeedMms").asDouble()).isLessThan(5);
    assertThat(json().get(0).get("pairs").size()).isGreaterThan(15);
    assertThat(run("compare", truth, on, "--json")).isZero();
    assertThat(json().get("positionRmsMm").asDouble()).isLessThan(40);
  }
}
