package waxhand.core.passes.time;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.body.Sole;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Cuts the frames of its span out and closes up. What follows is turned about the vertical and
 * moved over the ground so that the body goes on from where it was; a foot that stands at both ends
 * of the cut stays on its spot. What is left of the difference fades over the transition on both
 * sides, with speeds that meet in the middle, so that no frame of the cut is needed.
 *
 * @param transitionS how long the transition is, both sides together, seconds
 * @param aligned whether what follows is turned and moved
 */
public record SplicePass(double transitionS, boolean aligned) implements Pass {
  private static final Amount TRANSITION =
      new Amount(
          "transitionS",
          "Transition",
          "s",
          0,
          2,
          0.05,
          "Over how long the two ends give way to each other.");

  public static final PassKind<SplicePass> KIND =
      new PassKind<SplicePass>(
              "splice",
              "Splice",
              "Cuts the frames of its span out and joins the ends.",
              new SplicePass(0.3, true),
              List.of(
                  TRANSITION.of(SplicePass::transitionS, (p, v) -> new SplicePass(v, p.aligned)),
                  new Setting.Switch<>(
                      "aligned",
                      "Go on from here",
                      "What follows is turned and moved so that the body neither turns nor jumps.",
                      SplicePass::aligned,
                      (p, v) -> new SplicePass(p.transitionS, v))),
              true,
              false)
          .in(Stage.TIME);

  public SplicePass {
    TRANSITION.check(transitionS);
  }

  @Override
  public PassKind<SplicePass> kind() {
    return KIND;
  }

  @Override
  public Reshapes reshapes() {
    return Reshapes.TIME;
  }

  @Override
  public TimeMap time(Place place, int frames) {
    Frames cut = cut(place, frames);
    return cut.isEmpty() ? TimeMap.all(frames) : TimeMap.without(frames, List.of(cut));
  }

