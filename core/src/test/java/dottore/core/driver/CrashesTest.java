package dottore.core.driver;

import static dottore.core.driver.Packages.DESK;
import static dottore.core.driver.Packages.catalog;
import static dottore.core.driver.Packages.some;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.driver.Crashes.Codes;
import dottore.core.driver.Judged.Habits;
import dottore.core.format.EventList;
import dottore.core.format.FormatFault;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import dottore.core.reading.Answer;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CrashesTest {
  private static final DriverPackage NEWER =
      some("brisk-net", DeviceKind.NETWORK)
          .version("9.1")
          .fits("0fe1:2100")
          .module("brisknet.drv")
          .done();
  private static final Device NETWORK =
      new Device(
          "Brisk Gigabit",
          DeviceId.in("0fe1:2100"),
          DeviceKind.NETWORK,
          OptionalInt.empty(),
          "Desk Works",
          Optional.of(LocalDate.of(2015, 4, 21)),
          "2.0",
          "brisknet.drv");

  private static Crashes read(String text) {
    try {
      return Crashes.of(EventList.read(text, ZoneOffset.UTC, Map.of()));
    } catch (FormatFault fault) {
      throw new AssertionError(fault);
    }
  }

  private static String day(int day, String rest) {
    return String.format("2026-11-%02d %s%n", day, rest);
  }

  @Test
  void theSameCodeWithOneModuleAccusesItsDriver() {
    StringBuilder text = new StringBuilder();
    for (int day = 1; day < 6; day++) {
      text.append(day(day, "09:58:00 warning brisknet: the link was reset"));
      text.append(day(day, "10:01:00 error stopper: stopped with 0x000000D1 in brisknet.drv"));
      text.append(day(day, "14:00:00 warning clockd: the time was set"));
    }
    Crashes crashes = read(text.toString());
    assertThat(crashes.falls()).hasSize(5);
    assertThat(crashes.codes()).isEqualTo(Codes.SAME);
    assertThat(crashes.counted()).containsExactly(Map.entry("0xD1", 5L));
    assertThat(crashes.telling()).extracting(Crashes.Before::source).containsExactly("brisknet");
    assertThat(crashes.everyHours()).contains(24.0);
    List<Judged> judged = List.of(Judged.of(NETWORK, DESK, catalog(NEWER), Habits.USUAL));
    Suspects suspects = new Suspects(crashes, judged, catalog(NEWER));
    assertThat(suspects.sorted()).hasSize(1);
    Suspect first = suspects.sorted().get(0);
    assertThat(first.name()).isEqualTo("brisknet.drv");
    assertThat(first.device()).contains(NETWORK);
    assertThat(first.because())
        .contains("named in 5 of 5 falls")
        .anyMatch(words -> words.contains("before 5"))
        .anyMatch(words -> words.contains("2015-04-21"));
    assertThat(DriverReading.of(crashes, suspects.kinds()))
        .extracting(a -> a.check() + "=" + a.outcome())
        .containsExactly(
            "stop-code=driver",
            "stop-codes-vary=same",
            "named-module=network",
            "event-list=network");
  }

  @Test
  void codesThatVaryWithAnOldNetworkDriverAccuseItThoughNobodyNamesIt() {
    Crashes crashes =
        read(
            day(1, "10:00:00 critical stopper: stopped with 0x0000001A")
                + day(2, "11:00:00 critical stopper: stopped with 0x0000003B")
                + day(3, "12:00:00 critical stopper: stopped with 0x00000050"));
    assertThat(crashes.codes()).isEqualTo(Codes.VARY);
    List<Judged> judged = List.of(Judged.of(NETWORK, DESK, catalog(NEWER), Habits.USUAL));
    List<Suspect> suspects = new Suspects(crashes, judged, catalog(NEWER)).sorted();
    assertThat(suspects).hasSize(1);
    assertThat(suspects.get(0).because()).anyMatch(w -> w.contains("memory of others"));
  }

  @Test
  void aStopAndTheStartAfterItAreOneFall() {
    Crashes crashes =
        read(
            day(1, "10:00:00 critical power: the machine restarted unexpectedly")
                + day(1, "10:00:40 error stopper: stopped with 0x00000116 in vivid.drv")
                + day(2, "10:00:00 critical power: unexpected shutdown"));
    assertThat(crashes.falls())
        .extracting(Crashes.Fall::at, Crashes.Fall::code, Crashes.Fall::module)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(
                Instant.parse("2026-11-01T10:00:00Z"), "0x116", "vivid.drv"),
            org.assertj.core.groups.Tuple.tuple(Instant.parse("2026-11-02T10:00:00Z"), "", ""));
    assertThat(crashes.codes()).isEqualTo(Codes.FEW);
  }

  @Test
  void nothingBeforeMostFallsAccusesPowerOrHeat() {
    Crashes crashes =
        read(
            day(1, "10:00:00 critical power: unexpected shutdown")
                + day(2, "10:00:00 critical power: unexpected shutdown")
                + day(3, "16:00:00 warning clockd: the time was set"));
    assertThat(DriverReading.of(crashes, Map.of()))
        .extracting(Answer::outcome)
        .containsExactly("nothing");
  }

  /** A driver's line names its device by its words, where no list of devices does. */
  @ParameterizedTest
  @CsvSource({
    "picture: the display driver did not answer and was reset, graphics",
    "corelink: the wireless adapter was reset, network",
    "portd: a device on the port was reset, device",
    "faults: program crashed: reader.exe, program",
    "watch: the machine check reports an error, hardware"
  })
  void theLineBeforeSaysWhose(String line, String outcome) {
    StringBuilder text = new StringBuilder();
    for (int day = 1; day < 6; day++) {
      text.append(day(day, "09:58:00 error " + line));
      text.append(day(day, "10:01:00 critical power: unexpected shutdown"));
      text.append(day(day, "14:00:00 warning clockd: the time was set"));
    }
    assertThat(DriverReading.of(read(text.toString()), Map.of()))
        .extracting(Answer::outcome)
        .containsExactly(outcome);
  }

  @Test
  void programsThatDifferAreToldFromOneThatAlwaysCrashes() {
    StringBuilder text = new StringBuilder();
    String[] programs = {"reader.exe", "mailer.exe", "painter.exe", "reader.exe"};
    for (int day = 1; day <= programs.length; day++) {
      text.append(day(day, "09:58:00 error faults: program crashed: " + programs[day - 1]));
      text.append(day(day, "10:01:00 critical power: unexpected shutdown"));
      text.append(day(day, "14:00:00 warning clockd: the time was set"));
    }
    assertThat(DriverReading.of(read(text.toString()), Map.of()))
        .extracting(Answer::outcome)
        .containsExactly("programs");
  }

  @Test
  void whatIsWrittenAllDayLongIsNotToldByChance() {
    StringBuilder text = new StringBuilder();
    for (int hour = 0; hour < 24; hour++) {
      for (int minute = 0; minute < 60; minute += 4) {
        text.append(
            day(1, String.format("%02d:%02d:00 warning chatter: a device was slow", hour, minute)));
      }
    }
    text.append(day(1, "23:57:00 critical power: unexpected restart"));
    Crashes crashes = read(text.toString());
    assertThat(crashes.before()).hasSize(1);
    assertThat(crashes.telling()).isEmpty();
  }

  @Test
  void aListWithoutAFallAnswersNothing() {
    Crashes crashes = read(day(1, "10:00:00 error printerd: paper is out"));
    assertThat(crashes.falls()).isEmpty();
    assertThat(DriverReading.of(crashes, Map.of())).isEmpty();
  }
}
