package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.bridge.Hands;
import dottore.core.bridge.Names;
import dottore.core.bridge.Observer;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class OnTheSimulatorTest {
  private static final Casebook BOOK = Casebook.shipped();

  @Test
  void everyStepOfTheCasebookCanBeDoneOnIt() {
    assertThat(Observer.known())
        .containsExactlyInAnyOrderElementsOf(BOOK.checks().stream().map(Check::id).toList());
    assertThat(Hands.known())
        .containsExactlyInAnyOrderElementsOf(BOOK.repairs().stream().map(Repair::id).toList());
  }

  @Test
  void everyCauseHasItsFaultAndEveryFaultItsCause() {
    assertThat(Arrays.stream(Fault.values()).map(Names::cause).distinct())
        .containsExactlyInAnyOrderElementsOf(BOOK.causes().stream().map(Cause::id).toList());
    for (Fault fault : Fault.values()) {
      assertThat(BOOK.cause(Names.cause(fault)).orElseThrow().kinds())
          .as(fault.name())
          .containsAll(fault.kinds());
    }
  }

  @Test
  void everyAnswerIsOneThatTheCheckHas() {
    SplittableRandom random = new SplittableRandom(5);
    for (int seed = 0; seed < 400; seed++) {
      Scenario scenario = Scenario.of(seed, 2);
      for (Check check : BOOK.checks()) {
        String answer = Observer.truth(check.id(), scenario.machine(), scenario.story(), random);
        assertThat(check.outcomes().stream().map(Check.Outcome::id))
            .as(check.id() + " on " + scenario.faults())
            .contains(answer);
      }
    }
  }

  @Test
  void adviceLeadsToTheEnd() {
    Diagnosis diagnosis = new Diagnosis(BOOK, ShopRules.usual());
    List<SimulatedMachine> machines =
        IntStream.range(0, 60).mapToObj(i -> new SimulatedMachine(Scenario.of(i, 2))).toList();
    List<Road> roads =
        machines.parallelStream().map(machine -> Road.proposed(diagnosis, machine)).toList();
    long named =
        IntStream.range(0, machines.size())
            .filter(i -> machines.get(i).isCause(roads.get(i).named()))
            .count();
    assertThat(roads.stream().filter(Road::cured).count()).isGreaterThan(roads.size() * 8L / 10);
    assertThat(named).isGreaterThan(machines.size() * 8L / 10);
    assertThat(machines).allMatch(machine -> machine.impossible.isEmpty());
    assertThat(machines).allMatch(machine -> machine.dangerous.isEmpty());
  }
}
