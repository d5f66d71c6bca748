package waxhand.rehearsal.mate;

/** How the mate goes about. */
final class Gaits {
  private final MateScore m;

  Gaits(MateScore m) {
    this.m = m;
  }

  void walk(int steps, double curve) {
    double stride = m.between(0.3, 0.38) * m.h();
    double pace = m.between(0.5, 0.62);
    for (int n = 0; n < steps; n++) {
      m.step(n % 2, (n == 0 ? 1 : 2) * stride, 0, curve, pace, 0.25);
    }
    int last = steps % 2;
    m.step(last, stride, 0, 0, pace, 0.1);
    m.armsDown(0.4);
  }

  /** Turns on the spot in small steps. */
  void turn(double by) {
    int steps = (int) Math.ceil(Math.abs(by) / 0.5);
    double each = by / steps;
    double radius = m.feet[0].x.last() - m.feet[1].x.last();
    double apart = Math.hypot(radius, m.feet[0].z.last() - m.feet[1].z.last()) / 2;
    double cx = m.midX();
    double cz = m.midZ();
    for (int n = 1; n <= steps; n++) {
      double heading = m.yaw.last() + each;
      for (int k = 0; k < 2; k++) {
        int s = each > 0 ? k : 1 - k;
        double sign = s == 0 ? 1 : -1;
        double seconds = 0.32;
        m.feet[s].swing(
            m.now,
            m.now + seconds,
            cx + sign * apart * Math.cos(heading),
            cz - sign * apart * Math.sin(heading),
            m.feet[s].yaw.last() + each,
            0.035);
        m.now += seconds + 0.06;
      }
      m.yaw.move(m.now - 0.7, m.now, heading);
      m.x.move(m.now - 0.7, m.now, cx - 0.55 * m.build.footM * Math.sin(heading));
      m.z.move(m.now - 0.7, m.now, cz - 0.55 * m.build.footM * Math.cos(heading));
    }
  }

  void sideSteps(int count, int s) {
    double wide = m.between(0.14, 0.2) * m.h() * (s == 0 ? 1 : -1);
    for (int n = 0; n < count; n++) {
      m.step(s, 0, wide, 0, 0.42, 0);
      m.wait(0.05);
      m.step(1 - s, 0, wide, 0, 0.42, 0);
      m.wait(0.1);
    }
    m.armsDown(0.3);
  }

  void hop(double ahead) {
    m.height.move(m.now, m.now + 0.4, 0.8);
    m.bend.move(m.now, m.now + 0.4, 0.4);
    m.now += 0.4;
    double air = m.between(0.36, 0.46);
    double heading = m.yaw.last();
    for (int s = 0; s < 2; s++) {
      m.front[s].move(m.now, m.now + 0.25, 1.2);
      m.feet[s].heelUp.move(m.now, m.now + 0.2, 0.55);
      m.feet[s].heelUp.move(m.now + 0.2, m.now + 0.2 + 0.8 * air, 0.1);
      m.feet[s].heelUp.move(m.now + 0.2 + 0.8 * air, m.now + 0.26 + air, 0);
      m.feet[s].swing(
          m.now + 0.2,
          m.now + 0.2 + air,
          m.feet[s].x.last() + ahead * Math.sin(heading),
          m.feet[s].z.last() + ahead * Math.cos(heading),
          m.feet[s].yaw.last(),
          m.between(0.1, 0.13));
    }
    m.height.move(m.now, m.now + 0.2 + 0.4 * air, 1.1);
    m.x.move(m.now, m.now + 0.2 + air, m.midX() - 0.55 * m.build.footM * Math.sin(heading));
    m.z.move(m.now, m.now + 0.2 + air, m.midZ() - 0.55 * m.build.footM * Math.cos(heading));
    m.height.move(m.now + 0.2 + 0.4 * air, m.now + 0.35 + air, 0.85);
    m.height.move(m.now + 0.35 + air, m.now + 0.8 + air, 1);
    m.bend.move(m.now + 0.35 + air, m.now + 0.8 + air, 0);
    m.now += 0.35 + air;
    m.armsDown(0.5);
  }

  /** Small quick steps on the spot. */
  void dance(int steps) {
    for (int n = 0; n < steps; n++) {
      int s = n % 2;
      double quick = m.between(0.2, 0.28);
      double aside = (n / 2 % 2 == 0 ? 1 : -1) * 0.1 * m.h();
      MateFoot foot = m.feet[s];
      foot.heelUp.move(m.now, m.now + 0.3 * quick, 0.3);
      foot.heelUp.move(m.now + 0.3 * quick, m.now + quick, 0);
      double x1 = foot.x.last() + aside * Math.cos(m.yaw.last());
      double z1 = foot.z.last() - aside * Math.sin(m.yaw.last());
      foot.swing(m.now + 0.1 * quick, m.now + quick, x1, z1, foot.yaw.last(), 0.04);
      m.settle(quick, n % 2 == 0 ? 0.95 : 0.985);
      m.side.move(m.now, m.now + quick, (s == 0 ? 1 : -1) * 0.12);
      for (int a = 0; a < 2; a++) {
        m.elbow[a].move(m.now, m.now + quick, n % 2 == a ? 1.4 : 0.8);
      }
      m.now += quick;
    }
    m.side.move(m.now, m.now + 0.3, 0);
    m.settle(0.4, 1);
    m.armsDown(0.4);
  }

  /** Goes up some stairs and comes down again, backwards. */
  void stairs(int count) {
    double high = m.between(0.085, 0.105) * m.h();
    double deep = m.between(0.16, 0.19) * m.h();
    for (int n = 0; n < count; n++) {
      stair(n % 2, n == 0 ? deep : 2 * deep, (n + 1) * high);
    }
    stair(count % 2, deep, count * high);
    m.armsDown(0.4);
    for (int n = 0; n < count; n++) {
      stair(n % 2, n == 0 ? -deep : -2 * deep, (count - n - 1) * high);
    }
    stair(count % 2, -deep, 0);
    m.armsDown(0.4);
  }

  /** One foot goes to a stair, over its edge, and the body follows. */
  private void stair(int s, double ahead, double high) {
    double seconds = 0.75;
    MateFoot foot = m.feet[s];
    double heading = m.yaw.last();
    double up = Math.abs(high - foot.ground.last());
    foot.ground.move(m.now + 0.05, m.now + 0.7 * seconds, high);
    foot.swing(
        m.now + 0.05,
        m.now + seconds,
        foot.x.last() + ahead * Math.sin(heading),
        foot.z.last() + ahead * Math.cos(heading),
        foot.yaw.last(),
        0.05 + 0.35 * up);
    double mean = (foot.ground.last() + m.feet[1 - s].ground.last()) / 2;
    m.lift.move(m.now + 0.2, m.now + seconds + 0.1, mean);
    m.settle(seconds, 0.97);
    m.front[s].move(m.now, m.now + seconds, -0.25);
    m.front[1 - s].move(m.now, m.now + seconds, 0.25);
    m.now += seconds + 0.12;
  }
}
