package waxhand.rehearsal.mate;

/** What the mate does on the floor and on its hands. */
final class FloorWork {
  private final MateScore m;

  FloorWork(MateScore m) {
    this.m = m;
  }

  /** Sits down on the floor, stretches the legs out on their heels, lies back and gets up again. */
  void lie(double hold) {
    double heading = m.yaw.last();
    double t = 1.2;
    double back = 0.16 * m.h();
    m.x.move(m.now, m.now + t, m.midX() - back * Math.sin(heading));
    m.z.move(m.now, m.now + t, m.midZ() - back * Math.cos(heading));
    m.height.move(m.now, m.now + t, 0.24);
    m.bend.move(m.now, m.now + t, 0.9);
    for (int s = 0; s < 2; s++) {
      // past the thighs
      m.out[s].move(m.now, m.now + 0.5 * t, 0.7);
    }
    m.now += t;
    double[] far = {m.between(0.36, 0.4) * m.h(), m.between(0.36, 0.4) * m.h()};
    for (int k = 0; k < 2; k++) {
      m.feet[k].toesUp.move(m.now, m.now + 0.7, 0.9);
      slide(m.feet[k], m.now + 0.1 * k, m.now + 0.8, far[k], 0.04);
    }
    m.height.move(m.now, m.now + 0.8, 0.13);
    m.now += 0.8;
    m.pitch.move(m.now, m.now + t, -Math.PI / 2 + 0.1);
    m.bend.move(m.now, m.now + t, 0);
    m.now += t + hold;
    m.bend.move(m.now, m.now + t, 0.9);
    m.pitch.move(m.now, m.now + t, 0);
    m.now += t;
    for (int k = 0; k < 2; k++) {
      slide(m.feet[k], m.now + 0.1 * k, m.now + 0.8, -far[k], 0.04);
      m.feet[k].toesUp.move(m.now + 0.1, m.now + 0.8, 0);
    }
    m.height.move(m.now, m.now + 0.8, 0.24);
    m.now += 0.8;
    m.bend.move(m.now, m.now + t, 0);
    m.settle(t, 1);
    m.now += t;
    m.armsDown(0.4);
  }

  /** A foot goes ahead, low over the ground, without turning. */
  private void slide(MateFoot foot, double from, double to, double ahead, double lift) {
    double heading = m.yaw.last();
    foot.swing(
        from,
        to,
        foot.x.last() + ahead * Math.sin(heading),
        foot.z.last() + ahead * Math.cos(heading),
        foot.yaw.last(),
        lift);
  }

  /** Stands on the hands: hips over head, legs up. */
  void handstand(double hold) {
    double t = 1.2;
    m.height.move(m.now, m.now + t, 0.7);
    m.bend.move(m.now, m.now + t, 0.9);
    m.pitch.move(m.now, m.now + t, 0.9);
    for (int s = 0; s < 2; s++) {
      m.front[s].move(m.now, m.now + t, 1.4);
      m.out[s].move(m.now, m.now + t, 0.45);
      m.elbow[s].move(m.now, m.now + t, 0.05);
    }
    m.now += t;
    for (int s = 0; s < 2; s++) {
      m.free[s].move(m.now, m.now + 0.6 * t, 1);
      kick(m.feet[s], m.now, m.now + 0.6 * t);
      m.hip[s].move(m.now, m.now + t, 0);
      m.knee[s].move(m.now, m.now + 0.1, 1.5);
      m.knee[s].move(m.now + 0.6 * t, m.now + t, 0.03);
      m.ankle[s].move(m.now, m.now + t, -0.5);
      m.front[s].move(m.now, m.now + t, 3.05);
    }
    double full = m.build.legM() + m.build.ankleM;
    double up = (0.31 * m.h() + 0.1 * m.h() + 0.24 * m.h()) / full;
    m.height.move(m.now, m.now + t, up + 0.12);
    m.pitch.move(m.now, m.now + t, Math.PI);
    m.bend.move(m.now, m.now + t, 0);
    m.now += t + hold;
    m.pitch.move(m.now, m.now + t, 0.9);
    m.bend.move(m.now, m.now + t, 0.9);
    m.height.move(m.now, m.now + t, 0.7);
    for (int s = 0; s < 2; s++) {
      m.knee[s].move(m.now, m.now + 0.4 * t, 1.5);
      m.free[s].move(m.now + 0.4 * t, m.now + t, 0);
      kick(m.feet[s], m.now + 0.4 * t, m.now + t);
      m.ankle[s].move(m.now, m.now + t, 0);
      m.front[s].move(m.now, m.now + t, 1.4);
    }
    m.now += t;
    m.pitch.move(m.now, m.now + t, 0);
    m.bend.move(m.now, m.now + t, 0);
    m.settle(t, 1);
    m.armsDown(t);
  }

