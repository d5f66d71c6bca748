package waxhand.rehearsal.convention;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import waxhand.core.body.Role;
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
  static final List<Role> SPINE = List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);

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
