package waxhand.desk.kits.layers;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.layers.PlaceCopy;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.project.Note;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.desk.command.Commands;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;

/** A place that a part has, seen from the hips or a prop, is copied to other frames. */
public final class PlaceActions {
  private static final String GROUP = "Layer";

  private final Session session;
  private final Commands commands;
  private final LayerTool tool;
  private final Consumer<String> mention;
  private Optional<PlaceCopy> copied = Optional.empty();

  public PlaceActions(
      Session session, Commands commands, LayerTool tool, Consumer<String> mention) {
    this.session = session;
    this.commands = commands;
    this.tool = tool;
    this.mention = mention;
  }

  public void add() {
    add(
        "copy-place",
        "Copy where the part is, seen from the hips",
        "Ctrl+Shift+C",
        this::isPullable,
        () -> copy(new TieTarget.OfPart(Role.HIPS)));
    add(
        "copy-place-prop",
        "Copy where the part is, seen from the nearest prop",
        "",
        () -> isPullable() && nearest().isPresent(),
        () -> copy(nearest().orElseThrow()));
    add(
        "paste-place",
        "Put the copied place here",
        "Ctrl+Shift+V",
        this::canPut,
        () -> put(List.of(session.frameProperty().get())));
    add(
        "paste-place-keys",
        "Put the copied place at the selected keys, or at all notes",
        "",
        () -> canPut() && !frames().isEmpty(),
        () -> put(frames()));
  }

  private void add(String id, String words, String key, BooleanSupplier allowed, Runnable action) {
    commands.add(GROUP, id, words, "", key, allowed, action);
  }

  private Optional<ChosenStage<LayerPass>> stage() {
    return ChosenStage.of(session, LayerPass.class);
  }

  private boolean isPullable() {
    return stage()
        .filter(s -> !session.selected(s.out().body()).isEmpty())
        .map(s -> edit(s).isPulled())
        .orElse(false);
  }

  private PartEdit edit(ChosenStage<LayerPass> stage) {
    int joint = session.held(stage.out().body());
    int frame = stage.frame();
    return new PartEdit(stage.pass(), stage.in(), stage.out(), joint, frame, frame);
  }

  private boolean canPut() {
    return copied.isPresent() && stage().filter(s -> !s.pass().replaces()).isPresent();
  }

  /** The prop that the selected part is nearest to here. */
  private Optional<TieTarget> nearest() {
    ChosenStage<LayerPass> stage = stage().orElseThrow();
    int joint = session.held(stage.out().body());
    int frame = stage.frame();
    PartPath here = PartPath.of(stage.out().clip(), joint, new Frames(frame, frame + 1));
    return Props.of(stage.out()).stream()
        .min(Comparator.comparingDouble(p -> far(p, frame, here)))
        .map(p -> new TieTarget.OfProp(p.name()));
  }

  private static double far(Prop prop, int frame, PartPath part) {
    double[] pose = new double[7];
    prop.path().read(frame, pose, 0);
    double x = pose[0] - part.at(0, 0);
    double y = pose[1] - part.at(0, 1);
    double z = pose[2] - part.at(0, 2);
    return x * x + y * y + z * z;
  }

  private void copy(TieTarget target) {
    ChosenStage<LayerPass> stage = stage().orElseThrow();
    int joint = session.held(stage.out().body());
    PartName part = PartName.of(stage.out().body(), joint);
    int frame = stage.frame();
    copied = PlaceCopy.of(stage.out(), part, target, frame);
    mention.accept(
        copied
            .map(
                c -> "The place of the " + part.words() + " on the " + target.words() + ", copied.")
            .orElse("There are no " + target.words() + " here."));
  }

  /** Those of the selected keys; where none is, those of the notes. */
  private List<Integer> frames() {
    List<Integer> keys =
        tool.selectedProperty().get().stream()
            .map(s -> (int) Math.round(s.frame()))
            .distinct()
            .sorted()
            .toList();
    return !keys.isEmpty()
        ? keys
        : session.takeProperty().get().orElseThrow().notes().stream()
            .map(Note::frame)
            .distinct()
            .sorted()
            .toList();
  }

  private void put(List<Integer> frames) {
    ChosenStage<LayerPass> stage = stage().orElseThrow();
    PlaceCopy place = copied.orElseThrow();
    boolean there =
        place.part().on(stage.out().body()).isPresent()
            && place.target().in(stage.out()).isPresent();
    if (!there) {
      mention.accept("The " + place.part().words() + " or what it was on is not here.");
      return;
    }
    TimeMap times = stage.times();
    List<PlaceCopy.At> at =
        frames.stream().filter(times::has).map(f -> new PlaceCopy.At(times.local(f), f)).toList();
    new PlateEdit(session)
        .to(
            "place of " + place.part().words() + " on",
            place.put(stage.pass(), stage.out(), at, LayerHands.hold(session)));
    session.settle();
    if (frames.size() > 1) {
      mention.accept("Put at " + at.size() + " frames.");
    }
  }
}
