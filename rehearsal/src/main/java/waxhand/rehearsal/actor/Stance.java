package waxhand.rehearsal.actor;

/**
 * One foot on one spot, from the strike to the last touch of the toes. Times in seconds, angles in
 * radians.
 *
 * @param x place of the ball's print, metres
 * @param z place of the ball's print, metres
 * @param yaw heading of the foot when it lands
 * @param strike first touch: the heel if strikePitch is above 0, else the ball and toes
 * @param flat when the whole sole rests
 * @param heelOff when the heel rises
 * @param off when the toes leave
 * @param strikePitch pitch at the strike, toes up counted above 0
 * @param offPitch how far the heel has risen when the toes leave, above 0
 * @param turn by how much the foot turns on its ball meanwhile; 0 for not at all
 * @param turnFrom when it begins to turn
 * @param turnTo when it has turned
 * @param rolled when the heel is as high as it gets before the toes leave
 * @param lift how much higher than usual the swing that leads here goes, metres
 */
record Stance(
    double x,
    double z,
    double yaw,
    double strike,
    double flat,
    double heelOff,
    double off,
    double strikePitch,
    double offPitch,
    double turn,
    double turnFrom,
    double turnTo,
    double rolled,
    double lift) {

  /** Later than any take: when a foot leaves that has no other stance yet. */
  private static final double NEVER = 1e9;

  /**
   * A foot that lands and has not left yet.
   *
   * @param print x, z and heading of the ball's print
   */
  static Stance landing(double[] print, double strike, double flat, double strikePitch) {
    return new Stance(
        print[0],
        print[1],
        print[2],
        strike,
        flat,
        NEVER,
        NEVER + 1,
        strikePitch,
        0,
        0,
        0,
        0,
        NEVER + 1,
        0);
  }

  Stance leaving(double heelOff, double off, double offPitch) {
    return leaving(heelOff, off, off, offPitch);
  }

  /** A foot that rolls onto its toes, stays there from {@code rolled} on and then leaves. */
  Stance leaving(double heelOff, double rolled, double off, double offPitch) {
    return new Stance(
        x,
        z,
        yaw,
        strike,
        flat,
        heelOff,
        off,
        strikePitch,
        offPitch,
        turn,
        turnFrom,
        turnTo,
        rolled,
        lift);
  }

  Stance turning(double by, double from, double to) {
    return new Stance(
        x, z, yaw, strike, flat, heelOff, off, strikePitch, offPitch, by, from, to, rolled, lift);
  }

  Stance lifted(double by) {
    return new Stance(
        x,
        z,
        yaw,
        strike,
        flat,
        heelOff,
        off,
        strikePitch,
        offPitch,
        turn,
        turnFrom,
        turnTo,
        rolled,
        by);
  }

  double lastYaw() {
    return yaw + turn;
  }

  double yawAt(double t) {
    return turn == 0 ? yaw : yaw + turn * ease((t - turnFrom) / (turnTo - turnFrom));
  }

  /** Pitch of the foot at a time of the stance, toes up above 0. */
  double pitchAt(double t) {
    if (t < flat) {
      double u = 1 - Math.max(0, (t - strike) / (flat - strike));
      return strikePitch * u * u;
    }
    if (t > heelOff) {
      double u = Math.min(1, (t - heelOff) / (rolled - heelOff));
      return -offPitch * u * u * (0.6 + 0.4 * u);
    }
    if (turn != 0 && t > turnFrom && t < turnTo) {
      double u = (t - turnFrom) / (turnTo - turnFrom);
      double s = Math.sin(Math.PI * u);
      return -Math.toRadians(11) * s * s;
    }
    return 0;
  }

  static double ease(double u) {
    double v = Math.max(0, Math.min(1, u));
    return v * v * v * (10 + v * (6 * v - 15));
  }
}
