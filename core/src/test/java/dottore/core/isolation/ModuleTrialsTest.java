package dottore.core.isolation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import dottore.core.isolation.ModuleTrials.Fault;
import dottore.core.isolation.ModuleTrials.Kind;
import dottore.core.isolation.ModuleTrials.Next;
import dottore.core.isolation.ModuleTrials.Trial;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModuleTrialsTest {
  private static boolean fails(Fault fault, int module, int slot) {
    return switch (fault.kind()) {
      case MODULE -> fault.number() == module;
      case SLOT -> fault.number() == slot;
      case BEHIND -> true;
      case NONE -> false;
    };
  }

  /** Follows the plan on a machine with a hidden fault; a wrong look with the given chance. */
  private static ModuleTrials follow(
      int modules, int slots, boolean spare, Fault hidden, double wrong, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    ModuleTrials trials = new ModuleTrials(modules, slots, spare, List.of());
    for (int i = 0; i < 40; i++) {
      Optional<Next> next = trials.next();
      if (next.isEmpty()) {
        return trials;
      }
      boolean starts = !fails(hidden, next.get().module(), next.get().slot());
      List<Trial> done = new ArrayList<>(trials.done());
      done.add(
          new Trial(
              next.get().module(), next.get().slot(), starts ^ (random.nextDouble() < wrong)));
      trials = new ModuleTrials(modules, slots, spare, done);
    }
    return trials;
  }

  private static List<Fault> faults(int modules, int slots) {
    List<Fault> faults = new ArrayList<>();
    for (int m = 1; m <= modules; m++) {
      faults.add(new Fault(Kind.MODULE, m));
    }
    for (int s = 1; s <= slots; s++) {
      faults.add(new Fault(Kind.SLOT, s));
    }
    faults.add(new Fault(Kind.BEHIND, 0));
    faults.add(new Fault(Kind.NONE, 0));
    return faults;
  }

  @ParameterizedTest
  @CsvSource({"2, 2", "2, 4", "4, 4", "3, 4", "1, 4", "4, 2"})
  void tellsModuleFromSlotFromBoard(int modules, int slots) {
    for (Fault hidden : faults(modules, slots)) {
      ModuleTrials trials = follow(modules, slots, false, hidden, 0, 1);
      if (modules > 1 || hidden.kind() == Kind.SLOT || hidden.kind() == Kind.NONE) {
        assertThat(trials.isolated()).as("%s after %s", hidden, trials.done()).contains(hidden);
      }
      assertThat(trials.done().size())
          .as(hidden.toString())
          .isLessThanOrEqualTo(modules + slots + 3);
    }
  }

  @Test
  void oneModuleInOneSlotNeedsASpare() {
    Fault module = new Fault(Kind.MODULE, 1);
    assertThat(follow(1, 1, false, module, 0, 1).isolated()).isEmpty();
    assertThat(follow(1, 1, true, module, 0, 1).isolated()).contains(module);
  }

  @Test
  void beginsInTheSecondSlotFromTheProcessor() {
    assertThat(new ModuleTrials(4, 4, false, List.of()).next().orElseThrow().slot()).isEqualTo(2);
  }

  /** The number that the plan promises at worst is kept, and each trial brings it down. */
  @Test
  void keepsWhatItPromises() {
    for (Fault hidden : faults(4, 4)) {
      int left = new ModuleTrials(4, 4, false, List.of()).next().orElseThrow().atMost();
      ModuleTrials trials = new ModuleTrials(4, 4, false, List.of());
      while (trials.next().isPresent() && trials.done().size() < left) {
        Next next = trials.next().get();
        List<Trial> done = new ArrayList<>(trials.done());
        done.add(new Trial(next.module(), next.slot(), !fails(hidden, next.module(), next.slot())));
        trials = new ModuleTrials(4, 4, false, done);
      }
      Fault likeliest = trials.odds().keySet().iterator().next();
      assertThat(likeliest).as("after %s", trials.done()).isEqualTo(hidden);
    }
  }

  /**
   * Compared with the sequence from habit: every module in the first slot, then one in each slot.
   */
  @Test
  void needsFewerTrialsThanTryingAllInTurn() {
    double planned = 0;
    double habit = 0;
    for (Fault hidden : faults(4, 4)) {
      double weight = new ModuleTrials(4, 4, false, List.of()).odds().get(hidden).value();
      planned += weight * follow(4, 4, false, hidden, 0, 1).done().size();
      habit += weight * (4 + (hidden.kind() == Kind.MODULE ? 0 : 3));
    }
    assertThat(planned).isLessThan(habit);
  }

  @Test
  void aMisleadingTrialSeldomEndsInTheWrongPlace() {
    int right = 0;
    int all = 0;
    for (long seed = 0; seed < 60; seed++) {
      for (Fault hidden : faults(2, 4)) {
        Optional<Fault> said = follow(2, 4, false, hidden, 0.04, seed).isolated();
        right += said.filter(hidden::equals).isPresent() ? 1 : 0;
        all++;
      }
    }
    assertThat(right).isGreaterThan(all * 85 / 100);
  }

  @Test
  void refusesWhatCannotBe() {
    assertThatIllegalArgumentException().isThrownBy(() -> new ModuleTrials(0, 4, false, List.of()));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new ModuleTrials(2, 2, false, List.of(new Trial(3, 1, true))));
    assertThat(new ModuleTrials(2, 2, true, List.of(new Trial(3, 1, true))).done()).hasSize(1);
  }
}
