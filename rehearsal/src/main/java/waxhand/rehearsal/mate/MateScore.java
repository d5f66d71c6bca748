package waxhand.rehearsal.mate;

import java.util.SplittableRandom;

/** What the mate does, written down as courses of hips, trunk, head, arms and feet. */
final class MateScore {
  final MateBuild build;
  final SplittableRandom random;
  final MateFoot[] feet = new MateFoot[2];
  double now;

  // hips: ahead and aside from the feet's middle, height as a share of standing, turns in radians
  final Course x = new Course(0);
  final Course z = new Course(0);
  final Course height = new Course(1);
  final Course yaw = new Course(0);
  final Course pitch = new Course(0);

  // trunk and head, radians: forward, to the left, turned to the left
  final Course bend = new Course(0);
  final Course side = new Course(0);
  final Course twist = new Course(0);
  final Course nod = new Course(0);
  final Course look = new Course(0);

  // arms of each side, radians: from hanging outwards, to the front, elbow, wrist
  final Course[] out = {new Course(0.12), new Course(0.12)};
  final Course[] front = {new Course(0), new Course(0)};
  final Course[] elbow = {new Course(0.25), new Course(0.25)};
  final Course[] wrist = {new Course(0), new Course(0)};

  // hands on the ground: how far they are, and where
  final Course[] handDown = {new Course(0), new Course(0)};
  final Course[] handX = {new Course(0), new Course(0)};
  final Course[] handZ = {new Course(0), new Course(0)};

  // legs that hang free: how far they do, and hip, knee and ankle bent forward, radians
  final Course[] free = {new Course(0), new Course(0)};
  final Course[] hip = {new Course(0), new Course(0)};
  final Course[] knee = {new Course(0), new Course(0)};
  final Course[] ankle = {new Course(0), new Course(0)};

  MateScore(MateBuild build, SplittableRandom random) {
    this.build = build;
    this.random = random;
    double wide = 0.06 + random.nextDouble(0.03);
    for (int s = 0; s < 2; s++) {
      feet[s] = new MateFoot(build, (s == 0 ? 1 : -1) * wide * build.heightM, 0);
    }
  }

  double h() {
    return build.heightM;
  }

  /** Nothing happens for some time. */
  void wait(double seconds) {
    now += seconds;
  }

  double between(double low, double high) {
    return random.nextDouble(low, high);
  }

  private double midX() {
    return (feet[0].x.last() + feet[1].x.last()) / 2;
  }

  private double midZ() {
    return (feet[0].z.last() + feet[1].z.last()) / 2;
  }

  /** Hips over the middle of the feet, ankles' place, at a height. */
  void settle(double seconds, double high) {
    double heading = yaw.last();
    double back = 0.55 * build.footM;
    x.move(now, now + seconds, midX() - back * Math.sin(heading));
    z.move(now, now + seconds, midZ() - back * Math.cos(heading));
    height.move(now, now + seconds, high);
  }

  /** One step with a foot to a place ahead and aside of where it is. */
  void step(int s, double ahead, double aside, double turn, double seconds, double strike) {
    double heading = yaw.last() + turn;
    MateFoot foot = feet[s];
    double x1 = foot.x.last() + ahead * Math.sin(heading) + aside * Math.cos(heading);
    double z1 = foot.z.last() + ahead * Math.cos(heading) - aside * Math.sin(heading);
    double leave = 0.3 * seconds;
    if (ahead > 0.2) {
      foot.heelUp.move(now, now + leave, 0.5);
      foot.heelUp.move(now + leave, now + 0.75 * seconds, 0);
      foot.toesUp.move(now + 0.6 * seconds, now + seconds, strike);
      foot.toesUp.move(now + seconds, now + seconds + 0.12, 0);
    } else {
      leave = 0.05 * seconds;
    }
    foot.swing(now + leave, now + seconds, x1, z1, foot.yaw.last() + turn, 0.03 + 0.05 * seconds);
    yaw.move(now, now + seconds, heading);
    settle(seconds, 0.985);
    double swing = Math.min(0.4, ahead * 0.5);
    for (int a = 0; a < 2; a++) {
      front[a].move(now, now + seconds, a == s ? -swing : swing);
    }
    twist.move(now, now + seconds, (s == 0 ? -1 : 1) * 0.2 * swing);
    now += seconds;
  }

