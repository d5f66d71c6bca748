package waxhand.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
  private final JavaClasses core =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("waxhand.core");

  @Test
  void coreHasNoInterfaceNoFilesAndNoClock() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "javafx..",
            "java.awt..",
            "javax.swing..",
            "java.io..",
            "java.nio.file..",
            "java.time..")
        .check(core);
    noClasses().should().callMethod(System.class, "nanoTime").check(core);
    noClasses().should().callMethod(System.class, "currentTimeMillis").check(core);
  }

  @Test
  void coreDependsOnNothingElseOfOurs() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "waxhand.formats..", "waxhand.rehearsal..", "waxhand.cli..", "waxhand.desk..")
        .check(core);
  }

  @Test
  void kernelsKnowNothingOfPasses() {
    noClasses()
        .that()
        .resideInAnyPackage("waxhand.core.maths..", "waxhand.core.signal..", "waxhand.core.ik..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("waxhand.core.passes..", "waxhand.core.motion..", "waxhand.core.body..")
        .check(core);
  }
}
