package waxhand.core.passes.props;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Item;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Triple;
import waxhand.core.chain.Worded;
import waxhand.core.contact.Floor;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Frames;
import waxhand.core.props.Grip;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.LoadedMesh;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Puts a prop into the take, to rest on and to hold. {@link Grip} says how it goes with hands.
 *
 * @param name by which other passes call it
 * @param look what it looks like and feels like
 * @param start where it begins
 * @param holds when hands have it, in the order of time
 */
public record PropPass(String name, Look look, Start start, List<Hold> holds) implements Pass {
  private static final List<Amount> SIZE =
      Triple.amounts(
          List.of("width", "height", "depth"),
          List.of("Width", "Height", "Depth"),
          new Amount("size", "Size", "cm", 0.01, 50, 0.01, "How large it is.").within(1e-3, 1000));

  private static final List<Amount> PLACE =
      Triple.along(
          new Amount(
                  "place",
                  "Place",
                  "cm",
                  -100,
                  100,
                  0.01,
                  "Where the middle of its base is before a hand takes it.")
              .within(-Floor.FARTHEST, Floor.FARTHEST));

  private static final Amount HEADING =
      Amount.angle("headingRad", "Heading", "Turns it about the vertical.");

  /** What a prop is like. */
  public enum Form implements Worded {
    BOX,
    CYLINDER,
    BALL,
    PLATFORM,
    MESH;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** How a prop is drawn. */
  public enum Colour implements Worded {
    SLATE,
    MOSS,
    CLAY,
    SAND;

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Where a prop begins. */
  public enum Begins implements Worded {
    PLACED("as placed"),
    AT_HANDS("where hands take it");

    private final String words;

    Begins(String words) {
      this.words = words;
    }

    @Override
    public String words() {
      return words;
    }
  }

  /**
   * What a prop looks like and feels like.
   *
   * @param sizeM width, height and depth, metres
   * @param mesh its form where that is a mesh, as it was loaded
   */
  public record Look(Form form, Triple sizeM, Colour colour, Optional<LoadedMesh> mesh) {
    public Look {
      sizeM.check(SIZE);
    }

    private Look withForm(Form other) {
      return new Look(other, sizeM, colour, mesh);
    }

    private Look withSize(Triple other) {
      return new Look(form, other, colour, mesh);
    }

    private Look withColour(Colour other) {
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
        case CYLINDER -> new Shape.Cylinder(sizeM.x(), sizeM.y());
        case BALL -> new Shape.Ball(sizeM.x());
        case PLATFORM -> new Shape.Plane(sizeM.x(), sizeM.z());
        case BOX -> new Shape.Box(sizeM.x(), sizeM.y(), sizeM.z());
      };
    }
  }

  /**
   * Where a prop begins.
   *
   * @param begins where it is placed, or where the first hands take it
   * @param placeM middle of its base, metres
   * @param headingRad turn about the vertical, to the left
   */
  public record Start(Begins begins, Triple placeM, double headingRad) {
    public Start {
      placeM.check(PLACE);
      HEADING.check(headingRad);
    }

    private Start withBegins(Begins other) {
      return new Start(other, placeM, headingRad);
    }

    private Start withPlace(Triple other) {
      return new Start(begins, other, headingRad);
    }

