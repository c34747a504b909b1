package dottore.core.swap;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.drive.CaseSteps;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveSheets;
import dottore.core.drive.DriveState;
import dottore.core.drive.TransferTime;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.BootMode;
import dottore.core.machine.Drive;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.swap.DriveForm.Body;
import dottore.core.swap.SwapFacts.OldOne;
import dottore.core.swap.SwapFacts.Use;
import dottore.core.units.Capacity;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The steps of an exchange. Guide; the machine's own manual wins. */
final class SwapSheets {
  /** The step after which the new drive is in. */
  static final String FITTED = "fit";

  /** The step after which the system was copied from the old drive. */
  static final String CLONED = "clone";

  /** The step after which the machine starts from the new drive. */
  static final String SYSTEM_ON_IT = "first-start";

  /** The largest disk that the old scheme divides: 2 TiB. */
  private static final Capacity OLD_SCHEME_HOLDS = Capacity.ofGibibytes(2048);

  private static final Minutes USUAL_CLONE = Minutes.of(45);
  private static final double SPINNING_MB = 100;
  private static final double MEGA = 1e6;

  private final SwapDesk desk;
  private final MachineKind kind;
  private final Drive fresh;
  private final DriveForm form;
  private final List<Making> steps = new ArrayList<>();

  private SwapSheets(SwapDesk desk) {
    this.desk = desk;
    this.kind = desk.job().kind();
    this.fresh = desk.fresh().orElseThrow();
    this.form = desk.facts().find(SwapFacts.NEW).orElseThrow();
  }

  static RunSheet of(SwapDesk desk) {
    SwapSheets sheet = new SwapSheets(desk);
    boolean system = desk.use() == Use.SYSTEM;
    Road road = desk.road().orElse(Road.CLEAN);
    if (system) {
      sheet.save(road);
    }
    if (system && road == Road.CLONE) {
      sheet.cloneBefore();
    }
    sheet.steps.addAll(CaseSteps.open(sheet.kind));
    if (system) {
      sheet.takeOut();
    }
    sheet.putIn();
    if (system) {
      sheet.system(road);
      sheet.entries();
    } else {
      sheet.dataDrive();
    }
    sheet.add(CaseSteps.close(sheet.kind, desk.screws().mixed()));
    if (system) {
      sheet.oldOne();
    }
    return RunSheet.inLine(
        SwapKind.SWAP.id(), system ? "Replace the drive" : "Add a data drive", sheet.steps);
  }

  private void add(Making step) {
    steps.add(step);
  }

  private Optional<DriveState> state() {
    return desk.facts().find(DriveFacts.STATE);
  }

  private boolean readable() {
    return state().filter(s -> s == DriveState.READS || s == DriveState.ERRORS).isPresent();
  }

  /** A clone is a copy itself, and the old drive stays as it is. */
  private void save(Road road) {
    if (desk.safe() || road == Road.CLONE || !readable()) {
      return;
    }
    if (state().filter(s -> s == DriveState.ERRORS).isPresent()) {
      add(
          SheetStep.of(
                  "image-first",
                  "Image the failing drive before anything else",
                  "Whole areas first, bad places last and backwards, each tried once. What matters"
                      + " most to the customer first if it still shows folders.")
              .taking(10, USUAL_CLONE.value())
              .minding("If it begins to click or drops out: power off, offer a specialist.")
              .needed());
    }
    desk.old()
        .ifPresentOrElse(
            old ->
                steps.addAll(
                    DriveSheets.save(old, desk.drives().saved(), true, desk.drives().copyTime())),
            () ->
                add(
                    SheetStep.of(DriveSheets.SAVED, "Copy the data, compare the copy", "")
                        .taking(10, USUAL_CLONE.value())
                        .minding("What is not compared is not saved.")
                        .needed()));
  }

  /**
   * The new drive hangs on an adapter, or on a second plug, while the old one is still in place.
   */
  private void cloneBefore() {
    add(
        SheetStep.of(
                "adapter",
                "Connect the new drive beside the old one",
                form.body() == Body.LARGE_BOX
                    ? "By a free plug, or by an adapter with its own power."
                    : "By a USB adapter that speaks " + form.tongue().said() + ", or a free place.")
            .taking(3, 0)
            .needed());
    add(target("which-target", "Find the NEW drive as the target: " + fresh.described()));
    Minutes copy = desk.drives().copyTime().map(TransferTime::ofBlocks).orElse(USUAL_CLONE);
    boolean errors = state().filter(s -> s == DriveState.ERRORS).isPresent();
    Minutes expected = Minutes.of(copy.value() * (errors ? 3 : 1));
    add(
        SheetStep.of(
                CLONED,
                errors ? "Image the failing drive onto the new one" : "Clone the old drive",
                errors
                    ? "Whole areas first, bad places last and backwards, each tried once."
                    : "From a rescue stick, so that nothing on it is in use.")
            .taking(5, 0)
            .at(Depth.WRITES_DRIVE)
            .minding("Source is the old drive, target the new one; the other way round erases all.")
            .guarding(
                new Guard(
                    "A drive is being copied",
                    expected,
                    Minutes.of(expected.value() * 2 + 15),
                    List.of("the pace changes", "the last per cent takes its time"),
                    errors
                        ? "If it clicks or drops out: power off, offer a specialist."
                        : "Note how far it came. Read the old drive's health before the next try."))
            .needed());
    add(
        SheetStep.of(
                "grow",
                "Let the last volume take the new drive's room",
                "With a look at the ruler.")
            .taking(3, 1));
  }

