package dottore.core.driver;

import static dottore.core.driver.Packages.DESK;
import static dottore.core.driver.Packages.catalog;
import static dottore.core.driver.Packages.device;
import static dottore.core.driver.Packages.some;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.driver.DriverPackage.Branch;
import dottore.core.driver.DriverPackage.Owner;
import dottore.core.driver.DriverPackage.Rank;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.driver.Judged.Habits;
import dottore.core.driver.Judged.Verdict;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import java.time.LocalDate;
import java.util.Set;
import org.junit.jupiter.api.Test;

class JudgedTest {
  private static final DriverPackage CHIP =
      some("brisk-net", DeviceKind.NETWORK)
          .version("9.1", LocalDate.of(2025, 2, 1))
          .fits("0fe1:2100")
          .done();
  private static final DriverPackage UPDATE =
      some("brisk-net-update", DeviceKind.NETWORK)
          .line("brisk-net")
          .version("9.0", LocalDate.of(2024, 12, 1))
          .from(Source.UPDATE)
          .fits("0fe1:2100")
          .done();

  private static Judged judged(Device device, DriverPackage... packages) {
    return Judged.of(device, DESK, catalog(packages), Habits.USUAL);
  }

  @Test
  void theClosestMatchGoesBeforeTheNewest() {
    DriverPackage own =
        some("maker-net", DeviceKind.NETWORK)
            .by("Ostrel", Owner.MACHINE)
            .version("8.4", LocalDate.of(2024, 8, 1))
            .fits("0fe1:2100 0aa1:0007")
            .done();
    Device here =
        device("Network", "0fe1:2100 0aa1:0007 rev 0c", DeviceKind.NETWORK, 28, "", "", "");
    Judged judged = judged(here, CHIP, own);
    assertThat(judged.verdict()).isEqualTo(Verdict.MISSING);
    assertThat(judged.take()).contains(own);
    assertThat(judged.rank()).contains(Rank.SUBSYSTEM);
    assertThat(judged.how()).startsWith("express");
    Device elsewhere = device("Network", "0fe1:2100 0aa1:0008", DeviceKind.NETWORK, 28, "", "", "");
    assertThat(judged(elsewhere, CHIP, own).take()).contains(CHIP);
    assertThat(judged(elsewhere, CHIP, own).rank()).contains(Rank.DEVICE);
  }

  @Test
  void fromWhereAShopTakesItDecidesBetweenTwoThatFitAlike() {
    Device here = device("Network", "0fe1:2100", DeviceKind.NETWORK, 28, "", "", "");
    assertThat(judged(here, CHIP, UPDATE).take()).contains(UPDATE);
    Habits maker = new Habits(Set.of(DeviceKind.NETWORK), false, false);
    assertThat(Judged.of(here, DESK, catalog(CHIP, UPDATE), maker).take()).contains(CHIP);
  }

  @Test
  void aDriverSixYearsOlderThanTheSystemIsOldAndOneDayLessIsNot() {
    Device old =
        device("Network", "0fe1:2100", DeviceKind.NETWORK, 0, "Brisk", "2018-09-30", "4.0");
    assertThat(judged(old, CHIP).verdict()).isEqualTo(Verdict.OLD);
    assertThat(judged(old, CHIP).how()).startsWith("clean");
    assertThat(judged(old, CHIP).because()).contains("2018-09-30").contains("Desk 12");
    Device young =
        device("Network", "0fe1:2100", DeviceKind.NETWORK, 0, "Brisk", "2018-10-01", "4.0");
    assertThat(judged(young, CHIP).verdict()).isEqualTo(Verdict.BEHIND);
    assertThat(judged(young, CHIP).take()).isEmpty();
  }

  @Test
  void whatIsKnownToCrashIsNeverTakenAndGoesOutClean() {
    DriverPackage bad =
        some("brisk-net-95", DeviceKind.NETWORK)
            .line("brisk-net")
            .version("9.5", LocalDate.of(2025, 6, 1))
            .fits("0fe1:2100")
            .flawed("falls when a cable is plugged in")
            .done();
    Device here =
        device("Network", "0fe1:2100", DeviceKind.NETWORK, 0, "Brisk", "2025-06-01", "9.5");
    Judged judged = judged(here, CHIP, bad);
    assertThat(judged.verdict()).isEqualTo(Verdict.CRASHES);
    assertThat(judged.take()).contains(CHIP);
    assertThat(judged.clean()).isTrue();
    assertThat(judged.because()).contains("cable is plugged in");
  }

