package waxhand.bench;

import java.util.Arrays;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.actor.Score;

/** Puts the props of a rehearsal where an artist would: under the hands that rest on them. */
final class Things {
  private Things() {}

  static Motion placed(Rehearsal take, Motion motion) {
    Motion with = motion;
    int n = 0;
    for (Contact contact : take.contacts()) {
      if (contact.part().isHand() && n < take.things().size()) {
        Prop thing = thing(take.things().get(n), n, contact, motion);
        with = with.with(with.get(Props.KIND).plus(thing));
        n++;
      }
    }
    return with;
  }

  private static Prop thing(Score.Thing thing, int n, Contact contact, Motion motion) {
    ContactPart hand = contact.part();
    Frames run = contact.frames();
    double[][] places = new double[3][run.count()];
    double[] p = new double[3];
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    for (int f = run.from(); f < run.to(); f++) {
      pose.solve(motion.clip(), f);
      hand.place(motion.body(), pose, p, 0);
      for (int i = 0; i < 3; i++) {
        places[i][f - run.from()] = p[i];
      }
    }
    for (double[] axis : places) {
      Arrays.sort(axis);
    }
    int middle = run.count() / 2;
    double top = places[1][middle] - hand.on(motion.body()).orElseThrow().radiusM();
    double[] path = new double[7 * motion.clip().frames()];
    for (int f = 0; f < motion.clip().frames(); f++) {
      path[7 * f] = places[0][middle];
      path[7 * f + 1] = top - thing.height();
      path[7 * f + 2] = places[2][middle];
      path[7 * f + 6] = 1;
    }
    Shape shape = new Shape.Cylinder(thing.width(), thing.height());
    return new Prop(thing.name() + " " + n, shape, "slate", PropPath.adopt(path));
  }
}
