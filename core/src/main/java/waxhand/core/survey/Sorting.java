package waxhand.core.survey;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.gaps.Repeats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.scene.Motion;

/**
 * Makes findings of marks: joins those of one part, leaves out what only follows from another
 * fault, and puts parts that suffer together into one finding.
 */
final class Sorting {
  /** A floor further off than this is a finding of its own, metres. */
  private static final double FLOOR = 0.025;

  /** Kinds that others may follow from, causes of causes first. */
  private static final List<FindingKind> CAUSES =
      List.of(
          FindingKind.FREEZE,
          FindingKind.MISSING,
          FindingKind.FLIP,
          FindingKind.SPIKE,
          FindingKind.OVERBEND,
          FindingKind.COLLISION,
          FindingKind.POP);

  /** Of these one finding tells of all fingers of a hand. */
  private static final Set<FindingKind> OF_HANDS =
      Set.of(FindingKind.JITTER, FindingKind.SPIKE, FindingKind.FLIP);

  /** A joint that is turned by more is not bent, it is turned over. */
  private static final double TURNED_DEG = 100;

  /** A pop is so many times as large as what its top would be as a wild frame. */
  private static final double OVER_SPIKE = 1.3;

  /** What fingers have is so much less bad than what a body has. */
  private static final double OF_FINGERS = 0.6;

  private final Body body;
  private final Skeleton skeleton;
  private final BitSet figure;
  private final Frames all;
  private final double rateHz;
  private final double floorM;
  private final Optional<Repeats> beat;
  private final Sentences sentences;
  private int[] hands;

  Sorting(Motion motion, double floorM) {
    this.body = motion.body();
    this.skeleton = motion.clip().skeleton();
    this.figure = motion.body().figure();
    this.all = motion.clip().allFrames();
    this.rateHz = motion.clip().rateHz();
    this.floorM = floorM;
    this.beat = Repeats.of(motion.clip(), motion.body());
    this.sentences = new Sentences(motion.body(), rateHz);
  }

  List<Finding> findings(List<Mark> marks) {
    Map<FindingKind, List<Mark>> joined = new EnumMap<>(FindingKind.class);
    for (Mark mark : joined(marks)) {
      joined.computeIfAbsent(mark.kind(), k -> new ArrayList<>()).add(mark);
    }
    List<Mark> causes = new ArrayList<>();
    for (FindingKind kind : CAUSES) {
      List<Mark> own = joined.getOrDefault(kind, List.of());
      if (kind == FindingKind.FREEZE) {
        own = own.stream().filter(m -> !isOfBeat(m)).toList();
      }
      if (kind == FindingKind.FLIP) {
        List<Mark> bent = joined.getOrDefault(FindingKind.OVERBEND, List.of());
        own = own.stream().filter(m -> !isBent(m, bent)).toList();
      }
      if (kind == FindingKind.SPIKE) {
        List<Mark> pops = joined.getOrDefault(FindingKind.POP, List.of());
        own = own.stream().filter(m -> !isOfPop(m, pops)).toList();
      }
      List<Mark> kept = own.stream().filter(m -> !follows(m, causes)).toList();
      joined.put(kind, kept);
      causes.addAll(kept);
    }
    List<Finding> findings = new ArrayList<>();
    for (Map.Entry<FindingKind, List<Mark>> entry : joined.entrySet()) {
      List<Mark> kept = entry.getValue();
      if (!isCause(entry.getKey())) {
        kept = kept.stream().filter(m -> !follows(m, causes)).toList();
      }
      for (List<Mark> group : groups(entry.getKey(), kept)) {
        findings.add(finding(group));
      }
    }
    floor().ifPresent(findings::add);
    repeats().ifPresent(findings::add);
    findings.sort(
        Comparator.comparingInt((Finding f) -> f.frames().from()).thenComparing(Finding::kind));
    return findings;
  }

  /**
   * Whether a freeze is no more than a frame that repeats the one before at the beat of the take.
   */
  private boolean isOfBeat(Mark freeze) {
    return beat.isPresent()
        && freeze.frames().count() <= 1 + beat.get().period() - beat.get().pictures();
  }

  /** A joint that is turned over by no more than a bend may be is told as bent. */
  private static boolean isBent(Mark flip, List<Mark> bent) {
    return flip.size() < TURNED_DEG
        && bent.stream()
            .anyMatch(
                b -> b.joint() == flip.joint() && !b.frames().within(flip.frames()).isEmpty());
  }