  /** The frames that are cut out; none where too little would be left. */
  private static Frames cut(Place place, int frames) {
    Frames cut = place.frames(frames);
    boolean some = !place.span().isAll() && frames - cut.count() >= 2;
    return some ? cut : Frames.NONE;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place, in.clip().frames());
  }

  private record Ready(SplicePass pass, Place place, int length) implements Prepared {
    @Override
    public int reach() {
      return length;
    }

    @Override
    public Optional<String> complaint() {
      return place.span().isAll() || length - place.frames(length).count() < 2
          ? Optional.of("Nothing would be left of the take; choose a shorter span to cut out.")
          : Optional.empty();
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Frames cut = cut(place, in.clip().frames());
      return cut.isEmpty() ? in : pass.joined(in, cut, work);
    }
  }

  private Motion joined(Motion in, Frames cut, Work work) {
    Clip clip = in.clip();
    Frames head = new Frames(0, cut.from());
    Frames tail = new Frames(cut.to(), clip.frames());
    if (head.isEmpty() || tail.isEmpty()) {
      return in.with(clip.cut(head.isEmpty() ? tail : head));
    }
    work.check();
    double[] turn = {0, 0, 0, 1};
    double[] shift = new double[3];
    if (aligned) {
      align(in, cut, turn, shift);
    }
    Skeleton skeleton = clip.skeleton();
    Track[] rotations = new Track[skeleton.size()];
    Track[] translations = new Track[skeleton.size()];
    int half = (int) Math.round(transitionS * clip.rateHz() / 2);
    for (int j = 0; j < skeleton.size(); j++) {
      boolean root = skeleton.parent(j) < 0;
      rotations[j] = joinedTurns(clip.rotation(j), head, tail, root ? turn : null, half);
      if (clip.hasTranslation(j)) {
        translations[j] =
            joinedPlaces(
                clip.translation(j), head, tail, root ? turn : null, root ? shift : null, half);
      }
    }
    return in.with(
        new Clip(skeleton, clip.rateHz(), Arrays.asList(rotations), Arrays.asList(translations)));
  }

  // ---- alignment ---------------------------------------------------------------------------

  /** Turn about the vertical and shift over the ground that bring the tail to the head's end. */
  private static void align(Motion in, Frames cut, double[] turn, double[] shift) {
    Clip clip = in.clip();
    int a = cut.from() - 1;
    int b = cut.to();
    double[] qa = new double[4];
    double[] qb = new double[4];
    clip.rotation(0).read(a, qa, 0);
    clip.rotation(0).read(b, qb, 0);
    double by = heading(clip.skeleton(), qa) - heading(clip.skeleton(), qb);
    turn[1] = Math.sin(by / 2);
    turn[3] = Math.cos(by / 2);
    WorldPose before = new WorldPose(clip.skeleton());
    WorldPose after = new WorldPose(clip.skeleton());
    before.solve(clip, a);
    after.solve(clip, b);
    double[] from = new double[3];
    double[] to = new double[3];
    double[] sum = new double[2];
    int anchors = 0;
    for (Sole sole : in.body().soles()) {
      if (stands(in, sole, a, -1) && stands(in, sole, b, 1)) {
        before.point(sole.toes(), sole.ball(), to, 0);
        after.point(sole.toes(), sole.ball(), from, 0);
        Quats.rotate(turn, 0, from, 0, from, 0);
        sum[0] += to[0] - from[0];
        sum[1] += to[2] - from[2];
        anchors++;
      }
    }
    if (anchors == 0) {
      // without a foot to stand on the hips go on with the speed they had
      WorldPose earlier = new WorldPose(clip.skeleton());
      earlier.solve(clip, Math.max(0, a - 1));
      System.arraycopy(after.positions(), 0, from, 0, 3);
      Quats.rotate(turn, 0, from, 0, from, 0);
      sum[0] = 2 * before.x(0) - earlier.x(0) - from[0];
      sum[1] = 2 * before.z(0) - earlier.z(0) - from[2];
      anchors = 1;
    }
    shift[0] = sum[0] / anchors;
    shift[2] = sum[1] / anchors;
  }

  /** Where a root turned by {@code q} looks. */
  private static double heading(Skeleton skeleton, double[] q) {
    Vector3d z = skeleton.toJointAtRest(0, new Vector3d(0, 0, 1));
    double[] ahead = {z.x, z.y, z.z};
    Quats.rotate(q, 0, ahead, 0, ahead, 0);
    return Math.atan2(ahead[0], ahead[2]);
  }

  /** A foot this low and slow stands, metres over the lowest and metres a second. */
  private static final double LOW = 0.04;

  private static final double SLOW = 0.35;

  private static boolean stands(Motion in, Sole sole, int frame, int step) {
    Clip clip = in.clip();
    int other = frame + step * Math.max(1, (int) Math.round(0.05 * clip.rateHz()));
    int beside = Math.max(0, Math.min(clip.frames() - 1, other));
    WorldPose pose = new WorldPose(clip.skeleton());
    double[] p = new double[3];
    double[] q = new double[3];
    pose.solve(clip, frame);
    pose.point(sole.toes(), sole.ball(), p, 0);
    double lowest = Double.POSITIVE_INFINITY;
    for (Sole each : in.body().soles()) {
      pose.point(each.toes(), each.ball(), q, 0);
      lowest = Math.min(lowest, q[1]);
    }
    pose.solve(clip, beside);
    pose.point(sole.toes(), sole.ball(), q, 0);
    double way = Math.hypot(Math.hypot(p[0] - q[0], p[1] - q[1]), p[2] - q[2]);
    double seconds = Math.max(1, Math.abs(beside - frame)) / clip.rateHz();
    return p[1] - lowest < LOW && way / seconds < SLOW;
  }

  // ---- joining -----------------------------------------------------------------------------

  private static Track joinedTurns(Track track, Frames head, Frames tail, double[] turn, int half) {
    int count = head.count() + tail.count();
    double[] q = new double[4 * count];
    double[] part = new double[4 * tail.count()];
    track.read(head, q);
    track.read(tail, part);
    if (turn != null) {
      for (int n = 0; n < tail.count(); n++) {
        Quats.multiply(turn, 0, part, 4 * n, part, 4 * n);
      }
    }
    System.arraycopy(part, 0, q, 4 * head.count(), part.length);
    int seam = head.count();
    double[] gap = new double[3];
    double[] d = new double[4];
    Quats.between(q, 4 * seam - 4, q, 4 * seam, d, 0);
    Quats.log(d, 0, gap, 0);
    double[] paceBefore = pace(q, seam - 2, seam - 1, seam > 1);
    double[] paceAfter = pace(q, seam, seam + 1, count - seam > 1);
    double[] v = new double[3];
    for (int n = Math.max(0, seam - half); n < Math.min(count, seam + half); n++) {
      bridge(n, seam, half, gap, paceBefore, paceAfter, v);
      Quats.exp(v, 0, d, 0);
      Quats.multiply(q, 4 * n, d, 0, q, 4 * n);
    }
    return Track.of(TrackType.ROTATION, q);
  }

  private static double[] pace(double[] q, int a, int b, boolean known) {
    double[] pace = new double[3];
    if (known) {
      double[] d = new double[4];
      Quats.between(q, 4 * a, q, 4 * b, d, 0);
      Quats.log(d, 0, pace, 0);
    }
    return pace;
  }

  private static Track joinedPlaces(
      Track track, Frames head, Frames tail, double[] turn, double[] shift, int half) {
    int count = head.count() + tail.count();
    double[] p = new double[3 * count];
    double[] part = new double[3 * tail.count()];
    track.read(head, p);
    track.read(tail, part);
    for (int n = 0; n < tail.count() && turn != null; n++) {
      Quats.rotate(turn, 0, part, 3 * n, part, 3 * n);
      for (int i = 0; i < 3; i++) {
        part[3 * n + i] += shift[i];
      }
    }
    System.arraycopy(part, 0, p, 3 * head.count(), part.length);
    int seam = head.count();
    double[] gap = new double[3];
    double[] before = new double[3];
    double[] after = new double[3];
    for (int i = 0; i < 3; i++) {
      gap[i] = p[3 * seam + i] - p[3 * seam - 3 + i];
      before[i] = seam > 1 ? p[3 * seam - 3 + i] - p[3 * seam - 6 + i] : 0;
      after[i] = count - seam > 1 ? p[3 * seam + 3 + i] - p[3 * seam + i] : 0;
    }
    double[] v = new double[3];
    for (int n = Math.max(0, seam - half); n < Math.min(count, seam + half); n++) {
      bridge(n, seam, half, gap, before, after, v);
      for (int i = 0; i < 3; i++) {
        p[3 * n + i] += v[i];
      }
    }
    return Track.of(TrackType.TRANSLATION, p);
  }

  /**
   * What is added at sample n so that both sides meet at the seam, half a sample from either: half
   * of the jump that is more than one step of motion, and half of the change of speed, each fading
   * to nothing at the ends of the transition.
   */
  private static void bridge(
      int n, int seam, int half, double[] gap, double[] before, double[] after, double[] dest) {
    boolean left = n < seam;
    double u = Math.min(1, Math.abs(n + 0.5 - seam) / half);
    double fade = (1 - u) * (1 - u) * (1 + 2 * u);
    double slope = u * (1 - u) * (1 - u) * half;
    for (int i = 0; i < 3; i++) {
      double jump = gap[i] - 0.5 * (before[i] + after[i]);
      double change = after[i] - before[i];
      // on the left towards the right, on the right towards the left
      dest[i] = (left ? 0.5 : -0.5) * jump * fade - 0.5 * change * slope;
    }
  }
}
