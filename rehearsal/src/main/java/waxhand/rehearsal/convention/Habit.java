package waxhand.rehearsal.convention;

import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** Joints that some files have and others do not. */
public enum Habit {
  NO_TOES {
    @Override
    void apply(Rig rig, Random random) {
      each(rig, "TOES", rig::cut);
    }
  },
  NO_HANDS {
    @Override
    void apply(Rig rig, Random random) {
      each(rig, "HAND", rig::cut);
    }
  },
  NO_NECK {
    @Override
    void apply(Rig rig, Random random) {
      rig.of(Role.NECK).ifPresent(rig::merged);
    }
  },
  LONG_SPINE {
    @Override
    void apply(Rig rig, Random random) {
      for (Rig.Node node : List.copyOf(rig.nodes)) {
        if (node.role != null && Convention.SPINE.contains(node.role)) {
          rig.between("segment " + node.name, node, 0.5);
        }
      }
    }
  },
  HIP_JOINTS {
    @Override
    void apply(Rig rig, Random random) {
      double share = random.nextBoolean() ? 1 : 0;
      each(rig, "THIGH", node -> rig.between("socket " + node.name, node, share));
    }
  },
  STARTS {
    @Override
    void apply(Rig rig, Random random) {
      rig.of(Role.SPINE_1)
          .or(() -> rig.of(Role.CHEST))
          .ifPresent(node -> rig.between("trunk", node, 0));
      rig.of(Role.NECK).ifPresent(node -> rig.between("nape", node, 0));
    }
  },
  TWISTS {
    @Override
    void apply(Rig rig, Random random) {
      for (String part : List.of("SHIN", "HAND")) {
        each(rig, part, node -> rig.twisting("twist " + node.name, node.parent, node));
      }
    }
  },
  FACE {
    @Override
    void apply(Rig rig, Random random) {
      Rig.Node head = rig.of(Role.HEAD).orElseThrow();
      rig.hung("jaw", head, new Vector3d(0, 0.02, 0.05));
      rig.hung("eye 1", head, new Vector3d(0.03, 0.08, 0.08));
      rig.hung("eye 2", head, new Vector3d(-0.03, 0.08, 0.08));
    }
  },
  ROOT {
    @Override
    void apply(Rig rig, Random random) {
      Rig.Node root = rig.rooted("world");
      rig.hung("camera", root, new Vector3d(2, 1.4, 4));
      rig.hung("mark", root, new Vector3d(-1, 0, 0.5));
    }
  };

  abstract void apply(Rig rig, Random random);

  private static void each(Rig rig, String part, Consumer<Rig.Node> change) {
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      rig.of(Role.valueOf(side.name() + "_" + part)).ifPresent(change);
    }
  }
}
