package dottore.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Touched;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class OwedTest {
  private static final Instant NOON = Instant.parse("2026-11-02T12:00:00Z");
  private final Repair reseat = Casebook.shipped().repair("reseat-memory").orElseThrow();

  private static Owed modules(Set<Touched> touches, Optional<Instant> returned) {
    return new Owed(
        1,
        "the other modules",
        "",
        "tray 3",
        NOON,
        "runa",
        touches,
        returned,
        "",
        4,
        Optional.empty());
  }

  @Test
  void aRepairOfTheSamePartMayHavePutItBack() {
    assertThat(reseat.effort().changes()).contains(Touched.MEMORY_SEATING);
    Owed modules = modules(Set.of(Touched.MEMORY_SEATING), Optional.empty());
    assertThat(modules.perhapsBackBy(reseat, 9)).isTrue();
    assertThat(modules.perhapsBackBy(reseat, 3)).as("tried before it was borrowed").isFalse();
    assertThat(modules(Set.of(Touched.SCREEN), Optional.empty()).perhapsBackBy(reseat, 9))
        .isFalse();
    assertThat(modules(Set.of(Touched.MEMORY_SEATING), Optional.of(NOON)).perhapsBackBy(reseat, 9))
        .isFalse();
  }

  @Test
  void whatTouchesNothingAsksForNoOtherCheck() {
    assertThat(modules(Set.of(), Optional.empty()).asksAgain()).isFalse();
    assertThat(modules(Set.of(Touched.CABLES), Optional.empty()).asksAgain()).isTrue();
  }
}
