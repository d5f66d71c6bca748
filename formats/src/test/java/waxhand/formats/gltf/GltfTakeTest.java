package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Skin;
import waxhand.core.character.Wardrobe;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** What glTF says, number by number, and what is wrong in it. */
class GltfTakeTest {
  @TempDir Path folder;

  /** Two joints, the second a metre over the first, that turns; changed as a test wants it. */
  private static GltfPack two() {
    GltfPack pack = new GltfPack();
    ObjectNode root = pack.object().put("name", "root");
    root.putArray("children").add(1);
    pack.add("nodes", root);
    ObjectNode arm = pack.object().put("name", "arm");
    arm.putArray("translation").add(0).add(1).add(0);
    pack.add("nodes", arm);
    scene(pack).add(0);
    return pack;
  }

  private static ArrayNode scene(GltfPack pack) {
    return (ArrayNode) pack.root().path("scenes").get(0).path("nodes");
  }

  private static ObjectNode animated(
      GltfPack pack, double[] times, double[] values, int kind, String interpolation) {
    int input = pack.numbers(times, "SCALAR", 1, GltfPack.FLOAT, true, 0);
    int output = pack.numbers(values, "VEC4", 4, kind, false, 0);
    ObjectNode animation = pack.object().put("name", "turn");
    animation
        .withArray("samplers")
        .addObject()
        .put("input", input)
        .put("output", output)
        .put("interpolation", interpolation);
    ObjectNode channel = animation.withArray("channels").addObject().put("sampler", 0);
    channel.putObject("target").put("node", 1).put("path", "rotation");
    pack.add("animations", animation);
    return animation;
  }

  private static Clip read(GltfPack pack) throws FormatException {
    return TakeFiles.read("a.glb", pack.toBytes(), Reading.GUESS.withRestFrames(0), Work.UNWATCHED)
        .motion()
        .clip();
  }

  private static double degrees(Clip clip, int frame) {
    double[] q = new double[4];
    clip.rotation(1).read(frame, q, 0);
    return Math.toDegrees(2 * Math.atan2(q[0], q[3]));
  }

  private static double[] about(double... degrees) {
    double[] q = new double[4 * degrees.length];
    for (int n = 0; n < degrees.length; n++) {
      q[4 * n] = Math.sin(Math.toRadians(degrees[n] / 2));
      q[4 * n + 3] = Math.cos(Math.toRadians(degrees[n] / 2));
    }
    return q;
  }

