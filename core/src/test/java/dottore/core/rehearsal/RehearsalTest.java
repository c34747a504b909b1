package dottore.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.bridge.Names;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Station;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.ShopRules;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import dottore.core.practice.Start;
import dottore.core.rehearsal.Move.Kind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class RehearsalTest {
  private static final Casebook BOOK = Casebook.shipped();
  private static final Diagnosis DIAGNOSIS = new Diagnosis(BOOK, ShopRules.usual());
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 27);

  private static Rehearsal on(Fault fault, MachineKind kind) {
    return Rehearsal.of(
        Scenario.among(0, fault.ordinary() >= 4 ? 1 : 2, EnumSet.of(fault), Set.of(kind)));
  }

  private static Rehearsal after(Rehearsal rehearsal, Move... moves) {
    Rehearsal now = rehearsal;
    for (Move move : moves) {
      now = now.after(move, BOOK);
    }
    return now;
  }

  private static Step step(String id) {
    return BOOK.step(id).orElseThrow();
  }

  @Test
  void aSwitchThatIsOffIsFoundAndSetAndTheCauseNamed() {
    Rehearsal end =
        after(
            on(Fault.SWITCHED_OFF, MachineKind.TOWER),
            Move.of(Kind.POWER),
            Move.step("supply-switch"),
            Move.step("switch-supply-on"),
            Move.close("supply-switch-off"));
    assertThat(end.done().get(0).seen()).contains("Nothing moves");
    assertThat(end.done().get(2).seen()).isEqualTo("Works now.");
    assertThat(end.solved()).isTrue();
    assertThat(end.mishaps()).isEmpty();
    assertThatThrownBy(() -> after(end, Move.of(Kind.POWER))).hasMessageContaining("closed");
  }

  @Test
  void theWrongNameIsNotSolvedAndUnrepairedIsNotEither() {
    Rehearsal start = on(Fault.SWITCHED_OFF, MachineKind.TOWER);
    assertThat(after(start, Move.close("supply-switch-off")).solved()).isFalse();
    Rehearsal mended = after(start, Move.step("switch-supply-on"));
    assertThat(after(mended, Move.close("supply-dead")).solved()).isFalse();
    assertThatThrownBy(() -> after(start, Move.close("no-such-cause")))
        .hasMessageContaining("no such cause");
  }

  @Test
  void handsInsideWantTheCoverOffAndTheMainsOut() {
    Rehearsal start = on(Fault.MODULE_LOOSE, MachineKind.TOWER);
    assertThat(start.obstacle(step("reseat-memory"))).contains("the cover is on");
    assertThatThrownBy(() -> after(start, Move.step("reseat-memory")))
        .hasMessageContaining("cover");
    Rehearsal careless = after(start, Move.of(Kind.COVER), Move.step("reseat-memory"));
    assertThat(careless.mishaps())
        .containsExactly(Mishap.OPENED_UNDER_MAINS, Mishap.HANDS_INSIDE_UNDER_MAINS);
    Rehearsal careful =
        after(start, Move.of(Kind.MAINS), Move.of(Kind.COVER), Move.step("reseat-memory"));
    assertThat(careful.mishaps()).isEmpty();
    assertThat(careful.sound()).isTrue();
    assertThat(careful.obstacle(step("memory-test-quick"))).contains("the mains are out");
  }

  @Test
  void powerThatGoesWhileTheFirmwareIsWrittenLeavesADeadBoard() {
    Rehearsal start = on(Fault.FIRMWARE_BUG, MachineKind.TOWER);
    Rehearsal open = after(start, Move.of(Kind.MAINS), Move.of(Kind.COVER));
    Rehearsal writing = after(open, Move.step("recover-firmware"));
    assertThat(writing.writing()).isPresent();
    assertThat(writing.obstacle(step("board-light")))
        .contains("the firmware is being written: wait");
    Rehearsal cut = after(writing, Move.of(Kind.MAINS));
    assertThat(cut.mishaps()).containsExactly(Mishap.CUT_WHILE_WRITING);
    assertThat(after(cut, Move.of(Kind.POWER)).running().orElseThrow().halt())
        .isEqualTo(Start.Halt.NO_LIFE);
    Rehearsal patient = after(writing, Move.of(Kind.WAIT));
    assertThat(patient.writing()).isEmpty();
    assertThat(patient.sound()).isTrue();
  }

  @Test
  void whatTheOwnerWantsIsCopiedBeforeTheDriveIsErased() {
    Rehearsal start = on(Fault.MALWARE, MachineKind.LAPTOP);
    Rehearsal lost = after(start, Move.step("reinstall-clean"));
    assertThat(lost.over()).isTrue();
    assertThat(lost.mishaps()).containsExactly(Mishap.DATA_LOST);
    Rehearsal kept = after(start, Move.of(Kind.COPY), Move.step("reinstall-clean"));
    assertThat(kept.over()).isFalse();
    assertThat(kept.sound()).isTrue();
  }

  @Test
  void theSameMovesLeadToTheSamePlace() {
    SplittableRandom random = new SplittableRandom(3);
    List<String> steps = new ArrayList<>(BOOK.checks().stream().map(c -> c.id()).toList());
    for (int seed = 0; seed < 40; seed++) {
      Rehearsal now = Rehearsal.of(Scenario.of(seed, 2));
      List<Move> moves = new ArrayList<>();
      for (int i = 0; i < 12; i++) {
        Move move = Move.step(steps.get(random.nextInt(steps.size())));
        if (now.obstacle(step(move.of())).isEmpty()) {
          now = now.after(move, BOOK);
          moves.add(move);
        }
      }
      assertThat(Rehearsal.replay(now.scenario(), BOOK, moves)).isEqualTo(now);
    }
  }

  @Test
  void theGuideIsCarefulAndMostlySolvesIt() {
    int solved = 0;
    int cases = 40;
    for (int seed = 100; seed < 100 + cases; seed++) {
      Rehearsal end = Guide.lead(Scenario.of(seed, 1), DIAGNOSIS);
      assertThat(end.over()).isTrue();
      assertThat(end.mishaps()).as(end.scenario().code()).isEmpty();
      assertThat(end.owed()).isEmpty();
      assertThat(end.coverOff()).isFalse();
      solved += end.solved() ? 1 : 0;
    }
    assertThat(solved).isGreaterThan(cases * 3 / 4);
    Rehearsal drive = Guide.lead(on(Fault.DRIVE_DEAD, MachineKind.LAPTOP).scenario(), DIAGNOSIS);
    assertThat(drive.solved()).isTrue();
    assertThat(drive.mishaps()).isEmpty();
  }

  @Test
  void theDebriefTellsWhatWasWastedAndWhatWouldHaveToldMore() {
    Rehearsal own =
        after(
            on(Fault.SWITCHED_OFF, MachineKind.TOWER),
            Move.step("how-far"),
            Move.step("supply-switch"),
            Move.step("switch-supply-on"),
            Move.close("supply-switch-off"));
    Debrief debrief = Debrief.of(own, Guide.lead(own.scenario(), DIAGNOSIS), DIAGNOSIS);
    assertThat(debrief.steps()).hasSameSizeAs(own.done());
    assertThat(debrief.steps().get(1).odds()).isGreaterThan(debrief.steps().get(0).odds());
    assertThat(debrief.steps().get(1).odds()).isGreaterThan(0.5);
    assertThat(debrief.points()).isBetween(1, 100);
    Debrief careless =
        Debrief.of(
            after(
                on(Fault.SWITCHED_OFF, MachineKind.TOWER),
                Move.of(Kind.COVER),
                Move.step("how-far"),
                Move.step("supply-switch"),
                Move.step("switch-supply-on"),
                Move.close("supply-switch-off")),
            debrief.advised(),
            DIAGNOSIS);
    assertThat(careless.steps().get(0).first()).as("the cover told nothing of it").isEmpty();
    assertThat(debrief.steps().get(1).first()).isEqualTo("The supply's own switch is off");
    assertThat(careless.points()).isLessThan(debrief.points()).isLessThanOrEqualTo(75);
  }

  @Test
  void whatWasNotSolvedComesAgainFirst() {
    List<Station> areas = List.of(Station.MEMORY, Station.DRIVE, Station.SCREEN);
    List<Leitner.Result> results =
        List.of(
            new Leitner.Result(Station.MEMORY, TODAY, 90),
            new Leitner.Result(Station.DRIVE, TODAY, 20),
            new Leitner.Result(Station.SCREEN, TODAY, 80));
    List<Leitner.Area> now = Leitner.areas(areas, results, TODAY);
    assertThat(now.get(0).station()).isEqualTo(Station.DRIVE);
    assertThat(now.get(0).box()).isEqualTo(1);
    assertThat(now.get(1).due()).isEqualTo(TODAY.plusDays(2));
    List<Leitner.Area> later =
        Leitner.areas(
            areas,
            List.of(results.get(0), new Leitner.Result(Station.MEMORY, TODAY.plusDays(2), 70)),
            TODAY.plusDays(2));
    assertThat(later)
        .filteredOn(area -> area.station() == Station.MEMORY)
        .singleElement()
        .satisfies(
            area -> {
              assertThat(area.box()).isEqualTo(3);
              assertThat(area.due()).isEqualTo(TODAY.plusDays(6));
            });
  }

  @Test
  void everyFaultHasAName() {
    for (Fault fault : Fault.values()) {
      assertThat(BOOK.cause(Names.cause(fault))).as(fault.name()).isPresent();
    }
  }
}