  void walk(int steps, double curve) {
    double stride = between(0.3, 0.38) * h();
    double pace = between(0.5, 0.62);
    for (int n = 0; n < steps; n++) {
      step(n % 2, (n == 0 ? 1 : 2) * stride, 0, curve, pace, 0.25);
    }
    int last = steps % 2;
    step(last, stride, 0, 0, pace, 0.1);
    armsDown(0.4);
  }

  void armsDown(double seconds) {
    for (int a = 0; a < 2; a++) {
      front[a].move(now, now + seconds, 0);
      elbow[a].move(now, now + seconds, 0.25);
      out[a].move(now, now + seconds, 0.12);
    }
    twist.move(now, now + seconds, 0);
    now += seconds;
  }

  /** Turns on the spot in small steps. */
  void turn(double by) {
    int steps = (int) Math.ceil(Math.abs(by) / 0.5);
    double each = by / steps;
    double radius = feet[0].x.last() - feet[1].x.last();
    double apart = Math.hypot(radius, feet[0].z.last() - feet[1].z.last()) / 2;
    double cx = midX();
    double cz = midZ();
    for (int n = 1; n <= steps; n++) {
      double heading = yaw.last() + each;
      for (int k = 0; k < 2; k++) {
        int s = each > 0 ? k : 1 - k;
        double sign = s == 0 ? 1 : -1;
        double seconds = 0.32;
        feet[s].swing(
            now,
            now + seconds,
            cx + sign * apart * Math.cos(heading),
            cz - sign * apart * Math.sin(heading),
            feet[s].yaw.last() + each,
            0.035);
        now += seconds + 0.06;
      }
      yaw.move(now - 0.7, now, heading);
      x.move(now - 0.7, now, cx - 0.55 * build.footM * Math.sin(heading));
      z.move(now - 0.7, now, cz - 0.55 * build.footM * Math.cos(heading));
    }
  }

  /** A deep squat, heels down or up. */
  void squat(boolean heels, double depth, double hold) {
    double down = between(0.7, 1.1);
    double heading = yaw.last();
    double back = (heels ? -0.1 : 0.5) * build.footM;
    height.move(now, now + down, depth);
    bend.move(now, now + down, heels ? 0.45 : 0.75);
    pitch.move(now, now + down, heels ? 0.2 : 0.45);
    x.move(now, now + down, midX() - back * Math.sin(heading));
    z.move(now, now + down, midZ() - back * Math.cos(heading));
    for (int s = 0; s < 2; s++) {
      if (heels) {
        feet[s].heelUp.move(now + 0.3 * down, now + down, between(0.45, 0.75));
      }
      front[s].move(now, now + down, between(0.6, 1.1));
      elbow[s].move(now, now + down, between(0.3, 1.2));
    }
    now += down + hold;
    double up = between(0.7, 1);
    for (int s = 0; s < 2; s++) {
      if (heels) {
        feet[s].heelUp.move(now + 0.2 * up, now + 0.85 * up, 0);
      }
    }
    bend.move(now, now + up, 0);
    pitch.move(now, now + up, 0);
    settle(up, 1);
    armsDown(up);
  }

  void tiptoe(double angle, boolean tips, double hold) {
    double up = between(0.4, 0.7);
    for (int s = 0; s < 2; s++) {
      (tips ? feet[s].ballUp : feet[s].heelUp).move(now, now + up, angle);
    }
    double rise = Math.sin(angle) * build.footM / (build.legM() + build.ankleM);
    height.move(now, now + up, 1 + rise);
    x.move(now, now + up, midX());
    z.move(now, now + up, midZ());
    now += up + hold;
    for (int s = 0; s < 2; s++) {
      (tips ? feet[s].ballUp : feet[s].heelUp).move(now, now + up, 0);
    }
    settle(up, 1);
    now += up;
  }

