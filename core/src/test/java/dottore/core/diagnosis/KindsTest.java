package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** No step and no cause that a machine of its kind cannot have. */
class KindsTest {
  /** What a machine may have, with the steps that make no sense without it. */
  private enum Has {
    START_LIGHTS("board-light", "board-code"),
    OWN_SUPPLY("rails-volts", "spare-supply", "supply-alone", "supply-switch", "switch-supply-on"),
    FRONT_PLUG("pins-touch", "front-plug-position", "rewire-front-plug", "board-outside"),
    FIRMWARE_SCREEN(
        "boot-list",
        "settings-look",
        "clock-right",
        "one-time-boot",
        "drives-shown",
        "boot-mode-shown",
        "controller-mode-shown",
        "memory-size-shown",
        "memory-speed-shown",
        "memory-slots-shown",
        "cpu-shown",
        "fan-rpm",
        "idle-temperature",
        "security-chip-shown",
        "secure-boot-shown",
        "set-boot-order",
        "set-boot-mode",
        "set-controller-mode-back",
        "back-to-stock",
        "stock-settings-run",
        "lower-memory-profile"),
    FOREIGN_STICK(
        "repair-tool-sees-system",
        "attributes",
        "memory-test-quick",
        "memory-test-full",
        "read-test",
        "offline-scan",
        "file-check",
        "old-layout-look",
        "reinstall-clean",
        "install-for-boot",
        "rebuild-boot-data",
        "newest-stick",
        "rebuild-stick"),
    KEYBOARD_LIGHT("keyboard-lights"),
    OUTER_SCREEN(
        "monitor-input-set",
        "other-cable",
        "other-screen",
        "replace-display-cable",
        "display-port-used"),
    INNER_SCREEN("torch-on-panel", "outer-screen-laptop", "replace-panel", "replace-inner-cable"),
    BATTERY("battery-look", "charger-other", "charging-light", "battery-wear", "replace-battery"),
    GRAPHICS_CARD("gold-edge-visible", "spare-graphics", "reseat-graphics", "replace-graphics"),
    COIN_CELL("coin-cell-volts", "replace-coin-cell", "clear-and-reenter"),
    OPEN_SLOTS("single-module-start", "reseat-memory", "module-clips-look", "replace-memory");

    private final Set<String> steps;

    Has(String... steps) {
      this.steps = Set.of(steps);
    }
  }

  private static final Map<MachineKind, Set<Has>> TABLE = new EnumMap<>(MachineKind.class);

  static {
    TABLE.put(MachineKind.TOWER, EnumSet.complementOf(EnumSet.of(Has.BATTERY, Has.INNER_SCREEN)));
    TABLE.put(
        MachineKind.LAPTOP,
        EnumSet.of(
            Has.FIRMWARE_SCREEN,
            Has.FOREIGN_STICK,
            Has.KEYBOARD_LIGHT,
            Has.INNER_SCREEN,
            Has.BATTERY,
            Has.COIN_CELL,
            Has.OPEN_SLOTS));
    TABLE.put(
        MachineKind.ALL_IN_ONE,
        EnumSet.of(
            Has.FIRMWARE_SCREEN,
            Has.FOREIGN_STICK,
            Has.KEYBOARD_LIGHT,
            Has.INNER_SCREEN,
            Has.COIN_CELL,
            Has.OPEN_SLOTS));
    TABLE.put(
        MachineKind.HANDHELD,
        EnumSet.of(Has.FIRMWARE_SCREEN, Has.FOREIGN_STICK, Has.INNER_SCREEN, Has.BATTERY));
    TABLE.put(MachineKind.CLOUD_LAPTOP, EnumSet.of(Has.INNER_SCREEN, Has.BATTERY));
  }

