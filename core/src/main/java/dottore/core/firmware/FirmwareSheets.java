package dottore.core.firmware;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.casebook.Touched;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The run sheets of work on firmware. */
public final class FirmwareSheets {
  /** Kinds of these sheets, for the room that shows what came of them. */
  public static final String UPDATE = "firmware-update";

  public static final String RESET = "firmware-reset";
  public static final String PASSWORD = "firmware-password";
  public static final String RECOVERY = "firmware-recovery";
  public static final String BLOCKERS = "upgrade-blockers";

  /** The step after which the encryption is active again. */
  public static final String RESUME = "resume";

  /** The put-back entry for settings that were noted. */
  public static final String SETTINGS_OWED = "firmware settings as they were";

  static final String OPENING =
      "Unplug from the wall, hold the power button, strap on or touch bare grounded metal.";
  private static final String CELL =
      "The old cell goes straight into the closed box. Swallowed it is dangerous: call emergency"
          + " services at once.";
  static final String NOBODY = "Nobody touches keyboard, mouse, button or cable until it is over.";

  private static final Loan OTHER_DEVICES =
      new Loan("everything that was plugged in outside", "What was plugged in?", "", Set.of());
  private static final Loan ENCRYPTION =
      new Loan(
          "encryption suspended", "Which drive, and by whom?", "suspended in the system", Set.of());

  /** Settings that were noted before something cleared them. */
  private static final Loan SETTINGS =
      new Loan(
          SETTINGS_OWED,
          "Where are they noted?",
          "on the settings sheet",
          Set.of(Touched.SETTINGS));

  private FirmwareSheets() {}

  private static Making noted() {
    return SheetStep.of(
            "noted", "See that the settings are noted", "They go back to factory values now.")
        .borrowing(SETTINGS);
  }

  private static Making settingsBack(boolean noted) {
    Making step =
        SheetStep.of(
            "settings",
            noted ? "Put the noted settings back" : "Set clock, boot mode and boot order",
            noted
                ? "The settings sheet says in which order, and what goes in alone."
                : "Nothing was noted: go through the settings once.");
    return noted ? step.returning(SETTINGS) : step;
  }

  /**
   * The repairs of the casebook that a sheet carries out, in their order; none for one that is
   * none.
   *
   * @param kind of the sheet
   * @param way in which it writes, if it does
   * @param done the steps that were done and not skipped
   */
  public static List<String> repairs(String kind, Optional<Way> way, Set<String> done) {
    return switch (kind) {
      case UPDATE ->
          List.of(
              way.filter(w -> w == Way.FLASH_PORT).isPresent()
                  ? "flash-without-cpu"
                  : "other-firmware-version");
      case RESET -> List.of("clear-and-reenter");
      case PASSWORD -> List.of("clear-password-by-owner");
      case RECOVERY -> List.of("recover-firmware");
      case BLOCKERS -> lifted(UpgradeBlockers.Move.of(done));
      default -> List.of();
    };
  }

  /** A conversion brings boot mode and secure boot with it. */
  private static List<String> lifted(Set<UpgradeBlockers.Move> moves) {
    List<String> repairs = new ArrayList<>();
    if (moves.contains(UpgradeBlockers.Move.CONVERT)) {
      repairs.add("convert-to-new-way");
    } else if (moves.contains(UpgradeBlockers.Move.SECURE_BOOT_ON)) {
      repairs.add("switch-secure-boot-on");
    }
    if (moves.contains(UpgradeBlockers.Move.CHIP_ON)) {
      repairs.add("switch-security-chip-on");
    }
    return repairs;
  }

