package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniondc;
import org.joml.Vector3dc;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.character.Worn;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;

/**
 * Writes GLB: the file of the character or take with its meshes, skins and shapes as they came and
 * this motion in stead of its animations; else a skeleton made for it, with the skin of ours where
 * the body wears one. Every frame is a key.
 */
final class GltfWriter {
  /** Keys hold a turn within 0.005 degrees: half of that in the numbers of a quaternion. */
  private static final double TURN = Math.toRadians(0.005) / 2;

  private static final int[] NONE = {};

  /** Weights of shapes within this, of 1. */
  private static final double WEIGHT = 1e-3;

  /** And a place within this, metres. */
  private static final double PLACE_M = 5e-5;

  private final GltfPack pack;
  private final Clip clip;
  private final Unit unit;
  private final Up up;

  private GltfWriter(GltfPack pack, Clip clip, Unit unit, Up up) {
    this.pack = pack;
    this.clip = clip;
    this.unit = unit;
    this.up = up;
  }

  /** The bytes a result goes by that are glTF themselves, and how they were read. */
  private static Optional<CharacterFile> base(Outgoing take) {
    Optional<Character> worn = Worn.by(take.motion());
    if (worn.isPresent() && take.wants(Wish.BARE)) {
      return Optional.empty();
    }
    if (worn.isPresent()) {
      return worn.get().file().filter(f -> GltfFormat.isGltf(f.name()));
    }
    Optional<RawTake> raw = take.source(GltfFormat.ID);
    return raw.map(r -> new CharacterFile(r.fileName(), r.bytes(), r.reading()));
  }

  /**
   * @param name of the file: what its animation is called, where it was called nothing before
   */
  static GltfPack write(Outgoing take, String name, Work work) throws FormatException {
    Clip clip = take.motion().clip();
    Optional<CharacterFile> base = base(take);
    if (base.isEmpty()) {
      GltfWriter writer = new GltfWriter(new GltfPack(), clip, Unit.M, Up.Y);
      return writer.made(take, name, work);
    }
    CharacterFile file = base.get();
    Gltf gltf = Gltf.read(file.name(), file.bytes(), Beside.NOTHING);
    GltfSkeleton joints = new GltfSkeleton(gltf);
    if (joints.joints().size() != clip.skeleton().size()) {
      throw new FormatException(
          file.name(),
          "the result has "
              + clip.skeleton().size()
              + " joints, the file "
              + joints.joints().size()
              + ": it stands on another skeleton and cannot be handed on as this take");
    }
    Reading was = Reading.keptIn(file.reading());
    GltfPack pack = Unanimated.of(gltf);
    GltfWriter writer =
        new GltfWriter(pack, clip, was.unit().orElse(Unit.M), was.up().orElse(Up.Y));
    int[] nodes = new int[clip.skeleton().size()];
    double[] sizes = new double[nodes.length];
    for (int j = 0; j < nodes.length; j++) {
      nodes[j] = joints.node(j);
      sizes[j] = joints.above(j);
    }
    writer.animate(take, called(take, name), nodes, sizes, new GltfShapes(gltf), work);
    return pack;
  }

  /** How what was written is to be read. */
  static Reading reads(Outgoing take, Reading usual) {
    Reading was = base(take).map(f -> Reading.keptIn(f.reading())).orElse(Reading.GUESS);
    return usual.withUnit(was.unit().orElse(Unit.M)).withUp(was.up().orElse(Up.Y));
  }

  /**
   * A character without motion: its own file without its animations, or a file made for it.
   *
   * @throws FormatException if its own file cannot be read
   */
  static GltfPack still(Character character) throws FormatException {
    Optional<CharacterFile> file = character.file().filter(f -> GltfFormat.isGltf(f.name()));
    if (file.isPresent()) {
      return Unanimated.of(Gltf.read(file.get().name(), file.get().bytes(), Beside.NOTHING));
    }
    GltfPack pack = new GltfPack();
    Skeleton skeleton = character.body().skeleton();
    int[] nodes = nodes(pack, skeleton);
    character
        .skin()
        .ifPresent(s -> new GltfSkinWriter(pack, skeleton, nodes).add(character.name(), s));
    return pack;
  }

  private static String called(Outgoing take, String file) {
    int dot = file.lastIndexOf('.');
    String bare = dot > 0 ? file.substring(0, dot) : file;
    return take.source(GltfFormat.ID)
        .map(raw -> raw.reading().get("animation"))
        .filter(own -> !own.isBlank())
        .orElse(bare);
  }

