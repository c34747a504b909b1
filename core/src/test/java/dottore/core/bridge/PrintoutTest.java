package dottore.core.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.format.DeviceList;
import dottore.core.format.DiskSectors;
import dottore.core.format.EventList;
import dottore.core.format.FormatFault;
import dottore.core.format.HealthText;
import dottore.core.format.Smbios;
import dottore.core.machine.Device;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Passport;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Scenario;
import dottore.core.practice.Sights;
import dottore.core.reading.Answer;
import dottore.core.reading.DiskReading;
import dottore.core.reading.HealthReading;
import dottore.core.reading.HealthReading.Level;
import dottore.core.reading.PassportReading;
import dottore.core.units.Capacity;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.SplittableRandom;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

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

  @Test
  void sectorsSayHowTheDriveIsDivided() throws FormatFault {
    SplittableRandom random = new SplittableRandom(4);
    for (int seed = 0; seed < 400; seed++) {
      Scenario scenario = Scenario.of(seed, 2);
      Machine machine = scenario.machine();
      byte[] sectors = of("scheme-read", machine);
      if (!Sights.driveSeen(machine)) {
        assertThat(sectors).isEmpty();
      } else if (machine.has(Flaw.DRIVE_EMPTY)) {
        assertThatThrownBy(() -> read(sectors)).isInstanceOf(FormatFault.class);
      } else {
        List<Answer> answers = DiskReading.of(read(sectors), Optional.empty());
        assertThat(answers).isNotEmpty();
        assertThat(answers.get(0).outcome())
            .isEqualTo(Observer.truth("scheme-read", machine, scenario.story(), random));
      }
    }
  }

  /** One with a drive that answers and is divided the new way. */
  private static Machine sound() {
    return IntStream.range(0, 100)
        .mapToObj(seed -> Scenario.of(seed, 2).machine())
        .filter(Sights::driveSeen)
        .filter(m -> !m.any(Flaw.LEGACY_BOOT, Flaw.DRIVE_EMPTY))
        .findFirst()
        .orElseThrow();
  }

  private static DiskLayout read(byte[] sectors) throws FormatFault {
    return DiskSectors.read(sectors, Optional.empty(), OptionalLong.empty(), false);
  }

  /** Tools that read real drives see the same partitions in it as ours do. */
  @ParameterizedTest
  @EnumSource(
      value = Flaw.class,
      names = {"LEGACY_BOOT", "PARTITIONS_IN_THE_WAY", "DRIVE_SMALL", "DUST"})
  void othersReadTheSectorsAlike(Flaw flaw, @TempDir Path folder) throws Exception {
    Machine machine = sound().with(flaw);
    Path image = folder.resolve("drive");
    Files.write(image, of("scheme-read", machine));
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
      file.setLength(DriveSectors.sectors(machine) * 512);
    }
    Process print =
        new ProcessBuilder("/usr/sbin/sfdisk", "--dump", image.toString())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    String dump = new String(print.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(print.waitFor()).isZero();
    List<String> theirs =
        Pattern.compile("start= *(\\d+), size= *(\\d+)")
            .matcher(dump)
            .results()
            .map(part -> part.group(1) + "+" + part.group(2))
            .toList();
    List<String> ours =
        read(of("scheme-read", machine)).parts().stream()
            .map(part -> part.start() + "+" + part.sectors())
            .toList();
    assertThat(ours).hasSizeGreaterThan(2).isEqualTo(theirs);
  }
}
