package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import waxhand.core.body.Body;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.DrawnAnew;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/**
 * A layer on which the selected part, with all of its limb, goes anew from one end of a stretch to
 * the other: for what was captured so wildly that nothing of it is worth keeping.
 */
public final class DrawAnew {
  private final Session session;
  private final ObservableValue<Optional<Finding>> finding;

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
  record Anew(int joint, Motion in, int at, Plate plate) {
    LayerPass layer() {
      return (LayerPass) plate.pass();
    }

    String words() {
      return "draw the " + plate.name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * The work range; where that is all of the take, or elsewhere, the chosen finding if the playhead
   * is in it, else the playhead alone, and on either side as much as edits are held.
   */
  private Frames stretch() {
    Frames range = session.workRange();
    int frame = session.frameProperty().get();
    if (range.count() < session.frames() && range.contains(frame)) {
      return range;
    }
    Frames about = here().map(Finding::frames).orElse(new Frames(frame, frame + 1));
    double before = session.posing().holdBeforeSProperty().get() * session.rateHz();
    int from = about.from() - (int) Math.round(before);
    int to = about.to() + (int) Math.round(LayerHands.holdFrames(session));
    return new Frames(from, to).within(Frames.first(session.frames()));
  }

  /** The chosen finding, if the playhead is in it. */
  Optional<Finding> here() {
    int frame = session.frameProperty().get();
    return finding.getValue().filter(f -> f.frames().contains(frame));
  }

  /**
   * What would be drawn now.
   *
   * @param refused is told why nothing can be
   */
  Optional<Anew> limb(Consumer<String> refused) {
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

  void choose(Anew anew) {
    session.plateIdProperty().set(Optional.of(anew.plate().id()));
    session.settle();
  }
}
