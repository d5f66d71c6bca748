package waxhand.core.passes;

import java.util.List;
import java.util.Optional;

/** The list of all kinds of pass. A new kind is one line here. */
public final class PassKinds {
  public static final List<PassKind<?>> ALL =
      List.of(
          DespikePass.KIND,
          GapFillPass.KIND,
          SmoothPass.KIND,
          LevelPass.KIND,
          PropPass.KIND,
          PlantsPass.KIND,
          TetherPass.KIND,
          LimbGoalPass.KIND,
          SplicePass.KIND,
          TrimPass.KIND,
          ShiftPass.KIND);

  private PassKinds() {}

  public static Optional<PassKind<?>> of(String id) {
    return ALL.stream().filter(k -> k.id().equals(id)).findFirst();
  }
}
