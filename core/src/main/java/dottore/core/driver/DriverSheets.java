package dottore.core.driver;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Touched;
import dottore.core.driver.InstallOrder.Install;
import dottore.core.driver.InstallOrder.Move;
import dottore.core.driver.Judged.Verdict;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The steps of putting drivers on, taking one out, and going back. */
final class DriverSheets {
  /** The step after which a driver is out. */
  static final String OUT = "out";

  private static final Loan CABLE =
      new Loan("network cable out", "Was a cable in?", "in", Set.of(Touched.CABLES));
  private static final int RESTART_MINUTES = 3;
  private static final int HANDS = 4;

  private DriverSheets() {}

  // --- on ----------------------------------------------------------------------------------------

  static RunSheet install(DriverDesk desk) {
    InstallOrder order = desk.order();
    List<Making> steps = new ArrayList<>();
    steps.add(
        SheetStep.of(
                "way-back",
                "Make a point to go back to",
                "The system's own restore point. What is on now is kept from the list that was"
                    + " read.")
            .taking(3, 2)
            .needed());
    OfflinePack pack = desk.pack();
    if (!pack.packages().isEmpty()) {
      steps.add(
          SheetStep.of(
                  "pack",
                  "Put the pack on the stick: " + pack.words(),
                  pack.packages().stream()
                      .map(p -> p.words() + ", " + p.megabytes() + " MB")
                      .collect(Collectors.joining("; ")))
              .taking(5, 0));
    }
    boolean cable = desk.crashesOnNetwork();
    if (cable) {
      steps.add(cableOut());
    }
    int restarts = 0;
    for (Move move : order.moves()) {
      if (move instanceof Install install) {
        steps.add(put(install, desk));
      } else if (move instanceof InstallOrder.Start start) {
        restarts++;
        steps.add(restart(restarts, start.byItself()));
      }
    }
    if (restarts == 0) {
      steps.add(restart(1, false));
    }
    if (cable) {
      steps.add(cableBack());
    }
    steps.addAll(looks(order));
    steps.add(listAgain());
    return RunSheet.inLine(DriverKind.INSTALL.id(), "Drivers in order", steps);
  }

  static String step(DriverPackage p) {
    return "put-" + p.id();
  }

  private static Making put(Install install, DriverDesk desk) {
    DriverPackage p = install.what();
    List<Judged> of = desk.judged().stream().filter(j -> takes(j, p)).toList();
    Optional<Judged> first = of.stream().findFirst();
    boolean clean = of.stream().anyMatch(Judged::clean);
    String devices =
        of.stream()
            .map(j -> j.device().name() + j.rank().map(r -> ", by " + r.words()).orElse(""))
            .distinct()
            .collect(Collectors.joining("; "));
    String out =
        install.without().isEmpty()
            ? ""
            : " Leave out its "
                + install.leftOut()
                + ": it is older than what is on and would lie over it.";
    Making step =
        SheetStep.of(
                step(p),
                (clean ? "Old one out, then put on " : "Put on ") + p.words(),
                "For "
                    + devices
                    + ". From "
                    + p.source().words()
                    + "; "
                    + first.map(Judged::how).orElse("express")
                    + "."
                    + out)
            .taking(clean ? HANDS + 2 : HANDS, 2);
    return switch (p.kind()) {
      case GRAPHICS ->
          step.minding("The screen goes dark or coarse for a moment. That is normal: wait.");
      case STORAGE ->
          step.minding(
              "A wrong one keeps the machine from starting: the copy of the data is at hand.");
      default -> step;
    };
  }

  private static boolean takes(Judged judged, DriverPackage p) {
    return judged.take().filter(p::equals).isPresent();
  }

  private static Making restart(int number, boolean byItself) {
    return SheetStep.of(
            "restart-" + number,
            byItself ? "It restarts by itself: wait for the desk" : "Restart",
            byItself ? "" : "Restart, not off and on: a fast start would keep the old driver.")
        .taking(0.5, RESTART_MINUTES)
        .needed();
  }

