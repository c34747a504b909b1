package dottore.core.system;

import dottore.core.casebook.Depth;
import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveSheets;
import dottore.core.drive.TransferTime;
import dottore.core.machine.Drive;
import dottore.core.machine.Encryption;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.EncryptionPause;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.system.Readiness.Cure;
import dottore.core.system.SystemDesk.Habits;
import dottore.core.system.SystemFacts.Programs;
import dottore.core.system.SystemProfile.From;
import dottore.core.units.Minutes;
import dottore.core.upgrade.UpgradeFacts;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The steps of putting a system back. Guide; the maker's own pages win. */
final class SystemSheets {
  /** The step after which the system is on it. */
  static final String RUN = "run";

  private static final Minutes USUAL_COPY = Minutes.of(45);

  private final SystemDesk desk;
  private final DriveDesk drives;
  private final SystemProfile profile;
  private final SystemRoad road;
  private final Habits habits;
  private final boolean networkMissing;
  private final List<Loan> unplugged = new ArrayList<>();
  private final List<Making> steps = new ArrayList<>();

  private SystemSheets(SystemDesk desk, SystemProfile profile, SystemRoad road, Habits habits) {
    this.desk = desk;
    this.drives = desk.drives();
    this.profile = profile;
    this.road = road;
    this.habits = habits;
    this.networkMissing =
        desk.facts().find(SystemFacts.NETWORK_DRIVER).filter(works -> !works).isPresent();
  }

  static RunSheet of(SystemDesk desk, SystemProfile profile, SystemRoad road, Habits habits) {
    SystemSheets sheet = new SystemSheets(desk, profile, road, habits);
    sheet.before();
    if (road.erases()) {
      sheet.erasing();
    } else {
      sheet.inPlace();
    }
    sheet.after();
    return RunSheet.inLine(
        SystemKind.REINSTALL.id(), road.words() + ": " + profile.name(), sheet.steps);
  }

  private void add(Making step) {
    steps.add(step);
  }

  private boolean encrypted() {
    return drives.encryption() == Encryption.ACTIVE;
  }

  // --- before
  // --------------------------------------------------------------------------------------

  private void before() {
    save();
    if (profile.key().isPresent() && road != SystemRoad.RESET) {
      add(
          SheetStep.of(
                  "key",
                  "Key, edition and activation written down",
                  profile.key().get().held()
                      ? "Held by the firmware or an account as a rule; else off its label."
                      : "Off its label or disc, read twice: B and 8 look alike.")
              .taking(3, 0)
              .needed());
    }
    if (encrypted()) {
      add(
          SheetStep.of(
                  "recovery-key",
                  "Recovery key of the drive at hand",
                  "The customer's account has it as a rule. Without it the data is gone.")
              .taking(3, 0)
              .needed());
    }
    medium();
    if (networkMissing) {
      add(
          SheetStep.of(
                  "network-on-stick",
                  "Network driver on the stick",
                  "By the device's ids, for this system and its bits; a phone by cable will do.")
              .taking(5, 0)
              .needed());
    }
    for (Readiness.Point point : desk.readiness().map(Readiness::stops).orElse(List.of())) {
      if (point.cure() == Cure.SETTING && road.erases()) {
        add(
            SheetStep.of(
                    "set-" + point.topic().toLowerCase(Locale.ROOT).replace(' ', '-'),
                    point.topic() + ": " + point.words() + ", change it",
                    point.todo() + ".")
                .taking(point.minutes(), 0)
                .needed());
      }
    }
  }

