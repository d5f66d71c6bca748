package waxhand.core.plants;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import waxhand.core.body.Sole;
import waxhand.core.contact.FloorPlane;
import waxhand.core.ik.LimbSolver;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;

/**
 * What must be added to a captured foot so that its footings hold. While the foot rests the
 * correction is whatever it takes; before and after, the correction of the first and last resting
 * frame fades, so that the swing keeps its shape and its timing (after Kovar, Schreiner and
 * Gleicher, "Footskate Cleanup for Motion Capture Editing", SCA 2002).
 *
 * <p>Heel, ball and toe are pivots of one foot: the heading and the tilt of the foot are corrected
 * apart from its place, each whole where it is known and fading where the foot is free, so that one
 * pivot follows on another without a step.
 */
public final class FootCorrector {
  /** Parts of a correction: turn about the vertical, tilt of the foot, tilt of the toes, shift. */
  private static final int YAW = 0;

  private static final int FOOT = 1;
  private static final int TOES = 4;
  private static final int SHIFT = 7;
  private static final int SIZE = 10;

  /** A free foot this deep in the floor is held as firmly as a resting one, metres. */
  private static final double FIRM = 0.003;

  /** So far above that it begins to be held, metres. */
  private static final double NEARS = 0.03;

  /**
   * What a foot needs on the whole where it comes down or leaves is told from this long, seconds.
   */
  private static final double WHOLE_S = 0.2;

  /** What it needs besides is gone after this long, seconds. */
  private static final double SOON_S = 0.06;

  /** A foot that has hardly come down or is about to leave and is farther off moves, metres. */
  private static final double MOVES_M = 0.008;

  /**
   * So far where one place of the sole alone rests for long: such a foot bears little and is easily
   * drawn along, as the heels of one who lies down, or toes that trail.
   */
  private static final double TRAILS_M = 0.002;

  /** For so long at least, seconds; the heel of a step is down alone for less. */
  private static final double TRAILS_S = 0.25;

  /** So much more it tells where it is above its spot: feet are lifted, they do not drift up. */
  private static final double LIFTED = 2;

  private final FootPose pose;
  private final FloorPlane floor;
  private final FootOverFloor overFloor;
  private final List<Footing> footings;
  private final FootHeadings headings;
  private final FootTilts tilts;
  private final FootingEnds ends;
  private final Map<Integer, double[]> known = new HashMap<>();
  private final Map<Integer, double[]> wholes = new HashMap<>();

  private final double[] yaw = new double[4];
  private final double[] footTurn = new double[4];
  private final double[] toeTurn = new double[4];
  private final double[] p = new double[3];
  private final double[] c = new double[SIZE];

  /**
   * @param plan footings, in the order of time, and how the body is carried
   * @param twist how much of its small turns a resting foot keeps, 0 to 1
   */
  public FootCorrector(Clip clip, Sole sole, FootPlan plan, FloorPlane floor, double twist) {
    this.pose = new FootPose(clip, sole, plan.carry(), plan.rest(sole.side()));
    this.floor = floor;
    this.overFloor = new FootOverFloor(pose, floor);
    this.footings = plan.footings().stream().filter(f -> f.side() == sole.side()).toList();
    this.headings = new FootHeadings(pose, twist);
    this.tilts = new FootTilts(pose, headings, floor);
    this.ends = new FootingEnds(pose.rateHz(), pose.frames());
  }