  /**
   * Writing one version. A stepping stone has a sheet of its own, with a gate of its own.
   *
   * @param encryption whether it was suspended for this
   * @param noted whether settings are noted that go back afterwards
   */
  public static RunSheet update(
      BoardRecord board, Release release, Way way, Encryption encryption, boolean noted) {
    List<Making> steps = new ArrayList<>();
    if (noted) {
      steps.add(noted());
    }
    if (encryption == Encryption.SUSPENDED) {
      steps.add(
          SheetStep.of(
                  "suspended", "See that the encryption is suspended", "In the system's own page.")
              .taking(1, 0)
              .borrowing(ENCRYPTION)
              .needed());
    }
    steps.add(
        SheetStep.of(
                "unplug",
                "Unplug all but mains, one screen, one keyboard",
                "Docks, hubs, drives and printers too.")
            .borrowing(OTHER_DEVICES));
    steps.addAll(write(board, release, way));
    if (encryption == Encryption.SUSPENDED) {
      steps.add(
          SheetStep.of(RESUME, "Let the encryption go on", "In the system's own page.")
              .returning(ENCRYPTION));
    }
    steps.add(SheetStep.of("plug", "Plug back what was plugged in", "").returning(OTHER_DEVICES));
    steps.add(settingsBack(noted));
    return RunSheet.inLine(UPDATE, "Update to " + release.version() + " " + way.words(), steps);
  }

  static List<Making> write(BoardRecord board, Release release, Way way) {
    List<Making> steps = new ArrayList<>();
    switch (way) {
      case FLASH_PORT -> {
        steps.add(
            SheetStep.of(
                    "stick",
                    "Stick into the marked port, called " + board.stickFile(),
                    "Directly at the back of the board. Supply plugged in, machine off.")
                .taking(1, 0)
                .showing(Drawing.FLASH_PORT));
        steps.add(
            SheetStep.of(
                    "write",
                    "Hold the button at the port until its light blinks",
                    "Writes " + release.version() + ". It goes out by itself at the end.")
                .at(Depth.WRITES_FIRMWARE)
                .showing(Drawing.FLASH_PORT)
                .minding(NOBODY)
                .guarding(way.guard())
                .needed());
      }
      case FIRMWARE_SCREEN -> {
        steps.add(
            SheetStep.of(
                    "tool",
                    "Open the update tool in the firmware screen, choose " + release.file(),
                    "It must name this board and " + release.version() + " before you confirm.")
                .taking(2, 0));
        steps.add(
            SheetStep.of("write", "Confirm, and take your hands off", "")
                .at(Depth.WRITES_FIRMWARE)
                .minding(NOBODY)
                .guarding(way.guard())
                .needed());
      }
      default ->
          steps.add(
              SheetStep.of(
                      "write",
                      "Close everything, start the maker's update for " + release.version(),
                      "Last resort: no other program, no network, no sleep.")
                  .taking(3, 0)
                  .at(Depth.WRITES_FIRMWARE)
                  .minding(NOBODY)
                  .guarding(way.guard())
                  .needed());
    }
    steps.add(train("train"));
    return steps;
  }

  /**
   * Putting the settings back to factory values.
   *
   * @param noted whether settings are noted that go back afterwards
   */
  public static RunSheet reset(ResetWay way, MachineKind kind, boolean noted) {
    List<Making> steps = new ArrayList<>();
    if (noted) {
      steps.add(noted());
    }
    if (way.depth().opensTheCase()) {
      steps.add(opening(kind));
    } else if (way != ResetWay.SCREEN) {
      steps.add(SheetStep.of("off", "Power off", "Mains or charger out.").needed());
    }
    Making clear =
        SheetStep.of("clear", "Clear " + way.words(), way.how())
            .taking(way.hands(), way.waiting())
            .at(way.depth());
    way.drawing().ifPresent(clear::showing);
    if (way == ResetWay.COIN_CELL) {
      clear.minding(CELL);
    }
    Optional<Loan> loan = way.moves();
    loan.ifPresent(clear::borrowing);
    steps.add(clear);
    loan.ifPresent(
        moved -> {
          Making back =
              SheetStep.of("back", "Back where it was", moved.what() + ": " + moved.guess())
                  .at(Depth.COVER_OFF)
                  .returning(moved)
                  .needed();
          way.drawing().ifPresent(back::showing);
          steps.add(back);
        });
    steps.add(train("train"));
    steps.add(settingsBack(noted));
    return RunSheet.inLine(RESET, "Clear the settings " + way.words(), steps);
  }

