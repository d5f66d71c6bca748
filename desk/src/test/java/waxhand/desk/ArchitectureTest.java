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

  /** These rooms show whatever passes there are; what single kinds need is in their kits. */
  @Test
  void roomsNameNoPass() {
    noClasses()
        .that()
        .resideInAnyPackage(
            "waxhand.desk.command..",
            "waxhand.desk.findings..",
            "waxhand.desk.handoff..",
            "waxhand.desk.notice..",
            "waxhand.desk.panels..",
            "waxhand.desk.rail..",
            "waxhand.desk.session..",
            "waxhand.desk.shelf..",
            "waxhand.desk.theme..",
            "waxhand.desk.timeline..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "waxhand.core.passes.signal..",
            "waxhand.core.passes.time..",
            "waxhand.core.passes.ground..",
            "waxhand.core.passes.limbs..",
            "waxhand.core.passes.props..",
            "waxhand.core.passes.layers..")
        .check(DESK);
  }
}
