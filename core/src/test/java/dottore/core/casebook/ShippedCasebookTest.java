package dottore.core.casebook;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ShippedCasebookTest {
  private final Casebook casebook = Casebook.shipped();

  @Test
  void holdsTheWholeTrade() {
    assertThat(casebook.causes()).hasSizeGreaterThanOrEqualTo(95);
    assertThat(casebook.checks()).hasSizeGreaterThanOrEqualTo(125);
    assertThat(casebook.repairs()).hasSizeGreaterThanOrEqualTo(95);
  }

  @Test
  void hasSeveralCausesForEveryStage() {
    for (Stage stage : Stage.values()) {
      assertThat(casebook.causes().stream().filter(c -> c.stages().containsKey(stage)))
          .as(stage.id())
          .hasSizeGreaterThanOrEqualTo(3);
    }
  }

  @Test
  void everyContextShiftsTheOddsOfSomething() {
    for (Context context : Context.values()) {
      assertThat(casebook.causes())
          .as(context.id())
          .anyMatch(
              cause ->
                  cause.contexts().containsKey(context)
                      || context.kind() && cause.kinds().size() < MachineKind.values().length);
    }
  }

  /** What needs a change is as foreign to a change of something else as to none. */
  @Test
  void whatNeedsAChangeIsUnlikelyAfterAnother() {
    assertThat(casebook.causes())
        .filteredOn(cause -> cause.contexts().getOrDefault(Context.NOTHING, 1.0) <= 0.3)
        .hasSizeGreaterThan(15)
        .allSatisfy(
            cause -> assertThat(cause.otherChange()).as(cause.id()).isLessThanOrEqualTo(0.5));
  }

  @Test
  void aBuildThatNeverRanBearsNoTracesOfUse() {
    assertThat(casebook.causes())
        .filteredOn(
            cause ->
                Set.of(
                        "malware",
                        "browser-clutter",
                        "start-clutter",
                        "profile-damaged",
                        "drive-full")
                    .contains(cause.id()))
        .hasSize(5)
        .allSatisfy(
            cause ->
                assertThat(cause.shift(Context.NEW_BUILD)).as(cause.id()).isLessThanOrEqualTo(0.1));
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

  @Test
  void whatLiesUnderACoverTakesLongerWhereTheCoverDoes() {
    Casebook shipped = Casebook.shipped();
    Step.Effort effort = shipped.step("reseat-memory").orElseThrow().effort();
    assertThat(effort.hands(MachineKind.TOWER)).isEqualTo(effort.hands());
    assertThat(effort.hands(MachineKind.LAPTOP)).isEqualTo(Minutes.of(8));
    Step.Effort measured =
        shipped
            .with(Map.of(), Map.of("reseat-memory", Minutes.of(6)))
            .step("reseat-memory")
            .orElseThrow()
            .effort();
    assertThat(measured.hands(MachineKind.TOWER)).isEqualTo(Minutes.of(6));
    assertThat(measured.hands(MachineKind.LAPTOP)).isEqualTo(Minutes.of(12));
  }

  /** The cover is off already; what is done from outside takes as long as ever. */
  @Test
  void inAnOpenCaseItTakesLessByTheCoverAndNeverLessThanHalf() {
    Casebook shipped = Casebook.shipped();
    Step.Effort seat = shipped.step("reseat-memory").orElseThrow().effort();
    assertThat(seat.hands(MachineKind.TOWER, true)).isEqualTo(Minutes.of(3));
    assertThat(seat.hands(MachineKind.LAPTOP, true)).isEqualTo(Minutes.of(4));
    assertThat(seat.hands(MachineKind.ALL_IN_ONE, true)).isEqualTo(Minutes.of(7.5));
    assertThat(seat.hands(MachineKind.LAPTOP, false)).isEqualTo(seat.hands(MachineKind.LAPTOP));
    Step.Effort outside = shipped.step("minimal-kit").orElseThrow().effort();
    assertThat(outside.hands(MachineKind.LAPTOP, true)).isEqualTo(outside.hands());
  }
}
