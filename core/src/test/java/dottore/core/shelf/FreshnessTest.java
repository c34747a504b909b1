package dottore.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.BootMode;
import dottore.core.shelf.ShelfStick.Carried;
import dottore.core.units.Capacity;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.junit.jupiter.api.Test;

class FreshnessTest {
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 26);

  private static Image image(long id, String version, int days, int bits) {
    return new Image(
        id,
        "Ebb Desk",
        version,
        Optional.of(TODAY.minusDays(days)),
        bits,
        Set.of(BootMode.NEW),
        Capacity.ofGigabytes(5),
        Capacity.ofGigabytes(3),
        false,
        true);
  }

  private static Freshness of(Image image, int days, Image... known) {
    ShelfStick stick =
        new ShelfStick(
            1,
            "Blue",
            Capacity.ofGigabytes(16),
            OptionalDouble.empty(),
            List.of(new Carried(image, TODAY.minusDays(days))));
    return Freshness.of(stick, List.of(known), TODAY).get(0);
  }

  @Test
  void ninetyDaysAreFreshAndOneMoreIsNot() {
    Image image = image(1, "4", 100, 64);
    assertThat(of(image, 90, image).stale()).isFalse();
    assertThat(of(image, 91, image).stale()).isTrue();
    assertThat(of(image, 131, image).words()).isEqualTo("131 days old");
  }

  @Test
  void aNewerReleaseOfTheSameMakesItStale() {
    Image image = image(1, "4", 100, 64);
    Freshness stale = of(image, 3, image, image(2, "5", 20, 64), image(3, "6", 10, 64));
    assertThat(stale.stale()).isTrue();
    assertThat(stale.words()).contains("6");
    assertThat(of(image, 3, image(2, "5", 20, 32)).stale()).as("other width").isFalse();
  }

  @Test
  void halfOfItsSpeedIsSlow() {
    ShelfStick stick =
        new ShelfStick(1, "Blue", Capacity.ofGigabytes(16), OptionalDouble.of(20), List.of());
    assertThat(stick.slowedTo(9.9)).isTrue();
    assertThat(stick.slowedTo(10)).isFalse();
  }
}
