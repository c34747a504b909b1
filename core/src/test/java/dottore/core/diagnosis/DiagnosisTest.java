package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Station;
import dottore.core.casebook.Touched;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class DiagnosisTest {
  private static final Diagnosis DIAGNOSIS = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  private static Case tower(Event... events) {
    return new Case(
        Set.of(Context.TOWER, Context.MEMORY_CHANGED), Set.of(), Set.of(), List.of(events));
  }

  private static Event.Reading seen(String check, String outcome) {
    return new Event.Reading(0, check, outcome, Event.SEEN);
  }

  private static Event.Tried tried(String repair, Event.Result result) {
    return new Event.Tried(0, repair, result);
  }

  @Test
  void suspectsAddUpToOne() {
    Assessment assessment = DIAGNOSIS.assess(tower(seen("how-far", "memory")));
    assertThat(assessment.suspects().stream().mapToDouble(s -> s.odds().value()).sum())
        .isCloseTo(1, org.assertj.core.data.Offset.offset(1e-9));
  }

  @Test
  void newMemoryAndTheMemoryLightAccuseTheSeat() {
    Assessment assessment = DIAGNOSIS.assess(tower(seen("how-far", "memory")));
    assertThat(assessment.suspects().get(0).cause().id()).isEqualTo("memory-unseated");
    assertThat(assessment.suspects().get(0).reason()).contains("stays at the memory light");
    assertThat(assessment.suspects().get(0).evidence())
        .anySatisfy(argument -> assertThat(argument.brief()).contains("memory was changed"));
    assertThat(assessment.bootLine().stopsAt()).contains(Station.MEMORY);
  }

  @Test
  void clearsNothingBeyondTheStop() {
    BootLine line = DIAGNOSIS.assess(tower(seen("how-far", "memory"))).bootLine();
    assertThat(line.stations().get(Station.SUPPLY).cleared()).isTrue();
    assertThat(line.stations())
        .allSatisfy(
            (station, mark) ->
                assertThat(mark.cleared() && station.compareTo(Station.MEMORY) > 0).isFalse());
  }

  @Test
  void saysWhatEachAnswerWouldDo() {
    Assessment assessment = DIAGNOSIS.assess(tower(seen("how-far", "memory")));
    StepView view = assessment.look("single-module-start").orElseThrow();
    assertThat(view.branches()).hasSize(3);
    assertThat(view.branches().stream().mapToDouble(b -> b.odds().value()).sum())
        .isCloseTo(1, org.assertj.core.data.Offset.offset(1e-9));
    assertThat(view.why()).contains("Module not fully seated").contains("min");
  }

  /** What goes first for what it tells is not praised with minutes that it does not save. */
  @Test
  void saysOfTheNextBestRoadHowItComparesAndNoMore() {
    Set<String> said = new TreeSet<>();
    for (Context changed : List.of(Context.PART_ADDED, Context.NEW_BUILD, Context.DRIVE_CHANGED)) {
      for (Stage stage : Stage.values()) {
        Event.Reading told = new Event.Reading(1, Check.HOW_FAR, stage.id(), Event.TOLD);
        Assessment assessment =
            DIAGNOSIS.assess(
                new Case(EnumSet.of(Context.TOWER, changed), Set.of(), Set.of(), List.of(told)));
        Candidate first = assessment.candidates().get(0);
        Candidate next = assessment.candidates().get(1);
        double ratio = next.toTheEnd().value() / first.toTheEnd().value();
        String compared =
            ratio >= 1 ? "takes " : ratio >= 1 / 1.05 ? "comes to about the same, " : "would take ";
        assertThat(assessment.look(first.id()).orElseThrow().why())
            .contains("; the next best road " + compared + next.toTheEnd().text());
        said.add(compared);
      }
    }
    assertThat(said).hasSize(3);
  }

  private static List<String> owedAfter(Set<Touched> touched) {
    Assessment assessment =
        DIAGNOSIS.assess(
            tower(
                seen("how-far", "memory"),
                tried("reseat-memory", Event.Result.WORKS),
                seen("how-far", "works"),
                new Event.Changed(0, touched)));
    return ((Verdict.Works) assessment.verdict()).owed();
  }

  @Test
  void whatGoesBackMakesTheProofOldUnlessItTouchesNothing() {
    assertThat(owedAfter(Set.of())).isEmpty();
    assertThat(owedAfter(Set.of(Touched.MEMORY_SEATING))).containsExactly("how-far");
    assertThat(owedAfter(Set.of(Touched.CABLES))).containsExactly("how-far");
  }

  @Test
  void aChangeBesideTheStepsMakesReadingsStaleAndAsksForNothingAgain() {
    Event[] before = {seen("how-far", "memory"), seen("single-module-start", "starts")};
    assertThat(DIAGNOSIS.assess(tower(before)).candidates())
        .extracting(Candidate::id)
        .doesNotContain("single-module-start");
    Assessment changed =
        DIAGNOSIS.assess(
            tower(before[0], before[1], new Event.Changed(0, Set.of(Touched.MEMORY_SEATING))));
    assertThat(changed.suspects().get(0).evidence()).anyMatch(Suspect.Argument::stale);
    assertThat(changed.candidates())
        .extracting(Candidate::id)
        .doesNotContain("single-module-start");
  }

  @Test
  void offersNothingThatTheMachineDoesNotReach() {
    Assessment assessment = DIAGNOSIS.assess(tower(seen("how-far", "dead")));
    assertThat(assessment.candidates()).extracting(Candidate::id).doesNotContain("clock-right");
    assertThat(assessment.unavailable())
        .anySatisfy(
            gone -> {
              assertThat(gone.step().id()).isEqualTo("clock-right");
              assertThat(gone.reason()).isNotBlank();
            });
  }

  @Test
  void namesTheSpareThatIsMissing() {
    Case about =
        new Case(
            Set.of(Context.TOWER),
            Set.of(),
            Set.of(Need.SPARE_SUPPLY),
            List.of(seen("how-far", "dead")));
    assertThat(DIAGNOSIS.assess(about).unavailable())
        .contains(
            new Unavailable(
                DIAGNOSIS.casebook().step("spare-supply").orElseThrow(),
                Need.SPARE_SUPPLY.missing()));
  }

  @Test
  void liquidStopsTheNormalRoadUntilItIsLifted() {
    Case wet = new Case(Set.of(Context.LAPTOP), Set.of(Mark.LIQUID), Set.of(), List.of());
    assertThat(DIAGNOSIS.assess(wet).verdict()).isInstanceOf(Verdict.Stopped.class);
    assertThat(DIAGNOSIS.assess(wet).candidates()).isEmpty();
    Case lifted = wet.with(new Event.Lifted(1, Mark.LIQUID, "dried and cleaned"));
    assertThat(DIAGNOSIS.assess(lifted).candidates()).isNotEmpty();
  }

  @Test
  void anAnswerCanUncoverADanger() {
    Assessment assessment =
        DIAGNOSIS.assess(tower(seen("how-far", "dead"), seen("smell-and-look", "wet")));
    assertThat(assessment.stops()).containsExactly(Mark.LIQUID);
  }

  @Test
  void aCorrectedAnswerCountsOnlyOnce() {
    double once =
        DIAGNOSIS
            .assess(tower(seen("how-far", "memory"), seen("module-clips-look", "open")))
            .oddsOf("memory-unseated")
            .value();
    double twice =
        DIAGNOSIS
            .assess(
                tower(
                    seen("how-far", "memory"),
                    seen("module-clips-look", "open"),
                    seen("module-clips-look", "open")))
            .oddsOf("memory-unseated")
            .value();
    assertThat(twice).isEqualTo(once);
  }

  @Test
  void aReadingGoesStaleStillCountsAndIsNotAskedAgain() {
    Case about =
        tower(
            seen("how-far", "memory"),
            seen("module-clips-look", "closed"),
            tried("move-memory-slots", Event.Result.SAME));
    Assessment assessment = DIAGNOSIS.assess(about);
    assertThat(assessment.readings())
        .extracting(Event.Reading::check)
        .contains("module-clips-look");
    Suspect seat =
        assessment.suspects().stream()
            .filter(s -> s.cause().id().equals("memory-unseated"))
            .findFirst()
            .orElseThrow();
    assertThat(seat.evidence()).anyMatch(Suspect.Argument::stale);
    assertThat(assessment.candidates())
        .extracting(Candidate::id)
        .doesNotContain("module-clips-look");
  }

  @Test
  void aFailedCureIsEvidenceAndIsNotOfferedAgain() {
    Case before = tower(seen("how-far", "memory"));
    Case after = before.with(tried("reseat-memory", Event.Result.SAME));
    assertThat(DIAGNOSIS.assess(after).oddsOf("memory-unseated").value())
        .isLessThan(DIAGNOSIS.assess(before).oddsOf("memory-unseated").value() / 3);
    assertThat(DIAGNOSIS.assess(after).candidates())
        .extracting(Candidate::id)
        .doesNotContain("reseat-memory");
  }

  @Test
  void worksIsConfirmedOnlyByTheRecheck() {
    Case about = tower(seen("how-far", "memory"), tried("reseat-memory", Event.Result.WORKS));
    Verdict.Works owed = (Verdict.Works) DIAGNOSIS.assess(about).verdict();
    assertThat(owed.cause().id()).isEqualTo("memory-unseated");
    assertThat(owed.owed()).containsExactly("how-far");
    Verdict.Works confirmed =
        (Verdict.Works) DIAGNOSIS.assess(about.with(seen("how-far", "works"))).verdict();
    assertThat(confirmed.confirmed()).isTrue();
  }

  @Test
  void theFailedObservationCanNotBeSetAside() {
    Case about =
        tower(seen("how-far", "memory"), tried("reseat-memory", Event.Result.WORKS))
            .with(new Event.SetAside(3, "how-far", "no time"));
    assertThat(((Verdict.Works) DIAGNOSIS.assess(about).verdict()).owed())
        .containsExactly("how-far");
  }

  @Test
  void aCureThatDidNotLastCountsAsFailed() {
    Case about =
        tower(
            seen("how-far", "memory"),
            tried("reseat-memory", Event.Result.WORKS),
            seen("how-far", "memory"));
    Assessment assessment = DIAGNOSIS.assess(about);
    assertThat(assessment.verdict()).isNotInstanceOf(Verdict.Works.class);
    assertThat(assessment.round()).isEqualTo(1);
    assertThat(assessment.candidates()).extracting(Candidate::id).doesNotContain("reseat-memory");
  }

  @Test
  void twoFaultsTakeTwoRounds() {
    Case about =
        tower(
            seen("how-far", "memory"),
            seen("display-port-used", "card"),
            tried("reseat-memory", Event.Result.ELSEWHERE),
            seen("how-far", "no-device"));
    Assessment second = DIAGNOSIS.assess(about);
    assertThat(second.round()).isEqualTo(2);
    assertThat(second.retired()).extracting(Event.Reading::outcome).contains("memory");
    assertThat(second.readings())
        .extracting(Event.Reading::check)
        .containsExactly("display-port-used", "how-far");
    assertThat(second.oddsOf("memory-unseated").value()).isLessThan(0.01);
    Case done =
        about
            .with(tried("set-boot-order", Event.Result.WORKS))
            .with(seen("how-far", "works"))
            .with(seen("boot-list", "system-first"))
            .with(seen("clock-right", "right"));
    Assessment end = DIAGNOSIS.assess(done);
    assertThat(end.curedCauses())
        .extracting(c -> c.id())
        .containsExactly("memory-unseated", "boot-order");
    assertThat(((Verdict.Works) end.verdict()).confirmed()).isTrue();
  }

  @Test
  void isTheSameEveryTime() {
    Case about = tower(seen("how-far", "dark"));
    assertThat(DIAGNOSIS.assess(about).candidates())
        .isEqualTo(DIAGNOSIS.assess(about).candidates());
  }

  @Test
  void closesInOnTheCauseWithinAFewAnswers() {
    Case about =
        tower(
            seen("how-far", "memory"),
            seen("module-clips-look", "open"),
            seen("single-module-start", "starts"));
    assertThat(DIAGNOSIS.assess(about).verdict()).isInstanceOf(Verdict.Found.class);
  }

  @Test
  void aStepUnderACoverIsPricedByTheKindOfMachine() {
    List<Double> own =
        Stream.of(Set.<Context>of(), Set.of(Context.LAPTOP), Set.of(Context.ALL_IN_ONE))
            .map(kind -> new Case(kind, Set.of(), Set.of(), List.of(seen("how-far", "memory"))))
            .flatMap(about -> DIAGNOSIS.assess(about).candidates().stream())
            .filter(candidate -> candidate.id().equals("reseat-memory"))
            .map(candidate -> candidate.own().value())
            .toList();
    assertThat(own.get(1)).isEqualTo(own.get(0) + 4);
    assertThat(own.get(2)).isEqualTo(own.get(0) + 11);
  }

  /** Nobody shuts a case between two steps; once it works it is shut. */
  @Test
  void whatGoesInsideCostsLessWhileTheCaseIsOpen() {
    Set<Context> laptop = Set.of(Context.LAPTOP);
    Case shut = new Case(laptop, Set.of(), Set.of(), List.of(seen("how-far", "dark")));
    Case open = shut.with(new Event.Tried(1, "reseat-memory", Event.Result.SAME));
    assertThat(DIAGNOSIS.assess(shut).caseOpen()).isFalse();
    assertThat(DIAGNOSIS.assess(open).caseOpen()).isTrue();
    // 10 minutes of hands, half of them the cover, and 2 of reluctance to open anything
    assertThat(own(open, "spare-module-start")).isEqualTo(own(shut, "spare-module-start") - 7);
    assertThat(own(open, "drive-sound")).isEqualTo(own(shut, "drive-sound"));
    Case told = shut.with(new Event.Reading(1, "outside-inspection", "tidy", 0.5));
    assertThat(DIAGNOSIS.assess(told).caseOpen()).isFalse();
    Case back =
        open.with(new Event.Tried(2, "replace-memory", Event.Result.WORKS))
            .with(new Event.Reading(3, "how-far", "dark", Event.SEEN));
    assertThat(DIAGNOSIS.assess(back).caseOpen()).isFalse();
  }

  private static double own(Case about, String step) {
    return DIAGNOSIS.assess(about).look(step).orElseThrow().candidate().own().value();
  }

  @Test
  void asksTheCustomerForWhatTheLikeliestCureWaitsFor() {
    Set<Need> unasked = Set.of(Need.ERASE_CONSENT);
    Case empty =
        new Case(
            Set.of(Context.TOWER),
            Set.of(),
            unasked,
            List.of(
                seen("how-far", "no-device"),
                seen("drives-shown", "listed"),
                seen("repair-tool-sees-system", "empty")));
    Permission permission = DIAGNOSIS.assess(empty).permission().orElseThrow();
    assertThat(permission.need()).isEqualTo(Need.ERASE_CONSENT);
    assertThat(permission.opens().id()).isEqualTo("install-on-empty");
    assertThat(permission.cures().value()).isGreaterThan(0.5);
    Case agreed = new Case(empty.contexts(), Set.of(), Set.of(), empty.events());
    assertThat(DIAGNOSIS.assess(agreed).permission()).isEmpty();
    Case early =
        new Case(Set.of(Context.TOWER), Set.of(), unasked, List.of(seen("how-far", "dead")));
    assertThat(DIAGNOSIS.assess(early).permission()).isEmpty();
  }

  /** What the bench can still do stands beside a call only where it is no guess. */
  @Test
  void nothingElseIsDoneWhereOnlyTheCustomersWordIsMissing() {
    Case found =
        new Case(
            Set.of(Context.TOWER, Context.DRIVE_CHANGED),
            Set.of(),
            Set.of(Need.ERASE_CONSENT, Need.DATA_SAFE),
            List.of(
                seen("how-far", "degraded"),
                seen("what-is-wrong", "drive"),
                seen("disk-list", "no-scheme")));
    Permission call = DIAGNOSIS.assess(found).permission().orElseThrow();
    assertThat(call.opens().id()).isEqualTo("initialize-drive");
    assertThat(call.alone()).isTrue();
    Case narrow =
        new Case(
            Set.of(Context.TOWER, Context.OLD),
            Set.of(),
            found.missing(),
            List.of(
                seen("how-far", "degraded"),
                seen("what-is-wrong", "memory"),
                seen("usable-memory", "narrow")));
    Assessment certain = DIAGNOSIS.assess(narrow);
    assertThat(certain.next().flatMap(Candidate::step)).get().isInstanceOf(Check.class);
    assertThat(certain.permission().orElseThrow().alone())
        .as("where the cause is found no check says more")
        .isTrue();
    Case before =
        new Case(found.contexts(), Set.of(), found.missing(), found.events().subList(0, 2));
    assertThat(DIAGNOSIS.assess(before).permission().orElseThrow().alone())
        .as("while the disk list can be read")
        .isFalse();
  }

  /** At the graphics light no monitor was ever asked for its input. */
  @Test
  void whatHardlyEverCuresIsNoRoad() {
    Assessment atTheLight =
        DIAGNOSIS.assess(
            new Case(
                Set.of(Context.TOWER, Context.OLD),
                Set.of(),
                Set.of(),
                List.of(seen("how-far", "graphics"))));
    assertThat(atTheLight.candidates()).extracting(Candidate::id).contains("set-monitor-input");
    assertThat(atTheLight.roads().get(0)).isEqualTo(atTheLight.next().orElseThrow());
    assertThat(atTheLight.roads())
        .extracting(Candidate::id)
        .contains("reseat-graphics", "plug-graphics-power", Candidate.REFER)
        .doesNotContain("set-monitor-input", "move-display-cable", "reseat-memory");
  }

  /** Nobody is called about his data while another driver is likelier to do. */
  @Test
  void nobodyIsCalledWhileWhatIsAtHandIsLikelierToCureIt() {
    List<Event> crashes =
        List.of(
            seen("how-far", "unstable"),
            seen("how-it-fails", "stop-screen"),
            seen("stop-code", "driver"),
            seen("driver-date", "network-old"),
            seen("attributes", "fine"),
            seen("live-stick-run", "quiet"));
    Case unasked =
        new Case(
            Set.of(Context.TOWER, Context.SYSTEM_UPGRADED),
            Set.of(),
            Set.of(Need.ERASE_CONSENT),
            crashes);
    Assessment now = DIAGNOSIS.assess(unasked);
    Repair driver = DIAGNOSIS.casebook().repair("newer-network-driver").orElseThrow();
    Repair anew = DIAGNOSIS.casebook().repair("reinstall-clean").orElseThrow();
    assertThat(now.chanceOf(anew)).isBetween(0.25, now.chanceOf(driver));
    assertThat(now.permission()).isEmpty();
    assertThat(
            DIAGNOSIS
                .assess(unasked.with(new Event.Tried(9, driver.id(), Event.Result.SAME)))
                .permission())
        .hasValueSatisfying(asked -> assertThat(asked.opens()).isEqualTo(anew));
  }

  /** Nobody gives a machine up because the customer was not called yet. */
  @Test
  void aCureThatWaitsForTheCustomerIsPlannedWithAndNotOffered() {
    List<Event> broken =
        List.of(
            seen("how-far", "loader"),
            seen("loader-message", "boot-data"),
            seen("repair-tool-sees-system", "boot-broken"),
            seen("attributes", "fine"));
    Set<Context> tower = Set.of(Context.TOWER);
    Assessment saved = DIAGNOSIS.assess(new Case(tower, Set.of(), Set.of(), broken));
    Assessment unsaved =
        DIAGNOSIS.assess(new Case(tower, Set.of(), Set.of(Need.DATA_SAFE), broken));
    assertThat(saved.next().orElseThrow().id()).isEqualTo("rebuild-boot-data");
    assertThat(unsaved.candidates()).noneMatch(c -> c.id().equals("rebuild-boot-data"));
    assertThat(unsaved.next().orElseThrow().toTheEnd().value())
        .isBetween(
            saved.next().orElseThrow().toTheEnd().value(),
            saved.next().orElseThrow().toTheEnd().value() + 45);
    assertThat(unsaved.permission().orElseThrow().opens().id()).isEqualTo("rebuild-boot-data");
    Set<Need> nothing = Set.of(Need.DATA_SAFE, Need.ERASE_CONSENT);
    Assessment unasked = DIAGNOSIS.assess(new Case(tower, Set.of(), nothing, broken));
    assertThat(unasked.permission().orElseThrow().opens().id())
        .as("what keeps everything, not what erases")
        .isEqualTo("rebuild-boot-data");
  }

  /** What a step takes itself is what it takes; only what follows it is uncertain. */
  @Test
  void whatIsSaidIsNeverLessThanTheStepItself() {
    for (String stage : List.of("dead", "memory", "no-device", "unstable", "degraded")) {
      Assessment assessment = DIAGNOSIS.assess(tower(seen("how-far", stage)));
      assertThat(assessment.candidates())
          .isNotEmpty()
          .allMatch(c -> c.toTheEnd().value() >= c.own().value());
      assertThat(assessment.candidates())
          .filteredOn(c -> c.id().equals(Candidate.REFER))
          .allMatch(c -> c.toTheEnd().equals(c.own()));
    }
  }

  @Test
  void uncertaintyIsCountedOverCausesAndNotOverTheirStages() {
    double[] odds = new double[DIAGNOSIS.hypotheses().size()];
    int first = DIAGNOSIS.hypotheses().get(0).of();
    int other = 0;
    while (DIAGNOSIS.hypotheses().get(other).of() == first) {
      other++;
    }
    odds[0] = 1;
    assertThat(new Beliefs(DIAGNOSIS, odds).bits()).isZero();
    odds[0] = 0.5;
    odds[other] = 0.5;
    assertThat(new Beliefs(DIAGNOSIS, odds).bits()).isEqualTo(1);
  }

  @Test
  void whatWasReadOnItsScreenShowsHowFarItGets() {
    Case read = tower(seen("repair-tool-sees-system", "empty"));
    Assessment assessment = DIAGNOSIS.assess(read);
    assertThat(before(assessment, Stage.Reach.FIRMWARE)).isLessThan(0.1);
    assertThat(before(DIAGNOSIS.assess(tower()), Stage.Reach.FIRMWARE)).isGreaterThan(0.3);
    Case seenDead = read.with(seen("how-far", "dead"));
    assertThat(before(DIAGNOSIS.assess(seenDead), Stage.Reach.FIRMWARE)).isGreaterThan(0.9);
  }

  private static double before(Assessment assessment, Stage.Reach reach) {
    double[] odds = assessment.odds();
    double sum = 0;
    for (int h = 0; h < odds.length; h++) {
      if (DIAGNOSIS.hypotheses().get(h).stage().reach().compareTo(reach) < 0) {
        sum += odds[h];
      }
    }
    return sum;
  }
}