  /**
   * Whether a frame that seems wild is the top of a knee or elbow that goes and comes back: what is
   * off from its neighbours alone is off by as much from what is around them.
   */
  private static boolean isOfPop(Mark spike, List<Mark> pops) {
    return spike.other() != Mark.OF_PLACE
        && pops.stream()
            .anyMatch(
                p ->
                    p.joint() == spike.joint()
                        && p.size() > OVER_SPIKE * spike.size()
                        && p.frames().contains(spike.worst()));
  }

  private static boolean isCause(FindingKind kind) {
    return CAUSES.contains(kind);
  }

  /** Marks of one kind and joint that touch, as from neighbouring blocks, are one. */
  private static List<Mark> joined(List<Mark> marks) {
    Map<List<Integer>, List<Mark>> lines = new LinkedHashMap<>();
    for (Mark mark : marks) {
      lines
          .computeIfAbsent(
              List.of(mark.kind().ordinal(), mark.joint(), Math.min(mark.other(), 0)),
              k -> new ArrayList<>())
          .add(mark);
    }
    List<Mark> result = new ArrayList<>();
    for (List<Mark> line : lines.values()) {
      line.sort(Comparator.comparingInt(m -> m.frames().from()));
      Mark open = null;
      for (Mark mark : line) {
        if (open != null && mark.frames().from() <= open.frames().to()) {
          open = sum(open, mark);
        } else {
          if (open != null) {
            result.add(open);
          }
          open = mark;
        }
      }
      result.add(open);
    }
    return result;
  }

  private static Mark sum(Mark a, Mark b) {
    Mark joined = a.joined(b);
    if (a.kind() == FindingKind.FREEZE || a.kind() == FindingKind.MISSING) {
      int count = joined.frames().count();
      return new Mark(a.kind(), a.joint(), joined.frames(), b.worst(), count, a.other());
    }
    return joined;
  }

  /** Whether a mark is only what another fault looks like from elsewhere. */
  private boolean follows(Mark mark, List<Mark> causes) {
    for (Mark cause : causes) {
      if (cause.kind() != mark.kind() && follows(mark, cause)) {
        return true;
      }
    }
    return false;
  }

  private boolean follows(Mark mark, Mark cause) {
    // into a body and out of a wrong bend a limb goes more slowly than into a single wild frame
    boolean slow = cause.kind() == FindingKind.COLLISION || cause.kind() == FindingKind.OVERBEND;
    int slack = Math.max(2, (int) Math.round((slow ? 0.25 : 0.06) * rateHz));
    if (mark.frames().from() > cause.frames().to() + slack
        || mark.frames().to() < cause.frames().from() - slack) {
      return false;
    }
    boolean whole = cause.other() == Mark.WHOLE_BODY;
    boolean same = mark.joint() == cause.joint();
    boolean below = whole || same || skeleton.isAncestor(cause.joint(), mark.joint());
    Frames near = cause.frames().grown(slack);
    boolean inside = near.from() <= mark.frames().from() && mark.frames().to() <= near.to();
    double covered = mark.frames().within(near).count() / (double) mark.frames().count();
    switch (cause.kind()) {
      case FLIP:
        return below && inside;
      case SPIKE:
        return mark.kind() != FindingKind.JITTER && below && inside;
      case POP:
        return mark.kind() == FindingKind.JOLT && same && inside;
      case OVERBEND:
      case COLLISION:
        // into it and out of it a limb may have to leap
        boolean limb = below || skeleton.isAncestor(mark.joint(), cause.joint());
        return (mark.kind() == FindingKind.JOLT || mark.kind() == FindingKind.POP)
            && limb
            && skeleton.parent(mark.joint()) >= 0;
      default:
        if (mark.kind() == FindingKind.SPIKE) {
          // the leap out of a stretch may look like one; any other is one of its own
          int at = mark.frames().from();
          return below && (at == cause.frames().from() || at == cause.frames().to());
        }
        // a limb that is lost takes its foot along, and sometimes through the body
        boolean geometry =
            mark.kind() == FindingKind.COLLISION
                || mark.kind() == FindingKind.SLIDE
                || mark.kind() == FindingKind.FLOAT
                || mark.kind() == FindingKind.SINK
                || mark.kind() == FindingKind.OVERBEND;
        return below && (geometry ? covered > 0.4 && !whole : inside);
    }
  }