  /** What it is put on from: fresh, and of the edition, language and width that the key is for. */
  private void medium() {
    if (road != SystemRoad.CLEAN && road != SystemRoad.UPGRADE) {
      return;
    }
    boolean stale =
        desk.facts()
            .find(SystemFacts.MEDIUM)
            .filter(m -> m != SystemFacts.Medium.FRESH)
            .isPresent();
    if (stale && profile.from() == From.STICK) {
      add(
          SheetStep.of(
                  "fresh-medium",
                  "Write the stick anew",
                  "Under Shelf, from the newest image, and read back: an old one brings crashes"
                      + " after the updates.")
              .taking(3, 12)
              .needed());
    }
    List<String> of = new ArrayList<>();
    if (!desk.facts().get(SystemFacts.EDITION).isEmpty()) {
      of.add("edition " + desk.facts().get(SystemFacts.EDITION));
    }
    if (!desk.facts().get(SystemFacts.LANGUAGE).isEmpty()) {
      of.add("language " + desk.facts().get(SystemFacts.LANGUAGE));
    }
    if (profile.needs().bits().size() > 1) {
      desk.facts()
          .find(UpgradeFacts.BITS)
          .ifPresent(
              bits ->
                  of.add(
                      bits == UpgradeFacts.Bits.SIXTY_FOUR
                          ? "64 bits, as for any processor that has them"
                          : "32 bits"));
    }
    if (!of.isEmpty()) {
      add(
          SheetStep.of(
                  "edition-look",
                  "Look that "
                      + (profile.from() == From.DISC ? "disc" : "stick")
                      + (profile.key().isPresent() ? " and key are" : " is")
                      + " of "
                      + String.join(", ", of),
                  "None of it can be changed after setup without starting over.")
              .needed());
    }
  }

  private boolean anotherStays() {
    return desk.facts().find(SystemFacts.SECOND_SYSTEM).orElse(false);
  }

  private void save() {
    if (drives.target().isPresent()) {
      steps.addAll(
          DriveSheets.save(
              drives.target().get(), drives.saved(), drives.wanted(), drives.copyTime()));
      return;
    }
    add(
        drives.safe()
            ? SheetStep.of(
                    DriveSheets.SAVED,
                    "See that nothing on it is wanted, or the copy is at hand",
                    "")
                .needed()
            : SheetStep.of(
                    DriveSheets.SAVED, "Copy the data, compare the copy", "Under Drive, Save.")
                .taking(10, USUAL_COPY.value())
                .minding("What is not compared is not saved.")
                .needed());
  }

  // --- everything fresh
  // ------------------------------------------------------------------------------

  private void erasing() {
    onlyTarget();
    if (road == SystemRoad.RECOVERY) {
      recovery();
      return;
    }
    if (profile.from() == From.DISC) {
      add(
          SheetStep.of(
                  "disc-look",
                  "Look at the disc: no scratch, no dust",
                  "Wiped from the middle outward. Without a drive of its own: an outside one, on a"
                      + " port of the board.")
              .taking(2, 0)
              .needed());
    }
    add(
        SheetStep.of(
                "boot-entry",
                "Start " + profile.from().words() + " by the entry of the right kind",
                profile.needs().boot() == SystemProfile.Boot.OLD
                    ? "The plain entry: this system starts the old way."
                    : "The entry marked as the new way, if both are offered.")
            .taking(2, 1)
            .needed());
    String language = desk.facts().get(SystemFacts.LANGUAGE);
    if (!language.isEmpty()) {
      add(
          SheetStep.of(
                  "language",
                  "Language on setup's first page: " + language,
                  "The keyboard can be changed later, the language of the license cannot.")
              .needed());
    }
    add(which("Find the target in setup's list of disks"));
    add(partitions());
    add(install(profile.minutes().install(), "Install " + profile.name()));
    stickOut();
    firstStart();
  }

  private Making partitions() {
    if (anotherStays()) {
      return SheetStep.of(
              "partitions",
              "Delete only the old system's own partitions",
              "Its start, system and recovery; the other system's stay, by their sizes on the"
                  + " ruler under Drive.")
          .taking(4, 0)
          .at(Depth.WRITES_DRIVE)
          .minding(
              "No way back from here. What is not surely the old system's stays; a copy of both is"
                  + " at hand.")
          .needed();
    }
    return SheetStep.of(
            "partitions",
            "Delete what is on it until one block is left",
            desk.facts().find(SystemFacts.TWO_VOLUMES).orElse(false)
                ? "Then one volume for the system and a second one for data. If setup balks:"
                    + " start from the stick again and go on."
                : "Into that block; setup divides it. If it balks: start from the stick again"
                    + " and go on.")
        .taking(2, 0)
        .at(Depth.WRITES_DRIVE)
        .minding("No way back from here. The serial was just read: this disk, no other.")
        .needed();
  }

