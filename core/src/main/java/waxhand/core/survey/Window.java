package waxhand.core.survey;

import waxhand.core.body.Body;
import waxhand.core.contact.Ground;
import waxhand.core.contact.KnownContacts;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;

/**
 * A block of frames with as much of its neighbours as any watch can feel, unpacked into arrays.
 * Made once a thread and loaded again for each block.
 */
final class Window {
  private final Clip clip;
  private final Body body;
  private final Ground ground;
  private final KnownContacts contacts;
  private final Filled filled;
  private final WorldPose pose;
  private final double[][] rotations;
  private final double[][] translations;
  private final double[][] steps;
  private final double[] places;
  private final double[] turns;
  private Frames block;
  private Frames frames;

  /**
   * @param most frames a window can hold
   * @param ground what parts rest on
   */
  Window(Motion motion, int most, Ground ground) {
    this.clip = motion.clip();
    this.body = motion.body();
    this.ground = ground;
    this.contacts = KnownContacts.of(motion);
    this.filled = Filled.of(motion);
    int joints = clip.skeleton().size();
    pose = new WorldPose(clip.skeleton());
    rotations = new double[joints][4 * most];
    translations = new double[joints][];
    steps = new double[joints][most];
    for (int j = 0; j < joints; j++) {
      translations[j] = clip.hasTranslation(j) ? new double[3 * most] : null;
    }
    places = new double[3 * joints * most];
    turns = new double[4 * joints * most];
  }

  void load(Frames wanted, int reach) {
    block = wanted;
    frames = wanted.grown(reach).within(clip.allFrames());
    int joints = clip.skeleton().size();
    for (int j = 0; j < joints; j++) {
      clip.rotation(j).read(frames, rotations[j]);
      RotationVectors.alignSigns(rotations[j], frames.count());
      if (translations[j] != null) {
        clip.translation(j).read(frames, translations[j]);
      }
      steps(rotations[j], steps[j]);
    }
    for (int n = 0; n < frames.count(); n++) {
      pose.solve(clip, frames.from() + n);
      System.arraycopy(pose.positions(), 0, places, 3 * joints * n, 3 * joints);
      System.arraycopy(pose.rotations(), 0, turns, 4 * joints * n, 4 * joints);
    }
  }

  private void steps(double[] q, double[] dest) {
    dest[0] = 0;
    for (int n = 1; n < frames.count(); n++) {
      double sum = 0;
      for (int i = 0; i < 4; i++) {
        double d = q[4 * n + i] - q[4 * n - 4 + i];
        sum += d * d;
      }
      dest[n] = 2 * Math.sqrt(sum);
    }
  }

  Body body() {
    return body;
  }

  /** The frames whose marks are wanted. */
  Frames block() {
    return block;
  }

  /** The frames at hand. */
  Frames frames() {
    return frames;
  }

  int count() {
    return frames.count();
  }

  int joints() {
    return rotations.length;
  }

  int first() {
    return frames.from();
  }

  double rateHz() {
    return clip.rateHz();
  }

  Ground ground() {
    return ground;
  }

  /** The contacts that passes have settled in the frames at hand. */
  KnownContacts contacts() {
    return contacts.within(frames);
  }

  /** Where the motion was not captured. */
  Filled filled() {
    return filled;
  }

  /** So many frames as last {@code seconds}, at least {@code least}. */
  int frames(double seconds, int least) {
    return Math.max(least, (int) Math.round(seconds * clip.rateHz()));
  }

  /** Local rotations of a joint, 4 numbers a frame, neighbours on one side. Not to be modified. */
  double[] rotation(int joint) {
    return rotations[joint];
  }

  /** Local places of a joint that moves, 3 numbers a frame; null for others. Not to be modified. */
  double[] translation(int joint) {
    return translations[joint];
  }

  /** Angle from the frame before, radians, a frame. Not to be modified. */
  double[] steps(int joint) {
    return steps[joint];
  }

  /** World places: 3 numbers a joint, joints a frame. Not to be modified. */
  double[] places() {
    return places;
  }

  int placeAt(int frame, int joint) {
    return 3 * (rotations.length * frame + joint);
  }

  /** World rotations: 4 numbers a joint, joints a frame. Not to be modified. */
  double[] turns() {
    return turns;
  }

  int turnAt(int frame, int joint) {
    return 4 * (rotations.length * frame + joint);
  }

  boolean isAncestor(int ancestor, int joint) {
    return clip.skeleton().isAncestor(ancestor, joint);
  }

  int parent(int joint) {
    return clip.skeleton().parent(joint);
  }
}
