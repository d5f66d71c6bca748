package waxhand.core.passes.layers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import waxhand.core.body.Role;
import waxhand.core.curve.Curve;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.PartGoals;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;

/** The rows of a layer put together for a motion: what each joint and each driven part gets. */
final class LayerSheet {
  private static final int CURVES = 3;

  private final LayerPass pass;
  private final List<JointEdit> joints = new ArrayList<>();
  private final List<GoalEdit> goals = new ArrayList<>();
  private final List<String> told = new ArrayList<>();

  LayerSheet(LayerPass pass, Motion in) {
    this.pass = pass;
    Map<Integer, Curve[]> turns = new TreeMap<>();
    Map<Integer, Curve[]> moves = new TreeMap<>();
    Map<GoalPart, List<LayerRow>> driven = new TreeMap<>();
    TreeSet<String> lacking = new TreeSet<>();
    for (LayerRow row : pass.rows()) {
      row.curve().doubled().forEach(f -> doubled(row, f));
      OptionalInt joint = row.part().on(in.body());
      if (!row.acts()) {
        continue;
      }
      if (joint.isEmpty()) {
        lacking.add(row.part().words());
      } else if (row.channel().of() == Channel.Of.TURN) {
        put(turns, joint.getAsInt(), row);
      } else if (row.channel().of() == Channel.Of.MOVE) {
        mover(in, row, joint.getAsInt()).ifPresent(j -> put(moves, j, row));
      } else {
        goalPart(in, row)
            .ifPresent(p -> driven.computeIfAbsent(p, k -> new ArrayList<>()).add(row));
      }
    }
    if (!lacking.isEmpty()) {
      told.add(0, "This body has no " + String.join(", ", lacking) + ": their keys do nothing.");
    }
    TreeSet<Integer> all = new TreeSet<>(turns.keySet());
    all.addAll(moves.keySet());
    for (int j : all) {
      joints.add(
          new JointEdit(
              in.clip().skeleton(),
              j,
              turns.getOrDefault(j, none()),
              moves.getOrDefault(j, none()),
              pass.frame() == LayerPass.Frame.WORLD,
              pass.replaces()));
    }
    driven.forEach((part, rows) -> goals.add(goal(in, part, rows)));
  }

  private static Curve[] none() {
    Curve[] none = new Curve[CURVES];
    Arrays.fill(none, Curve.NONE);
    return none;
  }

  private void doubled(LayerRow row, double frame) {
    told.add(
        String.format(
            Locale.ROOT,
            "Two keys of %s, %s stand at frame %s; the later one counts.",
            row.part().words(),
            row.channel().words(),
            Legible.of(frame)));
  }

  private static void put(Map<Integer, Curve[]> to, int joint, LayerRow row) {
    to.computeIfAbsent(joint, j -> none())[row.channel().axis().ordinal()] = row.curve();
  }

  /** The joint that a move of a part moves: it, or for the hips what carries them. */
  private OptionalInt mover(Motion in, LayerRow row, int joint) {
    int j = joint;
    boolean hips = row.part().role().filter(r -> r == Role.HIPS).isPresent();
    while (j >= 0 && !in.clip().hasTranslation(j)) {
      j = hips ? in.clip().skeleton().parent(j) : -1;
    }
    if (j < 0) {
      told.add("The " + row.part().words() + " only turns, it cannot be moved in its parent.");
    }
    return j < 0 ? OptionalInt.empty() : OptionalInt.of(j);
  }

  private Optional<GoalPart> goalPart(Motion in, LayerRow row) {
    Optional<GoalPart> part =
        row.part().role().flatMap(GoalPart::of).filter(p -> PartGoals.isPossible(in, p));
    if (part.isEmpty()) {
      told.add("The " + row.part().words() + " cannot be driven to a goal on this body.");
    }
    return part;
  }

  private GoalEdit goal(Motion in, GoalPart part, List<LayerRow> rows) {
    Curve[] place = none();
    Curve[] turn = none();
    Curve swivel = Curve.NONE;
    String to = "";
    for (LayerRow row : rows) {
      switch (row.channel().of()) {
        case GOAL -> place[row.channel().axis().ordinal()] = row.curve();
        case GOAL_TURN -> turn[row.channel().axis().ordinal()] = row.curve();
        default -> swivel = row.curve();
      }
      to = row.to().isEmpty() ? to : row.to();
    }
    Optional<TieTarget> target = to.isEmpty() ? Optional.empty() : Optional.of(TieTarget.of(to));
    if (target.isPresent() && target.get().in(in).isEmpty()) {
      told.add("There is no " + Legible.of(to) + " here for a goal to go by.");
    }
    return new GoalEdit(part, place, turn, swivel, target, pass.replaces());
  }

  /** Why not all of it has an effect; empty where all has. */
  Optional<String> told() {
    return told.isEmpty()
        ? Optional.empty()
        : Optional.of(told.stream().distinct().collect(Collectors.joining(" ")));
  }

  boolean hasGoals() {
    return !goals.isEmpty();
  }

  /** The frames in which any part is driven; in others goals change nothing. */
  FrameSet driving() {
    return goals.stream().map(GoalEdit::active).reduce(FrameSet.NONE, FrameSet::union);
  }

  List<GoalEdit> goals() {
    return goals;
  }

  double[] weights(Frames run) {
    double[] weights = new double[run.count()];
    if (pass.weight().isEmpty()) {
      Arrays.fill(weights, 1);
      return weights;
    }
    pass.weight().read(run, weights, 0, 1);
    Arrays.setAll(weights, n -> Math.max(0, Math.min(1, weights[n])));
    return weights;
  }

  /** The clip with joints turned and moved in a run of frames. */
  Clip posed(Clip clip, Frames run) {
    double[] weights = weights(run);
    Clip out = clip;
    for (JointEdit edit : joints) {
      out = edit.apply(out, run, weights);
    }
    return out;
  }

  /** The clip with parts driven to their goals in a run of frames. */
  Clip driven(Motion posed, Frames run, Frames region) {
    double[] weights = weights(region);
    List<PartGoals.Wish> wishes = goals.stream().map(g -> g.wish(posed, region, weights)).toList();
    return new PartGoals(pass.giveWay(), 0).solve(posed, run, region, wishes);
  }
}
