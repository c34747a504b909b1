package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.drive.TransferTime.Link;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
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
    "400, HARD_DRIVE NETWORK, , 61, 167, HARD_DRIVE",
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

  /** Whatever the amount and the way: more never takes less, and no link makes it faster. */
  @Test
  void holdsOnEveryWay() {
    SplittableRandom random = new SplittableRandom(3);
    for (int round = 0; round < 5000; round++) {
      double gigabytes = random.nextDouble(0.01, 8000);
      List<Link> links = new ArrayList<>(List.of(any(random)));
      while (random.nextInt(3) > 0) {
        links.add(any(random));
      }
      OptionalDouble none = OptionalDouble.empty();
      TransferTime time = TransferTime.of(Capacity.ofGigabytes(gigabytes), links, none);
      assertThat(time.least().value()).isPositive().isLessThanOrEqualTo(time.ofBlocks().value());
      assertThat(time.ofBlocks().value()).isLessThanOrEqualTo(time.most().value());
      assertThat(links).contains(time.slowest());

      TransferTime more =
          TransferTime.of(Capacity.ofGigabytes(gigabytes * random.nextDouble(1, 3)), links, none);
      assertThat(more.least().value()).isGreaterThanOrEqualTo(time.least().value());
      assertThat(more.most().value()).isGreaterThanOrEqualTo(time.most().value());

      List<Link> further = new ArrayList<>(links);
      further.add(random.nextInt(further.size() + 1), any(random));
      TransferTime over = TransferTime.of(Capacity.ofGigabytes(gigabytes), further, none);
      assertThat(over.least().value()).isGreaterThanOrEqualTo(time.least().value());
      assertThat(over.most().value()).isGreaterThanOrEqualTo(time.most().value());

      // By its own reckoning: bytes by the measured speed, up to whole minutes.
      double speed = random.nextDouble(1, 5000);
      TransferTime measured =
          TransferTime.of(Capacity.ofGigabytes(gigabytes), links, OptionalDouble.of(speed));
      double minutes = gigabytes * 1000 / speed / 60;
      assertThat(measured.least().value()).isBetween(minutes - 1e-6, Math.max(1, minutes + 1));
      assertThat(measured.most().value())
          .isBetween(2 * minutes - 1e-6, Math.max(1, 2 * minutes + 1));
    }
  }

  private static Link any(SplittableRandom random) {
    return Link.values()[random.nextInt(Link.values().length)];
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
