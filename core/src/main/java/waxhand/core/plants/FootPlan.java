package waxhand.core.plants;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;

/**
 * Where the feet are to stand, and how the body is carried over them.
 *
 * @param footings of both feet, left first, each foot's in the order of time
 * @param carry of the whole body
 * @param rests how the feet lie, by side
 */
public record FootPlan(List<Footing> footings, Carry carry, Map<Side, FootRest> rests) {
  public FootPlan {
    footings = List.copyOf(footings);
    rests = Map.copyOf(rests);
  }

  /** How the foot of a side lies flat. */
  FootRest rest(Side side) {
    return rests.getOrDefault(side, FootRest.AS_BUILT);
  }

  /** How far the anchor of a footing is from its spot in a frame of a clip, metres. */
  public IntToDoubleFunction away(Clip clip, Sole sole, Footing footing) {
    FootPose pose = new FootPose(clip, sole, Carry.NONE, rest(footing.side()));
    double[] p = new double[3];
    return frame -> {
      pose.load(frame);
      pose.fromAnkle(footing.anchor(), pose.foot, pose.toes, p);
      double x = p[0] + pose.ankle[0] - footing.x();
      double y = p[1] + pose.ankle[1] - pose.above[footing.anchor()] - footing.y();
      double z = p[2] + pose.ankle[2] - footing.z();
      return Math.sqrt(x * x + y * y + z * z);
    };
  }

  /** Frames over which footings, with their eases, are not the same as in another. */
  public List<Frames> differing(FootPlan other) {
    List<Frames> differing = new ArrayList<>();
    // most are the very same, so that few need to be compared by what is in them
    Set<Footing> mine = strange(footings, other.footings);
    Set<Footing> theirs = strange(other.footings, footings);
    mine.stream().filter(f -> !theirs.contains(f)).forEach(f -> differing.add(f.eased()));
    theirs.stream().filter(f -> !mine.contains(f)).forEach(f -> differing.add(f.eased()));
    return differing;
  }

  private static Set<Footing> strange(List<Footing> footings, List<Footing> known) {
    Set<Footing> same = Collections.newSetFromMap(new IdentityHashMap<>());
    same.addAll(known);
    Set<Footing> strange = new HashSet<>();
    footings.stream().filter(f -> !same.contains(f)).forEach(strange::add);
    return strange;
  }
}
