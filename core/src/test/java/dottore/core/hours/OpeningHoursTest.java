package dottore.core.hours;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDateTime;
import org.junit.jupiter.api.Test;

class OpeningHoursTest {
  private final OpeningHours hours =
      OpeningHours.read(
          "monday 09:00 18:00\nfriday 09:00 18:00\nsaturday 10:00 14:00",
          "2026-12-25 the feast\n2026-12-26");

  private static LocalDateTime at(String text) {
    return LocalDateTime.parse(text);
  }

  @Test
  void isOpenFromTheFirstMinuteToTheLast() {
    assertThat(hours.open(at("2026-11-27T09:00"))).isTrue();
    assertThat(hours.open(at("2026-11-27T17:59"))).isTrue();
    assertThat(hours.open(at("2026-11-27T18:00"))).isFalse();
    assertThat(hours.open(at("2026-11-26T12:00"))).as("a Thursday").isFalse();
  }

  @Test
  void opensAgainAfterTheNightTheWeekAndTheHolidays() {
    assertThat(hours.next(at("2026-11-27T10:30"))).isEqualTo(at("2026-11-27T10:30"));
    assertThat(hours.next(at("2026-11-27T06:00"))).isEqualTo(at("2026-11-27T09:00"));
    assertThat(hours.next(at("2026-11-27T18:00"))).isEqualTo(at("2026-11-28T10:00"));
    assertThat(hours.next(at("2026-11-28T15:00"))).isEqualTo(at("2026-11-30T09:00"));
    assertThat(hours.next(at("2026-12-24T12:00"))).isEqualTo(at("2026-12-28T09:00"));
  }

  @Test
  void aWeekThatNobodySaidIsAlwaysOpen() {
    assertThat(OpeningHours.UNSAID.next(at("2026-12-25T03:00"))).isEqualTo(at("2026-12-25T03:00"));
    assertThat(OpeningHours.read("", "")).isEqualTo(OpeningHours.UNSAID);
  }

  @Test
  void comesBackFromItsText() {
    assertThat(OpeningHours.read(hours.keptWeek(), hours.keptHolidays())).isEqualTo(hours);
    assertThat(hours.words())
        .isEqualTo("Mon 09:00 to 18:00, Fri 09:00 to 18:00, Sat 10:00 to 14:00");
  }

  @Test
  void saysWhichLineIsWrong() {
    assertThatThrownBy(() -> OpeningHours.read("monday 18:00 09:00", ""))
        .hasMessageContaining("monday 18:00 09:00")
        .hasMessageContaining("before it opens");
    assertThatThrownBy(() -> OpeningHours.read("moonday 09:00 18:00", ""))
        .hasMessageContaining("moonday");
    assertThatThrownBy(() -> OpeningHours.read("", "the feast")).hasMessageContaining("the feast");
  }
}
