package waxhand.desk.viewport;

import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.retarget.Transfer;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;

/** A motion at the frame that is shown, with the places of its joints. */
final class Posed {
  private Optional<Motion> motion = Optional.empty();
  private WorldPose pose;
  private Skeleton skeleton;
  private int frame;

  void show(Optional<Motion> other) {
    motion = other;
    if (motion.isPresent() && motion.get().clip().skeleton() != skeleton) {
      skeleton = motion.get().clip().skeleton();
      pose = new WorldPose(skeleton);
    }
  }

  /** Works out the places of the joints; a frame beyond the take is its last. */
  void solve(int wanted) {
    motion.ifPresent(
        m -> {
          frame = Math.max(0, Math.min(m.clip().frames() - 1, wanted));
          pose.solve(m.clip(), frame);
        });
  }

  /** The value of a channel in the frame; 0 where there is none of that name. */
  double channel(String name) {
    Channels channels = motion.map(Channels::of).orElse(Channels.NONE);
    return channels.has(name) ? channels.at(name, frame) : 0;
  }

  /**
   * Where the other is on a character that this one is not on: brings this body to its size, about
   * the floor, and over it, so that both can be compared. After both were solved.
   */
  void over(Posed other) {
    if (motion.isEmpty() || other.motion.isEmpty() || isOnOneBody(other)) {
      return;
    }
    double size = Transfer.legRatio(motion.get().body(), other.motion.get().body());
    double[] here = hips();
    double[] there = other.hips();
    double[] p = pose.positions();
    for (int n = 0; n < p.length; n++) {
      int axis = n % 3;
      p[n] = size * p[n] + (axis == 1 ? 0 : there[axis] - size * here[axis]);
    }
  }

  private boolean isOnOneBody(Posed other) {
    return waxhand.core.character.Worn.by(motion.get())
        .equals(waxhand.core.character.Worn.by(other.motion.get()));
  }

  /** The middle between the thighs; the first joint where there are none. */
  private double[] hips() {
    Body body = motion.orElseThrow().body();
    int left = body.joint(Role.LEFT_THIGH).orElse(0);
    int right = body.joint(Role.RIGHT_THIGH).orElse(left);
    double[] middle = new double[3];
    for (int i = 0; i < 3; i++) {
      middle[i] = 0.5 * (pose.positions()[3 * left + i] + pose.positions()[3 * right + i]);
    }
    return middle;
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
