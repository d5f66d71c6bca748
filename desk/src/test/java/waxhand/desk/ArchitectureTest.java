package waxhand.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import javafx.scene.control.Accordion;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ColorPicker;
import javafx.scene.control.DatePicker;
import javafx.scene.control.Dialog;
import javafx.scene.control.DialogPane;
import javafx.scene.control.MenuBar;
import javafx.scene.control.Pagination;
import javafx.scene.control.ProgressIndicator;
import javafx.scene.control.RadioButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.Spinner;
import javafx.scene.control.SplitMenuButton;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TabPane;
import javafx.scene.control.TableView;
import javafx.scene.control.TitledPane;
import javafx.scene.control.ToolBar;
import javafx.scene.control.TreeTableView;
import javafx.scene.control.TreeView;
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

  /** {@code BaseStyles} leaves out the styles of these. */
  @Test
  void noControlIsUsedThatHasNoStyle() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .belongToAnyOf(
            Accordion.class,
            CheckMenuItem.class,
            ColorPicker.class,
            DatePicker.class,
            Dialog.class,
            DialogPane.class,
            MenuBar.class,
            Pagination.class,
            ProgressIndicator.class,
            RadioButton.class,
            RadioMenuItem.class,
            Spinner.class,
            SplitMenuButton.class,
            SplitPane.class,
            TabPane.class,
            TableView.class,
            TitledPane.class,
            ToolBar.class,
            TreeTableView.class,
            TreeView.class)
        .orShould()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "atlantafx.base.controls..",
            "javafx.scene.chart..",
            "javafx.scene.web..",
            "org.controlsfx..")
        .check(DESK);
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
