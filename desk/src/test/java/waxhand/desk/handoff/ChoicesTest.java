package waxhand.desk.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.desk.session.Memory;

/** What was chosen for one shoot is there again the next day, and not in another. */
class ChoicesTest {
  private static final Optional<Path> FERRY = Optional.of(Path.of("/shoots/ferry = 2.waxhand"));

  @TempDir Path home;

  private String before;

  @BeforeEach
  void remember() {
    before = System.getProperty("waxhand.home");
    System.setProperty("waxhand.home", home.toString());
  }

  @AfterEach
  void forget() {
    if (before == null) {
      System.clearProperty("waxhand.home");
    } else {
      System.setProperty("waxhand.home", before);
    }
  }

  @Test
  void theyAreKeptByShoot() {
    Choices chosen =
        Choices.NONE
            .with("format", "glTF")
            .with("name", "{take} = {date}\nsecond line")
            .with("keys", true)
            .with("rest", false);
    try (Memory memory = new Memory()) {
      chosen.keep(memory, FERRY);
      chosen.with("format", "BVH").keep(memory, Optional.empty());
    }
    try (Memory memory = new Memory()) {
      Choices again = Choices.of(memory, FERRY);
      assertThat(again.get("format")).contains("glTF");
      assertThat(again.get("name")).contains("{take} = {date} second line");
      assertThat(again.is("keys")).isTrue();
      assertThat(again.is("rest")).isFalse();
      assertThat(again.with("format", " ").get("format")).isEmpty();
      assertThat(Choices.of(memory, Optional.of(Path.of("/shoots/other.waxhand"))))
          .isEqualTo(Choices.NONE);
      assertThat(Choices.of(memory, Optional.empty())).isEqualTo(Choices.NONE);
    }
  }
}
