package waxhand.formats;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.work.Work;
import waxhand.formats.takes.Formats;
import waxhand.formats.takes.TakeFiles;

class ArchitectureTest {
  private static final JavaClasses FORMATS =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("waxhand.formats");

  @Test
  void noPackagesLeanOnEachOtherInACircle() {
    slices().matching("waxhand.(**)").should().beFreeOfCycles().check(FORMATS);
  }

  /** Only the list of formats names one. */
  @Test
  void nobodyNamesAFormatButTheList() {
    noClasses()
        .that()
        .resideOutsideOfPackage("waxhand.formats.bvh..")
        .and()
        .doNotBelongToAnyOf(Formats.class)
        .should()
        .dependOnClassesThat()
        .resideInAPackage("waxhand.formats.bvh..")
        .check(FORMATS);
  }

  @Test
  void everyFormatIsFoundByItsNamesAndItsId() {
    for (TakeFormat format : Formats.ALL) {
      assertThat(Formats.ofId(format.id())).contains(format);
      assertThat(format.words()).isNotBlank();
      for (String ending : format.endings()) {
        assertThat(ending).startsWith(".").isLowerCase();
        assertThat(Formats.named("a" + ending.toUpperCase(java.util.Locale.ROOT))).contains(format);
        assertThat(Formats.patterns()).contains("*" + ending);
      }
      assertThat(format.isLike(new byte[0])).isFalse();
    }
    assertThat(Formats.named("a.txt")).isEmpty();
    assertThat(Formats.ALL.stream().map(TakeFormat::id).distinct()).hasSameSizeAs(Formats.ALL);
    assertThat(Formats.endings(List.of(Formats.ALL.get(0)))).isEqualTo(".bvh");
  }

  @Test
  void aTakeUnderAnotherNameIsKnownByWhatItHolds(@TempDir Path folder) throws Exception {
    Path notes = Files.writeString(folder.resolve("walk.txt"), "HIERARCHY\nROOT a\n{");
    assertThatThrownBy(() -> TakeFiles.read(notes, Reading.GUESS, Work.UNWATCHED))
        .hasMessageContaining("walk.txt")
        .hasMessageContaining("it holds BVH: give it the ending .bvh");
    Files.writeString(notes, "buy rope");
    assertThatThrownBy(() -> TakeFiles.read(notes, Reading.GUESS, Work.UNWATCHED))
        .hasMessageEndingWith("this is none");
  }
}
