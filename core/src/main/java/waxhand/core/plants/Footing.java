package waxhand.core.plants;

import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;

/**
 * What a foot does from its strike until it leaves: contacts of heel, ball and toe that follow on
 * one another, and the one spot they share on the ground.
 *
 * @param side of the foot
 * @param plants of heel, ball and toe, in the order of time
 * @param frames all of them together
 * @param anchor the place of the sole that the spot is of: ball, toe or heel
 * @param x of the spot, metres
 * @param y metres, up
 * @param z metres
 * @param segments stretches over which the foot keeps its heading, in order
 */
public record Footing(
    Side side,
    List<Plant> plants,
    Frames frames,
    int anchor,
    double x,
    double y,
    double z,
    List<Segment> segments) {

  /**
   * A stretch in which at least two places of the sole rest.
   *
   * @param frames whole
   * @param flat in which heel and ball or toe rest; empty where the heel never does
   * @param headingRad of the line from heel to toe, about the vertical from z to x
   */
  public record Segment(Frames frames, Frames flat, double headingRad) {}

  public Footing {
    plants = List.copyOf(plants);
    segments = List.copyOf(segments);
  }

  /** Whether a place of the sole (0 heel, 1 ball, 2 toe) is held in a frame. */
  public boolean holds(int place, int frame) {
    return plantAt(place, frame) != null;
  }

  /** Whether one place of the sole alone rests, all the time. */
  boolean restsOnOnePlace() {
    ContactPart only = plants.get(0).part();
    for (Plant plant : plants) {
      if (plant.part() != only) {
        return false;
      }
    }
    return true;
  }

  /** The plant that holds a place of the sole in a frame; null where none does. */
  Plant plantAt(int place, int frame) {
    for (Plant plant : plants) {
      if (plant.part().place() == place && plant.frames().contains(frame)) {
        return plant;
      }
    }
    return null;
  }

  /** The segment nearest to a frame; null where there is none. */
  Segment nearest(int frame) {
    Segment best = null;
    int least = Integer.MAX_VALUE;
    for (Segment segment : segments) {
      int from = segment.frames().from() - frame;
      int after = frame - segment.frames().to() + 1;
      int away = Math.max(0, Math.max(from, after));
      if (away < least) {
        least = away;
        best = segment;
      }
    }
    return best;
  }

  /** The heading the print has in a frame, radians; 0 where the foot never lay. */
  public double headingAt(int frame) {
    Segment segment = nearest(frame);
    return segment == null ? 0 : segment.headingRad();
  }

  /** Its frames with those over which the foot is led to it and let go. */
  Frames eased() {
    return new Frames(Math.max(0, frames.from() - easeIn()), frames.to() + easeOut());
  }

  /**
   * The longest stretch in which the foot does not lie flat: so far from a frame can be what its
   * correction is taken from.
   */
  public int longestFree() {
    int longest = 0;
    int from = frames.from();
    for (Segment segment : segments) {
      if (!segment.flat().isEmpty()) {
        longest = Math.max(longest, segment.flat().from() - from);
        from = segment.flat().to();
      }
    }
    return Math.max(longest, frames.to() - from);
  }

  int easeIn() {
    int most = 0;
    for (Plant plant : plants) {
      boolean first = plant.frames().from() == frames.from();
      most = first ? Math.max(most, plant.easeIn()) : most;
    }
    return most;
  }

  int easeOut() {
    int most = 0;
    for (Plant plant : plants) {
      boolean last = plant.frames().to() == frames.to();
      most = last ? Math.max(most, plant.easeOut()) : most;
    }
    return most;
  }

  ContactPart anchorPart() {
    return ContactPart.ofSole(side, anchor);
  }
}
