package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Cases drawn from the casebook itself and led by the engine to their end. */
class SampledCasesTest {
  private static final int CASES = 400;

  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  @Test
  void leadsMostCasesToTheRightCauseWithinEightSteps() {
    List<Road> roads =
        IntStream.range(0, CASES)
            .parallel()
            .mapToObj(i -> Road.proposed(diagnosis, new SampledMachine(diagnosis, 9000 + i)))
            .toList();
    long within = roads.stream().filter(road -> road.firstAt() <= 8).count();
    long cured = roads.stream().filter(Road::cured).count();
    System.out.printf(
        Locale.ROOT,
        "%d cases sampled from the casebook (which flatters): right cause first, or cured, within 8"
            + " steps %.1f %%, cured %.1f %%, %.1f steps on average%n",
        CASES,
        100.0 * within / CASES,
        100.0 * cured / CASES,
        roads.stream().mapToInt(Road::steps).average().orElseThrow());
    assertThat(within).isGreaterThanOrEqualTo(CASES * 91 / 100);
    assertThat(cured).isGreaterThanOrEqualTo(CASES * 93 / 100);
  }

  @Test
  void theSameMachineIsLedTheSameWayEveryTime() {
    Road first = Road.proposed(diagnosis, new SampledMachine(diagnosis, 77));
    Road again = Road.proposed(diagnosis, new SampledMachine(diagnosis, 77));
    assertThat(again).isEqualTo(first);
  }

  @Test
  void everySuspectHasAReason() {
    Case about =
        new Case(
            Set.of(Context.LAPTOP, Context.OLD),
            Set.of(),
            Set.of(),
            List.of(new Event.Reading(1, "how-far", "no-device", Event.TOLD)));
    assertThat(diagnosis.assess(about).suspects())
        .allSatisfy(suspect -> assertThat(suspect.reason()).isNotBlank());
  }
}
