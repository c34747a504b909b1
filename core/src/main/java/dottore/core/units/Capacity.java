package dottore.core.units;

import java.util.Locale;

/**
 * A memory or drive size, kept in bytes. Makers print powers of ten, installers powers of two; both
 * are shown, since the same drive is "500" on its label and "465" in an installer.
 */
public record Capacity(long bytes) implements Comparable<Capacity> {
  private static final double MISTAKEN_WITHIN = 0.03;
  private static final long GIB = 1L << 30;
  private static final long GB = 1_000_000_000L;

  /**
   * @throws IllegalArgumentException if negative
   */
  public Capacity {
    if (bytes < 0) {
      throw new IllegalArgumentException("a capacity is not negative: " + bytes);
    }
  }

  /** From the label's count, in gigabytes of 10^9 bytes. */
  public static Capacity ofGigabytes(double gigabytes) {
    return new Capacity(Math.round(gigabytes * GB));
  }

  /** From the installer's count, in gibibytes of 2^30 bytes. */
  public static Capacity ofGibibytes(double gibibytes) {
    return new Capacity(Math.round(gibibytes * GIB));
  }

  /** From a firmware table, in mebibytes of 2^20 bytes. */
  public static Capacity ofMebibytes(long mebibytes) {
    return new Capacity(Math.multiplyExact(mebibytes, 1L << 20));
  }

  /** Whether a person could mistake one for the other: within 3 % of the larger. */
  public boolean looksLike(Capacity other) {
    long larger = Math.max(bytes, other.bytes);
    return Math.abs(bytes - other.bytes) <= MISTAKEN_WITHIN * larger;
  }

  public double gibibytes() {
    return (double) bytes / GIB;
  }

  /** Both counts, as a drive is spoken of: "500 GB (465.7 GiB)". */
  public String inBothCounts() {
    return String.format(Locale.ROOT, "%.0f GB (%.1f GiB)", (double) bytes / GB, gibibytes());
  }

  /** As a disk list shows a partition: MiB below one GiB, one decimal above. */
  public String asListed() {
    return bytes < GIB
        ? Math.round(bytes / (double) (1L << 20)) + " MiB"
        : String.format(Locale.ROOT, "%.1f GiB", gibibytes());
  }

  /** As memory is spoken of: whole GiB without a fraction. */
  public String asMemory() {
    double value = gibibytes();
    return value == Math.rint(value)
        ? String.format(Locale.ROOT, "%.0f GiB", value)
        : String.format(Locale.ROOT, "%.1f GiB", value);
  }

  @Override
  public int compareTo(Capacity other) {
    return Long.compare(bytes, other.bytes);
  }
}
