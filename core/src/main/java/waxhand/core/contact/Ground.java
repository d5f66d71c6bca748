package waxhand.core.contact;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.Sole;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/**
 * Everything parts can rest on: the floor and props.
 *
 * @param floor under everything
 * @param props while they stand or lie still; what is carried is no ground
 */
public record Ground(FloorPlane floor, List<Prop> props) implements Surface {
  /** A surface this near has been met, metres. */
  private static final double NEAR = 1e-6;

  private static final int MOST_STEPS = 200;

  /** At most this many frames are looked at for a tilt. */
  private static final int SAMPLES = 3000;

  /** Balls slower than this are taken to rest, m/s. */
  private static final double SLOW = 0.2;

  public Ground {
    props = List.copyOf(props);
  }

  /** The floor at a height and the props of a motion. */
  public static Ground of(Motion motion, double floorM) {
    return new Ground(FloorPlane.level(floorM), Props.of(motion));
  }

  /** The floor at a height, tilted where slow, low feet say so, and the props of a motion. */
  public static Ground found(Motion motion, double floorM) {
    return new Ground(tilted(motion, floorM), Props.of(motion));
  }

  private static FloorPlane tilted(Motion motion, double floorM) {
    Clip clip = motion.clip();
    List<Sole> soles = motion.body().soles();
    int step = Math.max(1, clip.frames() / SAMPLES);
    int apart = (int) Math.max(1, Math.round(0.1 * clip.rateHz()));
    double[] places = new double[3 * soles.size() * (clip.frames() / step + 1)];
    int count = 0;
    int[] joints = soles.stream().mapToInt(Sole::toes).toArray();
    WorldPose now = WorldPose.only(clip.skeleton(), joints);
    WorldPose then = WorldPose.only(clip.skeleton(), joints);
    double[] p = new double[3];
    double[] q = new double[3];
    for (int f = 0; f + apart < clip.frames(); f += step) {
      now.solve(clip, f);
      then.solve(clip, f + apart);
      for (Sole sole : soles) {
        sole.at(1, now, p);
        sole.at(1, then, q);
        double way = Math.hypot(Math.hypot(q[0] - p[0], q[1] - p[1]), q[2] - p[2]);
        if (way * clip.rateHz() / apart < SLOW) {
          System.arraycopy(p, 0, places, 3 * count++, 3);
        }
      }
    }
    return FloorFit.of(places, count, floorM);
  }

  @Override
  public double over(int frame, double x, double y, double z) {
    double least = floor.over(frame, x, y, z);
    for (Prop prop : props) {
      double over = outside(prop, frame, x, y, z);
      // the nearest surface is the one that counts, also from just inside
      least = Math.abs(over) < Math.abs(least) || over < least ? over : least;
    }
    return least;
  }

  /**
   * Height of what lies beneath a place, metres: the first surface met going straight down; the
   * floor's where the place is inside a prop.
   */
  public double beneath(int frame, double x, double y, double z) {
    double height = y;
    for (int step = 0; step < MOST_STEPS; step++) {
      double free = floor.over(frame, x, height, z);
      for (Prop prop : props) {
        free = Math.min(free, outside(prop, frame, x, height, z));
      }
      if (free < 0) {
        return step == 0 ? floor.at(x, z) : height;
      }
      if (free < NEAR) {
        return height;
      }
      height -= free;
    }
    return height;
  }

  private static double outside(Prop prop, int frame, double x, double y, double z) {
    return prop.path().isStill(frame) ? prop.outside(frame, x, y, z) : Double.POSITIVE_INFINITY;
  }

  /** All of them. */
  public List<Surface> surfaces() {
    List<Surface> all = new ArrayList<>();
    all.add(floor);
    for (Prop prop : props) {
      all.add((frame, x, y, z) -> outside(prop, frame, x, y, z));
    }
    return all;
  }
}
