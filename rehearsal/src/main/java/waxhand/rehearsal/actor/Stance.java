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
 * @param strikePitch pitch at the strike, toes up counted above 0
 * @param lift how much higher than usual the swing that leads here goes, metres
 * @param leave how it leaves
 * @param pivot how it turns on its ball meanwhile
 */
record Stance(
    double x,
    double z,
    double yaw,
    double strike,
    double flat,
    double strikePitch,
    double lift,
    Leave leave,
    Pivot pivot) {

  /**
   * How a foot leaves.
   *
   * @param heelOff when the heel rises
   * @param rolled when the heel is as high as it gets before the toes leave
   * @param off when the toes leave
   * @param pitch how far the heel has risen when the toes leave, above 0
   */
  record Leave(double heelOff, double rolled, double off, double pitch) {
    /** Later than any take: when a foot leaves that has no other stance yet. */
    private static final Leave NEVER = new Leave(1e9, 1e9 + 1, 1e9 + 1, 0);
  }

  /**
   * A turn on the ball.
   *
   * @param by 0 for none
   */
  record Pivot(double by, double from, double to) {
    private static final Pivot NONE = new Pivot(0, 0, 0);
  }

  /**
   * A foot that lands and has not left yet.
   *
   * @param print x, z and heading of the ball's print
   */
  static Stance landing(double[] print, double strike, double flat, double strikePitch) {
    return new Stance(
        print[0], print[1], print[2], strike, flat, strikePitch, 0, Leave.NEVER, Pivot.NONE);
  }

  Stance leaving(double heelOff, double off, double offPitch) {
    return leaving(heelOff, off, off, offPitch);
  }

  /** A foot that rolls onto its toes, stays there from {@code rolled} on and then leaves. */
  Stance leaving(double heelOff, double rolled, double off, double offPitch) {
    Leave other = new Leave(heelOff, rolled, off, offPitch);
    return new Stance(x, z, yaw, strike, flat, strikePitch, lift, other, pivot);
  }

  Stance turning(double by, double from, double to) {
    Pivot other = new Pivot(by, from, to);
    return new Stance(x, z, yaw, strike, flat, strikePitch, lift, leave, other);
  }

  Stance lifted(double by) {
    return new Stance(x, z, yaw, strike, flat, strikePitch, by, leave, pivot);
  }

  double heelOff() {
    return leave.heelOff;
  }

  double off() {
    return leave.off;
  }

  double turn() {
    return pivot.by;
  }

  double turnFrom() {
    return pivot.from;
  }

  double turnTo() {
    return pivot.to;
  }

  double lastYaw() {
    return yaw + pivot.by;
  }

  double yawAt(double t) {
    return pivot.by == 0 ? yaw : yaw + pivot.by * ease((t - pivot.from) / (pivot.to - pivot.from));
  }

  /** Pitch of the foot at a time of the stance, toes up above 0. */
  double pitchAt(double t) {
    if (t < flat) {
      double u = 1 - Math.max(0, (t - strike) / (flat - strike));
      return strikePitch * u * u;
    }
    if (t > leave.heelOff) {
      double u = Math.min(1, (t - leave.heelOff) / (leave.rolled - leave.heelOff));
      return -leave.pitch * u * u * (0.6 + 0.4 * u);
    }
    if (pivot.by != 0 && t > pivot.from && t < pivot.to) {
      double u = (t - pivot.from) / (pivot.to - pivot.from);
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
