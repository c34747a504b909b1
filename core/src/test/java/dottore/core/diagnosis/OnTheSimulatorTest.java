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
        IntStream.range(0, Integer.getInteger("dottore.simulated", 60))
            .mapToObj(
                seed ->
                    new SimulatedMachine(
                        Scenario.of(seed + Integer.getInteger("dottore.from", 0), 2)))
            .toList();
    List<Road> roads =
        machines.parallelStream().map(machine -> Road.proposed(diagnosis, machine)).toList();
    System.out.printf(
        "cured %.1f %%, confirmed %.1f %%, steps %.1f, minutes %.0f%n",
        100 * roads.stream().filter(Road::cured).count() / (double) roads.size(),
        100 * roads.stream().filter(Road::confirmed).count() / (double) roads.size(),
        roads.stream().mapToInt(Road::steps).average().orElse(0),
        roads.stream().mapToDouble(Road::minutes).average().orElse(0));
    if (Boolean.getBoolean("dottore.worst")) {
      java.util.Map<Fault, int[]> byFault = new java.util.EnumMap<>(Fault.class);
      for (int i = 0; i < machines.size(); i++) {
        int[] at =
            byFault.computeIfAbsent(machines.get(i).scenario().faults().get(0), f -> new int[3]);
        at[0]++;
        at[1] += roads.get(i).cured() ? 0 : 1;
        at[2] += roads.get(i).confirmed() ? 0 : 1;
      }
      byFault.entrySet().stream()
          .sorted((a, c) -> c.getValue()[2] - a.getValue()[2])
          .forEach(
              e -> System.out.println("BYFAULT " + e.getKey() + Arrays.toString(e.getValue())));
      IntStream.range(0, machines.size())
          .boxed()
          .filter(i -> !roads.get(i).confirmed() && !machines.get(i).scenario().heldOut())
          .forEach(
              i ->
                  System.out.printf(
                      "%s %s %s %s %.0f min %s%n    %s%n",
                      machines.get(i).scenario().code(),
                      machines.get(i).scenario().faults(),
                      machines.get(i).scenario().machine().kind()
                          + " "
                          + machines.get(i).scenario().story(),
                      machines.get(i).scenario().machine().flaws(),
                      roads.get(i).minutes(),
                      roads.get(i).cured() ? "cured" : "referred",
                      String.join(", ", machines.get(i).log)));
    }
    machines.forEach(m -> m.impossible.forEach(i -> System.out.println("IMPOSSIBLE " + i)));
    machines.forEach(m -> m.dangerous.forEach(i -> System.out.println("DANGEROUS " + i)));
    assertThat(roads.stream().filter(Road::cured).count()).isGreaterThan(roads.size() * 7L / 10);
  }
}