  /** Rocks from toes to heels. */
  void rock(int times) {
    for (int n = 0; n < times; n++) {
      double t = between(0.5, 0.8);
      double angle = between(0.15, 0.35);
      for (int s = 0; s < 2; s++) {
        feet[s].toesUp.move(now, now + t, angle);
        feet[s].toesUp.move(now + t, now + 2 * t, 0);
        feet[s].heelUp.move(now + 2 * t, now + 3 * t, angle);
        feet[s].heelUp.move(now + 3 * t, now + 4 * t, 0);
      }
      double heading = yaw.last();
      double[] at = {1.0, 0.55, 0, 0.55};
      for (int k = 0; k < 4; k++) {
        x.move(now, now + t, midX() - at[k] * build.footM * Math.sin(heading));
        z.move(now, now + t, midZ() - at[k] * build.footM * Math.cos(heading));
        now += t;
      }
    }
  }

  void lunge(int s, double hold) {
    double far = between(0.42, 0.5) * h();
    step(s, far, 0, 0, 0.7, 0.2);
    feet[1 - s].heelUp.move(now, now + 0.5, between(0.6, 0.9));
    height.move(now, now + 0.6, between(0.6, 0.7));
    now += 0.6 + hold;
    height.move(now, now + 0.6, 0.95);
    now += 0.6;
    feet[1 - s].heelUp.move(now, now + 0.3, 0.3);
    feet[1 - s].heelUp.move(now + 0.3, now + 0.6, 0);
    feet[1 - s].swing(
        now + 0.1,
        now + 0.65,
        feet[1 - s].x.last() + far * Math.sin(yaw.last()),
        feet[1 - s].z.last() + far * Math.cos(yaw.last()),
        feet[1 - s].yaw.last(),
        0.05);
    settle(0.65, 1);
    armsDown(0.66);
  }

  void sideSteps(int count, int s) {
    double wide = between(0.14, 0.2) * h() * (s == 0 ? 1 : -1);
    for (int n = 0; n < count; n++) {
      step(s, 0, wide, 0, 0.42, 0);
      wait(0.05);
      step(1 - s, 0, wide, 0, 0.42, 0);
      wait(0.1);
    }
    armsDown(0.3);
  }

  /** Both hands, or one, go somewhere, the trunk with them. */
  void reach(boolean high) {
    double t = between(0.6, 1);
    int s = random.nextInt(2);
    boolean both = random.nextBoolean();
    for (int a = 0; a < 2; a++) {
      if (both || a == s) {
        front[a].move(now, now + t, high ? between(2.2, 2.8) : between(1, 1.5));
        elbow[a].move(now, now + t, 0.15);
      }
    }
    bend.move(now, now + t, high ? -0.1 : between(0.4, 0.9));
    pitch.move(now, now + t, high ? 0 : 0.25);
    twist.move(now, now + t, both ? 0 : (s == 0 ? -1 : 1) * 0.4);
    nod.move(now, now + t, high ? -0.4 : 0.3);
    height.move(now, now + t, high ? 1 : 0.97);
    now += t + between(0.2, 0.6);
    bend.move(now, now + t, 0);
    pitch.move(now, now + t, 0);
    nod.move(now, now + t, 0);
    settle(t, 1);
    armsDown(t);
  }

  /** Waves a hand: quick turns of elbow and wrist. */
  void wave(int times) {
    int s = random.nextInt(2);
    front[s].move(now, now + 0.5, 1.3);
    out[s].move(now, now + 0.5, 0.9);
    elbow[s].move(now, now + 0.5, 1.6);
    now += 0.5;
    double quick = between(0.13, 0.2);
    for (int n = 0; n < times; n++) {
      double sign = n % 2 == 0 ? 1 : -1;
      elbow[s].move(now, now + quick, 1.6 + sign * 0.35);
      wrist[s].move(now, now + quick, sign * 0.45);
      now += quick;
    }
    wrist[s].move(now, now + 0.3, 0);
    armsDown(0.6);
  }

