package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.work.Work;

/**
 * Puts the turns of a body on a character, joint by joint from the pose that both have in common,
 * and carries its hips where they belong: the middle between the thighs travels, since where a
 * skeleton has its hips' joint is a matter of taste.
 */
public final class Transfer {
  /** A leg without bones is taken to be so long, metres. */
  private static final double USUAL_LEG_M = 0.9;

  private static final double SHORT_M = 1e-6;

  private final Correspondence pairs;
  private final Skeleton skeleton;
  private final Turn[] rules;
  private final double[] fromNeutral;
  private final double[] neutral;
  private final int[] used;
  private final double[] middle = new double[3];
  private final int mover;
  private final double legRatio;
  private final Match match;

  /**
   * @param clip the take, which shows how limbs bend
   * @param match how the take and the character stand alike
   */
  public Transfer(Correspondence pairs, Clip clip, Match match) {
    this.pairs = pairs;
    this.match = match;
    Body source = pairs.source();
    Body target = pairs.target();
    skeleton = target.skeleton();
    Stance its = match.source(source, clip);
    Stance mine = match.target(target);
    Vector3d[] rest = source.skeleton().restPositions();
    rules =
        Arrays.stream(pairs.turns())
            .map(t -> t.from((a, b) -> bone(source.skeleton(), rest, its, a, b)))
            .toArray(Turn[]::new);
    fromNeutral = new double[4 * source.skeleton().size()];
    for (int j = 0; j < source.skeleton().size(); j++) {
      put(its.rotation(j).conjugate(), fromNeutral, j);
    }
    neutral = new double[4 * skeleton.size()];
    for (int j = 0; j < skeleton.size(); j++) {
      put(mine.rotation(j), neutral, j);
    }
    used = IntStream.range(0, source.skeleton().size()).toArray();
    int hips = target.joint(Role.HIPS).orElse(0);
    mover = hips;
    Vector3d toMiddle = middle(target).sub(skeleton.restPositions()[hips]);
    skeleton.toJointAtRest(hips, toMiddle);
    middle[0] = toMiddle.x;
    middle[1] = toMiddle.y;
    middle[2] = toMiddle.z;
    legRatio = legRatio(source, target);
  }

  /** Where a bone points in a stance, unit; null where it has no length. */
  private static Vector3dc bone(
      Skeleton skeleton, Vector3d[] rest, Stance stance, int from, int to) {
    Vector3d bone = new Vector3d(rest[to]).sub(rest[from]);
    if (bone.length() < SHORT_M) {
      return null;
    }
    skeleton.toJointAtRest(from, bone);
    return stance.rotation(from).transform(bone).normalize();
  }

  private static void put(Quaterniond q, double[] dest, int joint) {
    dest[4 * joint] = q.x;
    dest[4 * joint + 1] = q.y;
    dest[4 * joint + 2] = q.z;
    dest[4 * joint + 3] = q.w;
  }

  /** The middle between the thighs at rest; the hips where one is missing. */
  private static Vector3d middle(Body body) {
    Vector3d[] rest = body.skeleton().restPositions();
    int left = body.joint(Role.LEFT_THIGH).orElse(-1);
    int right = body.joint(Role.RIGHT_THIGH).orElse(-1);
    return left >= 0 && right >= 0
        ? new Vector3d(rest[left]).add(rest[right]).mul(0.5)
        : new Vector3d(rest[body.joint(Role.HIPS).orElse(0)]);
  }

