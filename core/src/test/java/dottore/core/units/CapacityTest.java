package dottore.core.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CapacityTest {

  /** The sizes that a label and an installer give the same drive. */
  @ParameterizedTest
  @CsvSource({
    "500, 500 GB (465.7 GiB)",
    "1000, 1000 GB (931.3 GiB)",
    "2000, 2000 GB (1862.6 GiB)",
    "256, 256 GB (238.4 GiB)",
    "240, 240 GB (223.5 GiB)",
    "120, 120 GB (111.8 GiB)",
    "512, 512 GB (476.8 GiB)",
    "8000, 8000 GB (7450.6 GiB)",
  })
  void isCountedBothWays(double label, String both) {
    assertThat(Capacity.ofGigabytes(label).inBothCounts()).isEqualTo(both);
  }

  @ParameterizedTest
  @CsvSource({
    "104857600, 100 MiB",
    "16777216, 16 MiB",
    "1073741823, 1024 MiB",
    "1073741824, 1.0 GiB",
    "450111733760, 419.2 GiB",
  })
  void isListedInTheUnitThatReadsBest(long bytes, String words) {
    assertThat(new Capacity(bytes).asListed()).isEqualTo(words);
  }

  @ParameterizedTest
  @CsvSource({"500, 500, true", "500, 485, true", "485, 500, true", "500, 484, false"})
  void looksLikeAnotherWithinThreePerCentOfTheLarger(double one, double other, boolean alike) {
    assertThat(Capacity.ofGigabytes(one).looksLike(Capacity.ofGigabytes(other))).isEqualTo(alike);
  }

  @Test
  void isNeverNegative() {
    assertThatThrownBy(() -> new Capacity(-1)).isInstanceOf(IllegalArgumentException.class);
  }
}
