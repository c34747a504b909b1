package dottore.core.diagnosis;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How a sampled machine was led to its end.
 *
 * @param minutes bench minutes spent, referring included
 * @param firstAt steps after which the right cause was first, or the repair worked
 * @param named the cause that the log names when it was cured, or that was found when it is handed
 *     on; empty where neither
 * @param wiped whether the drive was written to although the cause did not ask for it
 * @param said what was said of the first suspect at each step, and whether it was right
 */
record Road(
    double minutes,
    int steps,
    int firstAt,
    boolean cured,
    String named,
    boolean wiped,
    List<Said> said) {
  private static final int LONGEST = 40;

  /**
   * What every road is charged for a machine that it gives up: less than the advice plans with, so
   * that roads which give up soon are not made to look worse than they are.
   */
  private static final double REFERRED = 240;

  /** The shop's money from which on a part is thought over. */
  private static final double DEAR = 30;

  private static final Set<String> WIPING =
      Set.of(
          "reinstall-clean",
          "install-for-boot",
          "replace-drive-restore",
          "clear-target-drive",
          "maker-recovery");

  record Said(double odds, boolean right) {}

  /** Step by step as the engine proposes. */
  static Road proposed(Diagnosis diagnosis, Hidden machine) {
    return proposed(diagnosis, machine, diagnosis.rules());
  }

  /**
   * @param paying the prices that count in the end, where the engine plans with others
   */
  static Road proposed(Diagnosis diagnosis, Hidden machine, ShopRules paying) {
    Check howFar = diagnosis.casebook().check(Check.HOW_FAR).orElseThrow();
    Case about = machine.arrived().with(machine.answer(howFar, 0));
    List<Said> said = new ArrayList<>();
    double minutes = paying.cost(howFar);
    int steps = 0;
    int firstAt = Integer.MAX_VALUE;
    boolean wiped = false;
    String found = "";
    Set<String> asked = new HashSet<>();
    while (steps < LONGEST) {
      Assessment assessment = diagnosis.assess(about);
      if (!assessment.stops().isEmpty()) {
        for (var mark : assessment.stops()) {
          about = about.with(new Event.Lifted(steps, mark, "dealt with"));
        }
        continue;
      }
      Suspect first = assessment.suspects().get(0);
      boolean right = machine.isCause(first.cause().id());
      said.add(new Said(first.odds().value(), right));
      firstAt = right ? Math.min(firstAt, steps) : firstAt;
      Step next = assessment.next().flatMap(Candidate::step).orElse(null);
      if (next == null) {
        found = assessment.verdict() instanceof Verdict.Found one ? one.cause().id() : "";
        break;
      }
      steps++;
      minutes += paying.cost(next, about.kind(), assessment.caseOpen());
      if (!asked.add(next.id()) || !next.effort().kinds().contains(about.kind())) {
        throw new AssertionError("asked twice, or not to be done there: " + next.id() + about);
      }
      if (next instanceof Repair repair) {
        Event.Result result = machine.after(repair);
        boolean cured = result == Event.Result.WORKS;
        wiped |= wipesInVain(repair, cured);
        if (cured) {
          String named = named(diagnosis, about, repair, steps);
          return new Road(minutes, steps, Math.min(firstAt, steps), true, named, wiped, said);
        }
        about = about.with(new Event.Tried(steps, repair.id(), result));
        if (result == Event.Result.ELSEWHERE) {
          asked.clear();
        }
      } else {
        about = about.with(machine.answer((Check) next, steps));
      }
    }
    return new Road(minutes + REFERRED, steps, firstAt, false, found, wiped, said);
  }

  /** The cause that the log names when a repair worked. */
  private static String named(Diagnosis diagnosis, Case about, Repair repair, int ref) {
    Assessment then =
        diagnosis.assess(about.with(new Event.Tried(ref, repair.id(), Event.Result.WORKS)));
    List<dottore.core.casebook.Cause> cured = then.curedCauses();
    return cured.isEmpty() ? "" : cured.get(cured.size() - 1).id();
  }

  /** Whether a repair replaces what is on the drive. */
  static boolean wipes(String repair) {
    return WIPING.contains(repair);
  }

  private static boolean wipesInVain(Repair repair, boolean cured) {
    return !cured && WIPING.contains(repair.id());
  }

  /** Always the cheapest repair of the likeliest cause, no checks. */
  static Road likeliestFirst(Diagnosis diagnosis, Hidden machine) {
    Check howFar = diagnosis.casebook().check(Check.HOW_FAR).orElseThrow();
    Case about = machine.arrived().with(machine.answer(howFar, 0));
    double minutes = diagnosis.rules().cost(howFar);
    Set<String> used = new HashSet<>();
    boolean wiped = false;
    for (int steps = 1; steps < LONGEST; steps++) {
      Assessment assessment = diagnosis.assess(about);
      Repair repair = next(diagnosis, assessment, used, about);
      if (repair == null) {
        break;
      }
      used.add(repair.id());
      minutes += diagnosis.rules().cost(repair, about.kind(), assessment.caseOpen());
      Event.Result result = machine.after(repair);
      boolean cured = result == Event.Result.WORKS;
      wiped |= wipesInVain(repair, cured);
      if (cured) {
        return new Road(minutes, steps, steps, true, "", wiped, List.of());
      }
      about = about.with(new Event.Tried(steps, repair.id(), Event.Result.SAME));
    }
    return new Road(minutes + REFERRED, LONGEST, LONGEST, false, "", wiped, List.of());
  }

  private static Repair next(
      Diagnosis diagnosis, Assessment assessment, Set<String> used, Case about) {
    for (Suspect suspect : assessment.suspects()) {
      for (Portrait.Cure cure : diagnosis.portrait(suspect.cause()).cures()) {
        if (!used.contains(cure.repair().id())
            && cure.repair().effort().kinds().contains(about.kind())) {
          return cure.repair();
        }
      }
    }
    return null;
  }

  /**
   * The same steps in the same order on every machine that they can be done on, each at the reach
   * that the machine has. Nobody who climbs one buys part after part: it refers before the next
   * dear one.
   *
   * @param parts how many dear parts are bought at most
   */
  static Road ladder(Diagnosis diagnosis, Hidden machine, List<String> rungs, int parts) {
    Casebook casebook = diagnosis.casebook();
    double minutes = diagnosis.rules().cost(casebook.check(Check.HOW_FAR).orElseThrow());
    boolean wiped = false;
    int steps = 0;
    int bought = 0;
    boolean caseOpen = false;
    for (String rung : rungs) {
      Step step = casebook.step(rung).orElseThrow();
      if (!step.effort().kinds().contains(machine.arrived().kind())
          || step.effort().reach().compareTo(machine.stage().reach()) > 0) {
        continue;
      }
      if (step instanceof Repair repair && repair.parts() > DEAR && ++bought > parts) {
        break;
      }
      steps++;
      minutes += diagnosis.rules().cost(step, machine.arrived().kind(), caseOpen);
      caseOpen |= step.effort().opensTheCase();
      if (step instanceof Repair repair) {
        Event.Result result = machine.after(repair);
        boolean cured = result == Event.Result.WORKS;
        wiped |= wipesInVain(repair, cured);
        if (cured) {
          return new Road(minutes, steps, steps, true, "", wiped, List.of());
        }
      }
    }
    return new Road(minutes + REFERRED, steps, LONGEST, false, "", wiped, List.of());
  }

  /** The ladder that practitioners climb from habit. */
  static final List<String> HABIT =
      List.of(
          "other-socket",
          "switch-supply-on",
          "reseat-board-power",
          "set-monitor-input",
          "clear-and-reenter",
          "board-light",
          "single-module-start",
          "reseat-memory",
          "reseat-graphics",
          "connect-drive",
          "reseat-all",
          "other-firmware-version",
          "replace-memory",
          "replace-supply",
          "replace-graphics",
          "replace-drive-restore",
          "replace-board",
          "reinstall-clean");

  /** A clever one: only what makes sense where the machine stops, reinstall before parts. */
  static final Map<String, List<String>> CLEVER =
      Map.ofEntries(
          Map.entry(
              "dead",
              List.of(
                  "other-socket",
                  "switch-supply-on",
                  "replace-charger",
                  "reset-battery-charge",
                  "rewire-front-plug",
                  "reseat-board-power",
                  "clear-short",
                  "replace-supply",
                  "replace-board")),
          Map.entry(
              "twitch",
              List.of(
                  "reseat-board-power",
                  "reseat-memory",
                  "clear-short",
                  "replace-supply",
                  "flash-without-cpu",
                  "replace-board")),
          Map.entry(
              "cpu",
              List.of(
                  "reseat-board-power",
                  "clear-and-reenter",
                  "flash-without-cpu",
                  "reseat-cpu",
                  "remount-cooler",
                  "replace-cpu",
                  "replace-board")),
          Map.entry(
              "memory",
              List.of(
                  "reseat-memory",
                  "wait-and-remember-training",
                  "move-memory-slots",
                  "lower-memory-profile",
                  "clear-and-reenter",
                  "replace-memory",
                  "other-firmware-version",
                  "replace-board")),
          Map.entry(
              "graphics",
              List.of(
                  "plug-graphics-power",
                  "reseat-graphics",
                  "clear-and-reenter",
                  "replace-graphics")),
          Map.entry(
              "boot",
              List.of(
                  "plug-keyboard", "remove-usb-device", "lower-resolution", "clear-and-reenter")),
          Map.entry(
              "dark",
              List.of(
                  "set-monitor-input",
                  "move-display-cable",
                  "replace-display-cable",
                  "plug-keyboard",
                  "reseat-memory",
                  "reseat-graphics",
                  "clear-and-reenter",
                  "recover-firmware",
                  "replace-graphics",
                  "replace-board")),
          Map.entry("locked", List.of("enter-recovery-key", "clear-password-by-owner")),
          Map.entry(
              "no-device",
              List.of(
                  "take-stick-out",
                  "set-boot-order",
                  "set-boot-mode",
                  "set-controller-mode-back",
                  "connect-drive",
                  "replace-coin-cell",
                  "rebuild-boot-data",
                  "maker-recovery",
                  "replace-drive-cable",
                  "replace-drive-restore")),
          Map.entry(
              "loader",
              List.of(
                  "take-stick-out",
                  "set-boot-order",
                  "rebuild-boot-data",
                  "enter-recovery-key",
                  "maker-recovery",
                  "reinstall-clean",
                  "replace-drive-restore")),
          Map.entry(
              "stop",
              List.of(
                  "set-controller-mode-back",
                  "remove-usb-device",
                  "safe-remove-graphics-driver",
                  "safe-disable-network-driver",
                  "repair-system-files",
                  "roll-back-upgrade",
                  "set-system-back",
                  "reinstall-clean",
                  "replace-memory",
                  "replace-drive-restore")),
          Map.entry(
              "install-fails",
              List.of(
                  "newest-stick",
                  "clear-target-drive",
                  "load-storage-driver",
                  "enter-key-again",
                  "right-recovery-image",
                  "replace-drive-cable",
                  "replace-memory",
                  "replace-drive-restore")),
          Map.entry(
              "unstable",
              List.of(
                  "remove-usb-device",
                  "back-to-stock",
                  "clean-cooler",
                  "clean-graphics-driver",
                  "newer-network-driver",
                  "other-wireless-driver",
                  "set-power-states",
                  "repair-system-files",
                  "reinstall-clean",
                  "replace-memory",
                  "replace-supply",
                  "replace-graphics")),
          Map.entry(
              "degraded",
              List.of(
                  "let-it-finish",
                  "trim-start",
                  "make-space",
                  "install-network-driver",
                  "install-graphics-driver",
                  "install-chipset-driver",
                  "install-audio-driver",
                  "switch-profile-on",
                  "swap-and-reseat-pair",
                  "remove-malware",
                  "clean-cooler",
                  "reinstall-clean",
                  "move-to-solid-state",
                  "add-memory")),
          Map.entry(
              "blocked",
              List.of(
                  "switch-security-chip-on",
                  "switch-secure-boot-on",
                  "finish-updates",
                  "make-space",
                  "convert-to-new-way",
                  "add-memory",
                  "stay-or-replace")));
}
