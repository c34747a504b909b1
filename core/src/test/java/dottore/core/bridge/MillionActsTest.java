package dottore.core.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import dottore.core.practice.Scenario;
import dottore.core.practice.Sights;
import dottore.core.practice.Start;
import java.util.List;
import java.util.SplittableRandom;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class MillionActsTest {
  private static final Casebook BOOK = Casebook.shipped();
  private static final int ACTS = 1000;

  /** A thousand cases with a thousand acts each. */
  @Property(tries = 1000)
  void noActLeadsToAStateThatCannotBe(
      @ForAll @IntRange(max = Scenario.SEEDS - 1) int seed,
      @ForAll @IntRange(min = 1, max = Scenario.LEVELS) int level) {
    Scenario scenario = Scenario.of(seed, level);
    SplittableRandom random = new SplittableRandom(seed);
    Machine machine = scenario.machine();
    int gib = machine.memory().modules().size();
    List<Check> checks = List.copyOf(BOOK.checks());
    List<Repair> repairs = List.copyOf(BOOK.repairs());
    for (int i = 0; i < ACTS; i++) {
      int draw = random.nextInt(10);
      if (draw < 5) {
        Check check = checks.get(random.nextInt(checks.size()));
        String answer = Observer.answer(check, machine, scenario.story(), random);
        assertThat(check.outcomes()).anyMatch(outcome -> outcome.id().equals(answer));
      } else if (draw < 8) {
        machine = Hands.after(repairs.get(random.nextInt(repairs.size())), machine, random);
      } else if (draw == 8) {
        machine =
            machine.has(Flaw.MAINS_PULLED)
                ? machine.without(Flaw.MAINS_PULLED)
                : Sights.afterTheNight(machine).with(Flaw.MAINS_PULLED);
      } else {
        Start start = Sights.start(machine, random);
        assertThat(machine.has(Flaw.MAINS_PULLED) && start.halt() != Start.Halt.NO_LIFE).isFalse();
        assertThat(start.minutes()).isBetween(0.0, 30.0);
      }
      possible(machine, gib);
    }
  }

  private static void possible(Machine machine, int modules) {
    Memory memory = machine.memory();
    assertThat(memory.modules()).hasSize(modules);
    assertThat(memory.found()).isBetween(0, memory.fitted());
    assertThat(memory.slots())
        .allMatch(s -> s.module().isPresent() || s.seat() == Memory.Seat.HOME);
    assertThat(machine.flaws().values()).allMatch(degree -> degree >= 1);
  }
}