  /**
   * Corrections of a run of frames.
   *
   * @param shift of the ankle beyond where it is carried, 3 numbers a frame, metres. Modified.
   * @param turn of the foot in the world, unit quaternions, 4 numbers a frame. Modified.
   * @param tipTurn of the toes in the world, 4 numbers a frame. Modified.
   * @param weight how much the foot is held, 0 to 1, a number a frame. Modified.
   */
  public void correct(
      Frames run, double[] shift, double[] turn, double[] tipTurn, double[] weight) {
    Frames wide = run.grown(around(pose.rateHz())).within(new Frames(0, pose.frames()));
    FreeLift lift = new FreeLift(wide, pose.rateHz());
    Rows rows = new Rows(wide.count());
    PivotTilt pivots = new PivotTilt(wide.count(), rows.shift, pose.rateHz());
    Footing[] holds = new Footing[wide.count()];
    int next = 0;
    for (int n = 0; n < wide.count(); n++) {
      while (next < footings.size() && footings.get(next).frames().to() <= wide.from() + n) {
        next++;
      }
      Footing before = next == 0 ? null : footings.get(next - 1);
      Footing held = next < footings.size() ? footings.get(next) : null;
      correct(before, held, wide.from() + n, lift, rows, n);
      if (held != null && held.frames().contains(wide.from() + n)) {
        holds[n] = held;
        int pivot = pivot(held, wide.from() + n);
        pivots.holds(n, pivot == 0 ? 0 : Sole.PLACES * (next + 1) + pivot, pose.ankle);
      }
    }
    double[] moves = pivots.moves();
    for (int n = 0; n < wide.count(); n++) {
      if (moves[3 * n] != 0 || moves[3 * n + 1] != 0 || moves[3 * n + 2] != 0) {
        tilt(holds[n], wide.from() + n, moves, rows, n);
      }
    }
    int first = run.from() - wide.from();
    System.arraycopy(rows.shift, 3 * first, shift, 0, 3 * run.count());
    System.arraycopy(rows.turn, 4 * first, turn, 0, 4 * run.count());
    System.arraycopy(rows.tipTurn, 4 * first, tipTurn, 0, 4 * run.count());
    System.arraycopy(rows.weight, first, weight, 0, run.count());
    for (int n = 0; n < run.count(); n++) {
      shift[3 * n + 1] += lift.at(run.from() + n);
    }
  }

  /** Corrections of the frames asked for and of those beside them, a row each. */
  private static final class Rows {
    final double[] shift;
    final double[] turn;
    final double[] tipTurn;
    final double[] weight;

    Rows(int count) {
      shift = new double[3 * count];
      turn = new double[4 * count];
      tipTurn = new double[4 * count];
      weight = new double[count];
    }
  }

  /**
   * The correction in one frame but for the lift of the foot.
   *
   * @param before the last footing before the frame, or null
   * @param held the footing of the frame, or the next one, or null
   * @param lift is told what the frame needs. Modified.
   * @param rows row n is the frame's. Modified.
   */
  private void correct(Footing before, Footing held, int frame, FreeLift lift, Rows rows, int n) {
    boolean rests = held != null && held.frames().contains(frame);
    double moves = 0;
    if (rests) {
      moves = moves(held, frame);
      System.arraycopy(at(held, frame), 0, c, 0, SIZE);
      rows.weight[n] = strength(held, frame) * ends.weight(held, frame);
    } else {
      rows.weight[n] = between(before, held, frame, c);
    }
    pose.load(frame);
    turns(c, rows.turn, rows.tipTurn, 4 * n);
    System.arraycopy(c, SHIFT, rows.shift, 3 * n, 3);
    if (rests) {
      overFloor.rise(held, frame, rows.shift, 3 * n, rows.turn, rows.tipTurn, 4 * n);
    }
    boolean free = !rests || moves > 0;
    double deep = free ? overFloor.deep(rows.shift, 3 * n, rows.turn, rows.tipTurn, 4 * n) : 0;
    double need = Math.max(0, deep - FootOverFloor.GRAZE);
    if (rests) {
      lift.rests(frame, pose.ankle[1], need);
    } else {
      lift.free(frame, pose.ankle[1], need);
      // a foot that is kept out of the floor does not go down with the hips either
      rows.weight[n] = Math.max(rows.weight[n], firmness(deep));
    }
  }

  /** Turns the foot so that its pivot moves, and shifts the ankle by as much less. */
  private void tilt(Footing footing, int frame, double[] moves, Rows rows, int n) {
    int pivot = pivot(footing, frame);
    double[] was = new double[3];
    double[] is = new double[3];
    double[] arc = new double[4];
    pose.load(frame);
    Quats.multiply(rows.tipTurn, 4 * n, pose.toes, 0, toeTurn, 0);
    Quats.multiply(rows.turn, 4 * n, pose.foot, 0, footTurn, 0);
    pose.fromAnkle(pivot, footTurn, toeTurn, was);
    for (int i = 0; i < 3; i++) {
      is[i] = was[i] + moves[3 * n + i];
    }
    LimbSolver.arc(was, is, arc, 0);
    Quats.multiply(arc, 0, rows.turn, 4 * n, rows.turn, 4 * n);
    Quats.multiply(rows.turn, 4 * n, pose.foot, 0, footTurn, 0);
    pose.fromAnkle(pivot, footTurn, toeTurn, is);
    for (int i = 0; i < 3; i++) {
      rows.shift[3 * n + i] += was[i] - is[i];
    }
  }

