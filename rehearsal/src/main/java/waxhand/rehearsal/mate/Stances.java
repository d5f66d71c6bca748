package waxhand.rehearsal.mate;

/** What the mate does with its feet on their spots, or nearly so. */
final class Stances {
  private final MateScore m;

  Stances(MateScore m) {
    this.m = m;
  }

  /** A deep squat, heels down or up. */
  void squat(boolean heels, double depth, double hold) {
    double down = m.between(0.7, 1.1);
    double heading = m.yaw.last();
    double back = (heels ? -0.1 : 0.5) * m.build.footM;
    m.height.move(m.now, m.now + down, depth);
    m.bend.move(m.now, m.now + down, heels ? 0.45 : 0.75);
    m.pitch.move(m.now, m.now + down, heels ? 0.2 : 0.45);
    m.x.move(m.now, m.now + down, m.midX() - back * Math.sin(heading));
    m.z.move(m.now, m.now + down, m.midZ() - back * Math.cos(heading));
    for (int s = 0; s < 2; s++) {
      if (heels) {
        m.feet[s].heelUp.move(m.now + 0.3 * down, m.now + down, m.between(0.45, 0.75));
      }
      m.out[s].move(m.now, m.now + down, 0.4);
      m.front[s].move(m.now, m.now + down, m.between(0.6, 1.1));
      m.elbow[s].move(m.now, m.now + down, m.between(0.3, 1.2));
    }
    m.now += down + hold;
    double up = m.between(0.7, 1);
    for (int s = 0; s < 2; s++) {
      if (heels) {
        m.feet[s].heelUp.move(m.now + 0.2 * up, m.now + 0.85 * up, 0);
      }
    }
    m.bend.move(m.now, m.now + up, 0);
    m.pitch.move(m.now, m.now + up, 0);
    m.settle(up, 1);
    m.armsDown(up);
  }

  void tiptoe(double angle, boolean tips, double hold) {
    double up = m.between(0.4, 0.7);
    for (int s = 0; s < 2; s++) {
      (tips ? m.feet[s].ballUp : m.feet[s].heelUp).move(m.now, m.now + up, angle);
    }
    double rise = Math.sin(angle) * m.build.footM / (m.build.legM() + m.build.ankleM);
    m.height.move(m.now, m.now + up, 1 + rise);
    m.x.move(m.now, m.now + up, m.midX());
    m.z.move(m.now, m.now + up, m.midZ());
    m.now += up + hold;
    for (int s = 0; s < 2; s++) {
      (tips ? m.feet[s].ballUp : m.feet[s].heelUp).move(m.now, m.now + up, 0);
    }
    m.settle(up, 1);
    m.now += up;
  }

  /** Rocks from toes to heels. */
  void rock(int times) {
    for (int n = 0; n < times; n++) {
      double t = m.between(0.5, 0.8);
      double angle = m.between(0.15, 0.35);
      for (int s = 0; s < 2; s++) {
        m.feet[s].toesUp.move(m.now, m.now + t, angle);
        m.feet[s].toesUp.move(m.now + t, m.now + 2 * t, 0);
        m.feet[s].heelUp.move(m.now + 2 * t, m.now + 3 * t, angle);
        m.feet[s].heelUp.move(m.now + 3 * t, m.now + 4 * t, 0);
      }
      double heading = m.yaw.last();
      double[] at = {1.0, 0.55, 0, 0.55};
      for (int k = 0; k < 4; k++) {
        m.x.move(m.now, m.now + t, m.midX() - at[k] * m.build.footM * Math.sin(heading));
        m.z.move(m.now, m.now + t, m.midZ() - at[k] * m.build.footM * Math.cos(heading));
        m.now += t;
      }
    }
  }

  void lunge(int s, double hold) {
    double far = m.between(0.42, 0.5) * m.h();
    m.step(s, far, 0, 0, 0.7, 0.2);
    m.feet[1 - s].heelUp.move(m.now, m.now + 0.5, m.between(0.6, 0.9));
    m.height.move(m.now, m.now + 0.6, m.between(0.6, 0.7));
    m.now += 0.6 + hold;
    m.height.move(m.now, m.now + 0.6, 0.95);
    m.now += 0.6;
    m.feet[1 - s].heelUp.move(m.now, m.now + 0.3, 0.3);
    m.feet[1 - s].heelUp.move(m.now + 0.3, m.now + 0.6, 0);
    m.feet[1 - s].swing(
        m.now + 0.1,
        m.now + 0.65,
        m.feet[1 - s].x.last() + far * Math.sin(m.yaw.last()),
        m.feet[1 - s].z.last() + far * Math.cos(m.yaw.last()),
        m.feet[1 - s].yaw.last(),
        0.05);
    m.settle(0.65, 1);
    m.armsDown(0.66);
  }

  void sit(double hold) {
    double heading = m.yaw.last();
    double back = m.between(0.2, 0.24) * m.h();
    double t = 1.1;
    m.x.move(m.now, m.now + t, m.midX() - back * Math.sin(heading));
    m.z.move(m.now, m.now + t, m.midZ() - back * Math.cos(heading));
    m.height.move(m.now, m.now + t, 0.53);
    m.bend.move(m.now, m.now + 0.6 * t, 0.7);
    m.bend.move(m.now + 0.6 * t, m.now + t, 0.1);
    m.now += t + hold;
    m.bend.move(m.now, m.now + 0.5, 0.7);
    m.now += 0.5;
    m.bend.move(m.now, m.now + t, 0);
    m.settle(t, 1);
    m.now += t;
  }

  /** Kneels on one knee, its foot standing on the bent toes. */
  void kneel(int s, double hold) {
    m.step(1 - s, 0.3 * m.h(), 0, 0, 0.6, 0.1);
    double t = 1;
    m.feet[s].heelUp.move(m.now, m.now + t, m.between(0.95, 1.15));
    double heading = m.yaw.last();
    m.height.move(m.now, m.now + t, 0.53);
    double ahead = m.feet[s].z.last();
    double kx = m.feet[s].x.last() * 0.6 + m.feet[1 - s].x.last() * 0.4;
    double kz = ahead * 0.6 + m.feet[1 - s].z.last() * 0.4;
    m.x.move(m.now, m.now + t, kx + 0.02 * m.h() * Math.sin(heading));
    m.z.move(m.now, m.now + t, kz + 0.02 * m.h() * Math.cos(heading));
    m.bend.move(m.now, m.now + t, 0.2);
    m.now += t + hold;
    m.height.move(m.now, m.now + t, 0.96);
    m.bend.move(m.now, m.now + t, 0);
    m.feet[s].heelUp.move(m.now + 0.3 * t, m.now + t, 0.35);
    m.now += t;
    m.feet[s].heelUp.move(m.now, m.now + 0.5, 0);
    m.feet[s].swing(
        m.now,
        m.now + 0.5,
        m.feet[s].x.last() + 0.3 * m.h() * Math.sin(heading),
        m.feet[s].z.last() + 0.3 * m.h() * Math.cos(heading),
        m.feet[s].yaw.last(),
        0.05);
    m.settle(0.55, 1);
    m.armsDown(0.56);
  }
}