  private GltfPack made(Outgoing take, String name, Work work) throws FormatException {
    Skeleton skeleton = clip.skeleton();
    int[] nodes = nodes(pack, skeleton);
    double[] sizes = new double[skeleton.size()];
    Arrays.fill(sizes, 1);
    Optional<Character> worn = Worn.by(take.motion());
    worn.filter(w -> !take.wants(Wish.BARE))
        .flatMap(Character::skin)
        .ifPresent(skin -> new GltfSkinWriter(pack, skeleton, nodes).add(worn.get().name(), skin));
    animate(take, called(take, name), nodes, sizes, null, work);
    return pack;
  }

  /** Adds a node for each joint, as it rests; which those are. Modified: pack. */
  private static int[] nodes(GltfPack pack, Skeleton skeleton) {
    int[] nodes = new int[skeleton.size()];
    ArrayNode scene = (ArrayNode) pack.root().path("scenes").get(0).path("nodes");
    for (int j = 0; j < nodes.length; j++) {
      nodes[j] = pack.add("nodes", node(pack, skeleton.joint(j)));
      int parent = skeleton.parent(j);
      if (parent < 0) {
        scene.add(nodes[j]);
      } else {
        ((ObjectNode) pack.root().path("nodes").get(nodes[parent]))
            .withArray("children")
            .add(nodes[j]);
      }
    }
    return nodes;
  }

  private static ObjectNode node(GltfPack pack, Joint joint) {
    ObjectNode node = pack.object().put("name", joint.name());
    Vector3dc at = joint.offset();
    node.putArray("translation").add((float) at.x()).add((float) at.y()).add((float) at.z());
    Quaterniondc q = joint.rest();
    if (q.x() != 0 || q.y() != 0 || q.z() != 0) {
      node.putArray("rotation").add(q.x()).add(q.y()).add(q.z()).add(q.w());
    }
    joint
        .tip()
        .ifPresent(
            t ->
                node.putObject("extras")
                    .putArray(GltfSkeleton.TIP)
                    .add(t.x())
                    .add(t.y())
                    .add(t.z()));
    return node;
  }

  /**
   * @param name of the animation
   * @param shapes of the file that it goes by; null where there is none
   */
  private void animate(
      Outgoing take, String name, int[] nodes, double[] sizes, GltfShapes shapes, Work work) {
    Frames range = take.range();
    ObjectNode animation = pack.object().put("name", name);
    if (take.wants(Wish.KEYS)) {
      animation.putObject("extras").put(GltfTakeReader.RATE, clip.rateHz());
    }
    double[] times = new double[range.count()];
    for (int n = 0; n < times.length; n++) {
      times[n] = n / clip.rateHz();
    }
    int all = pack.numbers(times, "SCALAR", 1, GltfPack.FLOAT, true, 0);
    int once = pack.numbers(new double[] {0}, "SCALAR", 1, GltfPack.FLOAT, true, 0);
    for (int j = 0; j < nodes.length; j++) {
      work.check();
      work.done(j / (double) nodes.length);
      double[] q = rotations(j, range);
      int[] given = given(take, j);
      if (!(take.wants(Wish.KEYS) && keys(animation, nodes[j], "rotation", q, 4, TURN, given))) {
        channel(animation, nodes[j], "rotation", q, 4, all, once);
      }
      if (clip.hasTranslation(j)) {
        double[] p = translations(j, range, sizes[j]);
        double tolerance = PLACE_M / (unit.metres() * sizes[j]);
        if (!(take.wants(Wish.KEYS)
            && keys(animation, nodes[j], "translation", p, 3, tolerance, given))) {
          channel(animation, nodes[j], "translation", p, 3, all, once);
        }
      }
    }
    Channels channels = Channels.of(take.motion());
    if (shapes != null) {
      for (int node : shapes.nodes()) {
        if (shapes.of(node).stream().anyMatch(channels::has)) {
          double[] w = weights(channels, shapes, node, range);
          int width = shapes.of(node).size();
          if (!(take.wants(Wish.KEYS)
              && keys(animation, node, "weights", w, width, WEIGHT, NONE))) {
            channel(animation, node, "weights", w, width, all, once);
          }
        }
      }
    }
    pack.add("animations", animation);
  }