  private void recovery() {
    if (profile.ofTheModel()) {
      add(
          SheetStep.of(
                  "gentle",
                  "The gentlest first: restart, then a hard reset, then its factory reset",
                  "The keys to hold are on the maker's page for this model. If one of them cures"
                      + " it, skip the rest with that as the reason.")
              .taking(5, 10));
      add(
          SheetStep.of(
                  "model",
                  "Compare the exact model with the image's",
                  "Off the label underneath, every letter: an image of a sister model is refused"
                      + " or half works.")
              .needed());
    }
    add(which("See that only its own drive is in it"));
    add(
        SheetStep.of(
                "recovery-start",
                "Start the recovery stick",
                (profile.recoveryStart().isEmpty()
                        ? "Keys as the maker says"
                        : profile.recoveryStart() + ": guide, the maker's page wins")
                    + "; charger in until it is over.")
            .taking(3, 1)
            .needed());
    add(install(profile.minutes().install(), "Restore the image"));
    stickOut();
    firstStart();
  }

  /** Other drives hang free until it is over, unless the shop tells them apart on the screen. */
  private void onlyTarget() {
    Optional<Drive> target = drives.target();
    List<Drive> others =
        drives.drives().stream()
            .filter(d -> d.connected() && target.filter(t -> t.number() == d.number()).isEmpty())
            .toList();
    if (habits.otherDrivesIn() || desk.job().kind() == MachineKind.CLOUD_LAPTOP) {
      return;
    }
    for (Drive other : others) {
      Loan loan =
          new Loan(
                  other.name().toLowerCase(Locale.ROOT) + " unplugged",
                  "How was it plugged?",
                  "data and power",
                  Set.of())
              .known(DriveDesk.unplugged(other.number()));
      unplugged.add(loan);
      add(
          SheetStep.of(
                  "unplug-" + other.number(),
                  "Unplug " + other.described(),
                  "What is not connected cannot be erased.")
              .taking(2, 0)
              .at(Depth.COVER_OFF)
              .minding("Power off, cord out, strap on; battery unplugged where there is one.")
              .borrowing(loan)
              .needed());
    }
  }

  private Making which(String words) {
    Making step =
        SheetStep.of(
                "which-target",
                words + drives.target().map(t -> ": " + t.described()).orElse(""),
                "By serial, not by size or number.")
            .taking(2, 0)
            .needed();
    drives
        .target()
        .flatMap(Drive::lastFour)
        .ifPresent(
            last -> step.asking(new Asked("Last four of its serial, as that list shows it", last)));
    return step;
  }

  private Making install(int minutes, String words) {
    Minutes expected = Minutes.of(Math.max(5, minutes));
    return SheetStep.of(
            RUN,
            words,
            "No change for "
                + Stall.MINUTES
                + " minutes: force it off once and begin again, and say under System where it"
                + " stood. A second time is hardware.")
        .taking(5, 0)
        .at(Depth.WRITES_DRIVE)
        .minding(desk.job().kind().hasBattery() ? "Charger in until it is over." : "Mains stay in.")
        .guarding(
            new Guard(
                profile.name() + " is being installed",
                expected,
                Minutes.of(expected.value() * 2 + Stall.MINUTES),
                List.of("it restarts by itself", "a per cent stands still for some minutes"),
                "Nothing changes for "
                    + Stall.MINUTES
                    + " minutes: force it off once, begin again, note the place."))
        .needed();
  }

  private void stickOut() {
    add(
        SheetStep.of(
                "stick-out",
                (profile.from() == From.DISC ? "Disc" : "Stick") + " out at the first restart",
                "Else setup begins again and looks as if it had failed.")
            .needed());
  }

  private void firstStart() {
    boolean offline = habits.offline() || networkMissing;
    String how = String.join(". ", profile.firstStart());
    add(
        SheetStep.of(
                "first-start",
                "First start, " + (offline ? "without network" : "with network"),
                how
                    + "."
                    + (habits.keyAtSetup() && profile.key().isPresent()
                        ? " The key now: the edition follows from it."
                        : "")
                    + edition())
            .taking(profile.minutes().setup(), 0)
            .needed());
    if (networkMissing) {
      add(
          SheetStep.of("network-in", "Network driver from the stick", "Then the network.")
              .taking(4, 0)
              .needed());
    }
  }

