package waxhand.rehearsal.actor;

import waxhand.core.contact.ContactPart;

/** What the deckhand does on the spot, with props: written into a score, each from where it is. */
public final class DeckWork {
  private final Score score;

  public DeckWork(Score score) {
    this.score = score;
  }

  /** Squats to the crate in front, grips it, lifts it and stands. */
  public void lift() {
    squat();
    score.grip.key(score.now, 0);
    score.grip.key(score.now + 0.34, 1);
    double grab = score.now + 0.34;
    score.events.add(new Score.Event("grab", "left-hand", grab));
    score.events.add(new Score.Event("grab", "right-hand", grab));
    score.now = grab + 0.25;
    score.crateSpots.add(
        new double[] {grab + 0.02, cratePlace()[0], cratePlace()[1], score.heading});
    score.holdAll();
    score.crateUp.key(score.now, 0);
    score.rise(0.95);
    score.crateUp.key(score.now - 0.1, 1);
    score.now += 0.15;
    score.holdAll();
  }

  /** Squats, sets the crate down, lets go and stands. */
  public void setDown() {
    score.crateUp.hold(score.now);
    squat();
    score.crateUp.key(score.now + 0.05, 0);
    double free = score.now + 0.3;
    score.crateSpots.add(new double[] {free, cratePlace()[0], cratePlace()[1], score.heading});
    score.events.add(new Score.Event("set-down", "crate", score.now + 0.05));
    score.events.add(new Score.Event("release", "left-hand", free));
    score.events.add(new Score.Event("release", "right-hand", free));
    score.grip.key(free, 1);
    score.grip.key(free + 0.3, 0);
    score.now = free + 0.12;
    score.rise(0.85);
  }

  /** Where a crate stands that can be gripped from here. */
  private double[] cratePlace() {
    double ahead = 0.245 * score.h;
    return new double[] {
      score.px + ahead * Math.sin(score.heading), score.pz + ahead * Math.cos(score.heading)
    };
  }

  private void squat() {
    score.holdAll();
    double t = score.now + 0.85 * score.tempo;
    score.drop.key(score.now + 0.12, score.drop.last() + 0.003);
    score.drop.key(t, 0.262);
    score.drop.key(t + 0.1, 0.266);
    score.lean.key(t, Math.toRadians(57));
    score.back.key(t, 0.075);
    score.now = t + 0.1;
    score.drop.hold(score.now);
    score.lean.hold(score.now);
    score.back.hold(score.now);
  }

  /** Raises the lantern in the right hand, or lowers it. */
  public void lantern(boolean up) {
    score.lantern.hold(score.now);
    score.lantern.key(score.now + 0.6, up ? 1 : 0);
    score.stand(0.7);
  }

  /**
   * Hauls a line hand over hand: one hand pulls while the other reaches out for the next grip.
   *
   * @param pulls how many
   * @param quick 1 for steady work
   */
  public void haul(int pulls, double quick) {
    score.holdAll();
    double pull = 0.62 * score.tempo / quick;
    double reach = 0.4 * score.tempo / quick;
    for (int s = 0; s < 2; s++) {
      score.hands.get(s).take(score.now, score.now + 0.55, place(s, 0.2, 0.62));
    }
    score.now += 0.6;
    score.lean.key(score.now, Math.toRadians(4));
    score.back.key(score.now, 0.02);
    int s = 0;
    for (int n = 0; n < pulls; n++) {
      HandPath hand = score.hands.get(s);
      hand.go(score.now, score.now + reach, place(s, 0.4, 0.72));
      double grab = score.now + reach;
      score.events.add(new Score.Event("grab", s == 0 ? "left-hand" : "right-hand", grab));
      hand.go(grab + 0.06, grab + 0.06 + pull, place(s, 0.17, 0.6));
      double sway = (s == 0 ? 1 : -1) * 0.006 * score.h;
      score.x.key(grab, score.px + sway * Math.cos(score.heading));
      score.z.key(grab, score.pz - sway * Math.sin(score.heading));
      score.lean.key(grab, Math.toRadians(13));
      score.lean.key(grab + 0.06 + 0.8 * pull, Math.toRadians(-4));
      score.back.key(grab, 0.0);
      score.back.key(grab + 0.06 + 0.8 * pull, 0.045);
      score.drop.key(grab, 0.02);
      score.drop.key(grab + 0.06 + 0.8 * pull, 0.045);
      score.now = grab + 0.06 + 0.8 * pull;
      s = 1 - s;
    }
    score.now += 0.3;
    for (int side = 0; side < 2; side++) {
      score.hands.get(side).free(score.now, score.now + 0.5);
    }
    score.lean.key(score.now + 0.5, 0);
    score.back.key(score.now + 0.5, 0);
    score.drop.key(score.now + 0.5, 0.012);
    score.now += 0.7;
    score.holdAll();
  }

