package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Advice that can hurt nobody, no data and no owner. */
class SafetyTest {
  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  private Assessment assess(Set<Context> contexts, Set<Need> missing, String... seen) {
    return diagnosis.assess(new Case(contexts, Set.of(), missing, events(seen)));
  }

  /** The same where every check that is not answered is set aside. */
  private Assessment withoutMoreLooks(Set<Context> contexts, String... seen) {
    List<Event> events = events(seen);
    casebook.checks().stream()
        .map(Check::id)
        .filter(id -> Stream.of(seen).noneMatch(answer -> answer.startsWith(id + "=")))
        .forEach(id -> events.add(new Event.SetAside(events.size(), id, "no time")));
    return diagnosis.assess(new Case(contexts, Set.of(), Set.of(), events));
  }

  /** What was seen, and after "not" what was tried and did not help. */
  private static List<Event> events(String... seen) {
    List<Event> events = new ArrayList<>();
    for (String answer : seen) {
      String[] parts = answer.split("[ =]");
      events.add(
          parts[0].equals("not")
              ? new Event.Tried(events.size(), parts[1], Event.Result.SAME)
              : new Event.Reading(events.size(), parts[0], parts[1], Event.SEEN));
    }
    return events;
  }

  private Stream<Step> steps() {
    return Stream.concat(casebook.checks().stream(), casebook.repairs().stream());
  }

  private static List<String> offered(Assessment assessment) {
    return assessment.candidates().stream().map(Candidate::id).toList();
  }

  @Test
  void liquidStopsTheRoadHoweverItWasLearned() {
    Assessment told = assess(EnumSet.of(Context.TOWER, Context.LIQUID), Set.of(), "how-far=dead");
    assertThat(told.stops()).containsExactly(Mark.LIQUID);
    assertThat(told.candidates()).isEmpty();
    Case marked =
        new Case(
            EnumSet.of(Context.TOWER), EnumSet.of(Mark.LIQUID), Set.of(), events("how-far=dead"));
    assertThat(diagnosis.assess(marked).oddsOf("liquid-damage"))
        .as("the mark and the circumstance are one fact")
        .isEqualTo(told.oddsOf("liquid-damage"));
    assertThat(told.oddsOf("liquid-damage").value()).isGreaterThan(0.3);
    Case lifted =
        new Case(
            EnumSet.of(Context.TOWER, Context.LIQUID),
            Set.of(),
            Set.of(),
            List.of(new Event.Lifted(1, Mark.LIQUID, "dried and cleaned")));
    assertThat(diagnosis.assess(lifted).stops()).isEmpty();
    assertThat(diagnosis.assess(lifted).candidates())
        .flatExtracting(candidate -> candidate.step().stream().toList())
        .as("what was wet is not worked at under mains")
        .isNotEmpty()
        .noneMatch(step -> step.effort().care().live());
    assertThat(assess(EnumSet.of(Context.LAPTOP), Set.of(), "smell-and-look=wet").stops())
        .containsExactly(Mark.LIQUID);
  }

  @Test
  void aDriveThatMayHoldDataIsNotInitialized() {
    Set<Need> nothingAgreed = EnumSet.of(Need.DATA_SAFE, Need.ERASE_CONSENT);
    String[] seen = {"how-far=degraded", "what-is-wrong=drive", "disk-list=no-scheme"};
    assertThat(
            offered(assess(EnumSet.of(Context.TOWER, Context.DRIVE_CHANGED), nothingAgreed, seen)))
        .doesNotContain("initialize-drive");
    assertThat(offered(assess(EnumSet.of(Context.TOWER, Context.NOTHING), Set.of(), seen)))
        .doesNotContain("initialize-drive");
    Assessment held =
        assess(
            EnumSet.of(Context.TOWER, Context.NOTHING),
            Set.of(),
            "how-far=degraded",
            "what-is-wrong=drive",
            "disk-list=no-scheme");
    assertThat(held.oddsOf("scheme-lost").value())
        .isGreaterThan(held.oddsOf("drive-uninitialized").value());
    assertThat(
            offered(assess(EnumSet.of(Context.TOWER, Context.DRIVE_CHANGED), Set.of(), seen))
                .get(0))
        .isEqualTo("initialize-drive");
  }

