package waxhand.rehearsal;

import java.util.List;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** How far feet are from where they truly are while they swing. */
public final class SwingScore {
  private SwingScore() {}

  /**
   * Root mean square distance of the ankles in frames in which no part of their sole rests, mm; NaN
   * where there are none.
   *
   * @param contacts true ones
   */
  public static double errorMm(Motion truth, Motion motion, List<Contact> contacts) {
    int frames = truth.clip().frames();
    WorldPose a = new WorldPose(truth.clip().skeleton());
    WorldPose b = new WorldPose(motion.clip().skeleton());
    double sum = 0;
    long count = 0;
    for (Sole sole : truth.body().soles()) {
      boolean[] rests = new boolean[frames];
      for (Contact contact : contacts) {
        if (contact.part().isSole() && contact.part().side() == sole.side()) {
          for (int f = contact.frames().from(); f < contact.frames().to(); f++) {
            rests[f] = true;
          }
        }
      }
      for (int f = 0; f < frames; f++) {
        if (!rests[f]) {
          a.solve(truth.clip(), f);
          b.solve(motion.clip(), f);
          for (int i = 3 * sole.foot(); i < 3 * sole.foot() + 3; i++) {
            double d = a.positions()[i] - b.positions()[i];
            sum += d * d;
          }
          count++;
        }
      }
    }
    return 1000 * Math.sqrt(sum / count);
  }
}
