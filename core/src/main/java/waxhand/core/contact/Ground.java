package waxhand.core.contact;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.motion.Motion;
import waxhand.core.props.Prop;

/**
 * Everything parts can rest on: the floor and things.
 *
 * @param floor under everything
 * @param props that stand or lie about
 */
public record Ground(FloorPlane floor, List<Prop> props) implements Surface {
  public Ground {
    props = List.copyOf(props);
  }

  /** The floor at a height and the things of a motion. */
  public static Ground of(Motion motion, double floorM) {
    return new Ground(FloorPlane.level(floorM), motion.props());
  }

  @Override
  public double over(int frame, double x, double y, double z) {
    double least = floor.over(frame, x, y, z);
    for (Prop prop : props) {
      double over = prop.outside(frame, x, y, z);
      // the nearest surface is the one that counts, also from just inside
      least = Math.abs(over) < Math.abs(least) || over < least ? over : least;
    }
    return least;
  }

  /** All of them. */
  public List<Surface> surfaces() {
    List<Surface> all = new ArrayList<>();
    all.add(floor);
    props.forEach(p -> all.add(p::outside));
    return all;
  }
}
