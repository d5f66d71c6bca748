package waxhand.core.plants;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Ground;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;

/** Groups the plants of a foot into footings and finds their spots from the stillest frames. */
public final class Footings {
  /** At most this many frames of a footing are looked at, evenly spread. */
  private static final int SAMPLES = 240;

  /** A resting foot that turns by more turns on its ball, radians. */
  private static final double TURNS = Math.toRadians(12);

  /** It does so where it turns quicker than this, radians a second. */
  private static final double TURNING = Math.toRadians(22);

  /** A prop this near under a foot is what it stands on, metres. */
  private static final double NEAR = 0.08;

  /** A spot that is moved steps up no higher than this, metres. */
  static final double STEP = 0.45;

  /** Spots are kept to this, so that an edit elsewhere does not move them by a hair, metres. */
  private static final double GRAIN = 1e-6;

  private final Motion motion;
  private final Ground ground;

  public Footings(Motion motion, Ground ground) {
    this.motion = motion;
    this.ground = ground;
  }

  /**
   * The footings of both feet, left first, each foot's in the order of time.
   *
   * @param plants of any parts; those of soles that are not muted count
   * @param active frames in which the body may be carried
   * @param follow how much of the feet's slides the body is carried along with, 0 to 1
   * @param rests how the feet lie
   * @param known what came of other plants in the same motion with the same follow; or null
   */
  public FootPlan of(
      List<Plant> plants, Frames active, double follow, Map<Side, FootRest> rests, FootPlan known) {
    List<Footing> bare = groups(plants).stream().map(this::bare).toList();
    boolean alike =
        known != null && known.rests().equals(rests) && sameContacts(bare, known.footings());
    Carry carry = alike ? known.carry() : Carry.of(motion, bare, rests, ground, active, follow);
    List<Footing> footings =
        IntStream.range(0, bare.size())
            .parallel()
            .mapToObj(
                n ->
                    alike && known.footings().get(n).plants().equals(bare.get(n).plants())
                        ? known.footings().get(n)
                        : settled(bare.get(n), carry, rests))
            .toList();
    return new FootPlan(footings, carry, rests);
  }

  /** Whether two lists of footings touch the ground in the same frames with the same parts. */
  private static boolean sameContacts(List<Footing> a, List<Footing> b) {
    if (a.size() != b.size()) {
      return false;
    }
    for (int n = 0; n < a.size(); n++) {
      List<Plant> mine = a.get(n).plants();
      List<Plant> theirs = b.get(n).plants();
      if (mine.size() != theirs.size()) {
        return false;
      }
      for (int k = 0; k < mine.size(); k++) {
        if (mine.get(k).part() != theirs.get(k).part()
            || !mine.get(k).frames().equals(theirs.get(k).frames())) {
          return false;
        }
      }
    }
    return true;
  }

