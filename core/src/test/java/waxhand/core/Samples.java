package waxhand.core;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.IntFunction;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/** Small motions for tests: a body with usual names that sways, with noise. */
public final class Samples {
  private Samples() {}

  public static Joint joint(String name, int parent, double x, double y, double z) {
    return new Joint(name, parent, new Vector3d(x, y, z), parent < 0, Optional.empty());
  }

  /** A body of 20 joints, 1.7 m tall, standing with arms out, facing +z. */
  public static Skeleton body() {
    List<Joint> j = new ArrayList<>();
    j.add(joint("Hips", -1, 0, 0.95, 0));
    j.add(joint("Spine", 0, 0, 0.12, 0));
    j.add(joint("Chest", 1, 0, 0.2, 0));
    j.add(joint("Neck", 2, 0, 0.2, 0));
    j.add(joint("Head", 3, 0, 0.1, 0));
    for (int side = 1; side >= -1; side -= 2) {
      String name = side > 0 ? "Left" : "Right";
      int shoulder = j.size();
      j.add(joint(name + "Shoulder", 2, side * 0.03, 0.15, 0));
      j.add(joint(name + "Arm", shoulder, side * 0.15, 0, 0));
      j.add(joint(name + "ForeArm", shoulder + 1, side * 0.28, 0, 0));
      j.add(joint(name + "Hand", shoulder + 2, side * 0.25, 0, 0));
    }
    for (int side = 1; side >= -1; side -= 2) {
      String name = side > 0 ? "Left" : "Right";
      int thigh = j.size();
      j.add(joint(name + "UpLeg", 0, side * 0.09, -0.02, 0));
      j.add(joint(name + "Leg", thigh, 0, -0.42, 0));
      j.add(joint(name + "Foot", thigh + 1, 0, -0.42, 0));
      j.add(joint(name + "ToeBase", thigh + 2, 0, -0.07, 0.13));
    }
    return new Skeleton(j);
  }

  /** The body without the joints whose names hold any of some words. */
  public static Skeleton bodyWithout(String... words) {
    Skeleton body = body();
    List<Joint> kept = new ArrayList<>();
    int[] to = new int[body.size()];
    for (int j = 0; j < body.size(); j++) {
      Joint joint = body.joint(j);
      boolean gone = Arrays.stream(words).anyMatch(joint.name()::contains);
      to[j] = gone ? -1 : kept.size();
      if (!gone) {
        int parent = joint.parent() < 0 ? -1 : to[joint.parent()];
        kept.add(new Joint(joint.name(), parent, joint.offset(), joint.moves(), joint.tip()));
      }
    }
    return new Skeleton(kept);
  }

