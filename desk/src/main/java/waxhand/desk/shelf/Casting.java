package waxhand.desk.shelf;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;
import waxhand.core.body.Mirroring;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;

/**
 * Gives joints of the take on the bench their roles where they were found wrongly, and remembers
 * them for skeletons whose joints have the same names.
 */
public final class Casting {
  private static final String KEPT = "cast.";

  private final Session session;
  private final Memory memory;

  public Casting(Session session, Memory memory) {
    this.session = session;
    this.memory = memory;
  }

  /** A take in the roles that were given to its skeleton before, if there are any. */
  public RawTake known(RawTake raw) {
    Body body = raw.motion().body();
    Optional<Cast> kept = memory.get(key(body.skeleton())).flatMap(Cast::parse);
    if (kept.isEmpty() || kept.get().fitting(body.skeleton()).equals(Cast.of(body))) {
      return raw;
    }
    List<String> remarks = new ArrayList<>(raw.remarks());
    remarks.add("its joints play the roles that you gave to such a skeleton before");
    return raw.playing(kept.get()).noting(remarks);
  }

  private static String key(Skeleton skeleton) {
    String names = skeleton.joints().stream().map(Joint::name).collect(Collectors.joining("\n"));
    return KEPT + RawTake.sha256(names.getBytes(StandardCharsets.UTF_8)).substring(0, 20);
  }

  private Optional<Body> body() {
    return session.takeProperty().get().map(t -> t.raw().motion().body());
  }

  /** Gives a joint of the take as it came a role; empty takes its role away. */
  void give(int joint, Optional<Role> role) {
    Body body = body().orElseThrow();
    String name = body.skeleton().joint(joint).name();
    String words = role.map(r -> name + " is the " + r.words()).orElse(name + " plays no role");
    play(
        words,
        cast ->
            role.isPresent() ? cast.with(body.skeleton(), role.get(), joint) : cast.without(joint));
  }

  /** Whether a selected part has a side, so that there is another. */
  public boolean canPair() {
    return body().stream()
        .flatMap(b -> session.selected().stream().mapToObj(b::role).flatMap(Optional::stream))
        .anyMatch(r -> r.side() != Side.MIDDLE);
  }

  /** Gives the joints across from the selected ones the roles of the other side. */
  public void pair() {
    Body body = body().orElseThrow();
    play(
        "pair left and right",
        cast -> {
          Cast paired = cast;
          for (int j : session.selected().stream().toArray()) {
            Optional<Role> role = body.role(j).filter(r -> r.side() != Side.MIDDLE);
            OptionalInt other = Mirroring.across(body, j);
            if (role.isPresent() && other.isPresent()) {
              paired = paired.with(body.skeleton(), role.get().mirrored(), other.getAsInt());
            }
          }
          return paired;
        });
  }

  /** Takes left for right and right for left. */
  public void swapSides() {
    play("swap left and right", Cast::mirrored);
  }

  private void play(String words, UnaryOperator<Cast> change) {
    Take take = session.takeProperty().get().orElseThrow();
    BitSet selected = session.selected();
    RawTake raw = take.raw().playing(change.apply(Cast.of(take.raw().motion().body())));
    if (raw.equals(take.raw())) {
      return;
    }
    session.edit(words, p -> p.changed(take.id(), t -> t.withRaw(raw)));
    memory.put(key(raw.motion().body().skeleton()), raw.reading().getOrDefault(RawTake.CAST, ""));
    // parts are selected by their roles
    session.select(selected);
  }

  /** Whether other takes of the project have joints of the same names. */
  public boolean canShare() {
    return session
        .takeProperty()
        .get()
        .filter(t -> t.raw().reading().containsKey(RawTake.CAST))
        .map(t -> session.projectProperty().get().takes().stream().anyMatch(o -> isLike(o, t)))
        .orElse(false);
  }

  private static boolean isLike(Take other, Take take) {
    return !other.id().equals(take.id())
        && key(other.raw().motion().body().skeleton())
            .equals(key(take.raw().motion().body().skeleton()));
  }

  /** Gives all takes whose joints have the same names the roles of the take on the bench. */
  public void share() {
    Take take = session.takeProperty().get().orElseThrow();
    Cast cast = Cast.of(take.raw().motion().body());
    session.edit(
        "roles to every take",
        p -> {
          Project changed = p;
          for (Take other : p.takes()) {
            if (isLike(other, take)) {
              changed = changed.changed(other.id(), t -> t.withRaw(t.raw().playing(cast)));
            }
          }
          return changed;
        });
  }
}