  /** Plants that follow on one another, left foot first. */
  private List<List<Plant>> groups(List<Plant> plants) {
    List<List<Plant>> groups = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      if (motion.body().soles().stream().noneMatch(s -> s.side() == side)) {
        continue;
      }
      List<Plant> own = new ArrayList<>();
      for (Plant plant : plants) {
        boolean inside = plant.frames().from() < motion.clip().frames() && !plant.muted();
        if (inside && plant.part().isSole() && plant.part().side() == side) {
          own.add(plant);
        }
      }
      own.sort(Comparator.comparingInt(p -> p.frames().from()));
      int end = -1;
      for (Plant plant : own) {
        if (groups.isEmpty() || plant.frames().from() > end || end < 0) {
          groups.add(new ArrayList<>());
        }
        groups.get(groups.size() - 1).add(plant);
        end = Math.max(end, plant.frames().to());
      }
    }
    return groups;
  }

  /** A footing whose spot is not known yet. */
  private Footing bare(List<Plant> plants) {
    Frames frames = Frames.NONE;
    for (Plant plant : plants) {
      frames = frames.cover(plant.frames());
    }
    frames = frames.within(motion.clip().allFrames());
    Side side = plants.get(0).part().side();
    return new Footing(side, plants, frames, anchor(plants), 0, 0, 0, List.of());
  }

  /**
   * The place of the sole that the spot is of: the ball, but the toe where the foot is mostly on
   * that alone, else the heel.
   */
  private static int anchor(List<Plant> plants) {
    FrameSet ball = rests(plants, 1);
    FrameSet tip = rests(plants, 2).minus(ball);
    return ball.isEmpty() && tip.isEmpty() ? 0 : ball.count() < tip.count() ? 2 : 1;
  }

  private static FrameSet rests(List<Plant> plants, int place) {
    return FrameSet.of(
        plants.stream().filter(p -> p.part().place() == place).map(Plant::frames).toList());
  }

  private Footing settled(Footing bare, Carry carry, Map<Side, FootRest> rests) {
    Sole sole =
        motion.body().soles().stream()
            .filter(s -> s.side() == bare.side())
            .findFirst()
            .orElseThrow();
    FootRest rest = rests.getOrDefault(bare.side(), FootRest.AS_BUILT);
    FootPose pose = new FootPose(motion.clip(), sole, carry, rest);
    List<Plant> plants = bare.plants();
    int anchor = bare.anchor();
    FrameSet filled = Filled.of(motion).of(motion.clip().skeleton(), sole.foot());
    double[] spot = spot(pose, plants, anchor, bare.frames(), filled);
    Plant.Move move = move(plants, anchor);
    double x = grain(spot[0] + move.x());
    double z = grain(spot[1] + move.z());
    double y = height(spot, bare.frames(), x, z, move) + move.y();
    List<Footing.Segment> segments = turned(segments(bare, pose, filled), move.turnRad());
    return new Footing(bare.side(), plants, bare.frames(), anchor, x, y, z, segments);
  }

  /**
   * Height of what lies under a spot: the floor, or a prop a foot was captured near the top of;
   * where it was moved to by hand, the highest thing it can step on.
   */
  private double height(double[] spot, Frames frames, double x, double z, Plant.Move move) {
    int middle = (frames.from() + frames.to()) / 2;
    if (move.x() != 0 || move.z() != 0) {
      return grain(ground.beneath(middle, x, spot[2] + STEP, z));
    }
    double over = ground.over(middle, spot[0], spot[2], spot[1]);
    double floor = ground.floor().at(x, z);
    double under = spot[2] - over;
    return Math.abs(over) < NEAR && under > floor + NEAR ? grain(under) : floor;
  }

  private static Plant.Move move(List<Plant> plants, int anchor) {
    Plant.Move move = Plant.Move.NONE;
    for (Plant plant : plants) {
      if (!plant.move().isNone() && (move.isNone() || plant.part().place() == anchor)) {
        move = plant.move();
      }
    }
    return move;
  }

  private static List<Footing.Segment> turned(List<Footing.Segment> segments, double by) {
    return segments.stream()
        .map(s -> new Footing.Segment(s.frames(), s.flat(), grain(s.headingRad() + by)))
        .toList();
  }

  private static double grain(double value) {
    return GRAIN * Math.round(value / GRAIN);
  }

  /** Middle place of the anchor in the stiller half of its captured frames: x, z and height. */
  private double[] spot(
      FootPose pose, List<Plant> plants, int anchor, Frames frames, FrameSet filled) {
    int step = Math.max(1, frames.count() / SAMPLES);
    double[][] places = new double[3][frames.count() / step + 1];
    double[] p = new double[3];
    int count = 0;
    for (int f = frames.from(); f < frames.to(); f += step) {
      int frame = f;
      if (!filled.contains(f)
          && plants.stream()
              .anyMatch(q -> q.part().place() == anchor && q.frames().contains(frame))) {
        pose.load(f);
        pose.fromAnkle(anchor, pose.foot, pose.toes, p);
        places[0][count] = p[0] + pose.ankle[0];
        places[1][count] = p[2] + pose.ankle[2];
        places[2][count] = p[1] + pose.ankle[1] - pose.above[anchor];
        count++;
      }
    }
    if (count == 0) {
      // held only between the frames looked at, or where it was not captured
      for (Plant plant : plants) {
        if (plant.part().place() == anchor) {
          pose.load(plant.frames().from());
          pose.fromAnkle(anchor, pose.foot, pose.toes, p);
          return new double[] {
            p[0] + pose.ankle[0], p[2] + pose.ankle[2], p[1] + pose.ankle[1] - pose.above[anchor]
          };
        }
      }
    }
    double[] speeds = new double[count];
    for (int n = 0; n < count; n++) {
      int a = Math.max(0, n - 1);
      int b = Math.min(count - 1, n + 1);
      speeds[n] =
          Math.hypot(places[0][b] - places[0][a], places[1][b] - places[1][a]) / Math.max(1, b - a);
    }
    double[] sorted = speeds.clone();
    Arrays.sort(sorted);
    double still = sorted[count / 2];
    double[] spot = new double[3];
    for (int i = 0; i < 3; i++) {
      double[] kept = new double[count];
      int many = 0;
      for (int n = 0; n < count; n++) {
        if (speeds[n] <= still) {
          kept[many++] = places[i][n];
        }
      }
      Arrays.sort(kept, 0, many);
      spot[i] = many % 2 == 1 ? kept[many / 2] : 0.5 * (kept[many / 2 - 1] + kept[many / 2]);
    }
    return spot;
  }

  private List<Footing.Segment> segments(Footing footing, FootPose pose, FrameSet filled) {
    List<Footing.Segment> segments = new ArrayList<>();
    Frames frames = footing.frames();
    List<Frames> flats = new ArrayList<>();
    int from = -1;
    int flatFrom = -1;
    for (int f = frames.from(); f <= frames.to(); f++) {
      boolean inside = f < frames.to();
      boolean heel = inside && footing.holds(0, f);
      boolean ball = inside && footing.holds(1, f);
      boolean toe = inside && footing.holds(2, f);
      boolean flat = heel && (ball || toe);
      if (flat && flatFrom < 0) {
        flatFrom = f;
      } else if (!flat && flatFrom >= 0) {
        flats.add(new Frames(flatFrom, f));
        flatFrom = -1;
      }
      if (flat || ball && toe) {
        from = from < 0 ? f : from;
      } else if (from >= 0) {
        add(segments, new Frames(from, f), flats, pose, filled);
        flats.clear();
        from = -1;
      }
    }
    return segments;
  }

  /** A segment for each stretch in which the foot lies flat: between two of them its heel is up. */
  private void add(
      List<Footing.Segment> segments,
      Frames run,
      List<Frames> flats,
      FootPose pose,
      FrameSet filled) {
    if (flats.isEmpty()) {
      for (Frames part : steady(pose, run, false)) {
        segments.add(
            new Footing.Segment(part, Frames.NONE, heading(pose, part, Frames.NONE, filled)));
      }
    }
    for (int n = 0; n < flats.size(); n++) {
      int from = n == 0 ? run.from() : flats.get(n).from();
      int to = n == flats.size() - 1 ? run.to() : flats.get(n).to();
      for (Frames part : steady(pose, new Frames(from, to), true)) {
        Frames lying = flats.get(n).within(part);
        segments.add(new Footing.Segment(part, lying, heading(pose, part, lying, filled)));
      }
    }
  }

  /** The stretches of a run in which the foot does not turn: all of it where it hardly does. */
  private List<Frames> steady(FootPose pose, Frames run, boolean byFoot) {
    int step = Math.max(1, (int) Math.round(motion.clip().rateHz() / 30));
    int count = (run.count() - 1) / step + 1;
    double[] heading = new double[count];
    double least = 0;
    double most = 0;
    for (int n = 0; n < count; n++) {
      pose.load(run.from() + n * step);
      double is = pose.heading(byFoot ? pose.foot : pose.toes);
      heading[n] = n == 0 ? is : heading[n - 1] + wrapped(is - heading[n - 1]);
      least = Math.min(least, heading[n] - heading[0]);
      most = Math.max(most, heading[n] - heading[0]);
    }
    if (most - least < TURNS) {
      return List.of(run);
    }
    double quick = TURNING * step / motion.clip().rateHz();
    List<Frames> steady = new ArrayList<>();
    int from = -1;
    for (int n = 0; n <= count; n++) {
      boolean calm =
          n < count
              && Math.abs(heading[Math.min(count - 1, n + 1)] - heading[Math.max(0, n - 1)])
                  < 2 * quick;
      if (calm && from < 0) {
        from = n;
      }
      if (!calm && from >= 0) {
        int a = run.from() + from * step;
        int b = n == count ? run.to() : run.from() + n * step;
        steady.add(new Frames(a, b));
        from = -1;
      }
    }
    return steady;
  }

  /** Middle heading: of the foot where it lies flat, else of the toes; where it was captured. */
  private static double heading(FootPose pose, Frames whole, Frames flat, FrameSet filled) {
    Frames run = flat.isEmpty() ? whole : flat;
    int step = Math.max(1, run.count() / SAMPLES);
    double[] off = new double[run.count() / step + 1];
    int count = 0;
    double first = 0;
    for (int f = run.from(); f < run.to(); f += step) {
      if (filled.contains(f) && count + (run.to() - 1 - f) / step > 0) {
        continue;
      }
      pose.load(f);
      double heading = pose.heading(flat.isEmpty() ? pose.toes : pose.foot);
      first = count == 0 ? heading : first;
      off[count++] = wrapped(heading - first);
    }
    Arrays.sort(off, 0, count);
    return first + off[count / 2];
  }

  /** An angle brought to -π to π. */
  static double wrapped(double angle) {
    return Math.IEEEremainder(angle, 2 * Math.PI);
  }
}
