package dottore.core.drive;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Touched;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Into a case and out of it again, as every work on a drive does. */
public final class CaseSteps {
  private static final String OPENING =
      "Cord or charger out, hold the power button, strap on or touch bare grounded metal.";

  private static final Loan BATTERY =
      new Loan("battery plug", "How did it sit?", "plugged in", Set.of(Touched.POWER));

  private CaseSteps() {}

  /** Off, cover, battery first. */
  public static List<Making> open(MachineKind kind) {
    List<Making> steps = new ArrayList<>();
    steps.add(
        SheetStep.of(
                "off",
                "Power off and unplug",
                kind == MachineKind.TOWER ? "Switch at the back off as well." : "")
            .taking(1, 0)
            .minding(OPENING)
            .needed());
    steps.add(
        SheetStep.of(
                "cover",
                "Take the cover off, each screw to its number on the map",
                kind == MachineKind.ALL_IN_ONE
                    ? "Face down on a soft cloth; the panel is glass."
                    : "Draw them under Fix, Drive, Replace as they come out; lengths differ.")
            .taking(minutes(kind), 0)
            .at(Depth.COVER_OFF)
            .minding(
                kind == MachineKind.TOWER
                    ? "Live parts stay inside the supply; it is never opened."
                    : "Photograph cables before they are moved.")
            .needed());
    if (kind.hasBattery()) {
      steps.add(
          SheetStep.of(
                  "battery",
                  "Unplug the battery before anything else",
                  "By its plug, not by the wires.")
              .at(Depth.COVER_OFF)
              .minding("Swollen or dented: stop, nothing sharp near it, outside to the fire box.")
              .borrowing(BATTERY)
              .needed());
    }
    return steps;
  }

  /** The battery's plug again; nothing on machines without one. */
  public static List<Making> batteryBack(MachineKind kind) {
    return kind.hasBattery()
        ? List.of(
            SheetStep.of("battery-back", "Plug the battery in again", "")
                .returning(BATTERY)
                .needed())
        : List.of();
  }

  /**
   * The cover again.
   *
   * @param mixed whether screws of different lengths hold it
   */
  public static Making close(MachineKind kind, boolean mixed) {
    return SheetStep.of(
            "cover-on",
            "Cover on, screws back from the last number to the first",
            mixed
                ? "Lengths differ: a long one in a short hole goes through the board."
                : "All in, none tight, then tighten.")
        .taking(minutes(kind), 0)
        .at(Depth.COVER_OFF)
        .minding(OPENING)
        .needed();
  }

  private static int minutes(MachineKind kind) {
    return kind == MachineKind.TOWER ? 3 : 8;
  }
}
