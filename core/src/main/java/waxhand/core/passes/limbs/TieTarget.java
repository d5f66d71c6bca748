package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/** What a tether ties to: a prop or a part of the body. */
public sealed interface TieTarget {
  /** Where a target is. */
  interface Course {
    /** Its pose, x y z and a unit quaternion. Modified: dest. */
    void pose(int frame, double[] dest);
  }

  /** In files and on panels; {@link #of} reads it. */
  String words();

  /** Where it is in a motion; empty where the motion has it not. */
  Optional<Course> in(Motion motion);

  /** A prop by its name. */
  record OfProp(String name) implements TieTarget {
    private static final String BEFORE = "prop \"";
    private static final String AFTER = "\"";

    public OfProp {
      if (name.isBlank()) {
        throw new IllegalArgumentException("a tether needs something to be tied to");
      }
    }

    /** Its name, marked as one where the name alone would mean a part. */
    @Override
    public String words() {
      boolean unclear = part(name).isPresent() || isMarked(name);
      return unclear ? BEFORE + name + AFTER : name;
    }

    private static boolean isMarked(String words) {
      return words.startsWith(BEFORE)
          && words.endsWith(AFTER)
          && words.length() > BEFORE.length() + AFTER.length();
    }

    @Override
    public Optional<Course> in(Motion motion) {
      Optional<Prop> prop = motion.get(Props.KIND).named(name);
      return prop.map(p -> (frame, dest) -> p.path().read(frame, dest, 0));
    }
  }

  /** A part of the body. */
  record OfPart(Role role) implements TieTarget {
    @Override
    public String words() {
      return role.words();
    }

    @Override
    public Optional<Course> in(Motion motion) {
      var joint = motion.body().joint(role);
      return joint.isPresent()
          ? Optional.of(course(motion.clip(), joint.getAsInt()))
          : Optional.empty();
    }

    private static Course course(Clip clip, int joint) {
      WorldPose pose = WorldPose.only(clip.skeleton(), joint);
      return (frame, dest) -> {
        pose.solve(clip, frame);
        System.arraycopy(pose.positions(), 3 * joint, dest, 0, 3);
        System.arraycopy(pose.rotations(), 4 * joint, dest, 3, 4);
      };
    }
  }

  /** What words mean: a part where they are one's, else a prop. */
  static TieTarget of(String words) {
    if (OfProp.isMarked(words)) {
      return new OfProp(
          words.substring(OfProp.BEFORE.length(), words.length() - OfProp.AFTER.length()));
    }
    return part(words).<TieTarget>map(OfPart::new).orElseGet(() -> new OfProp(words));
  }

  private static Optional<Role> part(String words) {
    return Role.ofKey(words.trim().toLowerCase(Locale.ROOT).replace(' ', '-'));
  }

  /** The parts hands are laid on. */
  List<Role> PARTS =
      List.of(
          Role.HIPS,
          Role.CHEST,
          Role.HEAD,
          Role.LEFT_HAND,
          Role.RIGHT_HAND,
          Role.LEFT_THIGH,
          Role.RIGHT_THIGH,
          Role.LEFT_SHIN,
          Role.RIGHT_SHIN);

  /** What there is in a motion, in words: props first, then the parts hands are laid on. */
  static List<String> words(Motion in) {
    List<String> targets = new ArrayList<>();
    Props.of(in).forEach(p -> targets.add(new OfProp(p.name()).words()));
    for (Role role : PARTS) {
      if (in.body().joint(role).isPresent()) {
        targets.add(role.words());
      }
    }
    return targets;
  }
}
