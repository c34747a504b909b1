package dottore.core.drive;

import dottore.core.casebook.Depth;
import dottore.core.machine.Drive;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The steps of work on a drive, for the run sheet of whatever they are part of. */
public final class DriveSheets {
  /** The step after which the disk has its new scheme. */
  public static final String CONVERTED = "convert";

  /** The step after which the data is safe. */
  public static final String SAVED = "back-up";

  private static final Minutes USUAL_COPY = Minutes.of(45);
  private static final String TRIAL = "convert-trial";

  /** Expected and worrying times are judgement, as guide; the tables themselves are small. */
  private static final Guard CONVERTS =
      new Guard(
          "The disk is being converted",
          Minutes.of(3),
          Minutes.of(15),
          List.of("the last per cent stands still", "the drive light is on all the time"),
          "Note the message. Do not start it from this disk; go back to the copy.");

  private DriveSheets() {}

  /**
   * Saving what is on a disk before its scheme is converted.
   *
   * @param saved where it was saved and compared before; empty if it was not
   * @param wanted whether anybody wants the data
   * @param time how long the copy takes; empty if nobody knows how much it is
   */
  public static List<Making> save(
      Drive target, Optional<String> saved, boolean wanted, Optional<TransferTime> time) {
    if (saved.isPresent()) {
      return List.of(
          SheetStep.of(SAVED, "See that the copy is at hand", saved.get() + ".").needed());
    }
    if (!wanted) {
      return List.of(
          SheetStep.of(
                  SAVED,
                  "Ask once more: nothing on it is wanted",
                  "Written down at arrival. If this fails, all of it is gone.")
              .needed());
    }
    Minutes copy = time.map(TransferTime::most).orElse(USUAL_COPY);
    String how =
        "From "
            + target.described()
            + " to a drive that stays out of the machine."
            + time.map(t -> " " + t.slowest().words() + " sets the pace.").orElse("");
    return List.of(
        SheetStep.of("copy", "Copy the data", how).taking(5, copy.value()).needed(),
        SheetStep.of(SAVED, "Compare the copy", "Count the files and compare them.")
            .taking(5, 0)
            .minding("What is not compared is not saved.")
            .needed());
  }

  /**
   * Converting a disk in place, in the started system: the disk told apart, a trial run that writes
   * nothing, then the conversion itself.
   */
  public static List<Making> convert(WrongDisk which) {
    Drive target = which.target();
    List<Making> steps = new ArrayList<>();
    Making find =
        SheetStep.of(
                "which-disk",
                "Find " + target.described() + " in the system's disk list",
                which.verdict() == WrongDisk.Verdict.ONLY
                    ? "No other is written down. If that list shows another, stop and write it down"
                        + " first."
                    : "Its number there can differ from ours: go by the serial.")
            .needed();
    target
        .lastFour()
        .ifPresent(
            last -> find.asking(new Asked("Last four of its serial, as that list shows it", last)));
    steps.add(find);
    steps.add(
        SheetStep.of(
                TRIAL,
                "Trial run of the converter on this disk",
                "Only its check, which writes nothing. If it refuses, stop here and note why.")
            .taking(2, 1)
            .needed());
    steps.add(
        SheetStep.of(CONVERTED, "Convert the disk to the new scheme", "In the started system.")
            .taking(2, 0)
            .at(Depth.WRITES_DRIVE)
            .minding(
                "No way back in place. Mains in. It does not start until the boot mode is changed.")
            .guarding(CONVERTS)
            .needed());
    return steps;
  }
}
