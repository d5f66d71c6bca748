package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.Handoff;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Characters are kept in projects once, byte for byte; one that is damaged takes nothing along. */
class CharactersInFilesTest {
  @TempDir Path folder;
  private RawTake raw;
  private Character client;
  private Path file;

  @BeforeEach
  void save() throws IOException {
    Rehearsal rehearsal =
        Rehearsal.of(new Rehearsal.Order(Scene.values()[0], 1, 30, 9, 1.7, true, Map.of()));
    raw =
        TakeFiles.read(
            "t.bvh",
            BvhWriter.write(rehearsal.truth(), Unit.CM, Up.Y),
            Reading.GUESS.withRestFrames(0),
            Work.UNWATCHED);
    Path glb = folder.resolve("client.glb");
    Plate pilot = Plate.of("r", RetargetPass.to("pilot"));
    Handoff.AS_IT_CAME.write(
        pilot.apply(raw.motion(), raw.motion().clip().allFrames(), Work.UNWATCHED),
        raw,
        glb,
        Work.UNWATCHED);
    client = Characters.read(glb, Work.UNWATCHED).withName("our client");
    Character bare = Characters.of(raw).withName("bare");
    Wardrobe wardrobe = Wardrobe.OURS.with(client).with(bare);
    Project project = Project.empty("ferry").withWardrobe(wardrobe);
    Plate plate = Plate.of("r", RetargetPass.to("our client"));
    for (String name : List.of("one", "two")) {
      project = project.added(name, raw);
    }
    for (Take take : project.takes()) {
      project = project.changed(take.id(), t -> t.withChain(Chain.of(plate)));
    }
    file = folder.resolve("p.waxhand");
    ProjectFile.save(project, file, Work.UNWATCHED);
  }

  private record Opened(Project project, List<String> faults) {}

  private Opened open() throws IOException {
    List<String> faults = new ArrayList<>();
    Project project =
        ProjectFile.open(
            file, (place, reason) -> faults.add(place + ": " + reason), Work.UNWATCHED);
    return new Opened(project, faults);
  }

  /** Changes entries of the file; null takes one out. */
  private void change(BiFunction<String, byte[], byte[]> how) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipInputStream in =
            new ZipInputStream(new ByteArrayInputStream(Files.readAllBytes(file)));
        ZipOutputStream to = new ZipOutputStream(out)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        byte[] bytes = how.apply(entry.getName(), in.readAllBytes());
        if (bytes != null) {
          to.putNextEntry(new ZipEntry(entry.getName()));
          to.write(bytes);
        }
      }
    }
    Files.write(file, out.toByteArray());
  }

  @Test
  void theyComeBackAsTheyWere() throws Exception {
    Opened opened = open();
    assertThat(opened.faults()).isEmpty();
    Wardrobe wardrobe = opened.project().wardrobe();
    assertThat(wardrobe.names()).containsExactly("our client", "bare", "stoker", "pilot");
    Character again = wardrobe.named("our client").orElseThrow();
    assertThat(again.file().orElseThrow().bytes()).isEqualTo(client.file().orElseThrow().bytes());
    assertThat(again.body()).isEqualTo(client.body());
    assertThat(again.skin().orElseThrow().points()).isEqualTo(client.skin().orElseThrow().points());
    assertThat(wardrobe.named("bare").orElseThrow().body()).isEqualTo(raw.motion().body());
    int[] kept = new int[1];
    change(
        (name, bytes) -> {
          kept[0] += name.endsWith("client.glb") ? 1 : 0;
          return bytes;
        });
    assertThat(kept[0]).as("once, though two takes are on it").isEqualTo(1);
  }

  private void assertLeftOut(String reason) throws IOException {
    Opened opened = open();
    assertThat(opened.faults()).hasSize(1);
    assertThat(opened.faults().get(0)).startsWith("characters[0].").contains(reason);
    assertThat(opened.project().wardrobe().names()).containsExactly("bare", "stoker", "pilot");
    assertThat(opened.project().takes()).hasSize(2);
    assertThat(opened.project().takes().get(1).raw()).isEqualTo(raw);
  }

  @Test
  void oneWhoseFileIsMissingIsLeftOutAndTold() throws Exception {
    change((name, bytes) -> name.endsWith("client.glb") ? null : bytes);
    assertLeftOut("is missing");
  }

  @Test
  void oneWhoseFileIsDamagedIsLeftOutAndTold() throws Exception {
    change(
        (name, bytes) -> {
          if (name.endsWith("client.glb")) {
            bytes[bytes.length / 2] ^= 1;
          }
          return bytes;
        });
    assertLeftOut("its checksum differs");
  }

  @Test
  void oneWhoseFileIsNoneIsLeftOutAndTold() throws Exception {
    byte[] none = "glTF".getBytes(StandardCharsets.UTF_8);
    String was = RawTake.sha256(client.file().orElseThrow().bytes());
    change(
        (name, bytes) ->
            name.endsWith("client.glb")
                ? none
                : name.equals("project.json")
                    ? new String(bytes, StandardCharsets.UTF_8)
                        .replace(was, RawTake.sha256(none))
                        .getBytes(StandardCharsets.UTF_8)
                    : bytes);
    assertLeftOut("cut short");
  }
}