  @Test
  void firmwareIsNotWrittenOnAGuess() {
    Set<Context> dark = EnumSet.of(Context.LAPTOP, Context.FIRMWARE_UPDATED);
    String[] seen = {
      "how-far=dark",
      "keyboard-lights=frozen",
      "not wait-and-remember-training",
      "last-update-asked=no",
      "not reseat-memory",
      "not clear-and-reenter"
    };
    Assessment guess = assess(dark, Set.of(), seen);
    assertThat(offered(guess)).isNotEmpty().doesNotContain("recover-firmware");
    assertThat(guess.unavailable())
        .anySatisfy(
            gone -> {
              assertThat(gone.step().id()).isEqualTo("recover-firmware");
              assertThat(gone.reason()).contains("it would write the firmware");
            });
    assertThat(
            offered(assess(dark, Set.of(), "how-far=dark", "last-update-asked=broken-off")).get(0))
        .isEqualTo("recover-firmware");
  }

  /** Whoever watches whether a cooler turns must be able to switch the machine on. */
  @Test
  void nobodyWatchesTheCoolerOfAMachineThatIsDead() {
    Set<Context> tower = EnumSet.of(Context.TOWER, Context.MEMORY_CHANGED);
    String[] towardsTheSupply = {
      "how-far=dead",
      "fans-and-lights=nothing",
      "not switch-supply-on",
      "not hold-button-reset",
      "supply-alone=nothing",
      "not other-socket",
      "smell-and-look=clean"
    };
    assertThat(offered(assess(tower, Set.of(), towardsTheSupply)))
        .startsWith("replace-supply")
        .doesNotContain("cooler-look");
  }

  @Test
  void aDriveThatSaysItselfThatItFailsIsNotLookedForInTheSettings() {
    Set<Context> old = EnumSet.of(Context.LAPTOP, Context.OLD, Context.SPINNING_DRIVE);
    String[] failing = {
      "how-far=stop", "how-it-fails=frozen", "attributes=bad", "repair-tool-sees-system=unreadable"
    };
    assertThat(offered(assess(old, Set.of(), failing)))
        .first()
        .isIn("replace-drive-restore", "copy-first-then-replace");
    Set<Context> silent = EnumSet.of(Context.ALL_IN_ONE, Context.POWER_EVENT);
    String[] gone = {"how-far=no-device", "drives-shown=missing", "drive-sound=silent"};
    assertThat(offered(assess(silent, Set.of(), gone))).startsWith("settings-look");
  }

  @Test
  void everyStepThatWritesADriveWantsConsentOrSavedData() {
    assertThat(steps().filter(s -> s.effort().depth() == Depth.WRITES_DRIVE))
        .hasSizeGreaterThan(10)
        .allMatch(
            step ->
                step.effort().care().savesData()
                    || step.effort().needs().contains(Need.ERASE_CONSENT)
                    || step.effort().needs().contains(Need.DATA_SAFE));
  }

  @Test
  void aSuspectDriveWithUnsavedDataIsCopiedOrSentAwayAndNothingElse() {
    Assessment suspect =
        assess(
            EnumSet.of(Context.LAPTOP, Context.OLD, Context.SPINNING_DRIVE),
            EnumSet.of(Need.DATA_SAFE),
            "how-far=degraded",
            "what-is-wrong=slow",
            "attributes=bad");
    assertThat(suspect.candidates())
        .filteredOn(c -> c.step().isPresent())
        .isNotEmpty()
        .allMatch(c -> c.step().orElseThrow().effort().care().savesData());
    assertThat(offered(suspect)).contains("copy-first-then-replace", "refer-data-specialist");
    Assessment maybe =
        assess(
            EnumSet.of(Context.LAPTOP, Context.OLD, Context.SPINNING_DRIVE),
            EnumSet.of(Need.DATA_SAFE),
            "how-far=loader",
            "repair-tool-sees-system=unreadable");
    assertThat(maybe.oddsOf("drive-failing").value()).isGreaterThan(0.2);
    assertThat(offered(maybe)).doesNotContain("read-test", "file-check");
  }

