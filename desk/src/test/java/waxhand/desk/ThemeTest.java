package waxhand.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import waxhand.desk.theme.Theme;
import waxhand.desk.timeline.Timecode;

class ThemeTest {
  private static String sheet(String name) throws IOException {
    try (var in = Theme.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static Map<String, String> colours(String name) throws IOException {
    Map<String, String> colours = new TreeMap<>();
    Matcher m = Pattern.compile("(-wh-[a-z-]+):\\s*(#[0-9A-Fa-f]{6})").matcher(sheet(name));
    while (m.find()) {
      colours.put(m.group(1), m.group(2));
    }
    return colours;
  }

  private static double light(Color c) {
    double[] v = {c.getRed(), c.getGreen(), c.getBlue()};
    for (int i = 0; i < 3; i++) {
      v[i] = v[i] <= 0.04045 ? v[i] / 12.92 : Math.pow((v[i] + 0.055) / 1.055, 2.4);
    }
    return 0.2126 * v[0] + 0.7152 * v[1] + 0.0722 * v[2];
  }

  /** Contrast of two colours (WCAG 2.2, 1.4.3). */
  private static double contrast(String a, String b) {
    double la = light(Color.web(a));
    double lb = light(Color.web(b));
    return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
  }

  @Test
  void themesHaveTheSameKeysAndTextIsLegible() throws IOException {
    assertThat(colours("tallow.css").keySet()).isEqualTo(colours("lampblack.css").keySet());
    for (String theme : new String[] {"tallow.css", "lampblack.css"}) {
      Map<String, String> c = colours(theme);
      for (String paper : new String[] {"-wh-paper", "-wh-raised"}) {
        for (String ink :
            new String[] {
              "-wh-ink", "-wh-soft", "-wh-trouble", "-wh-focus", "-wh-good", "-wh-left", "-wh-right"
            }) {
          assertThat(contrast(c.get(paper), c.get(ink)))
              .as("%s %s on %s", theme, ink, paper)
              .isGreaterThan(4);
        }
        assertThat(contrast(c.get(paper), c.get("-wh-soft"))).isGreaterThan(4.5);
      }
      assertThat(contrast(c.get("-wh-focus"), c.get("-wh-on-focus"))).isGreaterThan(4.5);
      assertThat(contrast(c.get("-wh-wax"), c.get("-wh-on-wax"))).isGreaterThan(4.5);
    }
  }

  @Test
  void coloursAreWrittenInThePaletteOnly() throws IOException {
    assertThat(sheet("bench.css"))
        .doesNotContainPattern("#[0-9A-Fa-f]{3,8}\\b")
        .doesNotContain("rgb");
  }

  @Test
  void nobodyDependsOnTheDeskAndTheDeskKeepsItsRooms() {
    var ours =
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("waxhand");
    noClasses()
        .that()
        .resideOutsideOfPackage("waxhand.desk..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("waxhand.desk..")
        .check(ours);
    noClasses()
        .that()
        .resideInAPackage("waxhand.formats..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("waxhand.rehearsal..", "waxhand.cli..")
        .check(ours);
    noClasses()
        .that()
        .resideInAPackage("waxhand.desk.session..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "javafx.scene.control..", "waxhand.desk.bench..", "waxhand.desk.viewport..")
        .check(ours);
  }

  @Test
  void timecodeCountsFramesWithinTheSecond() {
    assertThat(Timecode.of(0, 30)).isEqualTo("00:00:00:00");
    assertThat(Timecode.of(89, 30)).isEqualTo("00:00:02:29");
    assertThat(Timecode.of(120 * 3661 + 7, 120)).isEqualTo("01:01:01:007");
  }
}
