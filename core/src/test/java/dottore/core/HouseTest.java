package dottore.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The arrows of the core: from later rooms to earlier ones, and never out of the house. */
class HouseTest {
  private static final List<String> ROOMS =
      List.of(
          "units",
          "hours",
          "machine",
          "practice",
          "yaml",
          "casebook",
          "words",
          "isolation",
          "diagnosis",
          "learning",
          "bridge",
          "rehearsal",
          "reading",
          "format",
          "facts",
          "gate",
          "weigh",
          "runsheet",
          "proof",
          "ticket",
          "firmware",
          "drive",
          "swap",
          "upgrade",
          "shelf",
          "driver",
          "system");

  private final JavaClasses core =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("dottore.core");

  @Test
  void roomsHaveNoCircles() {
    slices().matching("dottore.core.(*)..").should().beFreeOfCycles().check(core);
  }

  @Test
  void noRoomLooksAtALaterOne() {
    for (int i = 0; i < ROOMS.size(); i++) {
      for (int later = i + 1; later < ROOMS.size(); later++) {
        noClasses()
            .that()
            .resideInAPackage("dottore.core." + ROOMS.get(i) + "..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dottore.core." + ROOMS.get(later) + "..")
            .check(core);
      }
    }
  }

  @Test
  void noDeskKnowsAnother() {
    noClasses()
        .that()
        .resideInAPackage("dottore.core.firmware..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("dottore.core.drive..")
        .check(core);
    noClasses()
        .that()
        .resideInAPackage("dottore.core.drive..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("dottore.core.firmware..")
        .check(core);
  }

  @Test
  void everyRoomHasItsPlaceInTheOrder() {
    assertThat(
            core.stream()
                .map(c -> c.getPackageName())
                .filter(name -> name.startsWith("dottore.core."))
                .map(name -> name.split("\\.")[2])
                .collect(java.util.stream.Collectors.toSet()))
        .containsExactlyInAnyOrderElementsOf(ROOMS);
  }

  @Test
  void coreKnowsNoWebNoDatabaseAndNoFramework() {
    classes()
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage(
            "dottore.core..",
            "java..",
            "javax.xml.stream..",
            "org.yaml.snakeyaml..",
            "org.jspecify..",
            "org.apache.lucene..",
            "org.tartarus.snowball..",
            "tools.jackson.core..",
            "tools.jackson.databind..",
            "org.apache.commons.validator..",
            "org.apache.commons.text..",
            "org.apache.commons.csv..",
            "org.apache.commons.statistics..")
        .check(core);
  }

  @Test
  void coreHasNoClockOfItsOwn() {
    noClasses()
        .should()
        .callMethod(System.class, "currentTimeMillis")
        .orShould()
        .callMethod(System.class, "nanoTime")
        .orShould()
        .callMethod(Instant.class, "now")
        .check(core);
  }
}
