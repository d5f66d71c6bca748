package waxhand.desk.kits.path;

import java.util.Optional;
import java.util.stream.IntStream;
import org.joml.Vector3d;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.KnownContacts;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.kits.layers.LayerMarks;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;

/**
 * The path of the selected part, or of the chosen prop, as it is now, and what bends it.
 *
 * @param joint of the part; below 0 for a prop
 * @param is the path that is seen
 * @param beneath where it goes without the active layer, or at flag A
 * @param rests frames of it in which the part rests
 * @param frame of the playhead, counted as in the paths
 * @param times from the frames of the paths to those of the raw take
 * @param stage of the active layer, where one is chosen
 */
record PathScene(
    Session session,
    int joint,
    String part,
    PartPath is,
    PartPath beneath,
    FrameSet rests,
    int frame,
    TimeMap times,
    Optional<ChosenStage<LayerPass>> stage) {
  /** Of one selected part; empty where there is none, or nothing has been worked out. */
  static Optional<PathScene> of(Session session, PathTool tool) {
    Optional<ChosenStage<LayerPass>> stage = ChosenStage.of(session, LayerPass.class);
    Optional<Motion> out =
        stage.map(ChosenStage::out).or(() -> session.motionAt(session.flagBProperty().get()));
    if (out.isEmpty() || session.selected(out.get().body()).isEmpty()) {
      return Optional.empty();
    }
    Flag shown = session.flagBProperty().get();
    Motion in =
        stage
            .map(ChosenStage::in)
            .or(() -> session.motionAt(session.flagAProperty().get()))
            .filter(m -> m.clip().frames() == out.get().clip().frames())
            .orElse(out.get());
    TimeMap times = stage.map(ChosenStage::times).orElseGet(() -> session.timingAt(shown));
    int joint = session.held(out.get().body());
    int frame = Math.min(times.local(session.frameProperty().get()), out.get().clip().frames() - 1);
    int below = in.clip().skeleton() == out.get().clip().skeleton() ? joint : -1;
    PartPath is = PartPath.of(out.get().clip(), joint, tool.around(frame));
    PartPath beneath = below < 0 ? is : PartPath.of(in.clip(), below, tool.around(frame));
    return Optional.of(
        new PathScene(
            session,
            joint,
            out.get().body().words(joint),
            is,
            beneath,
            rests(out.get(), joint),
            frame,
            times,
            stage));
  }

  /** Of the prop that the chosen plate is about; empty where it is about none. */
  static Optional<PathScene> ofProp(Session session, PathTool tool) {
    Optional<ChosenStage<Pass>> stage = ChosenStage.of(session, Pass.class);
    Optional<Prop> prop =
        stage.flatMap(s -> prop(session).flatMap(name -> s.out().get(Props.KIND).named(name)));
    if (prop.isEmpty()) {
      return Optional.empty();
    }
    ChosenStage<Pass> at = stage.get();
    PropPath path = prop.get().path();
    int frame = Math.min(at.frame(), path.frames() - 1);
    Frames run = tool.around(frame);
    PartPath is = path.places(run);
    FrameSet rests =
        FrameSet.of(
            IntStream.range(is.run().from(), is.run().to())
                .filter(path::isStill)
                .mapToObj(f -> new Frames(f, f + 1))
                .toList());
    PartPath beneath =
        at.in().get(Props.KIND).named(prop.get().name()).map(p -> p.path().places(run)).orElse(is);
    return Optional.of(
        new PathScene(
            session,
            -1,
            prop.get().name(),
            is,
            beneath,
            rests,
            frame,
            at.times(),
            Optional.empty()));
  }

  /** The name of the prop that the chosen plate gives or works on; hands on a layer have parts. */
  static Optional<String> prop(Session session) {
    return session
        .plate()
        .map(Plate::pass)
        .filter(p -> !(p instanceof LayerPass) || session.selected().isEmpty())
        .flatMap(p -> p.gives().or(p::needs));
  }

  /** When the part, or what hangs from it, rests somewhere. */
  private static FrameSet rests(Motion motion, int joint) {
    FrameSet rests = FrameSet.NONE;
    for (var contact : KnownContacts.of(motion).contacts()) {
      ContactPart part = contact.part();
      int its = part.on(motion.body()).map(PartPoint::joint).orElse(-1);
      if (its == joint || its >= 0 && motion.clip().skeleton().parent(its) == joint) {
        rests = rests.union(FrameSet.of(contact.frames()));
      }
    }
    return rests;
  }

  int count() {
    return is.count();
  }

  /** Place of tick {@code n}, metres. */
  Vector3d place(int n) {
    return new Vector3d(is.at(n, 0), is.at(n, 1), is.at(n, 2));
  }

  /** Frame of tick {@code n} in the raw take. */
  int raw(int n) {
    return times.raw(is.run().from() + n);
  }

  boolean rests(int n) {
    return rests.contains(is.run().from() + n);
  }

  /** The part under a hand at tick {@code n} of an active layer. */
  Optional<PartEdit> edit(int n) {
    return stage
        .filter(s -> !s.plate().muted() && !s.plate().locked())
        .map(s -> new PartEdit(s.pass(), s.in(), s.out(), joint, is.run().from() + n, raw(n)));
  }

  /** Says why no hand bends the path. */
  void refuse() {
    if (joint < 0) {
      session.refuse(
          "The path of a prop is not dragged: smooth or straighten it over the work range.");
    } else if (stage.isEmpty()) {
      session.refuse("Add or choose a layer first: the path is bent on it.");
    } else if (!LayerMarks.isRefused(stage.get())) {
      session.refuse("This layer cannot bend the path of the " + part + ".");
    }
  }

  /** The channels whose keys bend the path. */
  Optional<PartEdit.Bender> bender() {
    return edit(0).flatMap(PartEdit::bender);
  }
}
