package dottore.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Stage;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.proof.LeastProof.Fault;
import dottore.core.proof.LeastProof.Look;
import dottore.core.reading.Answer;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class LeastProofTest {
  private static final Casebook CASEBOOK = Casebook.shipped();
  private static final List<String> CHECKS =
      Stream.concat(Stream.of(Check.HOW_FAR), ProofReading.checks().stream()).toList();

  private static Fault fault(String cause, Stage stage) {
    return new Fault(CASEBOOK.cause(cause).orElseThrow(), stage);
  }

  private static List<String> ids(LeastProof least) {
    return least.looks().stream().map(look -> look.check().id()).toList();
  }

  private static LeastProof least(Fault... faults) {
    return LeastProof.of(CASEBOOK, List.of(faults), CHECKS, MachineKind.LAPTOP);
  }

  @Test
  void whatKeepsItFromStartingIsSeenByWatchingIt() {
    LeastProof least = least(fault("memory-faulty", Stage.MEMORY));
    assertThat(ids(least)).containsExactly(Check.HOW_FAR);
    assertThat(least.missed()).isEmpty();
  }

  @Test
  void whatOnlyMissesIsSeenWhereItIsListed() {
    assertThat(ids(least(fault("driver-network-missing", Stage.DEGRADED))))
        .hasSize(1)
        .doesNotContain(Check.HOW_FAR);
    assertThat(ids(least(fault("key-mismatch", Stage.DEGRADED))))
        .containsExactly("activation-page");
  }

  @Test
  void whatComesAndGoesIsSaidToBeMissed() {
    LeastProof least = least(fault("supply-weak", Stage.UNSTABLE));
    assertThat(least.looks()).isEmpty();
    assertThat(least.missed()).hasSize(1);
    assertThat(least.missed().get(0).surely()).isBetween(0.0, LeastProof.SURE);
  }

  /** No set that shows everything is cheaper, by a search that adds one look after the other. */
  @Test
  void nothingCheaperShowsEverything() {
    List<Cause> causes = List.copyOf(CASEBOOK.causes());
    int found = 0;
    for (int seed = 0; seed < 300; seed++) {
      Random random = new Random(seed);
      List<Fault> faults = new ArrayList<>();
      for (int i = 0; i <= random.nextInt(3); i++) {
        Cause cause = causes.get(random.nextInt(causes.size()));
        if (cause.kinds().contains(MachineKind.LAPTOP)) {
          List<Stage> stages = List.copyOf(cause.stages().keySet());
          faults.add(new Fault(cause, stages.get(random.nextInt(stages.size()))));
        }
      }
      LeastProof least = LeastProof.of(CASEBOOK, faults, CHECKS, MachineKind.LAPTOP);
      List<Fault> caught =
          faults.stream()
              .distinct()
              .filter(f -> least.missed().stream().noneMatch(m -> m.cause().equals(f.cause())))
              .toList();
      for (Fault fault : caught) {
        assertThat(shown(least.looks().stream().map(Look::check).toList(), fault))
            .isGreaterThanOrEqualTo(LeastProof.SURE);
      }
      if (least.missed().isEmpty() && !caught.isEmpty()) {
        found++;
        assertThat(least.minutes()).isCloseTo(search(CHECKS, 0, List.of(), caught), within(1e-9));
      }
    }
    assertThat(found).isGreaterThan(40);
  }

  private static double search(List<String> checks, int at, List<Check> on, List<Fault> faults) {
    if (faults.stream().allMatch(f -> shown(on, f) >= LeastProof.SURE)) {
      return 0;
    }
    double best = Double.POSITIVE_INFINITY;
    for (int i = at; i < checks.size(); i++) {
      Check check = CASEBOOK.check(checks.get(i)).orElseThrow();
      if (check.effort().kinds().contains(MachineKind.LAPTOP)) {
        List<Check> more = new ArrayList<>(on);
        more.add(check);
        double price =
            check.effort().hands(MachineKind.LAPTOP).value() + check.effort().waiting().value() / 4;
        best = Math.min(best, price + search(checks, i + 1, more, faults));
      }
    }
    return best;
  }

  private static double shown(List<Check> checks, Fault fault) {
    double hidden = 1;
    for (Check check : checks) {
      hidden *= 1 - LeastProof.shows(check, fault);
    }
    return 1 - hidden;
  }

  @Test
  void whereItStoppedLastCountsElseWhereItStopsMostly() {
    Cause memory = CASEBOOK.cause("memory-faulty").orElseThrow();
    assertThat(LeastProof.fault(memory, List.of(Stage.MEMORY, Stage.BLOCKED)).stage())
        .isEqualTo(Stage.MEMORY);
    assertThat(memory.stages().get(LeastProof.fault(memory, List.of()).stage()))
        .isEqualTo(memory.stages().values().stream().max(Double::compare).orElseThrow());
  }

  @Test
  void whatWasMeasuredAnswersItsCheckOnce() {
    Facts before = Facts.none();
    Facts now =
        before
            .with(ProofFacts.after(Measure.MEMORY_ERRORS), BigDecimal.ZERO)
            .with(ProofFacts.after(Measure.WARMEST), new BigDecimal("97"))
            .with(ProofFacts.after(Measure.COLD_START), new BigDecimal("55"))
            .with(ProofFacts.fine(Measure.ACTIVATION), false)
            .with(ProofFacts.fine(Measure.SOUND), false)
            .with(ProofFacts.fine(Measure.CAMERA), true);
    assertThat(ProofReading.of(before, now))
        .extracting((Answer a) -> a.check() + "=" + a.outcome())
        .containsExactly(
            "load-temperature=at-limit", "memory-test-quick=clean", "activation-page=not-active");
    assertThat(ProofReading.of(now, now)).isEmpty();
    Facts again = now.with(ProofFacts.after(Measure.WARMEST), new BigDecimal("81"));
    assertThat(ProofReading.of(now, again))
        .containsExactly(new Answer("load-temperature", "below", "Warmest under load: 81 °C"));
  }
}
