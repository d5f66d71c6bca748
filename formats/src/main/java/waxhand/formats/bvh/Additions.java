package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.formats.Up;

/**
 * What a clip needs in a file beyond the channels that its hierarchy has: a pass may let bones
 * stretch and turn joints for which nothing was captured.
 *
 * @param places joints that move though the file has no positions of them: these come first
 * @param turns joints that turn by angles that the file does not have: those come last
 */
record Additions(BitSet places, BitSet turns) {
  /** Less is no turn, radians. */
  private static final double STILL_RAD = 1e-7;

  /**
   * @param layout channels of the file
   * @param raw the clip that the file holds, where it has the same frames: what is as it was there
   *     has the channels it needs
   */
  static Additions to(BvhJoint[] layout, Clip clip, Optional<Clip> raw, Up up) {
    BitSet places = new BitSet();
    BitSet turns = new BitSet();
    for (int j = 0; j < layout.length; j++) {
      places.set(j, clip.hasTranslation(j) && !layout[j].hasPosition());
      turns.set(j, !layout[j].missing().isEmpty() && turnsBeyond(layout[j], j, clip, raw, up));
    }
    return new Additions(places, turns);
  }

  /** Whether a joint turns by angles that its file does not have. */
  private static boolean turnsBeyond(BvhJoint joint, int j, Clip clip, Optional<Clip> raw, Up up) {
    double[] q = new double[4];
    double[] near = new double[3];
    double[] angles = new double[3];
    for (int f = 0; f < clip.frames(); f++) {
      if (raw.isPresent() && raw.get().rotation(j).sameAt(f, clip.rotation(j))) {
        continue;
      }
      clip.rotation(j).read(f, q, 0);
      up.toFile(q, 0);
      joint.angles().fromQuaternion(q, 0, near, angles);
      for (int n = 3 - joint.missing().size(); n < 3; n++) {
        if (!(Math.abs(angles[n]) < STILL_RAD)) {
          return true;
        }
      }
      System.arraycopy(angles, 0, near, 0, 3);
    }
    return false;
  }

  /** All channels of a joint, in their order. */
  List<Channel> channels(BvhJoint joint, int j) {
    List<Channel> all = new ArrayList<>();
    if (places.get(j)) {
      all.addAll(BvhJoint.PLACES);
    }
    all.addAll(joint.channels());
    if (turns.get(j)) {
      all.addAll(joint.missing());
    }
    return all;
  }

  boolean isEmpty() {
    return places.isEmpty() && turns.isEmpty();
  }

  /** Those of two clips that are written to one file. */
  Additions with(Additions other) {
    BitSet both = (BitSet) places.clone();
    both.or(other.places);
    BitSet turned = (BitSet) turns.clone();
    turned.or(other.turns);
    return new Additions(both, turned);
  }
}
