package waxhand.desk.curves;

import waxhand.core.motion.Frames;

/** What a drag of a region of curves does to the take. */
public interface RegionDrag {
  /**
   * @param component of the quantity that is dragged
   * @param region in frames of the raw take
   * @param value by how much it is dragged, in the quantity's unit
   * @param frames by how many it is dragged in time; 0 where it is dragged in value
   */
  void drag(int joint, Quantity quantity, int component, Frames region, double value, int frames);

  void release();
}