  private static int pivot(Footing footing, int frame) {
    return footing.holds(1, frame) ? 1 : footing.holds(2, frame) ? 2 : 0;
  }

  private static double firmness(double deep) {
    return Hermite.smoothstep(1 + (deep - FIRM) / NEARS);
  }

  private void turns(double[] c, double[] turn, double[] tipTurn, int at) {
    FootPose.yaw(c[YAW], yaw);
    Quats.exp(c, FOOT, turn, at);
    Quats.multiply(turn, at, yaw, 0, turn, at);
    Quats.exp(c, TOES, tipTurn, at);
    Quats.multiply(tipTurn, at, yaw, 0, tipTurn, at);
  }

  private static double strength(Footing footing, int frame) {
    for (int place : new int[] {1, 2, 0}) {
      Plant plant = footing.plantAt(place, frame);
      if (plant != null) {
        return plant.strength();
      }
    }
    return 0;
  }

  /** A correction between two footings; returns how much the foot is held. */
  private double between(Footing before, Footing after, int frame, double[] dest) {
    double out = before == null ? 0 : fade(frame - before.frames().to() + 1, before.easeOut());
    double in = after == null ? 0 : fade(after.frames().from() - frame, after.easeIn());
    double scale = out + in > 1 ? 1 / (out + in) : 1;
    Arrays.fill(dest, 0);
    double held = 0;
    if (out > 0) {
      int last = before.frames().to() - 1;
      int away = frame - last;
      led(before, false, scale * out, scale * soon(away, before.easeOut()), dest);
      held += scale * out * strength(before, last) * ends.weight(before, last);
    }
    if (in > 0) {
      int first = after.frames().from();
      int away = first - frame;
      led(after, true, scale * in, scale * soon(away, after.easeIn()), dest);
      held += scale * in * strength(after, first) * ends.weight(after, first);
    }
    return held;
  }

  /** How many frames inside a footing what fades beside it looks. */
  public static int reach(double rateHz) {
    return (int) (WHOLE_S * rateHz);
  }

  /** How many frames beside a free frame its lift out of the floor hangs on. */
  public static int around(double rateHz) {
    return FreeLift.around(rateHz) + PivotTilt.around(rateHz);
  }

  private double soon(int away, int ease) {
    return fade(away, Math.min(ease, (int) Math.round(SOON_S * pose.rateHz())));
  }

  /**
   * Adds what is left of a correction beside a footing: what the foot needed near that end on the
   * whole fades slowly; what it needed besides in the very first or last frame is what it shook, or
   * moved already, and goes sooner.
   *
   * @param begins whether before the footing, else behind it
   */
  private void led(Footing footing, boolean begins, double share, double soon, double[] dest) {
    double[] there = at(footing, begins ? footing.frames().from() : footing.frames().to() - 1);
    double[] mean = whole(footing, begins);
    add(mean, share, dest);
    for (int i = 0; i < SIZE; i++) {
      dest[i] += soon * (there[i] - mean[i]);
    }
  }

  /** What a foot needs on the whole where a footing begins or ends. */
  private double[] whole(Footing footing, boolean begins) {
    Frames all = footing.frames();
    int edge = begins ? all.from() : all.to() - 1;
    double[] kept = wholes.get(edge);
    if (kept != null) {
      return kept;
    }
    int count = Math.min(all.count(), 1 + reach(pose.rateHz()));
    double[] mean = new double[SIZE];
    for (int n = 0; n < count; n++) {
      add(held(footing, begins ? edge + n : edge - n), 1.0 / count, mean);
    }
    wholes.put(edge, mean);
    return mean;
  }

  private static void add(double[] c, double weight, double[] dest) {
    for (int i = 0; i < SIZE; i++) {
      dest[i] += weight * c[i];
    }
  }

