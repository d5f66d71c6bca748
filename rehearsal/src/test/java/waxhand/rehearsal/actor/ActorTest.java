package waxhand.rehearsal.actor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

class ActorTest {
  @Test
  void theBuildHasAnAdultsProportionsAndEveryRole() {
    for (boolean fingers : new boolean[] {false, true}) {
      Body body = Body.of(new Build(1.8, fingers).skeleton());
      assertThat(body.heightM()).isCloseTo(1.8, within(0.02));
      assertThat(body.skeleton().size()).isEqualTo(fingers ? 60 : 22);
      for (Role role : Role.values()) {
        boolean wanted =
            role != Role.NECK_2 && role != Role.SPINE_3 && (fingers || !role.isFinger());
        assertThat(body.joint(role).isPresent()).as(role.words()).isEqualTo(wanted);
      }
      assertThat(body.soles()).hasSize(2);
    }
    assertThatThrownBy(() -> new Build(0.2, false)).hasMessageContaining("0.2");
  }

  @Test
  void splinesGoThroughTheirKeysSmoothly() {
    KeySpline spline = new KeySpline();
    assertThat(spline.at(3)).isZero();
    double[] times = {0, 1, 1.5, 4};
    double[] values = {0, 2, 1, 1};
    for (int i = 0; i < 4; i++) {
      spline.key(times[i], values[i]);
    }
    for (int i = 0; i < 4; i++) {
      assertThat(spline.at(times[i])).isCloseTo(values[i], within(1e-12));
    }
    assertThat(spline.at(-5)).isZero();
    assertThat(spline.at(99)).isEqualTo(1);
    double e = 1e-5;
    for (double t : new double[] {1, 1.5}) {
      double before = (spline.at(t) - spline.at(t - e)) / e;
      double after = (spline.at(t + e) - spline.at(t)) / e;
      assertThat(after).isCloseTo(before, within(1e-3));
    }
  }

  @Test
  void aFootRollsFromHeelToFlatToBall() {
    Rehearsal take = Rehearsal.of(Rehearsal.Order.usual(Scene.DECK_WALK, 6, 240, 4));
    Contact heel = null;
    for (Contact contact : take.contacts()) {
      boolean walking = contact.frames().from() > 400 && contact.frames().count() < 300;
      if (contact.part() == ContactPart.LEFT_HEEL && walking && heel == null) {
        heel = contact;
      }
    }
    assertThat(heel).isNotNull();
    int strike = heel.frames().from();
    Contact ball = null;
    for (Contact contact : take.contacts()) {
      if (contact.part() == ContactPart.LEFT_BALL && contact.frames().contains(strike + 80)) {
        ball = contact;
      }
    }
    assertThat(ball).isNotNull();
    // heel first, then the sole; the heel leaves before the ball
    assertThat(ball.frames().from()).isGreaterThan(strike + 10);
    assertThat(ball.frames().to()).isGreaterThan(heel.frames().to() + 10);
    Motion truth = Motion.of(take.truth());
    WorldPose pose = new WorldPose(take.truth().skeleton());
    double[] p = new double[3];
    pose.solve(take.truth(), strike);
    ContactPart.LEFT_BALL.place(truth.body(), pose, p, 0);
    assertThat(p[1]).isBetween(0.02, 0.12);
    pose.solve(take.truth(), ball.frames().to() - 1);
    ContactPart.LEFT_HEEL.place(truth.body(), pose, p, 0);
    assertThat(p[1]).isBetween(0.04, 0.2);
  }

  /** The heel stops at once: that is what a filter must not wash out. */
  @Test
  void aStrikeIsSudden() {
    Rehearsal take = Rehearsal.of(Rehearsal.Order.usual(Scene.DECK_WALK, 6, 240, 4));
    Motion truth = Motion.of(take.truth());
    WorldPose pose = new WorldPose(take.truth().skeleton());
    double[] p = new double[9];
    int strikes = 0;
    for (Contact contact : take.contacts()) {
      int f = contact.frames().from();
      if (contact.part() != ContactPart.RIGHT_HEEL || f < 10) {
        continue;
      }
      for (int k = 0; k < 3; k++) {
        pose.solve(take.truth(), f - 2 + k);
        contact.part().place(truth.body(), pose, p, 3 * k);
      }
      double speed = 240 * Math.hypot(Math.hypot(p[3] - p[0], p[4] - p[1]), p[5] - p[2]);
      assertThat(speed).isGreaterThan(0.25);
      strikes++;
    }
    assertThat(strikes).isGreaterThan(1);
  }

  @Test
  void handsHoldTheCrateTogether() {
    Rehearsal take = Rehearsal.of(Rehearsal.Order.usual(Scene.CRATE_LIFT, 12, 60, 4));
    Score.Event grab = null;
    Score.Event down = null;
    for (Score.Event event : take.events()) {
      grab = grab == null && event.kind().equals("grab") ? event : grab;
      down = down == null && event.kind().equals("set-down") ? event : down;
    }
    assertThat(grab).isNotNull();
    assertThat(down).isNotNull();
    Motion truth = Motion.of(take.truth());
    int left = truth.body().joint(Role.LEFT_HAND).getAsInt();
    int right = truth.body().joint(Role.RIGHT_HAND).getAsInt();
    WorldPose pose = new WorldPose(take.truth().skeleton());
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (int f = (int) (60 * grab.time()) + 8; f < 60 * down.time(); f++) {
      pose.solve(take.truth(), f);
      double d =
          Math.sqrt(
              Math.pow(pose.x(left) - pose.x(right), 2)
                  + Math.pow(pose.y(left) - pose.y(right), 2)
                  + Math.pow(pose.z(left) - pose.z(right), 2));
      least = Math.min(least, d);
      most = Math.max(most, d);
    }
    assertThat(most - least).isLessThan(0.004);
  }
}
