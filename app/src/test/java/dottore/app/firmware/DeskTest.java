package dottore.app.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dottore.app.ticket.Line;
import dottore.app.ticket.TicketFile;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage.Reach;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.Encryption;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.Setting;
import dottore.core.format.Smbios;
import dottore.core.format.SmbiosDumps;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeskTest {
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

  private final List<Line> log = new ArrayList<>();

  private TicketFile file(MachineKind kind, Context... contexts) {
    TicketFile file = mock(TicketFile.class);
    when(file.log()).thenReturn(log);
    when(file.takenBack()).thenReturn(Set.of());
    when(file.answers())
        .thenReturn(log.stream().filter(line -> line.kind() == Line.Kind.READING).toList());
    when(file.facts(anyInt()))
        .thenAnswer(
            call -> {
              Map<String, String> facts = new HashMap<>();
              log.stream()
                  .filter(line -> line.kind() == Line.Kind.FACT)
                  .filter(line -> line.seq() <= call.<Integer>getArgument(0))
                  .forEach(line -> facts.putAll(line.data()));
              return facts;
            });
    when(file.contexts()).thenReturn(Set.of(contexts));
    when(file.machine())
        .thenReturn(
            new TicketFile.Thing(
                1,
                "Fenrow",
                "Tern 5",
                "",
                kind,
                Optional.empty(),
                Optional.empty(),
                Optional.empty()));
    return file;
  }

  private void line(Line.Kind kind, Map<String, String> data) {
    log.add(new Line(log.size() + 1, Instant.EPOCH, "runa", kind, "", data));
  }

  private Desk desk(Context... contexts) {
    return Desk.of(file(MachineKind.TOWER, contexts), Optional.empty());
  }

  @Test
  void whatThePassportSaysHoldsUntilSomebodyWritesSomethingElse() throws Exception {
    Passport passport = Smbios.read(SmbiosDumps.machine("Halden H6 3700", List.of()).bare());
    Desk desk = Desk.of(file(MachineKind.TOWER), Optional.of(passport));
    assertThat(desk.get("now")).isEqualTo(passport.firmwareVersion());
    assertThat(desk.get("processor")).isEqualTo("Halden H6 3700");
    line(Line.Kind.FACT, Map.of("now", "9.99"));
    assertThat(Desk.of(file(MachineKind.TOWER), Optional.of(passport)).get("now"))
        .isEqualTo("9.99");
  }

  @Test
  void theLastWordOnAFactCountsAndAnEarlierMomentIsKnown() {
    line(Line.Kind.FACT, Map.of("now", "K03", "mains", "yes"));
    line(Line.Kind.FACT, Map.of("now", "K07"));
    assertThat(desk().get("now")).isEqualTo("K07");
    assertThat(desk().yes("mains")).isTrue();
    assertThat(Desk.of(file(MachineKind.TOWER), Optional.empty(), 1).get("now")).isEqualTo("K03");
  }

  @Test
  void aSettingIsNotedPutBackAndNotedAnew() {
    line(Line.Kind.SETTING, Map.of("setting", "boot-mode", "value", "old way"));
    line(Line.Kind.SETTING, Map.of("setting", "of-another-version", "value", "on"));
    assertThat(desk().noted()).containsOnly(Map.entry(Setting.BOOT_MODE, "old way"));
    line(Line.Kind.SETTING, Map.of("setting", "boot-mode", "result", "HOLDS"));
    assertThat(desk().reEntry().done()).isTrue();
    line(Line.Kind.SETTING, Map.of("setting", "boot-mode", "value", "new way (UEFI)"));
    assertThat(desk().reEntry().done()).isFalse();
    line(Line.Kind.SETTING, Map.of("setting", "boot-mode", "value", ""));
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
    line(Line.Kind.READING, Map.of("check", "how-far", "outcome", outcome));
    Desk desk = desk();
    assertThat(desk.reach()).isEqualTo(reach);
    assertThat(desk.installed()).isEqualTo(installed);
    assertThat(desk.unstable()).isEqualTo(unstable);
  }

  @Test
  void nothingIsAssumedOfPowerAndEncryption() {
    assertThat(desk().howFarKnown()).isFalse();
    assertThat(desk().power().mains()).isFalse();
    assertThat(desk().encryption()).isEqualTo(Encryption.UNKNOWN);
    Desk laptop = Desk.of(file(MachineKind.LAPTOP), Optional.empty());
    assertThat(laptop.power().battery()).hasValue(0);
  }

  @Test
  void theFamilyIsTheChosenOneOrTheUsual() {
    assertThat(desk(Context.OLD).family(NONE)).isEqualTo(BoardFamily.OLD_TOWER);
    line(Line.Kind.FACT, Map.of("family", "recent-tower"));
    assertThat(desk(Context.OLD).family(NONE)).isEqualTo(BoardFamily.RECENT_TOWER);
  }
}