  @Test
  void theSystemsOwnDriverIsGenericWhereAMakersExists() {
    Device here =
        device("Sound", "0fe1:3000", DeviceKind.AUDIO, 0, "Desk Works", "2024-09-01", "10.0");
    DriverPackage sound = some("sound", DeviceKind.AUDIO).fits("0fe1:3000").done();
    Judged judged = judged(here, sound);
    assertThat(judged.verdict()).isEqualTo(Verdict.GENERIC);
    assertThat(judged.clean()).isFalse();
    assertThat(judged(here).verdict()).isEqualTo(Verdict.UNKNOWN);
  }

  @Test
  void anOlderCardStandsInTheLegacyBranch() {
    DriverPackage current =
        some("vivid-30", DeviceKind.GRAPHICS).version("30.1").fits("0fe2:5000").done();
    DriverPackage legacy =
        some("vivid-22", DeviceKind.GRAPHICS)
            .version("22.7")
            .in(Branch.LEGACY)
            .fits("0fe2:1200")
            .done();
    Device card =
        device("Graphics", "0fe2:1200", DeviceKind.GRAPHICS, 0, "Brisk", "2025-03-01", "30.1");
    Judged judged = judged(card, current, legacy);
    assertThat(judged.verdict()).isEqualTo(Verdict.OTHER_BRANCH);
    assertThat(judged.take()).contains(legacy);
    assertThat(judged.how()).startsWith("clean").contains("another branch");
  }

  @Test
  void theMachinesMakersOwnGoesBeforeTheChipMakers() {
    DriverPackage own =
        some("ostrel-panel", DeviceKind.GRAPHICS)
            .by("Ostrel", Owner.MACHINE)
            .version("5.2")
            .fits("0fe2:5000 0aa1:0001")
            .done();
    DriverPackage chip =
        some("vivid-30", DeviceKind.GRAPHICS).version("30.1").fits("0fe2:5000").done();
    Device panel =
        device(
            "Graphics",
            "0fe2:5000 0aa1:0001",
            DeviceKind.GRAPHICS,
            0,
            "Brisk",
            "2025-03-01",
            "30.1");
    assertThat(judged(panel, own, chip).verdict()).isEqualTo(Verdict.OTHER_BRANCH);
    assertThat(judged(panel, own, chip).take()).contains(own);
  }

  @Test
  void aFailureWithTheNewestDriverAccusesThePart() {
    Device newest =
        device("Network", "0fe1:2100", DeviceKind.NETWORK, 43, "Brisk", "2025-02-01", "9.1");
    assertThat(judged(newest, CHIP).verdict()).isEqualTo(Verdict.PART);
    Device older =
        device("Network", "0fe1:2100", DeviceKind.NETWORK, 43, "Brisk", "2023-02-01", "8.0");
    assertThat(judged(older, CHIP).verdict()).isEqualTo(Verdict.DAMAGED);
    assertThat(judged(older, CHIP).take()).contains(CHIP);
  }

  @Test
  void whatIsSwitchedOffOrWaitsForARestartNeedsNoDriver() {
    assertThat(judged(device("N", "0fe1:2100", DeviceKind.NETWORK, 22, "", "", ""), CHIP).verdict())
        .isEqualTo(Verdict.OFF);
    assertThat(judged(device("N", "0fe1:2100", DeviceKind.NETWORK, 14, "", "", ""), CHIP).verdict())
        .isEqualTo(Verdict.RESTART);
  }

  @Test
  void aSettingUnderSuspicionOrAShopsHabitMakesItClean() {
    Device here =
        device("Graphics", "0fe2:5000", DeviceKind.GRAPHICS, 0, "Desk Works", "2024-01-01", "3.0");
    DriverPackage chip =
        some("vivid-30", DeviceKind.GRAPHICS).version("30.1").fits("0fe2:5000").done();
    assertThat(judged(here, chip).how()).startsWith("express");
    assertThat(Judged.of(here, DESK, catalog(chip), new Habits(Set.of(), false, true)).how())
        .isEqualTo("clean: a setting may be the fault");
    assertThat(Judged.of(here, DESK, catalog(chip), new Habits(Set.of(), true, false)).how())
        .isEqualTo("clean: so the shop does it");
  }
}
