package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Rates;
import waxhand.formats.Reading;
import waxhand.formats.disk.Room;
import waxhand.formats.guess.Understanding;

/** Reads the animations of glTF files as takes, one frame after another at an even rate. */
final class GltfTakeReader {
  /** Among the extras of an animation. */
  static final String RATE = "rateHz";

  /** Keys that are not even are looked at in so many frames a second. */
  private static final double UNEVEN_HZ = 60;

  /** Keys that are farther apart are no frames. */
  private static final double FEWEST_HZ = 9.9;

  /** Times are as near to frames as this, seconds: they are 32-bit floats. */
  private static final double NEAR_S = 2e-4;

  /** Takes are shorter than this, seconds. */
  private static final double LONGEST_S = 24 * 3600;

  /** A joint that moves less from its offset stays there, as a share of the body. */
  private static final double STAYS = 1e-6;

  private final String file;
  private final GltfSkeleton joints;
  private final GltfShapes shapes;
  private final Reading reading;

  private GltfTakeReader(String file, GltfSkeleton joints, Reading reading) {
    this.file = file;
    this.joints = joints;
    this.shapes = new GltfShapes(joints.gltf());
    this.reading = reading;
  }

  static RawTake read(String file, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    Gltf gltf = Gltf.read(file, bytes, Beside.NOTHING);
    GltfSkeleton joints = new GltfSkeleton(gltf);
    return new GltfTakeReader(file, joints, reading).take(bytes, work);
  }

  /** Names of the animations, in order; one that is there twice, or none, gets a number. */
  static List<String> names(Gltf gltf) {
    List<String> names = new ArrayList<>();
    int n = 0;
    for (JsonNode animation : gltf.root().path("animations")) {
      String name = animation.path("name").asText();
      String own = name.isBlank() || names.contains(name) ? name + "#" + (n + 1) : name;
      names.add(own);
      n++;
    }
    return names;
  }

  private RawTake take(byte[] bytes, Work work) throws FormatException {
    Gltf gltf = joints.gltf();
    List<String> names = names(gltf);
    if (names.isEmpty()) {
      throw new FormatException(
          file, "nothing moves in it: it is a character, to put takes on, and no take");
    }
    String chosen = reading.take().orElse(names.get(0));
    int which = names.indexOf(chosen);
    if (which < 0) {
      throw new FormatException(
          file, "there is no animation '" + Legible.of(chosen) + "' in it; there are: " + names);
    }
    Animation animation = animation(gltf.root().path("animations").get(which), reading.rateHz());
    Clip sample = animation.sample();
    Understanding take = Understanding.standard(file, sample, reading);
    take.keep("format", "gltf");
    joints.remarks().forEach(take::remark);
    animation.remarks.forEach(take::remark);
    if (names.size() > 1) {
      take.keep("animation", chosen);
      take.remark(names.size() + " animations: " + String.join(", ", names) + "; taken: " + chosen);
    }
    take.rate(animation.rateHz, animation.told());
    long width = 7L * joints.joints().size() + animation.shapesMoved();
    long size = 8L * width * animation.frames;
    Room.need(file, size, "its " + animation.frames + " frames");
    work.check();
    take.beside(animation.channels());
    return take.taken(bytes, take.converted(animation.clip(animation.frames, 1), take.rateHz()));
  }

  /** What moves how. */
  private final class Animation {
    final Map<Integer, GltfSampler> turns = new LinkedHashMap<>();
    final Map<Integer, GltfSampler> moves = new LinkedHashMap<>();
    final Map<Integer, GltfSampler> weights = new LinkedHashMap<>();
    final List<String> remarks = new ArrayList<>();
    double from = Double.POSITIVE_INFINITY;
    double to = Double.NEGATIVE_INFINITY;
    double rateHz;
    boolean even;
    int frames;

    String told() {
      return even ? "keys at every frame" : "keys at uneven times";
    }

    /** Some frames spread over it. */
    Clip sample() {
      int step = Math.max(1, frames / 40);
      return clip((frames - 1) / step + 1, step);
    }

    Clip clip(int count, int step) {
      Skeleton skeleton = joints.joints();
      List<Track> rotations = new ArrayList<>();
      List<Track> translations = new ArrayList<>();
      double size = 0;
      for (int j = 0; j < skeleton.size(); j++) {
        size = Math.max(size, skeleton.joint(j).offset().length());
      }
      for (int j = 0; j < skeleton.size(); j++) {
        var joint = skeleton.joint(j);
        double[] q = new double[4 * count];
        GltfSampler turn = turns.get(j);
        for (int f = 0; f < count; f++) {
          if (turn != null) {
            turn.at(time(f * step), q, 4 * f, true);
          } else {
            var still = joints.still(j);
            q[4 * f] = still.x();
            q[4 * f + 1] = still.y();
            q[4 * f + 2] = still.z();
            q[4 * f + 3] = still.w();
          }
        }
        rotations.add(Track.of(TrackType.ROTATION, q));
        GltfSampler move = moves.get(j);
        if (move == null && joint.parent() >= 0) {
          translations.add(null);
          continue;
        }
        double[] p = new double[3 * count];
        double above = joints.above(j);
        boolean stays = joint.parent() >= 0;
        for (int f = 0; f < count; f++) {
          if (move != null) {
            move.at(time(f * step), p, 3 * f, false);
          }
          for (int i = 0; i < 3; i++) {
            double rest = joint.offset().get(i);
            p[3 * f + i] = move == null ? rest : above * p[3 * f + i];
            stays &= Math.abs(p[3 * f + i] - rest) <= STAYS * size;
          }
        }
        translations.add(stays ? null : Track.of(TrackType.TRANSLATION, p));
      }
      return new Clip(skeleton, rateHz, rotations, translations);
    }

