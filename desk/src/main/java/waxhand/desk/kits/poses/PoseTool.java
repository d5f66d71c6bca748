package waxhand.desk.kits.poses;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;
import waxhand.core.project.KeptPose;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.desk.kits.NewPlates;
import waxhand.desk.kits.layers.LayerHands;
import waxhand.desk.kits.layers.LayerMarks;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Flag;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;

/** How poses are put on the active layer: by what share, mirrored, on which parts and hands. */
final class PoseTool {
  /** Which hands a shape is for. */
  enum Hands {
    LEFT(List.of(Side.LEFT)),
    RIGHT(List.of(Side.RIGHT)),
    BOTH(List.of(Side.LEFT, Side.RIGHT));

    private final List<Side> sides;

    Hands(List<Side> sides) {
      this.sides = sides;
    }
  }

  /** What a tile stands for: a pose of a body. */
  interface Source {
    String name();

    Pose on(Body body);
  }

  private final Session session;
  private final DoubleProperty share = new SimpleDoubleProperty(1);
  private final BooleanProperty mirrored = new SimpleBooleanProperty();
  private final BooleanProperty chosenOnly = new SimpleBooleanProperty();
  private final ObjectProperty<Hands> hands = new SimpleObjectProperty<>(Hands.BOTH);
  private final ObjectProperty<Optional<Source>> hovered =
      new SimpleObjectProperty<>(Optional.empty());
  private Optional<Source> awaited = Optional.empty();

  PoseTool(Session session) {
    this.session = session;
    session.selectionProperty().addListener((o, a, b) -> followSelection());
    session.stagesProperty().addListener((o, a, b) -> applyAwaited());
    session.plateIdProperty().addListener((o, a, b) -> followPlate());
    session.takeProperty().addListener((o, a, b) -> hovered.set(Optional.empty()));
    session.onTake(Take::id, this::begin);
  }

  /** For another take: nothing of the last one sticks. */
  private void begin() {
    share.set(1);
    mirrored.set(false);
    chosenOnly.set(false);
    hands.set(Hands.BOTH);
  }

  DoubleProperty shareProperty() {
    return share;
  }

  BooleanProperty mirroredProperty() {
    return mirrored;
  }

  /** Whether only the selected parts are posed, or kept. */
  BooleanProperty chosenOnlyProperty() {
    return chosenOnly;
  }

  ObjectProperty<Hands> handsProperty() {
    return hands;
  }

  /** The tile under the pointer, which the views show. */
  ObjectProperty<Optional<Source>> hoveredProperty() {
    return hovered;
  }

  /** Shows a tile's pose in the views, or not any more. */
  void hover(Source source, boolean on) {
    if (on) {
      hovered.set(Optional.of(source));
    } else if (hovered.get().filter(h -> h == source).isPresent()) {
      hovered.set(Optional.empty());
    }
  }

  /** A part of one arm says which hand is meant. */
  private void followSelection() {
    Set<Side> sides =
        chosen().stream()
            .filter(r -> r.side() != Side.MIDDLE)
            .map(Role::side)
            .collect(Collectors.toSet());
    if (sides.size() == 1) {
      hands.set(sides.contains(Side.LEFT) ? Hands.LEFT : Hands.RIGHT);
    }
  }

  Optional<Body> body() {
    return session.takeProperty().get().map(t -> t.raw().motion().body());
  }

  /** The selected parts; fingers of a selected hand are among them. */
  private Set<Role> chosen() {
    Set<Role> chosen = EnumSet.noneOf(Role.class);
    Optional<Body> body = body();
    if (body.isPresent()) {
      BitSet joints = session.selected();
      body.get()
          .joints()
          .forEach(
              (role, joint) -> {
                int parent = joint;
                while (parent >= 0 && !joints.get(parent) && role.isFinger()) {
                  parent = body.get().skeleton().parent(parent);
                }
                if (parent >= 0 && joints.get(parent)) {
                  chosen.add(role);
                }
              });
    }
    return chosen;
  }

  /** A shape of the hands that are meant. */
  Source shape(HandShape shape) {
    return new Source() {
      @Override
      public String name() {
        return shape.key();
      }

      @Override
      public Pose on(Body body) {
        Map<Role, Vector3dc> turns = new EnumMap<>(Role.class);
        for (Side side : hands.get().sides) {
          turns.putAll(shape.pose(body, side).turns());
        }
        return new Pose(turns);
      }
    };
  }

