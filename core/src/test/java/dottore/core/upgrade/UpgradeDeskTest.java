package dottore.core.upgrade;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.BootMode;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UpgradeDeskTest {
  private static final Map<String, String> NEW_DISK =
      Map.of(
          "scheme", "new",
          "boot-mode", "old",
          "secure-boot", "off",
          "chip", "off",
          "encryption", "active",
          "memory-gib", "8");

  private static Start start(Map<String, String> changed) {
    Map<String, String> facts = new HashMap<>(NEW_DISK);
    facts.putAll(changed);
    return UpgradeDesk.of(Jobs.knowing(facts)).start();
  }

  private static String refused(Map<String, String> changed) {
    return start(changed) instanceof Start.NotYet not ? not.why() : "";
  }

  private static RunSheet sheet(Map<String, String> changed) {
    return ((Start.Go) start(changed)).sheet();
  }

  private static List<String> ids(RunSheet sheet) {
    return sheet.steps().stream().map(SheetStep::id).toList();
  }

  @Test
  void beginsWithTheEncryptionAndEndsWithTheReadinessCheck() {
    assertThat(ids(sheet(Map.of())))
        .containsExactly("suspend", "new-mode", "secure-boot-on", "chip-on", "resume", "readiness");
    assertThat(ids(sheet(Map.of("encryption", "none"))))
        .containsExactly("new-mode", "secure-boot-on", "chip-on", "readiness");
  }

  @Test
  void anOldDiskTakesItsStepsFromDriveInTheirPlace() {
    Map<String, String> old =
        Map.of(
            "scheme", "old",
            "primaries", "2",
            "logical", "no",
            "system-64", "yes",
            "old-only", "no",
            "disk.0.serial", "HL-93K7Q20512",
            "disk.0.gb", "500");
    assertThat(ids(sheet(old)))
        .containsExactly(
            "copy",
            "back-up",
            "suspend",
            "which-disk",
            "convert-trial",
            "convert",
            "new-mode",
            "secure-boot-on",
            "chip-on",
            "resume",
            "readiness");
  }

  @Test
  void doesNotBeginBeforeItIsKnownAndNothingStandsInTheWay() {
    assertThat(refused(Map.of("chip", ""))).isEqualTo("Look at the machine first.");
    assertThat(refused(Map.of("scheme", "old"))).contains("Drive decides first");
    assertThat(refused(Map.of("chip", "none"))).startsWith("No security chip 2.0.");
    assertThat(refused(Map.of("memory-gib", "2"))).startsWith("Memory 2 GiB");
    assertThat(refused(Map.of("scheme", "old", "disk.0.gb", "500")))
        .startsWith("Drive says not yet. Partitions: not counted");
    assertThat(refused(Map.of("boot-mode", "new", "secure-boot", "on", "chip", "on")))
        .isEqualTo("Nothing stands in the way of the upgrade.");
  }

  private static SheetWork worked(String done) {
    RunSheet all =
        new RunSheet(
            UpgradeKind.BLOCKERS.id(),
            "all",
            List.of(
                    "back-up",
                    "suspend",
                    "convert",
                    "new-mode",
                    "secure-boot-on",
                    "chip-on",
                    "resume")
                .stream()
                .map(id -> SheetStep.of(id, id, "").done())
                .toList());
    List<Entry> ticks = new ArrayList<>();
    for (String step : done.split(" ")) {
      ticks.add(new Entry.Ticked("s", step, true));
    }
    return SheetWork.of("s", all, Map.of(), Instant.EPOCH, "runa", Jobs.log(ticks));
  }

  @ParameterizedTest
  @CsvSource({
    "back-up suspend convert new-mode secure-boot-on chip-on resume, convert-to-new-way"
        + " switch-security-chip-on",
    "convert new-mode secure-boot-on, convert-to-new-way",
    "secure-boot-on, switch-secure-boot-on",
    "secure-boot-on chip-on, switch-secure-boot-on switch-security-chip-on",
    "new-mode, ''",
  })
  void liftingABlockerIsARepairForEachThatWasLifted(String done, String repairs) {
    List<String> expected = repairs.isEmpty() ? List.of() : List.of(repairs.split(" "));
    assertThat(UpgradeKind.BLOCKERS.repairs(worked(done)))
        .isEqualTo(expected)
        .allSatisfy(id -> assertThat(Casebook.shipped().repair(id)).isPresent());
  }

  @Test
  void leavesBehindWhatIsTrueAfterwards() {
    Facts left =
        UpgradeKind.BLOCKERS.leaves(
            worked("suspend convert new-mode secure-boot-on chip-on resume"));
    assertThat(left.find(MachineFacts.SCHEME)).hasValue(Scheme.GPT);
    assertThat(left.find(MachineFacts.BOOT_MODE)).hasValue(BootMode.NEW);
    assertThat(left.get(MachineFacts.ENCRYPTION)).isEqualTo(Encryption.ACTIVE);
    assertThat(left.find(UpgradeFacts.CHIP)).hasValue(UpgradeFacts.Chip.ON);
    assertThat(UpgradeKind.BLOCKERS.leaves(worked("suspend")).get(MachineFacts.ENCRYPTION))
        .isEqualTo(Encryption.SUSPENDED);
  }
}
