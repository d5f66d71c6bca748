package waxhand.formats.takes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Skin;
import waxhand.core.character.Wardrobe;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.gltf.GltfContent;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.mate.MateScene;

/** Characters leave without motion, for those who do not have them yet, and come back the same. */
class CharactersTest {
  @TempDir Path folder;

  private static Character ours(String name) {
    return LayFigures.named(name).orElseThrow();
  }

  private static void assertSame(Character is, Character was) {
    var joints = was.body().skeleton();
    assertThat(is.body().skeleton().size()).isEqualTo(joints.size());
    for (int j = 0; j < joints.size(); j++) {
      assertThat(is.body().skeleton().joint(j).name()).isEqualTo(joints.joint(j).name());
      assertThat(is.body().skeleton().restPositions()[j].distance(joints.restPositions()[j]))
          .isLessThan(1e-5);
    }
    assertThat(is.body().joints()).isEqualTo(was.body().joints());
    Skin skin = was.skin().orElseThrow();
    Skin again = is.skin().orElseThrow();
    assertThat(again.triangles().length).isEqualTo(skin.triangles().length);
    for (int n = 0; n < skin.points().length; n++) {
      assertThat(again.points()[n]).isCloseTo(skin.points()[n], within(1e-5f));
    }
  }

  @Test
  void oursLeaveAsTheyRestAndComeBack() throws Exception {
    for (String name : LayFigures.NAMES) {
      for (String ending : new String[] {".glb", ".gltf"}) {
        Path file = folder.resolve(name + ending);
        String told = Characters.write(ours(name), file, Work.UNWATCHED);
        assertThat(told).contains(name + " without motion").contains("read back");
        assertThat(GltfContent.of(file)).isEqualTo(GltfContent.CHARACTER);
        assertSame(Characters.read(file, Work.UNWATCHED), ours(name));
      }
    }
  }

  /** The client's own file leaves without the motion that it came with, and is never replaced. */
  @Test
  void aClientsFileLosesItsMotionAndNothingElse() throws Exception {
    Rehearsal mate = Rehearsal.ofMate(MateScene.WATCH_WALK, 2, 30, 7, java.util.Map.of());
    Path walk = folder.resolve("walk.bvh");
    Files.write(walk, BvhWriter.write(mate.truth(), Unit.CM, Up.Y));
    RawTake raw = TakeFiles.read(walk, Reading.GUESS.withRestFrames(0), Work.UNWATCHED);
    Motion in = raw.motion().with(Wardrobe.OURS);
    Motion on =
        Plate.of("r", RetargetPass.to("pilot")).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    Path moving = folder.resolve("moving.glb");
    Handoff.AS_IT_CAME.write(on, raw, moving, Work.UNWATCHED);
    assertThat(GltfContent.of(moving)).isEqualTo(GltfContent.TAKE);

    Character client = Characters.read(moving, Work.UNWATCHED);
    byte[] before = Files.readAllBytes(moving);
    assertThatThrownBy(() -> Characters.write(client, moving, Work.UNWATCHED))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("own file");
    assertThat(Files.readAllBytes(moving)).isEqualTo(before);
    Path still = folder.resolve("still.glb");
    Characters.write(client, still, Work.UNWATCHED);
    assertThat(GltfContent.of(still)).isEqualTo(GltfContent.CHARACTER);
    assertThat(Files.size(still)).isLessThan(before.length);
    assertSame(Characters.read(still, Work.UNWATCHED), client);
  }

  @Test
  void otherFormatsHaveNoPlaceForOne() {
    Path file = folder.resolve("stoker.bvh");
    assertThatThrownBy(() -> Characters.write(ours("stoker"), file, Work.UNWATCHED))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(".glb");
    assertThat(file).doesNotExist();
  }

  /** Nodes without a skin could not be told from a prop. */
  @Test
  void aBodyWithoutASkinIsRefusedInWords() throws Exception {
    Character bare =
        new Character("bare", ours("stoker").body(), Optional.empty(), Optional.empty());
    Path file = folder.resolve("bare.glb");
    assertThatThrownBy(() -> Characters.write(bare, file, Work.UNWATCHED))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("no skin");
    assertThat(file).doesNotExist();
  }
}