  /** A kept pose, mirrored if that is asked for. */
  Source kept(KeptPose kept) {
    return new Source() {
      @Override
      public String name() {
        return kept.name();
      }

      @Override
      public Pose on(Body body) {
        return mirrored.get() ? kept.pose().mirrored() : kept.pose();
      }
    };
  }

  /** What of it would be put on a body now. */
  Pose meant(Source source, Body body) {
    Pose whole = source.on(body);
    return chosenOnly.get() ? whole.of(chosen()) : whole;
  }

  /** Puts a pose on the active layer at the playhead; where there is none, on a new one. */
  void apply(Source source) {
    Optional<ChosenStage<LayerPass>> stage = ChosenStage.of(session, LayerPass.class);
    if (stage.isEmpty()) {
      awaited = Optional.of(source);
      if (session.plate().filter(p -> p.pass() instanceof LayerPass).isEmpty()) {
        new NewPlates(session).add(LayerPass.KIND);
      }
      return;
    }
    if (!LayerMarks.isRefused(stage.get())) {
      apply(stage.get(), source);
    }
  }

  /** The stages of a new layer may be there before it is chosen. */
  private void followPlate() {
    if (session.plate().filter(p -> p.pass() instanceof LayerPass).isEmpty()) {
      awaited = Optional.empty();
    }
    applyAwaited();
  }

  private void applyAwaited() {
    if (awaited.isPresent() && ChosenStage.of(session, LayerPass.class).isPresent()) {
      Source source = awaited.get();
      awaited = Optional.empty();
      apply(source);
    }
  }

  private void apply(ChosenStage<LayerPass> stage, Source source) {
    LayerPass layer = stage.pass();
    Body body = stage.out().body();
    Pose pose = meant(source, body).of(parts(layer));
    if (layer.frame() == LayerPass.Frame.WORLD) {
      session.refuse("This layer turns parts in the world; poses go on one that turns in parents.");
      return;
    }
    if (!isOn(pose, body)) {
      session.refuse(
          source.on(body).turns().isEmpty() && source.on(body).equals(meant(source, body))
              ? "This body has none of the parts of " + source.name() + "."
              : "None of the parts of " + source.name() + " can be posed here.");
      return;
    }
    int frame = session.frameProperty().get();
    LayerPass posed =
        LayerEdit.posed(
            layer,
            stage.in(),
            stage.out(),
            stage.frame(),
            frame,
            pose,
            share.get(),
            LayerHands.hold(session));
    new PlateEdit(session).to(source.name() + " on", posed);
    session.settle();
  }

  /** A layer that replaces has a say in parts with keys alone. */
  private static Set<Role> parts(LayerPass layer) {
    return EnumSet.allOf(Role.class).stream()
        .filter(r -> !layer.replaces() || LayerEdit.has(layer, PartName.of(r), Channel.Of.TURN))
        .collect(Collectors.toCollection(() -> EnumSet.noneOf(Role.class)));
  }

  private static boolean isOn(Pose pose, Body body) {
    return pose.turns().keySet().stream().anyMatch(r -> body.joint(r).isPresent());
  }

  /** The pose of the result at the playhead under a name; empty where nothing is to be kept. */
  Optional<KeptPose> taken(String name) {
    Optional<Motion> result = session.motionAt(Flag.RESULT);
    if (result.isEmpty()) {
      return Optional.empty();
    }
    Set<Role> parts = chosenOnly.get() ? chosen() : EnumSet.allOf(Role.class);
    int frame = session.timingAt(Flag.RESULT).local(session.frameProperty().get());
    int at = Math.min(frame, result.get().clip().frames() - 1);
    Pose pose = Pose.of(result.get().clip(), result.get().body(), at, parts);
    return pose.turns().isEmpty()
        ? Optional.empty()
        : Optional.of(new KeptPose(name.isBlank() ? freeName() : name.strip(), pose));
  }

  private String freeName() {
    List<String> names = new ArrayList<>();
    session.projectProperty().get().poses().forEach(p -> names.add(p.name()));
    int n = 1;
    while (names.contains("pose " + n)) {
      n++;
    }
    return "pose " + n;
  }

  /** Changes the poses of the project. */
  void edit(String what, List<KeptPose> poses) {
    session.edit(what, p -> p.withPoses(poses));
  }
}