  /** Causes that a kind cannot have. */
  private static final Map<MachineKind, Set<String>> NEVER =
      Map.of(
          MachineKind.TOWER, Set.of("battery-worn", "panel-dead", "charger-dead"),
          MachineKind.LAPTOP, Set.of("wall-power", "supply-switch-off", "display-wrong-port"),
          MachineKind.ALL_IN_ONE, Set.of("charger-dead", "graphics-unseated", "monitor-input"),
          MachineKind.HANDHELD, Set.of("memory-unseated", "coin-cell-flat", "cpu-unseated"),
          MachineKind.CLOUD_LAPTOP,
              Set.of(
                  "boot-order",
                  "boot-data-damaged",
                  "settings-bad",
                  "firmware-password",
                  "start-clutter",
                  "key-mismatch",
                  "coin-cell-flat"));

  private static final List<Context> CHANGES =
      List.of(Context.NOTHING, Context.MOVED, Context.DRIVE_CHANGED, Context.SYSTEM_UPGRADED);

  private final Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  @ParameterizedTest
  @EnumSource(MachineKind.class)
  void isAskedForNothingThatItHasNot(MachineKind kind) {
    for (Stage stage : Stage.values()) {
      for (Context change : CHANGES) {
        Assessment assessment =
            diagnosis.assess(
                new Case(
                    EnumSet.of(Context.of(kind), change),
                    Set.of(),
                    Set.of(),
                    List.of(new Event.Reading(1, Check.HOW_FAR, stage.id(), Event.TOLD))));
        for (Candidate candidate : assessment.candidates()) {
          for (Has has : EnumSet.complementOf(EnumSet.copyOf(TABLE.get(kind)))) {
            assertThat(has.steps)
                .as("%s at %s after %s", kind, stage, change)
                .doesNotContain(candidate.id());
          }
        }
        assertThat(assessment.suspects())
            .extracting(suspect -> suspect.cause().id())
            .doesNotContainAnyElementsOf(NEVER.get(kind));
      }
    }
  }

  /** Without lights on its board a stop at the memory light is seen as a dark screen. */
  @ParameterizedTest
  @EnumSource(MachineKind.class)
  void aDarkScreenIsAllThatIsSeenWhereThereAreNoLights(MachineKind kind) {
    Case dark =
        new Case(
            EnumSet.of(Context.of(kind), Context.NOTHING),
            Set.of(),
            Set.of(),
            List.of(new Event.Reading(1, Check.HOW_FAR, Stage.DARK.id(), Event.SEEN)));
    double board = diagnosis.assess(dark).oddsOf("board-dead").value();
    if (kind.hasStartLights()) {
      assertThat(board).isLessThan(0.05);
    } else {
      assertThat(board).isGreaterThan(0.05);
    }
  }

  /** Nor is a light offered as an answer, and old answers that name one are no answers. */
  @ParameterizedTest
  @EnumSource(MachineKind.class)
  void aLightIsAnAnswerOnlyWhereThereIsOne(MachineKind kind) {
    Check howFar = Casebook.shipped().check(Check.HOW_FAR).orElseThrow();
    Assessment started =
        diagnosis.assess(new Case(EnumSet.of(Context.of(kind)), Set.of(), Set.of(), List.of()));
    List<String> asked =
        started.look(Check.HOW_FAR).orElseThrow().branches().stream()
            .map(StepView.Branch::outcome)
            .toList();
    for (Stage stage : Stage.values()) {
      boolean there = !stage.lit() || kind.hasStartLights();
      assertThat(howFar.canAnswer(stage.id(), kind)).as(stage.id()).isEqualTo(there);
      assertThat(asked.contains(stage.id())).as(stage.id()).isEqualTo(there);
    }
    assertThat(howFar.canAnswer(Check.WORKS, kind)).isTrue();
    assertThat(howFar.canAnswer("no-such-stage", kind)).isFalse();
    Check light = Casebook.shipped().check("board-light").orElseThrow();
    assertThat(light.canAnswer("memory", kind)).isEqualTo(kind.hasStartLights());
  }
}