  void nods(int times) {
    for (int n = 0; n < times; n++) {
      double t = between(0.17, 0.26);
      nod.move(now, now + t, 0.22);
      nod.move(now + t, now + 2 * t, 0);
      now += 2 * t;
    }
  }

  /** A flick of a hand, as if to strike something. */
  void strike() {
    int s = random.nextInt(2);
    front[s].move(now, now + 0.35, 0.6);
    elbow[s].move(now, now + 0.35, 2.1);
    twist.move(now, now + 0.35, (s == 0 ? 1 : -1) * 0.35);
    now += 0.35;
    double quick = between(0.12, 0.18);
    front[s].move(now, now + quick, 1.45);
    elbow[s].move(now, now + quick, 0.2);
    twist.move(now, now + quick, (s == 0 ? -1 : 1) * 0.35);
    now += quick + 0.1;
    armsDown(0.5);
  }

  void hop(double ahead) {
    height.move(now, now + 0.4, 0.8);
    bend.move(now, now + 0.4, 0.4);
    now += 0.4;
    double air = between(0.36, 0.46);
    double heading = yaw.last();
    for (int s = 0; s < 2; s++) {
      front[s].move(now, now + 0.25, 1.2);
      feet[s].heelUp.move(now, now + 0.2, 0.55);
      feet[s].heelUp.move(now + 0.2, now + 0.2 + 0.8 * air, 0.1);
      feet[s].heelUp.move(now + 0.2 + 0.8 * air, now + 0.26 + air, 0);
      feet[s].swing(
          now + 0.2,
          now + 0.2 + air,
          feet[s].x.last() + ahead * Math.sin(heading),
          feet[s].z.last() + ahead * Math.cos(heading),
          feet[s].yaw.last(),
          between(0.1, 0.13));
    }
    height.move(now, now + 0.2 + 0.4 * air, 1.1);
    x.move(now, now + 0.2 + air, midX() - 0.55 * build.footM * Math.sin(heading));
    z.move(now, now + 0.2 + air, midZ() - 0.55 * build.footM * Math.cos(heading));
    height.move(now + 0.2 + 0.4 * air, now + 0.35 + air, 0.85);
    height.move(now + 0.35 + air, now + 0.8 + air, 1);
    bend.move(now + 0.35 + air, now + 0.8 + air, 0);
    now += 0.35 + air;
    armsDown(0.5);
  }

  /** Small quick steps on the spot. */
  void dance(int steps) {
    for (int n = 0; n < steps; n++) {
      int s = n % 2;
      double quick = between(0.2, 0.28);
      double aside = (n / 2 % 2 == 0 ? 1 : -1) * 0.1 * h();
      MateFoot foot = feet[s];
      foot.heelUp.move(now, now + 0.3 * quick, 0.3);
      foot.heelUp.move(now + 0.3 * quick, now + quick, 0);
      double x1 = foot.x.last() + aside * Math.cos(yaw.last());
      double z1 = foot.z.last() - aside * Math.sin(yaw.last());
      foot.swing(now + 0.1 * quick, now + quick, x1, z1, foot.yaw.last(), 0.04);
      settle(quick, n % 2 == 0 ? 0.95 : 0.985);
      side.move(now, now + quick, (s == 0 ? 1 : -1) * 0.12);
      for (int a = 0; a < 2; a++) {
        elbow[a].move(now, now + quick, n % 2 == a ? 1.4 : 0.8);
      }
      now += quick;
    }
    side.move(now, now + 0.3, 0);
    settle(0.4, 1);
    armsDown(0.4);
  }

  void sit(double hold) {
    double heading = yaw.last();
    double back = between(0.2, 0.24) * h();
    double t = 1.1;
    x.move(now, now + t, midX() - back * Math.sin(heading));
    z.move(now, now + t, midZ() - back * Math.cos(heading));
    height.move(now, now + t, 0.53);
    bend.move(now, now + 0.6 * t, 0.7);
    bend.move(now + 0.6 * t, now + t, 0.1);
    now += t + hold;
    bend.move(now, now + 0.5, 0.7);
    now += 0.5;
    bend.move(now, now + t, 0);
    settle(t, 1);
    now += t;
  }

