package dottore.app.shop;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class TimesTest {
  @Test
  void aClockPastItsEndSaysByHowMuch() {
    assertThat(Times.countdown(Duration.ofSeconds(401))).isEqualTo("06:41");
    assertThat(Times.countdown(Duration.ofSeconds(-130))).isEqualTo("+02:10");
  }
}
