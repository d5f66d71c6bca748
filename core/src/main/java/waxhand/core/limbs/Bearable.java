package waxhand.core.limbs;

import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.scene.Motion;

/**
 * What a leg may do without being steadied, whatever was captured near: some takes are quick all
 * over, and feet that are held to the spot are worth a snap no harder than others in them.
 *
 * @param snapRadS2 how hard a knee may change the speed of its bend, rad/s², 0 or more
 * @param leapRadS how fast a joint may turn, rad/s, 0 or more
 */
public record Bearable(double snapRadS2, double leapRadS) {
  public Bearable {
    if (!(snapRadS2 >= 0) || !(leapRadS >= 0)) {
      throw new IllegalArgumentException(
          "snapRadS2 is " + snapRadS2 + " and leapRadS " + leapRadS + ", not both 0 or more");
    }
  }

  /** Everything is measured by what was captured near. */
  public static final Bearable NONE = new Bearable(0, 0);

  /**
   * What legs do at their hardest in a motion.
   *
   * @param times so many times as much, above 0
   */
  public static Bearable asIn(Motion motion, double times) {
    Clip clip = motion.clip();
    double snap = 0;
    double leap = 0;
    double[] q = new double[4 * clip.frames()];
    for (Limb limb : Limb.of(motion.body())) {
      for (int j : limb.leg() ? limb.joints() : new int[0]) {
        clip.rotation(j).read(clip.allFrames(), q);
        for (int n = 0; n + 1 < clip.frames(); n++) {
          leap = Math.max(leap, clip.rateHz() * Quats.angle(q, 4 * n, q, 4 * n + 4));
        }
        if (j == limb.middle()) {
          for (double bend : Jerks.bends(q, limb.hinge(), clip.rateHz())) {
            snap = Math.max(snap, bend);
          }
        }
      }
    }
    return new Bearable(times * snap, times * leap);
  }
}
