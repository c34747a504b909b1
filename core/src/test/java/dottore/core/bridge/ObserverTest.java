package dottore.core.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import dottore.core.practice.Scenario;
import dottore.core.practice.Story;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a check finds follows from the state of the machine. */
class ObserverTest {
  private static final int LOOKS = 60;

  /** A machine that runs well, of the first case of that kind. */
  private static Machine sound(boolean portable) {
    return Stream.iterate(0, i -> i + 1)
        .map(seed -> Scenario.of(seed, 1).machine())
        .filter(machine -> machine.portable() == portable)
        .findFirst()
        .orElseThrow()
        .without(Flaw.values());
  }

  private static Set<String> answers(String check, Machine machine) {
    SplittableRandom random = new SplittableRandom(3);
    Set<String> answers = new TreeSet<>();
    for (int i = 0; i < LOOKS; i++) {
      answers.add(Observer.truth(check, machine, Story.NOTHING, random));
    }
    return answers;
  }

  @ParameterizedTest
  @CsvSource({
    "CHARGER_DEAD, 1, nothing",
    "CHARGE_SOCKET_BROKEN, 2, nothing",
    "BUTTON_BROKEN, 1, still",
    "BATTERY_LOCKED, 1, nothing still",
    "BOARD_DEAD, 1, limit nothing still",
    "WET, 1, limit nothing still",
    "FIRMWARE_CORRUPT, 1, rises",
    "DUST, 90, rises",
  })
  void whatALaptopDrawsFromItsCharger(Flaw flaw, int degree, String drawn) {
    assertThat(answers("charger-draw", sound(true).with(flaw, degree)))
        .containsExactly(drawn.split(" "));
  }

  @ParameterizedTest
  @CsvSource({
    "DRIVE_FAILING, 3, drive",
    "DRIVE_FULL, 1, full",
    "DUST, 95, hot",
    "SYSTEM_NARROW, 1, memory",
    "SOUND_DRIVER_MISSING, 1, devices",
    "CLUTTER, 1, start",
    "SOUND_ELSEWHERE, 1, clean",
  })
  void theHealthCheckNamesTheGravest(Flaw flaw, int degree, String read) {
    assertThat(answers("health-check", sound(false).with(flaw, degree))).containsExactly(read);
    assertThat(answers("health-check", sound(false).with(flaw, degree).with(Flaw.DRIVE_FAILING, 3)))
        .containsExactly("drive");
  }

  @ParameterizedTest
  @CsvSource({
    "FIRMWARE_BUG, 3, happens",
    "SOUND_DEAD, 1, happens",
    "CARD_DEAD, 2, happens too-early",
    "GRAPHICS_DRIVER_BAD, 3, quiet too-early",
    "FILES_DAMAGED, 2, quiet too-early",
  })
  void underAStickOnlyTheInstalledSystemIsGone(Flaw flaw, int degree, String run) {
    assertThat(answers("live-stick-run", sound(false).with(flaw, degree)))
        .containsExactly(run.split(" "));
  }

  @ParameterizedTest
  @CsvSource({
    "FILES_DAMAGED, 1, same",
    "NETWORK_DRIVER_BAD, 1, same",
    "OVERCLOCKED, 20, changes",
    "DRIVE_FAILING, 2, changes same",
    "OVERCLOCKED, 10, desktop",
    "NETWORK_DRIVER_BAD, 2, desktop",
  })
  void whereTwoMoreStartsEnd(Flaw flaw, int degree, String seen) {
    assertThat(answers("more-starts", sound(false).with(flaw, degree)))
        .containsExactly(seen.split(" "));
  }

  @ParameterizedTest
  @CsvSource({"DRIVE_FULL, 1, full", "CLUTTER, 1, enough", "DRIVE_FAILING, 2, enough unreadable"})
  void theStickSeesTheRoomOnADriveThatReads(Flaw flaw, int degree, String seen) {
    assertThat(answers("space-from-stick", sound(false).with(flaw, degree)))
        .containsExactly(seen.split(" "));
  }

  /** One slot, and it is bad: there is no other, and the module is not left on the bench. */
  @Test
  void whereNoSlotIsSoundTheModuleStays() {
    Machine one = Scenario.of("2-500-399").machine();
    assertThat(one.memory().slots()).allMatch(slot -> slot.channel() != Memory.Channel.SOUND);
    Machine after =
        Hands.after(
            Casebook.shipped().repair("use-other-slot").orElseThrow(),
            one,
            new SplittableRandom(1));
    assertThat(after.memory().taken()).isEqualTo(one.memory().taken()).isNotEmpty();
  }

  @Test
  void onlyAStopScreenNamesAModule() {
    Machine drops = sound(false).with(Flaw.CARD_DEAD, 2);
    assertThat(answers("how-it-fails", drops)).containsExactly("picture");
    assertThat(answers("named-module", drops)).containsExactly("core");
    assertThat(answers("named-module", sound(false).with(Flaw.NETWORK_DRIVER_BAD, 2)))
        .containsExactly("network");
  }
}
