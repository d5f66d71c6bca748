package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Mesh;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Shape;

/**
 * Puts a thing into the take, to rest on and to hold. It stays where it is placed until a hand
 * takes it, goes with the hand, and stays where it is let go; what takes it over takes it as it is.
 *
 * @param name by which other passes call it
 * @param form box, cylinder, ball, platform or mesh
 * @param sizeM width, height and depth, metres
 * @param atHands whether it begins where the first hands take it; else where it is placed
 * @param placeM middle of its base, metres
 * @param headingRad turn about the vertical, to the left
 * @param colour in words
 * @param holds when hands have it, in the order of time
 * @param mesh its form where that is a mesh, as it was loaded
 * @param made once it was worked out; not saved
 */
public record PropPass(
    String name,
    String form,
    Triple sizeM,
    boolean atHands,
    Triple placeM,
    double headingRad,
    String colour,
    List<Hold> holds,
    Optional<LoadedMesh> mesh,
    Optional<Prop> made)
    implements Pass {

  /** Three numbers along x, y and z. */
  public record Triple(double x, double y, double z) {}

  /** Who holds a thing. */
  public enum Holder {
    LEFT_HAND("left hand"),
    RIGHT_HAND("right hand"),
    BOTH_HANDS("both hands");

    private final String words;

    Holder(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A mesh from a file.
   *
   * @param file its name
   */
  public record LoadedMesh(String file, Mesh mesh) {}

  /** A thing is held over some frames. */
  public record Hold(Holder by, Frames frames) {}

  /** What hands take so near over the floor stands on it, metres. */
  private static final double STANDS = 0.3;

  /** What is let go so near to the floor comes to stand on it, metres. */
  private static final double LET_GO = 0.1;

  /** Within this time, seconds. */
  private static final double SET_DOWN_S = 0.15;

  private static final String MESH = "mesh";
  private static final List<String> FORMS = List.of("box", "cylinder", "ball", "platform", MESH);
  private static final List<String> STARTS = List.of("as placed", "where hands take it");
  private static final List<String> COLOURS = List.of("slate", "moss", "clay", "sand");

  public static final PassKind<PropPass> KIND =
      new PassKind<>(
          "prop",
          "Prop",
          "Puts a thing into the take: to rest on, to hold, to be carried.",
          new PropPass(
              "crate",
              "box",
              new Triple(0.4, 0.3, 0.3),
              false,
              new Triple(0, 0, 0.6),
              0,
              "slate",
              List.of(),
              Optional.empty(),
              Optional.empty()),
          List.of(
              new Setting.Text<>(
                  "name",
                  "Name",
                  "By which tethers and contacts call it.",
                  in -> List.of(),
                  PropPass::name,
                  (p, v) -> p.with(v, p.form, p.colour)),
              new Setting.Choice<>(
                  "form",
                  "Form",
                  FORMS,
                  "What it looks like and feels like.",
                  PropPass::form,
                  (p, v) -> p.with(p.name, v, p.colour)),
              new Setting.Choice<>(
                  "colour",
                  "Colour",
                  COLOURS,
                  "How it is drawn.",
                  PropPass::colour,
                  (p, v) -> p.with(p.name, p.form, v)),
              size("width", "Width", s -> s.x, (s, v) -> new Triple(v, s.y, s.z)),
              size("height", "Height", s -> s.y, (s, v) -> new Triple(s.x, v, s.z)),
              size("depth", "Depth", s -> s.z, (s, v) -> new Triple(s.x, s.y, v)),
              new Setting.Choice<>(
                  "start",
                  "Begins",
                  STARTS,
                  "Where it is placed, or where the hands that hold it first take it.",
                  p -> STARTS.get(p.atHands ? 1 : 0),
                  (p, v) -> p.withAtHands(v.equals(STARTS.get(1)))),
              place("placeX", "Place x", s -> s.x, (s, v) -> new Triple(v, s.y, s.z)),
              place("placeY", "Place y", s -> s.y, (s, v) -> new Triple(s.x, v, s.z)),
              place("placeZ", "Place z", s -> s.z, (s, v) -> new Triple(s.x, s.y, v)),
              new Setting.Number<>(
                  "headingRad",
                  "Heading",
                  "°",
                  -Math.PI,
                  Math.PI,
                  Math.toRadians(1),
                  "Turns it about the vertical.",
                  PropPass::headingRad,
                  PropPass::withHeading),
              new Setting.Items<>(
                  "holds",
                  "Held",
                  "When hands have it.",
                  p -> p.holds.stream().map(PropPass::plain).toList(),
                  (p, v) -> p.withHolds(v.stream().map(PropPass::hold).toList())),
              new Setting.Items<>(
                  "mesh",
                  "Mesh",
                  "Its form where that is a mesh, from a glTF file.",
                  p -> p.mesh.stream().map(MeshItems::plain).toList(),
                  (p, v) -> p.withMesh(v.stream().findFirst().map(MeshItems::mesh)))),
          false);

  public PropPass {
    holds = holds.stream().sorted(Comparator.comparingInt((Hold h) -> h.frames.from())).toList();
    if (!FORMS.contains(form)) {
      throw new IllegalArgumentException("form is " + form + "; it must be one of " + FORMS);
    }
    if (!(sizeM.x > 0 && sizeM.y > 0 && sizeM.z > 0)) {
      throw new IllegalArgumentException("the size of " + name + " must be above 0");
    }
    if (name.isBlank()) {
      throw new IllegalArgumentException("a thing needs a name");
    }
  }

  private static Setting<PropPass> size(
      String key,
      String words,
      Function<Triple, Double> get,
      BiFunction<Triple, Double, Triple> set) {
    return new Setting.Number<>(
        key,
        words,
        "cm",
        0.01,
        50,
        0.01,
        "How large it is.",
        p -> get.apply(p.sizeM),
        (p, v) -> p.withSize(set.apply(p.sizeM, v)));
  }

  private static Setting<PropPass> place(
      String key,
      String words,
      Function<Triple, Double> get,
      BiFunction<Triple, Double, Triple> set) {
    return new Setting.Number<>(
        key,
        words,
        "cm",
        -100,
        100,
        0.01,
        "Where the middle of its base is before a hand takes it.",
        p -> get.apply(p.placeM),
        (p, v) -> p.withPlace(set.apply(p.placeM, v)));
  }

  private PropPass with(String otherName, String otherForm, String otherColour) {
    return new PropPass(
        otherName,
        otherForm,
        sizeM,
        atHands,
        placeM,
        headingRad,
        otherColour,
        holds,
        mesh,
        Optional.empty());
  }

  public PropPass withName(String other) {
    return with(other, form, colour);
  }

  public PropPass withSize(Triple other) {
    return new PropPass(
        name, form, other, atHands, placeM, headingRad, colour, holds, mesh, Optional.empty());
  }

  public PropPass withPlace(Triple other) {
    return new PropPass(
        name, form, sizeM, atHands, other, headingRad, colour, holds, mesh, Optional.empty());
  }

  private PropPass withHeading(double otherRad) {
    return new PropPass(
        name, form, sizeM, atHands, placeM, otherRad, colour, holds, mesh, Optional.empty());
  }

  private PropPass withAtHands(boolean other) {
    return new PropPass(
        name, form, sizeM, other, placeM, headingRad, colour, holds, mesh, Optional.empty());
  }

  public PropPass withHolds(List<Hold> others) {
    return new PropPass(
        name, form, sizeM, atHands, placeM, headingRad, colour, others, mesh, Optional.empty());
  }

  private PropPass withMesh(Optional<LoadedMesh> other) {
    return new PropPass(
        name, form, sizeM, atHands, placeM, headingRad, colour, holds, other, Optional.empty());
  }

  /** In the form and size of a mesh. */
  public PropPass withMesh(LoadedMesh loaded) {
    double[] size = loaded.mesh().size();
    double least = 1e-3;
    return withMesh(Optional.of(loaded))
        .with(name, MESH, colour)
        .withSize(
            new Triple(
                Math.max(least, size[0]), Math.max(least, size[1]), Math.max(least, size[2])));
  }

  /** Placed so that its middle is between both hands in a frame; empty without hands. */
  public Optional<PropPass> betweenHands(Motion in, int frame) {
    double[] pose = new double[7];
    if (!at(new Grip(in), Holder.BOTH_HANDS, Math.min(frame, in.clip().frames() - 1), pose)) {
      return Optional.empty();
    }
    double heading = 2 * Math.atan2(pose[4], pose[6]);
    return Optional.of(
        withAtHands(false)
            .withPlace(new Triple(pose[0], pose[1], pose[2]))
            .withHeading(Math.IEEEremainder(heading, 2 * Math.PI)));
  }

  /** The pose in which its middle is in some hands, upright; false without those. */
  private boolean at(Grip grip, Holder by, int frame, double[] pose) {
    if (!grip.has(by)) {
      return false;
    }
    grip.pose(by, frame, pose);
    pose[1] -= shape().size()[1] / 2;
    double heading = by == Holder.BOTH_HANDS ? 2 * Math.atan2(pose[4], pose[6]) : headingRad;
    pose[3] = 0;
    pose[4] = Math.sin(heading / 2);
    pose[5] = 0;
    pose[6] = Math.cos(heading / 2);
    return true;
  }

  private static Map<String, Object> plain(Hold hold) {
    Map<String, Object> item = new LinkedHashMap<>();
    item.put("by", hold.by.words);
    item.put("from", (double) hold.frames.from());
    item.put("to", (double) hold.frames.to());
    return item;
  }

  private static Hold hold(Map<String, Object> item) {
    for (Holder by : Holder.values()) {
      if (by.words.equals(item.get("by"))) {
        return new Hold(by, PlantItems.frames(item));
      }
    }
    throw new IllegalArgumentException("nobody is called '" + item.get("by") + "' to hold things");
  }

  /** Its form in its size; a box while there is no mesh where there should be one. */
  public Shape shape() {
    return switch (form) {
      case MESH ->
          mesh.<Shape>map(m -> m.mesh.sized(sizeM.x, sizeM.y, sizeM.z))
              .orElseGet(() -> new Shape.Box(sizeM.x, sizeM.y, sizeM.z));
      case "cylinder" -> new Shape.Cylinder(sizeM.x, sizeM.y);
      case "ball" -> new Shape.Ball(sizeM.x);
      case "platform" -> new Shape.Plane(sizeM.x, sizeM.z);
      default -> new Shape.Box(sizeM.x, sizeM.y, sizeM.z);
    };
  }

  @Override
  public PassKind<PropPass> kind() {
    return KIND;
  }

  @Override
  public PropPass shared() {
    return withHolds(List.of());
  }

  @Override
  public PropPass placed(Timing before) {
    if (before.isPlain() || holds.isEmpty()) {
      return this;
    }
    List<Hold> now = new ArrayList<>();
    for (Hold hold : holds) {
      Frames frames = before.local(hold.frames);
      if (!frames.isEmpty()) {
        now.add(new Hold(hold.by, frames));
      }
    }
    return withHolds(now);
  }

  @Override
  public boolean uses(String key) {
    return !(atHands && !holds.isEmpty())
        || !List.of("placeX", "placeY", "placeZ", "headingRad").contains(key);
  }

  @Override
  public boolean isSettled() {
    return made.isPresent();
  }

  @Override
  public PropPass settled(Motion in, Place place) {
    if (isSettled()) {
      return this;
    }
    Prop prop = new Prop(name, shape(), colour, path(in));
    return new PropPass(
        name, form, sizeM, atHands, placeM, headingRad, colour, holds, mesh, Optional.of(prop));
  }

  @Override
  public int reach(Motion in, Place place) {
    // what a hand does while it takes the thing tells where it is ever after
    return holds.isEmpty() ? 0 : in.clip().frames();
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    if (form.equals(MESH) && mesh.isEmpty()) {
      return Optional.of("No mesh has been loaded, so it stands there as a box.");
    }
    boolean missing =
        holds.stream()
            .anyMatch(
                h ->
                    h.by != Holder.RIGHT_HAND && in.body().joint(Role.LEFT_HAND).isEmpty()
                        || h.by != Holder.LEFT_HAND && in.body().joint(Role.RIGHT_HAND).isEmpty());
    return missing
        ? Optional.of("This body has no such hand, so nothing is held.")
        : Optional.empty();
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    return in.with(made.orElseThrow());
  }

  // ---- where it is -------------------------------------------------------------------------

  private PropPath path(Motion in) {
    Clip clip = in.clip();
    double[] path = new double[7 * clip.frames()];
    double[] now = new double[7];
    now[0] = placeM.x;
    now[1] = placeM.y;
    now[2] = placeM.z;
    now[4] = Math.sin(headingRad / 2);
    now[6] = Math.cos(headingRad / 2);
    Grip grip = new Grip(in);
    double floor = holds.isEmpty() ? 0 : Floor.rounded(in);
    if (atHands && !holds.isEmpty()) {
      Hold first = holds.get(0);
      at(grip, first.by, Math.min(first.frames.from(), clip.frames() - 1), now);
      // hands hold a thing that stands higher or lower than at its middle
      now[1] = Math.abs(now[1] - floor) < STANDS ? floor : now[1];
    }
    double[] hand = new double[7];
    double[] inHand = new double[7];
    int next = 0;
    int freed = -clip.frames();
    Hold held = null;
    for (int f = 0; f < clip.frames(); f++) {
      while (next < holds.size() && holds.get(next).frames.from() <= f) {
        Hold taken = holds.get(next++);
        if (grip.has(taken.by) && taken.frames.contains(f)) {
          held = taken;
          grip.pose(held.by, f, hand);
          relative(hand, now, inHand);
        }
      }
      if (held != null && held.frames.contains(f)) {
        grip.pose(held.by, f, hand);
        within(hand, inHand, now);
      } else {
        if (held != null) {
          freed = f;
        }
        held = null;
        setDown(now, f - freed, clip.rateHz(), floor);
      }
      System.arraycopy(now, 0, path, 7 * f, 7);
    }
    return PropPath.adopt(path);
  }

  /** What is let go just over the floor, or just in it, comes to stand on it within a while. */
  private static void setDown(double[] now, int frames, double rateHz, double floor) {
    double left = SET_DOWN_S * rateHz - frames;
    double off = now[1] - floor;
    if (left > 0 && Math.abs(off) < LET_GO) {
      now[1] = left <= 1 ? floor : now[1] - 2 * off / (left + 1);
    }
  }

  /** The pose of {@code b} seen from {@code a}. Modified: dest. */
  static void relative(double[] a, double[] b, double[] dest) {
    double[] back = {-a[3], -a[4], -a[5], a[6]};
    for (int i = 0; i < 3; i++) {
      dest[i] = b[i] - a[i];
    }
    Quats.rotate(back, 0, dest, 0, dest, 0);
    Quats.multiply(back, 0, b, 3, dest, 3);
  }

  /** The pose that {@code b} is seen as from {@code a}. Modified: dest. */
  static void within(double[] a, double[] b, double[] dest) {
    double[] p = {b[0], b[1], b[2]};
    Quats.rotate(a, 3, p, 0, p, 0);
    for (int i = 0; i < 3; i++) {
      dest[i] = a[i] + p[i];
    }
    double[] q = new double[4];
    Quats.multiply(a, 3, b, 3, q, 0);
    System.arraycopy(q, 0, dest, 3, 4);
  }

  /** Where hands are. */
  private static final class Grip {
    private final Clip clip;
    private final int[] hands = {-1, -1};
    private final WorldPose pose;

    Grip(Motion in) {
      clip = in.clip();
      Body body = in.body();
      hands[0] = body.joint(Role.LEFT_HAND).orElse(-1);
      hands[1] = body.joint(Role.RIGHT_HAND).orElse(-1);
      pose = WorldPose.only(clip.skeleton(), Math.max(0, hands[0]), Math.max(0, hands[1]));
    }

    boolean has(Holder by) {
      return (by == Holder.RIGHT_HAND || hands[0] >= 0)
          && (by == Holder.LEFT_HAND || hands[1] >= 0);
    }

    void pose(Holder by, int frame, double[] dest) {
      pose.solve(clip, frame);
      if (by != Holder.BOTH_HANDS) {
        int j = hands[by == Holder.LEFT_HAND ? 0 : 1];
        System.arraycopy(pose.positions(), 3 * j, dest, 0, 3);
        System.arraycopy(pose.rotations(), 4 * j, dest, 3, 4);
        return;
      }
      // between both hands, turned as the line between them
      double[] p = pose.positions();
      double x = p[3 * hands[0]] - p[3 * hands[1]];
      double z = p[3 * hands[0] + 2] - p[3 * hands[1] + 2];
      double heading = Math.atan2(-z, x);
      for (int i = 0; i < 3; i++) {
        dest[i] = 0.5 * (p[3 * hands[0] + i] + p[3 * hands[1] + i]);
      }
      dest[3] = 0;
      dest[4] = Math.sin(heading / 2);
      dest[5] = 0;
      dest[6] = Math.cos(heading / 2);
    }
  }
}
