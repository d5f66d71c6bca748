package waxhand.rehearsal.convention;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Clip;
import waxhand.rehearsal.Rehearsal;

/**
 * How somebody else's file has a body.
 *
 * @param naming of joints
 * @param rest the pose where nothing turns
 * @param habits joints that are there or are not
 * @param seed of what is left to chance
 */
public record Convention(Naming naming, RestPose rest, Set<Habit> habits, long seed) {
  /** Joints that some files have and others do not. */
  enum Habit {
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
          if (node.role != null && SPINE.contains(node.role)) {
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

    private static void each(Rig rig, String part, java.util.function.Consumer<Rig.Node> change) {
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        rig.of(Role.valueOf(side.name() + "_" + part)).ifPresent(change);
      }
    }
  }

  private static final List<Role> SPINE =
      List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);

  private static final Map<String, String> PARTS =
      Map.of(
          "Collar", "COLLAR",
          "Shoulder", "UPPER_ARM",
          "Elbow", "FOREARM",
          "Wrist", "HAND",
          "Hip", "THIGH",
          "Knee", "SHIN",
          "Ankle", "FOOT",
          "Ball", "TOES");

  /** One of very many, drawn at random. */
  public static Convention drawn(long seed) {
    Random random = new Random(seed);
    Set<Habit> habits = EnumSet.noneOf(Habit.class);
    for (Habit habit : Habit.values()) {
      if (random.nextInt(3) == 0) {
        habits.add(habit);
      }
    }
    return new Convention(
        Naming.values()[random.nextInt(Naming.values().length)],
        RestPose.values()[random.nextInt(RestPose.values().length)],
        habits,
        seed);
  }

  /**
   * A take in a convention.
   *
   * @param take truth and raw are of the other skeleton; faults are not told
   * @param roles the joint that has each role, by name; of the spine from below
   */
  public record Told(Rehearsal take, Map<Role, String> roles, List<String> spine) {}

  /**
   * @param take of the mate
   */
  public Told of(Rehearsal take) {
    Random random = new Random(seed + 1);
    Rig rig = new Rig(List.of(take.truth(), take.raw()));
    List<Rig.Node> spine = new ArrayList<>();
    rig.each(
        node -> {
          node.role = role(node.name);
          if (node.name.startsWith("Back")) {
            spine.add(node);
          }
        });
    for (int n = 0; n < spine.size(); n++) {
      spine.get(n).role = n == spine.size() - 1 ? Role.CHEST : SPINE.get(n);
    }
    habits.forEach(habit -> habit.apply(rig, random));
    int[] number = {0};
    rig.each(
        node -> {
          number[0]++;
          if (node.role != null) {
            node.name = naming.of(node.role, number[0]);
          } else if (naming == Naming.NUMBERED) {
            node.name = naming.of(Role.HIPS, number[0]);
          }
        });
    rest.set(rig, random);
    List<Clip> clips = rig.clips();
    Rehearsal told = take.with(clips.get(0), clips.get(1));
    Map<Role, String> roles = new EnumMap<>(Role.class);
    rig.each(
        node ->
            Optional.ofNullable(node.role)
                .filter(r -> !SPINE.contains(r))
                .ifPresent(r -> roles.put(r, node.name)));
    return new Told(told, roles, spine.stream().map(n -> n.name).toList());
  }

  private static Role role(String mates) {
    return switch (mates) {
      case "Pelvis" -> Role.HIPS;
      case "Neck" -> Role.NECK;
      case "Skull" -> Role.HEAD;
      default -> {
        String part = PARTS.get(mates.substring(Math.min(2, mates.length())));
        String side = mates.startsWith("L_") ? "LEFT_" : "RIGHT_";
        yield part == null ? null : Role.valueOf(side + part);
      }
    };
  }
}