    int shapesMoved() {
      return weights.keySet().stream().mapToInt(n -> shapes.of(n).size()).sum();
    }

    Channels channels() {
      Channels all = Channels.NONE;
      for (Map.Entry<Integer, GltfSampler> e : weights.entrySet()) {
        List<String> names = shapes.of(e.getKey());
        double[][] values = new double[names.size()][frames];
        double[] row = new double[names.size()];
        for (int f = 0; f < frames; f++) {
          e.getValue().at(time(f), row, 0, false);
          for (int k = 0; k < row.length; k++) {
            values[k][f] = row[k];
          }
        }
        for (int k = 0; k < row.length; k++) {
          all = all.with(names.get(k), values[k]);
        }
      }
      return all;
    }

    private double time(int frame) {
      return from + frame / rateHz;
    }
  }

  private Animation animation(JsonNode json, OptionalDouble wanted) throws FormatException {
    Gltf gltf = joints.gltf();
    Animation animation = new Animation();
    int others = 0;
    int scaled = 0;
    double[] densest = new double[0];
    for (JsonNode channel : json.path("channels")) {
      JsonNode target = channel.path("target");
      int node = target.path("node").asInt(-1);
      String path = target.path("path").asText();
      int j = joints.jointOf(node);
      boolean weighs = path.equals("weights") && !shapes.of(node).isEmpty();
      if (!weighs && (j < 0 || !path.equals("rotation") && !path.equals("translation"))) {
        others += path.equals("scale") ? 0 : 1;
        scaled += path.equals("scale") ? 1 : 0;
        continue;
      }
      JsonNode sampler = json.path("samplers").get(channel.path("sampler").asInt(-1));
      if (sampler == null) {
        throw new FormatException(file, "a channel of an animation has no sampler");
      }
      GltfSampler made;
      if (weighs) {
        made = GltfSampler.of(gltf, sampler, shapes.of(node).size(), "SCALAR");
        animation.weights.put(node, made);
      } else {
        boolean turns = path.equals("rotation");
        made = GltfSampler.of(gltf, sampler, turns ? 4 : 3, turns ? "VEC4" : "VEC3");
        (turns ? animation.turns : animation.moves).put(j, made);
      }
      double[] times = made.times();
      densest = times.length > densest.length ? times : densest;
      animation.from = Math.min(animation.from, times[0]);
      animation.to = Math.max(animation.to, times[times.length - 1]);
    }
    if (densest.length == 0) {
      throw new FormatException(file, "its animation moves no joint and no shape");
    }
    if (!(animation.to - animation.from <= LONGEST_S)) {
      throw new FormatException(
          file, "its animation lasts " + Math.round(animation.to - animation.from) + " s");
    }
    if (others > 0) {
      animation.remarks.add(others + " channels are left out: they move no joint and no shape");
    }
    if (!animation.weights.isEmpty()) {
      animation.remarks.add(
          animation.shapesMoved() + " weights of shapes come with it, as channels");
    }
    if (scaled > 0) {
      animation.remarks.add("joints change their size in it: that is left out");
    }
    rate(animation, densest, wanted.isPresent() ? wanted : told(json));
    return animation;
  }

  /** The rate that stands beside keys of ours, which tell fewer frames than there were. */
  private static OptionalDouble told(JsonNode animation) {
    double hz = animation.path("extras").path(RATE).asDouble(0);
    return Limits.isRate(hz) ? OptionalDouble.of(hz) : OptionalDouble.empty();
  }

  /**
   * The rate of the densest keys, or one on which all of them lie; else a usual one.
   *
   * @param wanted the rate where it is known: times are seconds, so that changes no speed
   */
  private static void rate(Animation animation, double[] times, OptionalDouble wanted) {
    double span = animation.to - animation.from;
    double[] steps = new double[Math.max(0, times.length - 1)];
    for (int n = 0; n < steps.length; n++) {
      steps[n] = times[n + 1] - times[n];
    }
    Arrays.sort(steps);
    double mean = times.length > 1 ? (times[times.length - 1] - times[0]) / (times.length - 1) : 0;
    animation.even =
        times.length > 2
            && steps[0] > mean - 2 * NEAR_S
            && steps[steps.length - 1] < mean + 2 * NEAR_S
            && 1 / mean >= FEWEST_HZ
            && Limits.isRate(1 / mean);
    animation.rateHz =
        animation.even
            ? Rates.of(mean, (int) Math.max(4, Math.log10(times.length) + 4))
            : UNEVEN_HZ;
    if (wanted.isPresent()) {
      animation.rateHz = wanted.getAsDouble();
    } else if (!animation.even) {
      for (double hz : new double[] {24, 25, 30, 48, 50, 60, 100, 120, 240}) {
        if (lie(times, animation.from, hz)) {
          animation.rateHz = hz;
          break;
        }
      }
    }
    animation.frames = 1 + (int) Math.floor(span * animation.rateHz + NEAR_S * animation.rateHz);
  }

  private static boolean lie(double[] times, double from, double hz) {
    for (double time : times) {
      double frame = (time - from) * hz;
      if (Math.abs(frame - Math.rint(frame)) > NEAR_S * hz) {
        return false;
      }
    }
    return true;
  }
}
