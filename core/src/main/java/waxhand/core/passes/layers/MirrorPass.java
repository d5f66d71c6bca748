package waxhand.core.passes.layers;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Mirroring;
import waxhand.core.body.Role;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Triple;
import waxhand.core.chain.Worded;
import waxhand.core.contact.KnownContacts;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Exchanges left and right about an upright plane: what the left hand did the right hand does,
 * mirrored. {@link Mirroring} pairs the joints. Props stay where they are.
 *
 * @param about which plane
 */
public record MirrorPass(About about) implements Pass {
  /** An upright plane. */
  public enum About implements Worded {
    /**
     * Through the hips as they are when the span begins: from there the body goes the other way.
     */
    BEGINNING("the body as it begins") {
      @Override
      Frames shown(Frames span, double rateHz) {
        int first = (int) Math.ceil(BEGINNING_S * rateHz);
        return new Frames(span.from(), span.from() + first).within(span);
      }
    },
    /** Through the middle of where the hips are in the span, along how they face on the whole. */
    BODY("the body's middle") {
      @Override
      Frames shown(Frames span, double rateHz) {
        return span;
      }
    },
    /** Through the origin, along z. */
    WORLD("the world's middle") {
      @Override
      Frames shown(Frames span, double rateHz) {
        return Frames.NONE;
      }
    };

    /** How long a beginning lasts, seconds: single frames are too noisy. */
    private static final double BEGINNING_S = 0.5;

    private final String words;

    About(String words) {
      this.words = words;
    }

    /** The frames in which the body shows its plane; none where it is the world's. */
    abstract Frames shown(Frames span, double rateHz);

    @Override
    public String words() {
      return words;
    }
  }

  /** At most so many frames are looked at, evenly spread, to find how a body faces. */
  private static final int SAMPLES = 2000;

  public static final PassKind<MirrorPass> KIND =
      new PassKind<MirrorPass>(
              "mirror",
              "Mirror",
              "Exchanges left and right of the body; props stay where they are.",
              new MirrorPass(About.BEGINNING),
              List.of(
                  Setting.choice(
                      "about",
                      "About",
                      About.class,
                      "The upright plane the body is mirrored about: its own when the span begins, its"
                          + " own on the whole of the span, or the world's, where x is 0.",
                      MirrorPass::about,
                      (p, v) -> new MirrorPass(v))),
              true,
              false)
          .in(Stage.ACTING);

  @Override
  public PassKind<MirrorPass> kind() {
    return KIND;
  }

  @Override
  public boolean finds() {
    return about != About.WORLD;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    Mirroring mirroring = new Mirroring(in.body());
    Body body = in.body();
    boolean sides = body.joints().keySet().stream().anyMatch(r -> paired(body, r));
    Frames shown = about.shown(place.frames(in.clip().frames()), in.clip().rateHz());
    Plane plane = shownIn(shown, in, mirroring);
    return new Ready(this, place, plane, sides);
  }

  private static boolean paired(Body body, Role role) {
    return role.mirrored() != role && body.joint(role.mirrored()).isPresent();
  }

  /** An upright plane by a point of it and its normal, level and unit. */
  record Plane(Triple point, Triple normal) {}

  /** The plane a body has of its own in some frames; the world's where these show none. */
  private static Plane shownIn(Frames run, Motion in, Mirroring mirroring) {
    OptionalInt hips = in.body().joint(Role.HIPS);
    int j = hips.orElse(0);
    Vector3d across = in.clip().skeleton().toJointAtRest(j, mirroring.across());
    Vector3d point = new Vector3d();
    Vector3d normal = new Vector3d();
    Vector3d side = new Vector3d();
    WorldPose pose = WorldPose.only(in.clip().skeleton(), j);
    int step = Math.max(1, run.count() / SAMPLES);
    int count = 0;
    for (int f = run.from(); f < run.to(); f += step) {
      pose.solve(in.clip(), f);
      double[] q = pose.rotations();
      new Quaterniond(q[4 * j], q[4 * j + 1], q[4 * j + 2], q[4 * j + 3]).transform(across, side);
      normal.add(side.x, 0, side.z);
      point.add(pose.x(j), 0, pose.z(j));
      count++;
    }
    boolean known = normal.length() > 1e-3 * Math.max(1, count);
    normal = known ? normal.normalize() : new Vector3d(1, 0, 0);
    point.div(Math.max(1, count));
    return new Plane(new Triple(point.x, 0, point.z), new Triple(normal.x, 0, normal.z));
  }

  private record Ready(MirrorPass pass, Place place, Plane plane, boolean sides)
      implements Prepared {
    @Override
    public int reach() {
      return 0;
    }

    @Override
    public Optional<String> complaint() {
      return sides
          ? Optional.empty()
          : Optional.of("No sides were found in this skeleton, so nothing can be exchanged.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      if (!sides) {
        return in;
      }
      Mirroring mirroring = new Mirroring(in.body());
      Clip mirrored =
          InBlocks.of(
              in.clip(),
              frames,
              work,
              run -> new MirrorWriter(in.clip(), mirroring, plane).write(run));
      Frames all = place.frames(in.clip().frames());
      return in.with(mirrored)
          .with(KnownContacts.of(in).patched(all, KnownContacts.of(in).mirrored()))
          .with(Filled.of(in).patched(all, Filled.of(in).moved(mirroring::partner)));
    }
  }
}
