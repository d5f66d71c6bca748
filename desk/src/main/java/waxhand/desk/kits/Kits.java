package waxhand.desk.kits;

import java.util.List;
import java.util.Optional;
import waxhand.core.chain.PassKind;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.GuardPass;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.MirrorPass;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.passes.limbs.AimPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.RepeatsPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;
import waxhand.desk.kits.characters.MapPicture;
import waxhand.desk.kits.characters.MatchMarks;
import waxhand.desk.kits.ground.LevelPicture;
import waxhand.desk.kits.ground.PlantPicture;
import waxhand.desk.kits.ground.SoleMark;
import waxhand.desk.kits.layers.LayerMarks;
import waxhand.desk.kits.layers.LayerPicture;
import waxhand.desk.kits.layers.NewLayer;
import waxhand.desk.kits.layers.ThinPicture;
import waxhand.desk.kits.limbs.GoalMarks;
import waxhand.desk.kits.limbs.NewGoal;
import waxhand.desk.kits.limbs.NewTether;
import waxhand.desk.kits.props.HoldsPicture;
import waxhand.desk.kits.props.NewProp;
import waxhand.desk.kits.props.NewPropPath;
import waxhand.desk.kits.props.PropMarks;
import waxhand.desk.kits.signal.ReplacedPicture;
import waxhand.desk.kits.signal.SmoothPicture;
import waxhand.desk.panels.PassPicture;

/** The list of all kits. Kinds that are not named here are shown all the same, plainly. */
public final class Kits {
  public static final List<Kit> ALL =
      List.of(
          new Kit(DespikePass.KIND, "Shift+D", "fth-zap")
              .showing(t -> new ReplacedPicture(t.palette())),
          new Kit(GapFillPass.KIND, "Shift+G", "fth-link")
              .showing(t -> new ReplacedPicture(t.palette())),
          new Kit(SmoothPass.KIND, "Shift+S", "fth-activity")
              .showing(t -> new SmoothPicture(t.palette()))
              .stroking(),
          new Kit(LevelPass.KIND, "Shift+L", "fth-download")
              .showing(LevelPicture::new)
              .marking(LevelPass.class, SoleMark::of),
          new Kit(PropPass.KIND, "Shift+P", "fth-box")
              .showing(t -> new HoldsPicture(t.commands()))
              .marking(PropPass.class, PropMarks::of)
              .suiting(NewProp::inFrontOfTheBody),
          new Kit(PropPathPass.KIND, "", "fth-trending-up").suiting(NewPropPath::ofTheChosenProp),
          new Kit(PlantsPass.KIND, "Shift+T", "fth-anchor")
              .showing(t -> new PlantPicture(t.contacts(), t.session()))
              .marking(PlantsPass.class, SoleMark::of),
          new Kit(TetherPass.KIND, "Shift+E", "fth-paperclip").suiting(NewTether::ofWhatIsHeld),
          new Kit(LimbGoalPass.KIND, "Shift+M", "fth-crosshair")
              .marking(LimbGoalPass.class, GoalMarks::of)
              .suiting(NewGoal::ofTheSelectedPart),
          new Kit(SplicePass.KIND, "Shift+C", "fth-scissors"),
          new Kit(TrimPass.KIND, "Shift+R", "fth-crop"),
          new Kit(RepeatsPass.KIND, "", "fth-copy"),
          new Kit(LayerPass.KIND, "Shift+Y", "fth-edit-3")
              .showing(t -> new LayerPicture(t.session(), t.commands()))
              .marking(LayerPass.class, LayerMarks::of)
              .suiting(NewLayer::ofTheWholeBody),
          new Kit(GuardPass.KIND, "Shift+U", "fth-shield").suiting(NewLayer::guardOfTheWorkRange),
          new Kit(AimPass.KIND, "", "fth-eye"),
          new Kit(ThinPass.KIND, "", "fth-minimize-2")
              .showing(t -> new ThinPicture(t.session(), t.palette())),
          new Kit(ShiftPass.KIND, "Shift+H", "fth-move"),
          new Kit(MirrorPass.KIND, "", "fth-repeat"),
          new Kit(RetargetPass.KIND, "", "fth-users")
              .showing(MapPicture::new)
              .marking(RetargetPass.class, MatchMarks::of));

  private Kits() {}

  /** The picture of a kind's panel, where it has one. */
  public static Optional<PassPicture> picture(PassKind<?> kind, PassPicture.Tools tools) {
    return of(kind).picture().map(make -> make.apply(tools));
  }

  /** Whether strokes in the views show what a kind takes away. */
  public static boolean strokes(PassKind<?> kind) {
    return of(kind).strokes();
  }

  /** Whether hands in the views work on a plate of a kind while it is chosen. */
  public static boolean wearsTheBrush(PassKind<?> kind) {
    return kind == LayerPass.KIND;
  }

  /** What a kind has in the window. */
  public static Kit of(PassKind<?> kind) {
    return ALL.stream().filter(k -> k.kind() == kind).findFirst().orElseGet(() -> Kit.plain(kind));
  }
}
