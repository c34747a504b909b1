package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Depth;
import dottore.core.firmware.CoinCell.Verdict;
import dottore.core.firmware.FailureRoad.Symptom;
import dottore.core.machine.Encryption;
import dottore.core.machine.MachineKind;
import dottore.core.reading.Answer;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.SheetWork;
import dottore.core.units.Minutes;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class FirmwareSheetsTest {
  private static final CoinCell FLAT = CoinCell.of(OptionalDouble.of(2.4), false, false);
  private static final CoinCell NEW = CoinCell.of(OptionalDouble.of(3.1), false, false);

  static Stream<RunSheet> everySheet() {
    List<RunSheet> sheets = new ArrayList<>();
    Release two = Boards.MARK.release("2.10").orElseThrow();
    for (Way way : Way.values()) {
      for (Encryption encryption : Encryption.values()) {
        sheets.add(FirmwareSheets.update(Boards.MARK, two, way, encryption, way != Way.FLASH_PORT));
      }
    }
    for (ResetWay way : ResetWay.values()) {
      for (MachineKind kind : MachineKind.values()) {
        sheets.add(FirmwareSheets.reset(way, kind, kind != MachineKind.LAPTOP));
      }
    }
    for (Rescue rescue : Rescue.values()) {
      sheets.add(RecoverySheets.by(rescue, Boards.MARK, two));
    }
    for (CoinCell cell : List.of(FLAT, NEW)) {
      sheets.add(FirmwareSheets.password(MachineKind.TOWER, cell));
    }
    return sheets.stream();
  }

  @ParameterizedTest
  @MethodSource("everySheet")
  void givesBackAllThatItBorrows(RunSheet sheet) {
    List<String> borrowed =
        sheet.steps().stream().flatMap(s -> s.borrows().stream()).map(l -> l.what()).toList();
    List<String> returned = sheet.steps().stream().flatMap(s -> s.returns().stream()).toList();
    assertThat(returned).containsExactlyInAnyOrderElementsOf(borrowed);
  }

  @ParameterizedTest
  @MethodSource("everySheet")
  void warnsWhereItOpensTheCaseOrWrites(RunSheet sheet) {
    boolean opens = sheet.steps().stream().anyMatch(s -> s.depth().opensTheCase());
    if (opens) {
      SheetStep first =
          sheet.steps().stream().filter(s -> s.depth().opensTheCase()).findFirst().orElseThrow();
      assertThat(first.caution()).isPresent();
      assertThat(first.caution().get()).contains("wall");
    }
    assertThat(sheet.steps())
        .filteredOn(s -> s.depth() == Depth.WRITES_FIRMWARE)
        .allMatch(s -> s.guard().isPresent() && s.caution().isPresent() && s.must());
  }

  @ParameterizedTest
  @MethodSource("everySheet")
  void isDoneStepByStepInItsOwnOrder(RunSheet sheet) {
    java.util.Map<String, RunSheet.Mark> marks = new java.util.HashMap<>();
    for (SheetStep step : sheet.steps()) {
      assertThat(sheet.ready(marks)).contains(step);
      marks.put(step.id(), RunSheet.Mark.DONE);
    }
    assertThat(sheet.finished(marks)).isTrue();
    assertThat(sheet.handsLeft(marks)).isEqualTo(Minutes.NONE);
  }

  @Test
  void theFlatCellIsReplacedWhileThePasswordJumperIsOut() {
    assertThat(FirmwareSheets.password(MachineKind.TOWER, FLAT).step("cell")).isPresent();
    RunSheet sheet = FirmwareSheets.password(MachineKind.TOWER, NEW);
    assertThat(sheet.step("cell")).isEmpty();
    assertThat(sheet.step("jumper").orElseThrow().borrows().orElseThrow().guess())
        .isEqualTo("pins 1-2");
    assertThat(sheet.step("jumper-back").orElseThrow().must()).isTrue();
  }

  private static SheetWork worked(FirmwareKind kind, Map<String, String> about, String... done) {
    List<Entry> ticks = new ArrayList<>();
    for (String step : done) {
      ticks.add(new Entry.Ticked("s", step, true));
    }
    RunSheet sheet = new RunSheet(kind.id(), "sheet", List.of());
    return SheetWork.of("s", sheet, about, Instant.EPOCH, "runa", Jobs.log(ticks));
  }

  @ParameterizedTest
  @CsvSource({
    "UPDATE, flash-port, unplug write, flash-without-cpu",
    "UPDATE, firmware-screen, unplug write, other-firmware-version",
    "UPDATE, firmware-screen, unplug, ''",
    "RESET, button, off clear, clear-and-reenter",
    "RESET, button, off, ''",
    "PASSWORD, '', off jumper service, clear-password-by-owner",
    "PASSWORD, '', off jumper, ''",
    "RECOVERY, '', write, recover-firmware"
  })
  void aSheetIsTheRepairOfWhatWasDoneOnIt(
      FirmwareKind kind, String way, String done, String repair) {
    SheetWork work = worked(kind, Map.of("way", way), done.split(" "));
    assertThat(kind.repairs(work)).isEqualTo(repair.isEmpty() ? List.of() : List.of(repair));
    assertThat(kind.repairs(work))
        .allSatisfy(id -> assertThat(Casebook.shipped().repair(id)).isPresent());
    assertThat(FirmwareKind.of(work)).hasValue(kind);
  }

  @Test
  void aCellThatWasFoundFlatIsAnAnswer() {
    assertThat(
            FirmwareKind.PASSWORD.answers(
                worked(FirmwareKind.PASSWORD, Map.of("cell", "yes"), "cell")))
        .extracting(Answer::check)
        .containsExactly("coin-cell-volts");
    assertThat(
            FirmwareKind.PASSWORD.answers(
                worked(FirmwareKind.PASSWORD, Map.of("cell", "yes"), "jumper")))
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"JUMPER, pins 1-2", "COIN_CELL, 'in its holder, plus side up'"})
  void whatAResetMovesGoesBackBeforeTheStart(ResetWay way, String before) {
    RunSheet sheet = FirmwareSheets.reset(way, MachineKind.TOWER, false);
    assertThat(sheet.step("clear").orElseThrow().borrows().orElseThrow().guess()).isEqualTo(before);
    List<String> ids = sheet.steps().stream().map(SheetStep::id).toList();
    assertThat(ids.indexOf("back")).isLessThan(ids.indexOf("train"));
    assertThat(sheet.step("back").orElseThrow().must()).isTrue();
  }

  @ParameterizedTest(name = "{0} V, message {1}, clock {2}: {3}")
  @CsvSource(
      nullValues = "-",
      value = {
        "3.30, false, false, GOOD",
        "3.00, false, false, GOOD",
        "2.90, false, false, GOOD",
        "2.89, false, false, WEAK",
        "2.70, false, false, WEAK",
        "2.69, false, false, REPLACE",
        "0.00, false, false, REPLACE",
        "3.00, true,  false, REPLACE",
        "2.80, false, true,  REPLACE",
        "-,    true,  false, REPLACE",
        "-,    false, true,  REPLACE",
        "-,    false, false, UNKNOWN"
      })
  void judgesTheCoinCell(Double volts, boolean message, boolean clock, Verdict verdict) {
    OptionalDouble measured = volts == null ? OptionalDouble.empty() : OptionalDouble.of(volts);
    assertThat(CoinCell.of(measured, message, clock).verdict()).isEqualTo(verdict);
  }

  @ParameterizedTest
  @CsvSource({"3.7", "-0.1", "NaN"})
  void voltsThatNoCellGivesAreRefused(double volts) {
    assertThatThrownBy(() -> CoinCell.of(OptionalDouble.of(volts), false, false))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest(name = "{0}, proved {1}, organization {2}: {3}")
  @CsvSource({
    "OLD_TOWER,    false, false, CLOSED",
    "OLD_TOWER,    true,  false, JUMPER",
    "OLD_TOWER,    true,  true,  ADMINISTRATOR",
    "OLD_TOWER,    false, true,  ADMINISTRATOR",
    "TOWER,        true,  false, MAKER",
    "RECENT_TOWER, true,  false, MAKER",
    "LAPTOP,       false, false, CLOSED",
    "LAPTOP,       true,  false, MAKER",
    "LAPTOP,       true,  true,  ADMINISTRATOR",
    "SEALED,       true,  false, MAKER"
  })
  void thePasswordRoadNeedsProof(
      BoardFamily family, boolean proved, boolean organization, PasswordRoad road) {
    assertThat(PasswordRoad.of(family, proved, organization)).isEqualTo(road);
  }

  @Test
  void resetsBeginWithTheGentlestAndKeepTheCoverOnWhereItMust() {
    assertThat(ResetWay.of(BoardFamily.RECENT_TOWER, true, true))
        .containsExactly(ResetWay.SCREEN, ResetWay.BUTTON, ResetWay.PINS, ResetWay.COIN_CELL);
    assertThat(ResetWay.of(BoardFamily.RECENT_TOWER, false, false))
        .containsExactly(ResetWay.BUTTON);
    assertThat(ResetWay.of(BoardFamily.OLD_TOWER, false, true)).startsWith(ResetWay.JUMPER);
  }

  @Test
  void theRoadBackBeginsWithTheGentlestAndEndsAtTheMaker() {
    assertThat(FailureRoad.of(Boards.MARK.rescues(), Symptom.DEAD))
        .containsExactly(Rescue.FLASH_PORT, Rescue.RECOVERY_JUMPER, Rescue.MAKER);
    assertThat(FailureRoad.of(Set.of(), Symptom.DEAD)).containsExactly(Rescue.MAKER);
    assertThat(FailureRoad.of(Boards.MARK.rescues(), Symptom.OLD_VERSION)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "TOWER, true, OLD_TOWER",
    "TOWER, false, TOWER",
    "LAPTOP, true, LAPTOP",
    "HANDHELD, false, SEALED",
    "ALL_IN_ONE, true, SEALED"
  })
  void theFamilyFollowsFromKindAndAge(MachineKind kind, boolean old, BoardFamily family) {
    Set<Context> contexts = old ? Set.of(Context.OLD) : Set.of();
    assertThat(BoardFamily.usual(kind, contexts)).isEqualTo(family);
  }

  @Test
  void worryComesAfterTheExpectedEndAndNeverDuringIt() {
    for (Way way : Way.values()) {
      Guard guard = way.guard();
      assertThat(guard.after(Minutes.NONE)).isEqualTo(Guard.Phase.RUNS);
      assertThat(guard.after(guard.expected())).isEqualTo(Guard.Phase.RUNS);
      assertThat(guard.after(guard.expected().plus(Minutes.of(0.1)))).isEqualTo(Guard.Phase.LONGER);
      assertThat(guard.after(guard.worry())).isEqualTo(Guard.Phase.WORRY);
    }
    assertThat(Training.GUARD.after(Minutes.of(9.9))).isEqualTo(Guard.Phase.LONGER);
    assertThat(Training.GUARD.after(Minutes.of(10))).isEqualTo(Guard.Phase.WORRY);
  }
}
