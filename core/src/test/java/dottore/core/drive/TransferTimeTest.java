package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.drive.TransferTime.Link;
import dottore.core.units.Capacity;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TransferTimeTest {

  @ParameterizedTest
  @CsvSource({
    // 60 GB over USB 2: 60,000 MB / 40 MB/s = 25 min; / 30 = 33.3, small files twice that
    "60, USB_2 SATA, , 25, 67, USB_2",
    "60, SATA USB_2 HARD_DRIVE, , 25, 67, USB_2",
    "60, HARD_DRIVE USB_5 SATA, , 9, 25, HARD_DRIVE",
    "60, SATA USB_10 NVME, , 2, 5, SATA",
    "400, HARD_DRIVE NETWORK, , 56, 167, HARD_DRIVE",
    "60, USB_5 SATA, 38, 27, 53, USB_5",
    "0.1, NVME, , 1, 1, NVME",
  })
  void runsAtTheSlowestLink(
      double gigabytes, String links, Double measured, int least, int most, Link slowest) {
    TransferTime time =
        TransferTime.of(
            Capacity.ofGigabytes(gigabytes),
            Arrays.stream(links.split(" ")).map(Link::valueOf).collect(Collectors.toList()),
            measured == null ? OptionalDouble.empty() : OptionalDouble.of(measured));
    assertThat(time.least().value()).isEqualTo(least);
    assertThat(time.most().value()).isEqualTo(most);
    assertThat(time.slowest()).isEqualTo(slowest);
  }

  @Test
  void refusesACopyOverNothing() {
    Capacity some = Capacity.ofGigabytes(1);
    assertThatThrownBy(() -> TransferTime.of(some, List.of(), OptionalDouble.empty()))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> TransferTime.of(some, List.of(Link.SATA), OptionalDouble.of(0)))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
