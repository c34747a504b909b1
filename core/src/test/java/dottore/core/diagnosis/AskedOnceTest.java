package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What one answer says of another. */
class AskedOnceTest {
  private static final int WALKS = 60;
  private static final int STEPS = 12;

  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  private List<String> offered(Set<Context> contexts, Event... events) {
    return diagnosis
        .assess(new Case(contexts, Set.of(), Set.of(), List.of(events)))
        .candidates()
        .stream()
        .map(Candidate::id)
        .toList();
  }

  private static Event seen(String check, String outcome) {
    return new Event.Reading(1, check, outcome, Event.SEEN);
  }

  private static Event failed(String repair) {
    return new Event.Tried(1, repair, Event.Result.SAME);
  }

  @ParameterizedTest
  @EnumSource(Stage.class)
  void whatTheCounterWroteDownIsNotAskedAgain(Stage stage) {
    List<String> steps =
        offered(
            EnumSet.of(Context.TOWER, Context.NOTHING),
            new Event.Reading(1, Check.HOW_FAR, stage.id(), Event.TOLD));
    if (stage == Stage.DEAD) {
      // Dead at home may be the socket at home: it is seen once in the shop.
      assertThat(steps.get(0)).isEqualTo(Check.HOW_FAR);
    } else {
      assertThat(steps).doesNotContain(Check.HOW_FAR, "fans-and-lights");
    }
    if (stage.lit()) {
      assertThat(steps).doesNotContain("board-light");
    }
  }

  @Test
  void aFailedCureAnswersItsTwin() {
    Set<Context> tower = EnumSet.of(Context.TOWER, Context.NOTHING);
    assertThat(offered(tower, seen("how-far", "dark"), failed("set-monitor-input")))
        .doesNotContain("monitor-input-set");
    assertThat(offered(tower, seen("how-far", "dark"), seen("monitor-input-set", "none")))
        .doesNotContain("set-monitor-input");
    assertThat(offered(tower, seen("how-far", "no-device"), failed("take-stick-out")))
        .doesNotContain("stick-look");
    assertThat(offered(tower, seen("how-far", "boot"), failed("plug-keyboard")))
        .doesNotContain("minimal-kit");
  }

  @Test
  void stepsHaveAnUpperReach() {
    assertThat(offered(EnumSet.of(Context.TOWER, Context.OLD), seen("how-far", "locked")))
        .doesNotContain(
            "set-monitor-input", "move-display-cable", "display-port-used", "keyboard-lights");
    assertThat(offered(EnumSet.of(Context.TOWER, Context.MOVED), seen("how-far", "memory")))
        .doesNotContain("switch-supply-on", "supply-switch", "other-socket", "wall-lamp");
  }

  /** Everything else failed: still nobody looks for the picture that was seen. */
  @Test
  void whatWasSeenToRunIsNotDoubtedInTheEnd() {
    List<Event> events = new ArrayList<>(List.of(seen("how-far", "unstable")));
    for (String repair :
        List.of("trim-start", "reinstall-clean", "other-firmware-version", "explain-use")) {
      events.add(failed(repair));
    }
    for (String check : List.of("event-list", "device-marks", "file-check", "dust-look")) {
      events.add(seen(check, casebook.check(check).orElseThrow().outcomes().get(0).id()));
    }
    assertThat(offered(EnumSet.of(Context.TOWER, Context.OLD), events.toArray(Event[]::new)))
        .isNotEmpty()
        .doesNotContain("set-monitor-input", "move-display-cable", "keyboard-lights");
  }

  @Test
  void howOftenComesBeforeATrialThatWaits() {
    Set<Context> tower = EnumSet.of(Context.TOWER, Context.DRIVER_UPDATED);
    Event[] drops = {seen("how-far", "unstable"), seen("how-it-fails", "device")};
    assertThat(offered(tower, drops))
        .contains("how-often")
        .doesNotContain("network-out", "usb-out", "wireless-off");
    assertThat(offered(tower, drops[0], drops[1], seen("how-often", "hours")))
        .contains("network-out", "usb-out")
        .doesNotContain("how-often");
    assertThat(offered(tower, drops[0], drops[1], seen("how-often", "days")))
        .doesNotContain("network-out", "usb-out", "wireless-off", "clean-start");
  }

  @ParameterizedTest
  @CsvSource({
    "usb-out, minutes, 30 min",
    "usb-out, hours, 9 h",
    "profile-off-run, hours, 9 h",
    "load-temperature, hours, 10 min"
  })
  void aTrialWaitsThreeTimesAsLongAsItTookToCome(String step, String often, String waits) {
    Assessment assessment =
        diagnosis.assess(
            new Case(
                EnumSet.of(Context.TOWER),
                Set.of(),
                Set.of(),
                List.of(seen("how-far", "unstable"), seen("how-often", often))));
    assertThat(assessment.waiting(casebook.check(step).orElseThrow()).lasting()).isEqualTo(waits);
  }

