package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.chain.Plate;
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
import waxhand.core.survey.Remedies;
import waxhand.core.work.Work;
import waxhand.desk.kits.layers.DrawAnew.Anew;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;
import waxhand.desk.viewport.PlaceMark;

/**
 * Where the chosen finding is an arm that goes through the body: a diamond on its hand, which draws
 * the arm anew with the first pull. Of what goes on for long more is true than wrong, and legs
 * stand on something: neither is offered.
 */
public final class PullOut implements MarkSource {
  private final Session session;
  private final ObservableValue<Optional<Finding>> finding;
  private final DrawAnew draw;

  /** Where the diamond is while a hand has it. */
  private Optional<Mark> held = Optional.empty();

  public PullOut(Session session, ObservableValue<Optional<Finding>> finding, DrawAnew draw) {
    this.session = session;
    this.finding = finding;
    this.draw = draw;
  }

  @Override
  public List<Mark> marks() {
    if (held.isPresent()) {
      return List.of(held.get());
    }
    boolean busy =
        session.posing().pathShownProperty().get()
            || session.plate().filter(p -> p.pass() instanceof LayerPass).isPresent();
    Optional<Finding> through = busy ? Optional.empty() : draw.here().filter(this::isOffered);
    return through
        .flatMap(f -> draw.limb(why -> {}).filter(a -> isOf(f, a)))
        .flatMap(this::diamond)
        .stream()
        .toList();
  }

  private boolean isOffered(Finding f) {
    double seconds = f.frames().count() / session.rateHz();
    return f.kind() == FindingKind.COLLISION && seconds <= Remedies.LONGEST_MADE_UP_S;
  }

  /** Whether what would be drawn is the arm of a finding. */
  private static boolean isOf(Finding f, Anew anew) {
    Body body = anew.in().body();
    boolean arm = Limb.with(body, anew.joint()).filter(l -> !l.leg()).isPresent();
    return arm && DrawnAnew.joints(body, f.joint()).get(anew.joint());
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
            "pull the " + body.words(end) + " out",
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
      draw.choose(anew);
    }
  }
}