  /** Steps forward, kneels on the right knee with the left hand on a bollard, and rises. */
  public void kneel(double seconds) {
    score.holdAll();
    double t0 = score.now;
    double[] bollard = place(0, 0.46, 0.37);
    bollard[0] += 0.1 * score.h * Math.cos(score.heading);
    bollard[2] -= 0.1 * score.h * Math.sin(score.heading);
    score.px += 0.29 * score.h * Math.sin(score.heading);
    score.pz += 0.29 * score.h * Math.cos(score.heading);
    double strike = t0 + 0.62 * score.tempo;
    score.replaceLast(0, score.last(0).leaving(t0 - 0.02, t0 + 0.2, Math.toRadians(26)));
    Stance step = Stance.landing(score.print(0, 0.25), strike, strike + 0.1, Math.toRadians(14));
    score.stances.get(0).add(step.lifted(0.02 * score.h));
    score.events.add(new Score.Event("strike", "left-heel", strike));
    score.drop.key(t0 + 0.3, 0.03);
    score.drop.key(strike, 0.075);
    score.x.key(strike, score.px - 0.08 * score.h * Math.sin(score.heading));
    score.z.key(strike, score.pz - 0.08 * score.h * Math.cos(score.heading));
    double down = strike + 0.75 * score.tempo;
    HandPath hand = score.hands.get(0);
    hand.take(strike, down - 0.05, bollard);
    score.events.add(new Score.Event("grab", "left-hand", down - 0.05));
    score.kneel.key(strike + 0.3 * score.tempo, 0);
    score.kneel.key(down, 1);
    score.lean.key(strike + 0.2, Math.toRadians(9));
    score.lean.key(down, Math.toRadians(17));
    score.drop.key(down, 0.226);
    score.drop.key(down + 0.15, 0.228);
    score.x.key(down, score.px);
    score.z.key(down, score.pz);
    score.now = down + 0.15;
    score.x.key(score.now, score.px);
    score.z.key(score.now, score.pz);
    score.look.key(score.now, 0.15);
    score.now += seconds;
    score.drop.hold(score.now);
    score.lean.hold(score.now);
    score.look.hold(score.now);
    score.x.key(score.now, score.px);
    score.z.key(score.now, score.pz);
    double up = score.now + 0.95 * score.tempo;
    Stance rear = score.last(1);
    score.replaceLast(
        1, rear.leaving(strike + 0.05, down - 0.05, up - 0.3 * score.tempo, Math.toRadians(62)));
    score.px += 0.25 * score.h * Math.sin(score.heading);
    score.pz += 0.25 * score.h * Math.cos(score.heading);
    score.kneel.hold(score.now);
    score.kneel.key(score.now + 0.5 * score.tempo, 0);
    hand.rest(down - 0.05, score.now + 0.1);
    score.rests.add(new Score.Rest(ContactPart.RIGHT_KNEE, down, score.now));
    score.rests.add(new Score.Rest(ContactPart.LEFT_HAND, down - 0.05, score.now + 0.1));
    score.things.add(
        new Score.Thing(
            "bollard", bollard[0], bollard[2], 0.17 * score.h, bollard[1] - 0.02 * score.h));
    hand.free(score.now + 0.1, up - 0.25);
    score.drop.key(up, 0.03);
    score.lean.key(up, Math.toRadians(3));
    score.look.key(up, 0);
    score.x.key(up, score.px - 0.05 * score.h * Math.sin(score.heading));
    score.z.key(up, score.pz - 0.05 * score.h * Math.cos(score.heading));
    double close = up + 0.35 * score.tempo;
    Stance beside = Stance.landing(score.print(1, 0), close, close + 0.1, Math.toRadians(8));
    score.stances.get(1).add(beside.lifted(0.03 * score.h));
    score.events.add(new Score.Event("strike", "right-heel", close));
    score.lean.key(close, 0);
    score.drop.key(close + 0.2, 0.012);
    score.now = close + 0.3;
    score.holdAll();
  }

  /** A place before the body on a side, ahead and up in shares of its height; metres. */
  private double[] place(int s, double ahead, double up) {
    double aside = (s == 0 ? 1 : -1) * 0.03 * score.h;
    return new double[] {
      score.px + aside * Math.cos(score.heading) + ahead * score.h * Math.sin(score.heading),
      up * score.h,
      score.pz - aside * Math.sin(score.heading) + ahead * score.h * Math.cos(score.heading)
    };
  }
}
