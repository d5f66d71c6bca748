package waxhand.core.ik;

import java.util.Arrays;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;

/**
 * Moves the end of a limb of two bones to a goal, in closed form, starting from the captured pose:
 * the bend changes by the law of cosines in the plane in which the limb was captured bent, then the
 * whole limb swings along the shortest arc. So the bend plane and the twist of the bones stay as
 * captured, and a goal that is where the end already is changes nothing.
 *
 * <p>Allocates nothing but its own few arrays, once. Not safe for use from two threads at once.
 */
public final class LimbSolver {
  /** From this share of its length on a limb is stretched ever more slowly. */
  public static final double SOFT = 0.985;

  /** No goal stretches a limb beyond this share of its length. */
  private static final double LONGEST = 0.9995;

  /** No goal bends a limb so that its ends are nearer than this share of its length. */
  private static final double SHORTEST = 0.2;

  /** Bends above this sine have a plane of their own; below, the hinge of the body helps. */
  private static final double PLAIN = 0.06;

  private final double[] u = new double[3];
  private final double[] v = new double[3];
  private final double[] n = new double[3];
  private final double[] w = new double[3];
  private final double[] bent = new double[3];
  private final double[] line = new double[3];
  private final double[] way = new double[3];
  private final double[] swing = new double[4];
  private final double[] bend = new double[4];
  private double grown = 1;

  /**
   * Turns that bring the end to its goal.
   *
   * @param captured world places of the root, the middle and the end: 9 numbers from {@code at}.
   *     Not modified.
   * @param root new place of the root, 3 numbers. Not modified.
   * @param goal wanted place of the end, 3 numbers. Not modified.
   * @param hinge world axis of the bend where the limb is too straight to tell, unit. Not modified.
   * @param aside turn of the bend plane about the line from root to goal, radians
   * @param stretch by how much of their length the bones may grow where they do not reach
   * @param turns world turn of the upper bone, then of the lower bone, as unit quaternions to be
   *     multiplied from the left: 8 numbers. Modified.
   * @return how far the end stays from its goal, metres
   */
  public double solve(
      double[] captured,
      int at,
      double[] root,
      double[] goal,
      double[] hinge,
      double aside,
      double stretch,
      double[] turns) {
    grown = 1;
    for (int i = 0; i < 3; i++) {
      u[i] = captured[at + 3 + i] - captured[at + i];
      v[i] = captured[at + 6 + i] - captured[at + 3 + i];
      line[i] = captured[at + 6 + i] - captured[at + i];
      way[i] = goal[i] - root[i];
    }
    double a = length(u);
    double b = length(v);
    if (a < 1e-9 || b < 1e-9) {
      // a bone without length cannot be turned anywhere
      Arrays.fill(turns, 0);
      turns[3] = 1;
      turns[7] = 1;
      return Math.abs(length(way) - length(line));
    }
    double is = length(line);
    double wanted = length(way);
    double reach = within(wanted, is, a + b);
    grown = Math.min(1 + stretch, Math.max(1, wanted / reach));
    bendPlane(hinge, a, b);
    // the angle between the bones, 0 when straight
    double cos = (reach * reach - a * a - b * b) / (2 * a * b);
    double angle = Math.acos(Math.max(-1, Math.min(1, cos)));
    for (int i = 0; i < 3; i++) {
      bent[i] = b * (Math.cos(angle) * u[i] / a + Math.sin(angle) * w[i]);
    }
    arc(v, bent, bend, 0);
    for (int i = 0; i < 3; i++) {
      line[i] = u[i] + bent[i];
    }
    if (wanted < 1e-9) {
      way[0] = line[0];
      way[1] = line[1];
      way[2] = line[2];
    }
    arc(line, way, swing, 0);
    if (aside != 0) {
      double s = Math.sin(aside / 2) / Math.max(1e-12, length(way));
      double[] spin = {s * way[0], s * way[1], s * way[2], Math.cos(aside / 2)};
      Quats.multiply(spin, 0, swing, 0, swing, 0);
    }
    System.arraycopy(swing, 0, turns, 0, 4);
    Quats.multiply(swing, 0, bend, 0, turns, 4);
    return Math.abs(wanted - grown * reach);
  }

  /** By how much both bones grew in the last {@link #solve}; 1 where they did not. */
  public double grown() {
    return grown;
  }

  /**
   * How far apart the ends of a limb come when they shall be {@code wanted} apart: the same up to
   * {@link #SOFT} of its length or to how far apart they are captured, then ever less.
   *
   * @param is how far apart they are captured
   * @param length of both bones
   */
  public static double within(double wanted, double is, double length) {
    double least = Math.min(is, SHORTEST * length);
    double free = Math.max(SOFT * length, is);
    double longest = Math.max(LONGEST * length, is);
    if (wanted <= free) {
      return Math.max(least, wanted);
    }
    double soft = longest - free;
    return soft < 1e-9 ? free : free + soft * (1 - Math.exp(-(wanted - free) / soft));
  }

  /** Sets w: square to the upper bone, to where the lower bone bends. */
  private void bendPlane(double[] hinge, double a, double b) {
    cross(u, v, n);
    double sine = length(n) / (a * b);
    double own = Hermite.smoothstep(sine / PLAIN);
    for (int i = 0; i < 3; i++) {
      n[i] = (sine < 1e-9 ? 0 : own * n[i] / (sine * a * b)) + (1 - own) * hinge[i];
    }
    cross(n, u, w);
    double size = length(w);
    if (size < 1e-9 * a) {
      // the hinge lies along the bone: any direction square to it
      int least = Math.abs(u[0]) < Math.abs(u[1]) ? 0 : 1;
      n[0] = least == 0 ? 1 : 0;
      n[1] = least == 1 ? 1 : 0;
      n[2] = 0;
      cross(n, u, w);
      size = length(w);
    }
    for (int i = 0; i < 3; i++) {
      w[i] /= size;
    }
  }

  /** The shortest turn from one direction to another, as a unit quaternion. Modified: dest. */
  public static void arc(double[] from, double[] to, double[] dest, int at) {
    double size = length(from) * length(to);
    double x = from[1] * to[2] - from[2] * to[1];
    double y = from[2] * to[0] - from[0] * to[2];
    double z = from[0] * to[1] - from[1] * to[0];
    double real = size + from[0] * to[0] + from[1] * to[1] + from[2] * to[2];
    if (real < 1e-9 * size) {
      // opposite: half a turn about anything square to it
      boolean flat = Math.abs(from[0]) < Math.abs(from[1]);
      x = flat ? 0 : -from[1];
      y = flat ? -from[2] : from[0];
      z = flat ? from[1] : 0;
      real = 0;
    }
    dest[at] = x;
    dest[at + 1] = y;
    dest[at + 2] = z;
    dest[at + 3] = real;
    Quats.normalize(dest, at);
  }

  private static void cross(double[] p, double[] q, double[] dest) {
    dest[0] = p[1] * q[2] - p[2] * q[1];
    dest[1] = p[2] * q[0] - p[0] * q[2];
    dest[2] = p[0] * q[1] - p[1] * q[0];
  }

  private static double length(double[] p) {
    return Math.sqrt(p[0] * p[0] + p[1] * p[1] + p[2] * p[2]);
  }
}