  /** Kneels on one knee, its foot standing on the bent toes. */
  void kneel(int s, double hold) {
    step(1 - s, 0.3 * h(), 0, 0, 0.6, 0.1);
    double t = 1;
    feet[s].heelUp.move(now, now + t, between(0.95, 1.15));
    double heading = yaw.last();
    height.move(now, now + t, 0.53);
    double ahead = feet[s].z.last();
    double kx = feet[s].x.last() * 0.6 + feet[1 - s].x.last() * 0.4;
    double kz = ahead * 0.6 + feet[1 - s].z.last() * 0.4;
    x.move(now, now + t, kx + 0.02 * h() * Math.sin(heading));
    z.move(now, now + t, kz + 0.02 * h() * Math.cos(heading));
    bend.move(now, now + t, 0.2);
    now += t + hold;
    height.move(now, now + t, 0.96);
    bend.move(now, now + t, 0);
    feet[s].heelUp.move(now + 0.3 * t, now + t, 0.35);
    now += t;
    feet[s].heelUp.move(now, now + 0.5, 0);
    feet[s].swing(
        now,
        now + 0.5,
        feet[s].x.last() + 0.3 * h() * Math.sin(heading),
        feet[s].z.last() + 0.3 * h() * Math.cos(heading),
        feet[s].yaw.last(),
        0.05);
    settle(0.55, 1);
    armsDown(0.56);
  }

  /** Sits down on the floor, stretches the legs out on their heels, lies back and gets up again. */
  void lie(double hold) {
    double heading = yaw.last();
    double t = 1.2;
    double back = 0.16 * h();
    x.move(now, now + t, midX() - back * Math.sin(heading));
    z.move(now, now + t, midZ() - back * Math.cos(heading));
    height.move(now, now + t, 0.24);
    bend.move(now, now + t, 0.9);
    now += t;
    double[] out = {between(0.36, 0.4) * h(), between(0.36, 0.4) * h()};
    for (int k = 0; k < 2; k++) {
      feet[k].toesUp.move(now, now + 0.7, 0.9);
      slide(feet[k], now + 0.1 * k, now + 0.8, out[k], 0.04);
    }
    height.move(now, now + 0.8, 0.13);
    now += 0.8;
    pitch.move(now, now + t, -Math.PI / 2 + 0.1);
    bend.move(now, now + t, 0);
    now += t + hold;
    bend.move(now, now + t, 0.9);
    pitch.move(now, now + t, 0);
    now += t;
    for (int k = 0; k < 2; k++) {
      slide(feet[k], now + 0.1 * k, now + 0.8, -out[k], 0.04);
      feet[k].toesUp.move(now + 0.1, now + 0.8, 0);
    }
    height.move(now, now + 0.8, 0.24);
    now += 0.8;
    bend.move(now, now + t, 0);
    settle(t, 1);
    now += t;
    armsDown(0.4);
  }

  /** A foot goes ahead, low over the ground, without turning. */
  private void slide(MateFoot foot, double from, double to, double ahead, double lift) {
    double heading = yaw.last();
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
    height.move(now, now + t, 0.7);
    bend.move(now, now + t, 0.9);
    pitch.move(now, now + t, 0.9);
    for (int s = 0; s < 2; s++) {
      front[s].move(now, now + t, 1.4);
      out[s].move(now, now + t, 0.45);
      elbow[s].move(now, now + t, 0.05);
    }
    now += t;
    for (int s = 0; s < 2; s++) {
      free[s].move(now, now + 0.6 * t, 1);
      hip[s].move(now, now + t, 0);
      knee[s].move(now, now + 0.1, 1.5);
      knee[s].move(now + 0.6 * t, now + t, 0.03);
      ankle[s].move(now, now + t, -0.5);
      front[s].move(now, now + t, 3.05);
    }
    double full = build.legM() + build.ankleM;
    double up = (0.31 * h() + 0.1 * h() + 0.24 * h()) / full;
    height.move(now, now + t, up + 0.12);
    pitch.move(now, now + t, Math.PI);
    bend.move(now, now + t, 0);
    now += t + hold;
    pitch.move(now, now + t, 0.9);
    bend.move(now, now + t, 0.9);
    height.move(now, now + t, 0.7);
    for (int s = 0; s < 2; s++) {
      knee[s].move(now, now + 0.4 * t, 1.5);
      free[s].move(now + 0.4 * t, now + t, 0);
      ankle[s].move(now, now + t, 0);
      front[s].move(now, now + t, 1.4);
    }
    now += t;
    pitch.move(now, now + t, 0);
    bend.move(now, now + t, 0);
    settle(t, 1);
    armsDown(t);
  }