  @Test
  void aFailingDriveIsNotTakenForASlowOne() {
    Assessment read =
        assess(
            EnumSet.of(Context.LAPTOP, Context.OLD, Context.SPINNING_DRIVE),
            Set.of(),
            "how-far=degraded",
            "what-is-wrong=slow",
            "attributes=bad",
            "repair-tool-sees-system=bootable");
    assertThat(read.suspects().get(0).cause().id()).isEqualTo("drive-failing");
    assertThat(casebook.repair("move-to-solid-state").orElseThrow().cures())
        .doesNotContainKey("drive-failing");
  }

  @Test
  void ownershipHasNoWayRound() {
    assertThat(
            casebook.repairs().stream()
                .filter(r -> r.cures().containsKey("firmware-password"))
                .map(Repair::id))
        .containsExactlyInAnyOrder("clear-password-by-owner", "maker-service-with-proof");
    Assessment cloud =
        assess(EnumSet.of(Context.CLOUD_LAPTOP, Context.NOTHING), Set.of(), "how-far=locked");
    assertThat(cloud.suspects().get(0).cause().id()).isEqualTo("write-protect-or-lock");
    assertThat(offered(cloud)).doesNotContain("clear-password-by-owner");
  }

  /** Lint holds it; here it is read once over the shipped steps. */
  @Test
  void whatOpensSaysWhetherMainsAreOnAndLiveWorkIsRare() {
    assertThat(steps().filter(s -> s.effort().opensTheCase()))
        .allMatch(step -> step.effort().care().mains().isPresent());
    assertThat(steps().filter(s -> s.effort().care().live()).map(Step::id))
        .containsExactlyInAnyOrder("pins-touch", "rails-volts", "cooler-look");
    assertThat(steps().filter(s -> s.effort().care().live()))
        .as("looked at with the mains out before it is worked at live")
        .allMatch(s -> s.effort().turn().first().containsKey("smell-and-look"));
    for (String id :
        List.of("replace-drive-restore", "copy-first-then-replace", "recover-firmware")) {
      assertThat(casebook.repair(id).orElseThrow().effort().opensTheCase()).as(id).isTrue();
    }
  }

  @Test
  void theBatteryIsLookedAtBeforeAnythingIsCharged() {
    for (Context kind : List.of(Context.LAPTOP, Context.HANDHELD, Context.CLOUD_LAPTOP)) {
      Assessment dead = assess(EnumSet.of(kind, Context.NOTHING), Set.of(), "how-far=dead");
      assertThat(offered(dead))
          .contains("battery-look")
          .doesNotContain("charger-other", "charging-light", "hold-button-reset");
      assertThat(
              offered(
                  assess(
                      EnumSet.of(kind, Context.NOTHING),
                      Set.of(),
                      "how-far=dead",
                      "battery-look=flat")))
          .contains("charger-other", "charging-light");
    }
  }

  @Test
  void aDearPartIsNotBoughtBeforeAShortCheckThatWouldProveIt() {
    Assessment dead =
        assess(
            EnumSet.of(Context.TOWER, Context.POWER_EVENT),
            Set.of(),
            "how-far=dead",
            "supply-switch=on");
    assertThat(dead.oddsOf("supply-dead").value()).isLessThan(0.95);
    assertThat(offered(dead)).doesNotContain("replace-supply");
    assertThat(dead.next().orElseThrow().step().orElseThrow())
        .matches(step -> step instanceof Check || ((Repair) step).parts() == 0);
  }

  /** What waits for the stop code waits for how it fails, since that wants to be known first. */
  @Test
  void whatGoesFirstIsFollowedToTheCheckThatWaitsForNothing() {
    Set<Context> laptop = EnumSet.of(Context.LAPTOP, Context.MEMORY_CHANGED);
    assertThat(offered(assess(laptop, Set.of(), "how-far=stop")))
        .contains("how-it-fails")
        .doesNotContain("stop-code");
    assertThat(offered(assess(laptop, Set.of(), "how-far=stop", "how-it-fails=stop-screen")))
        .contains("stop-code");
  }

