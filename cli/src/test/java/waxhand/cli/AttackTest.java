package waxhand.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import waxhand.core.text.Legible;
import waxhand.rehearsal.wreck.JsonWrecks;
import waxhand.rehearsal.wreck.TakeWrecks;
import waxhand.rehearsal.wreck.Wreck;

/** Three hundred broken takes and as many broken recipes: every rule is asked of every one. */
class AttackTest extends CliTest {
  private static final int MANY = 300;
  private Path whole;
  private Path target;

  @BeforeEach
  void capture() throws Exception {
    Path sim = folder.resolve("sim");
    assertThat(run("simulate", "--take", "deck-walk", "--rate", 24, "--seconds", 1, "--out", sim))
        .isZero();
    whole = sim.resolve("raw.bvh");
    target = Files.createDirectory(folder.resolve("out"));
  }

  /** Runs a verb and asks the rules that hold whatever was broken. */
  private int obeys(Path broken, Wreck wreck, Object... words) throws Exception {
    int code = run(words);
    assertThat(code).as(wreck.what() + ": " + err).isBetween(0, 1);
    for (String said : List.of(out.replace("\n", " "), err.replace("\n", " "))) {
      assertThat(said.codePoints().noneMatch(c -> c != '\t' && Legible.isObeyed(c)))
          .as(said)
          .isTrue();
      assertThat(said)
          .doesNotContain("Exception", "\tat ", "For input string", "No enum")
          .doesNotContain("fault of Wax Hand");
    }
    if (code == 0) {
      assertThat(out).as("what is not quoted").doesNotContain("NaN", "Infinity");
    }
    // what is odd in a take is said in lines of their own, before what failed
    assertThat(err.lines()).allMatch(line -> line.contains(broken.toString()));
    if (code == 1) {
      String reason = err.lines().reduce("", (a, b) -> b);
      assertThat(reason).hasSizeBetween(broken.toString().length(), 900);
      assertThat(reason.indexOf(broken.toString()))
          .isEqualTo(reason.lastIndexOf(broken.toString()));
    }
    assertThat(Files.readAllBytes(broken)).as("raw bytes").isEqualTo(wreck.bytes());
    return code;
  }

  private void nothingIsLeftHalf(int code, Path result) throws Exception {
    try (Stream<Path> files = Files.list(target)) {
      assertThat(files.filter(f -> !f.equals(result))).isEmpty();
    }
    if (code == 1) {
      assertThat(result).doesNotExist();
    } else {
      assertThat(run("info", result)).as("it reads back: " + err).isZero();
      Files.delete(result);
    }
  }

  @Test
  @Timeout(value = 240, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void brokenTakes() throws Exception {
    byte[] bytes = Files.readAllBytes(whole);
    Path broken = folder.resolve("broken.bvh");
    Path result = target.resolve("o.bvh");
    int refused = 0;
    for (int seed = 0; seed < MANY; seed++) {
      Wreck wreck = TakeWrecks.of(bytes, seed);
      Files.write(broken, wreck.bytes());
      int code = obeys(broken, wreck, "info", broken, "--json");
      refused += code;
      if (code == 0) {
        assertThat(json().get("heightM").asDouble()).isGreaterThanOrEqualTo(0);
      }
      switch (seed % 3) {
        case 0 -> assertThat(obeys(broken, wreck, "survey", broken, "--json")).isEqualTo(code);
        case 1 -> nothingIsLeftHalf(obeys(broken, wreck, "clean", broken, "--out", result), result);
        default -> nothingIsLeftHalf(obeys(broken, wreck, "convert", broken, result), result);
      }
    }
    assertThat(refused).as("refused, but not all").isBetween(MANY / 2, MANY - 20);
  }

  @Test
  @Timeout(value = 240, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
  void brokenRecipes() throws Exception {
    byte[] bytes =
        """
        {"waxhand": "recipe", "version": 1, "name": "mine", "plates": [
          {"id": "d", "pass": "despike", "name": "Despike", "settings": {"counts": "clear ones"}},
          {"id": "s", "pass": "smooth", "name": "Smooth", "weight": 0.5, "muted": false,
           "settings": {"method": "low-pass", "cutoffHz": 6, "order": "2"},
           "span": {"from": 2, "to": 20, "easeIn": 2, "easeOut": 3},
           "scope": {"parts": ["left-hand"], "joints": ["Hips"], "axes": ["X"]}},
          {"id": "l", "pass": "level", "settings": {"keys": [{"frame": 3, "upM": 0.1}]}},
          {"id": "p", "pass": "plants", "settings": {"kept": [{"part": "left-heel", "from": 3,
           "to": 9, "easeIn": 1, "easeOut": 1, "strength": 1, "moveX": 0.1, "turnRad": 0.2}]}}]}
        """
            .getBytes(StandardCharsets.UTF_8);
    Path recipe = folder.resolve("r.json");
    Path result = target.resolve("o.bvh");
    int refused = 0;
    for (int seed = 0; seed < MANY; seed++) {
      Wreck wreck = JsonWrecks.of(bytes, seed);
      Files.write(recipe, wreck.bytes());
      int code = obeys(recipe, wreck, "clean", whole, "--recipe", recipe, "--out", result);
      nothingIsLeftHalf(code, result);
      refused += code;
    }
    assertThat(refused).as("refused, but not all").isBetween(MANY / 2, MANY - 8);
  }
}
