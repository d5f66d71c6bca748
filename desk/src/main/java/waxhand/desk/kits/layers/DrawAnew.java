package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.limbs.Limb;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.DrawnAnew;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.work.Work;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;
import waxhand.desk.viewport.PlaceMark;

/**
 * A layer on which the selected part, with all of its limb, goes anew from one end of a stretch to
 * the other: for what was captured so wildly that nothing of it is worth keeping. Where a hand or
 * foot goes through the body a diamond does it with the first pull.
 */
public final class DrawAnew implements MarkSource {
  private final Session session;
  private final ObservableValue<Optional<Finding>> finding;

  /** Where the diamond is while a hand has it. */
  private Optional<Mark> held = Optional.empty();

  /**
   * @param finding the chosen one, if one is
   */
  public DrawAnew(Session session, ObservableValue<Optional<Finding>> finding) {
    this.session = session;
    this.finding = finding;
  }

  public void add(Commands commands) {
    commands.add(
        "Layer",
        "draw-anew",
        "Draw the selected part's limb anew: over the work range, or the finding here",
        "",
        "Alt+D",
        session::hasTake,
        () -> limb(session::refuse).ifPresent(this::draw));
  }

  /**
   * A limb that is drawn anew.
   *
   * @param joint the part of it that was selected
   * @param in what is drawn over
   * @param at where in the chain
   * @param plate what does it
   */
  private record Anew(int joint, Motion in, int at, Plate plate) {
    LayerPass layer() {
      return (LayerPass) plate.pass();
    }

