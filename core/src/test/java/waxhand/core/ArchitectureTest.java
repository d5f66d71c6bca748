package waxhand.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
  private static final JavaClasses CORE =
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
        .check(CORE);
    noClasses().should().callMethod(System.class, "nanoTime").check(CORE);
    noClasses().should().callMethod(System.class, "currentTimeMillis").check(CORE);
  }

  @Test
  void coreDependsOnNothingElseOfOurs() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "waxhand.formats..", "waxhand.rehearsal..", "waxhand.cli..", "waxhand.desk..")
        .check(CORE);
  }

  @Test
  void kernelsKnowNothingOfPasses() {
    noClasses()
        .that()
        .resideInAnyPackage("waxhand.core.maths..", "waxhand.core.signal..", "waxhand.core.ik..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("waxhand.core.passes..", "waxhand.core.motion..", "waxhand.core.body..")
        .check(CORE);
  }

  @Test
  void noPackagesLeanOnEachOtherInACircle() {
    slices().matching("waxhand.core.(**)").should().beFreeOfCycles().check(CORE);
  }

  /** What is true of every pass is said without naming one. */
  @Test
  void chainAndEvaluatorKnowNoPass() {
    noClasses()
        .that()
        .resideInAnyPackage(
            "waxhand.core.chain..",
            "waxhand.core.evaluate..",
            "waxhand.core.scene..",
            "waxhand.core.project..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("waxhand.core.passes..")
        .check(CORE);
  }

  /** Motions know of data beside the body only that it is there. */
  @Test
  void sceneKnowsNoKindOfData() {
    noClasses()
        .that()
        .resideInAPackage("waxhand.core.scene..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "waxhand.core.contact..", "waxhand.core.props..", "waxhand.core.chain..")
        .check(CORE);
  }
}