  private Making target(String id, String words) {
    Making step =
        SheetStep.of(
                id,
                words,
                "By serial, not by size or number. If two could be it, unplug the other one.")
            .taking(2, 0)
            .needed();
    fresh
        .lastFour()
        .ifPresent(
            last -> step.asking(new Asked("Last four of its serial, as that list shows it", last)));
    return step;
  }

  private void takeOut() {
    Body body = desk.facts().find(SwapFacts.OUT).map(DriveForm::body).orElse(form.body());
    boolean card = body == Body.CARD;
    Making out =
        SheetStep.of(
                "take-out",
                "Take the old drive out"
                    + desk.old().flatMap(Drive::lastFour).map(f -> ": …" + f).orElse(""),
                card
                    ? "Its one screw; it rises to 30 degrees by itself; pull it straight out."
                    : "Lift the cable's lock, pull the plug by its tab; four screws or a tray.")
            .taking(3, 0)
            .at(Depth.COVER_OFF)
            .showing(card ? Drawing.M2_LENGTHS : Drawing.DRIVE_PLUGS)
            .needed();
    add(out);
    add(
        SheetStep.of(
                "label-old",
                "Label the old drive: claim number, date, \"old\"",
                "Into its own bag. Two drives on one bench look alike.")
            .needed());
  }

  private void putIn() {
    boolean card = form.body() == Body.CARD;
    String with =
        desk.fit()
            .filter(fit -> !fit.needs().isEmpty())
            .map(fit -> " With " + String.join(" and ", fit.needs()) + ".")
            .orElse("");
    add(
        SheetStep.of(
                FITTED,
                "Put the new drive in: " + fresh.described(),
                (card
                        ? "In at 30 degrees until no gold shows, press down, one screw; not tight."
                        : "Plugs straight on, locks closed, no cable under the cover.")
                    + with)
            .taking(3, 0)
            .at(Depth.COVER_OFF)
            .showing(card ? Drawing.M2_LENGTHS : Drawing.DRIVE_PLUGS)
            .needed());
    steps.addAll(CaseSteps.batteryBack(kind));
    add(
        SheetStep.of(
                "listed",
                "Before the screws: does the firmware screen list it?",
                "With its whole size. If not: seat it again, then its slot's setting.")
            .taking(3, 0)
            .minding("Hands out of the open case while it is under power.")
            .needed());
  }

  private void system(Road road) {
    switch (road) {
      case CLONE -> {}
      case CLEAN -> {
        add(
            SheetStep.of(
                "only-target",
                "Connect only the new drive and the stick",
                "Every other drive unplugged, so that loader and system land together."));
        add(
            SheetStep.of(
                    "boot-stick",
                    "Start the stick by the entry of the right kind",
                    mode() == BootMode.NEW
                        ? "The entry marked as the new way."
                        : "The plain entry: this firmware knows only the old way.")
                .needed());
        add(target("which-target", "Find the new drive in the installer's list"));
        add(
            SheetStep.of(
                    "install",
                    "Install the system",
                    "Delete what is on it, then into the one free block.")
                .taking(5, 25)
                .at(Depth.WRITES_DRIVE)
                .minding("Nothing changes for 15 minutes: once more. A second time: back to Find.")
                .needed());
      }
      case IMAGE -> {
        add(target("which-target", "Find the new drive as the target"));
        add(
            SheetStep.of(
                    "restore-image",
                    "Restore the image",
                    "Look at its date before; nothing newer is in it.")
                .taking(5, USUAL_CLONE.value())
                .at(Depth.WRITES_DRIVE)
                .minding("It overwrites the target from its first sector.")
                .needed());
      }
      case RECOVERY -> {
        add(target("which-target", "Only the new drive is in it: check its serial once more"));
        add(
            SheetStep.of(
                    "recovery",
                    "Start the maker's recovery stick",
                    "For the exact model; its keys as the maker says.")
                .taking(5, 35)
                .at(Depth.WRITES_DRIVE)
                .minding("Charger in until it is over.")
                .needed());
      }
    }
    add(
        SheetStep.of(
                SYSTEM_ON_IT,
                "First start from the new drive, the old one not connected",
                "Two systems alike on two drives confuse each other.")
            .taking(3, 3)
            .needed());
    if (road == Road.CLEAN || road == Road.RECOVERY) {
      add(
          SheetStep.of(
                  "updates",
                  "Updates until none are left, device list clean, activation",
                  "Network first; then chipset, then graphics.")
              .taking(8, 40)
              .needed());
    }
    if (desk.drives().wanted() && road != Road.CLONE) {
      add(
          SheetStep.of(
                  "data-back",
                  desk.safe() || readable()
                      ? "Copy the data back and compare it"
                      : "Put back what a backup or the specialist could save",
                  "Under Fix, Drive, Save: two lists show what is missing.")
              .taking(
                  8,
                  desk.drives().copyTime().map(t -> t.most().value()).orElse(USUAL_CLONE.value())));
    }
  }