    String words() {
      return "draw the " + plate.name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * The work range; where that is all of the take, the chosen finding if the playhead is in it,
   * else the playhead alone, and on either side as much as edits are held.
   */
  private Frames stretch() {
    Frames range = session.workRange();
    if (range.count() < session.frames()) {
      return range;
    }
    int frame = session.frameProperty().get();
    Frames about = here().map(Finding::frames).orElse(new Frames(frame, frame + 1));
    double before = session.posing().holdBeforeSProperty().get() * session.rateHz();
    int from = about.from() - (int) Math.round(before);
    int to = about.to() + (int) Math.round(LayerHands.holdFrames(session));
    return new Frames(from, to).within(Frames.first(session.frames()));
  }

  /** The chosen finding, if the playhead is in it. */
  private Optional<Finding> here() {
    int frame = session.frameProperty().get();
    return finding.getValue().filter(f -> f.frames().contains(frame));
  }

  /**
   * What would be drawn now.
   *
   * @param refused is told why nothing can be
   */
  private Optional<Anew> limb(Consumer<String> refused) {
    Chain chain = session.chain();
    int at = session.plate().flatMap(p -> find(chain, p)).map(k -> k + 1).orElse(chain.size());
    Optional<Stages> stages =
        session.stagesProperty().get().filter(s -> s.whole() && s.chain().equals(chain));
    if (stages.isEmpty()) {
      refused.accept("The take is still being worked out. Try again when it is.");
      return Optional.empty();
    }
    Motion in = stages.get().motions().get(at);
    Frames stretch = stretch();
    if (in.clip().frames() != session.frames()) {
      refused.accept("Frames are cut out before this place: parts are drawn anew before they are.");
      return Optional.empty();
    }
    int joint = session.held(in.body());
    if (joint < 0) {
      refused.accept(
          session.selected().isEmpty()
              ? "Select a part, or choose a finding, to have it drawn anew."
              : "The body has none of the selected parts here.");
      return Optional.empty();
    }
    BitSet joints = DrawnAnew.joints(in.body(), joint);
    Optional<LayerPass> layer = DrawnAnew.over(in, joints, stretch);
    if (layer.isEmpty()) {
      refused.accept("The stretch is too short to be drawn anew: set the work range over it.");
    }
    return layer.map(
        l -> {
          Plate plate =
              Plate.of(chain.freshId(LayerPass.KIND), l)
                  .withName(name(in.body(), joints, joint))
                  .withSpan(new Span(stretch.from(), stretch.to(), 0, 0));
          return new Anew(joint, in, at, plate);
        });
  }

  private static String name(Body body, BitSet joints, int joint) {
    String part = joints.cardinality() > 1 ? BodyPart.of(body, joint).words() : body.words(joint);
    return part.substring(0, 1).toUpperCase(Locale.ROOT) + part.substring(1) + " anew";
  }

  private static Optional<Integer> find(Chain chain, Plate plate) {
    return chain.indexOf(plate.id()).stream().boxed().findFirst();
  }

  private void draw(Anew anew) {
    session.editChain(anew.words(), null, c -> c.inserted(anew.at(), anew.plate()));
    choose(anew);
  }

  private void choose(Anew anew) {
    session.plateIdProperty().set(Optional.of(anew.plate().id()));
    session.settle();
  }

  @Override
  public List<Mark> marks() {
    if (held.isPresent()) {
      return List.of(held.get());
    }
    Optional<Finding> through = here().filter(f -> f.kind() == FindingKind.COLLISION);
    boolean busy =
        session.posing().pathShownProperty().get()
            || session.plate().filter(p -> p.pass() instanceof LayerPass).isPresent();
    return through.isEmpty() || busy
        ? List.of()
        : limb(why -> {})
            .filter(a -> DrawnAnew.joints(a.in().body(), through.get().joint()).get(a.joint()))
            .flatMap(this::diamond)
            .stream()
            .toList();
  }

  @Override
  public void onChange(Runnable changed) {
    finding.addListener((o, a, b) -> changed.run());
  }

  /** A diamond on the end of the limb, if it can be pulled. */
  private Optional<Mark> diamond(Anew anew) {
    Body body = anew.in().body();
    int frame = session.frameProperty().get();
    int end = Limb.with(body, anew.joint()).map(Limb::end).orElse(anew.joint());
    Motion out = anew.plate().apply(anew.in(), new Frames(frame, frame + 1), Work.UNWATCHED);
    PartEdit part = new PartEdit(anew.layer(), anew.in(), out, end, frame, frame);
    if (!part.isPulled()) {
      return Optional.empty();
    }
    Vector3d is = place(anew.in(), end, frame);
    Vector3d fromDrawn = is.sub(place(out, end, frame), new Vector3d());
    return Optional.of(
        new PlaceMark(
            is,
            Optional.empty(),
            "pull out: " + anew.plate().name().toLowerCase(Locale.ROOT),
            () -> pull(anew, part, is, fromDrawn),
            () -> pulled(anew, end)));
  }

  private static Vector3d place(Motion motion, int joint, int frame) {
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), joint);
    pose.solve(motion.clip(), frame);
    return new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
  }

  /** One drag: the limb drawn anew, with a key here; what is pulled goes from where it was seen. */
  private Consumer<Vector3d> pull(Anew anew, PartEdit part, Vector3d is, Vector3d fromDrawn) {
    Object key = new Object();
    return by -> {
      Vector3d now = new Vector3d(is).add(by);
      held = Optional.of(new PlaceMark(now, Optional.empty(), "", () -> way -> {}, () -> {}));
      double[] way = {by.x + fromDrawn.x, by.y + fromDrawn.y, by.z + fromDrawn.z};
      Plate plate = anew.plate().withPass(part.pulled(way, new LayerEdit.Hold.Between()));
      session.editChain(
          anew.words(),
          key,
          c ->
              c.indexOf(plate.id()).isPresent()
                  ? c.changed(plate.id(), p -> plate)
                  : c.inserted(anew.at(), plate));
    };
  }

  private void pulled(Anew anew, int end) {
    held = Optional.empty();
    if (session.chain().indexOf(anew.plate().id()).isPresent()) {
      BitSet alone = new BitSet();
      alone.set(end);
      session.select(anew.in().body(), alone);
      choose(anew);
    }
  }
}