    private Start withHeading(double otherRad) {
      return new Start(begins, placeM, otherRad);
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

  private static final Setting.Form<Hold> HOLD =
      new Setting.Form<>(
          h -> Item.empty().with("by", h.by().words()).with(h.frames()),
          i -> new Hold(Holder.of(i.get("by")), i.frames()));

  public static final PassKind<PropPass> KIND =
      new PassKind<PropPass>(
              "prop",
              "Prop",
              "Puts a prop into the take: to rest on, to hold, to be carried.",
              new PropPass(
                  "crate",
                  new Look(Form.BOX, new Triple(0.4, 0.3, 0.3), Colour.SLATE, Optional.empty()),
                  new Start(Begins.PLACED, new Triple(0, 0, 0.6), 0),
                  List.of()),
              settings(),
              false)
          .in(Stage.GROUND);

  private static List<Setting<PropPass>> settings() {
    List<Setting<PropPass>> all = new ArrayList<>();
    all.add(
        new Setting.Text<>(
            "name",
            "Name",
            "By which tethers and contacts call it.",
            in -> List.of(),
            PropPass::name,
            PropPass::withName));
    all.add(
        Setting.choice(
            "form",
            "Form",
            Form.class,
            "What it looks like and feels like.",
            p -> p.look.form,
            (p, v) -> p.with(p.look.withForm(v))));
    all.add(
        Setting.choice(
            "colour",
            "Colour",
            Colour.class,
            "How it is drawn.",
            p -> p.look.colour,
            (p, v) -> p.with(p.look.withColour(v))));
    all.addAll(Triple.settings(SIZE, PropPass::sizeM, PropPass::withSize));
    all.add(
        Setting.choice(
            "start",
            "Begins",
            Begins.class,
            "Where it is placed, or where the hands that hold it first take it.",
            p -> p.start.begins,
            (p, v) -> p.with(p.start.withBegins(v))));
    all.addAll(Triple.settings(PLACE, PropPass::placeM, PropPass::withPlace));
    all.add(HEADING.of(p -> p.start.headingRad, (p, v) -> p.with(p.start.withHeading(v))));
    all.add(
        Setting.stretches(
            "holds",
            "Held",
            "When hands have it.",
            HOLD,
            Hold::frames,
            (h, frames) -> new Hold(h.by(), frames),
            PropPass::holds,
            PropPass::withHolds));
    all.add(
        Setting.items(
            "mesh",
            "Mesh",
            "Its form where that is a mesh, from a glTF file.",
            new Setting.Form<>(MeshItems::plain, MeshItems::mesh),
            p -> p.look.mesh.stream().toList(),
            (p, v) -> p.with(p.look.withMesh(v.stream().findFirst()))));
    return all;
  }

  public PropPass {
    holds = holds.stream().sorted(Comparator.comparingInt((Hold h) -> h.frames().from())).toList();
    if (name.isBlank()) {
      throw new IllegalArgumentException("a prop needs a name");
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
    return new PropPass(name, other, start, holds);
  }

  private PropPass with(Start other) {
    return new PropPass(name, look, other, holds);
  }

  public PropPass withName(String other) {
    return new PropPass(other, look, start, holds);
  }

  public PropPass withSize(Triple other) {
    return with(look.withSize(other));
  }

  public PropPass withPlace(Triple other) {
    return with(start.withPlace(other));
  }

  public PropPass withHolds(List<Hold> others) {
    return new PropPass(name, look, start, others);
  }

  /** In the form and size of a mesh. */
  public PropPass withMesh(LoadedMesh loaded) {
    double[] size = loaded.mesh().size();
    Triple sizeM =
        new Triple(Math.max(THIN, size[0]), Math.max(THIN, size[1]), Math.max(THIN, size[2]));
    return with(look.withForm(Form.MESH).withMesh(Optional.of(loaded)).withSize(sizeM));
  }

  /** Placed so that its middle is between both hands in a frame; empty without hands. */
  public Optional<PropPass> betweenHands(Motion in, int frame) {
    double[] pose = new double[Poses.SIZE];
    if (!at(new Grip(in), Holder.BOTH_HANDS, Math.min(frame, in.clip().frames() - 1), pose)) {
      return Optional.empty();
    }
    double headingRad = Math.IEEEremainder(Poses.heading(pose), 2 * Math.PI);
    return Optional.of(
        with(new Start(Begins.PLACED, new Triple(pose[0], pose[1], pose[2]), headingRad)));
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

  /** Its form in its size; a box while there is no mesh where there should be one. */
  public Shape shape() {
    return look.shape();
  }

  @Override
  public PassKind<PropPass> kind() {
    return KIND;
  }

  @Override
  public Optional<String> gives() {
    return Optional.of(name);
  }

  @Override
  public boolean uses(String key) {
    return !(isTaken() && start.begins == Begins.AT_HANDS)
        || !List.of("placeX", "placeY", "placeZ", "headingRad").contains(key);
  }

  private boolean isTaken() {
    return !holds.isEmpty();
  }

  @Override
  public boolean finds() {
    return isTaken();
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    Grip grip = new Grip(in);
    return new Ready(
        this,
        new Prop(name, shape(), look.colour.words(), path(in)),
        in.clip().frames(),
        holds.stream().allMatch(h -> grip.has(h.by())));
  }

  /**
   * The prop as it is in a take.
   *
   * @param hands whether the body has the hands that are to hold it
   */
  private record Ready(PropPass pass, Prop prop, int length, boolean hands) implements Prepared {
    @Override
    public int reach() {
      // what a hand does while it takes the prop tells where it is ever after
      return pass.isTaken() ? length : 0;
    }

    @Override
    public Optional<String> complaint() {
      if (pass.look.form == Form.MESH && pass.look.mesh.isEmpty()) {
        return Optional.of("No mesh has been loaded, so it stands there as a box.");
      }
      return hands
          ? Optional.empty()
          : Optional.of("This body has no such hand, so nothing is held.");
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      return in.with(in.get(Props.KIND).plus(prop));
    }
  }

  private PropPath path(Motion in) {
    double[] first = start.pose();
    Grip grip = new Grip(in);
    double floor = holds.isEmpty() ? 0 : Floor.rounded(in);
    if (start.begins == Begins.AT_HANDS && isTaken()) {
      Hold taken = holds.get(0);
      at(grip, taken.by(), Math.min(taken.frames().from(), in.clip().frames() - 1), first);
      // hands hold a prop that stands higher or lower than at its middle
      first[1] = Math.abs(first[1] - floor) < STANDS ? floor : first[1];
    }
    return grip.path(first, holds, floor);
  }
}