  private BootMode mode() {
    return desk.facts().find(MachineFacts.OLD_ONLY).orElse(false) ? BootMode.OLD : BootMode.NEW;
  }

  private void entries() {
    add(
        SheetStep.of(
            "entries",
            "Look into the boot list: the new drive first, the old entry removed",
            "The entry only; nothing is erased for it."));
  }

  private void dataDrive() {
    add(target("which-target", "Find the new drive in the system's disk list"));
    boolean large = fresh.size().filter(s -> s.compareTo(OLD_SCHEME_HOLDS) > 0).isPresent();
    add(
        SheetStep.of(
                "initialize",
                "Initialize it with the new scheme",
                large
                    ? "The old scheme ends at 2 TiB; this one is larger."
                    : "The old scheme only if a machine of the old way has to read it.")
            .taking(1, 0)
            .at(Depth.WRITES_DRIVE)
            .minding("Only a drive that is new. If volumes show on it, stop: it is another.")
            .needed());
    add(
        SheetStep.of(
                "volume",
                "One volume, quick format, a letter and a name that tells",
                "Until then it does not appear.")
            .taking(2, 0)
            .at(Depth.WRITES_DRIVE)
            .minding("The drive whose serial was just read, no other.")
            .needed());
    add(SheetStep.of("try", "Copy a large file onto it and back", "").taking(2, 2));
  }

  private void oldOne() {
    OldOne then = desk.facts().find(SwapFacts.OLD_ONE).orElseThrow();
    switch (then) {
      case KEPT ->
          add(
              SheetStep.of(
                      "old-kept",
                      "Old drive to the shelf for 30 days",
                      "Write the day it may go on its bag, and tell the customer.")
                  .needed());
      case HOME ->
          add(
              SheetStep.of(
                      "old-home",
                      "Old drive to the customer's things",
                      "With a note that it failed and is not to be relied on.")
                  .needed());
      case ERASED -> erase();
    }
  }

  private void erase() {
    Optional<Drive> old = desk.old();
    Making which =
        SheetStep.of(
                "which-old",
                "Connect the OLD drive alone and find it"
                    + old.map(o -> ": " + o.described()).orElse(""),
                "The repaired machine is switched off and not part of this.")
            .taking(3, 0)
            .needed();
    old.flatMap(Drive::lastFour)
        .ifPresent(last -> which.asking(new Asked("Last four of its serial, as shown", last)));
    add(which);
    boolean spins = desk.facts().find(SwapFacts.OUT).map(DriveForm::spins).orElse(true);
    double minutes =
        spins
            ? old.flatMap(Drive::size)
                .map(size -> size.bytes() / (SPINNING_MB * MEGA) / 60)
                .orElse(90.0)
            : 5;
    Minutes expected = Minutes.of(Math.max(2, Math.ceil(minutes)));
    add(
        SheetStep.of(
                "erase",
                "Erase the old drive",
                spins
                    ? "Overwritten once from end to end."
                    : "By its own erase command, not by overwriting.")
            .taking(3, 0)
            .at(Depth.WRITES_DRIVE)
            .minding("No way back. Consent and copy were checked before this sheet began.")
            .guarding(
                new Guard(
                    "A drive is being erased",
                    expected,
                    Minutes.of(expected.value() * 2 + 15),
                    List.of("the pace falls toward the end"),
                    "If it stops with errors it was not erased: say so, break it or give it back."))
            .needed());
    add(
        SheetStep.of(
                "erase-proof",
                "Read ten places of it: all empty; write the note",
                "Serial, way, date and who did it, on the hand-over sheet.")
            .taking(3, 0)
            .needed());
  }
}
