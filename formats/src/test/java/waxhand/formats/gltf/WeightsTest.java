package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.Wish;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;

/** Weights of a face's shapes come with a take, go through what is done to it, and leave. */
class WeightsTest {
  private static final int FRAMES = 61;

  @TempDir Path folder;

  private Path file;

  private static double smile(int frame) {
    return 0.5 - 0.5 * Math.cos(frame / 10.0);
  }

  /** A neck that nods and a face with two shapes, and teeth that have one of the same name. */
  private static byte[] face(boolean nods) {
    GltfPack pack = new GltfPack();
    pack.add("nodes", pack.object().put("name", "neck"));
    ObjectNode head = pack.object().put("name", "head");
    head.putArray("translation").add(0).add(0.2).add(0);
    pack.add("nodes", head);
    ((ObjectNode) pack.root().path("nodes").get(0)).putArray("children").add(1);
    ObjectNode skin = pack.object();
    skin.putArray("joints").add(0).add(1);
    pack.add("skins", skin);
    double[] times = new double[FRAMES];
    double[] nod = new double[4 * FRAMES];
    double[] face = new double[2 * FRAMES];
    double[] teeth = new double[FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      times[f] = f / 30.0;
      double half = 0.1 * Math.sin(1 + f / 7.0);
      nod[4 * f] = Math.sin(half);
      nod[4 * f + 3] = Math.cos(half);
      face[2 * f] = smile(f);
      face[2 * f + 1] = f % 20 == 0 ? 1 : 0;
      teeth[f] = 0.5 * smile(f);
    }
    int[] nodes = {
      mesh(pack, "face", "smile", "blink"), mesh(pack, "teeth", "smile"),
    };
    ObjectNode animation = pack.object().put("name", "hail");
    int input = pack.numbers(times, "SCALAR", 1, GltfPack.FLOAT, true, 0);
    if (nods) {
      channel(animation, input, pack.numbers(nod, "VEC4", 4, GltfPack.FLOAT, false, 0), 1)
          .put("path", "rotation");
    }
    channel(animation, input, pack.numbers(face, "SCALAR", 1, GltfPack.FLOAT, false, 0), nodes[0])
        .put("path", "weights");
    channel(animation, input, pack.numbers(teeth, "SCALAR", 1, GltfPack.FLOAT, false, 0), nodes[1])
        .put("path", "weights");
    pack.add("animations", animation);
    var scene = ((ObjectNode) pack.root().path("scenes").get(0)).withArray("nodes");
    scene.add(0).add(nodes[0]).add(nodes[1]);
    return pack.toBytes();
  }

  private static int mesh(GltfPack pack, String name, String... shapes) {
    ObjectNode mesh = pack.object();
    ObjectNode primitive = mesh.withArray("primitives").addObject();
    double[] corners = {0, 0, 0, 0.1, 0, 0, 0, 0.1, 0};
    primitive
        .putObject("attributes")
        .put("POSITION", pack.numbers(corners, "VEC3", 3, GltfPack.FLOAT, true, 0));
    for (String shape : shapes) {
      primitive
          .withArray("targets")
          .addObject()
          .put("POSITION", pack.numbers(corners, "VEC3", 3, GltfPack.FLOAT, true, 0));
      mesh.withObject("/extras").withArray("targetNames").add(shape);
    }
    return pack.add("nodes", pack.object().put("name", name).put("mesh", pack.add("meshes", mesh)));
  }

  private static ObjectNode channel(ObjectNode animation, int input, int output, int node) {
    var samplers = animation.withArray("samplers");
    samplers.addObject().put("input", input).put("output", output);
    ObjectNode channel = animation.withArray("channels").addObject();
    return channel.put("sampler", samplers.size() - 1).putObject("target").put("node", node);
  }

  @BeforeEach
  void write() throws Exception {
    file = folder.resolve("hail.glb");
    Files.write(file, face(true));
  }

  private static RawTake read(Path path) throws Exception {
    return TakeFiles.read(path, Reading.GUESS, Work.UNWATCHED);
  }

  private static void assertSmiles(Channels channels, double within) {
    assertThat(channels.names()).containsExactly("smile", "blink", "teeth smile");
    assertThat(channels.frames()).isEqualTo(FRAMES);
    for (int f = 0; f < FRAMES; f++) {
      assertThat(channels.at("smile", f)).isCloseTo(smile(f), within(within));
      assertThat(channels.at("teeth smile", f)).isCloseTo(0.5 * smile(f), within(within));
    }
    assertThat(channels.at("blink", 20)).isCloseTo(1, within(within));
    assertThat(channels.at("blink", 21)).isCloseTo(0, within(within));
  }

  @Test
  void theyComeByNameAndLeaveInEveryFormatThatHasAPlaceForThem() throws Exception {
    RawTake raw = read(file);
    assertSmiles(Channels.of(raw.motion()), 1e-6);
    assertThat(raw.remarks()).anyMatch(r -> r.contains("3 weights of shapes"));
    for (String to : new String[] {"out.glb", "out.gltf", "out.csv", "out.channels.json"}) {
      Path out = folder.resolve(to);
      var receipt = Handoff.AS_IT_CAME.write(raw.motion(), raw, out, Work.UNWATCHED);
      assertThat(receipt.without()).as(to).isEmpty();
      assertSmiles(Channels.of(read(out).motion()), 1e-6);
    }
    Path few = folder.resolve("few.glb");
    Handoff.AS_IT_CAME.with(Wish.KEYS, true).write(raw.motion(), raw, few, Work.UNWATCHED);
    assertSmiles(Channels.of(read(few).motion()), 2e-3);
    Path bvh = folder.resolve("out.bvh");
    var without = Handoff.AS_IT_CAME.write(raw.motion(), raw, bvh, Work.UNWATCHED);
    assertThat(without.without()).hasSize(3);
    assertThat(without.words()).contains("without 3 channels, such as smile");
  }

  @Test
  void theyGoThroughCutsAndRates() throws Exception {
    RawTake raw = read(file);
    Handoff part =
        new Handoff(Optional.of(new Frames(10, 41)), Optional.empty(), Optional.empty())
            .atRate(OptionalDouble.of(60));
    Path out = folder.resolve("part.glb");
    part.write(raw.motion(), raw, out, Work.UNWATCHED);
    Channels twice = Channels.of(read(out).motion());
    assertThat(twice.frames()).isEqualTo(61);
    assertThat(twice.at("smile", 20)).isCloseTo(smile(20), within(1e-6));
    assertThat(twice.at("smile", 21)).isCloseTo((smile(20) + smile(21)) / 2, within(1e-6));
    Channels all = Channels.of(raw.motion());
    Channels half = all.through(TimeMap.evenly(60, 30));
    assertThat(half.at("smile", 7)).isEqualTo(all.at("smile", 14));
    Channels mixed = all.patched(new Frames(5, 9), all.sampled(FRAMES, f -> 0));
    assertThat(mixed.at("smile", 4)).isEqualTo(all.at("smile", 4));
    assertThat(mixed.at("smile", 8)).isEqualTo(all.at("smile", 0));
    assertThat(mixed.at("smile", 9)).isEqualTo(all.at("smile", 9));
  }

  @Test
  void aFaceAloneIsATakeOfAStillBody() throws Exception {
    Files.write(file, face(false));
    assertThat(GltfContent.of(file)).isEqualTo(GltfContent.TAKE);
    RawTake raw = read(file);
    assertSmiles(Channels.of(raw.motion()), 1e-6);
    assertThat(raw.motion().clip().frames()).isEqualTo(FRAMES);
  }
}