  /** From 1 at the contact to 0 beyond the ease, along 1 − 3t² + 2t³. */
  static double fade(int away, int ease) {
    return 1 - Hermite.smoothstep(away / (ease + 1.0));
  }

  // ---- while the foot rests ----------------------------------------------------------------

  /**
   * The correction in a frame of a footing: where the foot moves already, what it needs on the
   * whole.
   */
  private double[] at(Footing footing, int frame) {
    double[] c = held(footing, frame);
    double moves = moves(footing, frame);
    if (moves == 0) {
      return c;
    }
    double[] mean = whole(footing, FootingEnds.begins(footing, frame));
    double[] led = c.clone();
    for (int i = 0; i < SIZE; i++) {
      led[i] += moves * (mean[i] - c[i]);
    }
    return led;
  }

  /**
   * How surely a foot that was found to rest moves, 0 to 1: where it has hardly come down or is
   * about to leave and what would hold it takes it far from where it is led on the whole.
   */
  private double moves(Footing footing, int frame) {
    double near = ends.doubt(footing, frame);
    if (near == 0) {
      return 0;
    }
    double[] held = held(footing, frame);
    double[] mean = whole(footing, FootingEnds.begins(footing, frame));
    double aside = Math.hypot(held[SHIFT] - mean[SHIFT], held[SHIFT + 2] - mean[SHIFT + 2]);
    double above = Math.max(0, mean[SHIFT + 1] - held[SHIFT + 1]);
    double away = Math.hypot(aside, LIFTED * above);
    double far = trails(footing) ? TRAILS_M : MOVES_M;
    return near * Hermite.smoothstep((away - far) / far);
  }

  private boolean trails(Footing footing) {
    return footing.restsOnOnePlace() && footing.frames().count() >= TRAILS_S * pose.rateHz();
  }

  /** What holds a foot in a frame of a footing; kept for frames that others fade from. */
  private double[] held(Footing footing, int frame) {
    boolean edge = frame == footing.frames().from() || frame == footing.frames().to() - 1;
    double[] kept = edge ? known.get(frame) : null;
    if (kept != null) {
      return kept;
    }
    double[] c = new double[SIZE];
    c[YAW] = headings.yaw(footing, frame);
    tilts.foot(footing, frame, c, FOOT);
    tilts.toes(footing, frame, c, TOES);
    pose.load(frame);
    place(footing, frame, c);
    double strength = strength(footing, frame);
    for (int i = 0; i < SIZE; i++) {
      c[i] *= strength;
    }
    if (edge) {
      known.put(frame, c);
    }
    return c;
  }

  /** Sets the shift that brings the pivot of the frame to its spot. */
  private void place(Footing footing, int frame, double[] c) {
    turns(c, footTurn, toeTurn, 0);
    Quats.multiply(footTurn, 0, pose.foot, 0, footTurn, 0);
    Quats.multiply(toeTurn, 0, pose.toes, 0, toeTurn, 0);
    int place = pivot(footing, frame);
    pose.fromAnkle(place, footTurn, toeTurn, p);
    double along = pose.along[place] - pose.along[footing.anchor()];
    double heading = along == 0 ? 0 : headingFor(footing, frame);
    double x = footing.x() + along * Math.sin(heading);
    double z = footing.z() + along * Math.cos(heading);
    double y =
        footing.y() + floor.at(x, z) - floor.at(footing.x(), footing.z()) + pose.above[place];
    c[SHIFT] = x - p[0] - pose.ankle[0];
    c[SHIFT + 1] = unstamped(footing, frame, y - p[1] - pose.ankle[1]);
    c[SHIFT + 2] = z - p[2] - pose.ankle[2];
  }

  /**
   * How far a foot is moved up when it should be: one that has hardly landed, or is about to leave,
   * is not pressed down the last millimetres. When it does touch nobody knows to the frame.
   */
  private double unstamped(Footing footing, int frame, double up) {
    if (up >= 0) {
      return up;
    }
    return Math.min(0, up + ends.spared(footing, frame));
  }

  private double headingFor(Footing footing, int frame) {
    Footing.Segment segment = footing.nearest(frame);
    return segment == null ? pose.heading(pose.foot) : segment.headingRad();
  }
}
