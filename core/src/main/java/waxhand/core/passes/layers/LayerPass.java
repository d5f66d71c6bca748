package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import waxhand.core.body.Body;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Shortfall;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.curve.Curve;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.passes.common.LimbAmounts;
import waxhand.core.passes.limbs.PartGoals;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * The artist's hand on top of what is there: a sheet of curves, one for each channel of a part.
 * Without a key a channel does nothing; with one it is the same in all frames.
 *
 * @param mode whether curves are added to what is there or take its place
 * @param frame in which turns and moves are told
 * @param rows of the sheet
 * @param weight how much of it counts, 0 to 1; empty for all
 * @param giveWay how far the body goes to where a driven limb does not reach, 0 to 1
 */
public record LayerPass(Mode mode, Frame frame, List<LayerRow> rows, Curve weight, double giveWay)
    implements Pass {
  /** What becomes of what lies beneath. */
  public enum Mode implements Worded {
    ADDS,
    REPLACES;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** In which frame turns and moves are told. */
  public enum Frame implements Worded {
    PARENT,
    WORLD;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private static final Amount GIVE_WAY =
      LimbAmounts.giveWay("where a hand or foot that is pulled does not reach.");

  public static final PassKind<LayerPass> KIND =
      new PassKind<LayerPass>(
              "layer",
              "Layer",
              "Turns, moves and pulls parts by keys, on top of what is there.",
              new LayerPass(Mode.ADDS, Frame.PARENT, List.of(), Curve.NONE, 0.5),
              settings(),
              true,
              false)
          .in(Stage.ACTING);

  private static List<Setting<LayerPass>> settings() {
    List<Setting<LayerPass>> all = new ArrayList<>();
    all.add(
        Setting.choice(
            "mode",
            "Layer",
            Mode.class,
            "Adds to what is there, or replaces it.",
            LayerPass::mode,
            (p, v) -> new LayerPass(v, p.frame, p.rows, p.weight, p.giveWay)));
    all.add(
        Setting.choice(
            "frame",
            "Turns and moves in",
            Frame.class,
            "The frame of each part's parent, or the world's.",
            LayerPass::frame,
            (p, v) -> new LayerPass(p.mode, v, p.rows, p.weight, p.giveWay)));
    all.add(
        new Setting.Items<>(
            "channels",
            "Channels",
            "What is keyed, of which part.",
            LayerRow.FORM,
            LayerPass::placed,
            false,
            LayerPass::rows,
            LayerPass::withRows));
    all.add(
        Setting.curve(
            "weight",
            "Weight",
            "How much of the layer counts, by keys.",
            LayerPass::weight,
            LayerPass::withWeight));
    all.add(GIVE_WAY.of(LayerPass::giveWay, LayerPass::withGiveWay));
    return all;
  }

  private static List<LayerRow> placed(List<LayerRow> rows, TimeMap map) {
    return rows.stream().map(r -> r.withCurve(r.curve().placed(map))).toList();
  }

  public LayerPass {
    rows = List.copyOf(rows);
    GIVE_WAY.check(giveWay);
  }

  public LayerPass withRows(List<LayerRow> others) {
    return new LayerPass(mode, frame, others, weight, giveWay);
  }

  /** With each row changed. */
  public LayerPass each(UnaryOperator<LayerRow> change) {
    return withRows(rows.stream().map(change).toList());
  }

  public LayerPass withWeight(Curve other) {
    return new LayerPass(mode, frame, rows, other, giveWay);
  }

  public LayerPass withGiveWay(double other) {
    return new LayerPass(mode, frame, rows, weight, other);
  }

  public LayerPass withMode(Mode other) {
    return new LayerPass(other, frame, rows, weight, giveWay);
  }

  /** With a row in the place of the one of its channel, or behind all others. */
  public LayerPass plus(LayerRow row) {
    List<LayerRow> more = new ArrayList<>(rows);
    int at = 0;
    while (at < more.size() && !more.get(at).isSameChannel(row)) {
      at++;
    }
    if (at < more.size()) {
      more.set(at, row);
    } else {
      more.add(row);
    }
    return withRows(more);
  }

  /**
   * At which frames joints of a body have keys of their own, in rising order; those of limbs that
   * are driven to goals have none.
   */
  public Map<Integer, int[]> keyed(Motion motion) {
    Map<Integer, TreeSet<Integer>> all = new TreeMap<>();
    Frames frames = motion.clip().allFrames();
    for (LayerRow row : rows) {
      OptionalInt joint = row.part().on(motion.body());
      if (row.acts() && joint.isPresent() && !row.channel().of().isGoal()) {
        TreeSet<Integer> keys = all.computeIfAbsent(joint.getAsInt(), j -> new TreeSet<>());
        row.curve().keys().stream()
            .map(k -> (int) Math.rint(k.frame()))
            .filter(frames::contains)
            .forEach(keys::add);
      }
    }
    Map<Integer, int[]> keyed = new TreeMap<>();
    all.forEach((j, keys) -> keyed.put(j, keys.stream().mapToInt(k -> k).toArray()));
    return keyed;
  }

  public boolean replaces() {
    return mode == Mode.REPLACES;
  }

  @Override
  public PassKind<LayerPass> kind() {
    return KIND;
  }

  @Override
  public Optional<String> actsOn() {
    List<String> parts = rows.stream().map(r -> r.part().words()).distinct().toList();
    return Optional.of(
        parts.isEmpty()
            ? "nothing yet"
            : parts.size() > 3 ? parts.size() + " parts" : String.join(", ", parts));
  }

  /** The first thing that a goal goes by. */
  @Override
  public Optional<String> needs() {
    return rows.stream()
        .filter(r -> !r.to().isEmpty())
        .map(r -> TieTarget.of(r.to()))
        .filter(TieTarget.OfProp.class::isInstance)
        .map(t -> ((TieTarget.OfProp) t).name())
        .findFirst();
  }

  @Override
  public LayerPass renamed(String was, String now) {
    String before = new TieTarget.OfProp(was).words();
    String after = new TieTarget.OfProp(now).words();
    return each(r -> r.to().equals(before) ? r.withTo(after) : r);
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place, in);
  }

  /** A layer on a body. */
  private static final class Ready implements Prepared {
    private final LayerPass pass;
    private final Place place;
    private final Body body;
    private final LayerSheet sheet;
    private final int reach;

    Ready(LayerPass pass, Place place, Motion in) {
      this.pass = pass;
      this.place = place;
      body = in.body();
      sheet = new LayerSheet(pass, in);
      reach = sheet.hasGoals() ? PartGoals.reach(in.clip().rateHz()) : 0;
    }

    @Override
    public LayerPass pass() {
      return pass;
    }

    @Override
    public int reach() {
      return reach;
    }

    @Override
    public Optional<String> complaint() {
      return sheet.told();
    }

    @Override
    public Motion apply(Motion motion, Frames frames, Work work) {
      Frames all = motion.clip().allFrames();
      FrameSet driving = sheet.driving();
      Clip clip =
          InBlocks.of(
              motion.clip(),
              frames,
              work,
              run -> {
                Frames driven = driving.within(run).cover();
                if (driven.isEmpty()) {
                  return sheet.posed(motion.clip(), run);
                }
                Frames region = driven.grown(reach).within(all);
                Motion posed = motion.with(sheet.posed(motion.clip(), run.cover(region)));
                return sheet.driven(posed, driven, region);
              });
      return motion.with(clip);
    }

    @Override
    public FrameSet differing(Prepared other, Frames active) {
      LayerPass before = ((Ready) other).pass;
      boolean alike = pass.equals(before.withRows(pass.rows).withWeight(pass.weight));
      if (!alike) {
        return FrameSet.of(active);
      }
      List<Frames> runs = new ArrayList<>(List.of(pass.weight.differing(before.weight)));
      Map<LayerRow, Curve> was = channels(before);
      Map<LayerRow, Curve> is = channels(pass);
      was.forEach((k, c) -> runs.add(c.differing(is.getOrDefault(k, Curve.NONE))));
      is.forEach((k, c) -> runs.add(c.differing(was.getOrDefault(k, Curve.NONE))));
      boolean kept = was.keySet().equals(is.keySet());
      FrameSet changed = FrameSet.NONE;
      for (Frames run : runs) {
        changed = changed.union(FrameSet.of(run));
      }
      FrameSet driven = sheet.driving().union(((Ready) other).sheet.driving());
      // a replacing channel without keys is another thing than one of zeros
      return kept || !pass.replaces()
          ? changed.union(changed.grown(reach, active).common(driven)).within(active)
          : FrameSet.of(active);
    }

    private static Map<LayerRow, Curve> channels(LayerPass pass) {
      Map<LayerRow, Curve> channels = new HashMap<>();
      for (LayerRow row : pass.rows) {
        if (row.acts()) {
          channels.put(row.withCurve(Curve.NONE), row.curve());
        }
      }
      return channels;
    }

    /** Where a part does not get to where a goal that replaces would have it, or an offset. */
    @Override
    public List<Shortfall> shortfalls(Motion before, Motion after) {
      List<Shortfall> all = new ArrayList<>();
      Frames run = place.fully(before.clip().frames());
      double[] weights = sheet.weights(run);
      Motion posed = before.with(sheet.posed(before.clip(), run));
      for (GoalEdit goal : sheet.goals()) {
        if (goal.part().isMiddle()) {
          continue;
        }
        PartGoals.Wish wish = goal.wish(posed, run, weights);
        int joint = before.body().joint(goal.part().role()).orElseThrow();
        WorldPose from = WorldPose.only(before.clip().skeleton(), joint);
        WorldPose to = WorldPose.only(after.clip().skeleton(), joint);
        all.addAll(
            Shortfall.in(
                run,
                joint,
                f -> {
                  int n = 3 * (f - run.from());
                  if (JointEdit.isZero(wish.shifts(), n)) {
                    return 0;
                  }
                  from.solve(posed.clip(), f);
                  to.solve(after.clip(), f);
                  double x = from.x(joint) + wish.shifts()[n] - to.x(joint);
                  double y = from.y(joint) + wish.shifts()[n + 1] - to.y(joint);
                  double z = from.z(joint) + wish.shifts()[n + 2] - to.z(joint);
                  return 1000 * Math.sqrt(x * x + y * y + z * z);
                }));
      }
      return all;
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Ready ready
          && pass.equals(ready.pass)
          && place.equals(ready.place)
          && body.equals(ready.body)
          && reach == ready.reach;
    }

    @Override
    public int hashCode() {
      return 31 * pass.hashCode() + place.hashCode();
    }
  }
}
