package dottore.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import dottore.app.desk.Desk;
import dottore.app.record.Writing;
import jakarta.persistence.Entity;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.data.repository.Repository;
import org.springframework.modulith.core.ApplicationModules;

/** The arrows of the application: rooms meet only through what they make public. */
class HouseTest {
  private final JavaClasses app =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("dottore.app");

  @Test
  void roomsKeepTheirDoors() {
    ApplicationModules.of(DottoreApplication.class).verify();
  }

  /** Nobody outside of a room can even name its tables. */
  @Test
  void entitiesAndRepositoriesAreKnownInTheirRoomOnly() {
    assertThat(app.stream().filter(c -> c.isAnnotatedWith(Entity.class))).hasSizeGreaterThan(9);
    classes().that().areAnnotatedWith(Entity.class).should().bePackagePrivate().check(app);
    classes().that().areAssignableTo(Repository.class).should().bePackagePrivate().check(app);
  }

  /** A desk is a room of its own: the rest of the application knows none by name. */
  @Test
  void noOtherRoomKnowsADesk() {
    Set<String> desks =
        app.stream()
            .filter(c -> c.isAssignableTo(Desk.class) && !c.isInterface())
            .map(c -> c.getPackageName())
            .collect(Collectors.toSet());
    assertThat(desks).hasSizeGreaterThan(2);
    for (String desk : desks) {
      noClasses()
          .that()
          .resideOutsideOfPackage(desk)
          .should()
          .dependOnClassesThat()
          .resideInAPackage(desk)
          .check(app);
    }
  }

  /** There is one way to write to a ticket, and it is given only inside the ticket's lock. */
  @Test
  void onlyTheRecordMakesAWriting() {
    noClasses()
        .that()
        .resideOutsideOfPackage("dottore.app.record")
        .should()
        .callConstructor(
            Writing.class,
            app.get("dottore.app.record.Store").reflect(),
            app.get("dottore.app.record.Ticket").reflect(),
            String.class,
            java.time.Instant.class)
        .check(app);
    assertThat(List.of(Writing.class.getConstructors())).isEmpty();
  }
}