  /** What something else carries an older one of is looked at in the end. */
  private static List<Making> looks(InstallOrder order) {
    Set<String> carried =
        order.packages().stream()
            .flatMap(p -> p.carries().stream())
            .map(DriverPackage.Carried::line)
            .collect(Collectors.toSet());
    return order.packages().stream()
        .filter(p -> carried.contains(p.line()))
        .map(
            p ->
                SheetStep.of(
                        "look-" + p.id(),
                        "Look which version of " + p.name() + " is on",
                        "Another package carries an older one. If that is on: put this one on"
                            + " again, last.")
                    .needed()
                    .asking(new Asked("Version, as the device list shows it", p.version())))
        .toList();
  }

  private static Making listAgain() {
    return SheetStep.of(
            "list-again",
            "Read the device list again",
            "Under Drivers: it is held against the one before, and Find hears of it.")
        .taking(2, 0)
        .needed();
  }

  // --- out ---------------------------------------------------------------------------------------

  static RunSheet out(Suspect suspect, Optional<Double> everyHours) {
    List<Making> steps = new ArrayList<>();
    boolean network = suspect.kind() == DeviceKind.NETWORK || suspect.kind() == DeviceKind.WIRELESS;
    String name = suspect.name();
    steps.add(
        SheetStep.of(
                "noted",
                "Write down its version and where its file lies",
                suspect
                    .device()
                    .map(d -> d.name() + ": " + d.provider() + " " + d.version() + ".")
                    .orElse("As far as the list shows it."))
            .needed());
    if (network) {
      steps.add(cableOut());
    }
    steps.add(
        SheetStep.of(
                "safe",
                "Start the safe way, or from the rescue stick",
                "The safe way loads the fewest drivers. If it falls there too: the rescue stick.")
            .taking(2, 3)
            .needed());
    steps.add(
        SheetStep.of(
                OUT,
                "Take " + name + " out",
                "In the safe start: remove the device with its driver. From the rescue stick: move"
                    + " the file aside, into a folder of its own.")
            .taking(6, 0)
            .at(Depth.WRITES_DRIVE)
            .minding("Moved, never deleted: that is the way back. The customer's files stay.")
            .needed());
    steps.add(restart(1, false));
    steps.add(
        SheetStep.of(
                "watch",
                "Let it run",
                everyHours
                    .map(
                        h ->
                            "It fell every "
                                + hours(h)
                                + " on average: three times that without a fall says 95 % that it"
                                + " was this one.")
                    .orElse("Three times as long as it used to take."))
            .taking(1, Math.max(10, Math.min(480, everyHours.orElse(0.5) * 180))));
    if (network) {
      steps.add(cableBack());
    }
    steps.add(listAgain());
    return RunSheet.inLine(DriverKind.OUT.id(), "Take out " + name, steps);
  }

  private static String hours(double hours) {
    return hours < 2
        ? Math.round(hours * 60) + " minutes"
        : String.format(Locale.ROOT, "%.1f hours", hours);
  }

  private static Making cableOut() {
    return SheetStep.of(
            "cable-out",
            "Network cable out, wireless off",
            "Until the new driver is on: it is the network that brings it down.")
        .borrowing(CABLE)
        .needed();
  }

  private static Making cableBack() {
    return SheetStep.of(
            "cable-back", "Network cable in again, wireless on", "And a large file over it.")
        .returning(CABLE)
        .taking(2, 3)
        .needed();
  }

  // --- back --------------------------------------------------------------------------------------

  /** What was changed last goes back first. */
  static RunSheet back(ListChange change) {
    List<Making> steps = new ArrayList<>();
    int number = 0;
    for (ListChange.Row row : change.rows()) {
      if (!row.was().isEmpty() && row.what() != ListChange.What.GONE) {
        number++;
        Device device = row.device();
        steps.add(
            SheetStep.of(
                    "back-" + number,
                    device.name() + ": back to " + row.was(),
                    "The system keeps the one before: roll back, or put that version on by hand.")
                .taking(HANDS, 1));
      }
    }
    steps.add(restart(1, false));
    steps.add(
        SheetStep.of(
            "point",
            "If it still misbehaves: the restore point",
            "It takes programs back to that day as well; the customer's files stay."));
    steps.add(listAgain());
    return RunSheet.inLine(DriverKind.BACK.id(), "Drivers back as they were", steps);
  }

  static boolean network(Judged judged) {
    return (judged.device().kind() == DeviceKind.NETWORK
            || judged.device().kind() == DeviceKind.WIRELESS)
        && (judged.verdict() == Verdict.CRASHES || judged.verdict() == Verdict.OLD);
  }
}