  @Test
  void everyWayFromKeyToKey() throws Exception {
    double[] times = {0, 0.5, 1};
    GltfPack linear = two();
    animated(linear, times, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    Clip clip = read(linear);
    // the keys lie on whole frames of this rate
    assertThat(clip.rateHz()).isEqualTo(24);
    assertThat(clip.frames()).isEqualTo(25);
    assertThat(degrees(clip, 6)).isCloseTo(30, within(1e-4));
    GltfPack step = two();
    animated(step, times, about(0, 60, 0), GltfPack.FLOAT, "STEP");
    assertThat(degrees(read(step), 11)).isCloseTo(0, within(1e-4));
    assertThat(degrees(read(step), 12)).isCloseTo(60, within(1e-4));
    GltfPack cubic = two();
    double[] q = about(0, 60, 0);
    double[] spline = new double[36];
    for (int n = 0; n < 3; n++) {
      System.arraycopy(q, 4 * n, spline, 12 * n + 4, 4);
    }
    // a slope out of the first key, by hand: x rises by 0.4 a second there
    spline[8] = 0.4;
    animated(cubic, times, spline, GltfPack.FLOAT, "CUBICSPLINE");
    double t = 0.5;
    double x = 0.5 * (t * t * t - 2 * t * t + t) * 0.4 + (3 * t * t - 2 * t * t * t) * q[4];
    double w = (2 * t * t * t - 3 * t * t + 1) * q[3] + (3 * t * t - 2 * t * t * t) * q[7];
    assertThat(degrees(read(cubic), 6))
        .isCloseTo(Math.toDegrees(2 * Math.atan2(x, w)), within(1e-4));
  }

  @Test
  void sharesAndSparseNumbersAreUnpacked() throws Exception {
    GltfPack shares = two();
    double[] q = about(0, 60, 0);
    double[] whole = new double[q.length];
    for (int n = 0; n < q.length; n++) {
      whole[n] = Math.round(q[n] * 65535);
    }
    animated(shares, new double[] {0, 0.5, 1}, whole, GltfPack.SHORT, "LINEAR");
    ((ObjectNode) shares.root().path("accessors").get(1)).put("normalized", true);
    assertThat(degrees(read(shares), 12)).isCloseTo(60, within(0.01));
    GltfPack sparse = two();
    animated(sparse, new double[] {0, 0.5, 1}, about(0, 0, 0), GltfPack.FLOAT, "LINEAR");
    int at = sparse.numbers(new double[] {1}, "SCALAR", 1, GltfPack.SHORT, false, 0);
    int values = sparse.numbers(about(60), "VEC4", 4, GltfPack.FLOAT, false, 0);
    ObjectNode patch = ((ObjectNode) sparse.root().path("accessors").get(1)).putObject("sparse");
    patch.put("count", 1);
    patch
        .putObject("indices")
        .put("componentType", GltfPack.SHORT)
        .put("bufferView", sparse.root().path("accessors").get(at).path("bufferView").asInt());
    patch
        .putObject("values")
        .put("bufferView", sparse.root().path("accessors").get(values).path("bufferView").asInt());
    assertThat(degrees(read(sparse), 12)).isCloseTo(60, within(1e-4));
  }

  @Test
  void scalesOfNodesAreLengthsOfBones() throws Exception {
    GltfPack pack = two();
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    ((ObjectNode) pack.root().path("nodes").get(0)).putArray("scale").add(0.5).add(0.5).add(0.5);
    assertThat(read(pack).skeleton().offset(1, 1)).isCloseTo(0.5, within(1e-9));
  }

  @Test
  void severalAnimationsAreSeveralTakes() throws Exception {
    GltfPack pack = two();
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    animated(pack, new double[] {0, 1}, about(0, 20), GltfPack.FLOAT, "LINEAR");
    Path file = Files.write(folder.resolve("two.glb"), pack.toBytes());
    assertThat(TakeFiles.names(file)).containsExactly("turn", "turn#2");
    List<RawTake> takes = TakeFiles.readAll(file, Reading.GUESS, Work.UNWATCHED);
    assertThat(degrees(takes.get(1).motion().clip(), 24)).isCloseTo(20, within(1e-3));
    RawTake again =
        TakeFiles.read(
            "two.glb",
            takes.get(1).bytes(),
            Reading.keptIn(takes.get(1).reading()),
            Work.UNWATCHED);
    assertThat(again).isEqualTo(takes.get(1));
  }

  private static void assertRefused(String reason, Consumer<GltfPack> change) {
    GltfPack pack = two();
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    change.accept(pack);
    assertThatThrownBy(() -> read(pack))
        .isInstanceOf(FormatException.class)
        .hasMessageStartingWith("a.glb")
        .hasMessageContaining(reason);
  }

  @Test
  void whatIsWrongIsSaidInOneSentence() {
    assertRefused(
        "hangs from two others, or from itself",
        p -> ((ObjectNode) p.root().path("nodes").get(1)).putArray("children").add(0));
    assertRefused(
        "reaches beyond its buffer",
        p -> ((ObjectNode) p.root().path("accessors").get(1)).put("count", 4000));
    assertRefused(
        "3 times, but", p -> ((ObjectNode) p.root().path("accessors").get(1)).put("count", 2));
    assertRefused(
        "moves no joint",
        p -> {
          p.add("nodes", p.object().put("name", "camera").put("camera", 0));
          ((ObjectNode) p.root().path("animations").get(0).path("channels").get(0).path("target"))
              .put("node", 2)
              .put("path", "scale");
        });
    assertRefused(
        "there is no number 7 in nodes",
        p ->
            ((ObjectNode) p.root().path("animations").get(0).path("channels").get(0).path("target"))
                .put("node", 7));
    assertRefused("EXT_made_up", p -> p.root().putArray("extensionsRequired").add("EXT_made_up"));
    assertRefused(
        "do not rise",
        p ->
            ((ObjectNode) p.root().path("accessors").get(0))
                .put("bufferView", 1)
                .put("byteOffset", 4));
    assertRefused(
        "translation is no list",
        p ->
            ((ObjectNode) p.root().path("nodes").get(1))
                .putObject("translation")
                .put("x", 1)
                .put("y", 2)
                .put("z", 3));
    assertRefused("nothing moves", p -> p.root().remove("animations"));
    assertRefused(
        "placed by what is no number",
        p ->
            ((ObjectNode) p.root().path("nodes").get(1))
                .putArray("translation")
                .add("x")
                .add(1)
                .add(2));
  }

  @Test
  void aSkinWithoutJointsIsRefusedAndAThousandJointsAreNot() throws Exception {
    GltfPack pack = two();
    int p = pack.numbers(new double[9], "VEC3", 3, GltfPack.FLOAT, true, 0);
    ObjectNode mesh = pack.object();
    mesh.withArray("primitives").addObject().putObject("attributes").put("POSITION", p);
    ObjectNode skin = pack.object();
    skin.putArray("joints");
    ObjectNode node = pack.object().put("mesh", pack.add("meshes", mesh));
    node.put("skin", pack.add("skins", skin));
    scene(pack).add(pack.add("nodes", node));
    assertThatThrownBy(
            () -> GltfCharacterReader.read("c.glb", pack.toBytes(), Beside.NOTHING, Work.UNWATCHED))
        .hasMessageContaining("skin 0 has no joints");
    GltfPack many = two();
    animated(many, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    for (int n = 2; n < 1000; n++) {
      many.add("nodes", many.object().put("name", "j" + n));
      ((ObjectNode) many.root().path("nodes").get(n - 1)).putArray("children").add(n);
    }
    assertThat(read(many).skeleton().size()).isEqualTo(1000);
  }

  @Test
  void buffersBesideAndInTheTextAreOne() throws Exception {
    GltfPack pack = two();
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    Gltf whole = Gltf.read("a.glb", pack.toBytes(), Beside.NOTHING);
    byte[] buffer = whole.binary().orElseThrow();
    ObjectNode root = whole.root().deepCopy();
    ObjectNode told = (ObjectNode) root.path("buffers").get(0);
    told.put("uri", "the buffer.bin");
    Files.write(folder.resolve("the buffer.bin"), buffer);
    Path beside =
        Files.writeString(
            folder.resolve("beside.gltf"), root.toString().replace("the buffer", "the%20buffer"));
    Reading all = Reading.GUESS.withRestFrames(0);
    RawTake read = TakeFiles.read(beside, all, Work.UNWATCHED);
    assertThat(degrees(read.motion().clip(), 12)).isCloseTo(60, within(1e-3));
    told.put("uri", "data:;base64," + Base64.getEncoder().encodeToString(buffer));
    byte[] inside = root.toString().getBytes(StandardCharsets.UTF_8);
    Clip clip = TakeFiles.read("i.gltf", inside, all, Work.UNWATCHED).motion().clip();
    assertThat(degrees(clip, 12)).isCloseTo(60, within(1e-3));
    // a buffer may be longer than any text of other files
    byte[] padded = new byte[buffer.length + 16_000_000];
    System.arraycopy(buffer, 0, padded, 0, buffer.length);
    told.put("uri", "data:;base64," + Base64.getEncoder().encodeToString(padded));
    byte[] wide = root.toString().getBytes(StandardCharsets.UTF_8);
    assertThat(TakeFiles.read("w.gltf", wide, all, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(25);
    // what the take keeps can be read by itself
    assertThat(TakeFiles.read("k.glb", read.bytes(), all, Work.UNWATCHED).motion().clip().frames())
        .isEqualTo(25);
  }

  private static RawTake deckhand(double seconds, double rateHz) throws FormatException {
    Rehearsal take =
        Rehearsal.of(
            new Rehearsal.Order(Scene.values()[1], seconds, rateHz, 3, 1.7, true, Map.of()));
    return TakeFiles.read(
        "t.bvh",
        BvhWriter.write(take.truth(), Unit.CM, Up.Y),
        Reading.GUESS.withRestFrames(0),
        Work.UNWATCHED);
  }

  /** Few keys stand for many frames, and where they do not, the frames leave. */
  @Test
  void fewKeysTellWhatTheFramesDo() throws Exception {
    RawTake raw = deckhand(4, 120);
    Path file = folder.resolve("keys.glb");
    Handoff.AS_IT_CAME.with(Wish.KEYS, true).write(raw.motion(), raw, file, Work.UNWATCHED);
    RawTake read = TakeFiles.read(file, Reading.GUESS, Work.UNWATCHED);
    assertThat(read.motion().clip().rateHz()).isEqualTo(120);
    assertThat(read.motion().clip().frames()).isEqualTo(raw.motion().clip().frames());
    assertThat(Comparison.of(raw.motion(), read.motion(), List.of()).positionP95Mm())
        .isLessThan(0.5);
    JsonNode animation =
        Gltf.read("k", Files.readAllBytes(file), Beside.NOTHING).root().path("animations").get(0);
    assertThat(animation.toString()).contains("CUBICSPLINE");
    Path dense = folder.resolve("dense.glb");
    Handoff.AS_IT_CAME.write(raw.motion(), raw, dense, Work.UNWATCHED);
    assertThat(Files.size(file)).isLessThan(Files.size(dense) * 2 / 3);
    assertThatThrownBy(
            () ->
                Handoff.AS_IT_CAME
                    .with(Wish.KEYS, true)
                    .write(raw.motion(), raw, folder.resolve("k.bvh"), Work.UNWATCHED))
        .hasMessageContaining("a value in every frame");
  }

  /** A character leaves, comes in as one, and a take put on it leaves in its own file. */
  @Test
  void aSkinnedCharacterGoesOutAndComesIn() throws Exception {
    RawTake raw = deckhand(2, 30);
    Motion on = put(raw.motion(), "pilot");
    Path file = folder.resolve("pilot.glb");
    Handoff.AS_IT_CAME.write(on, raw, file, Work.UNWATCHED);
    Character pilot = Characters.read(file, Work.UNWATCHED);
    Character ours = LayFigures.named("pilot").orElseThrow();
    assertThat(pilot.body().joints()).isEqualTo(ours.body().joints());
    Skin skin = pilot.skin().orElseThrow();
    Skin its = ours.skin().orElseThrow();
    assertThat(skin.triangles()).hasSameSizeAs(its.triangles());
    assertThat(skin.count()).as("points of several colours are read once").isEqualTo(its.count());
    double[] volumes = {volume(skin), volume(its)};
    assertThat(volumes[0]).isCloseTo(volumes[1], within(1e-4));
    Motion again = put(raw.motion().with(Wardrobe.OURS.with(pilot.withName("client"))), "client");
    Path second = folder.resolve("client.glb");
    Handoff.AS_IT_CAME.write(again, raw, second, Work.UNWATCHED);
    assertThat(GltfContent.of(second)).isEqualTo(GltfContent.TAKE);
    RawTake read = TakeFiles.read(second, Reading.GUESS, Work.UNWATCHED);
    assertThat(Comparison.of(again, read.motion(), List.of()).positionRmsMm()).isLessThan(0.01);
    Gltf gltf = Gltf.read("c", Files.readAllBytes(second), Beside.NOTHING);
    assertThat(gltf.root().path("skins")).hasSize(1);
    assertThat(gltf.root().path("animations")).hasSize(1);
    assertThat(Optional.ofNullable(gltf.root().get("meshes"))).isPresent();
    Path bare = folder.resolve("bare.glb");
    Handoff.AS_IT_CAME.with(Wish.BARE, true).write(again, raw, bare, Work.UNWATCHED);
    Gltf skeleton = Gltf.read("b", Files.readAllBytes(bare), Beside.NOTHING);
    assertThat(skeleton.root().path("skins")).isEmpty();
    assertThat(skeleton.root().path("meshes")).isEmpty();
    RawTake alone = TakeFiles.read(bare, Reading.GUESS, Work.UNWATCHED);
    assertThat(Comparison.of(again, alone.motion(), List.of()).positionRmsMm()).isLessThan(0.01);
  }

  /** Handed on again and again a file does not grow, and what is not motion stays bit by bit. */
  @Test
  void anOldTakeLeavesTheFileWhenANewOneComes() throws Exception {
    GltfPack pack = two();
    pack.numbers(new double[] {7, 8, 9}, "VEC3", 3, GltfPack.FLOAT, true, 0);
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    int p = pack.numbers(new double[] {1, 2, 3, 4, 5, 6}, "VEC3", 3, GltfPack.FLOAT, true, 0);
    ObjectNode mesh = pack.object();
    mesh.withArray("primitives").addObject().putObject("attributes").put("POSITION", p);
    pack.add("meshes", mesh);
    Path file = Files.write(folder.resolve("first.glb"), pack.toBytes());
    RawTake raw = TakeFiles.read(file, Reading.GUESS.withRestFrames(0), Work.UNWATCHED);
    Path second = folder.resolve("second.glb");
    Handoff.AS_IT_CAME.write(raw.motion(), raw, second, Work.UNWATCHED);
    RawTake again = TakeFiles.read(second, Reading.GUESS.withRestFrames(0), Work.UNWATCHED);
    assertThat(degrees(again.motion().clip(), 12)).isCloseTo(60, within(1e-3));
    Path third = folder.resolve("third.gltf");
    Handoff.AS_IT_CAME.write(again.motion(), again, third, Work.UNWATCHED);
    assertThat(Files.readString(third)).startsWith("{");
    for (Path path : List.of(second, third)) {
      Gltf gltf = Gltf.read("f", Files.readAllBytes(path), Beside.NOTHING);
      // of the mesh its places; of the motion two of times, three of what moves
      assertThat(gltf.root().path("accessors")).hasSize(6);
      int its = gltf.root().at("/meshes/0/primitives/0/attributes/POSITION").asInt();
      assertThat(gltf.numbers(its, "VEC3", 3)).containsExactly(1, 2, 3, 4, 5, 6);
    }
    assertThat(again.motion().clip().frames()).isEqualTo(25);
  }

  private static Motion put(Motion in, String character) {
    return Plate.of("r", RetargetPass.to(character))
        .apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double volume(Skin skin) {
    double volume = 0;
    float[] p = skin.points();
    int[] t = skin.triangles();
    for (int n = 0; n < t.length; n += 3) {
      int a = 3 * t[n];
      int b = 3 * t[n + 1];
      int c = 3 * t[n + 2];
      volume +=
          (p[a] * (p[b + 1] * p[c + 2] - p[b + 2] * p[c + 1])
                  + p[a + 1] * (p[b + 2] * p[c] - p[b] * p[c + 2])
                  + p[a + 2] * (p[b] * p[c + 1] - p[b + 1] * p[c]))
              / 6;
    }
    return volume;
  }

  /** Turned by something else than expected, a half turn would show. */
  @Test
  void standingIsNotTurned() throws Exception {
    GltfPack pack = two();
    animated(pack, new double[] {0, 0.5, 1}, about(0, 60, 0), GltfPack.FLOAT, "LINEAR");
    assertThat(read(pack).skeleton().restRotation(1)).isEqualTo(new Quaterniond());
  }
}
