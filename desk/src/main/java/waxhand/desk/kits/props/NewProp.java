package waxhand.desk.kits.props;

import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Triple;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.props.PropPass;
import waxhand.core.scene.Motion;
import waxhand.desk.session.Session;

/** A new prop: on the ground half a step ahead of the body. */
public final class NewProp {
  private static final double AHEAD_M = 0.5;

  private NewProp() {}

  public static Plate inFrontOfTheBody(Session session, Plate plate) {
    PropPass prop = (PropPass) plate.pass();
    Vector3d place =
        session
            .motionAt(session.flagBProperty().get())
            .map(
                m ->
                    ahead(
                        m,
                        session
                            .timingAt(session.flagBProperty().get())
                            .local(session.frameProperty().get())))
            .orElseGet(Vector3d::new);
    return plate
        .withPass(prop.withPlace(new Triple(place.x, 0, place.z)))
        .withName("Prop: " + prop.name());
  }

  private static Vector3d ahead(Motion motion, int frame) {
    Skeleton skeleton = motion.clip().skeleton();
    WorldPose pose = new WorldPose(skeleton);
    pose.solve(motion.clip(), Math.min(frame, motion.clip().frames() - 1));
    int hips = motion.body().joint(Role.HIPS).orElse(0);
    Vector3d forward = skeleton.toJointAtRest(hips, new Vector3d(0, 0, AHEAD_M));
    double[] to = {forward.x, forward.y, forward.z};
    Quats.rotate(pose.rotations(), 4 * hips, to, 0, to, 0);
    return new Vector3d(pose.x(hips) + to[0], 0, pose.z(hips) + to[2]);
  }
}
