package waxhand.desk.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.actor.Build;

class DestinationTest {
  private static Project project(String... takes) {
    Skeleton skeleton = new Build(1.78, false).skeleton();
    List<Track> turns =
        Collections.nCopies(
            skeleton.size(), Track.of(TrackType.ROTATION, new double[] {0, 0, 0, 1}));
    List<Track> places = new ArrayList<>(Collections.nCopies(turns.size(), null));
    places.set(0, Track.of(TrackType.TRANSLATION, new double[] {0, 0.95, 0}));
    Motion motion = Motion.of(new Clip(skeleton, 60, turns, places));
    Project project = Project.empty("Night Ferry");
    for (String take : takes) {
      RawTake raw = new RawTake("raw.bvh", new byte[0], motion, Map.of(), List.of());
      project = project.added(take, raw);
    }
    return project;
  }

  private static Destination to(Project project, String pattern) {
    return new Destination(project, "/out", new NamePattern(pattern), ".glb");
  }

  @Test
  void wordsAreFilledInOnceAndOthersStay() {
    Project project = project("walk {to}", "jog");
    Take walk = project.takes().get(0);
    assertThat(to(project, "{number} {take} {from}-{to} {word}").name(walk, "3", "90"))
        .isEqualTo("01 walk {to} 3-90 {word}.glb");
    assertThat(to(project, "{project}_{number}").name(project.takes().get(1), "0", "1"))
        .isEqualTo("Night Ferry_02.glb");
  }

  /** Whom a take wears is told by its own chain: by the last that acts and is there. */
  @Test
  void eachTakeHasItsOwnCharacter() {
    Project project = project("walk", "jog");
    String first = project.takes().get(0).id();
    Chain both =
        new Chain(
            List.of(
                Plate.of("a", RetargetPass.to("stoker")),
                Plate.of("b", RetargetPass.to("pilot")),
                Plate.of("c", RetargetPass.to("nobody"))));
    Project worn = project.changed(first, t -> t.withChain(both));
    Destination names = to(worn, "{character}");
    assertThat(names.name(worn.takes().get(0), "", "")).isEqualTo("pilot.glb");
    assertThat(names.name(worn.takes().get(1), "", "")).isEqualTo("captured.glb");
    Chain muted = both.changed("b", p -> p.withMuted(true));
    Project other = project.changed(first, t -> t.withChain(muted));
    assertThat(to(other, "{character}").name(other.takes().get(0), "", "")).isEqualTo("stoker.glb");
  }

  @Test
  void filesOfOneNameGetNumbersBesideEachOther() {
    Destination to = to(project("walk"), "{take}");
    Path one = to.beside(List.of(), "walk.glb");
    Path two = to.beside(List.of(one), "walk.glb");
    assertThat(to.beside(List.of(one, two), "walk.glb")).hasFileName("walk-3.glb");
    assertThat(one).isEqualTo(Path.of("/out/walk.glb"));
    assertThat(to.file("a\0b.glb")).as("no file has such a name").isEmpty();
  }
}