  /** From the hips' joints down to the ground along the bones, metres. */
  private static double legM(Body body) {
    Vector3d[] rest = body.skeleton().restPositions();
    double sum = 0;
    int legs = 0;
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Role> leg = Role.limb(side, true);
      int thigh = body.joint(leg.get(0)).orElse(-1);
      int shin = body.joint(leg.get(1)).orElse(-1);
      int foot = body.joint(leg.get(2)).orElse(-1);
      if (thigh < 0 || shin < 0 || foot < 0) {
        continue;
      }
      double ankle = 0;
      for (Sole sole : body.soles()) {
        if (sole.side() == side) {
          ankle = Math.max(0, rest[foot].y - sole.atRest(0, body.skeleton(), rest).y);
        }
      }
      sum += rest[thigh].distance(rest[shin]) + rest[shin].distance(rest[foot]) + ankle;
      legs++;
    }
    double height = body.heightM();
    return legs > 0 && sum > 1e-6 ? sum / legs : height > 0 ? 0.5 * height : USUAL_LEG_M;
  }

  /** How long the legs of one body are against another's. */
  public static double legRatio(Body from, Body to) {
    return legM(to) / legM(from);
  }

  /** How long the character's legs are against the body's. */
  public double legRatio() {
    return legRatio;
  }

  /**
   * The axes about which a part is turned for the match ({@link PartTurn}), in the frame of its
   * joint: what leads from the joint's axes to out to the left, up and ahead.
   */
  public Quaterniond matchAxes(int joint) {
    int parent = skeleton.parent(joint);
    Quaterniond axes =
        new Quaterniond(
                neutral[4 * joint],
                neutral[4 * joint + 1],
                neutral[4 * joint + 2],
                neutral[4 * joint + 3])
            .conjugate();
    return parent < 0 ? axes : axes.mul(match.turnsOf(pairs.target())[parent]);
  }

  public Correspondence pairs() {
    return pairs;
  }

  /**
   * The take on the character.
   *
   * @param clip of the body
   * @param path where the middle between the thighs goes
   */
  public Clip apply(Clip clip, Path path, Work work) {
    int joints = skeleton.size();
    int chunks = Track.chunkCount(clip.frames());
    double[][][] turns = new double[joints][chunks][];
    double[][] places = new double[chunks][];
    boolean[] told = new boolean[joints];
    double[][] still = new double[joints][];
    for (int j = 0; j < joints; j++) {
      told[j] = pairs.isTold(j);
      still[j] = told[j] ? null : still(j);
    }
    IntStream.range(0, chunks)
        .parallel()
        .forEach(
            c -> {
              work.check();
              int from = c * Track.CHUNK;
              int count = Math.min(Track.CHUNK, clip.frames() - from);
              for (int j = 0; j < joints; j++) {
                turns[j][c] =
                    told[j]
                        ? new double[4 * count]
                        : count == Track.CHUNK ? still[j] : Arrays.copyOf(still[j], 4 * count);
              }
              places[c] = new double[3 * count];
              chunk(clip, path, from, count, c, told, turns, places[c]);
            });
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < joints; j++) {
      rotations.add(Track.adopt(TrackType.ROTATION, clip.frames(), turns[j]));
      translations.add(
          j == mover
              ? Track.adopt(TrackType.TRANSLATION, clip.frames(), places)
              : skeleton.parent(j) < 0 ? standing(j, clip.frames()) : null);
    }
    return new Clip(skeleton, clip.rateHz(), rotations, translations);
  }

  /** Where the middle between the thighs goes, from where it is in the take. */
  public interface Path {
    /**
     * @param place metres. Modified.
     */
    void move(int frame, double[] place);
  }

  private double[] still(int joint) {
    Joint is = skeleton.joint(joint);
    double[] chunk = new double[4 * Track.CHUNK];
    for (int n = 0; n < Track.CHUNK; n++) {
      chunk[4 * n] = is.rest().x();
      chunk[4 * n + 1] = is.rest().y();
      chunk[4 * n + 2] = is.rest().z();
      chunk[4 * n + 3] = is.rest().w();
    }
    return chunk;
  }

  private Track standing(int root, int frames) {
    double[] p = new double[3 * frames];
    for (int n = 0; n < p.length; n++) {
      p[n] = skeleton.offset(root, n % 3);
    }
    return Track.of(TrackType.TRANSLATION, p);
  }

  private void chunk(
      Clip clip,
      Path path,
      int from,
      int count,
      int c,
      boolean[] told,
      double[][][] dest,
      double[] places) {
    Body source = pairs.source();
    WorldPose pose = new WorldPose(source.skeleton());
    int left = source.joint(Role.LEFT_THIGH).orElse(-1);
    int right = source.joint(Role.RIGHT_THIGH).orElse(-1);
    int hips = source.joint(Role.HIPS).orElse(0);
    double[] m = new double[fromNeutral.length];
    double[] turned = new double[4 * skeleton.size()];
    double[] world = new double[4 * skeleton.size()];
    double[] above = new double[3 * skeleton.size()];
    double[] p = new double[3];
    double[] off = new double[3];
    int[] toMover = upTo(mover);
    for (int n = 0; n < count; n++) {
      pose.solve(clip, from + n);
      for (int j : used) {
        Quats.multiply(pose.rotations(), 4 * j, fromNeutral, 4 * j, m, 4 * j);
      }
      for (int j = 0; j < rules.length; j++) {
        rules[j].apply(m, turned);
        Quats.multiply(turned, 4 * j, neutral, 4 * j, world, 4 * j);
        if (told[j]) {
          int parent = skeleton.parent(j);
          if (parent < 0) {
            System.arraycopy(world, 4 * j, dest[j][c], 4 * n, 4);
          } else {
            Quats.between(world, 4 * parent, world, 4 * j, dest[j][c], 4 * n);
          }
          Quats.normalize(dest[j][c], 4 * n);
        }
      }
      for (int i = 0; i < 3; i++) {
        p[i] =
            left >= 0 && right >= 0
                ? 0.5 * (pose.positions()[3 * left + i] + pose.positions()[3 * right + i])
                : pose.positions()[3 * hips + i];
      }
      path.move(from + n, p);
      Quats.rotate(world, 4 * mover, middle, 0, off, 0);
      for (int i = 0; i < 3; i++) {
        p[i] -= off[i];
      }
      inParent(p, world, above, toMover);
      System.arraycopy(p, 0, places, 3 * n, 3);
    }
  }

  /** From a root down to above a joint. */
  private int[] upTo(int joint) {
    List<Integer> path = new ArrayList<>();
    for (int j = skeleton.parent(joint); j >= 0; j = skeleton.parent(j)) {
      path.add(0, j);
    }
    return path.stream().mapToInt(j -> j).toArray();
  }

  /** A place of the world in the frame of what carries the hips. Modified: p, above. */
  private void inParent(double[] p, double[] world, double[] above, int[] path) {
    if (path.length == 0) {
      return;
    }
    double[] off = new double[3];
    int before = -1;
    for (int j : path) {
      for (int i = 0; i < 3; i++) {
        off[i] = skeleton.offset(j, i);
      }
      if (before >= 0) {
        Quats.rotate(world, 4 * before, off, 0, off, 0);
      }
      for (int i = 0; i < 3; i++) {
        above[3 * j + i] = off[i] + (before >= 0 ? above[3 * before + i] : 0);
      }
      before = j;
    }
    for (int i = 0; i < 3; i++) {
      p[i] -= above[3 * before + i];
    }
    double[] back = {
      -world[4 * before], -world[4 * before + 1], -world[4 * before + 2], world[4 * before + 3]
    };
    Quats.rotate(back, 0, p, 0, p, 0);
  }
}