  /** Slow turns of every joint with white noise of {@code noiseRad}; the root walks along z. */
  public static Motion swaying(int frames, double rateHz, double noiseRad, long seed) {
    Skeleton skeleton = body();
    Random random = new Random(seed);
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      double[] q = new double[4 * frames];
      double[] v = new double[3];
      for (int f = 0; f < frames; f++) {
        for (int i = 0; i < 3; i++) {
          double slow = 0.3 * Math.sin(2 * Math.PI * 0.7 * f / rateHz + j + 2 * i);
          v[i] = slow + noiseRad * random.nextGaussian();
        }
        Quats.exp(v, 0, q, 4 * f);
      }
      rotations.add(Track.of(TrackType.ROTATION, q));
      translations.add(null);
    }
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      p[3 * f] = 0.1 * Math.sin(f / rateHz) + 0.1 * noiseRad * random.nextGaussian();
      p[3 * f + 1] = 0.95 + 0.1 * noiseRad * random.nextGaussian();
      p[3 * f + 2] = 0.8 * f / rateHz;
    }
    translations.set(0, Track.of(TrackType.TRANSLATION, p));
    return Motion.of(new Clip(skeleton, rateHz, rotations, translations));
  }

  /** Steps on the spot, a foot at a time, while the body drifts aside; its arms sway. */
  public static Motion stepping(int frames, double rateHz, double noiseRad, long seed) {
    Motion swaying = swaying(frames, rateHz, noiseRad, seed);
    Clip clip = swaying.clip();
    Random random = new Random(seed + 1);
    for (int side = 0; side < 2; side++) {
      String name = side == 0 ? "Left" : "Right";
      double[] bends = {-1, 2, -1, 0};
      String[] joints = {"UpLeg", "Leg", "Foot", "ToeBase"};
      for (int n = 0; n < joints.length; n++) {
        double[] q = new double[4 * frames];
        for (int f = 0; f < frames; f++) {
          double step = Math.sin(2 * Math.PI * 0.6 * f / rateHz + side * Math.PI);
          double[] v = {bends[n] * 0.5 * Math.max(0, step), 0, 0};
          for (int i = 0; i < 3; i++) {
            v[i] += 0.1 * noiseRad * random.nextGaussian();
          }
          Quats.exp(v, 0, q, 4 * f);
        }
        int j = clip.skeleton().indexOf(name + joints[n]);
        clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
      }
    }
    double[] p = new double[3 * frames];
    double[] q = new double[4 * frames];
    for (int f = 0; f < frames; f++) {
      p[3 * f] = 0.05 * f / rateHz + 0.1 * noiseRad * random.nextGaussian();
      p[3 * f + 1] = 0.95 + 0.1 * noiseRad * random.nextGaussian();
      p[3 * f + 2] = 0.1 * noiseRad * random.nextGaussian();
      q[4 * f + 3] = 1;
    }
    clip = clip.withRotation(0, Track.of(TrackType.ROTATION, q));
    return swaying.with(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
  }

  /** With a wild frame of the left forearm and a frozen stretch of the body in every second. */
  public static Motion faulty(Motion motion) {
    Clip clip = motion.clip();
    int second = (int) Math.round(clip.rateHz());
    int forearm = clip.skeleton().indexOf("LeftForeArm");
    double[] q = new double[4];
    for (int f = second / 2; f + second / 4 < clip.frames(); f += second) {
      clip.rotation(forearm).read(f, q, 0);
      Quats.multiply(q, 0, new double[] {0, 0, Math.sin(0.4), Math.cos(0.4)}, 0, q, 0);
      clip = clip.withRotation(forearm, clip.rotation(forearm).with(new Frames(f, f + 1), q));
      Frames run = new Frames(f + 12, f + 22);
      for (int j = 0; j < clip.skeleton().size(); j++) {
        clip = clip.withRotation(j, held(clip.rotation(j), run));
        clip =
            clip.hasTranslation(j) ? clip.withTranslation(j, held(clip.translation(j), run)) : clip;
      }
    }
    return motion.with(clip);
  }

  /** The track with the first sample of a run kept for all of it. */
  public static Track held(Track track, Frames run) {
    double[] values = new double[track.width() * run.count()];
    for (int n = 0; n < run.count(); n++) {
      track.read(run.from(), values, n * track.width());
    }
    return track.with(run, values);
  }

  /**
   * Whether joint and frame hold the very same bits in both, and translation in both or in none.
   */
  public static boolean sameBits(Clip a, Clip b, int joint, int frame) {
    return a.rotation(joint).sameAt(frame, b.rotation(joint))
        && a.hasTranslation(joint) == b.hasTranslation(joint)
        && (!a.hasTranslation(joint) || a.translation(joint).sameAt(frame, b.translation(joint)));
  }

  /** Whether everything is the same bits. */
  public static boolean sameBits(Clip a, Clip b) {
    return differences(a, b).isEmpty();
  }

  /** What is not the same in two clips, bit for bit, in words. */
  public static List<String> differences(Clip a, Clip b) {
    List<String> all = new ArrayList<>();
    if (a.frames() != b.frames() || a.rateHz() != b.rateHz()) {
      all.add(a.frames() + " and " + b.frames() + " frames at " + a.rateHz() + ", " + b.rateHz());
    }
    if (!a.skeleton().equals(b.skeleton())) {
      all.add("skeletons");
    }
    if (all.isEmpty()) {
      for (int j = 0; j < a.skeleton().size(); j++) {
        int first = -1;
        int last = -1;
        for (int f = 0; f < a.frames(); f++) {
          if (!sameBits(a, b, j, f)) {
            first = first < 0 ? f : first;
            last = f;
          }
        }
        if (first >= 0) {
          String translation =
              a.hasTranslation(j) == b.hasTranslation(j) ? "" : ", translation in one only";
          all.add(a.skeleton().joint(j).name() + " frames " + first + " to " + last + translation);
        }
      }
    }
    return all;
  }

  /** What is not the same in everything that two motions hold, in words. */
  public static List<String> differences(Motion a, Motion b) {
    List<String> all = differences(a.clip(), b.clip());
    Set<Strand.Kind<?>> kinds = new LinkedHashSet<>(a.kinds());
    kinds.addAll(b.kinds());
    for (Strand.Kind<?> kind : kinds) {
      if (!a.get(kind).equals(b.get(kind))) {
        all.add(kind + ": " + a.get(kind) + "\n   and: " + b.get(kind));
      }
    }
    return all;
  }

  /** A skeleton with joints that only twist, before its hands and beside its bones. */
  public static Skeleton twisting() {
    List<Joint> j = new ArrayList<>();
    j.add(joint("pelvis", -1, 0, 0.95, 0));
    for (int s = 1; s <= 4; s++) {
      j.add(joint("spine_0" + s, s - 1, 0, 0.1, 0));
    }
    j.add(joint("neck_01", 4, 0, 0.1, 0));
    j.add(joint("head", 5, 0, 0.1, 0));
    for (int side = 1; side >= -1; side -= 2) {
      String e = side > 0 ? "_l" : "_r";
      int c = j.size();
      j.add(joint("clavicle" + e, 4, side * 0.03, 0.05, 0));
      j.add(joint("upperarm" + e, c, side * 0.15, 0, 0));
      j.add(joint("upperarm_twist_01" + e, c + 1, side * 0.14, 0, 0));
      j.add(joint("lowerarm" + e, c + 1, side * 0.28, 0, 0));
      j.add(joint("lowerarm_twist_01" + e, c + 3, side * 0.12, 0, 0));
      j.add(joint("hand" + e, c + 4, side * 0.13, 0, 0));
      j.add(joint("index_01" + e, c + 5, side * 0.08, 0, 0));
      j.add(joint("index_02" + e, c + 6, side * 0.03, 0, 0));
      int t = j.size();
      j.add(joint("thigh" + e, 0, side * 0.09, 0, 0));
      j.add(joint("thigh_twist_01" + e, t, 0, -0.2, 0));
      j.add(joint("calf" + e, t, 0, -0.43, 0));
      j.add(joint("foot" + e, t + 2, 0, -0.43, 0));
    }
    return new Skeleton(j);
  }

  /** How a joint is turned in a frame beyond how it rests, in its parent's frame. */
  public interface Turned {
    /**
     * @param turn none at first. Modified.
     */
    void by(int joint, int frame, Quaterniond turn);
  }

  /**
   * A body that moves as it is told.
   *
   * @param root where its first joint is, metres, by frame
   */
  public static Motion told(
      Body body, int frames, double rateHz, Turned turned, IntFunction<Vector3d> root) {
    Skeleton skeleton = body.skeleton();
    List<Track> turns = new ArrayList<>();
    List<Track> places = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      double[] q = new double[4 * frames];
      for (int f = 0; f < frames; f++) {
        Quaterniond turn = new Quaterniond();
        turned.by(j, f, turn);
        turn.mul(skeleton.joint(j).rest());
        q[4 * f] = turn.x;
        q[4 * f + 1] = turn.y;
        q[4 * f + 2] = turn.z;
        q[4 * f + 3] = turn.w;
      }
      turns.add(Track.of(TrackType.ROTATION, q));
      places.add(null);
    }
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      Vector3d at = root.apply(f);
      p[3 * f] = at.x;
      p[3 * f + 1] = at.y;
      p[3 * f + 2] = at.z;
    }
    places.set(0, Track.of(TrackType.TRANSLATION, p));
    return new Motion(new Clip(skeleton, rateHz, turns, places), body);
  }
}