  /** Goes down on hands and knees, stays and crawls a little without leaving the toes. */
  void crawl(double hold) {
    double t = 1.3;
    double heading = yaw.last();
    height.move(now, now + t, 0.5);
    pitch.move(now, now + t, 1.4);
    bend.move(now, now + t, 0.1);
    nod.move(now, now + t, -0.6);
    x.move(now, now + t, midX() + 0.12 * h() * Math.sin(heading));
    z.move(now, now + t, midZ() + 0.12 * h() * Math.cos(heading));
    for (int s = 0; s < 2; s++) {
      feet[s].heelUp.move(now, now + t, between(1, 1.2));
      front[s].move(now, now + t, 1.5);
      elbow[s].move(now, now + t, 0.1);
      double aside = (s == 0 ? 1 : -1) * 0.11 * h();
      double ahead = 0.42 * h();
      handX[s].move(now, now + 0.1, midX() + ahead * Math.sin(heading) + aside * Math.cos(heading));
      handZ[s].move(now, now + 0.1, midZ() + ahead * Math.cos(heading) - aside * Math.sin(heading));
      handDown[s].move(now + 0.3 * t, now + t, 1);
    }
    now += t;
    int rocks = (int) Math.max(1, hold / 1.2);
    for (int n = 0; n < rocks; n++) {
      double by = (n % 2 == 0 ? 0.02 : -0.02) * h();
      x.move(now, now + 0.6, x.last() + by * Math.sin(heading));
      z.move(now, now + 0.6, z.last() + by * Math.cos(heading));
      now += 0.7;
    }
    nod.move(now, now + t, 0);
    pitch.move(now, now + t, 0);
    bend.move(now, now + t, 0);
    for (int s = 0; s < 2; s++) {
      feet[s].heelUp.move(now + 0.3 * t, now + t, 0);
      handDown[s].move(now, now + 0.6 * t, 0);
    }
    settle(t, 1);
    armsDown(t);
  }

  /** Shifts the weight a little and looks about. */
  void idle(double seconds) {
    double end = now + seconds;
    while (now < end) {
      double t = between(0.8, 2);
      double aside = between(-0.025, 0.025) * h();
      double heading = yaw.last();
      double back = 0.55 * build.footM;
      x.move(now, now + t, midX() - back * Math.sin(heading) + aside * Math.cos(heading));
      z.move(now, now + t, midZ() - back * Math.cos(heading) - aside * Math.sin(heading));
      height.move(now, now + t, between(0.975, 1));
      look.move(now, now + t, between(-0.7, 0.7));
      side.move(now, now + t, between(-0.06, 0.06));
      nod.move(now, now + t, between(-0.1, 0.2));
      int s = random.nextInt(2);
      if (random.nextInt(3) == 0) {
        double angle = between(0.05, 0.3);
        feet[s].heelUp.move(now, now + 0.45 * t, angle);
        feet[s].heelUp.move(now + 0.5 * t, now + 0.95 * t, 0);
      }
      elbow[s].move(now, now + t, between(0.1, 1.2));
      now += t;
    }
    nod.move(now, now + 0.4, 0);
    look.move(now, now + 0.4, 0);
    side.move(now, now + 0.4, 0);
    settle(0.5, 1);
    armsDown(0.5);
  }
}
