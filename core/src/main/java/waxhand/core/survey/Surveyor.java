package waxhand.core.survey;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Floor;
import waxhand.core.contact.Ground;
import waxhand.core.contact.KnownContacts;
import waxhand.core.gaps.StillStretches;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Surveys a motion block by block, on all processors, and keeps the marks of each block. Asked
 * again with a motion that shares samples with the last one, it looks only at blocks that changed.
 * A finding depends on the motion alone, never on what was surveyed before.
 *
 * <p>Used by one thread at a time.
 */
public final class Surveyor {
  private static final int BLOCK = StillStretches.BLOCK;

  /** A floor that moved by less leaves the marks of feet as they are, metres. */
  private static final double SAME_FLOOR = 5e-4;

  /** Floors are compared within this distance of the origin, metres. */
  private static final double WIDE = 5;

  private Motion last;
  private Ground ground;
  private List<List<Mark>> marks = List.of();
  private long blocksSurveyed;

  /** How many blocks have been looked at since the start. */
  public long blocksSurveyed() {
    return blocksSurveyed;
  }

  /**
   * Finds what is wrong with a motion.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped; the next call
   *     then begins where the last whole survey was
   */
  public Survey survey(Motion motion, Work work) {
    Clip clip = motion.clip();
    if (clip.frames() < 3) {
      last = null;
      return Survey.NOTHING;
    }
    int reach = reach(clip.rateHz());
    int blocks = (clip.frames() + BLOCK - 1) / BLOCK;
    double floor = Floor.rounded(motion);
    Ground under = Ground.found(motion, floor);
    boolean fresh =
        last == null
            || last.body() != motion.body()
            || marks.size() != blocks
            || last.clip().rateHz() != clip.rateHz()
            || !isAlike(under);
    BitSet stale = new BitSet();
    for (int b = 0; b < blocks; b++) {
      Frames run =
          block(b).grown(Math.max(reach, FlipWatch.reach(clip.rateHz()))).within(clip.allFrames());
      if (fresh || !shares(motion, last, run)) {
        stale.set(b);
      }
    }
    List<List<Mark>> found = new ArrayList<>(marks);
    while (found.size() < blocks) {
      found.add(List.of());
    }
    look(motion, stale, under, reach, found, work);
    marks = new ArrayList<>(found.subList(0, blocks));
    ground = under;
    last = motion;
    blocksSurveyed += stale.cardinality();
    List<Mark> all = new ArrayList<>();
    marks.forEach(all::addAll);
    return new Survey(new Sorting(motion, floor).findings(all), floor);
  }

  private static int reach(double rateHz) {
    return StillStretches.reach(rateHz) + 16;
  }

  private static Frames block(int b) {
    return new Frames(b * BLOCK, (b + 1) * BLOCK);
  }

  private boolean isAlike(Ground other) {
    return ground.props().equals(other.props())
        && ground.floor().farthest(other.floor(), WIDE) <= SAME_FLOOR;
  }

  private static boolean shares(Motion now, Motion before, Frames run) {
    if (!KnownContacts.of(now).within(run).equals(KnownContacts.of(before).within(run))
        || !Filled.of(now).within(run).equals(Filled.of(before).within(run))) {
      return false;
    }
    Clip a = now.clip();
    Clip b = before.clip();
    for (int j = 0; j < a.skeleton().size(); j++) {
      if (!a.rotation(j).shares(run, b.rotation(j)) || !sharesTravel(a, b, j, run)) {
        return false;
      }
    }
    return true;
  }

  private static boolean sharesTravel(Clip a, Clip b, int joint, Frames run) {
    Track mine = a.translation(joint);
    Track other = b.translation(joint);
    return mine == other || mine != null && other != null && mine.shares(run, other);
  }

  /** What one thread needs, made once and used for block after block. */
  private static final class Desk {
    final Window window;
    final List<Watch> watches;

    Desk(Motion motion, int most, Ground ground) {
      window = new Window(motion, most, ground);
      watches =
          List.of(
              new NoiseWatch(motion.body()),
              new FlipWatch(motion),
              new StillWatch(motion),
              new JoltWatch(reaches(motion)),
              new BendWatch(motion.body()),
              new CollisionWatch(motion.body()),
              new ContactWatch(ContactPart.pointsOf(motion.body())),
              new ShakeWatch());
    }
  }

  private static double[] reaches(Motion motion) {
    var skeleton = motion.clip().skeleton();
    double[] reach = new double[skeleton.size()];
    for (int j = skeleton.size() - 1; j > 0; j--) {
      int p = skeleton.parent(j);
      if (p >= 0) {
        reach[p] = Math.max(reach[p], reach[j] + skeleton.joint(j).offset().length());
      }
    }
    return reach;
  }

  private static void look(
      Motion motion, BitSet stale, Ground ground, int reach, List<List<Mark>> found, Work work) {
    int[] list = stale.stream().toArray();
    Queue<Desk> desks = new ConcurrentLinkedQueue<>();
    AtomicInteger done = new AtomicInteger();
    Frames all = motion.clip().allFrames();
    BitSet members = motion.body().members();
    int most = Math.min(all.count(), BLOCK + 2 * reach);
    IntStream.range(0, list.length)
        .parallel()
        .forEach(
            n -> {
              work.check();
              Desk desk = desks.poll();
              if (desk == null) {
                desk = new Desk(motion, most, ground);
              }
              Frames block = block(list[n]).within(all);
              desk.window.load(block, reach);
              Marks marks = new Marks(block, members);
              for (Watch watch : desk.watches) {
                watch.look(desk.window, marks);
              }
              desks.add(desk);
              found.set(list[n], marks.all());
              work.done(done.incrementAndGet() / (double) list.length);
            });
  }
}
