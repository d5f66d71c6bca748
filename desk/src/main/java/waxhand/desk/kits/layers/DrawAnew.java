package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.DrawnAnew;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.scene.Motion;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/**
 * A layer on which the selected part, with all of its limb, goes anew from one end of a stretch to
 * the other: for what was captured so wildly that nothing of it is worth keeping.
 */
public final class DrawAnew {
  private final Session session;
  private final Supplier<Optional<Frames>> finding;

  /**
   * @param finding frames of the chosen finding, if one is
   */
  public DrawAnew(Session session, Supplier<Optional<Frames>> finding) {
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
        this::run);
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
    Frames about =
        finding.get().filter(f -> f.contains(frame)).orElse(new Frames(frame, frame + 1));
    double before = session.posing().holdBeforeSProperty().get() * session.rateHz();
    int from = about.from() - (int) Math.round(before);
    int to = about.to() + (int) Math.round(LayerHands.holdFrames(session));
    return new Frames(from, to).within(Frames.first(session.frames()));
  }

  private void run() {
    Chain chain = session.chain();
    int at = session.plate().flatMap(p -> find(chain, p)).map(k -> k + 1).orElse(chain.size());
    Optional<Stages> stages =
        session.stagesProperty().get().filter(s -> s.whole() && s.chain().equals(chain));
    if (stages.isEmpty()) {
      session.refuse("The take is still being worked out. Try again when it is.");
      return;
    }
    Motion in = stages.get().motions().get(at);
    Frames stretch = stretch();
    if (in.clip().frames() != session.frames()) {
      session.refuse("Frames are cut out before this place: parts are drawn anew before they are.");
      return;
    }
    int joint = session.held(in.body());
    if (joint < 0) {
      session.refuse(
          session.selected().isEmpty()
              ? "Select a part, or choose a finding, to have it drawn anew."
              : "The body has none of the selected parts here.");
      return;
    }
    BitSet joints = DrawnAnew.joints(in.body(), joint);
    Optional<LayerPass> layer = DrawnAnew.over(in, joints, stretch);
    if (layer.isEmpty()) {
      session.refuse("The stretch is too short to be drawn anew: set the work range over it.");
      return;
    }
    String part =
        joints.cardinality() > 1 ? BodyPart.of(in.body(), joint).words() : in.body().words(joint);
    String id = chain.freshId(LayerPass.KIND);
    Plate plate =
        Plate.of(id, layer.get())
            .withName(part.substring(0, 1).toUpperCase(Locale.ROOT) + part.substring(1) + " anew")
            .withSpan(new Span(stretch.from(), stretch.to(), 0, 0));
    session.editChain("draw the " + part + " anew", null, c -> c.inserted(at, plate));
    session.plateIdProperty().set(Optional.of(id));
    session.settle();
  }

  private static Optional<Integer> find(Chain chain, Plate plate) {
    return chain.indexOf(plate.id()).stream().boxed().findFirst();
  }
}
