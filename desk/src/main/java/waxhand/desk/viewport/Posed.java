package waxhand.desk.viewport;

import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** A motion at the frame that is shown, with the places of its joints. */
final class Posed {
  private Optional<Motion> motion = Optional.empty();
  private WorldPose pose;
  private Skeleton skeleton;

  void show(Optional<Motion> other) {
    motion = other;
    if (motion.isPresent() && motion.get().clip().skeleton() != skeleton) {
      skeleton = motion.get().clip().skeleton();
      pose = new WorldPose(skeleton);
    }
  }

  /** Works out the places of the joints; a frame beyond the take is its last. */
  void solve(int frame) {
    motion.ifPresent(
        m -> pose.solve(m.clip(), Math.max(0, Math.min(m.clip().frames() - 1, frame))));
  }

  Optional<Motion> motion() {
    return motion;
  }

  /** Only while there is a motion. */
  WorldPose pose() {
    return pose;
  }

  /** World place of a joint, metres. */
  Optional<Vector3d> place(int joint) {
    return motion.map(m -> new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint)));
  }
}
