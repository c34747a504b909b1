package dottore.core.learning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.diagnosis.Prior;
import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class LearningTest {
  private static final Casebook SHIPPED = Casebook.shipped();

  private static Map<Experience.Confirmed, Integer> times(
      int n, String cause, Context... contexts) {
    return Experience.counted(
        Collections.nCopies(n, new Experience.Confirmed(cause, Set.of(contexts))));
  }

  private static LearnedOdds.Moved moved(LearnedOdds odds, String cause) {
    return odds.moved().stream()
        .filter(m -> m.cause().id().equals(cause))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void nothingLivedThroughMovesNothing() {
    Learned learned = Learned.from(SHIPPED, Experience.none());
    assertThat(learned.odds().causes().values())
        .allSatisfy(
            cause ->
                assertThat(cause.weight())
                    .isEqualTo(SHIPPED.cause(cause.id()).orElseThrow().weight()));
    assertThat(learned.times()).isEmpty();
  }

  @Test
  void weighsCountsAgainstFiftyShippedTickets() {
    LearnedOdds odds = LearnedOdds.from(SHIPPED, times(20, "coin-cell-flat", Context.TOWER));
    double share = Prior.shares(SHIPPED).get("coin-cell-flat");
    double expected = 20 * Prior.shares(SHIPPED, Set.of(Context.TOWER)).get("coin-cell-flat");
    assertThat(odds.causes().get("coin-cell-flat").weight())
        .isCloseTo(
            SHIPPED.cause("coin-cell-flat").orElseThrow().weight()
                * (50 * share + 20)
                / (50 * share + expected),
            within(1e-9));
    assertThat(moved(odds, "coin-cell-flat").learned()).isGreaterThan(5 * share);
    assertThat(moved(odds, "supply-dead").learned())
        .isLessThan(moved(odds, "supply-dead").shipped());
    assertThat(odds.moved().stream().mapToDouble(LearnedOdds.Moved::learned).sum())
        .isCloseTo(1, within(1e-9));
  }

  @Test
  void aContextDoesNotTeachTwiceWhatItAlreadySays() {
    LearnedOdds odds =
        LearnedOdds.from(SHIPPED, times(8, "coin-cell-flat", Context.TOWER, Context.OLD));
    LearnedOdds surprising =
        LearnedOdds.from(SHIPPED, times(8, "coin-cell-flat", Context.TOWER, Context.NEW_BUILD));
    assertThat(moved(odds, "coin-cell-flat").learned())
        .isLessThan(moved(surprising, "coin-cell-flat").learned());
  }

  @Test
  void theMultiplierOfAContextMovesOnceItWasSeenTenTimes() {
    Map<Context, Double> shipped = SHIPPED.cause("driver-network-bad").orElseThrow().contexts();
    Map<Context, Double> nine =
        LearnedOdds.from(SHIPPED, times(9, "driver-network-bad", Context.LAPTOP, Context.MOVED))
            .causes()
            .get("driver-network-bad")
            .contexts();
    Map<Context, Double> ten =
        LearnedOdds.from(SHIPPED, times(10, "driver-network-bad", Context.LAPTOP, Context.MOVED))
            .causes()
            .get("driver-network-bad")
            .contexts();
    assertThat(nine).isEqualTo(shipped);
    assertThat(ten.get(Context.MOVED)).isGreaterThan(1.0);
  }

  @Test
  void whatIsLearnedOfAChangeStartsFromWhatAnyOtherChangeSays() {
    String cause = "memory-incompatible";
    double shipped = SHIPPED.cause(cause).orElseThrow().otherChange();
    Map<Context, Double> learned =
        LearnedOdds.from(SHIPPED, times(10, cause, Context.LAPTOP, Context.MOVED))
            .causes()
            .get(cause)
            .contexts();
    assertThat(shipped).isLessThan(0.2);
    assertThat(learned.get(Context.MOVED)).isBetween(shipped, 1.0);
    assertThat(learned).doesNotContainKey(Context.POWER_EVENT);
  }

  @Test
  void passesOverWhatTheCasebookDoesNotKnow() {
    assertThat(LearnedOdds.from(SHIPPED, times(30, "no-such-cause", Context.TOWER)).moved())
        .allSatisfy(m -> assertThat(m.learned()).isCloseTo(m.shipped(), within(1e-12)));
  }

  @Test
  void minutesMoveFromTheCasebooksToTheShops() {
    StepTime prior = StepTime.learned(Minutes.of(4), List.of());
    assertThat(prior.median().value()).isCloseTo(4, within(1e-9));
    StepTime one = StepTime.learned(Minutes.of(4), List.of(8.0));
    StepTime many = StepTime.learned(Minutes.of(4), Collections.nCopies(60, 8.0));
    assertThat(one.median().value()).isBetween(4.2, 5.0);
    assertThat(many.median().value()).isBetween(7.4, 8.0);
    assertThat(many.most().value() / many.median().value())
        .isLessThan(prior.most().value() / prior.median().value());
    assertThatIllegalArgumentException()
        .isThrownBy(() -> StepTime.learned(Minutes.of(4), List.of(0.0)));
  }

  /**
   * With no data the prediction is a Student t with 6 degrees of freedom; its 0.8 quantile is
   * 0.906.
   */
  @Test
  void fourOfFiveIsTheQuantileOfTheStudentDistribution() {
    StepTime prior = StepTime.learned(Minutes.of(1), List.of());
    double spread = Math.sqrt(0.4 * 0.4 * 2 / 3 * 5 / 4);
    assertThat(Math.log(prior.most().value())).isCloseTo(0.9057 * spread, within(1e-4));
  }

  @Property(tries = 200)
  void theMedianLiesBetweenTheCasebooksAndTheMeasuredMinutes(
      @ForAll @DoubleRange(min = 0.5, max = 90) double casebook,
      @ForAll @Size(min = 1, max = 30) List<@DoubleRange(min = 0.2, max = 300) Double> minutes) {
    StepTime time = StepTime.learned(Minutes.of(casebook), minutes);
    double least = Math.min(casebook, Collections.min(minutes));
    double most = Math.max(casebook, Collections.max(minutes));
    assertThat(time.median().value()).isBetween(least - 1e-9, most + 1e-9);
    assertThat(time.most().value()).isGreaterThan(time.median().value());
    Minutes onALaptop = Minutes.of(2 * time.median().value());
    assertThat(time.mostWhere(onALaptop).value() / onALaptop.value())
        .as("as much more than the middle as elsewhere")
        .isCloseTo(time.most().value() / time.median().value(), within(1e-9));
  }

  @Test
  void learnedMinutesArriveInTheCasebook() {
    Learned learned =
        Learned.from(
            SHIPPED,
            new Experience(
                Map.of(),
                Map.of("reseat-memory", Collections.nCopies(50, 11.0), "no-such", List.of(1.0))));
    assertThat(learned.casebook().repair("reseat-memory").orElseThrow().effort().hands().value())
        .isBetween(9.0, 11.0);
    assertThat(learned.times()).containsOnlyKeys("reseat-memory");
  }

  /** Ticket by ticket it learns what it learns from all at once. */
  @Test
  void experienceGrowsTicketByTicket() {
    Experience grown = Experience.none();
    for (int i = 0; i < 12; i++) {
      grown =
          grown.with(
              new Experience(
                  times(1, i % 3 == 0 ? "coin-cell-flat" : "firmware-bug", Context.TOWER),
                  Map.of("reseat-memory", List.of(5.0 + i))));
    }
    Map<Experience.Confirmed, Integer> all = new java.util.HashMap<>();
    all.putAll(times(4, "coin-cell-flat", Context.TOWER));
    all.putAll(times(8, "firmware-bug", Context.TOWER));
    assertThat(grown.confirmed()).isEqualTo(all);
    assertThat(moved(LearnedOdds.from(SHIPPED, grown.confirmed()), "firmware-bug"))
        .isEqualTo(moved(LearnedOdds.from(SHIPPED, all), "firmware-bug"));
    assertThat(grown.minutes().get("reseat-memory")).hasSize(12).endsWith(16.0);
  }
}
