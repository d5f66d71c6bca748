package waxhand.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
  private static final JavaClasses DESK =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("waxhand.desk");

  @Test
  void noRoomsLeanOnEachOtherInACircle() {
    slices().matching("waxhand.desk.(**)").should().beFreeOfCycles().check(DESK);
  }

  /** Rooms show whatever passes there are; what single kinds need is in their kits. */
  @Test
  void noRoomButTheKitsNamesAPass() {
    noClasses()
        .that()
        .resideInAPackage("waxhand.desk.*..")
        .and()
        .resideOutsideOfPackage("waxhand.desk.kits..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("waxhand.core.passes.*..")
        .check(DESK);
  }
}