  @Test
  void aCircumstanceThatSaysItAlreadyIsNotAskedFor() {
    assertThat(offered(EnumSet.of(Context.TOWER, Context.SYSTEM_UPGRADED), seen("how-far", "stop")))
        .doesNotContain("added-last", "history-of-upgrades");
    assertThat(
            offered(
                EnumSet.of(Context.LAPTOP, Context.SPINNING_DRIVE), seen("how-far", "degraded")))
        .doesNotContain("drive-type-look");
    assertThat(offered(EnumSet.of(Context.TOWER, Context.DUSTY), seen("how-far", "unstable")))
        .doesNotContain("dust-look");
  }

  @Test
  void aFrozenPictureHasOneName() {
    assertThat(
            offered(
                EnumSet.of(Context.TOWER, Context.NOTHING),
                seen("how-far", "unstable"),
                seen("how-it-fails", "stop-screen")))
        .contains("stop-code");
    assertThat(
            offered(EnumSet.of(Context.TOWER, Context.NOTHING), seen("how-far", "unstable")).get(0))
        .isEqualTo("how-it-fails");
  }

  /** A picture that stays shows no code, and none is looked for. */
  @Test
  void aStopCodeIsReadWhereThereIsAStopScreen() {
    Set<Context> tower = EnumSet.of(Context.TOWER, Context.NOTHING);
    for (String look : List.of("gone", "frozen", "program", "picture", "device")) {
      assertThat(offered(tower, seen("how-far", "unstable"), seen("how-it-fails", look)))
          .as(look)
          .doesNotContain("stop-code", "named-module");
    }
  }

  @Test
  void theShortHealthCheckIsOneRoundAndNotTwo() {
    Set<Context> laptop = EnumSet.of(Context.LAPTOP, Context.NOTHING);
    Event[] slow = {seen("how-far", "degraded"), seen("what-is-wrong", "slow")};
    assertThat(offered(laptop, slow)).contains("health-check", "attributes", "start-time");
    assertThat(offered(laptop, slow[0], slow[1], seen("health-check", "clean")))
        .contains("dust-look")
        .doesNotContain("attributes", "free-space", "device-marks", "start-time");
    assertThat(offered(laptop, slow[0], slow[1], seen("attributes", "fine")))
        .doesNotContain("health-check");
  }

  @Test
  void nobodyIsToldThatAllIsWellBeforeSomethingReadWell() {
    Set<Context> laptop = EnumSet.of(Context.LAPTOP, Context.NOTHING);
    Event[] none = {seen("how-far", "degraded"), seen("what-is-wrong", "none")};
    assertThat(offered(laptop, none)).doesNotContain("explain-use");
    assertThat(offered(laptop, none[0], none[1], seen("health-check", "clean")))
        .contains("explain-use");
  }

  @Test
  void anEarAndAnEyeAreOneLookWhereALaptopShowsNoPicture() {
    assertThat(
            offered(
                EnumSet.of(Context.LAPTOP, Context.NOTHING),
                seen("how-far", "dark"),
                seen("blink-code", "no-pattern")))
        .doesNotContain("beep-pattern");
  }

  /**
   * What a row leaves unnamed is shared as the stage has it, so that it accuses and clears none.
   */
  @Test
  void anUnnamedAnswerIsSharedByTheStagesOwnRow() {
    Check howItFails = casebook.check("how-it-fails").orElseThrow();
    double[] row = howItFails.likelihoods().row("supply-weak", Stage.UNSTABLE);
    double[] stage = howItFails.likelihoods().row("nobody", Stage.UNSTABLE);
    int program = howItFails.indexOf("program");
    int device = howItFails.indexOf("device");
    assertThat(row[program] / row[device])
        .isCloseTo(stage[program] / stage[device], Offset.offset(1e-9));
  }

  /** Over many machines led to their end. */
  @Test
  void nothingAnsweredIsProposedAgainAndNothingImpossible() {
    for (int i = 0; i < WALKS; i++) {
      SampledMachine machine = new SampledMachine(diagnosis, 31_000 + i);
      Case about =
          machine.arrived().with(machine.answer(casebook.check("how-far").orElseThrow(), 0));
      List<String> done = new ArrayList<>(List.of("how-far"));
      for (int step = 1; step <= STEPS; step++) {
        Assessment assessment = diagnosis.assess(about);
        if (!assessment.stops().isEmpty() || assessment.next().isEmpty()) {
          break;
        }
        Candidate next = assessment.next().orElseThrow();
        if (next.step().isEmpty()) {
          break;
        }
        assertThat(done).as("machine %d", i).doesNotContain(next.id());
        assertThat(next.step().orElseThrow().effort().kinds()).contains(about.kind());
        done.add(next.id());
        about =
            next.step().orElseThrow() instanceof Check check
                ? about.with(machine.answer(check, step))
                : about.with(new Event.Tried(step, next.id(), Event.Result.SAME));
      }
    }
  }
}