  /** The keys by hand of a joint, counted from the start of the range. */
  private static int[] given(Outgoing take, int joint) {
    int from = take.range().from();
    return Arrays.stream(take.keyed().getOrDefault(joint, NONE)).map(k -> k - from).toArray();
  }

  /** Weights of all shapes of a node, frame by frame; those that nothing tells of stay. */
  private static double[] weights(Channels channels, GltfShapes shapes, int node, Frames range) {
    List<String> names = shapes.of(node);
    double[] all = new double[names.size() * range.count()];
    for (int k = 0; k < names.size(); k++) {
      boolean told = channels.has(names.get(k));
      for (int n = 0; n < range.count(); n++) {
        all[names.size() * n + k] =
            told ? channels.at(names.get(k), range.from() + n) : shapes.still(node, k);
      }
    }
    return all;
  }

  /** What the values of a channel are by the standard, and how many of them an element has. */
  private static String type(String path) {
    return switch (path) {
      case "rotation" -> "VEC4";
      case "translation" -> "VEC3";
      default -> "SCALAR";
    };
  }

  private int values(String path, double[] values, int width) {
    String type = type(path);
    int each = type.equals("SCALAR") ? 1 : width;
    return pack.numbers(values, type, each, GltfPack.FLOAT, false, 0);
  }

  /**
   * Tells a channel by few keys; false where that takes more numbers than all frames do.
   *
   * @param tolerance in the measure of the values
   * @param given frames of the range that are keys in any case
   */
  private boolean keys(
      ObjectNode animation,
      int node,
      String path,
      double[] values,
      int width,
      double tolerance,
      int[] given) {
    int frames = values.length / width;
    SparseKeys.Told told = SparseKeys.of(values, width, tolerance, path.equals("rotation"), given);
    if (frames < 2 || 3 * told.frames().length >= frames) {
      return false;
    }
    double[] times = new double[told.frames().length];
    for (int n = 0; n < times.length; n++) {
      times[n] = told.frames()[n] / clip.rateHz();
    }
    double[] numbers = told.told();
    for (int n = 0; n < numbers.length; n++) {
      // slopes are a second, values stand between them
      numbers[n] *= n / width % 3 == 1 ? 1 : clip.rateHz();
    }
    int input = pack.numbers(times, "SCALAR", 1, GltfPack.FLOAT, true, 0);
    int output = values(path, numbers, width);
    ArrayNode samplers = animation.withArray("samplers");
    samplers
        .addObject()
        .put("input", input)
        .put("output", output)
        .put("interpolation", "CUBICSPLINE");
    ObjectNode channel = animation.withArray("channels").addObject();
    channel.put("sampler", samplers.size() - 1);
    channel.putObject("target").put("node", node).put("path", path);
    return true;
  }

  private void channel(
      ObjectNode animation, int node, String path, double[] values, int width, int all, int once) {
    boolean still = true;
    for (int n = width; n < values.length && still; n++) {
      still = values[n] == values[n % width];
    }
    // the first tells how long the take is
    still &= animation.has("channels");
    double[] told = still ? Arrays.copyOf(values, width) : values;
    int output = values(path, told, width);
    ArrayNode samplers = animation.withArray("samplers");
    samplers.addObject().put("input", still ? once : all).put("output", output);
    ObjectNode channel = animation.withArray("channels").addObject();
    channel.put("sampler", samplers.size() - 1);
    channel.putObject("target").put("node", node).put("path", path);
  }

  private double[] rotations(int joint, Frames range) {
    Track track = clip.rotation(joint);
    double[] q = new double[4 * range.count()];
    track.read(range, q);
    for (int at = 0; at < q.length; at += 4) {
      up.toFile(q, at);
      // neighbours on one side, so that whoever goes straight between them goes the short way
      if (at > 0
          && q[at] * q[at - 4]
                  + q[at + 1] * q[at - 3]
                  + q[at + 2] * q[at - 2]
                  + q[at + 3] * q[at - 1]
              < 0) {
        for (int i = 0; i < 4; i++) {
          q[at + i] = -q[at + i];
        }
      }
    }
    return q;
  }

  private double[] translations(int joint, Frames range, double size) {
    double[] p = new double[3 * range.count()];
    clip.translation(joint).read(range, p);
    for (int at = 0; at < p.length; at += 3) {
      up.toFile(p, at);
      for (int i = 0; i < 3; i++) {
        p[at + i] /= unit.metres() * size;
      }
    }
    return p;
  }
}
