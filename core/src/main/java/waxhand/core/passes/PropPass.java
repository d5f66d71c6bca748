package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.props.Grip;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.LoadedMesh;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Shape;

/**
 * Puts a thing into the take, to rest on and to hold. {@link Grip} says how it goes with hands.
 *
 * @param name by which other passes call it
 * @param look what it looks like and feels like
 * @param start where it begins
 * @param holds when hands have it, in the order of time
 * @param made once it was worked out; not saved
 */
public record PropPass(String name, Look look, Start start, List<Hold> holds, Optional<Prop> made)
    implements Pass {

  /**
   * What a thing looks like and feels like.
   *
   * @param form box, cylinder, ball, platform or mesh
   * @param sizeM width, height and depth, metres
   * @param colour in words
   * @param mesh its form where that is a mesh, as it was loaded
   */
  public record Look(String form, Triple sizeM, String colour, Optional<LoadedMesh> mesh) {
    private Look withForm(String other) {
      return new Look(other, sizeM, colour, mesh);
    }

    private Look withSize(Triple other) {
      return new Look(form, other, colour, mesh);
    }

    private Look withColour(String other) {
      return new Look(form, sizeM, other, mesh);
    }

    private Look withMesh(Optional<LoadedMesh> other) {
      return new Look(form, sizeM, colour, other);
    }

    private Shape shape() {
      return switch (form) {
        case MESH ->
            mesh.<Shape>map(m -> m.mesh().sized(sizeM.x(), sizeM.y(), sizeM.z()))
                .orElseGet(() -> new Shape.Box(sizeM.x(), sizeM.y(), sizeM.z()));
        case "cylinder" -> new Shape.Cylinder(sizeM.x(), sizeM.y());
        case "ball" -> new Shape.Ball(sizeM.x());
        case "platform" -> new Shape.Plane(sizeM.x(), sizeM.z());
        default -> new Shape.Box(sizeM.x(), sizeM.y(), sizeM.z());
      };
    }
  }

  /**
   * Where a thing begins.
   *
   * @param atHands whether that is where the first hands take it; else where it is placed
   * @param placeM middle of its base, metres
   * @param headingRad turn about the vertical, to the left
   */
  public record Start(boolean atHands, Triple placeM, double headingRad) {
    private Start withAtHands(boolean other) {
      return new Start(other, placeM, headingRad);
    }

    private Start withPlace(Triple other) {
      return new Start(atHands, other, headingRad);
    }

    private Start withHeading(double otherRad) {
      return new Start(atHands, placeM, otherRad);
    }

    private double[] pose() {
      double[] pose = {placeM.x(), placeM.y(), placeM.z(), 0, 0, 0, 1};
      Poses.setHeading(headingRad, pose);
      return pose;
    }
  }

  /** What hands take so near over the floor stands on it, metres. */
  private static final double STANDS = 0.3;

  /** No mesh is smaller in any direction, metres. */
  private static final double THIN = 1e-3;

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
              new Look("box", new Triple(0.4, 0.3, 0.3), "slate", Optional.empty()),
              new Start(false, new Triple(0, 0, 0.6), 0),
              List.of(),
              Optional.empty()),
          settings(),
          false);

  private static List<Setting<PropPass>> settings() {
    List<Setting<PropPass>> looks =
        List.of(
            new Setting.Text<>(
                "name",
                "Name",
                "By which tethers and contacts call it.",
                in -> List.of(),
                PropPass::name,
                PropPass::withName),
            new Setting.Choice<>(
                "form",
                "Form",
                FORMS,
                "What it looks like and feels like.",
                p -> p.look.form,
                (p, v) -> p.with(p.look.withForm(v))),
            new Setting.Choice<>(
                "colour",
                "Colour",
                COLOURS,
                "How it is drawn.",
                p -> p.look.colour,
                (p, v) -> p.with(p.look.withColour(v))));
    List<Setting<PropPass>> size =
        Triple.settings(
            List.of("width", "height", "depth"),
            List.of("Width", "Height", "Depth"),
            "cm",
            new double[] {0.01, 50, 0.01},
            "How large it is.",
            PropPass::sizeM,
            PropPass::withSize);
    Setting<PropPass> begins =
        new Setting.Choice<>(
            "start",
            "Begins",
            STARTS,
            "Where it is placed, or where the hands that hold it first take it.",
            p -> STARTS.get(p.start.atHands ? 1 : 0),
            (p, v) -> p.with(p.start.withAtHands(v.equals(STARTS.get(1)))));
    List<Setting<PropPass>> place =
        Triple.settings(
            List.of("placeX", "placeY", "placeZ"),
            List.of("Place x", "Place y", "Place z"),
            "cm",
            new double[] {-100, 100, 0.01},
            "Where the middle of its base is before a hand takes it.",
            PropPass::placeM,
            PropPass::withPlace);
    List<Setting<PropPass>> rest =
        List.of(
            Setting.number(
                "headingRad",
                "Heading",
                "°",
                new double[] {-Math.PI, Math.PI, Math.toRadians(1)},
                "Turns it about the vertical.",
                p -> p.start.headingRad,
                (p, v) -> p.with(p.start.withHeading(v))),
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
                p -> p.look.mesh.stream().map(MeshItems::plain).toList(),
                (p, v) -> p.with(p.look.withMesh(v.stream().findFirst().map(MeshItems::mesh)))));
    return Stream.of(looks, size, List.of(begins), place, rest).flatMap(List::stream).toList();
  }

  public PropPass {
    holds = holds.stream().sorted(Comparator.comparingInt((Hold h) -> h.frames().from())).toList();
    if (!FORMS.contains(look.form)) {
      throw new IllegalArgumentException("form is " + look.form + "; it must be one of " + FORMS);
    }
    if (!(look.sizeM.x() > 0 && look.sizeM.y() > 0 && look.sizeM.z() > 0)) {
      throw new IllegalArgumentException("the size of " + name + " must be above 0");
    }
    if (name.isBlank()) {
      throw new IllegalArgumentException("a thing needs a name");
    }
  }

  /** Width, height and depth, metres. */
  public Triple sizeM() {
    return look.sizeM;
  }

  /** Where the middle of its base is placed, metres. */
  public Triple placeM() {
    return start.placeM;
  }

  private PropPass with(Look other) {
    return new PropPass(name, other, start, holds, Optional.empty());
  }

  private PropPass with(Start other) {
    return new PropPass(name, look, other, holds, Optional.empty());
  }

  public PropPass withName(String other) {
    return new PropPass(other, look, start, holds, Optional.empty());
  }

  public PropPass withSize(Triple other) {
    return with(look.withSize(other));
  }

  public PropPass withPlace(Triple other) {
    return with(start.withPlace(other));
  }

  public PropPass withHolds(List<Hold> others) {
    return new PropPass(name, look, start, others, Optional.empty());
  }

  /** In the form and size of a mesh. */
  public PropPass withMesh(LoadedMesh loaded) {
    double[] size = loaded.mesh().size();
    Triple sizeM =
        new Triple(Math.max(THIN, size[0]), Math.max(THIN, size[1]), Math.max(THIN, size[2]));
    return with(look.withForm(MESH).withMesh(Optional.of(loaded)).withSize(sizeM));
  }

  /** Placed so that its middle is between both hands in a frame; empty without hands. */
  public Optional<PropPass> betweenHands(Motion in, int frame) {
    double[] pose = new double[Poses.SIZE];
    if (!at(new Grip(in), Holder.BOTH_HANDS, Math.min(frame, in.clip().frames() - 1), pose)) {
      return Optional.empty();
    }
    double headingRad = Math.IEEEremainder(Poses.heading(pose), 2 * Math.PI);
    return Optional.of(with(new Start(false, new Triple(pose[0], pose[1], pose[2]), headingRad)));
  }

  /** The pose in which its middle is in some hands, upright; false without those. */
  private boolean at(Grip grip, Holder by, int frame, double[] pose) {
    if (!grip.has(by)) {
      return false;
    }
    grip.pose(by, frame, pose);
    pose[1] -= shape().size()[1] / 2;
    Poses.setHeading(by == Holder.BOTH_HANDS ? Poses.heading(pose) : start.headingRad, pose);
    return true;
  }

  private static Map<String, Object> plain(Hold hold) {
    Map<String, Object> item = new LinkedHashMap<>();
    item.put("by", hold.by().words());
    item.put("from", (double) hold.frames().from());
    item.put("to", (double) hold.frames().to());
    return item;
  }

  private static Hold hold(Map<String, Object> item) {
    return new Hold(Holder.of(item.get("by")), PlantItems.frames(item));
  }

  /** Its form in its size; a box while there is no mesh where there should be one. */
  public Shape shape() {
    return look.shape();
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
      Frames frames = before.local(hold.frames());
      if (!frames.isEmpty()) {
        now.add(new Hold(hold.by(), frames));
      }
    }
    return withHolds(now);
  }

  @Override
  public boolean uses(String key) {
    return !(start.atHands && !holds.isEmpty())
        || !List.of("placeX", "placeY", "placeZ", "headingRad").contains(key);
  }

  @Override
  public boolean isSettled() {
    return made.isPresent();
  }

  @Override
  public PropPass settled(Motion in, Place place) {
    return isSettled()
        ? this
        : new PropPass(
            name, look, start, holds, Optional.of(new Prop(name, shape(), look.colour, path(in))));
  }

  private PropPath path(Motion in) {
    double[] first = start.pose();
    Grip grip = new Grip(in);
    double floor = holds.isEmpty() ? 0 : Floor.rounded(in);
    if (start.atHands && !holds.isEmpty()) {
      Hold taken = holds.get(0);
      at(grip, taken.by(), Math.min(taken.frames().from(), in.clip().frames() - 1), first);
      // hands hold a thing that stands higher or lower than at its middle
      first[1] = Math.abs(first[1] - floor) < STANDS ? floor : first[1];
    }
    return grip.path(first, holds, floor);
  }

  @Override
  public int reach(Motion in, Place place) {
    // what a hand does while it takes the thing tells where it is ever after
    return holds.isEmpty() ? 0 : in.clip().frames();
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    if (look.form.equals(MESH) && look.mesh.isEmpty()) {
      return Optional.of("No mesh has been loaded, so it stands there as a box.");
    }
    Grip grip = new Grip(in);
    return holds.stream().anyMatch(h -> !grip.has(h.by()))
        ? Optional.of("This body has no such hand, so nothing is held.")
        : Optional.empty();
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    return in.with(made.orElseThrow());
  }
}
