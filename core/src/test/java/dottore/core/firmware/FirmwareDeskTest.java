package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Context;
import dottore.core.casebook.Stage.Reach;
import dottore.core.facts.Facts;
import dottore.core.format.Smbios;
import dottore.core.format.SmbiosDumps;
import dottore.core.machine.Encryption;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Jobs;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirmwareDeskTest {
  private static final MakersCatalog NONE =
      new MakersCatalog() {
        @Override
        public List<BoardRecord> revisions(String maker, String model) {
          return List.of();
        }

        @Override
        public List<String> models() {
          return List.of();
        }
      };

  private final List<Entry> log = new ArrayList<>();

  private Job job(MachineKind kind, Optional<Passport> passport, Context... contexts) {
    return new Job(
        "Fenrow",
        "Tern 5",
        kind,
        passport,
        Set.of(contexts),
        Backup.UNKNOWN,
        false,
        true,
        Jobs.log(log),
        List.of());
  }

  private FirmwareDesk desk(Context... contexts) {
    return FirmwareDesk.of(job(MachineKind.TOWER, Optional.empty(), contexts), NONE);
  }

  private void known(Map<String, String> facts) {
    log.add(new Entry.Known(Facts.of(facts)));
  }

  private String now(Optional<Passport> passport) {
    return FirmwareDesk.of(job(MachineKind.TOWER, passport), NONE).facts().get(FirmwareFacts.NOW);
  }

  @Test
  void whatThePassportSaysHoldsUntilSomebodyWritesSomethingElse() throws Exception {
    Passport passport = Smbios.read(SmbiosDumps.machine("Halden H6 3700", List.of()).bare());
    FirmwareDesk desk = FirmwareDesk.of(job(MachineKind.TOWER, Optional.of(passport)), NONE);
    assertThat(desk.facts().get(FirmwareFacts.NOW)).isEqualTo(passport.firmwareVersion());
    assertThat(desk.facts().get(FirmwareFacts.PROCESSOR)).isEqualTo("Halden H6 3700");
    known(Map.of("now", "9.99"));
    assertThat(now(Optional.of(passport))).isEqualTo("9.99");
  }

  @Test
  void theLastWordOnAFactCountsAndAnEarlierMomentIsKnown() {
    known(Map.of("now", "K03", "mains", "yes"));
    known(Map.of("now", "K07"));
    assertThat(now(Optional.empty())).isEqualTo("K07");
    assertThat(desk().power().mains()).isTrue();
    Job then = job(MachineKind.TOWER, Optional.empty()).upTo(1);
    assertThat(FirmwareDesk.facts(then).get(FirmwareFacts.NOW)).isEqualTo("K03");
  }

  /** As an older version kept it: the desk opens, and takes the number as not known. */
  @Test
  void aDecimalInAWholeNumberFieldLocksNothing() {
    log.add(new Entry.Known(Facts.of(Map.of("battery", "35.5", "mains", "yes"))));
    FirmwareDesk laptop = FirmwareDesk.of(job(MachineKind.LAPTOP, Optional.empty()), NONE);
    assertThat(laptop.power().battery()).hasValue(0);
    assertThat(laptop.facts().unreadable(FirmwareFacts.GATE.facts()))
        .containsExactly("battery is a whole number from 0 to 100 %: 35.5");
    assertThat(laptop.coinCell().verdict()).isEqualTo(CoinCell.Verdict.UNKNOWN);
  }

  @Test
  void aSettingIsNotedPutBackAndNotedAnew() {
    log.add(new Entry.SettingNoted("boot-mode", "old way"));
    log.add(new Entry.SettingNoted("of-another-version", "on"));
    assertThat(desk().noted()).containsOnly(Map.entry(Setting.BOOT_MODE, "old way"));
    log.add(new Entry.SettingBack("boot-mode", true, Set.of()));
    assertThat(desk().reEntry().done()).isTrue();
    log.add(new Entry.SettingNoted("boot-mode", "new way (UEFI)"));
    assertThat(desk().reEntry().done()).isFalse();
    log.add(new Entry.SettingNoted("boot-mode", ""));
    assertThat(desk().noted()).isEmpty();
  }

  @ParameterizedTest(name = "{0}: reaches {1}, installed {2}, unstable {3}")
  @CsvSource({
    "works, DESKTOP, true, false",
    "degraded, DESKTOP, true, false",
    "unstable, DESKTOP, true, true",
    "stop, FIRMWARE, true, true",
    "no-device, FIRMWARE, false, true",
    "locked, PICTURE, false, false",
    "cpu, LIGHTS, false, true",
    "dead, NOTHING, false, true"
  })
  void howFarItGetsSaysWhatCanBeDone(
      String outcome, Reach reach, boolean installed, boolean unstable) {
    log.add(new Entry.Reading("how-far", outcome, Entry.Origin.SEEN));
    FirmwareDesk desk = desk();
    assertThat(desk.reach()).isEqualTo(reach);
    assertThat(desk.installed()).isEqualTo(installed);
    assertThat(desk.unstable()).isEqualTo(unstable);
  }

  @Test
  void nothingIsAssumedOfPowerAndEncryption() {
    assertThat(desk().howFarKnown()).isFalse();
    assertThat(desk().power().mains()).isFalse();
    assertThat(desk().encryption()).isEqualTo(Encryption.UNKNOWN);
    FirmwareDesk laptop = FirmwareDesk.of(job(MachineKind.LAPTOP, Optional.empty()), NONE);
    assertThat(laptop.power().battery()).hasValue(0);
  }

  @Test
  void theFamilyIsTheChosenOneOrTheUsual() {
    assertThat(desk(Context.OLD).family()).isEqualTo(BoardFamily.OLD_TOWER);
    known(Map.of("family", "recent-tower"));
    assertThat(desk(Context.OLD).family()).isEqualTo(BoardFamily.RECENT_TOWER);
  }
}
