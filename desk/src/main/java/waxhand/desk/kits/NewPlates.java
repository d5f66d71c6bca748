package waxhand.desk.kits;

import java.util.BitSet;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Hold;
import waxhand.core.props.LoadedMesh;
import waxhand.desk.session.Session;

/** New plates, made for what is selected and for where the playhead is. */
public final class NewPlates {
  private final Session session;

  public NewPlates(Session session) {
    this.session = session;
  }

  /** Adds a pass of a kind behind the chosen plate, for the selected parts. */
  public void add(PassKind<?> kind) {
    add(kind, kind.defaults());
  }

  /** Adds a thing in the form of a mesh, and gives it the name of its file. */
  public void add(LoadedMesh mesh) {
    String name = mesh.file().replaceFirst("\\.[^.]*$", "");
    PropPass thing = PropPass.KIND.defaults().withMesh(mesh);
    add(PropPass.KIND, name.isBlank() ? thing : thing.withName(name));
  }

  private void add(PassKind<?> kind, Pass pass) {
    Chain chain = session.chain();
    String id = chain.freshId(kind);
    BitSet parts = session.selectionProperty().get();
    Scope scope =
        parts.isEmpty() || !kind.local()
            ? Scope.ALL
            : Scope.of(session.takeProperty().get().orElseThrow().raw().motion().body(), parts);
    int after =
        session
            .plate()
            .map(p -> chain.indexOf(p.id()).orElse(chain.size() - 1) + 1)
            .orElse(chain.size());
    Plate plate = suited(Plate.of(id, pass).withScope(scope));
    int index = index(chain, plate.pass(), after);
    session.editChain("add " + kind.words(), null, c -> c.inserted(index, plate));
    session.plateIdProperty().set(Optional.of(id));
  }

  /** Where a pass finds what it needs: at {@code after} or behind it. */
  private static int index(Chain chain, Pass pass, int after) {
    if (pass.kind() == PropPass.KIND) {
      return beforePlants(chain, after);
    }
    int index = after;
    Optional<String> needs = pass.needs();
    for (int k = after; k < chain.size() && needs.isPresent(); k++) {
      index = chain.plates().get(k).pass().gives().equals(needs) ? k + 1 : index;
    }
    return index;
  }

  /** Contacts rest on things, so things come before them. */
  public static int beforePlants(Chain chain, int otherwise) {
    for (int k = 0; k < chain.size(); k++) {
      if (chain.plates().get(k).pass().kind() == PlantsPass.KIND) {
        return k;
      }
    }
    return otherwise;
  }

  /** A new plate for what is selected and for where the playhead is. */
  private Plate suited(Plate plate) {
    Body body = session.takeProperty().get().orElseThrow().raw().motion().body();
    int frame = session.frameProperty().get();
    int half = (int) Math.max(1, Math.round(0.6 * session.rateHz()));
    Span around =
        new Span(
            Math.max(0, frame - half),
            Math.min(session.frames(), frame + half + 1),
            half / 2,
            half / 2);
    if (plate.pass() instanceof LimbGoalPass goal) {
      GoalPart part =
          session.selectionProperty().get().stream()
              .mapToObj(body::role)
              .flatMap(Optional::stream)
              .map(GoalPart::of)
              .flatMap(Optional::stream)
              .findFirst()
              .orElse(goal.part());
      String words = part.words();
      return plate
          .withPass(goal.withPart(part))
          .withSpan(around)
          .withName(Character.toUpperCase(words.charAt(0)) + words.substring(1));
    }
    if (plate.pass() instanceof TetherPass tether) {
      return tied(plate, tether, frame).orElse(plate.withSpan(around));
    }
    if (plate.pass() instanceof PropPass prop) {
      // in front of the body
      Vector3d ahead = ahead(body, frame);
      return plate
          .withPass(prop.withPlace(new Triple(ahead.x, 0, ahead.z)))
          .withName("Prop: " + prop.name());
    }
    return plate;
  }

  /** A tether to the thing that is held at a frame, or first, over the time it is held. */
  private Optional<Plate> tied(Plate plate, TetherPass tether, int frame) {
    return session.chain().plates().stream()
        .map(Plate::pass)
        .filter(PropPass.class::isInstance)
        .map(PropPass.class::cast)
        .filter(p -> !p.holds().isEmpty())
        .reduce((a, b) -> b)
        .map(
            prop -> {
              Hold hold =
                  prop.holds().stream()
                      .filter(h -> h.frames().contains(frame))
                      .findFirst()
                      .orElse(prop.holds().get(0));
              int ease = (int) Math.max(1, Math.round(0.2 * session.rateHz()));
              Frames led = hold.frames().grown(ease).within(Frames.first(session.frames()));
              return plate
                  .withPass(
                      tether.withTarget(new TieTarget.OfProp(prop.name())).withHolder(hold.by()))
                  .withSpan(new Span(led.from(), led.to(), ease, ease))
                  .withName("Tether: " + prop.name());
            });
  }

  /** A place on the ground half a step ahead of the body. */
  private Vector3d ahead(Body body, int frame) {
    Vector3d place = new Vector3d();
    session
        .motionAt(session.flagBProperty().get())
        .ifPresent(
            m -> {
              int f = session.timingAt(session.flagBProperty().get()).local(frame);
              WorldPose pose = new WorldPose(m.clip().skeleton());
              pose.solve(m.clip(), Math.min(f, m.clip().frames() - 1));
              int hips = body.joint(Role.HIPS).orElse(0);
              double[] to = {0, 0, 0.5};
              Quats.rotate(pose.rotations(), 4 * hips, to, 0, to, 0);
              place.set(pose.x(hips) + to[0], 0, pose.z(hips) + to[2]);
            });
    return place;
  }
}
