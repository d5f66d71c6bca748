package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.ik.LimbSolver;
import waxhand.core.limbs.Limb;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.PartGoals;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * One part of a body under a hand: turned or brought elsewhere in the world, from how it stands
 * when the hand takes hold of it. Each call starts from there again.
 */
public final class PartEdit {
  private static final List<Role> SPINE =
      List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);

  private final LayerPass layer;
  private final Body body;
  private final Motion in;
  private final Motion out;
  private final int joint;
  private final int at;
  private final double frame;
  private final WorldPose pose;
  private final List<Integer> spine;

  /**
   * @param in what the layer acts on
   * @param out what comes of it, as it is
   * @param at the frame, counted as in both
   * @param frame the same, counted in the raw take
   */
  public PartEdit(LayerPass layer, Motion in, Motion out, int joint, int at, double frame) {
    this.layer = layer;
    this.in = in;
    this.out = out;
    this.joint = joint;
    this.at = at;
    this.frame = frame;
    body = out.body();
    List<Integer> back = new ArrayList<>();
    SPINE.forEach(r -> body.joint(r).ifPresent(back::add));
    spine = back.contains(joint) ? back : List.of();
    List<Integer> seen = new ArrayList<>(spine);
    seen.add(joint);
    pose = WorldPose.only(out.clip().skeleton(), seen.stream().mapToInt(j -> j).toArray());
    pose.solve(out.clip(), at);
  }

  /** Turned by a rotation vector of the world, radians. */
  public LayerPass turned(double[] by, LayerEdit.Hold hold) {
    return turned(layer, joint, by, hold);
  }

  /** Whether the part is one of several joints of the spine, over which a turn can be spread. */
  public boolean isOfTheSpine() {
    return spine.size() > 1;
  }

  /** Turned as the end of the spine would be, each of its joints by an even share. */
  public LayerPass spread(double[] by, LayerEdit.Hold hold) {
    double[] share = new double[3];
    for (int i = 0; i < 3; i++) {
      share[i] = by[i] / Math.max(1, spine.size());
    }
    LayerPass spread = layer;
    for (int each : spine) {
      spread = turned(spread, each, share, hold);
    }
    return spread;
  }

  private LayerPass turned(LayerPass on, int which, double[] by, LayerEdit.Hold hold) {
    PartName part = PartName.of(body, which);
    int parent = body.skeleton().parent(which);
    double[] way = by.clone();
    if (parent >= 0 && layer.frame() == LayerPass.Frame.PARENT) {
      backwards(pose.rotations(), 4 * parent, way);
    }
    double[] was = LayerEdit.at(on, part, Channel.Of.TURN, frame);
    double[] q = new double[8];
    Quats.exp(way, 0, q, 0);
    Quats.exp(was, 0, q, 4);
    Quats.multiply(q, 0, q, 4, q, 0);
    double[] now = new double[3];
    Quats.log(q, 0, now, 0);
    // the nearest to where the hand has come
    RotationVectors.unwind(now, new double[] {was[0] + way[0], was[1] + way[1], was[2] + way[2]});
    return LayerEdit.set(on, part, Channel.Of.TURN, frame, now, hold);
  }

  /** A vector as a turned frame sees it. Modified: v. */
  private static void backwards(double[] rotations, int from, double[] v) {
    double[] back = {
      -rotations[from], -rotations[from + 1], -rotations[from + 2], rotations[from + 3]
    };
    Quats.rotate(back, 0, v, 0, v, 0);
  }

  /**
   * Whether the part can be pulled: its limb or the spine follows. Where the layer replaces, it is
   * a hand or foot whose limb has keys.
   */
  public boolean isPulled() {
    Optional<GoalPart> goal = PartName.of(body, joint).role().flatMap(GoalPart::of);
    return goal.filter(g -> PartGoals.isPossible(in, g)).isPresent()
        && (!layer.replaces() || !keyedLimb().isEmpty());
  }

  /** The parts of the limb that ends in this one, if the layer has keys of its bones. */
  private Set<Role> keyedLimb() {
    Optional<Limb> limb = Limb.with(body, joint).filter(l -> l.end() == joint);
    Set<Role> keyed = EnumSet.noneOf(Role.class);
    if (limb.isPresent()
        && layer.frame() == LayerPass.Frame.PARENT
        && isKeyed(limb.get().upper())
        && isKeyed(limb.get().middle())) {
      limb.get().chain(body.skeleton()).stream()
          .filter(this::isKeyed)
          .forEach(j -> body.role(j).ifPresent(keyed::add));
    }
    return keyed;
  }

  private boolean isKeyed(int which) {
    return LayerEdit.has(layer, PartName.of(body, which), Channel.Of.TURN);
  }

  /** The limb as it stands when its end is pulled, as keys of its turns. */
  private LayerPass posed(double[] by, LayerEdit.Hold hold) {
    Motion here = out.with(out.clip().cut(new Frames(at, at + 1)));
    LayerPass pull =
        LayerEdit.set(
                LayerPass.KIND.defaults(),
                PartName.of(body, joint),
                Channel.Of.GOAL,
                0,
                by,
                new LayerEdit.Hold.Near(1))
            .withGiveWay(0);
    Motion bent = Plate.of("pull", pull).apply(here, here.clip().allFrames(), Work.UNWATCHED);
    Pose pose = Pose.of(bent.clip(), body, 0, keyedLimb());
    return LayerEdit.posed(layer, in, out, at, frame, pose, 1, hold);
  }

  /** Pulled by so much in the world, metres; its limb follows. */
  public LayerPass pulled(double[] by, LayerEdit.Hold hold) {
    if (layer.replaces()) {
      return posed(by, hold);
    }
    PartName part = PartName.of(body, joint);
    double[] way = by.clone();
    LayerEdit.target(layer, part, Channel.Of.GOAL)
        .flatMap(to -> TieTarget.of(to).in(in))
        .ifPresent(
            course -> {
              double[] frameOf = new double[7];
              course.pose(at, frameOf);
              backwards(frameOf, 3, way);
            });
    double[] now = LayerEdit.at(layer, part, Channel.Of.GOAL, frame);
    for (int i = 0; i < 3; i++) {
      now[i] += way[i];
    }
    return LayerEdit.set(layer, part, Channel.Of.GOAL, frame, now, hold);
  }

  /** The channels by which the part is brought elsewhere: its goal, or the turn of its parent. */
  public Optional<Bender> bender() {
    if (!layer.replaces() && isPulled()) {
      return Optional.of(new Bender(PartName.of(body, joint), Channel.Of.GOAL));
    }
    int parent = body.skeleton().parent(joint);
    if (parent < 0) {
      return Optional.empty();
    }
    PartName part = PartName.of(body, parent);
    boolean free = !layer.replaces() || LayerEdit.has(layer, part, Channel.Of.TURN);
    return free ? Optional.of(new Bender(part, Channel.Of.TURN)) : Optional.empty();
  }

  /** Channels of a part. */
  public record Bender(PartName part, Channel.Of group) {}

  /**
   * Brought elsewhere by so much in the world, metres, as far as it goes: pulled, or where no limb
   * leads to it by a turn of its parent.
   *
   * @throws IllegalStateException if there is no {@link #bender}
   */
  public LayerPass dragged(double[] by, LayerEdit.Hold hold) {
    Bender bender = bender().orElseThrow();
    if (bender.group() == Channel.Of.GOAL) {
      return pulled(by, hold);
    }
    int parent = body.skeleton().parent(joint);
    double[] arm = new double[3];
    double[] to = new double[3];
    for (int i = 0; i < 3; i++) {
      arm[i] = pose.positions()[3 * joint + i] - pose.positions()[3 * parent + i];
      to[i] = arm[i] + by[i];
    }
    double[] arc = new double[4];
    LimbSolver.arc(arm, to, arc, 0);
    double[] turn = new double[3];
    Quats.log(arc, 0, turn, 0);
    return turned(layer, parent, turn, hold);
  }
}
