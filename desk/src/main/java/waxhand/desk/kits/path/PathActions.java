package waxhand.desk.kits.path;

import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import waxhand.core.body.PartName;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.layers.PathEdit;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.passes.props.PropPathPass.Bend;
import waxhand.desk.command.Commands;
import waxhand.desk.kits.layers.LayerHands;
import waxhand.desk.kits.props.NewPropPath;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;

/** The commands of paths. */
public final class PathActions {
  private static final String GROUP = "Path";

  /** Shorter stretches are not bent, frames. */
  private static final int LEAST = 4;

  /** What is shorter than this is smoothed away by and by, seconds. */
  private static final double WIDTH_S = 0.05;

  private final Session session;
  private final Commands commands;
  private final PathTool tool;
  private final Consumer<String> mention;

  public PathActions(Session session, Commands commands, PathTool tool, Consumer<String> mention) {
    this.session = session;
    this.commands = commands;
    this.tool = tool;
    this.mention = mention;
  }

  public void add() {
    add(
        "show-path",
        "Show the path of the selected part or prop",
        "V",
        session::hasTake,
        this::show);
    add("path-longer", "Show more of the path", "Alt+V", this::isShown, () -> tool.change(2));
    add("path-shorter", "Show less of the path", "Shift+V", this::isShown, () -> tool.change(0.5));
    add(
        "straighten-path",
        "Straighten the path in the work range",
        "",
        this::isActive,
        () -> bend("straighten", Bend.STRAIGHT, (l, path, run) -> straightened(l, path, run)));
    add(
        "smooth-path",
        "Smooth the path in the work range",
        "",
        this::isActive,
        () -> bend("smooth", Bend.SMOOTH, (l, path, run) -> smoothed(l, path, run)));
  }

  private void add(String id, String words, String key, BooleanSupplier allowed, Runnable action) {
    commands.add(GROUP, id, words, "", key, allowed, action);
  }

  private boolean isShown() {
    return tool.shownProperty().get();
  }

  private boolean isActive() {
    boolean part = ChosenStage.of(session, LayerPass.class).isPresent();
    return part && !session.selected().isEmpty() || PathScene.prop(session).isPresent();
  }

  private void show() {
    tool.shownProperty().set(!isShown());
    if (isShown() && session.selected().isEmpty() && PathScene.prop(session).isEmpty()) {
      mention.accept("Select a part, or choose the plate of a prop: its path is shown then.");
    }
  }

  /** What becomes of a stretch of a path. */
  private interface Bending {
    LayerPass of(ChosenStage<LayerPass> stage, PartPath path, Frames raw);
  }

  private LayerPass straightened(ChosenStage<LayerPass> stage, PartPath path, Frames raw) {
    return PathEdit.straightened(stage.pass(), part(stage), path, raw.from(), ease(raw));
  }

  private LayerPass smoothed(ChosenStage<LayerPass> stage, PartPath path, Frames raw) {
    double width = Math.max(1, WIDTH_S * session.rateHz());
    return PathEdit.smoothed(stage.pass(), part(stage), path, raw.from(), ease(raw), width);
  }

  private int ease(Frames raw) {
    return (int) Math.min(LayerHands.holdFrames(session), raw.count() / 4.0);
  }

  private PartName part(ChosenStage<LayerPass> stage) {
    return PartName.of(stage.out().body(), session.held(stage.out().body()));
  }

  private void bend(String what, Bend bend, Bending bending) {
    Optional<String> prop = PathScene.prop(session);
    if (prop.isPresent()) {
      bendProp(what, bend, prop.get());
      return;
    }
    ChosenStage<LayerPass> stage = ChosenStage.of(session, LayerPass.class).orElseThrow();
    int joint = session.held(stage.out().body());
    Frames raw = session.workRange();
    PartEdit edit =
        new PartEdit(stage.pass(), stage.in(), stage.out(), joint, stage.frame(), raw.from());
    Optional<PartEdit.Bender> goal = edit.bender().filter(b -> b.group() == Channel.Of.GOAL);
    boolean plain = stage.in().clip().frames() == session.frames();
    String part = stage.out().body().words(joint);
    if (goal.isEmpty() || !plain || raw.count() < LEAST) {
      mention.accept(
          goal.isEmpty()
              ? "The "
                  + part
                  + " cannot be pulled on this layer: choose a hand, a foot, a knee, an"
                  + " elbow, the head, the chest or the hips, on a layer that adds."
              : plain
                  ? "The work range is too short: set it over the stretch first."
                  : "Frames are cut out before this layer: paths are bent before they are.");
      return;
    }
    LayerPass bent = bending.of(stage, PartPath.of(stage.out().clip(), joint, raw), raw);
    new PlateEdit(session).to(what + " the path of " + part + " on", bent);
    session.settle();
    told(what, "the " + part, raw.count());
  }

  /** A prop's path is bent by a plate of its own, which stays adjustable. */
  private void bendProp(String what, Bend bend, String prop) {
    Plate chosen = session.plate().orElseThrow();
    Chain was = session.chain();
    if (chosen.pass() instanceof PropPathPass pass) {
      new PlateEdit(session).to(what + " the path by", pass.withBend(bend));
      session.settle();
    } else if (bend == Bend.STRAIGHT && session.workRange().count() == session.frames()) {
      mention.accept("The work range is the whole take: set it over the stretch first.");
      return;
    } else {
      String id = session.chain().freshId(PropPathPass.KIND);
      Plate fresh = Plate.of(id, PropPathPass.KIND.defaults().withBend(bend));
      Plate plate = NewPropPath.ofTheChosenProp(session, fresh);
      // before what goes by the prop, so that it follows
      int behind = chosen.pass().gives().isPresent() ? 1 : 0;
      int at = was.indexOf(chosen.id()).orElseThrow() + behind;
      session.editChain(what + " the path of " + prop, null, c -> c.inserted(at, plate));
      session.plateIdProperty().set(Optional.of(id));
    }
    if (!session.chain().equals(was)) {
      told(what, prop, session.plate().orElseThrow().active(session.frames()).count());
    }
  }

  private void told(String what, String whose, int frames) {
    mention.accept("The path of " + whose + " over " + frames + " frames: " + what + "ed.");
  }
}
