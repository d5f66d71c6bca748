package waxhand.formats.bvh;

import java.util.BitSet;
import java.util.List;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.text.Decimals;

/** Writes the hierarchy of a skeleton: joints, offsets and channels. */
final class BvhTree {
  private final Skeleton skeleton;
  private final BvhJoint[] layout;
  private final Additions additions;
  private final BitSet bare;
  private final Unit unit;
  private final Up up;

  /**
   * @param layout channels of each joint
   * @param bare joints that are written without their offset. Not modified.
   */
  BvhTree(
      Skeleton skeleton, BvhJoint[] layout, Additions additions, BitSet bare, Unit unit, Up up) {
    this.skeleton = skeleton;
    this.layout = layout;
    this.additions = additions;
    this.bare = bare;
    this.unit = unit;
    this.up = up;
  }

  void write(Decimals out) {
    out.text("HIERARCHY\n");
    List<Joint> joints = skeleton.joints();
    for (int j = 0; j < joints.size(); j++) {
      if (joints.get(j).parent() < 0) {
        joint(j, 0, out);
      }
    }
  }

  private void joint(int j, int depth, Decimals out) {
    Joint joint = skeleton.joint(j);
    String indent = "\t".repeat(depth);
    out.text(indent + (depth == 0 ? "ROOT " : "JOINT ") + joint.name() + "\n" + indent + "{\n");
    offset(bare.get(j) ? new Vector3d() : joint.offset(), indent, out);
    StringBuilder channels = new StringBuilder();
    List<Channel> all = additions.channels(layout[j], j);
    for (Channel channel : all) {
      String axis = channel.name().substring(0, 1);
      channels.append(' ').append(axis).append(channel.isRotation() ? "rotation" : "position");
    }
    out.text(indent + "\tCHANNELS " + all.size() + channels + "\n");
    for (int child : skeleton.children(j)) {
      joint(child, depth + 1, out);
    }
    if (joint.tip().isPresent()) {
      out.text(indent + "\tEnd Site\n" + indent + "\t{\n");
      offset(joint.tip().get(), indent + "\t", out);
      out.text(indent + "\t}\n");
    }
    out.text(indent + "}\n");
  }

  private void offset(Vector3dc offset, String indent, Decimals out) {
    double[] v = {offset.x(), offset.y(), offset.z()};
    up.toFile(v, 0);
    out.text(indent + "\tOFFSET ");
    for (int i = 0; i < 3; i++) {
      out.number(v[i] / unit.metres()).text(i < 2 ? " " : "\n");
    }
  }
}