  private String edition() {
    String edition = desk.facts().get(SystemFacts.EDITION);
    String language = desk.facts().get(SystemFacts.LANGUAGE);
    return (edition.isEmpty()
            ? ""
            : " Edition " + edition + ": it cannot be changed without starting over.")
        + (language.isEmpty() ? "" : " Language " + language + ".");
  }

  // --- over the old one
  // ------------------------------------------------------------------------------

  private void inPlace() {
    if (encrypted()) {
      add(
          SheetStep.of(
                  "suspend", "Suspend the encryption", "Else it asks for its key at each start.")
              .taking(2, 0)
              .borrowing(EncryptionPause.LOAN)
              .needed());
    }
    add(
        SheetStep.of(
                "room",
                "25 GB free, guards and tools out of the way",
                "10 GB are the very least. Foreign guards off for the time, not removed.")
            .taking(5, 0)
            .needed());
    int minutes =
        switch (road) {
          case REPAIR -> profile.minutes().repair();
          case UPGRADE -> profile.minutes().upgrade();
          default -> profile.minutes().reset();
        };
    add(
        install(
            minutes,
            switch (road) {
              case REPAIR -> "Repair it over itself, keep everything";
              case UPGRADE -> "Upgrade to " + profile.name() + ", keep everything";
              default -> "Reset it, keep the files";
            }));
    if (encrypted()) {
      add(EncryptionPause.over().needed());
    }
  }

  // --- afterwards
  // ------------------------------------------------------------------------------------

  private void after() {
    add(
        SheetStep.of(
                "updates",
                "Updates until none, then the optional ones",
                "Look, restart, look again, until the list is empty twice.")
            .taking(5, profile.minutes().updates())
            .needed());
    if (!profile.ofTheModel()) {
      add(
          SheetStep.of(
                  "chipset",
                  "Chipset driver, restart",
                  "Before graphics: it may bring an older one.")
              .taking(3, 3));
      add(
          SheetStep.of(
                  "graphics",
                  "Graphics driver by the exact model, restart",
                  "The screen flashes. Look at its version once more after everything else.")
              .taking(4, 4));
      add(
          SheetStep.of("other-drivers", "Sound, touchpad, hotkeys; device list without a mark", "")
              .taking(6, 2));
    }
    profile
        .key()
        .ifPresent(
            key ->
                add(
                    SheetStep.of(
                            "activation",
                            "Activation shown as done, or the days left written down",
                            "Key and edition fit each other, or it is refused.")
                        .taking(2, 0)));
    if (!unplugged.isEmpty()) {
      for (Loan loan : unplugged) {
        add(
            SheetStep.of(
                    "back-" + loan.what().replaceAll("\\D", ""),
                    "Plug in again: " + loan.what().replace(" unplugged", ""),
                    "")
                .taking(2, 0)
                .at(Depth.COVER_OFF)
                .minding("Power off, cord out, strap on.")
                .returning(loan)
                .needed());
      }
    }
    if (road.erases()) {
      add(
          SheetStep.of(
              "old-entry",
              "Boot list: the new entry first, what is left of the old one removed",
              "The entry only; nothing on a drive is erased for it."));
      if (anotherStays()) {
        add(
            SheetStep.of(
                    "both-start",
                    "Start the other system once from the boot list",
                    "Both must be offered there, the customer's own first.")
                .taking(3, 2)
                .needed());
      }
      if (drives.wanted()) {
        add(
            SheetStep.of(
                    "data-back", "Copy the data back and compare it", "Under Fix, Drive, Save.")
                .taking(8, drives.copyTime().map(TransferTime::most).orElse(USUAL_COPY).value())
                .needed());
      }
    }
    boolean programsGone = road.erases() || road == SystemRoad.RESET;
    if (programsGone
        && desk.facts().find(SystemFacts.PROGRAMS).filter(p -> p == Programs.BACK).isPresent()) {
      add(SheetStep.of("programs", "Programs and settings as they were", "").taking(45, 10));
    }
    add(
        SheetStep.of("finishing", "Look at the end", String.join(". ", profile.finishing()) + ".")
            .taking(6, 3)
            .needed());
  }
}