  /** The cure that waits for a look is not passed by one that costs five times as much. */
  @Test
  void aDeadDriveIsNotSentAwayBeforeTheSettingsWereLookedAt() {
    Assessment silent =
        assess(
            EnumSet.of(Context.TOWER, Context.OLD, Context.CPU_CHANGED),
            Set.of(),
            "how-far=no-device",
            "drives-shown=missing",
            "stick-look=none",
            "boot-list=entry-gone",
            "drive-sound=silent");
    assertThat(silent.verdict())
        .isInstanceOfSatisfying(
            Verdict.Found.class, found -> assertThat(found.cause().id()).isEqualTo("drive-dead"));
    assertThat(offered(silent).get(0)).isEqualTo("settings-look");
  }

  /** What may be lost with the drive is known before anything is written over it. */
  @Test
  void nothingIsErasedBeforeTheDriveWasAskedHowItIs() {
    Assessment cloud =
        assess(
            EnumSet.of(Context.CLOUD_LAPTOP, Context.NOTHING),
            Set.of(),
            "how-far=loader",
            "recovery-message=insert-stick");
    assertThat(offered(cloud)).contains("own-storage-test").doesNotContain("maker-recovery");
    Assessment asked =
        assess(
            EnumSet.of(Context.CLOUD_LAPTOP, Context.NOTHING),
            Set.of(),
            "how-far=loader",
            "recovery-message=insert-stick",
            "own-storage-test=fine");
    assertThat(offered(asked).get(0)).isEqualTo("maker-recovery");
  }

  @Test
  void nothingIsErasedOnAGuess() {
    Set<Context> laptop = EnumSet.of(Context.LAPTOP, Context.NOTHING);
    Repair clean = casebook.repair("reinstall-clean").orElseThrow();
    Assessment guess =
        withoutMoreLooks(
            laptop,
            "how-far=unstable",
            "how-it-fails=gone",
            "live-stick-run=quiet",
            "attributes=fine");
    assertThat(guess.chanceOf(clean)).isLessThan(1.0 / 3);
    assertThat(offered(guess)).doesNotContain("reinstall-clean");
    assertThat(guess.unavailable())
        .anyMatch(one -> one.step().equals(clean) && one.reason().contains("odds are against"));
    Assessment found =
        withoutMoreLooks(
            laptop,
            "how-far=degraded",
            "how-it-fails=program",
            "file-check=damaged",
            "offline-scan=found",
            "attributes=fine");
    assertThat(found.chanceOf(clean)).isGreaterThan(1.0 / 3);
    assertThat(offered(found)).contains("reinstall-clean");
  }

  /** Files that are damaged are repaired; a new system is for what that does not mend. */
  @Test
  void whatKeepsEverythingGoesBeforeWhatErases() {
    String[] damaged = {
      "how-far=stop",
      "how-it-fails=stop-screen",
      "file-check=damaged",
      "attributes=fine",
      "stop-code=driver",
      "stop-codes-vary=same",
      "named-module=core",
      "live-stick-run=quiet"
    };
    assertThat(offered(withoutMoreLooks(EnumSet.of(Context.TOWER, Context.NOTHING), damaged)))
        .containsSubsequence("repair-system-files", "reinstall-clean");
  }

  /** Bad modules and modules that do not suit give the same answer, and one part cures both. */
  @Test
  void aPartIsNotBoughtWhileATestWouldTellThatItIsOneOfWhatItCures() {
    Set<Context> changed = EnumSet.of(Context.LAPTOP, Context.MEMORY_CHANGED);
    String[] untested = {"how-far=unstable", "how-it-fails=stop-screen", "stop-code=memory"};
    assertThat(offered(assess(changed, Set.of(), untested)))
        .startsWith("memory-test-quick")
        .doesNotContain("replace-memory");
    String[] tested = {
      "how-far=unstable", "how-it-fails=stop-screen", "stop-code=memory", "memory-test-quick=errors"
    };
    assertThat(offered(assess(changed, Set.of(), tested))).contains("replace-memory");
  }

