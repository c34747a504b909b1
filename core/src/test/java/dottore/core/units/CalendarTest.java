package dottore.core.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

class CalendarTest {
  @Test
  void daysOfAShopAreTakenAndOthersAreNot() {
    for (String day : new String[] {"1970-01-01", "2026-11-26", "2199-12-31"}) {
      assertThat(Calendar.bounded(LocalDate.parse(day))).isEqualTo(day);
      Instant noon = Instant.parse(day + "T12:00:00Z");
      assertThat(Calendar.bounded(noon)).isEqualTo(noon);
    }
    for (LocalDate day :
        new LocalDate[] {
          LocalDate.MIN, LocalDate.of(1969, 12, 31), LocalDate.of(2200, 1, 1), LocalDate.MAX
        }) {
      assertThatThrownBy(() -> Calendar.bounded(day)).isInstanceOf(IllegalArgumentException.class);
    }
    assertThatThrownBy(() -> Calendar.bounded(Instant.MAX))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> Calendar.bounded(Instant.parse("1969-12-31T23:59:59Z")))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
