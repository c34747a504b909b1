package dottore.core.drive;

import dottore.core.units.Capacity;
import dottore.core.units.Minutes;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;

/**
 * How long a copy takes: it runs at the slowest link, and small files halve that or worse.
 *
 * @param slowest the link that decides
 */
public record TransferTime(Minutes least, Minutes most, Link slowest) {
  private static final int MEGA = 1_000_000;
  private static final int SECONDS = 60;
  private static final double SMALL_FILES = 2;

  /**
   * What data passes on its way, with practical speeds in MB/s (10^6 bytes). Guide from practice; a
   * measured speed wins.
   */
  public enum Link {
    USB_2("USB 2", 30, 40),
    HARD_DRIVE("hard drive", 80, 120),
    NETWORK("gigabit network", 100, 110),
    USB_5("USB 5 Gb/s", 350, 430),
    SATA("solid state on SATA", 450, 550),
    USB_10("USB 10 Gb/s", 800, 1000),
    NVME("NVMe, two lanes or more", 1900, 3900);

    private final String words;
    private final int slow;
    private final int fast;

    Link(String words, int slow, int fast) {
      this.words = words;
      this.slow = slow;
      this.fast = fast;
    }

    public String words() {
      return words;
    }
  }

  /**
   * Estimates it.
   *
   * @param links what the data passes: the drive it comes from, what is between, where it goes
   * @param measured speed in MB/s where somebody measured one; it stands for all links
   * @throws IllegalArgumentException without links, or if the measured speed is not positive
   */
  public static TransferTime of(Capacity amount, List<Link> links, OptionalDouble measured) {
    Link slowest =
        links.stream()
            .min(Comparator.comparingInt(link -> link.slow))
            .orElseThrow(() -> new IllegalArgumentException("a copy passes at least one link"));
    double fast = measured.orElse(links.stream().mapToInt(link -> link.fast).min().orElseThrow());
    double slow = measured.orElse(slowest.slow) / SMALL_FILES;
    if (!(fast > 0)) {
      throw new IllegalArgumentException("a speed is positive: " + fast);
    }
    return new TransferTime(minutes(amount, fast), minutes(amount, slow), slowest);
  }

  /** The slow end where whole blocks are read, as a clone does: small files cost nothing extra. */
  public Minutes ofBlocks() {
    return Minutes.of(Math.max(1, Math.ceil(most.value() / SMALL_FILES)));
  }

  private static Minutes minutes(Capacity amount, double megabytesPerSecond) {
    double minutes = amount.bytes() / (megabytesPerSecond * MEGA) / SECONDS;
    return Minutes.of(Math.max(1, Math.ceil(minutes)));
  }
}