  @Test
  void aDriveIsNotErasedWhileAShortLookTellsWhetherItWouldHelp() {
    String[] open = {
      "how-far=stop",
      "how-it-fails=stop-screen",
      "file-check=damaged",
      "attributes=fine",
      "stop-code=driver",
      "memory-test-quick=clean",
      "not roll-back-upgrade",
      "not safe-disable-network-driver",
      "not repair-system-files"
    };
    assertThat(offered(assess(EnumSet.of(Context.TOWER, Context.SYSTEM_UPGRADED), Set.of(), open)))
        .contains("named-module")
        .doesNotContain("reinstall-clean");
  }

  /** What damaged the files once would damage the new ones. */
  @Test
  void memoryIsTestedBeforeASystemIsPutAnew() {
    String[] again = {
      "how-far=stop",
      "how-it-fails=stop-screen",
      "stop-code=driver",
      "file-check=damaged",
      "attributes=fine",
      "not roll-back-upgrade",
      "not repair-system-files"
    };
    Set<Context> laptop = EnumSet.of(Context.LAPTOP, Context.SYSTEM_UPGRADED);
    Assessment untested = assess(laptop, Set.of(), again);
    assertThat(untested.oddsOf("memory-faulty").value()).isGreaterThan(0.05);
    assertThat(offered(untested)).contains("memory-test-quick").doesNotContain("reinstall-clean");
  }

  /** It was seen to twitch; fans that were seen once to run do not make it a running machine. */
  @Test
  void oneLookDoesNotOutweighWhereItWasSeenToStop() {
    Assessment assessment =
        assess(
            EnumSet.of(Context.TOWER, Context.NOTHING),
            Set.of(),
            "how-far=twitch",
            "fans-and-lights=run",
            "board-light=cpu");
    assertThat(offered(assessment)).doesNotContain("keyboard-lights");
    assertThat(assessment.unavailable())
        .anyMatch(
            one ->
                one.step().id().equals("keyboard-lights")
                    && one.reason().equals("the machine does not stay on"));
  }

  @Test
  void anotherStickIsTriedBeforeATargetIsCleared() {
    String[] other = {
      "how-far=install-fails",
      "setup-message=not-this-disk",
      "setup-drive-list=right",
      "old-layout-look=clash",
      "attributes=fine"
    };
    Set<Context> tower = EnumSet.of(Context.TOWER, Context.DRIVE_CHANGED);
    assertThat(offered(assess(tower, Set.of(), other)))
        .contains("other-stick")
        .doesNotContain("clear-target-drive");
  }

  @Test
  void aSystemThatWasFoundWholeIsNotPutAnew() {
    String[] hidden = {
      "how-far=no-device",
      "boot-list=entry-gone",
      "drives-shown=listed",
      "one-time-boot=no-entry",
      "attributes=fine",
      "repair-tool-sees-system=bootable"
    };
    for (Context kind : List.of(Context.HANDHELD, Context.LAPTOP)) {
      assertThat(offered(assess(EnumSet.of(kind, Context.DRIVE_CHANGED), Set.of(), hidden)))
          .contains("set-boot-order")
          .doesNotContain("maker-recovery", "install-on-empty");
    }
  }

  @Test
  void aSystemThatWasClearedIsNotErased() {
    String[] cleared = {
      "how-far=unstable",
      "live-stick-run=happens",
      "file-check=whole",
      "offline-scan=clean",
      "usable-memory=all",
      "guards-look=on",
      "start-up-list=few"
    };
    Assessment assessment = assess(EnumSet.of(Context.LAPTOP, Context.NOTHING), Set.of(), cleared);
    assertThat(offered(assessment)).doesNotContain("reinstall-clean");
    assertThat(assessment.unavailable())
        .anyMatch(
            one -> one.step().id().equals("reinstall-clean") && one.reason().contains("at fault"));
  }
}
