package waxhand.core.thin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;

/**
 * Thins a run of frames of many joints at once. Each joint begins with a share of what its reach in
 * the world allows; then the whole pose is measured, and where any place is too far off, or what
 * rests slides, the joints above it are thinned again more finely there, until none is.
 */
public final class BodyThinner {
  /** Errors of the joints along a limb seldom all point one way. */
  private static final double SHARE = 0.5;

  /** Of what a part that rests may be off they have less: that may not change quickly either. */
  private static final double REST = 0.25;

  /** A place is carried by a frame and those beside it. */
  private static final int BESIDE = 2;

  /** After so many rounds what is still too far off keeps its samples. */
  private static final int ROUNDS = 14;

  private final Body body;
  private final BitSet joints;
  private final Tolerance tolerance;
  private final List<Contact> contacts;
  private final Reach reach;

  /**
   * @param joints to be thinned
   * @param contacts what rests and is to stay at rest
   */
  public BodyThinner(Body body, BitSet joints, Tolerance tolerance, List<Contact> contacts) {
    this.body = body;
    this.joints = (BitSet) joints.clone();
    this.tolerance = tolerance;
    this.contacts = tolerance.holdsContacts() ? List.copyOf(contacts) : List.of();
    reach = new Reach(body.skeleton(), joints);
  }

  /** What came of a run: the samples that the keys tell, and the keys. */
  public record Thinned(Frames run, Clip clip, List<Keyed> keyed) {
    /** A take with these samples in the run. */
    public Clip into(Clip take) {
      Clip out = take;
      for (Keyed k : keyed) {
        int j = k.joint();
        Track from = k.turns() ? clip.rotation(j) : clip.translation(j);
        double[] values = new double[from.width() * run.count()];
        from.read(Frames.first(run.count()), values);
        out =
            k.turns()
                ? out.withRotation(j, take.rotation(j).with(run, values))
                : out.withTranslation(j, take.translation(j).with(run, values));
      }
      return out;
    }
  }

  /**
   * Thins a run of frames; its first and its last frame are keys of all joints.
   *
   * @param clip of the body. The frames of the run are put in the place of its own.
   */
  public Thinned thin(Clip clip, Frames run) {
    Clip cut = clip.cut(run);
    List<Strip> strips = strips(cut, true);
    contacts.forEach(c -> begin(strips, c, run));
    RunPose pose = new RunPose(cut);
    Places places = new Places(reach, body, tolerance, contacts, pose, run);
    for (int round = 0; ; round++) {
      if (round > 0) {
        pose.begin();
      }
      for (Strip strip : strips) {
        strip.thin(pose);
      }
      places.measure(pose);
      if (!tightened(strips, places, round >= ROUNDS)) {
        break;
      }
    }
    Clip now = cut;
    for (Strip strip : strips) {
      now = strip.into(now);
    }
    return new Thinned(run, now, strips.stream().map(s -> s.keyed(run.from())).toList());
  }

  /** Finds key poses of a run of frames; its first and its last frame are among them. */
  public Thinned poses(Clip clip, Frames run) {
    Clip cut = clip.cut(run);
    List<Strip> strips = strips(cut, false);
    Places places = new Places(reach, body, tolerance, List.of(), new RunPose(cut), run);
    new PoseThinner(strips, places, cut).thin();
    Clip now = cut;
    for (Strip strip : strips) {
      now = strip.into(now);
    }
    return new Thinned(run, now, strips.stream().map(s -> s.keyed(run.from())).toList());
  }

  /**
   * @param apart whether each joint is thinned by itself, and so has a share only of what places
   *     allow
   */
  private List<Strip> strips(Clip cut, boolean apart) {
    List<Strip> strips = new ArrayList<>();
    for (int j = joints.nextSetBit(0); j >= 0; j = joints.nextSetBit(j + 1)) {
      double far = SHARE * tolerance.m() / Math.max(1e-3, reach.longest(j));
      double rad = apart ? Math.min(tolerance.rad(), far) : tolerance.rad();
      double m = apart ? SHARE * tolerance.m() : tolerance.m();
      strips.add(new Strip(j, Course.ROTATIONS, cut.rotation(j), Math.min(tolerance.rad(), far)));
      if (cut.hasTranslation(j)) {
        strips.add(new Strip(j, Course.PLACES, cut.translation(j), m));
      }
    }
    return strips;
  }

  /**
   * What carries a part that rests begins with a share of what that may be off. Modified: strips.
   */
  private void begin(List<Strip> strips, Contact contact, Frames run) {
    Frames resting = contact.frames().grown(BESIDE).within(run);
    int rests = contact.part().on(body).map(PartPoint::joint).orElse(-1);
    // its tip rests, too, where it has one
    double far =
        rests < 0 ? 0 : body.skeleton().joint(rests).tip().map(Vector3dc::length).orElse(0.0);
    for (int j = rests; j >= 0 && !resting.isEmpty(); j = body.skeleton().parent(j)) {
      double arm = far;
      int carries = j;
      strips.stream()
          .filter(s -> s.joint == carries)
          .forEach(
              s ->
                  s.begin(
                      resting.from() - run.from(),
                      resting.to() - run.from(),
                      REST * Tolerance.RESTING_M,
                      arm));
      far += body.skeleton().joint(j).offset().length();
    }
  }

  /** Tightens tolerances where places are too far off; whether any was. Modified: strips. */
  private boolean tightened(List<Strip> strips, Places places, boolean keep) {
    double[][] by = new double[body.skeleton().size()][];
    int count = places.frames();
    for (int n = 0; n < count; n++) {
      for (int k = 0; k < reach.count() && places.isOff(n); k++) {
        double share = places.share(k, n);
        if (!(share <= 1 + 1e-9)) {
          tighten(by, reach.joint(k), n, count, keep ? 0 : 0.9 / share);
        }
      }
    }
    boolean any = false;
    for (Strip strip : strips) {
      double[] factors = by[strip.joint];
      for (int n = 0; factors != null && n < count; n++) {
        if (factors[n] < 1) {
          strip.tighten(n, factors[n]);
          any = true;
        }
      }
    }
    return any;
  }

  /** A place is carried by all joints above it, by that frame and those beside it. */
  private void tighten(double[][] by, int joint, int frame, int count, double factor) {
    for (int j = joint; j >= 0; j = body.skeleton().parent(j)) {
      if (joints.get(j)) {
        if (by[j] == null) {
          by[j] = new double[count];
          Arrays.fill(by[j], 1);
        }
        for (int n = Math.max(0, frame - BESIDE); n < Math.min(count, frame + BESIDE + 1); n++) {
          by[j][n] = Math.min(by[j][n], Math.max(factor, factor == 0 ? 0 : 0.4));
        }
      }
    }
  }
}
