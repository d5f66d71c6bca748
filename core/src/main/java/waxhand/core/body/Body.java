package waxhand.core.body;

import java.util.BitSet;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;
import waxhand.core.text.Legible;

/**
 * A skeleton understood as a body: which joint has which role, where the soles are and how tall it
 * stands. Roles may be missing, all of them in the worst case. Immutable.
 */
public final class Body {
  /** Characters of a joint's own name that are shown in sentences and on labels. */
  private static final int QUOTED = 80;

  private final Skeleton skeleton;
  private final Map<Role, Integer> joints;
  private final BitSet members;
  private final Role[] roles;
  private final List<Sole> soles;
  private final double heightM;
  private final SoleThickness thickness;

  private Body(Skeleton skeleton, Map<Role, Integer> joints, BitSet members) {
    this(skeleton, joints, members, SoleThickness.FOUND);
  }

  private Body(
      Skeleton skeleton, Map<Role, Integer> joints, BitSet members, SoleThickness thickness) {
    this.thickness = thickness;
    this.skeleton = skeleton;
    this.joints = joints;
    this.members = members;
    this.roles = new Role[skeleton.size()];
    joints.forEach((role, j) -> roles[j] = roles[j] == null ? role : roles[j]);
    Vector3d[] rest = skeleton.restPositions();
    Stature stature = new Stature(skeleton, joints, rest);
    this.soles = Sole.of(skeleton, joints, rest, stature.ofBones(), thickness);
    this.heightM = stature.over(soles);
  }

  /** Finds the roles of a skeleton's joints; of the first body where there are several. */
  public static Body of(Skeleton skeleton) {
    return all(skeleton).get(0);
  }

  /**
   * The bodies of a skeleton, in the order of its joints; a heap of joints is one without roles.
   */
  public static List<Body> all(Skeleton skeleton) {
    List<BitSet> parts = BodySplit.of(skeleton);
    return parts.stream()
        .map(
            part -> {
              Map<Role, Integer> found = RoleFinder.find(skeleton, part);
              BitSet members = BodySplit.members(skeleton, part, found, parts.size() == 1);
              return new Body(skeleton, Collections.unmodifiableMap(found), members);
            })
        .toList();
  }

  /**
   * The bodies of a skeleton by their {@link #name}; one of a name that was there gets a number.
   */
  public static Map<String, Body> named(Skeleton skeleton) {
    Map<String, Body> named = new LinkedHashMap<>();
    for (Body body : all(skeleton)) {
      String name = body.name();
      for (int n = 2; named.containsKey(name); n++) {
        name = body.name() + " (" + n + ")";
      }
      named.put(name, body);
    }
    return named;
  }

  /** The same roles on another skeleton with the same joints. */
  public Body on(Skeleton other) {
    if (other.size() != skeleton.size()) {
      throw new IllegalArgumentException(other.size() + " joints, not " + skeleton.size());
    }
    return new Body(other, joints, members, thickness);
  }

  /** What was said of its soles; empty where that was found. */
  public SoleThickness soleThickness() {
    return thickness;
  }

  /** The same body on soles of another thickness; what is left to be found is as it is here. */
  public Body soled(SoleThickness soles) {
    return soles.isFound() ? this : new Body(skeleton, joints, members, soles.or(thickness));
  }

  /** The same joints in other roles; those that do not fit the skeleton are left out. */
  public Body playing(Cast cast) {
    Map<Role, Integer> fitting = cast.fitting(skeleton).joints();
    BitSet all = members();
    fitting.values().forEach(all::set);
    return new Body(skeleton, fitting, all, thickness);
  }

  /** The joints that are of this body; cameras, targets, props and other bodies are none. */
  public BitSet members() {
    return (BitSet) members.clone();
  }

  /**
   * The joints that move as a person does: of the members the hips and what hangs from them, and
   * not what carries these about; all members where no hips are known.
   */
  public BitSet figure() {
    BitSet figure = members();
    Integer hips = joints.get(Role.HIPS);
    if (hips != null) {
      BitSet top = new BitSet();
      top.set(hips);
      figure.and(skeleton.below(top));
    }
    return figure;
  }

  /** What a person would call this body: the name of its hips, as the file has it. */
  public String name() {
    return joints.containsKey(Role.HIPS)
        ? skeleton.joint(joints.get(Role.HIPS)).name()
        : skeleton.size() == 0 ? "" : skeleton.joint(0).name();
  }

  public Skeleton skeleton() {
    return skeleton;
  }

  /** The joint of that role. */
  public OptionalInt joint(Role role) {
    Integer j = joints.get(role);
    return j == null ? OptionalInt.empty() : OptionalInt.of(j);
  }

  public Optional<Role> role(int joint) {
    return Optional.ofNullable(roles[joint]);
  }

  /** The roles found and their joints. */
  public Map<Role, Integer> joints() {
    return joints;
  }

  /** Left first; empty where no foot was found. */
  public List<Sole> soles() {
    return soles;
  }

  /** From sole to the top of the head, metres, by the lengths of bones: see {@link Stature}. */
  public double heightM() {
    return heightM;
  }

  /** How thick the soles are: from the toes' joints down to the ground at rest, metres. */
  public OptionalDouble soleM() {
    return soles.stream().anyMatch(s -> s.toes() != s.foot()) ? ballM() : OptionalDouble.empty();
  }

  /** The same, from the ankles down where there are no toes. */
  public OptionalDouble ballM() {
    return thickness(1);
  }

  /** How thick they are under the heels: from the ankles down to the ground at rest, metres. */
  public OptionalDouble heelM() {
    return thickness(0);
  }

  private OptionalDouble thickness(int place) {
    return soles.stream()
        .mapToDouble(s -> -skeleton.toWorldAtRest(s.joint(place), new Vector3d(s.point(place))).y)
        .average();
  }

  /** Two bodies are one if they play the same roles on the same skeleton and soles. */
  @Override
  public boolean equals(Object other) {
    return this == other
        || other instanceof Body b
            && skeleton.equals(b.skeleton)
            && joints.equals(b.joints)
            && members.equals(b.members)
            && thickness.equals(b.thickness);
  }

  @Override
  public int hashCode() {
    return joints.hashCode() + thickness.hashCode();
  }

  /** How a person would name the joint: its role, or its name in the file. */
  public String words(int joint) {
    return roles[joint] == null
        ? Legible.of(skeleton.joint(joint).name(), QUOTED)
        : roles[joint].words();
  }
}
