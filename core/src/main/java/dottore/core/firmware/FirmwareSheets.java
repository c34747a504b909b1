package dottore.core.firmware;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.casebook.Touched;
import dottore.core.machine.Encryption;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.EncryptionPause;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The run sheets of work on firmware. */
public final class FirmwareSheets {
  /** The put-back entry for settings that were noted. */
  static final String SETTINGS_OWED = "firmware settings as they were";

  /** By which settings that are owed are found again. */
  public static final String SETTINGS_KEY = "settings";

  static final String OPENING =
      "Unplug from the wall, hold the power button, strap on or touch bare grounded metal.";
  private static final String CELL =
      "The old cell goes straight into the closed box. Swallowed it is dangerous: call emergency"
          + " services at once.";
  static final String NOBODY = "Nobody touches keyboard, mouse, button or cable until it is over.";

  private static final Loan OTHER_DEVICES =
      new Loan("everything that was plugged in outside", "What was plugged in?", "", Set.of());

  /** Settings that were noted before something cleared them. */
  private static final Loan SETTINGS =
      new Loan(
              SETTINGS_OWED,
              "Where are they noted?",
              "on the settings sheet",
              Set.of(Touched.SETTINGS))
          .known(SETTINGS_KEY);

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
              .borrowing(EncryptionPause.LOAN)
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
      steps.add(EncryptionPause.over());
    }
    steps.add(SheetStep.of("plug", "Plug back what was plugged in", "").returning(OTHER_DEVICES));
    steps.add(settingsBack(noted));
    return RunSheet.inLine(
        FirmwareKind.UPDATE.id(), "Update to " + release.version() + " " + way.words(), steps);
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
    return RunSheet.inLine(FirmwareKind.RESET.id(), "Clear the settings " + way.words(), steps);
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
    return RunSheet.inLine(FirmwareKind.PASSWORD.id(), "Forgotten password, by the jumper", steps);
  }

  static Making train(String id) {
    return SheetStep.of(
            id,
            "Start it and wait: memory trains again",
            "Black for one to ten minutes, with restarts, is normal.")
        .minding(NOBODY)
        .guarding(Training.GUARD);
  }
}
