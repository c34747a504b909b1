package dottore.core.drive;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.casebook.Touched;
import dottore.core.drive.TransferTime.Link;
import dottore.core.machine.Drive;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.ticket.Start;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * The drive on another machine by a USB adapter: is it the drive, or what it hangs on? It is only
 * read. Guide; the machine's own manual wins.
 */
final class AdapterTest {
  private static final Minutes USUAL = Minutes.of(60);

  private static final Loan OUT =
      new Loan(
          "drive out of the machine", "Which slot or bay, which cable?", "", Set.of(Touched.DRIVE));

  private AdapterTest() {}

  /** Whether it may begin: what clicks is not started for a test, and a closed case stays so. */
  static Start start(DriveDesk desk) {
    if (desk.job().kind() == MachineKind.CLOUD_LAPTOP) {
      return Start.notYet("The drive of such a machine is part of its board.");
    }
    if (!desk.job().mayOpen()) {
      return Start.notYet("The case may not be opened. Ask the customer.");
    }
    if (desk.stopReading()) {
      return Start.notYet(
          "It clicks or does not answer, and its data has no copy. No start for a test: offer a"
              + " data specialist and write down under Save what is decided.");
    }
    return Start.go(
        RunSheet.inLine(DriveKind.TEST.id(), "Try the drive on another machine", steps(desk)),
        Map.of());
  }

  private static List<Making> steps(DriveDesk desk) {
    MachineKind kind = desk.job().kind();
    Optional<Drive> drive = desk.target();
    boolean unsaved = desk.wanted() && desk.saved().isEmpty();
    List<Making> steps = new ArrayList<>(CaseSteps.open(kind));
    steps.add(
        SheetStep.of(
                "take-out",
                "Take the drive out"
                    + drive.flatMap(Drive::lastFour).map(f -> ": …" + f).orElse(""),
                "By the plug's tab or its one screw. Look at its plug and its cable on the way:"
                    + " bent, dark, half in?")
            .taking(3, 0)
            .at(Depth.COVER_OFF)
            .showing(kind == MachineKind.TOWER ? Drawing.DRIVE_PLUGS : Drawing.M2_LENGTHS)
            .borrowing(OUT)
            .needed());
    steps.add(
        SheetStep.of(
                "adapter",
                "Hang it on the bench machine by the adapter",
                "A 3.5-inch drive needs the adapter's own power. Straight into the machine, no"
                    + " hub.")
            .taking(2, 0)
            .minding("Say no to every offer to format, initialize or repair.")
            .needed());
    steps.add(
        SheetStep.of(
                DriveKind.LOOKED,
                "Does it appear, with its whole size, quietly?",
                "Nothing at all: the same with a drive that is known to be good, so that the"
                    + " adapter is not what fails.")
            .taking(2, 1)
            .minding(
                unsaved
                    ? "Its data has no copy. If it clicks or drops out: power off and stop here."
                    : "If it clicks or drops out: power off and stop here.")
            .needed());
    steps.add(
        SheetStep.of(
                "health",
                "Read its health under Measure, once before",
                "Interface errors that grow later accuse this adapter or that cable, not the"
                    + " drive.")
            .taking(3, 0));
    if (unsaved) {
      steps.add(
          SheetStep.of(
                  "save-first",
                  "Save what is wanted before the long read",
                  "Under Save: an image if it shows a single error, files if it shows none.")
              .taking(5, desk.copyTime().map(t -> t.most().value()).orElse(USUAL.value()))
              .minding("A drive can die in a test. What is not compared is not saved.")
              .needed());
    }
    double through =
        drive
            .flatMap(Drive::size)
            .map(size -> TransferTime.of(size, List.of(Link.HARD_DRIVE), OptionalDouble.empty()))
            .map(time -> time.ofBlocks().value())
            .orElse(USUAL.value());
    steps.add(
        SheetStep.of(
                "read",
                "Read all of it once, from end to end",
                "Reading only. Solid state is through in a third of the time; a place that takes"
                    + " seconds is an error too.")
            .taking(2, through)
            .minding("Slower from minute to minute, or clicking: stop, do not try again."));
    steps.add(
        SheetStep.of(
                "health-again",
                "Read its health once more",
                "What grew decides: pending or reallocated, the drive; interface errors only, the"
                    + " way there.")
            .taking(3, 0));
    steps.add(
        SheetStep.of("back", "Put the drive back where it was", "Its slot, its cable, its lock.")
            .taking(3, 0)
            .at(Depth.COVER_OFF)
            .minding("Charger and cord still out.")
            .returning(OUT)
            .needed());
    steps.addAll(CaseSteps.batteryBack(kind));
    steps.add(CaseSteps.close(kind, false));
    return steps;
  }
}
