package dottore.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Touched;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.proof.ProofPlan.Point;
import dottore.core.proof.ProofPlan.State;
import java.math.BigDecimal;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ProofPlanTest {
  private static ProofPlan plan(Set<Touched> touched, MachineKind kind, Facts facts) {
    return ProofPlan.of(touched, kind, facts);
  }

  @Test
  void isChosenByWhatWasTouchedAndByTheKind() {
    assertThat(plan(Set.of(), MachineKind.TOWER, Facts.none()).points()).isEmpty();
    assertThat(plan(Set.of(Touched.MEMORY_SEATING), MachineKind.TOWER, Facts.none()).open())
        .containsExactly(Measure.MEMORY_ERRORS);
    ProofPlan system = plan(Set.of(Touched.SYSTEM), MachineKind.LAPTOP, Facts.none());
    assertThat(system.open())
        .contains(Measure.RESTART, Measure.COLD_START, Measure.CAMERA, Measure.ACTIVATION)
        .doesNotContain(Measure.TOUCH, Measure.MEMORY_ERRORS, Measure.WARMEST);
    assertThat(system.points()).allMatch(point -> point.because().equals("system"));
    assertThat(plan(EnumSet.allOf(Touched.class), MachineKind.CLOUD_LAPTOP, Facts.none()).open())
        .doesNotContain(Measure.MEMORY_ERRORS, Measure.DEVICE_MARKS, Measure.TOUCH);
    // Whatever is touched is looked at by something.
    for (Touched part : Touched.values()) {
      assertThat(plan(Set.of(part), MachineKind.ALL_IN_ONE, Facts.none()).points()).isNotEmpty();
    }
  }

  @Test
  void aNumberIsHeldAgainstItsLimitAndSaidWithWhatItWas() {
    Facts facts =
        Facts.none()
            .with(ProofFacts.before(Measure.COLD_START), new BigDecimal("145"))
            .with(ProofFacts.after(Measure.COLD_START), new BigDecimal("31"))
            .with(ProofFacts.after(Measure.WARMEST), new BigDecimal("96"))
            .with(ProofFacts.fine(Measure.SOUND), true)
            .with(ProofFacts.fine(Measure.CAMERA), false);
    ProofPlan plan = plan(Set.of(Touched.SYSTEM), MachineKind.LAPTOP, facts);
    assertThat(plan.words())
        .contains(
            "Start-up from cold: 31 s, 145 before",
            "Warmest under load: 96 °C",
            "Sound: good",
            "Camera: not good");
    assertThat(plan.points())
        .filteredOn(point -> point.state() == State.BAD)
        .extracting(Point::measure)
        .containsExactly(Measure.WARMEST, Measure.CAMERA);
    // Measured unasked, it stays.
    assertThat(plan.points())
        .filteredOn(point -> point.measure() == Measure.WARMEST)
        .extracting(Point::because)
        .containsExactly("");
  }

  @Test
  void everyMeasureHasItsFacts() {
    assertThat(ProofFacts.FORM.facts())
        .hasSize(
            (int)
                java.util.Arrays.stream(Measure.values())
                    .mapToLong(measure -> measure.unit().isPresent() ? 2 : 1)
                    .sum())
        .doesNotHaveDuplicates();
  }
}
