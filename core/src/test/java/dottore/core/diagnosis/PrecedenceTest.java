package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.units.Minutes;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PrecedenceTest {
  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());
  private final Case slow =
      after(
          EnumSet.of(Context.LAPTOP),
          new Event.Reading(0, "how-far", "degraded", Event.SEEN),
          new Event.Reading(1, "what-is-wrong", "slow", Event.SEEN));
  private final Beliefs beliefs = new Beliefs(diagnosis, diagnosis.assess(slow).odds());
  private final Precedence precedence = precedence(slow);

  private final Step telling = byWhatItTells().max(Comparator.naturalOrder()).orElseThrow().step();
  private final Step mute = byWhatItTells().min(Comparator.naturalOrder()).orElseThrow().step();

  private static Case after(Set<Context> contexts, Event... events) {
    return new Case(contexts, Set.of(), Set.of(), List.of(events));
  }

  private Precedence precedence(Case about) {
    return new Precedence(
        diagnosis,
        Timeline.of(casebook, about),
        about.kind(),
        new Beliefs(diagnosis, diagnosis.assess(about).odds()),
        new boolean[casebook.checks().size()]);
  }

  private record Told(Step step, double right) implements Comparable<Told> {
    @Override
    public int compareTo(Told other) {
      return Double.compare(right, other.right);
    }
  }

  private Stream<Told> byWhatItTells() {
    return casebook.checks().stream().map(c -> new Told(c, beliefs.rightAfter(Optional.of(c))));
  }

  private static Candidate at(Step step, double toTheEnd) {
    return new Candidate(Optional.of(step), Minutes.of(3), Minutes.of(toTheEnd));
  }

  @Test
  void noStepMakesItLessLikelyThatTheFirstSuspectIsRight() {
    double now = beliefs.rightAfter(Optional.empty());
    assertThat(now).isBetween(0.05, 0.5);
    assertThat(Stream.concat(casebook.checks().stream(), casebook.repairs().stream()))
        .allSatisfy(
            step ->
                assertThat(beliefs.rightAfter(Optional.of(step)))
                    .as(step.id())
                    .isBetween(now - 1e-9, 1.0));
    assertThat(beliefs.rightAfter(Optional.of(telling))).isGreaterThan(now + 0.1);
    assertThat(beliefs.rightAfter(Optional.of(mute))).isLessThan(now + 0.01);
  }

  @Test
  void ofStepsThatComeToTheSameWhatTellsMostGoesFirst() {
    Candidate refer = new Candidate(Optional.empty(), Minutes.of(400), Minutes.of(400));
    List<Candidate> ranked = List.of(at(mute, 100), at(telling, 103), refer);
    assertThat(precedence.tellingFirst(ranked))
        .containsExactly(at(telling, 103), at(mute, 100), refer);
  }

  @Test
  void whatIsDearerInTheEndIsNotTakenForWhatItTells() {
    List<Candidate> beyond = List.of(at(mute, 100), at(telling, 106));
    assertThat(precedence.tellingFirst(beyond)).isEqualTo(beyond);
    List<Candidate> longer =
        List.of(at(mute, 100), new Candidate(Optional.of(telling), Minutes.of(6), Minutes.of(101)));
    assertThat(precedence.tellingFirst(longer)).isEqualTo(longer);
    // Half the certainty that there is to be had is worth 25 minutes, and this costs 45 more.
    List<Candidate> dear = List.of(at(mute, 1000), at(telling, 1045));
    assertThat(precedence.tellingFirst(dear)).isEqualTo(dear);
  }

  /** Who has put another processor in reads the list before taking it out again. */
  @Test
  void whatIsDeeperIsNotTakenForWhatItTells() {
    Candidate reseat = at(casebook.repair("reseat-cpu").orElseThrow(), 100);
    Candidate list = at(casebook.check("version-shown").orElseThrow(), 101);
    assertThat(precedence.tellingFirst(List.of(list, reseat))).containsExactly(list, reseat);
    Set<Context> changed = EnumSet.of(Context.TOWER, Context.CPU_CHANGED);
    Case atTheLight = after(changed, new Event.Reading(0, "how-far", "cpu", Event.SEEN));
    assertThat(diagnosis.assess(atTheLight).candidates().get(0).step())
        .hasValueSatisfying(step -> assertThat(step.effort().depth()).isEqualTo(Depth.LOOK));
  }

  /** What erases is passed by what tells something, not by what merely takes little. */
  @Test
  void whatTellsNothingIsNoGainBeforeWhatErases() {
    Step clear = casebook.repair("clear-target-drive").orElseThrow();
    assertThat(Precedence.erases(clear)).isTrue();
    List<Candidate> idle = List.of(at(clear, 100), at(mute, 101));
    assertThat(precedence.tellingFirst(idle)).isEqualTo(idle);
    assertThat(precedence.tellingFirst(List.of(at(clear, 100), at(telling, 101))))
        .startsWith(at(telling, 101));
    Case refused =
        after(
            EnumSet.of(Context.TOWER, Context.SYSTEM_REINSTALLED),
            new Event.Reading(0, "how-far", "install-fails", Event.SEEN),
            new Event.Reading(1, "setup-message", "not-this-disk", Event.SEEN));
    assertThat(first(refused)).isEqualTo("setup-drive-list");
  }

  @ParameterizedTest
  @EnumSource(names = {"MOVED", "PART_ADDED", "POWER_EVENT", "FIRMWARE_UPDATED"})
  void aDeadTowerIsWatchedBeforeItIsOpened(Context change) {
    assertThat(first(dead(change))).isIn("fans-and-lights", "supply-switch", "switch-supply-on");
  }

  /** A look of a minute goes before the cover; where the cover is off, it is off. */
  @Test
  void aLookOfAMinuteGoesBeforeOpening() {
    Step plug = casebook.repair("reseat-board-power").orElseThrow();
    Step watch = casebook.check("fans-and-lights").orElseThrow();
    Case closed = dead(Context.PART_ADDED);
    List<Candidate> within = List.of(briefly(plug, 100), briefly(watch, 110));
    assertThat(precedence(closed).inOrder(within))
        .containsExactly(briefly(watch, 110), briefly(plug, 100));
    List<Candidate> beyond = List.of(briefly(plug, 100), briefly(watch, 111));
    assertThat(precedence(closed).inOrder(beyond)).isEqualTo(beyond);
    Case open = closed.with(new Event.Tried(1, "rewire-front-plug", Event.Result.SAME));
    assertThat(precedence(open).inOrder(within)).isEqualTo(within);
  }

  @Test
  void whatMayCureItFromOutsideGoesBeforeOpening() {
    Step plug = casebook.repair("reseat-board-power").orElseThrow();
    Repair turnOn = casebook.repair("switch-supply-on").orElseThrow();
    Repair unlikely = casebook.repair("move-display-cable").orElseThrow();
    Case closed = dead(Context.MOVED);
    Assessment assessment = diagnosis.assess(closed);
    assertThat(assessment.chanceOf(turnOn)).isGreaterThan(0.1);
    assertThat(assessment.chanceOf(unlikely)).isLessThan(0.05);
    assertThat(
            precedence(closed)
                .inOrder(List.of(briefly(plug, 100), briefly(unlikely, 101), briefly(turnOn, 105))))
        .containsExactly(briefly(turnOn, 105), briefly(plug, 100), briefly(unlikely, 101));
    List<Candidate> inTurn = List.of(briefly(plug, 100), briefly(turnOn, 105));
    Case open = closed.with(new Event.Tried(1, "rewire-front-plug", Event.Result.SAME));
    assertThat(precedence(open).inOrder(inTurn)).isEqualTo(inTurn);
  }

  private static Candidate briefly(Step step, double toTheEnd) {
    return new Candidate(
        Optional.of(step), Minutes.of(ShopRules.HANDLING + 1), Minutes.of(toTheEnd));
  }

  private static Case dead(Context change) {
    return after(
        EnumSet.of(Context.TOWER, change), new Event.Reading(0, "how-far", "dead", Event.SEEN));
  }

  @Test
  void aCableIsNotReplacedBeforeAnotherOneWasTried() {
    Case dark =
        after(
            EnumSet.of(Context.TOWER, Context.NOTHING),
            new Event.Reading(0, "how-far", "dark", Event.SEEN),
            new Event.Reading(1, "keyboard-lights", "answers", Event.SEEN),
            new Event.Tried(2, "set-monitor-input", Event.Result.SAME),
            new Event.Reading(3, "display-port-used", "card", Event.SEEN));
    assertThat(diagnosis.assess(dark).candidates())
        .extracting(Candidate::id)
        .contains("other-cable")
        .doesNotContain("replace-display-cable");
    Case tried = dark.with(new Event.Reading(4, "other-cable", "picture", Event.SEEN));
    assertThat(first(tried)).isEqualTo("replace-display-cable");
  }

  private String first(Case about) {
    return diagnosis.assess(about).candidates().get(0).id();
  }

  /** What stands on the screen is read before a key is pressed; where it was read, it was read. */
  @ParameterizedTest
  @CsvSource({
    "TOWER, POWER_EVENT",
    "TOWER, DRIVE_CHANGED",
    "LAPTOP, DRIVE_CHANGED",
    "HANDHELD, NOTHING"
  })
  void theLoadersMessageIsReadFirst(Context kind, Context change) {
    Case atTheLoader =
        after(EnumSet.of(kind, change), new Event.Reading(0, "how-far", "loader", Event.SEEN));
    assertThat(diagnosis.assess(atTheLoader).candidates())
        .first()
        .extracting(Candidate::id)
        .isEqualTo("loader-message");
    Case read = atTheLoader.with(new Event.Reading(1, "loader-message", "none", Event.SEEN));
    assertThat(diagnosis.assess(read).candidates())
        .extracting(Candidate::id)
        .contains("drives-shown", "one-time-boot");
  }

  /** A look of a minute, or what the machine says itself, goes before a driver is put on anew. */
  @Test
  void thePictureIsLookedAtBeforeItsDriverIsInstalled() {
    Set<Context> laptop = EnumSet.of(Context.LAPTOP);
    Event degraded = new Event.Reading(0, "how-far", "degraded", Event.SEEN);
    Event wrong = new Event.Reading(1, "what-is-wrong", "picture", Event.SEEN);
    assertThat(diagnosis.assess(after(laptop, degraded, wrong)).next().orElseThrow().id())
        .isEqualTo("picture-look");
    Event seen = new Event.Reading(2, "picture-look", "breaks", Event.SEEN);
    assertThat(diagnosis.assess(after(laptop, degraded, wrong, seen)).next().orElseThrow().id())
        .isEqualTo("clean-graphics-driver");
  }

  @Test
  void aLoadIsPutOnOnlyAfterTheFansWereLookedAt() {
    Case gone =
        after(
            EnumSet.of(Context.TOWER),
            new Event.Reading(0, "how-far", "unstable", Event.SEEN),
            new Event.Reading(1, "how-it-fails", "gone", Event.SEEN));
    List<String> before = diagnosis.assess(gone).candidates().stream().map(Candidate::id).toList();
    assertThat(before).doesNotContain("load-temperature");
    assertThat(before.get(0)).isIn("fan-rpm", "idle-temperature");
    Case turning = gone.with(new Event.Reading(2, "fan-rpm", "turning", Event.SEEN));
    assertThat(diagnosis.assess(turning).candidates())
        .extracting(Candidate::id)
        .contains("load-temperature");
  }

  @Test
  void theStopCodeIsReadBeforeTheMemoryIsSlowedDown() {
    Case stops =
        after(
            EnumSet.of(Context.TOWER, Context.MEMORY_CHANGED),
            new Event.Reading(0, "how-far", "unstable", Event.SEEN),
            new Event.Reading(1, "how-it-fails", "stop-screen", Event.SEEN));
    assertThat(diagnosis.assess(stops).next().orElseThrow().id()).isEqualTo("stop-code");
  }
}
