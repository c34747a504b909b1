package dottore.core.casebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ShippedCasebookTest {
  private final Casebook casebook = Casebook.shipped();

  @Test
  void isLargeEnoughForTheStagesItCovers() {
    assertThat(casebook.causes()).hasSizeGreaterThanOrEqualTo(35);
    assertThat(casebook.checks()).hasSizeGreaterThanOrEqualTo(45);
    assertThat(casebook.repairs()).hasSizeGreaterThanOrEqualTo(35);
  }

  @Test
  void hasSeveralCausesForEveryStageUpToTheLoader() {
    Set<Stage> covered =
        EnumSet.of(
            Stage.DEAD,
            Stage.TWITCH,
            Stage.CPU,
            Stage.MEMORY,
            Stage.GRAPHICS,
            Stage.BOOT,
            Stage.DARK,
            Stage.NO_DEVICE,
            Stage.LOADER);
    for (Stage stage : covered) {
      assertThat(casebook.causes().stream().filter(c -> c.stages().containsKey(stage)))
          .as(stage.id())
          .hasSizeGreaterThanOrEqualTo(3);
    }
  }

  @Test
  void everyMarkOfDangerHasItsRoad() {
    for (Mark mark : Mark.values()) {
      assertThat(casebook.repair(mark.road())).as(mark.id()).isPresent();
    }
  }

  @Test
  void findsSeveralStepsInOneTypedLine() {
    assertThat(casebook.find("fans turn, memory light stays, one module tried", 12))
        .extracting(Step::id)
        .contains("fans-and-lights", "board-light", "single-module-start");
  }

  @Test
  void findsNothingInNothing() {
    assertThat(casebook.find(" , ", 5)).isEmpty();
  }
}
