package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import dottore.core.machine.DriveHealth.Attributes;
import dottore.core.machine.DriveHealth.Page;
import dottore.core.reading.HealthReading;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Pages, and what Debian's own tool printed of the same bytes ({@code src/test/health-prints} makes
 * both): read either way they are the same drive.
 */
class HealthPrintsTest {
  private static byte[] file(String name) throws IOException {
    try (var in = HealthPrintsTest.class.getResourceAsStream("/health/" + name)) {
      return in.readAllBytes();
    }
  }

  /** What the print does not tell is left out: the kind of an attribute. */
  private static List<Object> told(Attributes attributes) {
    return attributes.attributes().stream()
        .<Object>map(
            (Attribute a) -> List.of(a.id(), a.current(), a.worst(), a.threshold(), a.failingNow()))
        .toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "plain",
        "statistics",
        "statistics-worn",
        "spins",
        "failing-now",
        "warm",
        "worn",
        "card",
        "card-worn",
        "card-errors",
        "card-limits"
      })
  void thePrintSaysWhatThePageSays(String name) throws Exception {
    DriveHealth page = HealthPages.read(file(name + ".bin"));
    HealthText print = HealthText.read(new String(file(name + ".txt"), StandardCharsets.UTF_8));
    assertThat(print.serial()).isIn("ZQ-4471-08", "NQ-7713-44");
    assertThat(HealthReading.judge(print.health(), Optional.empty()))
        .isEqualTo(HealthReading.judge(page, Optional.empty()));
    assertThat(print.health().hours()).isEqualTo(page.hours());
    if (page instanceof Page) {
      assertThat(print.health()).isEqualTo(page);
      return;
    }
    Attributes one = (Attributes) page;
    Attributes other = (Attributes) print.health();
    assertThat(told(other)).isEqualTo(told(one));
    assertThat(other.statistics()).isEqualTo(one.statistics());
    assertThat(other.wear()).isEqualTo(one.wear());
    assertThat(other.celsius()).isEqualTo(one.celsius());
    for (int counted : new int[] {5, 187, 197, 198, 199}) {
      assertThat(other.count(counted)).isEqualTo(one.count(counted));
    }
  }
}
