package waxhand.formats.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.LayFigures;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.PartTurn;
import waxhand.formats.FormatException;

class MapFileTest {
  @TempDir Path folder;

  @Test
  void aMapIsReadAsItWasWritten() throws Exception {
    Body stoker = LayFigures.named("stoker").orElseThrow().body();
    Body pilot = LayFigures.named("pilot").orElseThrow().body();
    BodyMap changed =
        BodyMap.FOUND.with(Role.HEAD, Optional.of("neck")).with(Role.LEFT_TOES, Optional.empty());
    List<PartTurn> turns = List.of(new PartTurn(Role.LEFT_UPPER_ARM, 0, -12.5, 180));
    Path file = folder.resolve("map.json");
    MapFile.of("pilot", stoker, changed.on(pilot)).withTurns(turns).save(file);
    MapFile read = MapFile.read(file);
    assertThat(read.turns()).isEqualTo(turns);
    assertThat(read.map(pilot).on(pilot).joints()).isEqualTo(changed.on(pilot).joints());
    assertThat(read.source(stoker)).isSameAs(stoker);

    String text = Files.readString(file);
    assertRefused(text.replace("180.0", "181.0"), "aheadDeg");
    assertRefused(text.replace("\"part\" : \"head\"", "\"part\" : \"fin\""), "no part 'fin'");
    assertRefused(text.replace("\"map\"", "\"chart\""), "this is no map");
    String beaked = text.replace("\"joint\" : \"neck\"", "\"joint\" : \"beak\"");
    MapFile other = MapFile.parse("m", beaked.getBytes(StandardCharsets.UTF_8));
    assertThatThrownBy(() -> other.map(pilot)).hasMessageContaining("no joint 'beak'");
  }

  private static void assertRefused(String text, String reason) {
    assertThatThrownBy(() -> MapFile.parse("m.json", text.getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(FormatException.class)
        .hasMessageStartingWith("m.json")
        .hasMessageContaining(reason);
  }
}
