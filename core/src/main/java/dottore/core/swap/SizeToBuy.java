package dottore.core.swap;

import dottore.core.units.Capacity;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The size to buy: 1.4 times what is used now, and after some years of growth still a fifth of it
 * free, in the next size that is sold. Rule of practice; a drive that is nearly full is slow and
 * wears faster.
 *
 * @param wanted at least this much
 * @param gigabytes the size as it is sold, in GB of 10^9 bytes
 * @param alike other labels of the same step that will do as well, in GB
 * @param freeAfter share that is free once the data is back, 0 to 1
 * @param because what decided it
 */
public record SizeToBuy(
    Capacity wanted, int gigabytes, List<Integer> alike, double freeAfter, String because) {
  private static final double ROOM = 1.4;
  private static final double LARGEST_FILL = 0.8;

  /** A drive is bought for this many years. */
  static final int YEARS = 3;

  /** Sizes as they are sold, in steps; of one step each is as good. */
  private static final List<List<Integer>> SOLD =
      List.of(
          List.of(120, 128),
          List.of(240, 250, 256),
          List.of(480, 500, 512),
          List.of(960, 1000, 1024),
          List.of(1920, 2000),
          List.of(3840, 4000),
          List.of(8000),
          List.of(16_000));

  public SizeToBuy {
    alike = List.copyOf(alike);
  }

  /**
   * @param used what is used now
   * @param growthPerYear what comes to it in a year
   * @return empty if more is wanted than a single drive holds
   */
  public static Optional<SizeToBuy> of(Capacity used, Capacity growthPerYear) {
    double now = used.bytes() * ROOM;
    double later = (used.bytes() + (double) YEARS * growthPerYear.bytes()) / LARGEST_FILL;
    Capacity wanted = new Capacity(Math.round(Math.max(now, later)));
    String because =
        later > now
            ? String.format(Locale.ROOT, "a fifth free after %d years at this growth", YEARS)
            : "1.4 times what is used";
    for (List<Integer> step : SOLD) {
      List<Integer> enough =
          step.stream().filter(gb -> Capacity.ofGigabytes(gb).compareTo(wanted) >= 0).toList();
      if (!enough.isEmpty()) {
        int gb = enough.get(0);
        double free = 1 - (double) used.bytes() / Capacity.ofGigabytes(gb).bytes();
        return Optional.of(
            new SizeToBuy(wanted, gb, enough.subList(1, enough.size()), free, because));
      }
    }
    return Optional.empty();
  }
}
