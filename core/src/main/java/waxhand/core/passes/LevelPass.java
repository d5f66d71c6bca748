package waxhand.core.passes;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;

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
 * @param keys heights the whole body is lifted by, hips, feet and hands together, before all that;
 *     between two keys along 3t² − 2t³, constant before the first and after the last
 */
public record LevelPass(
    OptionalDouble floorM,
    OptionalDouble actorM,
    double headingRad,
    double eastM,
    double southM,
    List<Key> keys)
    implements Pass {
  /** By how much the body is lifted in a frame, metres. */
  public record Key(int frame, double upM) {}

  /** One correction for all frames. */
  public LevelPass(
      OptionalDouble floorM,
      OptionalDouble actorM,
      double headingRad,
      double eastM,
      double southM) {
    this(floorM, actorM, headingRad, eastM, southM, List.of());
  }

  public LevelPass {
    keys = keys.stream().sorted(Comparator.comparingInt(Key::frame)).toList();
  }

  public static final PassKind<LevelPass> KIND =
      new PassKind<>(
          "level",
          "Level",
          "Brings the floor to zero and the body to its height, over the whole take.",
          new LevelPass(OptionalDouble.empty(), OptionalDouble.empty(), 0, 0, 0),
          List.of(
              new Setting.Found<>(
                  "floorM",
                  "Floor",
                  "mm",
                  -5,
                  5,
                  0.001,
                  "Height of the floor in the take as it comes in; found from low, slow feet.",
                  LevelPass::floorM,
                  (p, v) -> new LevelPass(v, p.actorM, p.headingRad, p.eastM, p.southM, p.keys)),
              new Setting.Found<>(
                  "actorM",
                  "Actor height",
                  "cm",
                  0.3,
                  4,
                  0.01,
                  "From sole to crown; the body and its travel are scaled together.",
                  LevelPass::actorM,
                  (p, v) -> new LevelPass(p.floorM, v, p.headingRad, p.eastM, p.southM, p.keys)),
              new Setting.Number<>(
                  "headingRad",
                  "Heading",
                  "°",
                  -Math.PI,
                  Math.PI,
                  Math.toRadians(1),
                  "Turns the take about the vertical.",
                  LevelPass::headingRad,
                  (p, v) -> new LevelPass(p.floorM, p.actorM, v, p.eastM, p.southM, p.keys)),
              new Setting.Number<>(
                  "eastM",
                  "Move along x",
                  "cm",
                  -100,
                  100,
                  0.01,
                  "Moves the take sideways.",
                  LevelPass::eastM,
                  (p, v) -> new LevelPass(p.floorM, p.actorM, p.headingRad, v, p.southM, p.keys)),
              new Setting.Number<>(
                  "southM",
                  "Move along z",
                  "cm",
                  -100,
                  100,
                  0.01,
                  "Moves the take forwards or backwards.",
                  LevelPass::southM,
                  (p, v) -> new LevelPass(p.floorM, p.actorM, p.headingRad, p.eastM, v, p.keys)),
              new Setting.Items<>(
                  "keys",
                  "Height keys",
                  "By how much the body is lifted, from key to key.",
                  p -> p.keys.stream().map(LevelPass::plain).toList(),
                  (p, v) -> p.withKeys(v.stream().map(LevelPass::key).toList()))),
          false);

  @Override
  public PassKind<LevelPass> kind() {
    return KIND;
  }

  @Override
  public int reach(Motion in, Place place) {
    return 0;
  }

  @Override
  public boolean isSettled() {
    return floorM.isPresent();
  }

  @Override
  public LevelPass settled(Motion in, Place place) {
    return isSettled() ? this : withFloor(OptionalDouble.of(Floor.height(in)));
  }

  public LevelPass withFloor(OptionalDouble floor) {
    return new LevelPass(floor, actorM, headingRad, eastM, southM, keys);
  }

  public LevelPass withKeys(List<Key> others) {
    return new LevelPass(floorM, actorM, headingRad, eastM, southM, others);
  }

  private static Map<String, Object> plain(Key key) {
    Map<String, Object> item = new LinkedHashMap<>();
    item.put("frame", (double) key.frame);
    item.put("upM", key.upM);
    return item;
  }

  private static Key key(Map<String, Object> item) {
    int frame = PlantItems.whole(item, "frame", -1);
    double up = PlantItems.number(item, "upM", 0);
    if (frame < 0 || Math.abs(up) > 5) {
      throw new IllegalArgumentException("a height key at frame " + frame + " of " + up + " m");
    }
    return new Key(frame, up);
  }

  @Override
  public LevelPass placed(Timing before) {
    return before.isPlain() || keys.isEmpty()
        ? this
        : withKeys(keys.stream().map(k -> new Key(before.local(k.frame), k.upM)).toList());
  }

  @Override
  public LevelPass shared() {
    return withKeys(List.of());
  }

  /** By how much the body is lifted in a frame, metres. */
  public double liftAt(int frame) {
    Key before = null;
    for (Key key : keys) {
      if (key.frame >= frame) {
        if (before == null || key.frame == before.frame) {
          return key.upM;
        }
        double t = (frame - before.frame) / (double) (key.frame - before.frame);
        return before.upM + (key.upM - before.upM) * t * t * (3 - 2 * t);
      }
      before = key;
    }
    return before == null ? 0 : before.upM;
  }

  /** Size factor used for {@code in}; 1 where no height is set or the body has none. */
  public double scaleFor(Motion in) {
    double height = in.body().heightM();
    return actorM.isPresent() && height > 1e-6 ? actorM.getAsDouble() / height : 1;
  }

  @Override
  public Optional<Pass> weakened(double weight, Motion in) {
    double scale = Math.pow(scaleFor(in), weight);
    return Optional.of(
        new LevelPass(
            OptionalDouble.of(floorM.getAsDouble() * weight),
            actorM.isPresent() ? OptionalDouble.of(scale * in.body().heightM()) : actorM,
            headingRad * weight,
            eastM * weight,
            southM * weight,
            keys.stream().map(k -> new Key(k.frame, k.upM * weight)).toList()));
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    double floor = floorM.getAsDouble();
    double scale = scaleFor(in);
    return moved(in, frames, floor, scale, headingRad, eastM, southM)
        .withProps(
            in.props().stream()
                .map(p -> p.withPath(p.path().moved(floor, scale, headingRad, eastM, southM)))
                .toList());
  }

  private Motion moved(
      Motion in,
      Frames frames,
      double floor,
      double scale,
      double heading,
      double east,
      double south) {
    Clip clip = in.clip();
    Skeleton skeleton = scale == 1 ? clip.skeleton() : clip.skeleton().scaled(scale);
    Clip out = scale == 1 ? clip : clip.withSkeleton(skeleton);
    double[] turn = {0, Math.sin(heading / 2), 0, Math.cos(heading / 2)};
    for (int j = 0; j < skeleton.size(); j++) {
      boolean root = skeleton.parent(j) < 0;
      if (clip.hasTravel(j) && (root || scale != 1)) {
        out =
            out.withTravel(
                j, travel(clip.travel(j), frames, root, floor, scale, turn, east, south));
      }
      if (root && heading != 0) {
        double[] q = new double[4 * frames.count()];
        clip.rotation(j).read(frames, q);
        for (int n = 0; n < frames.count(); n++) {
          Quats.multiply(turn, 0, q, 4 * n, q, 4 * n);
        }
        out = out.withRotation(j, clip.rotation(j).with(frames, q));
      }
    }
    return in.with(out);
  }

  private Track travel(
      Track track,
      Frames frames,
      boolean root,
      double floor,
      double scale,
      double[] turn,
      double east,
      double south) {
    double[] p = new double[3 * frames.count()];
    track.read(frames, p);
    for (int n = 0; n < frames.count(); n++) {
      int at = 3 * n;
      if (root) {
        p[at + 1] += liftAt(frames.from() + n) - floor;
      }
      if (scale != 1) {
        p[at] *= scale;
        p[at + 1] *= scale;
        p[at + 2] *= scale;
      }
      if (root && turn[1] != 0) {
        Quats.rotate(turn, 0, p, at, p, at);
      }
      if (root) {
        p[at] += east;
        p[at + 2] += south;
      }
    }
    return track.with(frames, p);
  }
}
