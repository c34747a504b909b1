package dottore.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

/** The arrows of the application: rooms meet only through what they make public. */
class HouseTest {
  @Test
  void roomsKeepTheirDoors() {
    ApplicationModules.of(DottoreApplication.class).verify();
  }

  @Test
  void templatesAndControllersNeverSeeAnEntityOfAnotherRoom() {
    noClasses()
        .that()
        .resideOutsideOfPackage("dottore.app.ticket")
        .should()
        .dependOnClassesThat()
        .haveSimpleName("Ticket")
        .orShould()
        .dependOnClassesThat()
        .haveSimpleName("LogEntry")
        .check(
            new ClassFileImporter()
                .withImportOption(new ImportOption.DoNotIncludeTests())
                .importPackages("dottore.app"));
  }
}
