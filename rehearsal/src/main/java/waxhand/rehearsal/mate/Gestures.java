package waxhand.rehearsal.mate;

/** What the mate does with arms, trunk and head. */
final class Gestures {
  private final MateScore m;

  Gestures(MateScore m) {
    this.m = m;
  }

  /** Both hands, or one, go somewhere, the trunk with the */
  void reach(boolean high) {
    double t = m.between(0.6, 1);
    int s = m.random.nextInt(2);
    boolean both = m.random.nextBoolean();
    for (int a = 0; a < 2; a++) {
      if (both || a == s) {
        m.front[a].move(m.now, m.now + t, high ? m.between(2.2, 2.8) : m.between(1, 1.5));
        m.elbow[a].move(m.now, m.now + t, 0.15);
      }
    }
    m.bend.move(m.now, m.now + t, high ? -0.1 : m.between(0.4, 0.9));
    m.pitch.move(m.now, m.now + t, high ? 0 : 0.25);
    m.twist.move(m.now, m.now + t, both ? 0 : (s == 0 ? -1 : 1) * 0.4);
    m.nod.move(m.now, m.now + t, high ? -0.4 : 0.3);
    m.height.move(m.now, m.now + t, high ? 1 : 0.97);
    m.now += t + m.between(0.2, 0.6);
    m.bend.move(m.now, m.now + t, 0);
    m.pitch.move(m.now, m.now + t, 0);
    m.nod.move(m.now, m.now + t, 0);
    m.settle(t, 1);
    m.armsDown(t);
  }

  /** Waves a hand: quick turns of elbow and wrist. */
  void wave(int times) {
    int s = m.random.nextInt(2);
    m.front[s].move(m.now, m.now + 0.5, 1.3);
    m.out[s].move(m.now, m.now + 0.5, 0.9);
    m.elbow[s].move(m.now, m.now + 0.5, 1.6);
    m.now += 0.5;
    double quick = m.between(0.13, 0.2);
    for (int n = 0; n < times; n++) {
      double sign = n % 2 == 0 ? 1 : -1;
      m.elbow[s].move(m.now, m.now + quick, 1.6 + sign * 0.35);
      m.wrist[s].move(m.now, m.now + quick, sign * 0.45);
      m.now += quick;
    }
    m.wrist[s].move(m.now, m.now + 0.3, 0);
    m.armsDown(0.6);
  }

  void nods(int times) {
    for (int n = 0; n < times; n++) {
      double t = m.between(0.17, 0.26);
      m.nod.move(m.now, m.now + t, 0.22);
      m.nod.move(m.now + t, m.now + 2 * t, 0);
      m.now += 2 * t;
    }
  }

  /** A flick of a hand, as if to strike something. */
  void strike() {
    int s = m.random.nextInt(2);
    m.front[s].move(m.now, m.now + 0.35, 0.6);
    m.elbow[s].move(m.now, m.now + 0.35, 2.1);
    m.twist.move(m.now, m.now + 0.35, (s == 0 ? 1 : -1) * 0.35);
    m.now += 0.35;
    double quick = m.between(0.12, 0.18);
    m.front[s].move(m.now, m.now + quick, 1.45);
    m.elbow[s].move(m.now, m.now + quick, 0.2);
    m.twist.move(m.now, m.now + quick, (s == 0 ? -1 : 1) * 0.35);
    m.now += quick + 0.1;
    m.armsDown(0.5);
  }

  /** Shifts the weight a little and looks about. */
  void idle(double seconds) {
    double end = m.now + seconds;
    while (m.now < end) {
      double t = m.between(0.8, 2);
      double aside = m.between(-0.025, 0.025) * m.h();
      double heading = m.yaw.last();
      double back = 0.55 * m.build.footM;
      m.x.move(m.now, m.now + t, m.midX() - back * Math.sin(heading) + aside * Math.cos(heading));
      m.z.move(m.now, m.now + t, m.midZ() - back * Math.cos(heading) - aside * Math.sin(heading));
      m.height.move(m.now, m.now + t, m.between(0.975, 1));
      m.look.move(m.now, m.now + t, m.between(-0.7, 0.7));
      m.side.move(m.now, m.now + t, m.between(-0.06, 0.06));
      m.nod.move(m.now, m.now + t, m.between(-0.1, 0.2));
      int s = m.random.nextInt(2);
      if (m.random.nextInt(3) == 0) {
        double angle = m.between(0.05, 0.3);
        m.feet[s].heelUp.move(m.now, m.now + 0.45 * t, angle);
        m.feet[s].heelUp.move(m.now + 0.5 * t, m.now + 0.95 * t, 0);
      }
      m.elbow[s].move(m.now, m.now + t, m.between(0.1, 1.2));
      m.now += t;
    }
    m.nod.move(m.now, m.now + 0.4, 0);
    m.look.move(m.now, m.now + 0.4, 0);
    m.side.move(m.now, m.now + 0.4, 0);
    m.settle(0.5, 1);
    m.armsDown(0.5);
  }
}