  static Making opening(MachineKind kind) {
    return SheetStep.of(
            "off",
            "Power off, unplug, open the cover",
            kind.hasBattery() ? "Disconnect the battery as well." : "Supply switch off.")
        .taking(3, 0)
        .at(Depth.COVER_OFF)
        .minding(OPENING)
        .needed();
  }

  /** Lifting a forgotten password by its jumper, with a new coin cell if the old one is flat. */
  public static RunSheet password(MachineKind kind, CoinCell cell) {
    Loan jumper =
        new Loan(
            "password jumper in service position",
            "Which pins is it on now?",
            "pins 1-2",
            Set.of(Touched.SETTINGS));
    List<Making> steps = new ArrayList<>();
    steps.add(opening(kind));
    if (cell.verdict().replace()) {
      steps.add(
          SheetStep.of(
                  "cell",
                  "Replace the coin cell",
                  "CR2032 in most boards, plus side up. " + cell.because() + ".")
              .taking(3, 0)
              .at(Depth.COVER_OFF)
              .showing(Drawing.COIN_CELL)
              .minding(CELL)
              .after("off"));
    }
    steps.add(
        SheetStep.of(
                "jumper",
                "Note where the password jumper sits, then move it",
                "Usually pins 1-2 normal, 2-3 service; the board's print or manual wins.")
            .taking(2, 0)
            .at(Depth.COVER_OFF)
            .showing(Drawing.JUMPER)
            .borrowing(jumper)
            .after("off")
            .needed());
    steps.add(
        SheetStep.of(
                "service",
                "Start into the service screen, clear the password, save",
                "Clear it, do not set a new one for the customer.")
            .taking(4, 0)
            .after(
                cell.verdict().replace()
                    ? new String[] {"jumper", "cell"}
                    : new String[] {"jumper"}));
    steps.add(
        SheetStep.of("off-again", "Power off and unplug", "Hold the power button.")
            .minding(OPENING)
            .needed());
    steps.add(
        SheetStep.of("jumper-back", "Jumper back where it was", "")
            .at(Depth.COVER_OFF)
            .showing(Drawing.JUMPER)
            .returning(jumper)
            .needed());
    steps.add(
        SheetStep.of("start", "Start it: nothing is asked any more", "Then set clock and settings.")
            .taking(2, 0));
    return RunSheet.inLine(PASSWORD, "Forgotten password, by the jumper", steps);
  }

  static Making train(String id) {
    return SheetStep.of(
            id,
            "Start it and wait: memory trains again",
            "Black for one to ten minutes, with restarts, is normal.")
        .minding(NOBODY)
        .guarding(Training.GUARD);
  }

  /**
   * Lifting what keeps an upgrade away.
   *
   * @param onDrive the steps of the moves that work on the drive, which firmware knows nothing of
   * @throws IllegalArgumentException if such a move is needed and its steps are missing
   */
  public static RunSheet blockers(
      UpgradeBlockers.Machine machine, Map<UpgradeBlockers.Move, List<Making>> onDrive) {
    List<Making> steps = new ArrayList<>();
    for (UpgradeBlockers.Move move : UpgradeBlockers.moves(machine)) {
      if (move.onDrive()) {
        List<Making> own = onDrive.getOrDefault(move, List.of());
        if (own.isEmpty()) {
          throw new IllegalArgumentException("no steps for: " + move.words());
        }
        steps.addAll(own);
        continue;
      }
      Making step = SheetStep.of(move.id(), move.words(), move.how()).needed();
      if (move == UpgradeBlockers.Move.SUSPEND) {
        step.taking(2, 0).borrowing(ENCRYPTION);
      } else {
        step.taking(3, 0);
      }
      steps.add(step);
    }
    if (steps.stream().anyMatch(s -> s.done().borrows().isPresent())) {
      steps.add(
          SheetStep.of("resume", "Let the encryption go on", "In the system's own page.")
              .returning(ENCRYPTION));
    }
    steps.add(SheetStep.of("readiness", "Run the readiness check again", "It must pass now."));
    return RunSheet.inLine(BLOCKERS, "Lift what the upgrade refuses", steps);
  }
}
