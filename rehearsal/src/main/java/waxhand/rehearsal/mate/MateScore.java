package waxhand.rehearsal.mate;

import java.util.SplittableRandom;

/** What the mate does, written down as courses of hips, trunk, head, arms and feet. */
final class MateScore {
  final MateBuild build;
  final SplittableRandom random;
  final MateFoot[] feet = new MateFoot[2];
  final Gaits gaits = new Gaits(this);
  final Stances stances = new Stances(this);
  final Gestures gestures = new Gestures(this);
  final FloorWork floor = new FloorWork(this);
  double now;

  // hips: ahead and aside from the feet's middle, height as a share of standing, turns in radians
  final Course x = new Course(0);
  final Course z = new Course(0);
  final Course height = new Course(1);
  final Course yaw = new Course(0);
  final Course pitch = new Course(0);

  // to the left, over the shoulder, radians, and up from the floor, metres
  final Course roll = new Course(0);
  final Course lift = new Course(0);

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

  double midX() {
    return (feet[0].x.last() + feet[1].x.last()) / 2;
  }

  double midZ() {
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

  void armsDown(double seconds) {
    for (int a = 0; a < 2; a++) {
      front[a].move(now, now + seconds, 0);
      elbow[a].move(now, now + seconds, 0.25);
      out[a].move(now, now + seconds, 0.12);
    }
    twist.move(now, now + seconds, 0);
    now += seconds;
  }
}
