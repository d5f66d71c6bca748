package waxhand.desk.bench;

import java.util.Map;
import waxhand.core.chain.PassKind;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;

/** The keys that add passes, as long as the artist has not chosen others. */
final class PassKeys {
  private static final Map<PassKind<?>, String> KEYS =
      Map.ofEntries(
          Map.entry(DespikePass.KIND, "Shift+D"),
          Map.entry(GapFillPass.KIND, "Shift+G"),
          Map.entry(SmoothPass.KIND, "Shift+S"),
          Map.entry(LevelPass.KIND, "Shift+L"),
          Map.entry(PropPass.KIND, "Shift+P"),
          Map.entry(PlantsPass.KIND, "Shift+T"),
          Map.entry(TetherPass.KIND, "Shift+E"),
          Map.entry(LimbGoalPass.KIND, "Shift+M"),
          Map.entry(SplicePass.KIND, "Shift+C"),
          Map.entry(TrimPass.KIND, "Shift+R"),
          Map.entry(ShiftPass.KIND, "Shift+H"));

  private PassKeys() {}

  /** The key of a kind; none for kinds that are added from the palette only. */
  static String of(PassKind<?> kind) {
    return KEYS.getOrDefault(kind, "");
  }
}
