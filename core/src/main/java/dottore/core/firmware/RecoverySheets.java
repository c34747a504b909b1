package dottore.core.firmware;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.casebook.Touched;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import java.util.List;
import java.util.Set;

/** The run sheets of the roads back from an update that broke off. Guide; the manual wins. */
public final class RecoverySheets {
  private RecoverySheets() {}

  /**
   * The sheet of one road.
   *
   * @param release the version to end at
   */
  public static RunSheet by(Rescue rescue, BoardRecord board, Release release) {
    List<Making> steps =
        switch (rescue) {
          case SECOND_CHIP -> bySecondChip(release);
          case FLASH_PORT -> FirmwareSheets.write(board, release, Way.FLASH_PORT);
          case RECOVERY_JUMPER -> byJumper(release);
          case MAKER -> byMaker(board);
        };
    return RunSheet.inLine(FirmwareKind.RECOVERY.id(), "Recover by " + rescue.words(), steps);
  }

  private static Loan loan(String what, String question, String guess) {
    return new Loan(what, question, guess, Set.of(Touched.FIRMWARE));
  }

  private static List<Making> bySecondChip(Release release) {
    Loan chip = loan("chip switch as it was", "Which chip was chosen?", "first chip");
    return List.of(
        SheetStep.of(
                "switch",
                "Mains off, switch to the second chip",
                "By the switch on the board or the power-button sequence of its manual.")
            .taking(3, 0)
            .at(Depth.COVER_OFF)
            .minding(FirmwareSheets.OPENING)
            .borrowing(chip),
        FirmwareSheets.train("train-first"),
        SheetStep.of(
                "copy",
                "Write the first chip anew from the firmware screen",
                release.file() + " again, after the gate.")
            .at(Depth.WRITES_FIRMWARE)
            .minding(FirmwareSheets.NOBODY)
            .guarding(Way.FIRMWARE_SCREEN.guard())
            .needed(),
        SheetStep.of("switch-back", "Switch back to the first chip", "").returning(chip),
        FirmwareSheets.train("train"));
  }

  private static List<Making> byJumper(Release release) {
    Loan jumper = loan("recovery jumper as it was", "Which pins is it on now?", "pins 1-2");
    return List.of(
        FirmwareSheets.opening(MachineKind.TOWER),
        SheetStep.of("jumper", "Note where the recovery jumper sits, then move it", "")
            .taking(2, 0)
            .at(Depth.COVER_OFF)
            .showing(Drawing.JUMPER)
            .borrowing(jumper)
            .needed(),
        SheetStep.of(
                "write",
                "Stick with " + release.file() + " in, switch on",
                "The screen may stay black; the stick's light shows that it is read.")
            .at(Depth.WRITES_FIRMWARE)
            .minding(FirmwareSheets.NOBODY)
            .guarding(Way.FLASH_PORT.guard())
            .needed(),
        SheetStep.of("jumper-back", "Power off, unplug, jumper back where it was", "")
            .at(Depth.COVER_OFF)
            .showing(Drawing.JUMPER)
            .minding(FirmwareSheets.OPENING)
            .returning(jumper)
            .needed(),
        FirmwareSheets.train("train"));
  }

  private static List<Making> byMaker(BoardRecord board) {
    return List.of(
        SheetStep.of(
            "write-down",
            "Write down board, revision, both versions and what happened",
            "It is all on the ticket; print it."),
        SheetStep.of(
            "send",
            "Send it to " + board.maker() + "'s service",
            "Or offer another board: the customer decides with price and days."));
  }
}
