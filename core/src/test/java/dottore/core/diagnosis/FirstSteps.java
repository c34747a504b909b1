package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Writes docs/first-steps.md: what is done first on every kind of machine, to be read in a go. */
@EnabledIfSystemProperty(named = "dottore.eval", matches = "true")
class FirstSteps {
  private static final Path REPORT = Path.of("..", "docs", "first-steps.md");

  private final Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  /** What changed last, for each stage; the first for every kind, the others for some. */
  private static List<Context> changes(Stage stage) {
    return switch (stage) {
      case DEAD ->
          List.of(
              Context.NOTHING,
              Context.MOVED,
              Context.POWER_EVENT,
              Context.NEW_BUILD,
              Context.PART_ADDED,
              Context.FIRMWARE_UPDATED);
      case TWITCH ->
          List.of(
              Context.NOTHING,
              Context.NEW_BUILD,
              Context.GRAPHICS_CHANGED,
              Context.MEMORY_CHANGED,
              Context.POWER_EVENT);
      case CPU ->
          List.of(
              Context.NOTHING, Context.NEW_BUILD, Context.CPU_CHANGED, Context.FIRMWARE_UPDATED);
      case MEMORY ->
          List.of(
              Context.NOTHING, Context.MEMORY_CHANGED, Context.SETTINGS_RESET, Context.NEW_BUILD);
      case GRAPHICS ->
          List.of(Context.NOTHING, Context.GRAPHICS_CHANGED, Context.MOVED, Context.NEW_BUILD);
      case BOOT ->
          List.of(
              Context.NOTHING, Context.PART_ADDED, Context.SETTINGS_RESET, Context.DRIVE_CHANGED);
      case DARK ->
          List.of(
              Context.NOTHING,
              Context.MOVED,
              Context.NEW_BUILD,
              Context.GRAPHICS_CHANGED,
              Context.MEMORY_CHANGED);
      case LOCKED -> List.of(Context.NOTHING, Context.FIRMWARE_UPDATED, Context.SETTINGS_RESET);
      case NO_DEVICE ->
          List.of(
              Context.NOTHING,
              Context.DRIVE_CHANGED,
              Context.SETTINGS_RESET,
              Context.MOVED,
              Context.FIRMWARE_UPDATED);
      case LOADER ->
          List.of(
              Context.NOTHING, Context.POWER_EVENT, Context.DRIVE_CHANGED, Context.SYSTEM_UPGRADED);
      case STOP ->
          List.of(
              Context.NOTHING,
              Context.SYSTEM_UPGRADED,
              Context.SETTINGS_RESET,
              Context.DRIVER_UPDATED,
              Context.MEMORY_CHANGED);
      case INSTALL_FAILS ->
          List.of(Context.SYSTEM_REINSTALLED, Context.NEW_BUILD, Context.DRIVE_CHANGED);
      case UNSTABLE ->
          List.of(
              Context.NOTHING,
              Context.DRIVER_UPDATED,
              Context.MEMORY_CHANGED,
              Context.GRAPHICS_CHANGED,
              Context.SYSTEM_UPGRADED);
      case DEGRADED ->
          List.of(
              Context.NOTHING,
              Context.DRIVE_CHANGED,
              Context.SYSTEM_UPGRADED,
              Context.SYSTEM_REINSTALLED,
              Context.DRIVER_UPDATED);
      case BLOCKED -> List.of(Context.NOTHING, Context.NEW_BUILD, Context.FIRMWARE_UPDATED);
    };
  }

  @Test
  void standInATable() throws IOException {
    List<String> rows = new ArrayList<>();
    for (Stage stage : Stage.values()) {
      for (MachineKind kind : MachineKind.values()) {
        if (stage.lit() && !kind.hasStartLights()) {
          continue; // it is told as dark there
        }
        List<Context> changes = changes(stage);
        int most = kind == MachineKind.TOWER || kind == MachineKind.LAPTOP ? changes.size() : 2;
        for (Context change : changes.subList(0, Math.min(most, changes.size()))) {
          if (sold(kind, change)) {
            rows.add(row(kind, stage, change));
          }
        }
      }
    }
    String text =
        """
        # First steps

        Written by `./dottore eval`: what is proposed first when the counter wrote down the kind, how far it gets
        and what changed last, and what comes second best. Minutes are expected bench minutes to the end of the
        job when the proposals are followed. A machine that is told to be dead is seen once at the shop's own
        socket; what else is told is not asked again.

        | stops at | kind | changed last | first step | minutes | of it now | runner-up | minutes |
        | --- | --- | --- | --- | ---: | ---: | --- | ---: |
        """;
    Files.writeString(REPORT, text + String.join("\n", rows) + "\n");
    assertThat(rows).hasSizeGreaterThanOrEqualTo(150);
  }

  /** Whether a machine of this kind can have had such a change. */
  private static boolean sold(MachineKind kind, Context change) {
    return kind == MachineKind.TOWER
        || !Set.of(Context.NEW_BUILD, Context.CPU_CHANGED, Context.GRAPHICS_CHANGED)
            .contains(change);
  }

  private String row(MachineKind kind, Stage stage, Context change) {
    Case about =
        new Case(
            EnumSet.of(Context.of(kind), change),
            Set.of(),
            Set.of(),
            List.of(new Event.Reading(1, Check.HOW_FAR, stage.id(), Event.TOLD)));
    List<Candidate> candidates = diagnosis.assess(about).candidates();
    Candidate first = candidates.get(0);
    Candidate second = candidates.get(1);
    return String.format(
        Locale.ROOT,
        "| %s | %s | %s | %s | %.0f | %.1f | %s | %.0f |",
        stage.id(),
        kind.id(),
        change.words(),
        first.name(),
        first.toTheEnd().value(),
        first.own().value(),
        second.name(),
        second.toTheEnd().value());
  }
}