  /** A foot leaves the floor, or comes back to it, where it is. */
  private static void kick(MateFoot foot, double from, double to) {
    foot.swing(from, to, foot.x.last(), foot.z.last(), foot.yaw.last(), 0.22);
  }

  /** Goes down on hands and knees, stays and crawls a little without leaving the toes. */
  void crawl(double hold) {
    double t = 1.3;
    double heading = m.yaw.last();
    m.height.move(m.now, m.now + t, 0.5);
    m.pitch.move(m.now, m.now + t, 1.4);
    m.bend.move(m.now, m.now + t, 0.1);
    m.nod.move(m.now, m.now + t, -0.6);
    m.x.move(m.now, m.now + t, m.midX() + 0.12 * m.h() * Math.sin(heading));
    m.z.move(m.now, m.now + t, m.midZ() + 0.12 * m.h() * Math.cos(heading));
    for (int s = 0; s < 2; s++) {
      m.feet[s].heelUp.move(m.now, m.now + t, m.between(1, 1.2));
      m.front[s].move(m.now, m.now + t, 1.5);
      m.elbow[s].move(m.now, m.now + t, 0.1);
      double aside = (s == 0 ? 1 : -1) * 0.11 * m.h();
      double ahead = 0.42 * m.h();
      m.handX[s].move(
          m.now, m.now + 0.1, m.midX() + ahead * Math.sin(heading) + aside * Math.cos(heading));
      m.handZ[s].move(
          m.now, m.now + 0.1, m.midZ() + ahead * Math.cos(heading) - aside * Math.sin(heading));
      m.handDown[s].move(m.now + 0.3 * t, m.now + t, 1);
    }
    m.now += t;
    int rocks = (int) Math.max(1, hold / 1.2);
    for (int n = 0; n < rocks; n++) {
      double by = (n % 2 == 0 ? 0.02 : -0.02) * m.h();
      m.x.move(m.now, m.now + 0.6, m.x.last() + by * Math.sin(heading));
      m.z.move(m.now, m.now + 0.6, m.z.last() + by * Math.cos(heading));
      m.now += 0.7;
    }
    m.nod.move(m.now, m.now + t, 0);
    m.pitch.move(m.now, m.now + t, 0);
    m.bend.move(m.now, m.now + t, 0);
    for (int s = 0; s < 2; s++) {
      m.feet[s].heelUp.move(m.now + 0.3 * t, m.now + t, 0);
      m.handDown[s].move(m.now, m.now + 0.6 * t, 0);
    }
    m.settle(t, 1);
    m.armsDown(t);
  }

  /** A wheel to the side over both hands. */
  void cartwheel(boolean left) {
    double sign = left ? 1 : -1;
    double heading = m.yaw.last();
    double t = m.between(1.5, 1.9);
    double far = sign * m.between(0.95, 1.1) * m.h();
    double raise = 0.5;
    for (int s = 0; s < 2; s++) {
      m.front[s].move(m.now, m.now + raise, 2.9);
      m.elbow[s].move(m.now, m.now + raise, 0.05);
      m.out[s].move(m.now, m.now + raise, 0.35);
    }
    m.now += raise + 0.1;
    // to the left one turns with the right foot last
    m.roll.move(m.now, m.now + t, m.roll.last() - sign * 2 * Math.PI);
    m.x.move(m.now, m.now + t, m.x.last() + far * Math.cos(heading));
    m.z.move(m.now, m.now + t, m.z.last() - far * Math.sin(heading));
    m.height.move(m.now, m.now + 0.5 * t, 1.16);
    m.height.move(m.now + 0.5 * t, m.now + t, 1);
    for (int s = 0; s < 2; s++) {
      MateFoot foot = m.feet[s];
      m.knee[s].move(m.now, m.now + 0.1, 0.08);
      m.free[s].move(m.now, m.now + 0.3 * t, 1);
      m.free[s].move(m.now + 0.7 * t, m.now + t, 0);
      foot.swing(
          m.now,
          m.now + t,
          foot.x.last() + far * Math.cos(heading),
          foot.z.last() - far * Math.sin(heading),
          foot.yaw.last(),
          0.22);
    }
    m.now += t;
    m.settle(0.4, 1);
    m.armsDown(0.6);
  }
}
