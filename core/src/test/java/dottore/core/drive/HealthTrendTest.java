package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.HealthTrend.Reading;
import dottore.core.drive.HealthTrend.Row;
import dottore.core.facts.Facts;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;

class HealthTrendTest {
  private static final Instant START = Instant.parse("2026-03-02T09:00:00Z");

  private static Reading reading(int days, Map<Integer, Long> counts) {
    HealthNote note = new HealthNote("AB-1", counts, 100L + 24L * days, null, null);
    return new Reading(START.plus(Duration.ofDays(days)), "T-" + days, note);
  }

  private static Reading worn(int days, int used) {
    return new Reading(
        START.plus(Duration.ofDays(days)), "T", new HealthNote("", Map.of(), null, used, 0L));
  }

  @Test
  void putsReadingsOfSeveralTicketsInOrder() {
    HealthTrend trend =
        HealthTrend.of(
            List.of(reading(40, Map.of(5, 12L, 197, 8L)), reading(0, Map.of(5, 0L, 197, 0L))));
    assertThat(trend.readings()).extracting(Reading::where).containsExactly("T-0", "T-40");
    assertThat(trend.rows())
        .containsExactly(
            new Row("hours", List.of(OptionalLong.of(100), OptionalLong.of(1060)), false),
            new Row("sectors reallocated", List.of(OptionalLong.of(0), OptionalLong.of(12)), true),
            new Row("sectors pending", List.of(OptionalLong.of(0), OptionalLong.of(8)), true));
    assertThat(trend.rows().get(1).growth()).isEqualTo(12);
    assertThat(trend.says())
        .contains("12 more sectors reallocated in 40 days: it is dying, copy first");
  }

  @Test
  void accusesTheCableWhereNothingElseGrew() {
    HealthTrend cable =
        HealthTrend.of(
            List.of(reading(0, Map.of(5, 3L, 199, 2L)), reading(1, Map.of(5, 3L, 199, 9L))));
    assertThat(cable.says())
        .contains("7 more interface errors in 24 hours and nothing else: the cable or its plug");
    HealthTrend both =
        HealthTrend.of(
            List.of(reading(0, Map.of(5, 3L, 199, 2L)), reading(1, Map.of(5, 4L, 199, 9L))));
    assertThat(both.says()).hasValueSatisfying(said -> assertThat(said).contains("dying"));
    HealthTrend still =
        HealthTrend.of(List.of(reading(0, Map.of(5, 3L)), reading(9, Map.of(5, 3L))));
    assertThat(still.says()).isEmpty();
  }

  @Test
  void saysWhenItsLifeWillBeUsedUp() {
    assertThat(HealthTrend.of(List.of(worn(0, 60), worn(100, 80))).says())
        .contains("20 % of its life in 100 days: at this pace it is used up in about 100 days");
    assertThat(HealthTrend.of(List.of(worn(0, 60), worn(100, 60))).says()).isEmpty();
    assertThat(HealthTrend.of(List.of(worn(0, 60))).says()).isEmpty();
    assertThat(HealthTrend.of(List.of(worn(0, 90), worn(1, 120))).says()).isEmpty();
  }

  @Test
  void holdsTheLastReadingBeforeAgainstTheNext() {
    List<Reading> readings = List.of(reading(3, Map.of(5, 3L)), reading(1, Map.of(5, 1L)));
    HealthNote now = new HealthNote("ab-1", Map.of(5, 9L), null, null, null);
    assertThat(HealthTrend.before(readings, START.plus(Duration.ofDays(3)), now))
        .hasValueSatisfying(note -> assertThat(note.counts()).containsEntry(5, 1L));
    HealthNote other = new HealthNote("CD-2", Map.of(), null, null, null);
    assertThat(HealthTrend.before(readings, START.plus(Duration.ofDays(9)), other)).isEmpty();
    assertThat(HealthTrend.before(readings, START, now)).isEmpty();
    // What has a health page is no drive with attributes.
    HealthNote page = new HealthNote("", Map.of(), null, 3, 0L);
    assertThat(HealthTrend.before(readings, START.plus(Duration.ofDays(9)), page)).isEmpty();
  }

  /** Notes that were kept before hours and wear were. */
  @Test
  void readsAnOlderNote() {
    Facts kept =
        Facts.of(Map.of(DriveFacts.HEALTH.name(), "{\"serial\":\"AB-1\",\"counts\":{\"5\":12}}"));
    assertThat(kept.find(DriveFacts.HEALTH))
        .contains(new HealthNote("AB-1", Map.of(5, 12L), null, null, null));
    HealthNote note = new HealthNote("", Map.of(197, 1L), 5L, 90, null);
    assertThat(Facts.none().with(DriveFacts.HEALTH, note).find(DriveFacts.HEALTH)).contains(note);
  }
}