  private List<List<Mark>> groups(FindingKind kind, List<Mark> marks) {
    List<Mark> sorted = new ArrayList<>(marks);
    boolean ofHands = OF_HANDS.contains(kind);
    sorted.sort(
        Comparator.comparing((Mark m) -> ofHands && handOf(m.joint()) >= 0)
            .thenComparingInt(m -> m.frames().from()));
    List<List<Mark>> groups = new ArrayList<>();
    List<Frames> covers = new ArrayList<>();
    Map<Integer, List<Mark>> fingers = new LinkedHashMap<>();
    for (Mark mark : sorted) {
      int home = -1;
      for (int g = groups.size() - 1; g >= 0 && home < 0 && g >= groups.size() - 40; g--) {
        if (together(kind, groups.get(g).get(0), mark, covers.get(g))) {
          home = g;
        }
      }
      if (home >= 0) {
        groups.get(home).add(mark);
        covers.set(home, covers.get(home).cover(mark.frames()));
      } else if (ofHands && handOf(mark.joint()) >= 0) {
        // what the fingers of one hand have by themselves is one fault, however often
        fingers.computeIfAbsent(handOf(mark.joint()), h -> new ArrayList<>()).add(mark);
      } else {
        groups.add(new ArrayList<>(List.of(mark)));
        covers.add(mark.frames());
      }
    }
    groups.addAll(fingers.values());
    return groups;
  }

  /** The hand whose finger a joint is; -1 for no finger. */
  private int handOf(int joint) {
    if (hands == null) {
      hands = new int[skeleton.size()];
      Arrays.fill(hands, -1);
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        int hand = body.joint(Role.limb(side, false).get(3)).orElse(-1);
        for (int j = hand + 1; hand >= 0 && j < hands.length; j++) {
          hands[j] = skeleton.isAncestor(hand, j) ? hand : hands[j];
        }
      }
    }
    return hands[joint];
  }

  private static boolean together(FindingKind kind, Mark first, Mark mark, Frames cover) {
    Frames shared = cover.within(mark.frames());
    switch (kind) {
      case JITTER:
        return 2 * shared.count() > Math.min(cover.count(), mark.frames().count());
      case SPIKE:
      case FLIP:
        return !shared.isEmpty();
      case JOLT:
        return !cover.grown(1).within(mark.frames()).isEmpty();
      case SLIDE:
      case COLLISION:
        return first.joint() == mark.joint() && !shared.isEmpty();
      default:
        return false;
    }
  }

  private Finding finding(List<Mark> group) {
    List<Mark> worstFirst = new ArrayList<>(group);
    worstFirst.sort(Comparator.comparingDouble(Mark::size).reversed());
    Mark worst = worstFirst.get(0);
    Set<Integer> joints = new LinkedHashSet<>();
    Frames frames = Frames.NONE;
    for (Mark mark : worstFirst) {
      frames = frames.cover(mark.frames());
      joints.add(mark.joint());
      if (mark.kind() == FindingKind.MISSING || mark.kind() == FindingKind.FREEZE) {
        figure.stream()
            .filter(j -> mark.other() == Mark.WHOLE_BODY || skeleton.isAncestor(mark.joint(), j))
            .forEach(joints::add);
      }
    }
    if (worst.other() >= 0) {
      joints.add(worst.other());
    }
    boolean whole =
        worst.other() == Mark.WHOLE_BODY
            || worst.kind() == FindingKind.JITTER && joints.size() > 0.7 * figure.cardinality()
            || worst.kind() == FindingKind.JOLT && skeleton.parent(worst.joint()) < 0;
    int hand = handOf(worst.joint());
    return new Finding(
        worst.kind(),
        List.copyOf(joints),
        whole,
        frames,
        worst.worst(),
        worst.size(),
        worst.unit(),
        hand < 0 ? worst.severity() : OF_FINGERS * worst.severity(),
        hand >= 0 && group.size() > 1
            ? sentences.ofFingers(worst, hand, group.size())
            : sentences.of(worst, List.copyOf(joints), whole, frames));
  }

  /** Frames that repeat at a beat are told once. */
  private Optional<Finding> repeats() {
    return beat.map(
        b -> {
          double size = 100 * (b.period() - b.pictures()) / (double) b.period();
          FindingKind kind = FindingKind.REPEAT;
          String words = b.words(rateHz);
          String sentence = Character.toUpperCase(words.charAt(0)) + words.substring(1) + ".";
          int top = body.joint(Role.HIPS).orElse(0);
          return new Finding(
              kind, List.of(top), true, all, 0, size, kind.unit(), kind.severity(size), sentence);
        });
  }

  /** The take as a whole stands too high or too low. */
  private Optional<Finding> floor() {
    if (Math.abs(floorM) < FLOOR || body.soles().isEmpty()) {
      return Optional.empty();
    }
    FindingKind kind = floorM > 0 ? FindingKind.FLOAT : FindingKind.SINK;
    double size = 1000 * Math.abs(floorM);
    return Optional.of(
        new Finding(
            kind,
            body.soles().stream().map(Sole::foot).toList(),
            true,
            all,
            0,
            size,
            kind.unit(),
            kind.severity(size),
            sentences.floor(floorM)));
  }
}
