package dottore.core.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.format.DeviceList;
import dottore.core.format.EventList;
import dottore.core.format.FormatFault;
import dottore.core.format.HealthText;
import dottore.core.format.Smbios;
import dottore.core.machine.Device;
import dottore.core.machine.Passport;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Scenario;
import dottore.core.reading.Answer;
import dottore.core.reading.HealthReading;
import dottore.core.reading.HealthReading.Level;
import dottore.core.reading.PassportReading;
import dottore.core.units.Capacity;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What the stand-in devices hand out is read by this house's own readers, to the same answers. */
class PrintoutTest {
  private static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 27, 9, 30, 5);

  private static byte[] of(String check, Machine machine) {
    return Printout.of(check, machine, NOW).orElseThrow().bytes();
  }

  private static String text(String check, Machine machine) {
    return new String(of(check, machine), StandardCharsets.UTF_8);
  }

  @Test
  void healthPagesAreJudgedAsTheDriveIs() throws FormatFault {
    for (int seed = 0; seed < 300; seed++) {
      Machine machine = Scenario.of(seed, 2).machine();
      Level level =
          HealthReading.judge(
                  HealthText.read(text("attributes", machine)).health(), Optional.empty())
              .level();
      boolean bad = machine.has(Flaw.DRIVE_FAILING);
      assertThat(level == Level.REPLACE).as("%s", machine).isEqualTo(bad);
    }
  }

  @Test
  void devicesCarryTheMarksOfTheirMachine() throws FormatFault {
    SplittableRandom random = new SplittableRandom(4);
    for (int seed = 0; seed < 300; seed++) {
      Scenario scenario = Scenario.of(seed, 2);
      List<Device> devices = DeviceList.read(text("device-marks", scenario.machine()), Map.of());
      assertThat(devices).hasSize(6);
      String seen = Observer.truth("device-marks", scenario.machine(), scenario.story(), random);
      boolean missing =
          List.of("network", "graphics-none", "audio", "touch", "chipset").contains(seen);
      assertThat(devices.stream().anyMatch(Device::undriven)).as(seen).isEqualTo(missing);
    }
  }

  @Test
  void theDumpAnswersAsTheMachineDoes() throws FormatFault {
    SplittableRandom random = new SplittableRandom(4);
    for (int seed = 0; seed < 400; seed++) {
      Scenario scenario = Scenario.of(seed, 2);
      Machine machine = scenario.machine();
      Passport passport = Smbios.read(of("memory-total", machine));
      PassportReading.Fitted fitted =
          new PassportReading.Fitted(
              Optional.of(Capacity.ofGibibytes(machine.memory().fitted())),
              OptionalInt.of(machine.memory().taken().size()));
      for (Answer answer : PassportReading.of(passport, fitted)) {
        if (machine.memory().found() > 0 && !answer.check().equals("memory-total")) {
          assertThat(answer.outcome())
              .as(answer.check() + " on " + machine)
              .isEqualTo(Observer.truth(answer.check(), machine, scenario.story(), random));
        }
      }
    }
  }

  @Test
  void eventsAndTemperaturesAreRead() throws FormatFault {
    for (int seed = 0; seed < 200; seed++) {
      Machine machine = Scenario.of(seed, 2).machine();
      assertThat(EventList.read(text("event-list", machine), ZoneOffset.UTC, Map.of()))
          .isNotEmpty();
      String stream = text("load-temperature", machine);
      assertThat(stream.lines().skip(1)).allMatch(line -> line.matches("\\d+,\\d+\\.\\d"));
    }
    assertThat(Printout.name("event-list")).contains("events.csv");
    assertThat(Printout.name("board-light")).isEmpty();
    assertThat(Printout.of("board-light", Scenario.of(1, 2).machine(), NOW)).isEmpty();
  }
}
