package waxhand.core.motion;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * Joints, parents before children. At rest every joint stands at its offset from its parent, turned
 * by its rest rotation. Immutable.
 */
public final class Skeleton {
  private final List<Joint> joints;
  private final int[] parents;
  private final double[] offsets;
  private final List<List<Integer>> children;

  /** How joints are turned in the world at rest; none where no joint is. */
  private final Optional<Quaterniond[]> turnedAtRest;

  /**
   * @param joints parents before children
   * @throws IllegalArgumentException if a joint's parent does not come before it
   */
  public Skeleton(List<Joint> joints) {
    this.joints = List.copyOf(joints);
    this.parents = new int[joints.size()];
    this.offsets = new double[3 * joints.size()];
    this.children = new ArrayList<>();
    for (int j = 0; j < parents.length; j++) {
      Joint joint = joints.get(j);
      if (joint.parent() < -1 || joint.parent() >= j) {
        throw new IllegalArgumentException(
            "joint " + j + " (" + joint.name() + ") has parent " + joint.parent());
      }
      parents[j] = joint.parent();
      offsets[3 * j] = joint.offset().x();
      offsets[3 * j + 1] = joint.offset().y();
      offsets[3 * j + 2] = joint.offset().z();
      children.add(new ArrayList<>());
      if (parents[j] >= 0) {
        children.get(parents[j]).add(j);
      }
    }
    turnedAtRest =
        this.joints.stream().anyMatch(Joint::isTurnedAtRest)
            ? Optional.of(restRotations())
            : Optional.empty();
  }

  private Quaterniond[] restRotations() {
    Quaterniond[] world = new Quaterniond[parents.length];
    for (int j = 0; j < world.length; j++) {
      world[j] = new Quaterniond(joints.get(j).rest());
      if (parents[j] >= 0) {
        world[j].premul(world[parents[j]]).normalize();
      }
    }
    return world;
  }

  public int size() {
    return parents.length;
  }

  public Joint joint(int index) {
    return joints.get(index);
  }

  public List<Joint> joints() {
    return joints;
  }

  /** Index of the parent, -1 for a root. */
  public int parent(int joint) {
    return parents[joint];
  }

  public List<Integer> children(int joint) {
    return List.copyOf(children.get(joint));
  }

  /** Component {@code axis} (0 to 2) of a joint's offset, metres. */
  public double offset(int joint, int axis) {
    return offsets[3 * joint + axis];
  }

  /** All offsets, 3 numbers a joint; never modified. */
  double[] offsets() {
    return offsets;
  }

  /** First joint of that name, or -1. */
  public int indexOf(String name) {
    for (int j = 0; j < parents.length; j++) {
      if (joints.get(j).name().equals(name)) {
        return j;
      }
    }
    return -1;
  }

  public boolean isAncestor(int ancestor, int joint) {
    int j = joint;
    while (j >= 0 && j != ancestor) {
      j = parents[j];
    }
    return j == ancestor;
  }

  /** These joints and all that hang from them. */
  public BitSet below(BitSet joints) {
    BitSet below = (BitSet) joints.clone();
    for (int j = 0; j < parents.length; j++) {
      if (parents[j] >= 0 && below.get(parents[j])) {
        below.set(j);
      }
    }
    return below;
  }

  /** Places of all joints at rest with the roots at their offsets, metres. */
  public Vector3d[] restPositions() {
    Vector3d[] rest = new Vector3d[size()];
    for (int j = 0; j < rest.length; j++) {
      rest[j] = new Vector3d(joints.get(j).offset());
      if (parents[j] >= 0) {
        toWorldAtRest(parents[j], rest[j]).add(rest[parents[j]]);
      }
    }
    return rest;
  }

  /** How a joint is turned in the world at rest, unit. */
  public Quaterniond restRotation(int joint) {
    return turnedAtRest.map(t -> new Quaterniond(t[joint])).orElseGet(Quaterniond::new);
  }

  /** A direction from a joint's frame to the world's, as the joint is turned at rest. */
  public Vector3d toWorldAtRest(int joint, Vector3d direction) {
    turnedAtRest.ifPresent(t -> t[joint].transform(direction));
    return direction;
  }

  /** A direction from the world's frame to a joint's, as the joint is turned at rest. */
  public Vector3d toJointAtRest(int joint, Vector3d direction) {
    turnedAtRest.ifPresent(t -> t[joint].transformInverse(direction));
    return direction;
  }

  public Skeleton scaled(double factor) {
    return new Skeleton(joints.stream().map(j -> j.scaled(factor)).toList());
  }

  @Override
  public boolean equals(Object other) {
    return this == other || (other instanceof Skeleton s && joints.equals(s.joints));
  }

  @Override
  public int hashCode() {
    return joints.hashCode();
  }
}
