package waxhand.desk.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.Project;
import waxhand.desk.Demo;

class SessionTest {
  private static final Project DEMO = Demo.project();

  private static Session demo() {
    Session session = new Session();
    session.reset(DEMO, Optional.empty());
    return session;
  }

  @Test
  void flagsStayWithTheirPlateWhileTheChainChanges() {
    Chain chain =
        Chain.of(
            Plate.of("a", SmoothPass.KIND.defaults()), Plate.of("b", LevelPass.KIND.defaults()));
    Flag flag = Flag.after(chain, 1);
    assertThat(flag.index(chain)).isEqualTo(1);
    assertThat(flag.index(chain.moved("a", 1))).isEqualTo(2);
    assertThat(flag.index(chain.without("a"))).isEqualTo(1);
    assertThat(Flag.after(chain, -3)).isEqualTo(Flag.RAW);
    assertThat(Flag.after(chain, 2)).isEqualTo(Flag.RESULT);
    assertThat(Flag.RESULT.index(chain.without("a"))).isEqualTo(1);
    assertThat(Flag.RAW.words(chain)).isEqualTo("raw");
  }

  @Test
  void viewStateLiesOutsideUndo() {
    Session session = demo();
    session.seek(500);
    session.editChain("first", null, c -> Chain.of(Plate.of("a", SmoothPass.KIND.defaults())));
    session.plateIdProperty().set(Optional.of("a"));
    session.seek(600);
    session.undo();
    assertThat(session.frameProperty().get()).isEqualTo(600);
    assertThat(session.plate()).isEmpty();
    assertThat(session.isDirty()).isFalse();
    session.redo();
    assertThat(session.isDirty()).isTrue();
    assertThat(session.undoName()).contains("first");
    assertThat(session.plate().map(Plate::id)).as("a plate that comes back").contains("a");
    session.editChain("remove", null, c -> c.without("a"));
    assertThat(session.plate()).isEmpty();
    session.undo();
    assertThat(session.plate().map(Plate::id)).contains("a");
  }

  /** A finding selects both parts that meet; a hand works on the one that can be taken away. */
  @Test
  void ofSeveralSelectedPartsTheOutermostIsHeld() {
    Session session = demo();
    Body body = session.takeProperty().get().orElseThrow().raw().motion().body();
    assertThat(session.held()).isNegative();
    BitSet both = new BitSet();
    for (Role role : List.of(Role.HIPS, Role.RIGHT_FOREARM)) {
      both.set(body.joint(role).orElseThrow());
    }
    session.select(both);
    assertThat(body.role(session.held())).contains(Role.RIGHT_FOREARM);
    assertThat(session.held(body)).isEqualTo(session.held());
  }

  @Test
  void aLockedPlateStaysAsItIsAndSaysSo() {
    Session session = demo();
    List<String> said = new ArrayList<>();
    session.onRefusal(said::add);
    Plate plate = Plate.of("a", SmoothPass.KIND.defaults()).withName("wrists");
    session.editChain(
        "first", null, c -> Chain.of(plate, Plate.of("b", LevelPass.KIND.defaults())));
    session.editPlate("lock", null, "a", p -> p.withLocked(true));
    Chain locked = session.chain();
    session.editPlate("weight", null, "a", p -> p.withWeight(0.5));
    session.editPlate("pass", null, "a", p -> p.withPass(SmoothPass.lowPass(3, 2)));
    session.editPlate("name", null, "a", p -> p.withName("elbows"));
    session.editChain("remove", null, c -> c.without("a"));
    session.editChain("none", null, c -> Chain.EMPTY);
    assertThat(session.chain()).isEqualTo(locked);
    assertThat(said).hasSize(5).allMatch(s -> s.startsWith("wrists is locked"));
    assertThat(session.undoName()).contains("lock");

    // it may be switched off, moved, and other plates are free
    session.editPlate("mute", null, "a", p -> p.withMuted(true));
    session.editChain("move", null, c -> c.moved("a", 1));
    session.editPlate("other", null, "b", p -> p.withWeight(0.2));
    session.editPlate("unlock", null, "a", p -> p.withLocked(false));
    session.editChain("remove", null, c -> c.without("a"));
    assertThat(said).hasSize(5);
    assertThat(session.chain().plates()).extracting(Plate::id).containsExactly("b");
  }

  @Test
  void anotherTakeStartsWithNothingLeftOver() {
    Session session = demo();
    session.seek(1600);
    session.flagBProperty().set(Flag.RAW);
    session.playingProperty().set(true);
    session.choose("take-3");
    assertThat(session.frameProperty().get()).isZero();
    assertThat(session.flagBProperty().get()).isEqualTo(Flag.RESULT);
    assertThat(session.playingProperty().get()).isFalse();
    session.seek(99_999);
    assertThat(session.frameProperty().get()).isEqualTo(session.frames() - 1);
    session.edit("remove", p -> p.without("take-3"));
    assertThat(session.takeProperty().get().orElseThrow().id()).isEqualTo("take-1");
    session.undo();
    assertThat(session.projectProperty().get().takes()).hasSize(6);
  }

  @Test
  void onlyWorkOfRunsThatHaveEndedIsLeftBehind(@TempDir Path folder) throws Exception {
    String before = System.setProperty("waxhand.home", folder.toString());
    try {
      Memory memory = new Memory();
      long alive = ProcessHandle.current().parent().orElseThrow().pid();
      Files.createFile(memory.rescueFile());
      Files.createFile(folder.resolve("rescue-20260102-030405-" + alive + ".waxhand"));
      Files.createFile(folder.resolve("rescue-notes.txt"));
      assertThat(memory.leftBehind()).isEmpty();
      Path older = Files.createFile(folder.resolve("rescue-20260101-000000-999999999.waxhand"));
      Path newer = Files.createFile(folder.resolve("rescue-20260102-000000-999999998.waxhand"));
      assertThat(memory.leftBehind()).containsExactly(older, newer);
    } finally {
      goHome(before);
    }
  }

  @Test
  void whatIsRememberedComesBackAndDamageDoesNoHarm(@TempDir Path folder) throws Exception {
    String before = System.setProperty("waxhand.home", folder.toString());
    try {
      Memory memory = new Memory();
      Path take = Files.createFile(folder.resolve("a.bvh"));
      memory.rememberFolder("takes", take);
      memory.rememberRecent(take);
      memory.put("key.play", "P");
      memory.close();
      Memory again = new Memory();
      assertThat(again.folder("takes")).contains(folder);
      assertThat(again.folder("projects")).isEmpty();
      assertThat(again.recent()).containsExactly(take);
      assertThat(again.keys()).containsEntry("play", "P");
      Files.writeString(folder.resolve("desk.properties"), "x=\\u00zz");
      assertThat(new Memory().recent()).isEmpty();
    } finally {
      goHome(before);
    }
  }

  private static void goHome(String home) {
    if (home == null) {
      System.clearProperty("waxhand.home");
    } else {
      System.setProperty("waxhand.home", home);
    }
  }
}
