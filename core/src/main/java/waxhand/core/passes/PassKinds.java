package waxhand.core.passes;

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

/** The list of all kinds of pass. A new kind is one line here. */
public final class PassKinds {
  public static final List<PassKind<?>> ALL =
      List.of(
          DespikePass.KIND,
          GapFillPass.KIND,
          SmoothPass.KIND,
          LevelPass.KIND,
          PropPass.KIND,
          PropPathPass.KIND,
          PlantsPass.KIND,
          TetherPass.KIND,
          LimbGoalPass.KIND,
          SplicePass.KIND,
          TrimPass.KIND,
          RepeatsPass.KIND,
          AimPass.KIND,
          LayerPass.KIND,
          GuardPass.KIND,
          ThinPass.KIND,
          ShiftPass.KIND,
          MirrorPass.KIND,
          RetargetPass.KIND);

  private PassKinds() {}

  public static Optional<PassKind<?>> of(String id) {
    return ALL.stream().filter(k -> k.id().equals(id)).findFirst();
  }
}
