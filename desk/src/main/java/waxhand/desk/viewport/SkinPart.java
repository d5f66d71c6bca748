package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.character.BlendShape;
import waxhand.core.character.Skin;
import waxhand.core.character.Skinning;
import waxhand.core.motion.Skeleton;

/**
 * The triangles of a character's skin that mostly go with one joint. The mesh as a whole goes with
 * that joint; points are worked out as seen from it, so that only what bends is ever sent to be
 * drawn again, which is what costs most: a head or a hand that keeps still on a body that walks
 * costs nothing.
 */
final class SkinPart implements Part {
  private static final double[] IDENTITY = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0};

  /** The long bones of limbs. */
  private static final Set<Role> BONES =
      EnumSet.of(
          Role.LEFT_UPPER_ARM,
          Role.LEFT_FOREARM,
          Role.LEFT_THIGH,
          Role.LEFT_SHIN,
          Role.RIGHT_UPPER_ARM,
          Role.RIGHT_FOREARM,
          Role.RIGHT_THIGH,
          Role.RIGHT_SHIN);

  /** What bends less than this stays as it was drawn, metres and radians. */
  private static final double STILL = 1e-6;

  private final int joint;
  private final Side side;

  /** The joints that bend it, and where they stand at rest, 3 numbers each. */
  private final int[] by;

  private final double[] places;

  /** So many points, the first, go with others than the one joint too. */
  private final int soft;

  private final float[] points;
  private final float[] normals;
  private final int[] carriers;
  private final float[] shares;
  private final int[] triangles;

  /** Those that move any of its points. */
  private final List<BlendShape> shapes;

  private SkinPart(
      int joint,
      Side side,
      int[] by,
      double[] places,
      int soft,
      float[] points,
      float[] normals,
      int[] carriers,
      float[] shares,
      int[] triangles,
      List<BlendShape> shapes) {
    this.joint = joint;
    this.side = side;
    this.by = by;
    this.places = places;
    this.soft = soft;
    this.points = points;
    this.normals = normals;
    this.carriers = carriers;
    this.shares = shares;
    this.triangles = triangles;
    this.shapes = shapes;
  }

  /** A skin in parts, one a joint that any of it goes with. */
  static List<Part> of(Skin skin, Body body) {
    float[] normals = Skinning.normals(skin.points(), skin.triangles());
    Vector3d[] rest = body.skeleton().restPositions();
    Map<Integer, List<Integer>> byJoint = new LinkedHashMap<>();
    for (int t = 0; t < skin.triangles().length / 3; t++) {
      byJoint.computeIfAbsent(shownWith(body, owner(skin, t)), j -> new ArrayList<>()).add(t);
    }
    List<Part> parts = new ArrayList<>();
    byJoint.forEach((joint, own) -> parts.add(part(skin, body, rest, normals, joint, own)));
    return parts;
  }

  /** The joint that a triangle goes with the most. */
  private static int owner(Skin skin, int triangle) {
    int best = 0;
    double most = 0;
    for (int k = 0; k < 3; k++) {
      int at = Skin.MOST_JOINTS * skin.triangles()[3 * triangle + k];
      for (int i = at; i < at + Skin.MOST_JOINTS; i++) {
        if (skin.shares()[i] > most) {
          most = skin.shares()[i];
          best = skin.joints()[i];
        }
      }
    }
    return best;
  }

  /** Twist joints, at which nothing hangs, are chosen and shown with the bone of their limb. */
  private static int shownWith(Body body, int joint) {
    Skeleton skeleton = body.skeleton();
    int parent = skeleton.parent(joint);
    if (parent < 0 || body.role(joint).isPresent()) {
      return joint;
    }
    for (int j = joint + 1; j < skeleton.size(); j++) {
      if (skeleton.parent(j) == joint) {
        return joint;
      }
    }
    return body.role(parent).filter(BONES::contains).isPresent() ? parent : joint;
  }

  private static SkinPart part(
      Skin skin, Body body, Vector3d[] rest, float[] normals, int joint, List<Integer> own) {
    Map<Integer, Integer> numbers = new LinkedHashMap<>();
    Map<Integer, Integer> joints = new LinkedHashMap<>();
    joints.put(joint, 0);
    int[] corners = own.stream().flatMapToInt(t -> corners(skin, t)).toArray();
    IntPredicate stiff = p -> isStiff(skin, p, joint);
    number(corners, stiff.negate(), numbers);
    int soft = numbers.size();
    number(corners, stiff, numbers);
    int[] triangles = Arrays.stream(corners).map(numbers::get).toArray();
    float[] points = new float[3 * numbers.size()];
    float[] turned = new float[points.length];
    int[] carriers = new int[Skin.MOST_JOINTS * numbers.size()];
    float[] shares = new float[carriers.length];
    numbers.forEach(
        (point, n) -> {
          System.arraycopy(skin.points(), 3 * point, points, 3 * n, 3);
          System.arraycopy(normals, 3 * point, turned, 3 * n, 3);
          int to = Skin.MOST_JOINTS * n;
          for (int k = 0; k < Skin.MOST_JOINTS; k++) {
            int from = Skin.MOST_JOINTS * point + k;
            if (skin.shares()[from] > 0) {
              carriers[to] = joints.computeIfAbsent(skin.joints()[from], j -> joints.size());
              shares[to++] = skin.shares()[from];
            }
          }
        });
    int[] by = joints.keySet().stream().mapToInt(j -> j).toArray();
    double[] places = new double[3 * by.length];
    for (int n = 0; n < by.length; n++) {
      places[3 * n] = rest[by[n]].x;
      places[3 * n + 1] = rest[by[n]].y;
      places[3 * n + 2] = rest[by[n]].z;
    }
    Side side = side(body, joint);
    List<BlendShape> shapes =
        skin.shapes().stream()
            .map(shape -> of(shape, numbers))
            .filter(shape -> !isStill(shape.moves()))
            .toList();
    return new SkinPart(
        joint, side, by, places, soft, points, turned, carriers, shares, triangles, shapes);
  }

  private static IntStream corners(Skin skin, int triangle) {
    return IntStream.range(3 * triangle, 3 * triangle + 3).map(n -> skin.triangles()[n]);
  }

  private static void number(int[] points, IntPredicate those, Map<Integer, Integer> numbers) {
    Arrays.stream(points)
        .filter(those)
        .forEach(p -> numbers.computeIfAbsent(p, n -> numbers.size()));
  }

  /** Whether a point goes with one joint and no other. */
  private static boolean isStiff(Skin skin, int point, int joint) {
    int at = Skin.MOST_JOINTS * point;
    for (int i = at; i < at + Skin.MOST_JOINTS; i++) {
      if (skin.shares()[i] > 0 && skin.joints()[i] != joint) {
        return false;
      }
    }
    return true;
  }

  /** That of a joint, or of the nearest above it that has a role, as twist joints have not. */
  private static Side side(Body body, int joint) {
    for (int j = joint; j >= 0; j = body.skeleton().parent(j)) {
      if (body.role(j).isPresent()) {
        return body.role(j).get().side();
      }
    }
    return Side.MIDDLE;
  }

  /** What a shape does to some of a skin's points. */
  private static BlendShape of(BlendShape shape, Map<Integer, Integer> numbers) {
    float[] moves = new float[3 * numbers.size()];
    numbers.forEach((point, n) -> System.arraycopy(shape.moves(), 3 * point, moves, 3 * n, 3));
    return new BlendShape(shape.name(), moves);
  }

  private static boolean isStill(float[] moves) {
    for (float move : moves) {
      if (move != 0) {
        return false;
      }
    }
    return true;
  }

  @Override
  public int joint() {
    return joint;
  }

  @Override
  public Side side() {
    return side;
  }

  @Override
  public TriangleMesh mesh() {
    return Part.mesh(points, normals, triangles);
  }

  @Override
  public Worn wear() {
    TriangleMesh mesh = mesh();
    return new Worn(mesh) {
      private final double[] moves = new double[12 * by.length];
      private final double[] own = new double[12];
      private final double[] one = new double[12];
      private final double[] seen = new double[12];
      private final float[] bent = points.clone();
      private final float[] turned = normals.clone();
      private final float[] shaped = points.clone();
      private final double[] weights = new double[shapes.size()];

      {
        System.arraycopy(IDENTITY, 0, moves, 0, 12);
      }

      @Override
      void move(JointMoves pose) {
        matrix(pose, 0, one);
        if (!Arrays.equals(one, own)) {
          System.arraycopy(one, 0, own, 0, 12);
          put(own);
        }
        boolean bends = false;
        for (int j = 1; j < by.length; j++) {
          matrix(pose, j, one);
          asSeen(own, one, seen);
          if (differs(seen, moves, 12 * j)) {
            System.arraycopy(seen, 0, moves, 12 * j, 12);
            bends = true;
          }
        }
        int count = shape(pose) ? points.length / 3 : bends ? soft : 0;
        if (count > 0) {
          Skinning.bend(count, shaped, normals, carriers, shares, moves, bent, turned);
          mesh.getPoints().set(0, bent, 0, 3 * count);
          mesh.getNormals().set(0, turned, 0, 3 * count);
        }
      }

      private void matrix(JointMoves pose, int j, double[] dest) {
        pose.matrix(by[j], dest);
        for (int r = 0; r < 3; r++) {
          for (int c = 0; c < 3; c++) {
            // the skin is shaped in the world, not about the joint
            dest[4 * r + 3] -= dest[4 * r + c] * places[3 * j + c];
          }
        }
      }

      /** Brings the points to their shapes; whether any weight is another than before. */
      private boolean shape(JointMoves pose) {
        boolean other = false;
        for (int k = 0; k < weights.length; k++) {
          double weight = pose.weight(shapes.get(k).name());
          other |= weight != weights[k];
          weights[k] = weight;
        }
        if (other) {
          System.arraycopy(points, 0, shaped, 0, points.length);
          for (int k = 0; k < weights.length; k++) {
            float[] moves = shapes.get(k).moves();
            for (int n = 0; n < moves.length && weights[k] != 0; n++) {
              shaped[n] += (float) (weights[k] * moves[n]);
            }
          }
        }
        return other;
      }
    };
  }

  /**
   * A move as seen from where another takes things: what is left of it when that is undone.
   *
   * @param from 3 rows of 4 numbers, a rotation and a way. Not modified.
   * @param move likewise. Not modified.
   * @param dest likewise. Modified.
   */
  private static void asSeen(double[] from, double[] move, double[] dest) {
    for (int r = 0; r < 3; r++) {
      for (int c = 0; c < 4; c++) {
        double sum = 0;
        for (int k = 0; k < 3; k++) {
          double there = move[4 * k + c] - (c == 3 ? from[4 * k + 3] : 0);
          sum += from[4 * k + r] * there;
        }
        dest[4 * r + c] = sum;
      }
    }
  }

  private static boolean differs(double[] move, double[] moves, int at) {
    for (int i = 0; i < 12; i++) {
      if (Math.abs(move[i] - moves[at + i]) > STILL) {
        return true;
      }
    }
    return false;
  }
}
